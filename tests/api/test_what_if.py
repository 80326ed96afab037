"""What if: of a plan and of a course that runs; nothing is recorded, and what cannot be names its field."""

from __future__ import annotations

from typing import Any

from pennywort.courses.models import Course, Dose, Task
from tests.api.room import COPPER, RoomCase


class WhatIf(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(name="Sill", water_type="marine")
        self.fish = self.group(self.sill, species="banggai_cardinal", count=5)
        self.wish = {"protocol": "copper_30_strict", "condition": "marine_ich", "products": COPPER}

    def otherwise(self, status: int = 200, **typed: Any) -> Any:
        return self.ask(f"groups/{self.fish}/what-if", {**self.wish, "otherwise": typed}, status=status)

    def test_a_plan_beside_its_what_if(self) -> None:
        told = self.otherwise(stop_day="5", missed_day="3")
        self.assertEqual([a["name"] for a in told["alone"]], ["stop_day", "missed_day"])
        self.assertIn("the course would have to begin again", told["sentence"])
        self.assertGreater(told["otherwise"]["through_middle"], told["planned"]["through_middle"] + 0.1)
        self.assertTrue(told["otherwise"]["free_words"].endswith("the course anew"))
        self.assertEqual(told["otherwise"]["fish_words"], "all 5: what comes through settles on any of them")
        doses = [[d["late"] for d in told[side]["strip"]["strip"]["doses"]] for side in ("planned", "otherwise")]
        # four quarters, one a day: without the third, which is shown as not given
        self.assertEqual(doses, [[False] * 4, [False] * 3 + [True]])
        # 2.25 mg/L in 45 L are 101 mg of 5 mg/mL, 20.25 mL, and 2.03 back with each of four tenths: 28.4; three quarters of 20.25, and all of it anew
        self.assertEqual((told["planned"]["takes"], told["otherwise"]["takes"]), (["28.4 mL copper"], ["43.5 mL copper"]))
        self.assertEqual((Course.objects.count(), Task.objects.count(), Dose.objects.count()), (0, 0, 0))

    def test_in_the_keepers_units(self) -> None:
        self.maren.temperature_unit = "f"
        self.maren.save()
        told = self.otherwise(temperature="82.4", changed_day="9", changed_share="30 %")
        self.assertIn("82.4 °F", next(f["words"] for f in told["reckoned_from"] if f["name"] == "life cycle"))

    def test_of_a_course_that_runs(self) -> None:
        uid = self.course(self.fish, "copper_30_strict", condition="marine_ich", products=COPPER, confirmed=list(range(9)))["uid"]
        told = self.ask(f"courses/{uid}/what-if", {"less_water": "15 %"})
        self.assertEqual(told["name"], "Copper at range, thirty days, begun again")
        self.assertIn("come through", told["alone"][0]["words"])
        self.ask(f"courses/{self.fish}/what-if", {"less_water": "15 %"}, status=404)

    def test_what_cant_be(self) -> None:
        for otherwise, field in (
            ({}, "otherwise"), ({"stop_day": "soon"}, "stop_day"), ({"stop_day": "2.5"}, "stop_day"), ({"stop_day": "99"}, "stop_day"),
            ({"less_water": "200 %"}, "less_water"), ({"temperature": "400"}, "temperature"), ({"missed_day": "17"}, "missed_day"),
            ({"changed_day": "3", "changed_share": "0"}, "changed_share"), ({"joined_day": "-1"}, "joined_day"),
        ):  # fmt: skip
            with self.subTest(otherwise=otherwise):
                self.assertEqual(self.otherwise(422, **otherwise)["field"], field)

    def test_a_helper_may_ask(self) -> None:
        self.room.memberships.filter(keeper=self.ivo).update(role="helper")
        self.ask(f"groups/{self.fish}/what-if", {**self.wish, "otherwise": {"stop_day": "5"}}, by=self.ivo)
