"""Courses through the API: schools side by side, products, reasons, steps simply done, the clock, and what is in the way."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import Any

from pennywort.core.reference import library
from pennywort.courses.models import Course, Dose, Task
from pennywort.tanks.models import WaterChange
from tests.api.room import COPPER, RoomCase

HALF_POWDER = {"bottle": None, "strength": "", "own": {"kind": "purity_percent", "value": "50"}}
SEA = {"name": "Sill", "code": "M1", "water_type": "marine", "measured_net_volume": "100 L"}


class Schools(RoomCase):
    def test_side_by_side(self) -> None:
        """Salt for 45 L at 2 g/L is 90 g, and three changes of a quarter take 22.5 g each: 157.5 g; cherry barbs bear no 30 °C."""
        group = self.group(self.tank())
        found = {s["protocol"]: s for s in self.ask(f"groups/{group}/schools", {"condition": "ich"})}
        self.assertEqual(list(found)[-1], "watch")
        both = found["salt_and_warmth"]
        self.assertEqual(both["takes"], "salt 158 g")
        self.assertLess(both["treat_days"], both["all_days"])
        self.assertEqual(found["watch"]["takes"], "nothing goes in")
        self.assertEqual(found["by_label"]["treat_days"], None)
        self.assertIn("bear at most 27", found["ich_heat"]["never"])

    def test_every_condition_has_its_ways_in_every_water(self) -> None:
        """No way that the reference knows of breaks the list: the keeper with a dying fish always gets an answer."""
        waters = {w: self.tank(code=w[:2], name=w, water_type=w) for w in ("freshwater_tropical", "coldwater_pond", "brackish", "marine")}
        groups = {w: self.group(t) for w, t in waters.items()}
        beside = []
        for name in ["", *library().conditions]:
            for water, group in groups.items():
                found = self.ask(f"groups/{group}/schools", {"condition": name})
                self.assertIn("watch", [s["protocol"] for s in found], f"{name} in {water}")
                beside += [s["takes"] for s in found if s["needs_label"] and s["kind"] != "label" and s["takes"]]
        self.assertTrue(beside)
        self.assertTrue(all("a product by its label" in takes for takes in beside), beside)

    def test_a_condition_nobody_knows(self) -> None:
        group = self.group(self.tank())
        self.ask(f"groups/{group}/schools", {"condition": "gremlins"}, status=404)


class Products(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.loaches = self.group(self.weir, species="kuhli_loach")

    def test_what_is_weighed_is_the_product_everywhere(self) -> None:
        """2.5 mg/L in 45 L are 112.5 mg, from a powder of a half 225 mg: on the press, in the book, in the calendar and put back."""
        self.course(self.loaches, "two_rounds", condition="skin_flukes", products={"praziquantel": HALF_POWDER})
        due = next(d for d in self.due() if d["what"] == "praziquantel")
        self.assertEqual((due["press_amount"], due["reaches"]), ("225 mg", "2.50 mg/L"))
        self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        self.assertAlmostEqual(Dose.objects.get().amount_mg or 0, 112.5)
        done = self.get("today")["done"][0]
        self.assertEqual(done["amount"], "225 mg")
        self.assertIn("gave 225 mg praziquantel", done["words"])
        back = self.ask(f"tanks/{self.weir}/goes-back", {"share": "20 %"})["parts"][0]
        self.assertEqual((back["name"], back["amount"]["figure"]), ("praziquantel", "45"))
        case = Course.objects.get().case
        calendar = self.client_of().get(self.url(f"cases/{case.uid}/calendar")).content.decode()
        self.assertIn("225 mg", calendar.replace("\r\n ", ""))

    def test_what_is_still_to_come_for_the_card(self) -> None:
        """Half the water before the second round, 48 hours on; then what is missing of 112.5 mg, from a powder of a half."""
        self.course(self.loaches, "two_rounds", condition="skin_flukes", products={"praziquantel": HALF_POWDER})
        rows = self.get(f"tanks/{self.weir}/ahead")
        first = next(r for r in rows if r["kind"] == "dose")
        self.assertEqual((first["day_words"], first["at_words"], first["amount"]), ("Tue 24 Nov", "14:20", "225 mg"))
        change = next(r for r in rows if r["kind"] == "water_change")
        self.assertEqual((change["day_words"], change["amount"]), ("Thu 26 Nov", "50 %"))
        self.assertEqual(rows, sorted(rows, key=lambda r: r["due_at"]))

    def test_what_the_press_of_a_correction_holds_changes_nothing(self) -> None:
        self.course(self.loaches, "two_rounds", condition="skin_flukes", products={"praziquantel": HALF_POWDER})
        due = next(d for d in self.due() if d["what"] == "praziquantel")
        first = self.send(f"tasks/{due['task']}/dose", {"amount": "225 mg"})["uid"]
        amount = self.get("today")["done"][0]["amount"]
        self.send(f"tasks/{due['task']}/dose", {"amount": amount, "corrects": first})
        self.assertAlmostEqual(Dose.objects.standing().get().amount_mg or 0, 112.5)

    def test_an_overdue_dose_stands_still_while_it_is_weighed(self) -> None:
        """The second round fills up to its level, and what is left decays: for three hours its figure holds, a reading or change counts at once."""
        self.course(self.loaches, "two_rounds", condition="skin_flukes", products={"praziquantel": HALF_POWDER})
        for due in self.due():
            self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        second = Task.objects.filter(kind="dose", medicine_id="praziquantel", done_at=None).order_by("due_at")[0]

        def press() -> str:
            return str(next(d for d in self.due() if d["task"] == str(second.uid))["press_amount"])

        amounts = []
        for minutes in (0, 10, 95, 179, 181):
            self.clock = second.due_at + timedelta(minutes=minutes)
            amounts.append(press())
        self.assertEqual(len(set(amounts[:4])), 1)
        self.assertGreater(float(amounts[4].split()[0]), float(amounts[0].split()[0]))
        self.send(f"tanks/{self.weir}/changes", {"share": "50 %", "put_back": False})
        self.later(minutes=1)
        self.assertGreater(float(press().split()[0]), float(amounts[4].split()[0]) * 1.05)

    def test_a_dose_too_little_for_any_tool_comes_by_a_stock(self) -> None:
        """Praziquantel for 1.5 L at 2.5 mg/L is 3.75 mg: no scale here weighs it, so a stock is made; the press writes what it gives."""
        cup = self.tank(name="Cup", code="C", length="15 cm", width="10 cm", water_depth="12 cm", measured_net_volume="1.5 L")
        fish = self.group(cup, species="kuhli_loach", count=1)
        wish = {"protocol": "two_rounds", "condition": "skin_flukes"}
        line = next(x for x in self.ask(f"groups/{fish}/slip", wish)["lines"] if x["medicine"] == "praziquantel")
        self.assertRegex(line["whole_words"], r"Too little for any tool here: weigh \d+ mg, make it up to \d+ mL with water, stir, and take [\d.]+ mL of that")
        weigh, made_up, take = (float(x) for x in re.findall(r"weigh (\d+) mg.* to (\d+) mL.* take ([\d.]+) mL", line["whole_words"])[0])
        # what is taken of it, by hand, is within a twentieth of what is wanted
        self.assertAlmostEqual(weigh / made_up * take, 3.75, delta=0.19)
        self.course(fish, **wish)
        due = next(d for d in self.due() if d["what"] == "praziquantel")
        self.assertIn("make it up to", due["tool_words"])
        self.assertAlmostEqual(float(due["press_amount"].split()[0]), weigh / made_up * take, delta=0.01)
        self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        self.assertAlmostEqual(Dose.objects.get().amount_mg or 0, 3.75, delta=0.19)

    def test_a_bottle_of_another_fishroom(self) -> None:
        wish = {"protocol": "two_rounds", "products": {"praziquantel": {"bottle": str(self.room.uid), "strength": "", "own": None}}}
        self.ask(f"groups/{self.loaches}/slip", wish, status=404)


class Starting(RoomCase):
    def test_a_care_needs_its_reason_and_keeps_it(self) -> None:
        group = self.group(self.tank(), species="panda_corydoras")
        body = {"condition": "nitrite", "confirmed": [0, 1, 2, 3], "vet_word": True}
        cared = self.ask(f"groups/{group}/slip", {"protocol": "nitrite_salt"})["cared"]
        self.assertTrue(cared)
        told = self.send(f"groups/{group}/courses", {"protocol": "nitrite_salt", **body, "reason": " "}, status=422)
        self.assertEqual(told["field"], "reason")
        self.send(f"groups/{group}/courses", {"protocol": "nitrite_salt", **body, "reason": "They gasp."})
        self.assertEqual(Course.objects.get().reason, "They gasp.")

    def test_copper_does_not_meet_shrimp(self) -> None:
        group = self.group(self.tank(**SEA, has_invertebrates=True), species="royal_gramma")
        wish = {"protocol": "copper_30_strict", "products": COPPER}
        self.assertIn("without a backbone", self.ask(f"groups/{group}/slip", wish)["broken"][0])
        body = {**wish, "condition": "marine_ich", "confirmed": [0, 1, 2, 3], "vet_word": True, "reason": "no"}
        self.assertEqual(self.send(f"groups/{group}/courses", body, status=422)["field"], "protocol")

    def test_what_is_still_in_the_water_and_until_when(self) -> None:
        """Out is a hundredth of the most: seven changes of a half (2^7 = 128), a day apart, from Tuesday: Monday."""
        weir = self.tank()
        group = self.group(weir, species="kuhli_loach")
        running = self.course(group, "two_rounds", condition="skin_flukes")
        for due in self.due():
            self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        self.send(f"courses/{running['uid']}/stop", {"reason": "wrong"})
        told = self.send(
            f"groups/{group}/courses",
            {"protocol": "worming_water", "condition": "camallanus", "confirmed": [0, 1, 2, 3], "vet_word": True, "reason": "x"},
            status=409,
        )
        self.assertIn("There is still metronidazole in this water", told["detail"])
        self.assertIn("after 7 changes of a half, a day apart, it is out, and the next may start on Monday.", told["detail"])


class Doing(RoomCase):
    def start(self, protocol: str, **more: Any) -> str:
        self.sill = self.tank(**SEA)
        return str(self.course(self.group(self.sill, species="royal_gramma"), protocol, condition="marine_ich", **more)["uid"])

    def test_a_move_is_ticked_changes_all_the_water_and_comes_back(self) -> None:
        self.start("tank_transfer")
        # four moves at 72 hours: the last on day 9 of hours, which ends day 12 (common practice)
        moves = list(Task.objects.filter(kind="transfer").order_by("due_at").values_list("due_at", flat=True))
        self.assertEqual([(m - moves[0]).total_seconds() / 3600 for m in moves], [72.0 * i for i in range(len(moves))])
        first = Task.objects.filter(kind="transfer").order_by("due_at")[0]
        self.clock = first.due_at
        self.send(f"tasks/{first.uid}/done")
        self.assertEqual(WaterChange.objects.get().changed_fraction, 1.0)
        self.send(f"tasks/{first.uid}/done", status=409)
        change = next(d for d in self.get("today")["done"] if d["ledger"] == "change")
        self.send("strike", {"ledger": "change", "entry": change["entry"], "reason": "not yet"})
        first.refresh_from_db()
        self.assertIsNone(first.done_at)

    def test_a_dose_is_not_simply_ticked(self) -> None:
        self.start("copper_30_strict", products=COPPER)
        dose = Task.objects.filter(kind="dose").order_by("due_at")[0]
        self.assertEqual(self.send(f"tasks/{dose.uid}/done", status=422)["field"], "task")

    def test_a_test_that_is_due_says_what_it_reads(self) -> None:
        self.start("copper_30_strict", products=COPPER)
        test = next(t for t in Task.objects.filter(kind="water_test").order_by("due_at") if "copper" in t.reads)
        self.clock = test.due_at
        due = next(d for d in self.get("today")["due"] if d["task"] == str(test.uid))
        self.assertEqual(due["reads"], ["copper"])

    def test_a_reading_below_range_begins_the_thirty_days_again(self) -> None:
        """Range 1.5 to 2.5 mg/L: read 1.2 on the third day, the count begins again with the next good reading (common practice, strict school)."""
        self.start("copper_30_strict", products=COPPER)
        for task in Task.objects.filter(kind="dose").order_by("due_at"):
            self.clock = task.due_at
            due = next(d for d in self.due() if d["task"] == str(task.uid))
            self.send(f"tasks/{task.uid}/dose", {"amount": due["press_amount"]})
        counts = []
        for read, hours in (("2.2", 1), ("2.2", 24), ("1.2", 24), ("2.2", 1)):
            self.later(hours=hours)
            self.send(f"tanks/{self.sill}/readings", {"copper": read})
            counts.append(self.get("today")["strips"][0]["day_count"])
        words = ["day 1 of 30 in range", "day 2 of 30 in range", "stopped at day 2 of 30", "day 1 of 30 in range"]
        self.assertEqual([c["words"] for c in counts], words)
        self.assertEqual([c["slip_words"] for c in counts[:3]], ["", "", ""])
        # 24 h were counted, and 25 h passed between the last good reading and the next
        self.assertEqual(
            counts[3]["slip_words"],
            "The count began again after Saturday 28 November 15:20: read 1.2, below the range; 2 days don’t count.",
        )

    def test_a_dose_given_late_moves_the_next_and_says_so(self) -> None:
        """Label doses every 24 h; the second given ten hours late: the third comes 24 h after it, not 14."""
        label = {"product": "mix", "amount": "5 mL", "per_volume": "40 L", "every": "24 h", "days": 4}
        group = self.group(self.tank())
        self.course(group, "by_label", label=label)
        doses = list(Task.objects.filter(kind="dose").order_by("number"))
        self.send(f"tasks/{doses[0].uid}/dose", {"amount": "5.63 mL"})
        self.later(hours=34)
        due = next(d for d in self.due() if d["task"] == str(doses[1].uid))
        self.assertEqual(due["moves_words"], "given now, the next falls due Friday 00:20, and 1 more")
        self.send(f"tasks/{doses[1].uid}/dose", {"amount": "5.63 mL"})
        third = Task.objects.get(pk=doses[2].pk)
        self.assertEqual((third.due_at - self.clock).total_seconds() / 3600, 24.0)
        # and what was done stays where it was planned
        self.assertEqual(Task.objects.get(pk=doses[1].pk).due_at, doses[1].due_at)


class Money(RoomCase):
    BOTTLE = {"name": "cattle salt", "active": "sodium_chloride", "kind": "purity_percent", "value": "100", "paid": "6", "paid_for": "2 kg"}

    def test_what_a_course_costs(self) -> None:
        """6 for 2 kg is 0.003 a gram; salt and warmth takes 157.5 g: 0.47."""
        group = self.group(self.tank())
        found = {s["protocol"]: s for s in self.ask(f"groups/{group}/schools", {"condition": "ich"})}
        self.assertEqual(found["salt_and_warmth"]["cost"], "")
        self.send("shelf/bottles", self.BOTTLE)
        self.assertEqual(self.get("shelf")["bottles"][0]["paid_words"], "6.00 for 2 kg")
        found = {s["protocol"]: s for s in self.ask(f"groups/{group}/schools", {"condition": "ich"})}
        self.assertEqual(found["salt_and_warmth"]["cost"], "0.47")
        slip = self.ask(f"groups/{group}/slip", {"protocol": "salt_and_warmth"})
        self.assertEqual(slip["to_buy"][0]["cost"], "0.47")

    def test_prices_that_are_none(self) -> None:
        for change, field in (
            ({"paid": "-1"}, "paid"),
            ({"paid": ""}, "paid"),
            ({"paid_for": ""}, "paid_for"),
            ({"paid_for": "0 g"}, "paid_for"),
            ({"paid_for": "3 L"}, "paid_for"),
            ({"paid": "nan"}, "paid"),
        ):
            with self.subTest(change):
                self.assertEqual(self.send("shelf/bottles", {**self.BOTTLE, **change}, status=422)["field"], field)
        self.assertEqual(self.get("shelf")["bottles"], [])


class Hanging(RoomCase):
    def test_an_antibiotic_only_if_no_better(self) -> None:
        """Columnaris by steps: on day 3 nobody looked since, so it asks; better leaves it out, no better gives it."""
        group = self.group(self.tank())
        self.send(f"groups/{group}/looks", {"signs": {"rapid_breathing": True, "flat_grey_sheen": True}})
        self.course(group, "columnaris_four", condition="columnaris")
        self.later(days=3, hours=1)
        due = next(d for d in self.due() if d["what"] == "kanamycin sulfate" and "no better" in d["title"])
        self.assertEqual((due["hangs"], due["hangs_words"]), ("unknown", "look first: nobody has looked since the day before"))
        self.send(f"groups/{group}/looks", {"signs": {"rapid_breathing": True, "flat_grey_sheen": True}})
        self.assertEqual(next(d for d in self.due() if d["what"] == "kanamycin sulfate" and "no better" in d["title"])["hangs"], "applies")
        self.later(minutes=5)
        self.send(f"groups/{group}/looks", {"signs": {"rapid_breathing": False, "flat_grey_sheen": False}})
        due = next(d for d in self.due() if d["what"] == "kanamycin sulfate" and "no better" in d["title"])
        self.assertEqual((due["hangs"], due["hangs_words"]), ("does_not", "better than at first: leave it out"))


class InTheWater(RoomCase):
    def test_the_ledger_line_by_line(self) -> None:
        """45 L: 30 g give 0.67 g/L, half changed leaves 0.33, and 15 g went out with the water."""
        weir = self.tank()
        self.course(self.group(weir))
        self.assertEqual(self.get(f"tanks/{weir}/ledger"), [])
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "30 g"})
        self.later(hours=2)
        self.send(f"tanks/{weir}/changes", {"share": "50 %", "put_back": False})
        told = self.get(f"tanks/{weir}/ledger")[0]
        self.assertEqual([(x["words"], x["level"]) for x in told["lines"]], [("changed 50 % of the water", "0.33 g/L"), ("gave 30 g", "0.67 g/L")])
        self.assertEqual(
            [(p["name"], p["amount"], p["share_words"]) for p in told["parts"]],
            [("given", "30 g", ""), ("in the water", "15 g", "50 %"), ("taken out with water", "15 g", "50 %")],
        )
        self.assertEqual((told["level"]["figure"], told["window_words"], told["hours_words"]), ("0.33", "1.00 g/L to 3.00 g/L", "0 hours"))

    def test_the_life_cycle_under_the_course(self) -> None:
        sill = self.tank(**SEA)
        self.send(f"tanks/{sill}/readings", {"temperature": "25"})
        group = self.group(sill, species="royal_gramma")
        slip = self.ask(f"groups/{group}/slip", {"protocol": "copper_30_strict", "products": COPPER})
        self.assertEqual(
            [(s["name"], s["reached"]) for s in slip["stages"]["stages"]], [("on the fish", False), ("cyst on the bottom", False), ("free in the water", True)]
        )
        self.course(group, "copper_30_strict", condition="marine_ich", products=COPPER)
        told = self.get(f"tanks/{sill}/stages")[0]
        self.assertEqual((told["warmth"], told["by"], told["left"][0]["share"], told["left"][-1]["day"]), ("25.0 °C", "medicine in the water", 1.0, 30))
        self.assertEqual(told["left"][-1]["words"], "6.8 %")
        watch = self.ask(f"groups/{group}/slip", {"protocol": "watch"})
        self.assertIsNone(watch["stages"])

    def test_what_to_have_ready_for_tomorrow(self) -> None:
        """The second third of the salt falls due tomorrow at the same hour: 30 g of it; looks need nothing."""
        self.course(self.group(self.tank()))
        self.assertEqual([(t["tank_name"], t["at_words"], t["prepare"]) for t in self.get("today")["tomorrow"]], [("Weir", "14:20", "30 g salt")])
