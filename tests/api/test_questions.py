"""Measure's way back, free ammonia, half-lives, food at hand, ratios and shares, and what is refused by the name it was sent under."""

from __future__ import annotations

import json
from typing import Any

from tests.api.room import RoomCase


class Asking(RoomCase):
    def measure(self, kind: str, *, status: int = 200, **more: Any) -> Any:
        return self.ask("measure", {"kind": kind, **more}, status=status)


class WayBack(Asking):
    def test_what_an_amount_makes_and_where_that_stands(self) -> None:
        """80 mg of permanganate in 15 L are 5.33 mg/L: in the range of its bath, 5 to 10; 400 mg are 26.7, above the most (arithmetic)."""
        told = self.measure("what_is", use="km_2", volume="15 L", amount="80 mg")
        self.assertEqual((told["figures"][0]["figure"], told["words"]), ("5.33", "That lies in its range."))
        self.assertEqual(told["figures"][2]["label"], "for")
        self.assertIn("above the most that is ever given", self.measure("what_is", use="km_2", volume="15 L", amount="400 mg")["words"])
        self.assertIn("below its range", self.measure("what_is", use="km_2", volume="15 L", amount="20 mg")["words"])

    def test_of_drops_tablets_and_formalin(self) -> None:
        """A tablet of 600 mg in 120 L is 5 mg/L; 2 mL of formalin in 80 L are 25 µL/L (arithmetic)."""
        own = {"kind": "mg_each", "value": "600 mg"}
        self.assertEqual(self.measure("what_is", use="pzq_1", volume="120 L", amount="1 tablet", own=own)["figures"][0]["figure"], "5.00")
        told = self.measure("what_is", use="form_1", volume="80 L", amount="2 mL")
        self.assertEqual((told["figures"][0]["figure"], told["figures"][0]["unit"]), ("25.0", "µL/L"))

    def test_what_can_not_be(self) -> None:
        for change, field in (
            ({"amount": "0 mg"}, "amount"), ({"amount": "5 mL"}, "amount"), ({"use": "moonlight"}, "use"), ({"volume": ""}, "volume"),
            ({"use": "pzq_3"}, "use"),
        ):  # fmt: skip
            with self.subTest(change=change):
                got = self.measure("what_is", status=422, **{"use": "km_2", "volume": "15 L", "amount": "80 mg", **change})
                self.assertEqual(got["field"], field)


class Water(Asking):
    def test_free_ammonia(self) -> None:
        """1 mg/L as N at pH 8 and 25 °C is 5.4 % free, 0.054 mg/L (Emerson et al. 1975, from memory): gills are harmed."""
        told = self.measure("free_ammonia", total="1", ph="8", temperature="25 C")
        self.assertAlmostEqual(float(told["figures"][0]["figure"]), 0.0537, delta=0.0005)
        self.assertIn("gills are harmed", told["words"])
        as_ion = self.measure("free_ammonia", total="1.288", total_as="nh4", ph="8", temperature="77 F")
        self.assertAlmostEqual(float(as_ion["figures"][0]["figure"]), 0.0537, delta=0.0005)
        self.assertEqual(self.measure("free_ammonia", total="1", ph="80", temperature="25", status=422)["field"], "ph")

    def test_a_half_life_of_ones_own(self) -> None:
        """100 to 50 in six hours is six hours; after twelve 25 are left (arithmetic)."""
        told = self.measure("half_life", before="100", after="50", hours="6 h", later="12 h")
        self.assertEqual([f["figure"] for f in told["figures"]], ["6", "25"])
        self.assertEqual(self.measure("half_life", before="50", after="60", hours="6 h", status=422)["field"], "after")

    def test_what_dirt_uses_up_is_given_on_top(self) -> None:
        """Demand 1.5 by the jar and 2 to stay: 3.5 mg/L in 45 L are 157.5 mg; with a demand of 5 it passes six in all."""
        told = self.measure("dose", use="km_1", volume="45 L", demand="1.5", confirmed=True)["amounts"][0]
        self.assertAlmostEqual(float(told["exact"]["figure"]), 157.5, delta=0.6)
        problem = self.measure("dose", use="km_1", volume="45 L", demand="5", confirmed=True, status=422)
        self.assertEqual((problem["field"], "clean the tank first" in problem["detail"]), ("demand", True))
        self.assertEqual(self.measure("dose", use="nacl_3", volume="45 L", demand="1", status=422)["field"], "demand")


class InTheBottle(Asking):
    def test_a_top_up_in_the_bottle_it_comes_from(self) -> None:
        """1.8 to 2.25 in 80 L is 36 mg, 7.2 mL of a bottle of 5 mg in each mL (arithmetic)."""
        own = {"kind": "mg_per_ml", "value": "5"}
        told = self.measure("correct", volume="80 L", reading="1.8", target="2.25", active="copper", own=own)["amounts"][0]
        self.assertEqual(told["exact"], {"figure": "7.2", "unit": "mL"})
        self.assertEqual(self.measure("correct", volume="80 L", reading="1.8", target="2.25", active="unobtainium", status=422)["field"], "active")

    def test_a_change_that_must_suffice_is_rounded_up(self) -> None:
        """3.4 to 2.5 is 26.47 % (arithmetic): 27, not 26. 2.51 to 2.5 is not nothing. A share may be typed in litres."""
        change = self.measure("correct", volume="80 L", reading="3.4", target="2.5")["figures"][0]
        self.assertEqual((change["figure"], change["unit"]), ("27", "%"))
        self.assertEqual(self.measure("correct", volume="80 L", reading="2.51", target="2.5")["figures"][0]["figure"], "0.4")
        self.assertEqual(self.measure("correct", volume="80 L", reading="2", share="20 L")["figures"][0]["figure"], "1.50")

    def test_bleach_as_a_ratio(self) -> None:
        """One part of bleach to 19 of water: a twentieth of ten litres, 500 mL, is 2.7 g of chlorine a litre."""
        told = self.measure("disinfect", volume="10 L", strength="b525", chlorine="1:19")
        self.assertEqual(told["amounts"][0]["exact"], {"figure": "500", "unit": "mL"})
        for chlorine in ("0", "1:2", "1:0", "9000"):
            self.assertEqual(self.measure("disinfect", volume="10 L", chlorine=chlorine, status=422)["field"], "chlorine")

    def test_peroxide_of_300_per_cent_is_none(self) -> None:
        for percent in ("300", "0", "-3"):
            got = self.measure("stop", volume="100 L", active="permanganate", level="2", percent=percent, status=422)
            self.assertEqual(got["field"], "percent")
        self.assertEqual(
            self.measure("label", volume="8 L", amount="10", per_volume="1 gal", counts="drops", drops_per_ml="0", status=422)["field"], "drops_per_ml"
        )


class Food(Asking):
    FISH = {"dose": "50", "eaten": "1 %", "mean_mass": "5 g", "fish_count": 10}

    def test_the_food_at_hand_and_the_powder(self) -> None:
        """5 mg in each gram: 12 g of food hold 60 mg, 600 mg of a powder of 10 %; half a gram is eaten a day, so it lasts 24 days."""
        told = self.measure("food", **self.FISH, food_at_hand="12 g", purity="10 %")  # type: ignore[arg-type]
        self.assertEqual(told["amounts"][0]["exact"], {"figure": "600", "unit": "mg"})
        self.assertEqual([f["figure"] for f in told["figures"] if f["label"] == "the food at hand lasts"], ["24"])

    def test_a_day_below_the_scale_is_made_otherwise(self) -> None:
        """Two fish of 1 g: 0.1 mg a day can't be weighed: a stock onto the food, or a larger batch; never just a figure."""
        told = self.measure("food", dose="50", eaten="1 %", mean_mass="1 g", fish_count=2)["amounts"][0]
        self.assertTrue("make it up to" in told["words"] or "times as much food" in told["words"], told["words"])

    def test_tablets(self) -> None:
        told = self.measure("food", **self.FISH, food_at_hand="100 g", each="500 mg")["amounts"][0]  # type: ignore[arg-type]
        self.assertEqual((told["exact"]["figure"], told["exact"]["unit"]), ("1", "tablet"))
        self.assertEqual(self.measure("food", **self.FISH, each="500 mg", purity="10", status=422)["field"], "purity")


class Nonsense(Asking):
    def test_absurd_input_is_refused_in_words(self) -> None:
        """A number of 5,000 digits, nesting a hundred thousand deep, a bottle of nowhere: an answer, never a fault of ours."""
        self.assertEqual(self.measure("dose", use="nacl_3", volume="9" * 39 + " L", status=422)["field"], "volume")
        deep = '{"kind": "dose", "use": ' + "[" * 100_000 + "]" * 100_000 + "}"
        answer = self.client_of().post(self.url("measure"), deep, content_type="application/json")
        self.assertIn(answer.status_code, (400, 422))
        long = json.dumps({"kind": "dose", "use": "nacl_3", "volume": "9" * 5000})
        self.assertIn(self.client_of().post(self.url("measure"), long, content_type="application/json").status_code, (400, 422))
        huge = '{"kind": "dose", "use": "nacl_3", "volume": "45 L", "confirmed": ' + "9" * 5000 + "}"
        self.assertIn(self.client_of().post(self.url("measure"), huge, content_type="application/json").status_code, (400, 422))
        self.measure("dose", use="nacl_3", volume="45 L", bottle="11111111-1111-4111-8111-111111111111", status=404)

    def test_a_plan_in_the_year_9999(self) -> None:
        group = self.group(self.tank())
        body = {"protocol": "salt_and_warmth", "condition": "ich", "confirmed": [0, 1, 2], "reason": "x", "starts_at": "9999-12-31T23:00:00Z"}
        self.assertEqual(self.send(f"groups/{group}/courses", body, status=422)["field"], "starts_at")
        plan = {"protocol": "salt_and_warmth", "water": "freshwater_tropical", "volume": "45 L", "starts_at": "9999-12-31T23:00:00Z"}
        self.assertEqual(self.ask("plan", plan, status=422)["field"], "starts_at")


class Known(Asking):
    """What the record knows stands on the slip."""

    def test_sand_and_rock_are_named(self) -> None:
        sea = self.tank(code="M", name="Sea", water_type="marine", sand_depth="3 cm", rock_mass="18 kg")
        told = self.measure("dose", use="cu_2", tank=sea, own={"kind": "mg_per_ml", "value": "5"}, confirmed=True)
        self.assertTrue(any("3 cm of sand and 18 kg of rock take up" in c["text"] for c in told["cautions"]))
        bare = self.tank(code="N", name="Bare sea", water_type="marine")
        told = self.measure("dose", use="cu_2", tank=bare, own={"kind": "mg_per_ml", "value": "5"}, confirmed=True)
        self.assertFalse(any("take up" in c["text"] for c in told["cautions"]))

    def test_water_without_fish_is_mixed_at_once(self) -> None:
        """22 L to SG 1.025 are one step where no fish are in it, several where they are; 16 of 128 L swapped says grams and SG."""
        alone = self.measure("salt_steps", volume="22 L", now="0", target="1.025", salt="marine_salt", fish="none")
        self.assertEqual((len(alone["steps"]), alone["words"].startswith("Mixed at once")), (1, True))
        self.assertGreater(len(self.measure("salt_steps", volume="22 L", now="0", target="1.025", salt="marine_salt", fish="marine")["steps"]), 5)
        swap = self.measure("salt_steps", volume="128 L", now="5", target="7", salt="marine_salt", swapped="16 L")["figures"]
        self.assertEqual((swap[0]["figure"], "of salt in it" in swap[0]["words"]), ("21.0", True))
        self.assertEqual((swap[1]["unit"], swap[1]["figure"][:4]), ("SG", "1.01"))

    def test_words_that_keepers_type_find_the_thing(self) -> None:
        rows = {a["id"]: a["search"].lower() for a in self.client_of().get("/api/reference/actives").json()}
        for word, active in (
            ("table salt", "sodium_chloride"), ("epsom", "magnesium_sulfate"), ("sea salt", "marine_salt"), ("blue", "methylene_blue"),
            ("worm", "praziquantel"), ("peroxide", "hydrogen_peroxide"), ("bleach", "bleach"), ("macrolide", "erythromycin"),
        ):  # fmt: skip
            self.assertIn(word, rows[active])

    def test_what_is_done_without_a_disease(self) -> None:
        """On arrival nothing is named: dips, treatment in advance and watching are offered."""
        sea = self.tank(code="M", name="Sea", water_type="marine")
        fish = self.group(sea, species="royal gramma")
        names = [s["protocol"] for s in self.ask(f"groups/{fish}/schools", {"condition": ""})]
        self.assertEqual(names[0], "watch", "the first stands chosen: nothing was seen, so nothing goes in unasked")
        self.assertTrue({"arrival_dips", "watch"} <= set(names), names)
        self.ask(f"groups/{fish}/schools", {"condition": "plague"}, status=404)

    def test_fish_that_look_ill_are_not_dipped_on_arrival(self) -> None:
        """The buckets ask; what the last look says answers for them; the course is not for such fish at all."""
        sea = self.tank(code="M", name="Sea", water_type="marine")
        fish = self.group(sea, species="royal gramma")
        body = {
            "kind": "dips", "tank": sea, "volume": "1 gal", "temperature": "20", "oxygen": "8", "confirmed": True, "product_confirmed": True,
            "buckets": [{"use": "form_2", "minutes": "30"}, {"use": "mb_3", "target": "30 mg/L", "prescribed": True}],
        }  # fmt: skip
        asked = self.ask("measure", body)
        self.assertEqual((asked["verdict"], asked["amounts"], asked["steps"]), ("asks", [], []))
        self.assertEqual(self.ask("measure", {**body, "looks_ill": "yes"})["verdict"], "never")
        self.assertEqual(self.ask("measure", {**body, "looks_ill": "no"})["verdict"], "amount")
        self.assertEqual(self.ask("measure", {**body, "looks_ill": "perhaps"}, status=422)["field"], "looks_ill")
        self.assertEqual(self.ask(f"groups/{fish}/slip", {"protocol": "arrival_dips"})["broken"], [])
        self.send(f"groups/{fish}/looks", {"signs": {"rapid_breathing": True, "eating_normally": True}})
        told = self.ask("measure", {**body, "looks_ill": "no"})
        self.assertEqual(told["verdict"], "never")
        self.assertIn("By the last look one of them shows: ", told["words"])
        broken = self.ask(f"groups/{fish}/slip", {"protocol": "arrival_dips"})["broken"]
        self.assertEqual(len(broken), 1)
        self.assertIn("it asks for “None of them looks ill", broken[0])
        start = {"protocol": "arrival_dips", "condition": "", "confirmed": [0, 1, 2, 3], "vet_word": True, "reason": "they will do"}
        self.assertEqual(self.send(f"groups/{fish}/courses", start, status=422)["field"], "protocol")

    def test_who_bears_a_bath_poorly_is_said_at_it(self) -> None:
        """Kuhli loaches in permanganate and in a salt dip: a quarter of an hour, half a minute; cherry barbs: nothing."""
        tank = self.tank()
        loaches, barbs = self.group(tank, species="kuhli_loach"), self.group(tank)
        request = {"kind": "dose", "use": "km_2", "volume": "5 L", "confirmed": True, "product_confirmed": True, "minutes": "15"}
        told = [self.get(f"baths/{self.send(f'groups/{g}/baths', {'request': request})['uid']}")["tender"] for g in (loaches, barbs)]
        self.assertIn("delicate fish stay in it 15 minutes", told[0])
        self.assertEqual(told[1], [])
