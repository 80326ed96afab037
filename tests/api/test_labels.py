"""A product by its label in a course: packets, drops, grams; whole ones to buy, their cost, the label's own change, what it holds."""

from __future__ import annotations

from typing import Any

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
