"""A product by its label in a course: packets, drops, grams; whole ones to buy, their cost, the label's own change, what it holds."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from pennywort.courses.models import Course, Dose, Task
from tests.api.room import RoomCase

PACKETS = {
    "product": "the grey packets", "amount": "1 packet", "per_volume": "10 gal", "every": "24 h", "days": 7, "counts": "pieces", "piece": "packet",
    "change": "25 %", "change_on_day": 8, "paid": "12", "paid_for": "10 packets",
}  # fmt: skip


class Labels(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def slip(self, *, status: int = 200, **label: Any) -> Any:
        return self.ask(f"groups/{self.barbs}/slip", {"protocol": "by_label", "label": {**PACKETS, **label}}, status=status)

    def test_packets_with_what_to_buy_and_what_it_costs(self) -> None:
        """A packet for 37.85 L in 45 L is 1.19; seven days are 8.32, nine whole ones at 1.20: 10.80 (arithmetic)."""
        told = self.slip()
        line = told["lines"][0]
        # halves are too coarse for 1.19 packets only beyond 15 in a hundred: one is 16 short, so it is shared
        self.assertIn("dissolve 2 packets in 20 mL of tank water and take 11.9 mL of that", line["whole_words"])
        self.assertIn("1 packet in every 37.85 L", line["whole_words"])
        buy = told["to_buy"][0]
        self.assertEqual((buy["name"], buy["amount"]["figure"], buy["amount"]["unit"], buy["cost"]), ("the grey packets", "9", "packets", "10.80"))
        change = next(d for d in told["days"] if d["kind"] == "water_change")
        self.assertEqual((change["title"], change["day"], change["amount"]), ("The change that the label asks for", 8, "25 %"))

    def test_drops_and_grams(self) -> None:
        """Ten drops a gallon at 20 in a millilitre: 118.9 drops, 5.94 mL in 45 L; 2 g in 40 L are 2.25 g."""
        drops = self.slip(amount="10 drops", per_volume="1 gal", counts="drops", drops_per_ml="20", paid="", paid_for="")
        self.assertAlmostEqual(float(drops["lines"][0]["big"]["figure"]), 5.94, delta=0.15)
        grams = self.slip(amount="2 g", per_volume="40 L", counts="mass", paid="", paid_for="")
        self.assertEqual(grams["lines"][0]["big"], {"figure": "2.25", "unit": "g"})

    def test_a_packet_is_given_pressed_put_back_and_read(self) -> None:
        self.course(self.barbs, "by_label", label=PACKETS)
        due = self.due()[0]
        self.assertTrue(due["press"].endswith("packets") or due["press"].endswith("pieces"), due["press"])
        self.send(f"tasks/{due['task']}/dose", {"amount": "1.19 packets"})
        dose = Dose.objects.get()
        self.assertEqual((dose.pieces_count, dose.amount_mg, dose.amount_ml), (1.19, None, None))
        back = self.ask(f"tanks/{self.weir}/goes-back", {"share": "50 %"})["parts"][0]
        self.assertEqual(back["amount"]["figure"], "0.595")
        self.send(f"tanks/{self.weir}/changes", {"share": "50 %", "put_back": True})
        self.assertEqual([round(d.pieces_count or 0, 3) for d in Dose.objects.order_by("pk")], [1.19, 0.595])
        # ten packets pressed for one is asked about
        self.later(days=1)
        self.assertIn("times what was planned", self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "12 packets"}, status=422)["detail"])
        self.assertEqual(Task.objects.filter(kind="dose", dose_pieces_count__isnull=False).count(), 7)

    def test_what_it_holds_counts_like_any_medicine(self) -> None:
        """Malachite in the packet and shrimp in the tank: never; a keeper allergic to formaldehyde is told."""
        shrimp = self.tank(code="S", name="Shrimps", has_invertebrates=True)
        fish = self.group(shrimp)
        told = self.ask(f"groups/{fish}/slip", {"protocol": "by_label", "label": {**PACKETS, "holds": ["malachite_green", "formalin"]}})
        self.assertTrue(any("without a backbone" in line for line in told["broken"]))
        self.assertTrue(any(c["text"].startswith("for you:") for c in told["cautions"]))
        start = {"protocol": "by_label", "condition": "ich", "label": {**PACKETS, "holds": ["malachite_green"]}, "confirmed": [0, 1, 2], "reason": "x"}
        self.send(f"groups/{fish}/courses", start, status=422)
        self.assertEqual(Course.objects.count(), 0)

    def test_what_no_label_says(self) -> None:
        for change, field in (
            ({"amount": "0 packets"}, "label.amount"), ({"amount": "400 packets"}, "label.amount"), ({"change": "120 %"}, "label.change"),
            ({"change_on_day": 0}, "label.change_on_day"), ({"holds": ["unobtainium"]}, "label.holds"), ({"paid": ""}, "label.paid"),
            ({"paid_for": "0 packets"}, "label.paid_for"), ({"counts": "drops", "amount": "5 drops", "drops_per_ml": "0"}, "label.drops_per_ml"),
        ):  # fmt: skip
            with self.subTest(change=change):
                self.assertEqual(self.slip(status=422, **change)["field"], field)


DYE = {"product": "the blue bottle", "amount": "5 mL", "per_volume": "40 L", "every": "24 h", "days": 3, "holds": ["methylene_blue"]}
POWDER = {"product": "the white powder", "amount": "3 g", "per_volume": "45 L", "every": "48 h", "days": 7, "counts": "mass", "holds": ["praziquantel"]}


class Several(RoomCase):
    """Two products at once, each by its own label."""

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def slip(self, *also: dict[str, Any], status: int = 200, **first: Any) -> Any:
        return self.ask(f"groups/{self.barbs}/slip", {"protocol": "by_label", "label": {**DYE, **first}, "also": list(also)}, status=status)

    def test_each_has_its_doses_and_the_longer_decides_the_end(self) -> None:
        """5.63 mL on three days; 3 g every second day of seven: four times, 12 g; looks on seven days, half changed on day 8."""
        told = self.slip(POWDER)
        self.assertEqual([line["name"] for line in told["lines"]], ["the blue bottle", "the white powder"])
        doses = [d["title"] for d in told["days"] if d["kind"] == "dose"]
        self.assertEqual((sum("blue" in t for t in doses), sum("white" in t for t in doses)), (3, 4))
        self.assertIn("the white powder: dose 4 of 4", doses)
        self.assertEqual(
            [(b["name"], b["amount"]["figure"], b["amount"]["unit"]) for b in told["to_buy"]],
            [("the blue bottle", "16.9", "mL"), ("the white powder", "12", "g")],
        )
        self.assertEqual(sum(d["kind"] == "look" for d in told["days"]), 7)
        self.assertEqual([(d["day"], d["amount"]) for d in told["days"] if d["kind"] == "water_change"], [(8, "50 %")])

    def test_what_they_hold_meets(self) -> None:
        """The same active in both: never. Permanganate beside a dye: never. One of which nothing is said: care, with a reason."""
        twice = self.slip({**POWDER, "holds": ["methylene_blue", "praziquantel"]})
        self.assertIn("methylene blue is in more than one of these medicines: it would be given twice", twice["broken"])
        self.assertTrue(any("Permanganate oxidises" in line for line in self.slip({**POWDER, "holds": ["permanganate"]})["broken"]))
        unsaid = self.slip({**POWDER, "holds": []})
        self.assertTrue(any("it is not said what it holds" in line for line in unsaid["cared"]))
        start = {"protocol": "by_label", "label": DYE, "also": [{**POWDER, "holds": []}], "confirmed": [0, 1, 2], "reason": ""}
        self.assertEqual(self.send(f"groups/{self.barbs}/courses", {**start, "condition": "ich"}, status=422)["field"], "reason")

    def test_both_are_pressed_written_and_put_back_by_name(self) -> None:
        self.course(self.barbs, "by_label", label=DYE, also=[POWDER])
        due = {d["what"]: d for d in self.due()}
        self.assertEqual(set(due), {"the blue bottle", "the white powder"})
        self.assertEqual((due["the white powder"]["press_amount"], due["the blue bottle"]["press_amount"][-2:]), ("3 g", "mL"))
        for d in due.values():
            self.send(f"tasks/{d['task']}/dose", {"amount": d["press_amount"]})
        self.assertEqual({d.product for d in Dose.objects.all()}, {"the blue bottle", "the white powder"})
        back = self.ask(f"tanks/{self.weir}/goes-back", {"share": "50 %"})["parts"]
        self.assertEqual({(p["name"], p["amount"]["unit"]) for p in back}, {("the blue bottle", "mL"), ("the white powder", "g")})
        # what is in the water is known to Measure, of both
        told = self.ask("measure", {"kind": "dose", "use": "pzq_1", "tank": self.weir, "confirmed": True, "lives": []})
        self.assertTrue(any("methylene blue is in this water" in c["text"] for c in told["cautions"]), told["cautions"])
        case = Course.objects.get().case
        self.assertIn("the white powder, by its label", str(self.get(f"cases/{case.uid}")["lines"]))

    def test_a_fault_of_the_second_names_it(self) -> None:
        for change, field in (
            ({"amount": "0"}, "also.0.amount"),
            ({"holds": ["x"]}, "also.0.holds"),
            ({"days": 90}, "also.0.days"),
            ({"teaspoon": "90 g"}, "also.0.teaspoon"),
        ):
            with self.subTest(field):
                self.assertEqual(self.slip({**POWDER, **change}, status=422)["field"], field)
        self.assertEqual(self.slip(*[POWDER] * 4, status=422)["field"], "also")

    def test_the_case_goes_out_and_comes_in_with_both(self) -> None:
        """Into another fishroom: both labels, each dose by the name of its product."""
        self.course(self.barbs, "by_label", label=DYE, also=[POWDER])
        text = self.client_of().get(self.url(f"cases/{Course.objects.get().case.uid}/file")).content.decode()
        body = {"write_id": str(uuid4()), "text": text}
        answer = self.client_of(self.stranger).post(self.url("cases/import", self.elsewhere), json.dumps(body), content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        course = Course.objects.get(fishroom=self.elsewhere)
        self.assertEqual([label["product"] for label in [course.label or {}, *course.also_labels]], ["the blue bottle", "the white powder"])
        self.assertEqual(sorted(set(course.tasks.filter(kind="dose").values_list("product", flat=True))), ["the blue bottle", "the white powder"])

    def test_what_is_said_before_a_second_one(self) -> None:
        told = self.client_of().get("/api/reference/together").json()
        self.assertIn("most labels forbid a second one", told["words"])
        self.assertIn(
            {"names": "praziquantel and metronidazole", "course": "Anthelmintic and antiprotozoal, two rounds and a third by the hatch"}, told["together"]
        )


class Readings(RoomCase):
    """One label, two readings: seven days for sick fish, three for new ones."""

    def test_the_reading_that_is_followed_decides_the_days(self) -> None:
        fish = self.group(self.tank())

        def doses(*, status: int = 200, **label: Any) -> Any:
            told = self.ask(f"groups/{fish}/slip", {"protocol": "by_label", "label": {**PACKETS, **label}}, status=status)
            return told["field"] if status != 200 else sum(d["kind"] == "dose" for d in told["days"])

        self.assertEqual((doses(new_days=3), doses(new_days=3, reading="new"), doses(reading="sick")), (7, 3, 7))
        self.assertEqual((doses(reading="new", status=422), doses(new_days=0, status=422)), ("label.new_days", "label.new_days"))
        self.send("shelf/labels", {"label": {**PACKETS, "new_days": 3, "reading": "new"}})
        kept = self.get("shelf")["labels"][0]
        self.assertTrue(kept["words"].endswith("7 days, 3 for new fish"))
        self.assertEqual((kept["label"]["days"], kept["label"]["new_days"], kept["label"]["reading"]), (7, 3, "sick"))


class Kept(RoomCase):
    """A label on the shelf: read once, offered wherever a label is asked for."""

    def test_kept_read_again_and_taken_off(self) -> None:
        label = {**PACKETS, "holds": ["malachite_green"]}
        uid = self.send("shelf/labels", {"label": label})["uid"]
        kept = self.get("shelf")["labels"][0]
        self.assertEqual((kept["words"], kept["holds_words"]), ("1 packet in every 37.8541 L, every 24 h, 7 days", "malachite green"))
        again = kept["label"]
        self.assertEqual((again["amount"], again["change"], again["change_on_day"], again["paid"], again["paid_for"]), ("1", "25 %", 8, "12.00", "10"))
        # typed again it makes the same course as the first time
        fish = self.group(self.tank())
        asked = [self.ask(f"groups/{fish}/slip", {"protocol": "by_label", "label": x}) for x in (label, again)]
        self.assertEqual([a["to_buy"] for a in asked], [asked[0]["to_buy"]] * 2)
        self.assertEqual([a["days"] for a in asked], [asked[0]["days"]] * 2)
        # a newer reading takes the place of the older
        self.send("shelf/labels", {"label": {**label, "days": 3}})
        self.assertEqual([x["label"]["days"] for x in self.get("shelf")["labels"]], [3])
        uid = self.get("shelf")["labels"][0]["uid"]
        self.send("shelf/gone", {"what": "label", "uid": uid, "gone": True})
        self.assertEqual(self.get("shelf")["labels"], [])
        self.send("shelf/gone", {"what": "label", "uid": uid, "gone": False})
        self.assertEqual(len(self.get("shelf")["labels"]), 1)

    def test_what_no_label_says_is_not_kept(self) -> None:
        for change, field in (
            ({"amount": "0 packets"}, "label.amount"),
            ({"per_volume": "-1 L"}, "label.per_volume"),
            ({"product": " "}, "label.product"),
            ({"holds": ["x"]}, "label.holds"),
        ):
            with self.subTest(field):
                self.assertEqual(self.send("shelf/labels", {"label": {**PACKETS, **change}}, status=422)["field"], field)
        self.assertEqual(self.get("shelf")["labels"], [])

    def test_spoons_of_a_dry_one(self) -> None:
        """3 g in 45 L with a level teaspoon of 4 g: three quarters of one; without a weighed spoon none is offered."""
        fish = self.group(self.tank())

        def spoons(**more: str) -> list[str]:
            told = self.ask(f"groups/{fish}/slip", {"protocol": "by_label", "label": {**POWDER, **more}})
            return [t["words"] for t in told["lines"][0]["tools"] if t["name"] == "level teaspoon"]

        self.assertEqual(spoons(teaspoon="4 g"), ["¾ level teaspoon"])
        self.assertEqual(spoons(), [])
        told = self.ask("measure", {"kind": "label", "volume": "45 L", "amount": "3 g", "per_volume": "45 L", "counts": "mass", "teaspoon": "4 g"})
        self.assertIn("¾ level teaspoon", [t["words"] for t in told["amounts"][0]["tools"]])
        for body, field in (({"amount": "3 kg"}, "amount"), ({"teaspoon": "0 g"}, "teaspoon"), ({"per_volume": "0"}, "per_volume")):
            refused = {"kind": "label", "volume": "45 L", "amount": "3 g", "per_volume": "45 L", "counts": "mass", **body}
            self.assertEqual(self.ask("measure", refused, status=422)["field"], field)
