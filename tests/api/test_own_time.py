"""Everything has its own day and hour: a disaster typed in afterwards reads like one that was written at the tank."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

from pennywort.courses.models import Case, Course, Dose
from pennywort.fish.models import Group, Move
from tests.api.room import COPPER, NOW, RoomCase
from tests.api.test_course_engine import SEA

ENTERED = "Maren, entered Tue 24 Nov 14:20"


def on(day: int, hour: int = 20, minute: int = 0) -> str:
    """An instant of November 2026, as the browser sends it."""
    return datetime(2026, 11, day, hour, minute, tzinfo=UTC).isoformat()


class TypedAfterwards(RoomCase):
    """On 24 November somebody writes down from his notes what began on the 15th."""

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir, count=10, arrived_on="2026-11-05")
        fish = f"groups/{self.barbs}"
        self.send(f"{fish}/looks", {"signs": {"white_spots_countable": True, "flashing": True}, "happened_at": on(17)})
        self.send(f"{fish}/losses", {"count": 2, "happened_at": on(16, 8)})
        self.send(f"{fish}/observations", {"appetite": "none", "happened_at": on(15, 19)})
        self.send(f"tanks/{self.weir}/changes", {"share": "50 %", "put_back": False, "happened_at": on(17, 21)})
        self.course(self.barbs, starts_at=on(18))
        first = self.due()[0]
        self.send(f"tasks/{first['task']}/dose", {"amount": first["press_amount"], "happened_at": on(19, 5)})
        self.send(f"{fish}/losses", {"count": 3, "happened_at": on(20)})
        self.case = str(Case.objects.get().uid)

    def test_the_case_begins_at_its_first_sign(self) -> None:
        told = self.get(f"cases/{self.case}")
        self.assertEqual(told["opened_words"], "Sun 15 Nov")
        figures = told["figures"]
        self.assertEqual((figures["fish_at_start"], figures["fish_lost"], figures["fish_left"], figures["days"]), ("10", "5", "5", 10))
        self.assertEqual(
            [(line["kind"], line["day"], line["at_words"]) for line in told["lines"]],
            [
                ("observation", 1, "19:00"),
                ("loss", 2, "08:00"),
                ("open", 3, "20:00"),
                ("look", 3, "20:00"),
                ("change", 3, "21:00"),
                ("course", 4, "20:00"),
                ("dose", 5, "05:00"),
                ("loss", 6, "20:00"),
            ],
        )

    def test_found_then_written_now(self) -> None:
        lines = self.get(f"cases/{self.case}")["lines"]
        self.assertEqual({line["by"] for line in lines if line["kind"] not in ("open", "course")}, {ENTERED})
        look = next(line for line in lines if line["kind"] == "look")
        self.assertTrue(look["detail"].endswith("Ranked when it was written down, not then"), look["detail"])
        point = self.get(f"groups/{self.barbs}/days")["looks"][0]
        self.assertEqual((point["by"], point["kind_words"]), (ENTERED, "ranked when it was written down, not then"))
        self.assertEqual({line["by"] for line in self.get(f"groups/{self.barbs}/book")["lines"] if line["kind"] == "loss"}, {ENTERED})

    def test_the_look_back_goes_by_the_times_of_the_entries(self) -> None:
        said: dict[str, list[str]] = {}
        for finding in self.get(f"cases/{self.case}/look-back"):
            said.setdefault(finding["topic"], []).append(finding["words"])
        self.assertEqual(said["delay"][0], "From the first sign (refusing food) to the first step (water changed): 2 days 2 hours.")
        self.assertEqual(said["losses"], ["5 of 10 lost: 2 before the first step, 3 within four days of it, 0 later."])
        self.assertEqual(said["ranking"], ["The looks were written down later: what they ranked nobody knew at the time."])
        self.assertIn("1 late, the latest by 9 hours.", said["doses"][0])

    def test_an_hour_is_at_the_tank(self) -> None:
        self.send(f"tanks/{self.weir}/readings", {"ph": "7", "happened_at": (NOW - timedelta(minutes=50)).isoformat()})
        self.send(f"tanks/{self.weir}/readings", {"ph": "7.1", "happened_at": (NOW - timedelta(minutes=70)).isoformat()})
        self.assertEqual([r["by"] for r in self.get(f"tanks/{self.weir}/water")], ["Maren", ENTERED])

    def test_a_week_without_a_sign_ends_what_came_before(self) -> None:
        self.send(f"groups/{self.barbs}/losses", {"count": 1, "happened_at": on(7)})
        self.assertEqual(self.get(f"cases/{self.case}")["figures"]["fish_lost"], "5")
        self.send(f"groups/{self.barbs}/observations", {"breathing": "fast", "happened_at": on(11)})
        self.assertEqual(self.get(f"cases/{self.case}")["figures"]["fish_lost"], "6")

    def test_what_belongs_to_a_case_that_is_over_opens_none(self) -> None:
        self.send(f"cases/{self.case}/close", {"outcome": "recovered", "condition": "ich"})
        self.later(days=2)
        answer = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}, "happened_at": on(19)})
        self.assertEqual((answer["case"], Case.objects.count()), (self.case, 1))
        self.assertEqual(self.get(f"cases/{self.case}")["figures"]["looks"], 2)
        # a loss before the case was closed is the case's, one after it is not
        for day in (22, 25):
            self.send(f"groups/{self.barbs}/losses", {"count": 1, "happened_at": on(day)})
        self.assertEqual(self.get(f"cases/{self.case}")["figures"]["fish_lost"], "6")
        self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})
        self.assertEqual(Case.objects.count(), 2)

    def test_a_second_case_takes_nothing_of_the_first(self) -> None:
        self.send(f"cases/{self.case}/close", {"outcome": "recovered", "condition": "ich"})
        self.later(days=1)
        second = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"]
        figures = self.get(f"cases/{second}")["figures"]
        self.assertEqual((figures["fish_at_start"], figures["fish_lost"], figures["days"]), ("5", "0", 1))

    def test_a_course_from_notes(self) -> None:
        """Its slip counts from the day on which it began: thirty days of watching from the 20th end on 20 December."""
        self.assertEqual(Course.objects.get().starts_at.isoformat(), on(18))
        other = self.group(self.tank(name="Sluice"), arrived_on="2026-01-05")
        wish = {"protocol": "watch", "parameters": {"days": "30"}}
        ends = [self.ask(f"groups/{other}/slip", {**wish, "starts_at": start})["ends_words"] for start in (on(20), None)]
        self.assertEqual(ends, ["free to leave Sunday 20 December", "free to leave Thursday 24 December"])
        body = {"protocol": "salt_and_warmth", "condition": "ich", "confirmed": list(range(6)), "vet_word": True, "reason": "x"}
        for start in ("2026-09-20T12:00:00Z", "2026-12-20T12:00:00Z"):
            self.assertEqual(self.send(f"groups/{other}/courses", {**body, "starts_at": start}, status=422)["field"], "starts_at")


class Levels(RoomCase):
    def test_what_goes_back_is_what_the_water_held_then(self) -> None:
        """Salt at 14:20; half changed at 00:20 and not put back; written after it that a fifth had been changed at 19:20.

        At 19:20 nothing had been diluted: a fifth of the whole first dose went back, not a fifth of the half.
        """
        weir = self.tank()
        self.course(self.group(weir))
        first = self.due()[0]
        self.send(f"tasks/{first['task']}/dose", {"amount": first["press_amount"]})
        dose = Dose.objects.get().amount_mg
        assert dose is not None
        self.later(hours=10)
        self.send(f"tanks/{weir}/changes", {"share": "50 %", "put_back": False})
        self.later(hours=2)
        then = (NOW + timedelta(hours=5)).isoformat()
        told = self.ask(f"tanks/{weir}/goes-back", {"share": "20 %", "happened_at": then})["parts"]
        today = self.ask(f"tanks/{weir}/goes-back", {"share": "20 %"})["parts"]
        self.assertAlmostEqual(float(told[0]["amount"]["figure"]) / float(today[0]["amount"]["figure"]), 2.0, delta=0.05)
        self.send(f"tanks/{weir}/changes", {"share": "20 %", "put_back": True, "happened_at": then})
        back = Dose.objects.get(water_change__isnull=False)
        assert back.amount_mg is not None
        self.assertAlmostEqual(back.amount_mg / dose, 0.2, places=3)
        self.assertEqual(back.happened_at.isoformat(), then)

    def test_a_low_reading_written_later_puts_the_end_off(self) -> None:
        """Copper in range from day 3; on day 10 somebody writes that in the night of day 9 it read 1.1 (strict school, common practice)."""
        sill = self.tank(**SEA)
        self.course(self.group(sill, species="royal_gramma"), "copper_30_strict", condition="marine_ich", products=COPPER)
        for day in range(3, 11):
            self.clock = NOW + timedelta(days=day)
            self.send(f"tanks/{sill}/readings", {"copper": "2.2"})
        end = Course.objects.get().ends_at
        low = {"copper": "1.1", "happened_at": (NOW + timedelta(days=9, hours=6)).isoformat()}
        told = self.send(f"tanks/{sill}/readings", low)["told"]
        self.assertIn("7 days later", told)
        self.assertEqual(Course.objects.get().ends_at - end, timedelta(days=7))


class Moves(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir, self.sluice = self.tank(), self.tank(name="Sluice")
        self.barbs = self.group(self.weir, count=10)

    def test_a_move_written_later(self) -> None:
        """Watched since day 0; guppies came to the other tank on day 12, were moved in on day 14, and on day 16 it is written down."""
        self.course(self.barbs, "watch", condition="", parameters={"days": "30"})
        self.later(days=12)
        guppies = self.group(self.sluice, species="guppy", count=4)
        self.later(days=3)
        self.send(f"groups/{guppies}/losses", {"count": 1})
        self.later(days=1)
        then = NOW + timedelta(days=14)
        told = self.send(f"groups/{guppies}/move", {"to": self.weir, "happened_at": then.isoformat()})["told"]
        move = Move.objects.get()
        # four went; the one that died since died in Weir
        self.assertEqual((move.happened_at, move.count), (then, 4))
        self.assertEqual(Group.objects.get(uid=self.barbs).watched_since, then)
        course = Course.objects.get()
        self.assertEqual((course.clock_from, course.ends_at), (then, then + timedelta(days=30)))
        self.assertIn("stood at day 15 of 30 and begins again: 4 guppies joined.", told)

    def test_a_time_at_which_no_move_can_be(self) -> None:
        self.later(days=3)
        self.send(f"groups/{self.barbs}/move", {"to": self.sluice, "happened_at": (NOW + timedelta(days=2)).isoformat()})
        for at in (NOW - timedelta(days=1), NOW + timedelta(days=1), NOW + timedelta(days=9)):
            told = self.send(f"groups/{self.barbs}/move", {"to": self.weir, "happened_at": at.isoformat()}, status=422)
            self.assertEqual(told["field"], "happened_at")
        self.assertEqual(Move.objects.count(), 1)

    def test_an_arrival_written_later_begins_clocks_again_at_the_end_of_its_day(self) -> None:
        self.course(self.barbs, "watch", condition="", parameters={"days": "14"})
        self.later(days=5)
        told = self.send(f"tanks/{self.weir}/groups", {"species": "guppy", "count": 4, "arrived_on": "2026-11-26"})["told"]
        self.assertIn("stood at day 3 of 14 and begins again: 4 guppies joined.", told)
        self.assertEqual(Course.objects.get().clock_from, datetime(2026, 11, 27, tzinfo=UTC))

    def test_two_groups_put_together_a_day_ago(self) -> None:
        other = self.group(self.weir, count=2)
        self.later(days=2)
        then = NOW + timedelta(days=1)
        self.send(f"groups/{other}/merge", {"into": self.barbs, "happened_at": then.isoformat()})
        self.assertEqual(Move.objects.get(joins=True).happened_at, then)
        before: dict[str, Any] = {g["uid"]: g["left"] for g in self.get("groups")}
        self.assertEqual(before[self.barbs], 12)
