"""The shelf: bottles, stock solutions, tools and spoons, and what Measure makes of them."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from tests.api.room import RoomCase

STOCK = {"name": "blue stock", "active": "methylene_blue", "kind": "stock", "weighed": "1 g", "made_up_to": "100 mL"}


class ShelfCase(RoomCase):
    def bottle(self, *, status: int = 200, **more: Any) -> Any:
        return self.send("shelf/bottles", {"name": "peroxide", "active": "hydrogen_peroxide", **more}, status=status)

    def tool(self, *, status: int = 200, **more: Any) -> Any:
        return self.send("shelf/tools", {"name": "pocket scale", "form": "scale", "mark": "10 mg", "holds": "200 g", **more}, status=status)

    def dose(self, *, status: int = 200, **body: Any) -> Any:
        return self.ask("measure", {"kind": "dose", "volume": "10 L", "confirmed": True, **body}, status=status)


class Bottles(ShelfCase):
    def test_a_bottle_as_its_label_says(self) -> None:
        """12 % by weight of density 1.04 holds 124.8 mg/mL: 75 mg/L in 10 L are 6.01 mL."""
        uid = self.bottle(kind="percent_w_w", value="12", density="1.04")["uid"]
        shown = self.get("shelf")["bottles"]
        self.assertEqual([(b["name"], b["holds"], b["past"]) for b in shown], [("peroxide", "12 % by weight", False)])
        told = self.dose(use="hp_6", bottle=uid, water="marine", product_confirmed=True)
        self.assertEqual(told["amounts"][0]["exact"], {"figure": "6.01", "unit": "mL"})
        self.assertIn("over peroxide, 12 % by weight", [t["label"] for t in told["trace"]])

    def test_a_stock_past_its_time_is_never_given(self) -> None:
        """1 g in 100 mL is 10 mg/mL: 2 mg/L in 10 L is 2 mL; a day after it ends, nothing."""
        uid = self.send("shelf/bottles", {**STOCK, "keeps_days": 30})["uid"]
        shown = self.get("shelf")["bottles"][0]
        self.assertEqual((shown["holds"], shown["until_words"], shown["stock"]), ("10 mg in each mL", "24 Dec 2026", True))
        told = self.dose(use="mb_1", bottle=uid, target="2")
        self.assertEqual(told["amounts"][0]["big"], {"figure": "2", "unit": "mL"})
        self.later(days=31)
        self.clients.clear()
        told = self.dose(use="mb_1", bottle=uid, target="2")
        self.assertEqual((told["verdict"], told["amounts"]), ("never", []))
        self.assertTrue(self.get("shelf")["bottles"][0]["past"])

    def test_a_bottle_holds_what_it_holds(self) -> None:
        uid = self.bottle()["uid"]
        self.assertEqual(self.dose(use="mb_1", bottle=uid, status=422)["field"], "bottle")
        self.dose(use="hp_6", bottle=str(uuid4()), status=404)

    def test_used_up_and_put_back(self) -> None:
        uid = self.bottle()["uid"]
        self.send("shelf/gone", {"what": "bottle", "uid": uid})
        self.assertEqual(self.get("shelf")["bottles"], [])
        self.send("shelf/gone", {"what": "bottle", "uid": uid, "gone": False})
        self.assertEqual(len(self.get("shelf")["bottles"]), 1)
        self.send("shelf/gone", {"what": "tool", "uid": uid}, status=404)

    def test_another_fishroom_sees_none_of_it(self) -> None:
        uid = self.bottle()["uid"]
        self.room = self.elsewhere
        self.assertEqual(self.get("shelf", by=self.stranger)["bottles"], [])
        self.send("shelf/gone", {"what": "bottle", "uid": uid}, by=self.stranger, status=404)
        self.ask("measure", {"kind": "dose", "use": "hp_6", "volume": "10 L", "bottle": uid}, by=self.stranger, status=404)

    def test_what_no_bottle_says(self) -> None:
        for change, field in (
            ({"name": " "}, "name"), ({"active": "no_such"}, "active"), ({"active": "heat"}, "active"), ({"strength": "w99"}, "strength"),
            ({"kind": "percent_w_v", "value": "0"}, "value"), ({"kind": "percent_w_v", "value": "120"}, "value"),
            ({"kind": "mg_per_ml", "value": "1e308"}, "value"),
            ({"kind": "percent_w_w", "value": "12", "density": "nan"}, "density"),
            ({**STOCK, "weighed": "-1 g"}, "weighed"), ({**STOCK, "made_up_to": "0"}, "made_up_to"), ({**STOCK, "made_on": "2027-01-01"}, "made_on"),
            ({**STOCK, "keeps_days": 0}, "keeps_days"), ({**STOCK, "weighed": "900 kg", "made_up_to": "1 mL"}, "weighed"),
            ({**STOCK, "active": "formalin"}, "strength"),
        ):  # fmt: skip
            with self.subTest(change):
                self.assertEqual(self.bottle(status=422, **change)["field"], field)
        self.assertEqual(self.get("shelf")["bottles"], [])


class Tools(ShelfCase):
    def test_amounts_come_in_the_tools_at_hand(self) -> None:
        """112 mg of praziquantel for 45 L: fine on a scale of 1 mg; on one of 10 mg it serves within a twentieth; on a kitchen scale never."""
        self.assertEqual(len(self.get("shelf")["usual_tools"]), 12)
        self.tool()
        told = self.dose(use="pzq_1", volume="45 L")
        self.assertEqual([(t["name"], t["words"]) for t in told["amounts"][0]["tools"]], [("pocket scale", "110 mg")])
        self.assertEqual(self.get("shelf")["usual_tools"], [])

    def test_today_uses_them_too(self) -> None:
        group = self.group(self.tank())
        self.tool(name="shop scale", mark="1 g", holds="5 kg")
        self.course(group)
        self.assertIn("shop scale", self.due()[0]["tool_words"])

    def test_a_dropper_and_a_spoon(self) -> None:
        self.tool(name="pipette", form="dropper", drops_per_ml="25")
        self.tool(name="level spoon", form="spoon", spoon="tablespoon")
        self.send("shelf/spoons", {"active": "sodium_chloride", "tablespoon": "15 g"})
        words = [(t["name"], t["words"]) for t in self.get("shelf")["tools"]]
        self.assertEqual(words, [("pipette", "25 drops in 1 mL"), ("level spoon", "level tablespoon")])
        told = self.dose(use="nacl_3", volume="45 L", target="2")
        self.assertEqual(told["amounts"][0]["tools"][0]["words"], "6 level spoons")
        self.assertEqual(self.get("shelf")["spoons"][0]["words"], "level teaspoon 5 g, tablespoon 15 g")

    def test_what_no_tool_is(self) -> None:
        for change, field in (
            ({"name": ""}, "name"), ({"mark": "0"}, "mark"), ({"mark": "100 g"}, "holds"), ({"form": "dropper", "drops_per_ml": "2"}, "drops_per_ml"),
            ({"form": "spoon"}, "spoon"), ({"form": "syringe", "mark": "5 mg"}, "mark"),
        ):  # fmt: skip
            with self.subTest(change):
                self.assertEqual(self.tool(status=422, **change)["field"], field)
        for change, field in (
            ({"active": "permanganate", "teaspoon": "5 g"}, "active"), ({"active": "sodium_chloride"}, "teaspoon"),
            ({"active": "sodium_chloride", "teaspoon": "90 g"}, "teaspoon"),
        ):  # fmt: skip
            self.assertEqual(self.send("shelf/spoons", change, status=422)["field"], field)

    def test_written_twice_it_stands_once(self) -> None:
        body = {"write_id": str(uuid4()), "name": "jug", "form": "cylinder", "mark": "10 mL", "holds": "1 L"}
        self.assertEqual(self.send("shelf/tools", body)["uid"], self.send("shelf/tools", body)["uid"])
        self.assertEqual(len(self.get("shelf")["tools"]), 1)


class WhatIsLeft(ShelfCase):
    """Content, less what was dosed since, less what was taken besides."""

    def left(self) -> list[tuple[str, str, bool]]:
        return [(x["words"], x["doses_words"], x["low"]) for x in self.get("shelf/left")["left"]]

    def test_a_bath_takes_from_its_bottle_once(self) -> None:
        """3 % by weight is 30 mg/mL (density 1): 75 mg/L in 10 L are 25 mL of the 250."""
        group = self.group(self.tank(water_type="marine"), species="royal_gramma")
        bottle = self.bottle(kind="percent_w_v", value="3", content="250 mL")["uid"]
        self.assertEqual(self.left(), [("250 mL of 250 mL", "", False)])
        mix = {"use": "hp_6", "bottle": bottle, "target": "75", "product_confirmed": True}
        told = self.dose(**mix, water="marine")
        self.assertEqual(told["amounts"][0]["exact"], {"figure": "25", "unit": "mL"})
        request = {"kind": "dose", "volume": "10 L", "confirmed": True, **mix}
        run = self.send(f"groups/{group}/baths", {"request": request})["uid"]
        self.assertEqual(self.left()[0][0], "250 mL of 250 mL")
        self.send(f"baths/{run}/match", {"bath": {"temperature": "25", "home_temperature": "25"}})
        self.send(f"baths/{run}/events", {"kind": "in"})
        self.assertEqual(self.left()[0][0], "225 mL of 250 mL")
        self.later(minutes=5)
        self.send(f"baths/{run}/events", {"kind": "out"})
        self.assertEqual(self.left()[0][0], "225 mL of 250 mL")

    def test_doses_of_a_course_and_a_struck_one(self) -> None:
        """500 g of salt; the course takes from it what it gives; struck out it is back; said anew it counts from now."""
        group = self.group(self.tank())
        bottle = self.send("shelf/bottles", {"name": "salt", "active": "sodium_chloride", "content": "500 g", "paid": "4", "paid_for": "1 kg"})["uid"]
        slip = self.ask(f"groups/{group}/slip", {"protocol": "salt_and_warmth", "condition": "ich"})
        self.assertIn("500 g are there", slip["to_buy"][0]["there_words"])
        self.course(group)
        task = self.due()[0]["task"]
        dose = self.send(f"tasks/{task}/dose", {"amount": "40 g"})["uid"]
        self.assertEqual(self.left(), [("460 g of 500 g", "one dose since", False)])
        self.send("strike", {"ledger": "dose", "entry": dose})
        self.assertEqual(self.left(), [("500 g of 500 g", "", False)])
        self.send("shelf/taken", {"what": "bottle", "uid": bottle, "amount": "420 g", "note": "for the pond"})
        self.assertEqual(self.left(), [("80 g of 500 g", "", True)])
        self.later(minutes=1)
        self.send("shelf/stocked", {"what": "bottle", "uid": bottle, "name": "salt", "content": "450 g"})
        self.assertEqual(self.left(), [("450 g of 450 g", "", False)])

    def test_too_little_for_a_course_is_said(self) -> None:
        group = self.group(self.tank())
        self.send("shelf/bottles", {"name": "salt", "active": "sodium_chloride", "content": "10 g"})
        slip = self.ask(f"groups/{group}/slip", {"protocol": "salt_and_warmth", "condition": "ich"})
        self.assertRegex(slip["to_buy"][0]["there_words"], r"^10 g are there: [\d.]+ g are missing$")

    def test_a_smaller_tank_costs_less(self) -> None:
        """The same doses go with the water: half of it, half the money."""
        group = self.group(self.tank(name="Big", measured_net_volume="48 L"))
        self.tank(name="Small", measured_net_volume="24 L")
        self.send("shelf/bottles", {"name": "salt", "active": "sodium_chloride", "paid": "4", "paid_for": "1 kg"})
        slip = self.ask(f"groups/{group}/slip", {"protocol": "salt_and_warmth", "condition": "ich"})
        cost = float(slip["to_buy"][0]["cost"])
        self.assertEqual(slip["smaller_words"], f"In Small (24.0 L) the same course would cost {cost / 2:.2f} instead of {cost:.2f}.")

    def test_mended_and_what_cannot_be(self) -> None:
        bottle = self.bottle(kind="percent_w_v", value="3")["uid"]
        body = {
            "what": "bottle",
            "uid": bottle,
            "name": "brown bottle",
            "expires_on": "2026-12-24",
            "opened_on": "2026-11-01",
            "seal_whole": True,
            "lot": "K7",
            "bought_from": "the chemist",
        }
        self.send("shelf/stocked", body)
        shown = self.get("shelf")["bottles"][0]
        self.assertEqual((shown["name"], shown["stocked"]["soon_words"]), ("brown bottle", "30 days left"))
        self.assertEqual(shown["stocked"]["words"], ["opened 1 Nov 2026", "its seal was whole", "lot K7", "from the chemist"])
        self.assertEqual(self.left(), [])
        for more, field in (
            ({"name": " "}, "name"),
            ({"content": "-1 mL"}, "content"),
            ({"content": "5 g"}, "content"),
            ({"content": "1e308 mL"}, "content"),
            ({"opened_on": "2027-01-01"}, "opened_on"),
            ({"paid": "-1", "paid_for": "1 mL"}, "paid"),
            ({"paid": "3", "paid_for": "0 mL"}, "paid_for"),
        ):
            with self.subTest(field=field):
                self.assertEqual(self.send("shelf/stocked", {**body, **more}, status=422)["field"], field)
        self.send("shelf/taken", {"what": "bottle", "uid": bottle, "amount": "0 mL"}, status=422)

    def test_a_label_counts_whole_packets_and_keeps_its_box_when_read_anew(self) -> None:
        label = {"product": "mix", "amount": "1", "counts": "pieces", "piece": "packet", "per_volume": "40 L", "every": "24 h", "days": 3}
        kept = self.send("shelf/labels", {"label": label})["uid"]
        self.send("shelf/stocked", {"what": "label", "uid": kept, "content": "10", "expires_on": "2027-05-01"})
        self.assertEqual(self.left()[0][0], "10 packets of 10 packets")
        self.send("shelf/taken", {"what": "label", "uid": kept, "amount": "3"})
        self.assertEqual(self.left()[0][0], "7 packets of 10 packets")
        again = self.send("shelf/labels", {"label": {**label, "days": 5}})["uid"]
        self.assertNotEqual(again, kept)
        self.assertEqual(self.get("shelf")["labels"][0]["stocked"]["expires_on"], "2027-05-01")

    def test_the_sick_bay_says_what_is_missing(self) -> None:
        self.tank()
        told = self.get("shelf/left")
        self.assertIn("pure salt", told["words"])
        self.assertNotIn("salt mix for sea water", [i["name"] for i in told["sick_bay"]])
        self.send("shelf/bottles", {"name": "kitchen sack", "active": "sodium_chloride"})
        salt = next(i for i in self.get("shelf/left")["sick_bay"] if i["id"] == "salt")
        self.assertEqual((salt["here"], salt["missing"]), ("kitchen sack", False))
        self.assertNotIn("pure salt", self.get("shelf/left")["words"])
