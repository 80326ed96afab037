"""Tanks on one sump, fish that move and meet, and calendars that follow their clocks."""

from __future__ import annotations

from datetime import timedelta
from itertools import pairwise
from typing import Any

from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.targets import windows_of
from pennywort.fish.models import Group, Move
from pennywort.tanks.models import Tank
from tests.api.room import COPPER, TANK, RoomCase
from tests.api.test_course_engine import SEA


class OneWater(RoomCase):
    """Two tanks of 45 L net and a third of its own; one sump under the first two."""

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.sluice = self.tank(name="Sluice", code="Q4", shares_water_with=self.weir)

    def volumes(self) -> dict[str, float]:
        return dict(Tank.objects.values_list("name", "net_volume_l"))

    def strip(self, name: str) -> dict[str, Any]:
        return next(s for s in self.get("today")["strips"] if s["name"] == name)

    def test_the_volume_is_that_of_all(self) -> None:
        self.assertEqual(self.volumes(), {"Weir": 90.0, "Sluice": 90.0})
        # the first joins a third, later: whichever of them is written last, both hold the whole
        lock = self.tank(name="Lock")
        self.send(f"tanks/{self.weir}", {**TANK, "shares_water_with": lock}, method="put")
        self.assertEqual(self.volumes(), {"Weir": 90.0, "Lock": 90.0, "Sluice": 45.0})
        self.send(f"tanks/{self.weir}", {**TANK, "shares_water_with": self.sluice}, method="put")
        self.assertEqual(self.volumes(), {"Weir": 90.0, "Lock": 45.0, "Sluice": 90.0})
        told = self.get(f"tanks/{self.weir}")
        self.assertEqual(told["one_water_words"], "one water with Sluice: 90.0 L in all, and that is what a dose meets")
        self.assertEqual((told["shares_water_with"], told["volume"]["net"]["figure"]), (self.sluice, "45.0"))

    def test_a_third_joins_whichever_it_names_and_leaves_again(self) -> None:
        lock = self.tank(name="Lock", shares_water_with=self.sluice)
        self.assertEqual(set(self.volumes().values()), {135.0})
        self.send(f"tanks/{lock}", {**TANK, "name": "Lock"}, method="put")
        self.assertEqual(self.volumes(), {"Weir": 90.0, "Sluice": 90.0, "Lock": 45.0})
        # the one that the others point to leaves: they stay together
        self.send(f"tanks/{lock}", {**TANK, "name": "Lock", "shares_water_with": self.weir}, method="put")
        self.send(f"tanks/{self.weir}", {**TANK}, method="put")
        self.assertEqual(self.volumes(), {"Weir": 45.0, "Sluice": 90.0, "Lock": 90.0})

    def test_what_can_not_share(self) -> None:
        for body, field in (
            ({"shares_water_with": self.weir}, "shares_water_with"),
            ({**SEA, "name": "Sill", "shares_water_with": self.weir}, "shares_water_with"),
        ):
            path, method = (f"tanks/{self.weir}", "put") if "name" not in body else ("tanks", "post")
            self.assertEqual(self.send(path, {**TANK, **body}, method=method, status=422)["field"], field)
        self.send("tanks", {**TANK, "name": "X", "shares_water_with": str(self.room.uid)}, status=404)

    def test_a_dose_into_one_stands_in_both(self) -> None:
        """2 g/L in 90 L are 180 g, a third of them 60 g: 0.67 g/L wherever it is asked."""
        self.course(self.group(self.weir))
        self.group(self.sluice)
        due = self.due()[0]
        self.assertEqual((due["press_amount"], due["reaches"]), ("60 g", "0.67 g/L"))
        self.send(f"tasks/{due['task']}/dose", {"amount": "60 g"})
        self.assertEqual(Dose.objects.get().net_volume_l, 90.0)
        for name in ("Weir", "Sluice"):
            self.assertEqual((self.strip(name)["level"], self.strip(name)["medicine"]), ({"figure": "0.67", "unit": "g/L"}, "salt"))
        # half of the water changed from the other tank's side
        self.later(hours=1)
        self.send(f"tanks/{self.sluice}/changes", {"share": "50 %", "put_back": False})
        self.assertEqual(self.strip("Weir")["level"]["figure"], "0.33")

    def test_which_of_the_two_receives_it(self) -> None:
        """Today, the slip and Measure say it: once, not once a tank. A water of its own says nothing of it."""
        fish = self.group(self.weir)
        words = "once, into Weir: Sluice has the same water"
        self.assertEqual(self.ask(f"groups/{fish}/slip", {"protocol": "salt_and_warmth"})["where_words"], words)
        self.course(fish)
        self.assertEqual(self.due()[0]["where_words"], words)
        told = self.ask("measure", {"kind": "dose", "use": "mb_1", "tank": self.weir, "confirmed": True})
        self.assertIn(words, [f["words"] for f in told["figures"]])
        alone = self.group(self.tank(name="Lock"))
        self.assertEqual(self.ask(f"groups/{alone}/slip", {"protocol": "salt_and_warmth"})["where_words"], "")

    def test_a_new_tank_on_an_old_water_has_no_tests_from_before_it(self) -> None:
        self.send(f"tanks/{self.weir}/readings", {"temperature": "24", "ph": "7.2"})
        self.later(hours=2)
        lock = self.tank(name="Lock", shares_water_with=self.weir)
        self.assertEqual(self.get(f"tanks/{lock}/water"), [])
        self.assertEqual(self.strip("Lock")["readings"], [])
        self.assertEqual((len(self.get(f"tanks/{self.sluice}/water")), len(self.strip("Sluice")["readings"])), (1, 1))
        # from then on they have one water, and a test of its own may lie earlier
        self.later(hours=1)
        self.send(f"tanks/{self.weir}/readings", {"temperature": "25"})
        self.assertEqual(len(self.get(f"tanks/{lock}/water")), 1)
        self.send(f"tanks/{lock}/readings", {"ph": "7.0", "happened_at": (self.clock - timedelta(hours=5)).isoformat()})
        self.assertEqual(len(self.get(f"tanks/{lock}/water")), 2)

    def test_no_second_medicine_on_the_same_water(self) -> None:
        self.course(self.group(self.weir))
        told = self.send(
            f"groups/{self.group(self.sluice)}/courses", {"protocol": "two_rounds", "confirmed": [0, 1, 2], "vet_word": True, "reason": "x"}, status=409
        )
        self.assertIn("is running in this tank", told["detail"])

    def test_whoever_lives_in_the_other_tank_meets_it_too(self) -> None:
        self.group(self.sluice, species="kuhli_loach")
        told = self.ask(f"groups/{self.group(self.weir)}/slip", {"protocol": "salt_and_warmth"})
        self.assertTrue(any("kuhli loach" in line["text"] for line in told["cautions"]))


class Moves(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir, self.sluice = self.tank(), self.tank(name="Sluice", code="Q4")
        self.barbs = self.group(self.weir, count=10)

    def left(self) -> dict[str, tuple[str, int]]:
        return {g["uid"]: (g["tank_name"], g["left"]) for g in self.get("groups")}

    def test_a_part_is_a_group_of_its_own(self) -> None:
        """Ten, one lost, three go: six stay, and three are elsewhere with the same arrival."""
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        parted = self.send(f"groups/{self.barbs}/move", {"to": self.sluice, "count": 3})["uid"]
        self.assertEqual(self.left(), {self.barbs: ("Weir", 6), parted: ("Sluice", 3)})
        one, other = Group.objects.get(uid=self.barbs), Group.objects.get(uid=parted)
        self.assertEqual((one.arrived_on, one.species_id), (other.arrived_on, other.species_id))
        self.assertEqual(self.get("today")["fish_words"], "9 fish, 1 lost in two weeks")
        self.send(f"groups/{self.barbs}/losses", {"count": 7}, status=422)

    def test_a_whole_group_takes_its_case_along_and_leaves_no_course_without_fish(self) -> None:
        self.course(self.barbs)
        told = self.ask(f"groups/{self.barbs}/move-ahead", {"to": self.sluice})["words"]
        self.assertEqual(told, ["Salt with raised temperature in Weir stops: no fish are left there."])
        self.send(f"groups/{self.barbs}/move", {"to": self.sluice})
        self.assertEqual(self.left(), {self.barbs: ("Sluice", 10)})
        self.assertEqual((Case.objects.get().tank.name, Course.objects.get().stop_reason), ("Sluice", "the fish went to Sluice"))
        self.assertEqual(Move.objects.get().count, 10)

    def test_the_cleaner_group_is_watched_anew(self) -> None:
        """Twelve days apart: those watched for twelve days begin again with the newcomers; the newcomers keep their day."""
        self.later(days=12)
        guppies = self.group(self.sluice, species="guppy", count=4)
        told = self.ask(f"groups/{guppies}/move-ahead", {"to": self.weir})["words"]
        self.assertEqual(told, ["The cherry barbs have been watched for 12 days, the guppies for less: theirs begins again."])
        self.send(f"groups/{guppies}/move", {"to": self.weir})
        self.assertEqual(Group.objects.get(uid=self.barbs).watched_since, self.clock)
        self.assertIsNone(Group.objects.get(uid=guppies).watched_since)

    def test_watching_begins_again_with_new_fish_and_lasts_longer(self) -> None:
        """Fourteen days of watching; on day 6 four guppies arrive: five days are lost, and the end moves by five."""
        self.course(self.barbs, "watch", condition="", parameters={"days": "14"})
        before = Course.objects.get().ends_at
        self.later(days=5)
        told = self.send(f"tanks/{self.weir}/groups", {"species": "guppy", "count": 4})["told"]
        self.assertIn("stood at day 6 of 14 and begins again: 4 guppies joined.", told)
        self.assertIn("now lasts until Sunday 13 December, 5 days later.", told)
        self.assertEqual(Course.objects.get().ends_at - before, timedelta(days=5))
        strip = self.get("today")["strips"][0]["day_count"]
        self.assertIn("4 guppies joined", strip["slip_words"])
        # and the daily looks go on to the new end
        last = Task.objects.filter(kind="look").order_by("due_at").last()
        assert last is not None
        self.assertEqual(last.due_at.date(), Course.objects.get().ends_at.date())

    def test_arrivals_written_down_later_change_nothing(self) -> None:
        self.course(self.barbs, "watch", condition="", parameters={"days": "14"})
        self.later(days=5)
        answer = self.send(f"tanks/{self.weir}/groups", {"species": "guppy", "count": 4, "arrived_on": "2026-11-20"})
        self.assertEqual(answer["told"], "")

    def test_what_can_not_move(self) -> None:
        for body, status, field in (
            ({"to": self.weir}, 422, "to"),
            ({"to": self.sluice, "count": 11}, 422, "count"),
            ({"to": self.sluice, "count": 0}, 422, "count"),
            ({"to": self.sluice, "count": 2, "count_plus_minus": 3}, 422, "count_plus_minus"),
            ({"to": str(self.room.uid)}, 404, None),
        ):
            with self.subTest(body):
                told = self.send(f"groups/{self.barbs}/move", body, status=status)
                self.assertEqual(told.get("field"), field)
        self.assertEqual((Move.objects.count(), self.left()), (0, {self.barbs: ("Weir", 10)}))


class Calendar(RoomCase):
    def test_the_end_of_copper_waits_for_thirty_days_in_range(self) -> None:
        """In range on day 3, out on day 9, in again on day 10: thirty days from there are day 40; the plan ended on day 33, so a week more.

        The test of the strict school (common practice): copper must not come out on the first plan's day.
        """
        sill = self.tank(**SEA)
        self.course(self.group(sill, species="royal_gramma"), "copper_30_strict", condition="marine_ich", products=COPPER)
        start = self.clock
        out = Task.objects.filter(title="Change half: copper out").order_by("due_at")[0]
        self.assertEqual(out.due_at - start, timedelta(days=33))
        told = ""
        for day in range(3, 11):
            self.clock = start + timedelta(days=day)
            told = self.send(f"tanks/{sill}/readings", {"copper": "1.1" if day == 9 else "2.2"})["told"]
        out.refresh_from_db()
        self.assertEqual(out.due_at - start, timedelta(days=40))
        self.assertIn("now lasts until Sunday 3 January, ", told)
        tests = Task.objects.filter(kind="water_test", title="Copper").order_by("due_at")
        gaps = [(b.due_at - a.due_at).total_seconds() / 3600 for a, b in pairwise(tests)]
        last = tests.last()
        assert last is not None
        self.assertEqual((max(gaps), last.due_at - start), (24.0, timedelta(days=40)))
        course = Course.objects.get()
        self.assertEqual((course.treatment_ends_at - start, course.ends_at - start), (timedelta(days=42), timedelta(days=56)))
        # the low reading was misread: corrected, the old end stands again
        low = next(r for r in self.get(f"tanks/{sill}/water") if "1.1" in r["more"])
        told = self.send(f"tanks/{sill}/readings", {"copper": "2.1", "corrects": low["uid"]})["told"]
        out.refresh_from_db()
        self.assertEqual((out.due_at - start, "7 days earlier" in told), (timedelta(days=33), True))
        self.assertEqual(Task.objects.filter(title="Change half: copper out").count(), 2)


class Answers(RoomCase):
    """A reading over or under its range makes the task that its rule speaks of."""

    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(**SEA)
        self.course(self.group(self.sill, species="royal_gramma"), "copper_30_strict", condition="marine_ich", products=COPPER)
        for day in range(4):
            self.clock = self.clock + timedelta(days=1 if day else 0)
            self.give_copper()

    def give_copper(self) -> None:
        for item in self.due():
            self.send(f"tasks/{item['task']}/dose", {"amount": item["press_amount"]})

    def read(self, copper: str) -> str:
        self.clock = self.clock + timedelta(minutes=10)
        return str(self.send(f"tanks/{self.sill}/readings", {"copper": copper})["told"])

    def test_above_asks_for_the_change_that_brings_it_down(self) -> None:
        """3.60 down to 2.25 is 37.5 % of the water, 38 rounded up; the press of Today records it; a newer reading in range clears it."""
        told = self.read("3.60")
        self.assertIn("Copper reads 3.60 mg/L, above its range: change 38 % of the water", told)
        due = next(d for d in self.due("water_change") if "reads 3.60" in d["title"])
        self.assertEqual(due["press"], "Change 38 %")
        self.send(f"tanks/{self.sill}/changes", {"share": "38 %", "task": due["task"], "put_back": False})
        self.assertFalse([d for d in self.due("water_change") if "reads" in d["title"]])

    def test_below_asks_for_what_is_missing(self) -> None:
        """1.20 where 2.25 are held: 1.05 mg/L in this water, of a product of 5 mg in each mL (arithmetic)."""
        told = self.read("1.20")
        self.assertIn("below its range: what is missing stands on Today", told)
        due = next(d for d in self.due() if "reads 1.20" in d["title"])
        wanted_ml = 1.05 * Tank.objects.get(uid=self.sill).net_volume_l / 5
        self.assertAlmostEqual(float(due["press_amount"].split(" ")[0]), wanted_ml, delta=0.05 * wanted_ml)
        # read again in range: the older question is gone
        self.read("2.20")
        self.assertFalse([d for d in self.due() if "reads" in d["title"]])

    def test_a_floor_of_ones_own_begins_the_count_again(self) -> None:
        """ "At least 2.5, below it begins again" is a parameter: a reading of 2.3 does not count then."""
        other = self.tank(**{**SEA, "code": "M9", "name": "Lock"})
        fish = self.group(other, species="royal_gramma")
        wish = {"products": COPPER, "parameters": {"target": "2.5", "floor": "2.5"}}
        self.course(fish, "copper_30_strict", condition="marine_ich", **wish)
        held = windows_of(Course.objects.latest("pk"))[0]
        self.assertEqual((held.low_mg_per_l, held.high_mg_per_l), (2.5, 2.5))
        problem = self.ask(
            f"groups/{fish}/slip", {"protocol": "copper_30_strict", "products": COPPER, "parameters": {"target": "2", "floor": "2.5"}}, status=422
        )
        self.assertEqual(problem["field"], "parameters.floor")
