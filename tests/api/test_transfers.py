"""Moves through clean tanks: named on the calendar, made by the press, walked back where it was a mistake."""

from __future__ import annotations

from typing import Any

from pennywort.courses.models import Case, Course, Task
from pennywort.fish.models import Group, Move
from pennywort.tanks.models import Tank, WaterChange
from tests.api.room import RoomCase
from tests.api.test_course_engine import SEA


class Transfers(RoomCase):
    """From Sill through Reach and Pound, 72 hours each."""

    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(**SEA)
        self.reach, self.pound = (self.tank(**{**SEA, "name": name, "code": ""}) for name in ("Reach", "Pound"))
        self.fish = self.group(self.sill, species="royal_gramma", count=3)
        self.other = self.group(self.sill, species="ocellaris_clownfish", count=2)
        self.wish = {"protocol": "tank_transfer", "condition": "marine_ich", "tanks": [self.reach, self.pound]}

    def start(self) -> Course:
        self.course(self.fish, **self.wish)  # type: ignore[arg-type]
        return Course.objects.get()

    def at_move(self) -> dict[str, Any]:
        """The next move, on the day that it falls due."""
        self.clock = Task.objects.filter(kind="transfer", done_at=None).order_by("due_at")[0].due_at
        return self.due("transfer")[0]

    def where(self) -> set[str]:
        return set(Group.objects.values_list("tank__name", flat=True))

    def test_the_days_say_into_which_and_which_is_bleached(self) -> None:
        """In turn, and what is emptied after a move is what was just left."""
        days = self.ask(f"groups/{self.fish}/slip", self.wish)["days"]
        self.assertEqual([d["amount"] for d in days if d["kind"] == "transfer"], ["into Reach", "into Pound", "into Reach", "into Pound"])
        self.assertEqual([d["amount"] for d in days if d["kind"] == "disinfect"], ["Sill", "Reach", "Pound"])
        unnamed = self.ask(f"groups/{self.fish}/slip", {**self.wish, "tanks": []})["days"]
        self.assertEqual({d["amount"] for d in unnamed if d["kind"] in ("transfer", "disinfect")}, {""})

    def test_the_press_moves_them_and_the_course_goes_along(self) -> None:
        course = self.start()
        due = self.at_move()
        self.assertEqual((due["where_words"], due["tank_name"]), ("into Reach", "Sill"))
        self.send(f"tasks/{due['task']}/done")
        self.assertEqual(self.where(), {"Reach"})
        course.refresh_from_db()
        self.assertEqual((course.tank.name, course.stopped_at, Case.objects.get().tank.name), ("Reach", None, "Reach"))
        self.assertEqual((Move.objects.count(), WaterChange.objects.count()), (2, 0))
        self.later(hours=4)
        self.assertEqual(self.due("disinfect")[0]["where_words"], "that is Sill")
        second = self.at_move()
        self.assertEqual((second["where_words"], second["tank_name"]), ("into Pound", "Reach"))
        self.send(f"tasks/{second['task']}/done")
        self.assertEqual(self.where(), {"Pound"})
        # nobody was newly watched by it: they lived together before
        self.assertEqual(set(Group.objects.values_list("watched_since", flat=True)), {None})

    def test_a_move_pressed_by_mistake_is_walked_back(self) -> None:
        course = self.start()
        task = self.at_move()["task"]
        self.send(f"tasks/{task}/done")
        done = next(d for d in self.get("today")["done"] if d["entry"] == task)
        self.assertEqual(done["ledger"], "task")
        self.send(f"tasks/{task}/take-up")
        course.refresh_from_db()
        self.assertEqual((self.where(), course.tank.name, course.stopped_at), ({"Sill"}, "Sill", None))
        self.assertEqual(self.due("transfer")[0]["where_words"], "into Reach")
        self.send(f"tasks/{task}/done")
        self.assertEqual(self.where(), {"Reach"})
        second = self.at_move()["task"]
        self.send(f"tasks/{second}/done")
        # the first can't be taken back from under the second
        self.assertIn("gone on since", self.send(f"tasks/{task}/take-up", status=409)["detail"])

    def test_tanks_that_can_not_serve(self) -> None:
        sandy = self.tank(**{**SEA, "name": "Sandy", "code": ""}, sand_depth="3 cm")
        fresh = self.tank()
        shared = self.tank(**{**SEA, "name": "Twin", "code": ""}, shares_water_with=self.sill)
        full = self.tank(**{**SEA, "name": "Full", "code": ""})
        self.group(full, species="royal_gramma")
        for tanks, field, words in (
            ([sandy], "tanks.0", "is not bare"), ([self.reach, fresh], "tanks.1", "another kind of water"), ([shared], "tanks.0", "same water"),
            ([full], "tanks.0", "Fish live in Full"), ([self.reach, self.reach], "tanks.1", "same water"), ([self.sill], "tanks.0", "same water"),
        ):  # fmt: skip
            with self.subTest(words):
                told = self.ask(f"groups/{self.fish}/slip", {**self.wish, "tanks": tanks}, status=422)
                self.assertEqual((told["field"], words in told["detail"]), (field, True), told)
        self.ask(f"groups/{self.fish}/slip", {**self.wish, "tanks": [str(self.room.uid)]}, status=404)
        self.assertEqual(self.ask(f"groups/{self.fish}/slip", {**self.wish, "tanks": [self.reach] * 3}, status=422)["field"], "tanks")
        low = {**self.wish, "protocol": "low_salinity"}
        self.assertEqual(self.ask(f"groups/{self.fish}/slip", low, status=422)["field"], "tanks.0")

    def test_without_named_tanks_a_move_is_all_new_water(self) -> None:
        self.wish["tanks"] = []
        self.start()
        due = self.at_move()
        self.assertEqual(due["where_words"], "")
        self.send(f"tasks/{due['task']}/done")
        self.assertEqual((self.where(), WaterChange.objects.get().changed_fraction), ({"Sill"}, 1.0))
        self.assertEqual(Tank.objects.get(name="Sill").net_volume_l, 100.0)
