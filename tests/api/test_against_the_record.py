"""What the record says against a tick, and what it says of a step of salinity."""

from __future__ import annotations

from typing import Any

from pennywort.courses.models import Course
from tests.api.room import COPPER, TANK, RoomCase
from tests.api.test_course_engine import SEA

ROCK = "No invertebrate, live rock or coral sand is in this water."


class Ticks(RoomCase):
    def slip(self, group: str, **more: Any) -> dict[str, Any]:
        return dict(self.ask(f"groups/{group}/slip", {"protocol": "copper_30_strict", "products": COPPER, "condition": "marine_ich", **more}))

    def test_a_tick_against_the_record_is_not_offered_and_asks_a_reason(self) -> None:
        bare = self.group(self.tank(**SEA), species="royal_gramma")
        self.assertIn(ROCK, [c["text"] for c in self.slip(bare)["confirm"]])
        rocky = self.group(self.tank(**{**SEA, "name": "Reach", "code": "Q8"}, rock_mass="9 kg"), species="royal_gramma")
        told = self.slip(rocky)
        self.assertNotIn(ROCK, [c["text"] for c in told["confirm"]])
        words = f"it asks for “{ROCK.rstrip('.')}”, and by the record there is 9 kg of rock"
        self.assertIn(words, told["cared"])
        body = {"protocol": "copper_30_strict", "products": COPPER, "condition": "marine_ich", "confirmed": [0, 1, 2], "vet_word": True}
        refused = self.send(f"groups/{rocky}/courses", {**body, "reason": ""}, status=422)
        self.assertEqual(refused["field"], "reason")
        self.assertIn("9 kg of rock", refused["detail"])
        self.send(f"groups/{rocky}/courses", {**body, "reason": "dry rock, bought new"})
        course = Course.objects.get()
        self.assertEqual((course.reason, ROCK in course.confirmed), ("dry rock, bought new", False))

    def test_what_the_last_look_points_to(self) -> None:
        """Velvet first in the look of this morning: low salinity does nothing against it, and its tick is not offered."""
        group = self.group(self.tank(**SEA), species="royal_gramma")
        self.send(f"groups/{group}/looks", {"signs": {"gold_grey_dust": True, "rapid_breathing": True, "clamped_fins": True}})
        told = self.slip(group, protocol="low_salinity", products={})
        self.assertNotIn("Velvet and Brooklynella are ruled out.", [c["text"] for c in told["confirm"]])
        self.assertTrue([c for c in told["cared"] if "marine velvet first in the last look" in c], told["cared"])
        self.later(days=4)
        self.assertFalse([c for c in self.slip(group, protocol="low_salinity", products={})["cared"] if "last look" in c])


class Salinity(RoomCase):
    """80 L that read 5.3 g/kg on the way to 10: the step to 4 is left out, and each of the others says what is swapped."""

    def setUp(self) -> None:
        super().setUp()
        self.tank_id = self.tank(water_type="brackish", measured_net_volume="80 L", length="80 cm", width="40 cm", water_depth="32 cm")
        self.fish = self.group(self.tank_id, species="figure_eight_puffer")
        self.send(f"tanks/{self.tank_id}/readings", {"salinity": "5.3 g/kg"})

    def test_the_slip_leads_on_from_the_reading(self) -> None:
        told = self.ask(f"groups/{self.fish}/slip", {"protocol": "raise_brackish", "condition": "ph_osmotic_shock"})
        steps = [(s["title"], s["amount"]) for s in told["days"] if s["kind"] == "salinity"]
        self.assertEqual([t for t, _ in steps], ["Swap again", "Swap to where it ends"])
        # (7.02 x 80 - 5.30 x 64) / 16 = 13.9 g/L in 16 L: 222 g of salt, 242 g of a mix of 92.1 %
        self.assertRegex(steps[0][1], r"^to 7 g/kg: swap 16.0 L for water of 13\.\d g/L, which reads 1\.0\d{3} SG: 24\d g of marine mix")
        self.assertTrue([c for c in told["cautions"] if "the water reads 5.3 g/kg, past 4 g/kg" in c["text"]])

    def test_the_press_reckons_from_the_reading_of_the_day(self) -> None:
        self.course(self.fish, "raise_brackish", condition="ph_osmotic_shock")
        self.later(days=2, hours=1)
        self.assertIn("read the salinity first", self.due("salinity")[0]["tool_words"])
        self.send(f"tanks/{self.tank_id}/readings", {"salinity": "6.9 g/kg"})
        self.assertEqual(self.due("salinity")[0]["tool_words"], "it reads 6.9 g/kg already: nothing to swap")
        self.send(f"tanks/{self.tank_id}/readings", {"salinity": "8.0 g/kg"})
        # 1 - 7.02/8.03 g/L of 80 L
        self.assertEqual(self.due("salinity")[0]["tool_words"], "swap 10.1 L, 13 % of it, for water without salt")


class Equipment(RoomCase):
    """What runs on a tank, by its record: Measure stops a medicine that it takes out, and a course says what to switch off."""

    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(**SEA, equipment=["skimmer", "uv"])
        self.fish = self.group(self.sill, species="royal_gramma")

    def test_measure_knows_it_unless_it_is_said(self) -> None:
        self.assertEqual(self.get(f"tanks/{self.sill}")["equipment"], ["skimmer", "uv"])
        body = {"kind": "dose", "use": "cu_2", "tank": self.sill, "own": COPPER["copper"]["own"], "confirmed": True}
        told = self.ask("measure", body)
        self.assertEqual((told["verdict"], told["amounts"]), ("never", []))
        self.assertTrue(any("UV is running" in c["text"] for c in told["cautions"]))
        self.assertEqual(self.ask("measure", {**body, "running": []})["verdict"], "amount")
        self.assertEqual(self.ask("measure", {**body, "running": ["filter"]}, status=422)["field"], "running")
        # a bath is a vessel of its own
        bath = self.ask("measure", {"kind": "dose", "use": "form_2", "tank": self.sill, "volume": "5 L", "confirmed": True, "temperature": "20", "oxygen": "8"})
        self.assertFalse([c for c in bath["cautions"] if "is running" in c["text"]])

    def test_a_tank_on_the_same_water_counts(self) -> None:
        twin = self.tank(**{**SEA, "name": "Twin", "code": ""}, shares_water_with=self.sill)
        body = {"kind": "dose", "use": "cu_2", "tank": twin, "own": COPPER["copper"]["own"], "confirmed": True}
        self.assertEqual(self.ask("measure", body)["verdict"], "never")

    def test_the_course_says_what_to_switch_off_here(self) -> None:
        """How a step is done stands wherever the step does: on the slip, on Today, on the card and in the calendar."""
        wish = {"protocol": "copper_30_strict", "products": COPPER, "condition": "marine_ich"}
        words = "Off while medicine is in: carbon, UV, ozone, skimmer. By the record UV and the skimmer run on this tank."
        self.assertIn(words, [d["text"] for d in self.ask(f"groups/{self.fish}/slip", wish)["days"] if d["kind"] == "carbon_out"])
        self.course(self.fish, **wish)  # type: ignore[arg-type]
        self.assertEqual(self.due("carbon_out")[0]["text"], words)
        self.assertIn(words, [a["text"] for a in self.get(f"tanks/{self.sill}/ahead")])
        calendar = self.client_of().get(self.url(f"cases/{Course.objects.get().case.uid}/calendar")).content.decode()
        self.assertIn("By the record UV and the skimmer", calendar.replace("\r\n ", "").replace("\\,", ","))

    def test_what_no_tank_runs(self) -> None:
        self.assertEqual(self.send("tanks", {**TANK, "name": "X", "equipment": ["laser"]}, status=422)["field"], "equipment.0")
