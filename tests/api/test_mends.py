"""What a look says first where the water is at fault: the figure for this tank, and where it is done."""

from __future__ import annotations

from typing import Any

from tests.api.room import RoomCase


class First(RoomCase):
    """45 L of fresh water."""

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def weighed(self, **test: Any) -> Any:
        typed = {"temperature": "25", "ph": "7.2", "ammonia": "0", "nitrite": "0", **test}
        return self.ask(f"groups/{self.barbs}/weigh", {"signs": {"rapid_breathing": True}, **typed})

    def test_nitrite_opens_measure_with_its_reading(self) -> None:
        """3.28 mg/L as the ion is 1 as N: 54 mg/L of salt, 2.43 g in 45 L; Measure says the same from what the press hands over."""
        told = self.weighed(nitrite="3.28")["mends"][0]
        self.assertEqual((told["reading"], told["harmful"], told["press"]), ("nitrite", True, "measure"))
        self.assertIn("54 mg/L of pure salt, 2.43 g here", told["amount"])
        query = {k: v for k, v in told["query"].items() if k != "what"}
        self.assertEqual(told["query"]["what"], "nitrite")
        measured = self.ask("measure", {"kind": "nitrite", "tank": self.weir, **query})
        self.assertEqual(measured["amounts"][0]["exact"], {"figure": "2.43", "unit": "g"})

    def test_salt_that_is_there_is_counted(self) -> None:
        guarded = self.weighed(nitrite="3.28", chloride="60")["mends"][0]
        self.assertEqual((guarded["press"], guarded["query"]), ("", {}))
        self.assertIn("guards already", guarded["amount"])

    def test_ammonia_opens_the_change(self) -> None:
        """2.44 mg/L NH4 is 1.9 as N; at pH 8.2 and 25 °C 8.3 % of it is free: halves, 22.5 L each."""
        told = self.weighed(ammonia="2.44", ph="8.2")["mends"][0]
        self.assertEqual((told["press"], told["query"]), ("change", {"share": "50 %"}))
        self.assertTrue(told["amount"].startswith("Change 50 %, 22.5 L, and again after some hours: "), told["amount"])
        self.assertTrue(self.ask(f"tanks/{self.weir}/goes-back", {"share": told["query"]["share"]})["parts"] == [])

    def test_oxygen_says_air_and_chlorine_its_dechlorinator(self) -> None:
        air = self.weighed(oxygen="1.5")
        self.assertEqual((air["mends"][0]["reading"], air["acts"]["do"][0]["id"], air["mends"][0]["press"]), ("oxygen", "more_air", ""))
        tap = self.weighed(chlorine="0.5")["mends"][0]
        # seven of crystals for one of chlorine: 3.5 mg/L, 158 mg in 45 L
        self.assertIn("3.5 mg/L of sodium thiosulfate crystals, 158 mg here", tap["amount"])
        self.assertEqual(tap["query"], {"what": "tap", "chlorine": "0.5"})

    def test_in_the_bag_and_at_the_seller_nothing_is_pressed(self) -> None:
        """The water of a bag is not this tank's: the level is told, no grams, and no press."""
        body = {"signs": {"rapid_breathing": True}, "temperature": "25", "ph": "7.2", "ammonia": "0", "nitrite": "3.28", "in_bag": True}
        told = self.ask(f"groups/{self.barbs}/weigh", body)["mends"][0]
        self.assertEqual((told["press"], told["query"], "here" in told["amount"]), ("", {}, False))
        shop = {
            "water": "freshwater_tropical",
            "species": "kuhli loach",
            "fish_count": 6,
            "signs": {},
            "temperature": "25",
            "ph": "7.2",
            "ammonia": "0",
            "nitrite": "3.28",
        }
        self.assertEqual(self.ask("diagnose", shop)["mends"][0]["press"], "")

    def test_good_water_says_nothing_of_it(self) -> None:
        self.assertEqual(self.weighed(oxygen="8")["mends"], [])
