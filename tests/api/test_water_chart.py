"""The water over the days: copper beside what the ledger expected of it."""

from __future__ import annotations

from typing import Any

from pennywort.tanks.models import Tank
from tests.api.room import COPPER, RoomCase


class CopperOverTheDays(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(name="Sill", water_type="marine")
        self.fish = self.group(self.sill, species="royal_gramma", count=2)

    def give(self) -> None:
        dose = self.due()[0]
        self.assertEqual(dose["press_amount"], "5 mL")
        self.send(f"tasks/{dose['task']}/dose", {"amount": "5 mL"})

    def read(self, copper: str) -> dict[str, Any]:
        """A test an hour later, and the chart with it."""
        self.later(hours=1)
        self.send(f"tanks/{self.sill}/readings", {"copper": copper})
        return dict(self.get(f"tanks/{self.sill}/water-chart?days=30"))

    def test_a_reading_stands_beside_what_was_expected(self) -> None:
        """By hand: 5 mL of 5 mg/mL in 45 L are 0.556 mg/L. Two deviations of 2 % of the dose and 2 % of the water: 0.031.

        Read as 0.50, known to 8 % (0.04), the next quarter makes 1.056; with 2 % each of it: twice 0.043, 0.97 to 1.14.
        """
        self.course(self.fish, "copper_30_strict", condition="marine_ich", products=COPPER)
        self.assertEqual(Tank.objects.get().net_uncertainty_l, 0.9)
        self.give()
        first = self.read("0.5")
        self.later(hours=23)
        self.give()
        then = self.read("1.1")
        row = next(r for r in then["rows"] if r["name"] == "copper")
        self.assertEqual([(p["words"], p["expected"]) for p in row["points"]], [("0.50", "0.52 to 0.59"), ("1.10", "0.97 to 1.14")])
        self.assertEqual([t["expected"] for t in then["tests"]], ["0.97 to 1.14", "0.52 to 0.59"])
        self.assertEqual([t["expected"] for t in first["tests"]], ["0.52 to 0.59"])
        self.assertEqual((row["low"], row["high"], row["points"][1]["state"]), (1.5, 2.5, "below"))
        self.assertAlmostEqual(max(c["value"] for c in row["curve"]), 1.1)

    def test_where_no_course_holds_copper_none_should_be_there(self) -> None:
        row = next(r for r in self.read("0.1")["rows"] if r["name"] == "copper")
        self.assertEqual([(p["expected"], p["state"]) for p in row["points"]], [("", "above")])
        self.assertEqual((row["low"], row["high"], row["limit_words"], row["curve"]), (None, None, "no course holds copper here", []))

    def test_a_test_without_copper_expects_none(self) -> None:
        self.course(self.fish, "copper_30_strict", condition="marine_ich", products=COPPER)
        self.give()
        self.later(hours=1)
        self.send(f"tanks/{self.sill}/readings", {"ph": "8.1"})
        told = self.get(f"tanks/{self.sill}/water-chart?days=30")
        self.assertEqual([r["name"] for r in told["rows"]], ["ph"])
        self.assertEqual([t["expected"] for t in told["tests"]], [""])
