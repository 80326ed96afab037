"""Measure through the API and its command: figures, gates, what the record knows of a tank, worksheets, and nonsense."""

from __future__ import annotations

import json
import math
from typing import Any, get_args

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import BaseModel

from pennywort.core.medicine.product import Own
from pennywort.core.reference import library
from pennywort.measure import schemas
from pennywort.measure.reckon import KINDS
from tests.api.room import RoomCase

REQUESTS: dict[str, type[BaseModel]] = {get_args(m.model_fields["kind"].annotation)[0]: m for m in get_args(get_args(schemas.MeasureIn)[0])}  # type: ignore[attr-defined]


class MeasureCase(RoomCase):
    def measure(self, kind: str, *, status: int = 200, **body: Any) -> Any:
        return self.ask("measure", {"kind": kind, **body}, status=status)

    def big(self, kind: str, **body: Any) -> list[str]:
        return [f"{a['big']['figure']} {a['big']['unit']}" for a in self.measure(kind, **body)["amounts"]]


class Doses(MeasureCase):
    def test_a_bath_with_its_steps(self) -> None:
        """75 mg/L of 3 % peroxide in 10 L is 25 mL; the timer runs 30 minutes; longer is refused."""
        body: dict[str, Any] = {"use": "hp_6", "volume": "10 L", "water": "marine", "confirmed": True}
        got = self.measure("dose", **body)
        self.assertEqual((got["amounts"][0]["big"], got["amounts"][0]["reaches"]), ({"figure": "25", "unit": "mL"}, {"figure": "75.0", "unit": "mg/L"}))
        self.assertEqual([s["lasts_min"] for s in got["steps"] if s["lasts_min"]], [30])
        self.assertTrue(any(s["stop"] for s in got["steps"]))
        # half of it goes in six hours: 2^(-0.5/6) is left after half an hour
        self.assertEqual(next(f["figure"] for f in got["figures"] if f["label"] == "left at the end"), "94")
        self.assertEqual(self.measure("dose", **body, minutes="45", status=422)["field"], "minutes")

    def test_what_stops_a_bath_stands_beside_it(self) -> None:
        """5 mg/L of permanganate in 20 L: 100 mg take 1.08 mL of 3 % peroxide; half as much again is 1.61."""
        got = self.measure("dose", use="km_2", volume="20 L", confirmed=True)
        self.assertIn("to stop it: 1.61 mL of 3 % peroxide", got["steps"][-1]["text"])

    def test_a_swab_has_steps_and_no_amount(self) -> None:
        got = self.measure("dose", use="hp_8", volume="10 L")
        self.assertEqual((got["amounts"], len(got["steps"])), ([], 6))

    def test_past_its_date_is_never_given(self) -> None:
        self.assertEqual(self.measure("dose", use="pzq_1", volume="45 L", expired=True)["verdict"], "never")

    def test_own_spoons(self) -> None:
        got = self.measure("dose", use="nacl_3", volume="45 L", target="2", teaspoon="4.5 g")
        self.assertIn("20 level teaspoons", [t["words"] for t in got["amounts"][0]["tools"]])
        self.assertEqual(self.measure("dose", use="nacl_3", volume="45 L", teaspoon="90 g", status=422)["field"], "teaspoon")

    def test_care_comes_before_the_amount(self) -> None:
        got = self.measure("dose", use="hp_6", volume="10 L")
        self.assertEqual((got["verdict"], got["amounts"], got["figures"][0]["figure"]), ("confirm", [], "75 to 150"))
        asked = self.measure("dose", use="hp_6", volume="10 L", strength="w35", confirmed=True)
        self.assertEqual((asked["verdict"], asked["amounts"]), ("asks", []))

    def test_a_tank_brings_what_lives_in_it(self) -> None:
        """Corydoras bear salt poorly; shrimp in the tank stop copper; the tank's own volume and readings are used."""
        tank = self.tank(has_invertebrates=True)
        self.group(tank, species="panda corydoras")
        self.send(f"tanks/{tank}/readings", {"temperature": "28", "ph": "7", "ammonia": "0", "nitrite": "0"})
        got = self.measure("dose", use="nacl_3", tank=tank, target="1 g/L")
        self.assertEqual(got["amounts"][0]["big"], {"figure": "45", "unit": "g"})
        self.assertTrue(any("loaches and catfish live here" in c["text"] for c in got["cautions"]))
        self.assertEqual(self.measure("dose", use="cu_3", tank=tank, alkalinity="7 dKH", confirmed=True)["verdict"], "never")
        # what is ticked stands beside what the record knows: an empty list switches nothing off
        self.assertIn("without a backbone live here", self.measure("dose", use="form_1", tank=tank, lives=[], confirmed=True)["words"])
        weir = self.tank(code="B", name="Bare")
        self.group(weir)
        self.send(f"tanks/{weir}/readings", {"temperature": "28", "ph": "7", "ammonia": "0", "nitrite": "0"})
        self.assertIn("temperature 28", self.measure("dose", use="form_1", tank=weir, confirmed=True)["words"])

    def test_unknown_words_are_refused_by_name(self) -> None:
        """["shrimp"] with copper got an amount, because nobody knew the word."""
        for field, word in (("lives", "shrimp"), ("running", "bubbler"), ("in_water", "salt"), ("tools", "thimble")):
            with self.subTest(field):
                told = self.measure("dose", use="nacl_3", volume="45 L", status=422, **{field: [word]})
                self.assertEqual((told["field"], word in told["detail"]), (field, True))
        self.assertIn("invertebrates", self.measure("dose", use="cu_1", volume="45 L", lives=["shrimp"], status=422)["detail"])

    def test_what_is_in_the_tank_counts(self) -> None:
        """Copper at 3.60 and 2.00 wanted is 44.4 % to change, 45 rounded up; at 1.20 only 0.80 are missing: 36 mg in 45 L (arithmetic)."""
        sea = self.tank(code="M", name="Sea", water_type="marine")
        self.group(sea, species="royal gramma")
        own: dict[str, Any] = {"kind": "mg_per_ml", "value": "5"}
        self.send(f"tanks/{sea}/readings", {"copper": "3.6"})
        told = self.measure("dose", use="cu_2", tank=sea, own=own, confirmed=True)
        self.assertIn("Change 45 % of the water", told["words"])
        self.assertEqual((told["figures"][0]["label"], told["figures"][0]["figure"]), ("in it already", "3.60"))
        self.later(minutes=5)
        self.send(f"tanks/{sea}/readings", {"copper": "1.2"})
        told = self.measure("dose", use="cu_2", tank=sea, own=own, confirmed=True)["amounts"][0]
        self.assertEqual((told["exact"], told["reaches"]["figure"]), ({"figure": "7.2", "unit": "mL"}, "2.00"))
        # what is typed over it counts instead
        told = self.measure("dose", use="cu_2", tank=sea, own=own, confirmed=True, level_now="0")["amounts"][0]
        self.assertEqual(told["exact"]["figure"], "18")

    def test_salt_on_top_of_salt(self) -> None:
        """1 g/L stands in 45 L by the refractometer; 2 are wanted: 45 g, not 90 (arithmetic)."""
        tank = self.tank()
        self.send(f"tanks/{tank}/readings", {"salinity": "1 g/kg"})
        self.assertEqual(self.big("dose", use="nacl_3", tank=tank, target="2"), ["45 g"])

    def test_a_vet_lifts_what_a_vet_prescribes_and_nothing_else(self) -> None:
        for use, target in (("nacl_3", "6"), ("cu_1", "0.3"), ("form_1", "40")):
            with self.subTest(use):
                told = self.measure("dose", use=use, volume="45 L", target=target, prescribed=True, confirmed=True, status=422)
                self.assertEqual(told["field"], "target")
        self.assertEqual(self.measure("dose", use="mtz_1", volume="45 L", target="30", prescribed=True, confirmed=True)["verdict"], "amount")

    def test_the_same_active_twice_is_never(self) -> None:
        """Malachite green into water that holds the mixture of formalin and malachite, and the other way round."""
        for use, there in (("mg_1", "formalin_malachite"), ("form_1", "formalin_malachite"), ("mgf_1", "malachite_green")):
            with self.subTest(use):
                told = self.measure("dose", use=use, volume="45 L", in_water=[there], confirmed=True)
                self.assertEqual((told["verdict"], "given twice" in told["words"]), ("never", True))

    def test_medicine_in_the_water_is_known(self) -> None:
        tank = self.tank()
        self.course(self.group(tank), "two_rounds", condition="spironucleus")
        for item in self.due():
            self.send(f"tasks/{item['task']}/dose", {"amount": item["press_amount"]})
        got = self.measure("dose", use="form_1", tank=tank, confirmed=True, temperature="24", oxygen="8")
        self.assertTrue(any("praziquantel is in this water" in c["text"] for c in got["cautions"]))

    def test_percent_and_grams_are_the_same_salt(self) -> None:
        """0.3 % is 3 g/L: 135 g in 45 L; 3 % is ten times that and refused in the tank."""
        self.assertEqual(self.big("dose", use="nacl_3", volume="45 L", target="0.3 %"), ["135 g"])
        self.assertEqual(self.big("dose", use="nacl_3", volume="45 L", target="3"), ["135 g"])
        self.assertIn("slip of units", self.measure("dose", use="nacl_3", volume="45 L", target="3 %", status=422)["detail"])

    def test_own_strength(self) -> None:
        own: dict[str, Any] = {"kind": "mg_per_ml", "value": "5.2"}
        self.assertEqual(self.big("dose", use="cu_2", volume="85 L", own=own, target="2.25", level_now="1.86", confirmed=True), ["6.4 mL"])

    def test_tools_at_hand(self) -> None:
        """With a kitchen scale alone 112 mg of praziquantel can't be weighed, and nobody dissolves 25 g to give that."""
        got = self.measure("dose", use="pzq_1", volume="45 L", tools=["scale_1g", "syringe_10ml"], confirmed=True)
        self.assertEqual(got["words"], "No tool here measures this: take a finer one, or more water.")
        self.assertEqual([t["usable"] for t in got["amounts"][0]["tools"]], [False])
        self.assertEqual(self.measure("dose", use="pzq_1", volume="45 L", tools=["thimble"], status=422)["field"], "tools")

    def test_a_vet_decides(self) -> None:
        self.assertEqual(self.measure("dose", use="mtz_1", volume="85 L")["verdict"], "vet")
        self.assertEqual(self.big("dose", use="mtz_1", volume="85 L", prescribed=True, target="7 mg/L"), ["600 mg"])

    def test_another_fishrooms_tank_is_unknown(self) -> None:
        tank = self.tank()
        self.room = self.elsewhere
        self.ask("measure", {"kind": "dose", "use": "pzq_1", "tank": tank}, by=self.stranger, status=404)

    def test_what_is_wrong_names_its_field(self) -> None:
        for change, field in (
            ({"use": "no_such"}, "use"), ({"volume": ""}, "volume"), ({"volume": "-5"}, "volume"), ({"volume": "1e308"}, "volume"),
            ({"volume": "five"}, "volume"), ({"target": "nan"}, "target"), ({"target": "2,5"}, "target"), ({"target": "0"}, "target"),
            ({"strength": "w3"}, "strength"), ({"share": "120 %"}, "share"), ({"give_or_take": "40 L"}, "give_or_take"), ({"level_now": "-1"}, "level_now"),
            ({"temperature": "99"}, "temperature"),
            ({"own": {"kind": "percent_w_v", "value": "0"}}, "own.value"), ({"minutes": "x"}, "minutes"),
        ):  # fmt: skip
            with self.subTest(change):
                got = self.measure("dose", **{"use": "pzq_1", "volume": "45 L", **change}, status=422)
                self.assertIn(field, got["field"])


class Others(MeasureCase):
    def test_labels(self) -> None:
        """10 drops a gallon in 3 gal are 30 drops, 1.5 mL; a packet for 10 gal in 3 gal is 0.3; 5 mL per 10 gal in 20 gal 10 mL."""
        got = self.measure("label", amount="10", counts="drops", per_volume="1 gal", volume="3 gal")
        self.assertEqual((got["amounts"][0]["big"]["figure"], got["amounts"][0]["words"][:8]), ("1.5", "30 drops"))
        self.assertEqual(self.big("label", amount="1", counts="pieces", per_volume="10 gal", volume="3 gal"), ["0.3 pieces"])
        self.assertEqual(self.big("label", amount="5 mL", per_volume="10 gal", volume="20 gal"), ["10 mL"])
        # an eighth of a teaspoon for 5 gal in 10 gal: a quarter, 1.23 mL
        self.assertEqual(self.big("label", amount="⅛ tsp", per_volume="5 gal", volume="10 gal"), ["1.24 mL"])

    def test_vessels(self) -> None:
        """The 75 gal box measured inside and less its sand is less than its name."""
        got = self.measure(
            "vessel", shape="box", measures={"length": "47.5 in", "width": "17.5 in", "depth": "18 in"}, sand_depth="2 in", rock_mass="20 lb", named="75 gal"
        )  # fmt: skip
        net = float(got["figures"][0]["figure"])
        self.assertAlmostEqual(net, 47.5 * 17.5 * 18 * 2.54**3 / 1000 - 47.5 * 17.5 * 2 * 2.54**3 * 0.6 / 1000 - 20 * 0.45359237 / 2.6, delta=0.06)
        self.assertEqual(got["figures"][0]["words"], "21 % less than the name on the box")
        self.assertEqual(self.measure("vessel", shape="bowl", measures={"diameter": "30", "depth": "31"}, status=422)["field"], "measures.depth")
        self.assertEqual(self.measure("vessel", shape="bowl", measures={"width": "30"}, status=422)["field"], "measures.width")

    def test_buckets(self) -> None:
        self.assertEqual(self.measure("vessel", shape="buckets", measures={"count": "7", "each": "2.5 gal"})["figures"][0]["figure"], "66.2")

    def test_true_volume(self) -> None:
        got = self.measure("true_volume", added="100 g", before="0.3", after="2.3", reading_error="0.05")
        self.assertEqual((got["figures"][0]["figure"], got["figures"][0]["words"]), ("50.0", "give or take 3.6 L"))
        self.assertEqual(self.measure("true_volume", added="1 g", before="0.3", after="0.31", status=422)["field"], "after")

    def test_salinity(self) -> None:
        got = self.measure("salinity", value="1.009", scale="gravity", sample_temperature="25", reference_temperature="4")
        self.assertAlmostEqual(float(got["figures"][0]["figure"]), 15.9, delta=0.1)
        self.assertEqual(self.measure("salinity", value="0.9", scale="gravity", status=422)["field"], "value")
        self.assertEqual(self.measure("salinity", value="35", scale="g_per_kg")["figures"][3]["figure"], "1.0262")

    def test_a_bath_thinner_than_the_tank_is_stopped(self) -> None:
        got = self.measure("osmolality", bath={"tds": "193"}, home={"tds": "530"})
        self.assertEqual(got["verdict"], "never")
        self.assertIn("dilutes", got["words"])
        self.assertEqual(self.measure("osmolality", bath={"sugar": "1"}, home={"tds": "530"}, status=422)["field"], "bath.sugar")

    def test_salts_are_what_the_reference_says(self) -> None:
        """What is weighed is offered by its name; left empty it is plain salt; what a meter reads is not weighed out."""
        offered = self.client_of().get("/api/reference/salts").json()
        self.assertEqual(next(s["id"] for s in offered if s["read_by"] == "weight"), "sodium_chloride")
        self.assertEqual([s["id"] for s in offered if s["of_the_sea"]], ["marine_salt"])
        plain, named = (self.measure("salt_steps", volume="10 L", now="0", target="1", salt=name) for name in ("", "sodium_chloride"))
        self.assertEqual(plain["amounts"], named["amounts"])
        for name in ("tds", "sugar"):
            self.assertEqual(self.measure("salt_steps", volume="10 L", now="0", target="1", salt=name, status=422)["field"], "salt")

    def test_salt_in_steps(self) -> None:
        got = self.measure("salt_steps", volume="100 L", now="35", target="36.1", fish="marine", swapped="20 L")
        self.assertEqual((got["figures"][0]["figure"], len(got["steps"])), ("40.5", 1))

    def test_salt_against_nitrite(self) -> None:
        """2 mg/L as nitrogen in ten US gallons: 4.10 g (CV-73); the same figure read as the ion takes 3.28 times less."""
        self.assertEqual(self.measure("nitrite", volume="10 gal", nitrite="2", nitrite_as="n")["amounts"][0]["exact"], {"figure": "4.1", "unit": "g"})
        self.assertEqual(self.measure("nitrite", volume="10 gal", nitrite="2")["amounts"][0]["exact"], {"figure": "1.25", "unit": "g"})
        self.assertEqual(self.measure("nitrite", volume="10 gal", nitrite="2", ratio="99", status=422)["field"], "ratio")

    def test_corrections(self) -> None:
        self.assertEqual(self.big("correct", volume="85", reading="1.86", target="2.25"), ["33 mg"])
        down = self.measure("correct", volume="85", reading="10", target="5", share="25 %")
        self.assertEqual([f["figure"] for f in down["figures"]], ["50", "3"])
        self.assertEqual(self.measure("correct", volume="85", reading="4", target="7", most="6", given="4", status=422)["field"], "target")

    def test_food(self) -> None:
        """Ten fish of 5 g at 50 mg/kg, eating 1 %: 5 mg in each gram, half a gram a day."""
        got = self.measure("food", dose="50", eaten="1 %", mean_mass="5 g", fish_count=10)
        self.assertEqual([f["figure"] for f in got["figures"]], ["5", "500", "3.5"])
        self.assertEqual(self.measure("food", dose="5", eaten="50 %", mean_mass="5 g", status=422)["field"], "eaten")

    def test_gear_and_permanganate(self) -> None:
        self.assertEqual(self.big("disinfect", volume="10 L"), ["37 mL", "14 g", "4.97 g"])
        self.assertEqual(self.big("stop", volume="100 L", active="permanganate", level="2"), ["3.2 mL", "236 mg"])

    def test_ammonia(self) -> None:
        got = self.measure("ammonia", volume="40 L", feed="0.5 g", protein="40 %", limit="1")
        self.assertEqual((got["figures"][0]["figure"], got["words"]), ("0.46", "Change 46 % every day to stay under it."))

    def test_a_salt_by_its_gravity(self) -> None:
        """40 gal from SG 1.004 to 1.006 (5.4 to 8.1 g/kg): 5.3 g in each litre of mix; the same in g/L gives the same."""
        by_gravity = self.measure("salt_steps", volume="100 L", now="1.004", target="1.006", salt="marine_salt", fish="marine")
        first = by_gravity["steps"][0]["text"]
        self.assertIn("of marine mix", first)
        grams = [self.measure("salinity", value=v, scale="gravity")["figures"][2]["figure"] for v in ("1.004", "1.006")]
        by_weight = self.measure("salt_steps", volume="100 L", now=f"{grams[0]} g/L", target=f"{grams[1]} g/L", salt="marine_salt", fish="marine")
        self.assertEqual(len(by_gravity["steps"]), len(by_weight["steps"]))
        self.assertEqual(self.measure("salt_steps", volume="100 L", now="1.2 sg", target="3", status=422)["field"], "now")

    def test_what_a_top_up_and_a_change_carry(self) -> None:
        got = self.measure("carries", volume="100 L", now="3 g/L", evaporated="10 L", share="25 %")
        self.assertEqual([f["figure"] for f in got["figures"]], ["3.33", "3.00", "2.25"])
        self.assertEqual(got["amounts"][0]["big"], {"figure": "75", "unit": "g"})
        under = self.measure("carries", volume="100 L", now="3 g/L", share="25 %", under="1 g/L")
        self.assertEqual((under["figures"][-1]["figure"], under["amounts"]), ("4", []))
        for change, field in (({"under": "1"}, "share"), ({}, "share"), ({"share": "20 %", "under": "5"}, "under"), ({"evaporated": "80 L"}, "evaporated")):
            self.assertEqual(self.measure("carries", volume="100 L", now="3 g/L", status=422, **change)["field"], field)

    def test_tap_water(self) -> None:
        """2 mg/L in 40 L: 560 mg of crystals or 199 mg of ascorbic acid; chloramine leaves 0.40 mg/L of nitrogen (stoichiometry)."""
        got = self.measure("tap", volume="40 L", chlorine="2", holds="chloramine")
        self.assertEqual([a["exact"]["figure"] for a in got["amounts"]], ["560", "199"])
        self.assertEqual(got["figures"][0]["figure"], "0.40")
        self.assertEqual(self.measure("tap", volume="40 L", chlorine="200", status=422)["field"], "chlorine")

    def test_two_buckets(self) -> None:
        """Formalin 45 minutes, then a dye by the label (common practice): both made ready first, each with its own amount."""
        body = {
            "volume": "1 gal", "temperature": "20", "oxygen": "8", "confirmed": True, "looks_ill": "no",
            "buckets": [{"use": "form_2", "minutes": "45"}, {"use": "mb_3", "target": "30 mg/L", "prescribed": True}],
        }  # fmt: skip
        got = self.measure("dips", **body)  # type: ignore[arg-type]
        self.assertEqual([a["exact"]["figure"] for a in got["amounts"]], ["0.757", "114"])
        first = next(i for i, s in enumerate(got["steps"]) if s["lasts_min"] == 45)
        self.assertTrue(any(s["text"].startswith("Bucket 2") for s in got["steps"][:first]))
        held = self.measure("dips", **{**body, "lives": ["invertebrates"]})  # type: ignore[arg-type]
        self.assertEqual((held["verdict"], held["amounts"], held["steps"]), ("never", [], []))
        self.assertEqual(self.measure("dips", **{**body, "confirmed": False})["verdict"], "confirm")  # type: ignore[arg-type]
        for buckets, field in (
            ([{"use": "form_2", "minutes": "90"}, {"use": "mb_3"}], "buckets.0.minutes"), ([{"use": "pzq_1"}, {"use": "mb_3"}], "buckets.0.use"),
            ([{"use": "form_2"}], "buckets"),
        ):  # fmt: skip
            self.assertEqual(self.measure("dips", **{**body, "buckets": buckets}, status=422)["field"], field)

    def test_a_bath_beside_the_tank(self) -> None:
        """The tank's last reading is home: a bath 5 degrees colder is stopped; within half a degree nothing is said of it."""
        tank = self.tank()
        self.send(f"tanks/{tank}/readings", {"temperature": "26", "ph": "7", "ammonia": "0", "nitrite": "0"})
        body: dict[str, Any] = {"use": "km_2", "tank": tank, "volume": "10 L", "confirmed": True}
        self.assertIn("5.0\u202f°C colder", self.measure("dose", **body, bath={"temperature": "21"})["words"])
        self.assertEqual(self.measure("dose", **body, bath={"temperature": "26.3", "turns": 2})["verdict"], "amount")
        thin = self.measure("dose", **body, bath={"other_water": True, "home": {"tds": "530"}, "water": {"tds": "193"}})
        self.assertEqual((thin["verdict"], thin["amounts"]), ("never", []))
        self.assertEqual(self.measure("dose", **body, bath={"temperature": "99"}, status=422)["field"], "bath.temperature")

    def test_an_allergy_of_the_keeper(self) -> None:
        answer = self.client_of().put("/api/me/preferences", json.dumps({"allergies": ["formaldehyde"]}), content_type="application/json")
        self.assertEqual(answer.json()["keeper"]["preferences"]["allergies"], ["formaldehyde"])
        told = self.measure("dose", use="form_1", volume="40 L", temperature="20", oxygen="8")
        self.assertEqual((told["verdict"], told["confirm"][0][:17]), ("confirm", "I am allergic to "))
        wrong = self.client_of().put("/api/me/preferences", json.dumps({"allergies": ["cats"]}), content_type="application/json")
        self.assertEqual((wrong.status_code, wrong.json()["field"]), (422, "allergies"))

    def test_epsom_salt_is_hardness(self) -> None:
        """1 g/L adds 406 mg/L as CaCO3 (CV-74), 22.75 degrees of 17.848."""
        got = self.measure("dose", use="eps_2", volume="40 L", target="1 g/L", confirmed=True)
        self.assertEqual((got["figures"][-1]["figure"], got["figures"][-1]["words"]), ("406", "as CaCO₃, 22.8 °dGH"))


class Nonsense(MeasureCase):
    """Any body at all: an answer or a named error, never a 500, no NaN, nothing below nothing."""

    def texts(self) -> st.SearchStrategy[str]:
        figures = st.one_of(
            st.sampled_from(
                ["", "0", "-1", "nan", "inf", "1e308", "1e-308", "2.5", "25 %", "1.025", "45 L", "10 gal", "3 g/L", "82F", "⅛ tsp", "1,5", "x" * 60]
            ),
            st.floats(allow_nan=True).map(str),
            st.text(max_size=12),
        )
        uses = st.sampled_from(sorted(library().uses))
        return st.one_of(figures, uses)

    def test_any_body(self) -> None:
        @given(st.data())
        @settings(max_examples=300, deadline=None)
        def ask(data: st.DataObject) -> None:
            kind = data.draw(st.sampled_from(sorted(KINDS)))
            fields = REQUESTS[kind].model_fields
            body: dict[str, Any] = {"kind": kind}
            for name in data.draw(st.sets(st.sampled_from(sorted(set(fields) - {"kind", "tank"})))):
                values = {
                    "measures": st.dictionaries(st.sampled_from(["length", "width", "depth", "diameter", "side", "volume"]), self.texts(), max_size=5),
                    "bath": st.dictionaries(st.sampled_from(["tds", "marine_salt", "sodium_chloride"]), self.texts(), max_size=3),
                    "own": st.fixed_dictionaries({"kind": st.sampled_from(get_args(Own)), "value": self.texts()}),
                    "fish_count": st.integers(-5, 10**9), "days": st.integers(-5, 100), "confirmed": st.booleans(),
                "expired": st.booleans(), "prescribed": st.booleans(),
                }  # fmt: skip
                values["home"] = values["bath"]
                if kind == "dose":
                    salts = values["home"]
                    parts = {"temperature": self.texts(), "home_temperature": self.texts(), "water": salts, "home": salts, "turns": st.integers(0, 30)}
                    values["bath"] = st.fixed_dictionaries({}, optional={**parts, "other_water": st.booleans()})
                bucket: dict[str, Any] = {"use": st.sampled_from(["form_2", "mb_3", "km_2", "fwd_1", "pzq_1", "op_1", "no_such"])}
                values["buckets"] = st.lists(st.fixed_dictionaries(bucket, optional={"target": self.texts(), "prescribed": st.booleans()}), max_size=4)
                body[name] = data.draw(values.get(name, self.texts()))
            answer = self.client_of().post(self.url("measure"), json.dumps(body), content_type="application/json")
            self.assertIn(answer.status_code, (200, 409, 422), answer.content)
            told = answer.json()
            if answer.status_code != 200:
                self.assertTrue(told["detail"])
                return
            self.assertNotIn("NaN", answer.content.decode())
            self.assertNotIn("Infinity", answer.content.decode())
            for amount in told["amounts"]:
                self.assertGreaterEqual(float(amount["exact"]["figure"]), 0)
                self.assertTrue(math.isfinite(float(amount["big"]["figure"])))

        ask()

    def test_every_kind_is_asked(self) -> None:
        self.assertEqual(set(REQUESTS), set(KINDS))


class Conditioned(MeasureCase):
    def test_conditioner_in_the_record_is_warned_of(self) -> None:
        """Written down yesterday: permanganate in this water is warned; after two days, and for a medicine it does not touch, nothing is said."""
        weir = self.tank()
        self.send(f"tanks/{weir}/upkeep", {"kind": "conditioner"})
        self.later(days=1)
        use = next(u.id for u in library().actives["permanganate"].uses if u.route == "prolonged")

        def told(use: str) -> list[str]:
            return [c["text"] for c in self.measure("dose", use=use, tank=weir)["cautions"] if "Conditioner went into" in c["text"]]

        self.assertEqual(
            told(use), ["Conditioner went into this water on Tuesday at 14:20: it uses permanganate up for a day or longer. Change most of it first."]
        )
        self.assertEqual(told("nacl_3"), [])
        self.later(days=2)
        self.assertEqual(told(use), [])
