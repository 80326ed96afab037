"""When things happened, whatever day they were written; files met by what is here already; the house's small tools."""

from __future__ import annotations

import json
from datetime import timedelta
from io import StringIO
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.core.management import CommandError, call_command
from django.test import TestCase

from pennywort.accounts.models import Fishroom, Keeper, Membership, SignInLink
from pennywort.courses.models import Case, Dose
from pennywort.fish.models import Look
from pennywort.tanks.models import Tank
from tests.api.room import RoomCase


class InTime(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def ago(self, **delta: float) -> str:
        return (self.clock - timedelta(**delta)).isoformat()

    def test_a_dose_written_late_counts_from_when_it_was_given(self) -> None:
        self.course(self.barbs)
        task = self.due()[0]["task"]
        self.later(hours=3)
        self.send(f"tasks/{task}/dose", {"amount": "30 g", "happened_at": self.ago(hours=2)})
        self.assertEqual(Dose.objects.get().happened_at, self.clock - timedelta(hours=2))
        self.assertEqual(self.get("today")["done"][0]["at_words"], "15:20")

    def test_a_correction_keeps_the_time_of_what_it_corrects(self) -> None:
        self.course(self.barbs)
        task = self.due()[0]["task"]
        first = self.send(f"tasks/{task}/dose", {"amount": "33 g"})["uid"]
        given = self.clock
        self.later(hours=5)
        self.send(f"tasks/{task}/dose", {"amount": "30 g", "corrects": first})
        standing = Dose.objects.standing().get()
        self.assertEqual((standing.happened_at, standing.recorded_at), (given, self.clock))

    def test_a_loss_remembered_later_belongs_to_the_case(self) -> None:
        """Two lost the day before the case was opened, written after it: the trouble began with them, with 10."""
        self.later(days=2)
        case = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
        self.send(f"groups/{self.barbs}/losses", {"count": 2, "happened_at": self.ago(days=1)})
        figures = self.get(f"cases/{case}")["figures"]
        self.assertEqual((figures["fish_at_start"], figures["fish_lost"], figures["fish_left"]), ("10", "2", "8"))

    def test_a_look_is_corrected_by_another(self) -> None:
        first = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})
        self.later(minutes=10)
        self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": False, "lethargy": True}, "corrects": first["uid"]})
        self.assertEqual(Look.objects.count(), 2)
        self.assertEqual(Look.objects.standing().get().signs, {"flashing": False, "lethargy": True})
        self.assertEqual([line["corrected"] for line in self.get(f"cases/{first['case']}")["lines"] if line["kind"] == "look"], [True, False])

    def test_a_phone_a_little_ahead_is_believed_a_date_next_week_is_not(self) -> None:
        self.send(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": self.ago(minutes=-3)})
        self.assertEqual(self.send(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": self.ago(days=-7)}, status=422)["field"], "happened_at")
        self.assertEqual(self.send(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": "1999-12-31T00:00:00Z"}, status=422)["field"], "happened_at")

    def test_yesterdays_water_is_not_todays(self) -> None:
        """A reading is fresh for a day: after that the gate says not read."""
        self.send(f"tanks/{self.weir}/readings", {"ph": "7.1", "temperature": "25", "ammonia": "0", "nitrite": "0"})
        self.assertEqual(self.ask(f"groups/{self.barbs}/weigh", {"signs": {}})["gate"]["state"], "open")
        self.later(hours=25)
        gate = self.ask(f"groups/{self.barbs}/weigh", {"signs": {}})["gate"]
        self.assertEqual((gate["state"], {line["state"] for line in gate["lines"]}), ("half", {"unknown"}))

    def test_one_group_has_one_open_case_and_then_another(self) -> None:
        first = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
        self.send(f"cases/{first}/close", {"outcome": "unclear"})
        self.later(days=3)
        second = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
        self.assertNotEqual(first, second)
        self.assertEqual([c["number"] for c in self.get("cases")["cases"]], [2, 1])

    def test_older_cases_come_a_page_at_a_time(self) -> None:
        """Open ones all and at once; closed ones newest first, each once, however many a page holds; how many there are is said on every page."""
        for _ in range(5):
            case = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
            self.send(f"cases/{case}/close", {"outcome": "unclear"})
            self.later(days=1)
        self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})
        for at_a_time, pages in ((2, [[6, 5, 4], [3, 2], [1]]), (5, [[6, 5, 4, 3, 2, 1]]), (4, [[6, 5, 4, 3, 2], [1]])):
            with self.subTest(at_a_time), patch("pennywort.cases.api.CLOSED_AT_A_TIME", at_a_time):
                shown, before = [], ""
                while before is not None:
                    told = self.get(f"cases{before and f'?before={before}'}")
                    self.assertEqual((told["open"], told["closed"]), (1, 5))
                    shown.append([c["number"] for c in told["cases"]])
                    before = told["go_on_before"]
                self.assertEqual(shown, pages)
        for wrong in ("0", "-1", "2147483648", "1e308", "NaN", "x", "1.5"):
            self.assertEqual(self.get(f"cases?before={wrong}", status=422)["field"], "before", wrong)

    def test_a_day_of_another_year_is_said_with_its_year(self) -> None:
        case = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
        opened = self.get(f"cases/{case}")["opened_words"]
        self.assertRegex(opened, r"^[A-Z][a-z]{2} \d+ [A-Z][a-z]{2}$")
        Case.objects.update(opened_at=self.clock - timedelta(days=365))
        self.assertEqual(self.get(f"cases/{case}")["opened_words"], f"{opened.split(' ', 1)[1]} {self.clock.year - 1}")

    def test_each_of_two_cases_counts_its_own_days(self) -> None:
        """Looks, losses and who was left of one group of ten, by the span of each case; the list says what each story says."""
        first = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
        self.later(hours=1)
        self.send(f"groups/{self.barbs}/losses", {"count": 2})
        self.later(hours=1)
        self.send(f"cases/{first}/close", {"outcome": "unclear"})
        self.later(days=3)
        for _ in range(2):
            second = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
            self.later(hours=2)
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        listed = {c["uid"]: c["figures"] for c in self.get("cases")["cases"]}
        said = {uid: [f["looks"], f["fish_at_start"], f["fish_lost"], f["fish_left"], f["days"]] for uid, f in listed.items()}
        self.assertEqual(said, {first: [1, "10", "2", "8", 1], second: [2, "8", "1", "7", 1]})
        self.assertEqual({uid: self.get(f"cases/{uid}")["figures"] for uid in listed}, listed)


class Meeting(RoomCase):
    """A case comes into a fishroom where something of its name or number is already."""

    def file(self) -> dict[str, Any]:
        case = self.course(self.group(self.tank()))["case"]
        return dict(self.client_of().get(self.url(f"cases/{case}/file")).json())

    def bring(self, file: dict[str, Any], room: Fishroom) -> str:
        body = json.dumps({"write_id": str(uuid4()), "text": json.dumps(file)})
        answer = self.client_of().post(self.url("cases/import", room), body, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        return str(answer.json()["uid"])

    def test_a_taken_name_and_number_give_way(self) -> None:
        file = self.file()
        room = Fishroom.objects.create(name="Other Lock", time_zone="UTC")
        Membership.objects.create(fishroom=room, keeper=self.maren)
        self.room, old = room, self.room
        self.course(self.group(self.tank()))
        self.room = old
        self.bring(file, room)
        self.assertEqual(sorted(Tank.objects.filter(fishroom=room).values_list("name", flat=True)), ["Weir", "Weir (brought in)"])
        self.assertEqual(sorted(Case.objects.filter(fishroom=room).values_list("number", flat=True)), [1, 2])

    def test_a_second_case_of_a_tank_joins_it(self) -> None:
        first = self.file()
        self.send(f"cases/{first['case']['uid']}/close", {"outcome": "recovered"})
        self.later(days=2)
        group = first["group"]["uid"]
        again = self.send(f"groups/{group}/looks", {"signs": {"flashing": True}})["case"]
        second = dict(self.client_of().get(self.url(f"cases/{again}/file")).json())
        room = Fishroom.objects.create(name="Other Lock", time_zone="UTC")
        Membership.objects.create(fishroom=room, keeper=self.maren)
        closed = dict(self.client_of().get(self.url(f"cases/{first['case']['uid']}/file")).json())
        self.bring(closed, room)
        self.bring(second, room)
        self.assertEqual((Tank.objects.filter(fishroom=room).count(), Case.objects.filter(fishroom=room).count()), (1, 2))

    def test_another_keepers_hand_stays_named(self) -> None:
        """Ivo's entry, brought in by Maren elsewhere, still says Ivo."""
        barbs = self.group(self.tank())
        case = self.send(f"groups/{barbs}/looks", {"signs": {"flashing": True}}, by=self.ivo)["case"]
        file = dict(self.client_of().get(self.url(f"cases/{case}/file")).json())
        room = Fishroom.objects.create(name="Other Lock", time_zone="UTC")
        Membership.objects.create(fishroom=room, keeper=self.maren)
        self.bring(file, room)
        lines = self.client_of().get(self.url(f"cases/{case}", room)).json()["lines"]
        self.assertEqual({line["by"] for line in lines}, {"Ivo"})


class Tools(TestCase):
    def test_the_demo_loads_once(self) -> None:
        for words in ("Alder Lock is loaded.", "Alder Lock is here already."):
            out = StringIO()
            call_command("load_demo", stdout=out)
            self.assertIn(words, out.getvalue())
        self.assertEqual(Fishroom.objects.count(), 1)

    def test_a_link_for_who_is_here(self) -> None:
        Keeper.objects.create(username="maren", display_name="Maren")
        out = StringIO()
        call_command("sign_in_link", "maren", address="http://127.0.0.1:8123", stdout=out)
        self.assertRegex(out.getvalue(), r"^http://127\.0\.0\.1:8123/enter#[\w-]{40,}\n$")
        self.assertEqual(SignInLink.objects.count(), 1)
        with self.assertRaises(CommandError):
            call_command("sign_in_link", "nobody")
