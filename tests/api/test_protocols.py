"""Protocols of one's own in a fishroom, and calendar feeds with a secret address."""

from __future__ import annotations

from uuid import uuid4

from django.test import Client
from icalendar import Calendar

from pennywort.accounts.models import Membership
from pennywort.courses.models import Course, OwnProtocol, Task
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.people.models import Feed
from pennywort.records.models import WriteReceipt
from tests.api.room import RoomCase
from tests.core.test_own_protocols import FOUND, OWN

USE = next(u.id for u in FOUND.actives["sodium_chloride"].uses if u.route == "prolonged" and u.dose and u.dose.unit == "g/L")
TEXT = OWN.replace("nacl_2", USE).replace("unit: g/L", "unit: g/kg")


class Protocols(RoomCase):
    def test_what_it_would_do_before_it_is_kept(self) -> None:
        """1 g/L in the sample of 100 L are 100 g, in two halves; looks on days 2 to 8; eight days and seven more."""
        told = self.ask("protocols/check", {"text": TEXT})
        self.assertEqual((told["id"], told["days"], told["replaces"], told["conditions"]), ("own_salt_week", 14, False, ["White spot"]))
        self.assertEqual([(s["day"], s["amount"]) for s in told["steps"] if s["amount"]], [(1, "50 g"), (2, "50 g")])
        self.assertEqual(OwnProtocol.objects.count(), 0)

    def test_kept_compared_started_changed_and_removed(self) -> None:
        group = self.group(self.tank())
        self.send("protocols", {"text": TEXT})
        self.assertEqual(next((p["id"], p["own"], p["by"]) for p in self.get("protocols")), ("own_salt_week", True, "Maren"))
        school = next(s for s in self.ask(f"groups/{group}/schools", {"condition": "ich"}) if s["protocol"] == "own_salt_week")
        self.assertEqual((school["treat_days"], school["takes"]), (7, "salt 45 g"))
        self.course(group, "own_salt_week", confirmed=[])
        # changed while it runs: the course keeps the one it was started by
        self.send("protocols", {"text": TEXT.replace("value: 1,", "value: 2,").replace("high: 3", "high: 2")})
        self.assertEqual(OwnProtocol.objects.count(), 1)
        self.assertEqual(self.get("today")["strips"][0]["curves"][0]["name"], "salt")
        protocol = protocol_of(Course.objects.get())
        assert protocol is not None
        self.assertEqual(protocol.parameters[0].high, 3)
        self.send("protocols/own_salt_week/remove")
        self.assertEqual(self.get("protocols")[0]["own"], False)
        self.assertIn("day 1 of 7", self.get("today")["strips"][0]["day_count"]["words"])
        self.send("protocols/own_salt_week/remove", status=404)
        # a case with it goes to another fishroom whole
        case = str(Course.objects.get().case.uid)
        text = self.client_of().get(self.url(f"cases/{case}/file")).content.decode()
        url = self.url("cases/import", self.elsewhere)
        answer = self.client_of(self.stranger).post(url, {"write_id": str(uuid4()), "text": text}, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(protocol_of(Course.objects.get(fishroom=self.elsewhere)), protocol)
        broken = text.replace('"kind": "look"', '"kind": "prayer"', 1)
        answer = self.client_of(self.stranger).post(url, {"write_id": str(uuid4()), "text": broken}, content_type="application/json")
        self.assertEqual(answer.status_code // 100, 4)

    def test_a_shipped_one_is_copied_and_a_file_taken_along(self) -> None:
        told = self.get("protocols/salt_and_warmth")
        self.assertEqual((told["own"], told["text"].splitlines()[0]), (False, "id: own_salt_and_warmth"))
        self.send("protocols", {"text": told["text"]})
        answer = self.client_of().get(self.url("protocols/own_salt_and_warmth/file"))
        self.assertEqual(answer.content.decode(), told["text"])
        self.assertIn('filename="own_salt_and_warmth.yaml"', answer["Content-Disposition"])

    def test_what_is_none_is_refused_and_nothing_kept(self) -> None:
        for text, field in (
            ("", "text"),
            (TEXT.replace("kind: look", "kind: prayer"), "text.steps.2.kind"),
            (TEXT[:300], "text"),
            (TEXT.replace("every: 24 h", "every: 0 h"), "parameters"),
        ):
            with self.subTest(field):
                self.assertTrue(str(self.send("protocols", {"text": text}, status=422)["field"]).startswith(field))
        self.assertEqual(OwnProtocol.objects.count(), 0)

    def test_another_fishrooms_protocol_is_not_here(self) -> None:
        self.send("protocols", {"text": TEXT})
        url = self.url("protocols/own_salt_week", self.elsewhere)
        self.assertEqual(self.client_of(self.stranger).get(url).status_code, 404)

    def test_one_that_no_longer_passes_says_so_and_breaks_nothing(self) -> None:
        """A protocol kept before the loader knew better, a dip's use held for a week: shown with its fault, never started."""
        self.send("protocols", {"text": TEXT})
        row = OwnProtocol.objects.get()
        row.text = row.text.replace(f"use: {USE}", "use: nacl_1")
        row.save()
        told = next(p for p in self.get("protocols") if p["own"])
        self.assertIn("nacl_1 is for dip, not for a dose", told["fault"])
        group = self.group(self.tank())
        self.assertTrue(all(s["protocol"] != told["id"] for s in self.ask(f"groups/{group}/schools", {"condition": "ich"})))
        problem = self.ask(f"groups/{group}/slip", {"protocol": told["id"]}, status=422)
        self.assertEqual((problem["field"], "mend it" in problem["detail"]), ("protocol", True))


class Feeds(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.course(self.group(self.tank()))
        self.outside = Client(headers={"host": "127.0.0.1"})

    def made(self) -> tuple[str, str]:
        told = self.send("feeds", {"name": "phone"})
        return told["uid"], told["path"]

    def test_it_answers_without_signing_in_with_every_task(self) -> None:
        _, path = self.made()
        answer = self.outside.get(path)
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "text/calendar; charset=utf-8"))
        self.assertIn("no-store", answer["Cache-Control"])
        events = Calendar.from_ical(answer.content).walk("VEVENT")
        self.assertEqual(len(events), Task.objects.count())
        self.assertIn("Weir: First third of the salt, 30 g", [str(e["summary"]) for e in events])
        self.assertIn("last read Tue 24 Nov 14:20", self.get("feeds")[0]["read_words"])

    def test_the_secret_is_kept_nowhere(self) -> None:
        _, path = self.made()
        secret = path.removeprefix("/calendar/").removesuffix(".ics")
        self.assertGreaterEqual(len(secret), 43)
        self.assertNotIn(secret, str(list(Feed.objects.values())) + str(list(WriteReceipt.objects.values())) + str(self.get("feeds")))

    def test_revoked_guessed_or_left_it_answers_nothing(self) -> None:
        uid, path = self.made()
        self.assertEqual(self.outside.get("/calendar/guess.ics").status_code, 404)
        self.assertEqual(self.outside.post(path).status_code, 405)
        self.send(f"feeds/{uid}/revoke", by=self.ivo, status=404)
        self.send(f"feeds/{uid}/revoke")
        self.assertEqual((self.outside.get(path).status_code, self.get("feeds")), (404, []))
        _, other = self.made()
        Membership.objects.filter(keeper=self.maren).delete()
        self.assertEqual(self.outside.get(other).status_code, 404)

    def test_one_request_makes_one_address(self) -> None:
        body = {"write_id": str(uuid4()), "name": "wall"}
        self.send("feeds", body)
        self.assertEqual(self.send("feeds", body, status=409)["field"], "write_id")
        self.assertEqual(self.send("feeds", {"name": "  "}, status=422)["field"], "name")
        self.assertEqual(len(self.get("feeds")), 1)
