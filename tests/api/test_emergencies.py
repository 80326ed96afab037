"""First steps, and which tank comes first."""

from __future__ import annotations

from tests.api.room import RoomCase


class Emergencies(RoomCase):
    def test_the_fullest_water_comes_first_and_empty_ones_do_not(self) -> None:
        """Four koi in 45 L before ten barbs in 45; two tanks on one sump are one water; who died needs no air."""
        weir, pond, empty = self.tank(), self.tank(name="Vat", water_type="coldwater_pond"), self.tank(name="Empty")
        sluice = self.tank(name="Sluice", shares_water_with=weir)
        self.group(weir, count=10)
        self.group(sluice, species="neon_tetra", count=5)
        self.group(pond, species="koi", count=4)
        gone = self.group(empty, count=1)
        self.send(f"groups/{gone}/losses", {"count": 1})
        told = self.get("emergencies")
        self.assertEqual([(t["name"], t["fish"]) for t in told["first"]], [("Vat", "4 koi"), ("Sluice and Weir", "5 neon tetras, 10 cherry barbs")])
        self.assertEqual([k["id"] for k in told["kinds"]], ["power_cut", "heater", "leak"])
        self.assertIn("battery air pump", told["kinds"][0]["steps"][0]["text"])
        self.assertEqual(told["kinds"][0]["steps"][0]["source"], "common practice")

    def test_an_empty_house(self) -> None:
        self.assertEqual(self.get("emergencies")["first"], [])
