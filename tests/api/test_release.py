"""The gate through the API, from the record."""

from __future__ import annotations

from typing import Any

from tests.api.room import RoomCase


class Release(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir, count=6)

    def gate(self, query: str = "") -> dict[str, Any]:
        return dict(self.get(f"groups/{self.barbs}/release{query}"))

    def missing(self, query: str = "") -> dict[str, str]:
        return {c["name"]: c["state"] for c in self.gate(query)["checks"] if c["state"] != "yes"}

    def test_from_the_first_day_to_the_last(self) -> None:
        """Three weeks of watching from the 24th: looked at and eating on the 16th of December, and it opens."""
        self.assertEqual(self.gate()["drip"], [])
        self.assertEqual(self.missing("?days=21"), {"watched": "no", "eating": "unknown", "no signs": "unknown"})
        self.later(days=22)
        self.send(f"groups/{self.barbs}/observations", {"appetite": "all"})
        self.send(f"groups/{self.barbs}/looks", {"signs": {"eating_normally": True, "flashing": False}})
        told = self.gate("?days=21")
        self.assertEqual((told["open"], told["words"], told["fish"]), (True, "They may leave.", "6 cherry barbs"))

    def test_a_sign_begins_its_days_again(self) -> None:
        self.later(days=20)
        self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True, "eating_normally": True}})
        told = self.gate("?days=14")
        signs = next(c for c in told["checks"] if c["name"] == "no signs")
        self.assertEqual((signs["state"], signs["ready_words"]), ("no", "from Monday 28 December"))
        self.assertEqual(told["words"], "Not before Monday 28 December, if all goes well.")

    def test_medicine_and_a_running_course_hold_it(self) -> None:
        self.course(self.barbs)
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "30 g"})
        told = {c["name"]: c["words"] for c in self.gate()["checks"] if c["state"] == "no"}
        self.assertEqual(told["medicine out"], "salt still in the water")
        self.assertIn("no treatment runs", told)

    def test_the_destination_is_matched_and_dripped_to(self) -> None:
        """25.5 here, 24 there: 1.5 apart; to half a degree, twice the 5 L in 45 minutes: 222 mL a minute."""
        display = self.tank(name="Display")
        self.assertEqual(self.missing(f"?to={display}")["temperature matched"], "unknown")
        self.send(f"tanks/{self.weir}/readings", {"temperature": "25.5"})
        self.send(f"tanks/{display}/readings", {"temperature": "24"})
        told = self.gate(f"?to={display}")
        self.assertEqual(next(c["words"] for c in told["checks"] if c["name"] == "temperature matched"), "1.5\u202f°C apart: ramp it slowly, or drip longer")
        self.assertIn("drip 10.0 L of the new water to 5.0 L of theirs", told["drip"][0].replace("5.00", "5.0"))
        self.assertIn("222 mL a minute", told["drip"][1])
        # a box of 12 L takes 24 L: more than twice as fast
        told = self.gate(f"?to={display}&box=12%20L")
        self.assertIn("drip 24.0 L of the new water to 12.0 L of theirs", told["drip"][0])
        self.assertIn("533 mL a minute", told["drip"][1])

    def test_what_is_none(self) -> None:
        self.get(f"groups/{self.barbs}/release?days=0", status=422)
        self.get(f"groups/{self.barbs}/release?days=nan", status=422)
        for box in ("0", "-2", "NaN", "1e308", "two", "3 parsecs"):
            self.assertEqual(self.get(f"groups/{self.barbs}/release?box={box}", status=422)["field"], "box")
        self.get(f"groups/{self.barbs}/release?to={self.room.uid}", status=404)

    def test_water_in_red_is_part_of_it(self) -> None:
        self.send(f"tanks/{self.weir}/readings", {"ammonia": "3", "ph": "8.4", "temperature": "26"})
        water = next(c for c in self.gate()["checks"] if c["name"] == "water")
        self.assertEqual(water["state"], "no")
        self.assertTrue(water["words"].startswith("mend it first: Weir: "))

    def test_a_vessel_that_holds_too_little_is_filled_in_steps(self) -> None:
        """1.5 degrees to a half: a third; 5 L in a vessel of 8 takes 3 L at a time, 5/8 each: ln 3 / ln 1.6 = 2.3, three times, 9 L."""
        display = self.tank(name="Display")
        self.send(f"tanks/{self.weir}/readings", {"temperature": "25.5"})
        self.send(f"tanks/{display}/readings", {"temperature": "24"})
        told = self.gate(f"?to={display}&holds=8%20L")["drip"]
        self.assertIn("drip 3.0 L of the new water to 5.0 L of theirs", told[0])
        self.assertIn("2 times more: the vessel holds no more at once.", told[0])
        self.assertIn("200 mL a minute", told[1])
        self.assertEqual(self.get(f"groups/{self.barbs}/release?holds=3%20L", status=422)["field"], "holds")

    def test_a_plain_move_asks_the_gate_and_keeps_the_reason(self) -> None:
        self.later(days=-40)
        display = self.tank(name="Display")
        self.group(display, species="guppy")
        self.later(days=43)
        told = self.ask(f"groups/{self.barbs}/move-ahead", {"to": display})
        self.assertIn("Watched: 3 of 30 days.", told["against"])
        self.send(f"groups/{self.barbs}/move", {"to": display, "note": "the pump failed"})
        book = self.get(f"groups/{self.barbs}/book")["lines"]
        self.assertEqual(book[-1]["detail"], "the pump failed")
        # within quarantine nothing is asked
        self.assertEqual(self.ask(f"groups/{self.barbs}/move-ahead", {"to": self.weir})["against"], [])
