"""Writes happen once, are corrected and never edited, and two hands make one dose."""

from __future__ import annotations

import json
import threading
from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.db import IntegrityError, connection, transaction
from django.test import TransactionTestCase

from pennywort.core.reference import library
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.fish.models import Group, KeptCount, Look, Loss, Observation
from pennywort.instruments.models import Instrument
from pennywort.people.models import Feed
from pennywort.records.models import LedgerError, WriteReceipt
from pennywort.tanks.models import Tank, WaterChange, WaterReading
from tests.api.room import LABEL, TANK, RoomCase

PEROXIDE = next(u.id for u in library().actives["hydrogen_peroxide"].uses if u.route == "bath" and u.minutes and u.gate != "vet")


class Once(RoomCase):
    def test_every_write_repeated_changes_nothing(self) -> None:
        """The same id and content twice: the same answer, and one record of it."""
        tank = self.tank()
        group = self.group(tank)
        case = self.course(group)["case"]
        task = self.due()[0]["task"]
        warm = Task.objects.get(kind="temperature")
        look_task = Task.objects.filter(kind="look").first()
        assert look_task is not None
        for path, body, model in (
            ("tanks", {**TANK, "name": "Sluice"}, Tank),
            (f"tanks/{tank}/groups", {"species": "guppy", "count": 5}, Group),
            (f"tanks/{tank}/readings", {"ph": "7.1"}, WaterReading),
            (f"groups/{group}/looks", {"signs": {"flashing": True}}, Look),
            (f"groups/{group}/observations", {"appetite": "less"}, Observation),
            (f"groups/{group}/losses", {"count": 1}, Loss),
            (f"tasks/{task}/dose", {"amount": "30 g"}, Dose),
            (f"tanks/{tank}/changes", {"share": "20 %"}, WaterChange),
            (f"tasks/{warm.uid}/warmth", {"temperature": "27"}, WaterReading),
            (f"tasks/{look_task.uid}/leave-out", {}, Task),
            (f"cases/{case}/close", {"outcome": "recovered"}, Case),
        ):
            with self.subTest(path):
                content = {"write_id": str(uuid4()), **body}
                first = self.send(path, content)
                count = model.objects.count()
                again = self.send(path, content)
                self.assertEqual(first, again)
                self.assertEqual(model.objects.count(), count)

    def test_what_comes_again_with_the_hour_of_its_press_is_a_repeat(self) -> None:
        """Sent at once without an hour, the answer lost, and again from where it waited: one dose. Anything else under its id is refused."""
        self.course(self.group(self.tank()))
        task = self.due()[0]["task"]
        body = {"write_id": str(uuid4()), "amount": "30 g"}
        first = self.send(f"tasks/{task}/dose", body)
        hour = {"happened_at": (self.clock - timedelta(seconds=4)).isoformat()}
        self.assertEqual(self.send(f"tasks/{task}/dose", {**body, **hour}), first)
        self.assertEqual(Dose.objects.count(), 1)
        self.assertEqual(self.send(f"tasks/{task}/dose", {**body, **hour, "amount": "31 g"}, status=409)["field"], "write_id")

    def test_a_thousand_kept_entries_sent_twice_are_stored_once(self) -> None:
        """A phone comes up from the cellar, loses the connection before the answers arrive, and sends all of it again."""
        group = self.group(self.tank())
        start = self.clock - timedelta(minutes=50)
        kept = [
            {"write_id": str(uuid4()), "appetite": "all", "happened_at": (start + timedelta(seconds=3 * i)).isoformat(), "note": f"no {i}"} for i in range(1000)
        ]
        for _ in range(2):
            for body in kept:
                self.send(f"groups/{group}/observations", body)
        rows = list(Observation.objects.order_by("happened_at").values_list("note", flat=True))
        self.assertEqual(rows, [f"no {i}" for i in range(1000)])

    def test_an_id_used_for_something_else_is_refused(self) -> None:
        tank = self.tank()
        content = {"write_id": str(uuid4()), "ph": "7.1"}
        self.send(f"tanks/{tank}/readings", content)
        problem = self.send(f"tanks/{tank}/readings", {**content, "ph": "8.1"}, status=409)
        self.assertEqual(problem["field"], "write_id")
        self.assertEqual(WaterReading.objects.count(), 1)

    def test_what_an_earlier_release_kept_less_of_is_still_a_repeat(self) -> None:
        """A phone waits over an upgrade with an entry whose answer it lost: it gets that answer, and another content is still refused."""
        tank = self.tank()
        content = {"write_id": str(uuid4()), "share": "20 %", "put_back": False}
        first = self.send(f"tanks/{tank}/changes", content)
        receipt = WriteReceipt.objects.get(write_id=content["write_id"])  # type: ignore[misc]
        WriteReceipt.objects.filter(pk=receipt.pk).update(content={"tank": receipt.content["tank"], "share": "20 %"}, content_hash="older")
        self.assertEqual(self.send(f"tanks/{tank}/changes", content), first)
        self.send(f"tanks/{tank}/changes", {**content, "share": "30 %"}, status=409)

    def test_a_field_named_as_the_path_is_kept_too(self) -> None:
        """A bath is matched: its id is of the path, its water of the body, and neither hides the other."""
        fish = self.group(self.tank(), count=4)
        request = {"kind": "dose", "use": PEROXIDE, "volume": "5 L", "confirmed": True, "product_confirmed": True}
        bath = self.send(f"groups/{fish}/baths", {"request": request})["uid"]
        content = {"write_id": str(uuid4()), "bath": {"temperature": "25", "home_temperature": "25"}}
        self.send(f"baths/{bath}/match", content)
        self.send(f"baths/{bath}/match", {**content, "bath": {"temperature": "24.5", "home_temperature": "25"}}, status=409)
        self.assertEqual(WriteReceipt.objects.get(write_id=content["write_id"]).content["bath_id"], bath)  # type: ignore[misc]

    def test_a_refused_write_leaves_no_trace_and_its_id_free(self) -> None:
        tank = self.tank()
        content = {"write_id": str(uuid4()), "ph": "70"}
        self.send(f"tanks/{tank}/readings", content, status=422)
        self.assertFalse(WriteReceipt.objects.filter(write_id=content["write_id"]).exists())
        self.send(f"tanks/{tank}/readings", {**content, "ph": "7.0"})

    def test_the_trace_says_who_and_what(self) -> None:
        tank = self.tank()
        self.send(f"tanks/{tank}/readings", {"ph": "7.1"}, by=self.ivo)
        receipt = WriteReceipt.objects.get(operation="record_reading")
        self.assertEqual((receipt.keeper, receipt.content["ph"], receipt.at), (self.ivo, "7.1", self.clock))


class TwoHands(RoomCase):
    def test_the_second_is_told_who_gave_it_and_when(self) -> None:
        self.course(self.group(self.tank()))
        task = self.due()[0]["task"]
        self.send(f"tasks/{task}/dose", {"amount": "30 g"}, by=self.ivo)
        problem = self.send(f"tasks/{task}/dose", {"amount": "30 g"}, by=self.maren, status=409)
        self.assertEqual((problem["type"], problem["by"], problem["at"]), ("urn:pennywort:already-done", "Ivo", self.clock.isoformat()))
        self.assertEqual(problem["detail"], "Ivo has done this already, at 14:20.")
        self.later(days=1)
        problem = self.send(f"tasks/{task}/dose", {"amount": "30 g"}, status=409)
        self.assertEqual(problem["detail"], "Ivo has done this already, on Tuesday at 14:20.")
        self.assertEqual(Dose.objects.count(), 1)

    def test_what_was_left_out_is_taken_up_again(self) -> None:
        self.course(self.group(self.tank()))
        task = self.due()[0]["task"]
        self.send(f"tasks/{task}/take-up", {}, status=409)
        self.send(f"tasks/{task}/leave-out", {}, by=self.ivo)
        self.assertEqual(self.due(), [])
        self.send(f"tasks/{task}/dose", {"amount": "30 g"}, status=409)
        done = self.get("today")["done"][0]
        self.assertEqual((done["ledger"], done["words"], done["by"]), ("task", "Weir: left out first third of the salt", "Ivo"))
        self.send(f"tasks/{task}/take-up", {})
        self.assertEqual([d["task"] for d in self.due()], [task])

    def test_the_database_itself_refuses_a_second_dose(self) -> None:
        self.course(self.group(self.tank()))
        task = Task.objects.filter(kind="dose").first()
        assert task is not None
        values: dict[str, Any] = {
            "fishroom": self.room,
            "recorded_at": self.clock,
            "recorded_by": self.maren,
            "happened_at": self.clock,
            "course": task.course,
            "task": task,
        }
        Dose.objects.create(**values, amount_mg=5, net_volume_l=45, medicine_id="sodium_chloride")
        with self.assertRaises(IntegrityError), transaction.atomic():
            Dose.objects.create(**values, amount_mg=5, net_volume_l=45, medicine_id="sodium_chloride")


class Corrections(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)
        self.case = self.course(self.barbs)["case"]
        self.task = self.due()[0]["task"]

    def test_a_dose_is_corrected_by_a_new_entry(self) -> None:
        """33 g written, 30 g given: both stay, the newer counts, the level follows it."""
        first = self.send(f"tasks/{self.task}/dose", {"amount": "33 g"})["uid"]
        self.send(f"tasks/{self.task}/dose", {"amount": "30 g", "corrects": first}, by=self.ivo)
        self.assertEqual(Dose.objects.count(), 2)
        standing = Dose.objects.standing().get()
        self.assertEqual((standing.amount_mg, standing.by), (30_000, "Ivo"))
        strip = self.get("today")["strips"][0]
        self.assertEqual(strip["level"], {"figure": "0.67", "unit": "g/L"})
        words = [(line["words"], line["corrected"]) for line in self.get(f"cases/{self.case}")["lines"] if line["kind"] == "dose"]
        self.assertEqual(words, [("Gave 33 g salt", True), ("Gave 30 g salt", False)])

    def test_only_the_newest_can_be_corrected(self) -> None:
        first = self.send(f"tasks/{self.task}/dose", {"amount": "33 g"})["uid"]
        self.send(f"tasks/{self.task}/dose", {"amount": "30 g", "corrects": first})
        self.send(f"tasks/{self.task}/dose", {"amount": "31 g", "corrects": first}, status=409)

    def test_a_struck_dose_is_due_again(self) -> None:
        dose = self.send(f"tasks/{self.task}/dose", {"amount": "30 g"})["uid"]
        self.assertEqual(len(self.due()), 0)
        self.send("strike", {"ledger": "dose", "entry": dose, "reason": "wrong tank"})
        self.assertEqual([d["task"] for d in self.due()], [self.task])
        self.send(f"tasks/{self.task}/dose", {"amount": "29 g"})
        self.assertEqual(Dose.objects.standing().get().amount_mg, 29_000)
        line = next(x for x in self.get(f"cases/{self.case}")["lines"] if x["struck"])
        self.assertEqual(line["detail"], "struck out: wrong tank")

    def test_a_struck_water_change_takes_what_went_back_with_it(self) -> None:
        self.send(f"tasks/{self.task}/dose", {"amount": "30 g"})
        self.later(hours=1)
        change = self.send(f"tanks/{self.weir}/changes", {"share": "50 %", "put_back": True})["uid"]
        self.assertEqual(Dose.objects.standing().count(), 2)
        self.send("strike", {"ledger": "change", "entry": change})
        self.assertEqual(Dose.objects.standing().count(), 1)
        self.assertEqual(self.get("today")["strips"][0]["level"]["figure"], "0.67")

    def test_a_loss_is_corrected_and_counted_once(self) -> None:
        loss = self.send(f"groups/{self.barbs}/losses", {"count": 3})["uid"]
        self.send(f"groups/{self.barbs}/losses", {"count": 2, "corrects": loss})
        self.assertEqual(self.get("groups")[0]["left"], 8)
        self.send("strike", {"ledger": "loss", "entry": str(Loss.objects.standing().get().uid)})
        self.assertEqual(self.get("groups")[0]["left"], 10)

    def test_entries_can_be_neither_changed_nor_deleted(self) -> None:
        self.send(f"tasks/{self.task}/dose", {"amount": "30 g"})
        dose = Dose.objects.get()
        dose.amount_mg = 1
        for attempt in (dose.save, dose.delete, lambda: Dose.objects.update(amount_mg=1), lambda: Dose.objects.all().delete()):
            with self.assertRaises(LedgerError):
                attempt()
        self.assertEqual(Dose.objects.get().amount_mg, 30_000)

    def test_far_from_the_plan_is_asked_about_first(self) -> None:
        """Ten times the planned 30 g is a slipped point; confirmed, it is recorded as true."""
        problem = self.send(f"tasks/{self.task}/dose", {"amount": "300 g"}, status=422)
        self.assertEqual((problem["type"], problem["field"]), ("urn:pennywort:unusual", "amount"))
        self.assertIn("10.0 times", problem["detail"])
        self.send(f"tasks/{self.task}/dose", {"amount": "30 mg"}, status=422)
        self.assertEqual(Dose.objects.count(), 0)
        self.send(f"tasks/{self.task}/dose", {"amount": "300 g", "confirm_unusual": True})
        self.assertEqual(Dose.objects.get().amount_mg, 300_000)


class AtTheSameInstant(TransactionTestCase):
    """Two requests at once on a real file database."""

    def setUp(self) -> None:
        self.helper = RoomCase()
        self.helper.setUp()
        self.addCleanup(self.helper.doCleanups)

    def at_once(self, path: str, bodies: list[dict[str, Any]]) -> list[int]:
        """Both keepers press in the same instant; the statuses, in order of size."""
        statuses: list[int] = []
        barrier = threading.Barrier(2)

        def press(client: Any, body: dict[str, Any]) -> None:
            barrier.wait()
            statuses.append(client.post(self.helper.url(path), json.dumps(body), content_type="application/json").status_code)
            connection.close()

        clients = [self.helper.client_of(k) for k in (self.helper.maren, self.helper.ivo)]
        threads = [threading.Thread(target=press, args=pair) for pair in zip(clients, bodies, strict=True)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(timeout=30)
        return sorted(statuses)

    def test_two_press_one_dose(self) -> None:
        """One dose, one refusal that names the other."""
        self.helper.course(self.helper.group(self.helper.tank()), protocol="by_label", label=LABEL)
        task = Task.objects.filter(kind="dose").order_by("due_at").first()
        assert task is not None
        statuses = self.at_once(f"tasks/{task.uid}/dose", [{"write_id": str(uuid4()), "amount": "5.6 mL"} for _ in range(2)])
        self.assertEqual((statuses, Dose.objects.count(), Course.objects.count()), ([200, 409], 1, 1))

    def test_of_two_losses_both_are_counted(self) -> None:
        """The number that is kept with each: the later of the two sees the other."""
        group = self.helper.group(self.helper.tank())
        statuses = self.at_once(f"groups/{group}/losses", [{"write_id": str(uuid4()), "count": count} for count in (3, 1)])
        self.assertEqual((statuses, KeptCount.objects.get().count), ([200, 200], 6))

    def test_one_secret_is_made_once(self) -> None:
        """The same id twice at once: a secret is told to one of them, and the other is told so; never an accident."""
        tank = self.helper.tank()
        for path, body, model in (
            ("feeds", {"name": "wall"}, Feed),
            ("instruments", {"kind": "thermometer", "name": "T1", "tank": tank}, Instrument),
        ):
            with self.subTest(path):
                content = {"write_id": str(uuid4()), **body}
                self.assertEqual(self.at_once(path, [content, content]), [200, 409])
                self.assertEqual(model.objects.count(), 1)
