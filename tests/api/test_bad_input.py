"""Bad input gets a clear error that names its field; nothing is lost, nothing half written, never a 500."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from pennywort.courses.models import Course, Dose, Task
from pennywort.fish.models import Group, Look, Loss
from pennywort.tanks.models import Tank, WaterChange, WaterReading
from tests.api.room import LABEL, TANK, RoomCase

NASTY: tuple[Any, ...] = ("-1", "NaN", "1e308", "1e999", "two", "", "5 parsecs", "1,5", "٣", "0x1F", "' OR 1=1", "\u0000", "9" * 200)


class BadInput(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def refused(self, path: str, body: dict[str, Any], field: str, *, method: str = "post") -> dict[str, Any]:
        problem: dict[str, Any] = self.send(path, body, status=422, method=method)
        self.assertEqual(problem.get("field"), field, problem)
        self.assertGreater(len(problem["detail"]), 8)
        return problem

    def test_tank_measures(self) -> None:
        for field in ("length", "width", "water_depth"):
            for value in NASTY:
                with self.subTest(field=field, value=value):
                    self.refused("tanks", {**TANK, "name": "X", field: value}, field)
        for field in ("sand_depth", "sand_porosity", "rock_mass", "rock_density", "sump_volume", "measured_net_volume"):
            for value in ("-1", "NaN", "1e308", "two", "5 parsecs"):
                with self.subTest(field=field, value=value):
                    self.refused("tanks", {**TANK, "name": "X", field: value}, field)
        self.assertEqual(Tank.objects.count(), 1)

    def test_json_numbers_are_read_as_if_typed(self) -> None:
        """NaN and 1e400 as bare JSON numbers meet the same questions as typed ones."""
        for raw in ("NaN", "Infinity", "1e400", "-3", "true", "[]", "{}"):
            body = json.dumps({"write_id": str(uuid4()), **TANK, "name": "X"}).replace('"60 cm"', raw)
            answer = self.client_of().post(self.url("tanks"), body, content_type="application/json")
            with self.subTest(raw):
                self.assertEqual((answer.status_code, answer.json()["field"]), (422, "length"))

    def test_a_count_in_words_is_told_as_no_whole_number(self) -> None:
        """Counts may come as they were typed; what is none is refused by its name, never taken as nothing."""
        meal = {"kind": "food", "body": "usual", "eaten": "1 %", "dose": "50", "fish_count": "10"}
        for days in ("seven", "", "7.5", "NaN", "1e308"):
            with self.subTest(days=days):
                told = self.refused("measure", {**meal, "days": days}, "days")
                self.assertEqual(told["detail"], "This is not a whole number.")

    def test_a_field_of_several_readings_is_named_by_itself(self) -> None:
        self.refused("shelf/bottles", {"name": "x", "active": "hydrogen_peroxide", "kind": "spoonfuls"}, "kind")

    def test_readings(self) -> None:
        for field in ("temperature", "ph", "ammonia", "nitrite"):
            for value in ("-5", "NaN", "1e308", "two", "500"):
                with self.subTest(field=field, value=value):
                    self.refused(f"tanks/{self.weir}/readings", {field: value}, field)
        self.refused(f"tanks/{self.weir}/readings", {}, "temperature")
        self.refused(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": "2030-01-01T00:00:00Z"}, "happened_at")
        self.refused(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": "2026-11-24T10:00:00"}, "happened_at")
        self.refused(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": "yesterday"}, "happened_at")
        self.assertEqual(WaterReading.objects.count(), 0)

    def test_fish(self) -> None:
        path = f"tanks/{self.weir}/groups"
        for body, field in (
            ({"species": "guppy", "count": 0}, "count"),
            ({"species": "guppy", "count": -4}, "count"),
            ({"species": "guppy", "count": 10**9}, "count"),
            ({"species": "guppy", "count": 1.5}, "count"),
            ({"species": "guppy", "count": "many"}, "count"),
            ({"species": "  ", "count": 3}, "species"),
            ({"species": "guppy", "count": 3, "dead_on_arrival": 4}, "dead_on_arrival"),
            ({"species": "guppy", "count": 3, "count_plus_minus": 9}, "count_plus_minus"),
            ({"species": "guppy", "count": 3, "arrived_on": "2030-01-01"}, "arrived_on"),
            ({"species": "guppy", "count": 3, "arrived_on": "the third"}, "arrived_on"),
            ({"species": "guppy", "count": 3, "colour": "red"}, "colour"),
            ({"species": "g" * 200, "count": 3}, "species"),
        ):
            with self.subTest(body=body):
                self.refused(path, body, field)
        self.assertEqual(Group.objects.count(), 1)

    def test_looks_and_losses(self) -> None:
        self.refused(f"groups/{self.barbs}/looks", {"signs": {}}, "signs")
        self.refused(f"groups/{self.barbs}/looks", {"signs": {"wings": True}}, "signs.wings")
        self.refused(f"groups/{self.barbs}/looks", {"signs": {"flashing": "maybe"}}, "signs.flashing")
        self.refused(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}, "temperature": "82"}, "temperature")
        self.refused(f"groups/{self.barbs}/losses", {"count": 11}, "count")
        self.refused(f"groups/{self.barbs}/losses", {"count": 0}, "count")
        self.refused(f"groups/{self.barbs}/losses", {"count": 1, "manner": "vanished"}, "manner")
        self.refused(f"groups/{self.barbs}/observations", {}, "note")
        self.assertEqual((Look.objects.count(), Loss.objects.count(), WaterReading.objects.count()), (0, 0, 0))

    def test_courses(self) -> None:
        path = f"groups/{self.barbs}/courses"
        good = {"protocol": "salt_and_warmth", "condition": "ich", "confirmed": [0, 1, 2]}
        self.send(path, {**good, "protocol": "snake_oil"}, status=404)
        for change, field in (
            ({"confirmed": [0, 2]}, "confirmed.1"),
            ({"condition": "plague"}, "condition"),
            ({"parameters": {"target": "3 %"}}, "parameters.target"),
            ({"parameters": {"target": "30 g/L"}}, "parameters.target"),
            ({"parameters": {"arsenic": "1 mg/L"}}, "parameters.arsenic"),
            ({"products": {"arsenic": {}}}, "products.arsenic"),
            ({"starts_at": "2027-05-01T00:00:00Z"}, "starts_at"),
            ({"starts_at": "2026-01-01T00:00:00Z"}, "starts_at"),
            ({"protocol": "by_label", "confirmed": [0, 1]}, "label.amount"),
            ({"protocol": "by_label", "confirmed": [0, 1], "label": {**LABEL, "amount": "5 kg"}}, "label.amount"),
            ({"protocol": "by_label", "confirmed": [0, 1], "label": {**LABEL, "amount": "5 L"}}, "label.amount"),
            ({"protocol": "by_label", "confirmed": [0, 1], "label": {**LABEL, "per_volume": "0"}}, "label.per_volume"),
            ({"protocol": "by_label", "confirmed": [0, 1], "label": {**LABEL, "every": "never"}}, "label.every"),
            ({"protocol": "by_label", "confirmed": [0, 1], "label": {**LABEL, "days": 400}}, "label.days"),
            ({"protocol": "two_rounds", "confirmed": [0, 1]}, "vet_word"),
        ):
            with self.subTest(change=change):
                self.refused(path, {**good, **change}, field)
        self.assertEqual((Course.objects.count(), Task.objects.count()), (0, 0))

    def test_a_course_for_other_water_is_refused(self) -> None:
        sea = self.group(self.tank(name="Sill", water_type="marine"), species="firefish")
        self.refused(f"groups/{sea}/courses", {"protocol": "salt_and_warmth", "confirmed": [0, 1, 2]}, "protocol")

    def test_doses_and_changes(self) -> None:
        self.course(self.barbs)
        task = self.due()[0]["task"]
        for amount in (*NASTY, "0 g", "30 mL", "30 C"):
            with self.subTest(amount):
                self.refused(f"tasks/{task}/dose", {"amount": amount}, "amount")
        for share in ("0", "-10 %", "150 %", "half", "NaN", "900 L", "90 of 80 L", "10 kg"):
            with self.subTest(share):
                self.refused(f"tanks/{self.weir}/changes", {"share": share}, "share")
        self.refused(f"tanks/{self.weir}/changes", {"share": "20 %", "task": task}, "task")
        other = self.tank(name="Sluice")
        change = Task.objects.filter(kind="water_change").first()
        assert change is not None
        self.refused(f"tanks/{other}/changes", {"share": "20 %", "task": str(change.uid)}, "task")
        self.send("strike", {"ledger": "dose", "entry": str(uuid4())}, status=404)
        self.refused("strike", {"ledger": "wishes", "entry": str(uuid4())}, "ledger")
        self.assertEqual((Dose.objects.count(), WaterChange.objects.count()), (0, 0))

    def test_bodies_that_are_no_json(self) -> None:
        for raw in ("", "{", '{"write_id": "', "[1, 2]", "null", "\xff\xfe", "{" * 5000):
            answer = self.client_of().post(self.url("tanks"), raw, content_type="application/json")
            with self.subTest(raw[:10]):
                self.assertIn(answer.status_code, (400, 422))
                self.assertEqual(answer["Content-Type"], "application/problem+json")

    def test_a_write_without_an_id_is_refused(self) -> None:
        for write_id in (None, "", "seven", 7):
            self.refused("tanks", {**TANK, "name": "X", "write_id": write_id}, "write_id")

    def test_what_is_too_long_is_named_in_plain_words(self) -> None:
        """A field called "content" is a field like any other; a list is counted in things, a text in characters."""
        for path, body, field, detail in (
            ("shelf/bottles", {"name": "a", "active": "x", "kind": "mg_per_ml", "content": "w" * 61}, "content", "This is longer than 60 characters."),
            (f"tanks/{self.weir}/groups", {"species": "w" * 61, "count": 1}, "species", "This is longer than 60 characters."),
            (f"groups/{self.barbs}/losses", {"count": 1, "signs": ["x"] * 41}, "signs", "These are more than 40."),
        ):
            told = self.send(path, body, status=422)
            self.assertEqual((told["field"], told["detail"]), (field, detail))

    def test_one_medicine_at_a_time(self) -> None:
        """A second course with medicine in the same water is refused, and so is one onto what the last left behind."""
        made = self.course(self.barbs)
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "30 g"})
        body = {"protocol": "by_label", "label": LABEL, "confirmed": [0, 1, 2]}
        problem = self.send(f"groups/{self.barbs}/courses", body, status=409)
        self.assertIn("One medicine at a time", problem["detail"])
        self.send(f"courses/{made['uid']}/stop", {"reason": "gasping"})
        problem = self.send(f"groups/{self.barbs}/courses", body, status=409)
        self.assertIn("still salt in this water", problem["detail"])
        self.later(hours=1)
        self.send(f"tanks/{self.weir}/changes", {"share": "100 %", "put_back": False})
        self.send(f"groups/{self.barbs}/courses", body)
