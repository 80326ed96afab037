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
