"""A quarantine tank made ready: its set-up ticked, its filter followed, taken down and up again, and asked about before buying."""

from __future__ import annotations

from typing import Any

from pennywort.core.reference import library
from pennywort.courses.models import Dose
from pennywort.tanks.models import AmmoniaFed, SetupStep
from tests.api.room import RoomCase


class SetUp(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()

    def ready(self, query: str = "") -> Any:
        return self.get(f"tanks/{self.weir}/ready{query}")

    def test_each_item_is_ticked_with_its_day(self) -> None:
        told = self.ready()
        self.assertEqual(told["sentence"], "Nobody lives here yet. 12 of 12 still to do.")
        self.send(f"tanks/{self.weir}/setup", {"item": "leak", "note": "dry"})
        told = self.ready()
        leak = next(i for i in told["items"] if i["id"] == "leak")
        self.assertEqual((leak["done_words"], leak["by"], told["done"]), ("Tue 24 Nov", "Maren", 1))
        self.assertNotIn("leak test", told["missing"])
        self.send(f"tanks/{self.weir}/setup", {"item": "leak"}, status=409)
        self.send("strike", {"ledger": "setup", "entry": leak["entry"]})
        self.assertEqual(self.ready()["done"], 0)

    def test_what_is_asked_depends_on_the_fish(self) -> None:
        """Kuhli loaches bury themselves: sand instead of the bare floor; they slip through gaps."""
        self.group(self.weir, species="kuhli_loach", count=4)
        told = {i["id"]: i["text"] for i in self.ready()["items"]}
        self.assertIn("floor_sand", told)
        self.assertNotIn("floor_bare", told)
        self.assertIn("slip through gaps", told["lid"])

    def test_the_heater_by_hand(self) -> None:
        """60 x 30 x 28 cm: 2 (0.18 + 0.168 + 0.084) = 0.864 m2; 26 less 16: 5.7 x 0.864 x 10 x 1.5 = 74 W; in a room of 21 degC half of that."""
        heater = next(i for i in self.ready()["items"] if i["id"] == "heater")
        self.assertIn("For 26\u00a0°C in a room that falls to 16\u00a0°C: 75 W (74 W reckoned", heater["text"])
        warm = next(i for i in self.ready("?room=21")["items"] if i["id"] == "heater")
        self.assertIn("50 W (37 W reckoned", warm["text"])
        self.get(f"tanks/{self.weir}/ready?room=-40", status=422)

    def test_gear_of_its_own_is_named(self) -> None:
        self.send("gear", {"name": "green net", "kind": "net", "home": self.weir})
        self.assertIn("Here: green net.", next(i for i in self.ready()["items"] if i["id"] == "tools")["text"])

    def test_what_was_done_on_the_day_it_was_taken_down_stays_on_the_screen(self) -> None:
        """Another tank was set up after it: Today and the round read the rows of both, and strips of the one that stands."""
        group = self.group(self.weir, arrived_on="2026-11-20")
        self.tank(name="Sluice")
        self.send(f"tanks/{self.weir}/readings", {"ph": "7.2"})
        self.send(f"tanks/{self.weir}/changes", {"share": "50 %"})
        self.send(f"tanks/{self.weir}/upkeep", {"kind": "glass"})
        self.send(f"groups/{group}/losses", {"count": 10})
        self.send(f"tanks/{self.weir}/take-down", {"note": "bleached"})
        today = self.get("today")
        self.assertEqual([s["name"] for s in today["strips"]], ["Sluice"])
        self.assertEqual(sorted(d["words"] for d in today["done"]), ["Weir: 10 lost", "Weir: changed 50 %", "Weir: glass wiped"])
        self.assertEqual([t["name"] for t in self.get("round")["tanks"]], [])

    def test_taken_down_and_set_up_again_with_its_history(self) -> None:
        group = self.group(self.weir)
        down = f"tanks/{self.weir}/take-down"
        self.assertIn("There are fish in it", self.send(down, {"note": "bleached"}, status=409)["detail"])
        self.send(f"groups/{group}/leavings", {"kind": "sold", "count": 10})
        self.assertEqual(self.send(down, {"note": " "}, status=422)["field"], "note")
        self.send(f"tanks/{self.weir}/setup", {"item": "leak"})
        self.send(f"tanks/{self.weir}/standing", {"kind": "glass", "every_days": 7})
        self.send(down, {"note": "bleached and dried"})
        self.assertEqual(self.ready()["put_away_words"], "Put away since Tue 24 Nov. bleached and dried.")
        # it falls off the lists, and nothing can come into it
        self.assertEqual((self.get("today")["strips"], self.get("today")["upkeep"]), ([], []))
        self.assertTrue(self.get("tanks")[0]["put_away"])
        self.send(f"tanks/{self.weir}/groups", {"species": "cherry_barb", "count": 2}, status=409)
        self.send(f"tanks/{self.weir}/setup", {"item": "lid"}, status=409)
        other = self.group(self.tank(name="Sluice"))
        self.send(f"groups/{other}/move", {"to": self.weir}, status=409)
        self.send(down, {"note": "again"}, status=409)
        self.send(f"tanks/{self.weir}/set-up-again", {})
        self.assertEqual((self.ready()["done"], self.ready()["put_away_words"]), (0, ""))
        self.assertEqual(SetupStep.objects.filter(item="leak").count(), 1)
        words = [line["words"] for line in self.get("timeline")["lines"]]
        self.assertIn("Taken down and put away", words)
        self.assertIn("Set up again", words)
        self.send(f"tanks/{self.weir}/set-up-again", {}, status=409)


class Filters(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir, self.leat = self.tank(), self.tank(name="Leat")

    def filter(self, query: str = "") -> Any:
        return self.get(f"tanks/{self.weir}/filter{query}")

    def test_nobody_to_clean_for(self) -> None:
        told = self.filter()
        self.assertEqual((told["load"], told["forecast"]), (None, None))
        self.assertIn("How much will the fish eat", told["ask_load"])

    def test_the_load_by_hand(self) -> None:
        """1.5 g a day, 45 % protein, 0.092 of it ammonia: 62.1 mg N in 45 L = 1.38 mg/L; no daily change holds it. 0.3 g: 0.276, 56 % = 25.2 L."""
        much = self.filter("?feed=1.5 g")["load"]
        self.assertEqual((much["per_day"]["figure"], much["change_share"]), ("1.38", ""))
        self.assertIn("No daily change holds this", much["words"])
        little = self.filter("?feed=0.3 g")["load"]
        self.assertEqual((little["per_day"]["figure"], little["change_share"], little["change"]["figure"]), ("0.28", "56 %", "25.2"))

    def test_followed_from_its_beginning(self) -> None:
        self.later(days=-9)
        self.send(f"tanks/{self.weir}/filter", {"origin": "sponge", "from_tank": self.leat, "seasoned_since": "2026-10-01"})
        self.send(f"tanks/{self.weir}/filter-fed", {"ammonia": "2.58 mg/L", "ammonia_as": "nh4"})
        self.assertAlmostEqual(AmmoniaFed.objects.get().total_ammonia_as_n_mg_per_l, 2.003, places=3)
        self.later(days=9)
        self.send(f"tanks/{self.weir}/readings", {"ammonia": "0", "nitrite": "0", "temperature": "25 C"})
        told = self.filter("?feed=0.3 g")
        self.assertEqual((told["origin_words"], told["begun_words"]), ("a seasoned sponge from Leat, there since 1 Oct", "since Sun 15 Nov, Maren"))
        self.assertEqual(told["fed"][0]["words"], "2 mg/L as N")
        self.assertIn("At 25.0 °C, as last read.", told["forecast"]["words"])
        self.assertRegex(told["forecast"]["ready_words"], r"^ready (by )?\w{3} \d+ \w{3}")
        self.assertEqual(len(told["forecast"]["read"]), 1)
        self.send("strike", {"ledger": "filter", "entry": told["entry"]})
        self.assertEqual(self.filter("?feed=0.3 g")["origin_words"], "")

    def test_food_that_rots(self) -> None:
        """0.5 g of food in 45 L: 0.5 x 0.45 x 0.092 = 20.7 mg N = 0.46 mg/L."""
        self.send(f"tanks/{self.weir}/filter-fed", {"feed": "0.5 g"})
        self.assertAlmostEqual(AmmoniaFed.objects.get().total_ammonia_as_n_mg_per_l, 0.46, places=9)
        for body, field in (
            ({}, "ammonia"),
            ({"ammonia": "1", "feed": "1 g"}, "ammonia"),
            ({"ammonia": "40 mg/L"}, "ammonia"),
            ({"feed": "30 g"}, "feed"),
            ({"feed": "0 g"}, "feed"),
            ({"ammonia": "NaN"}, "ammonia"),
            ({"ammonia": "-1"}, "ammonia"),
        ):
            with self.subTest(**body):
                self.assertEqual(self.send(f"tanks/{self.weir}/filter-fed", body, status=422)["field"], field)

    def test_what_a_filter_cannot_be_begun_with(self) -> None:
        for body, field in (
            ({"origin": "sponge"}, "from_tank"),
            ({"origin": "sponge", "from_tank": self.weir}, "from_tank"),
            ({"origin": "sponge", "from_tank": self.leat, "seasoned_since": "2027-01-01"}, "seasoned_since"),
        ):
            with self.subTest(field=field):
                self.assertEqual(self.send(f"tanks/{self.weir}/filter", body, status=422)["field"], field)

    def test_a_medicine_sets_it_back_in_the_same_forecast(self) -> None:
        self.later(days=-4)
        self.send(f"tanks/{self.weir}/filter", {"origin": "bottle"})
        group = self.group(self.weir)
        self.later(days=4)
        before = self.filter()["forecast"]["ready_at"]
        self.course(group)
        dose = self.due()[0]
        self.send(f"tasks/{dose['task']}/dose", {"amount": "40 g"})
        told = self.filter()["forecast"]
        hurts = library().actives[Dose.objects.get().medicine_id].biofilter in ("care", "never")
        self.assertEqual(any("set it back" in w for w in told["words"]), hurts)
        self.assertGreaterEqual(told["ready_at"], before)


class Orders(RoomCase):
    def test_ordered_expected_and_come(self) -> None:
        weir = self.tank()
        made = self.send(
            "orders", {"species": "cherry barb", "count": 240, "count_plus_minus": 20, "expected_on": "2026-11-28", "tank": weir, "supplier": "Dealer A"}
        )
        row = self.get("orders")[0]
        self.assertEqual((row["words"], row["expected_words"], row["tank_name"]), ("about 240 ± 20 cherry barbs", "Sat 28 Nov", "Weir"))
        self.assertEqual(self.get(f"tanks/{weir}/ready")["sentence"], "About 240 ± 20 cherry barbs come Sat 28 Nov. 12 of 12 still to do.")
        self.send(f"tanks/{weir}/take-down", {"note": "dried"}, status=409)
        self.later(days=4)
        came = {"species": "cherry barb", "count": 240, "count_plus_minus": 20, "dead_on_arrival": 120, "dead_on_arrival_plus_minus": 15, "order": made["uid"]}
        self.send(f"tanks/{weir}/groups", came)
        self.assertEqual(self.get("orders"), [])
        # 240 ± 20 less 120 ± 15: the root of 625
        self.assertEqual(self.get("groups")[0]["words"], "about 120 ± 25 cherry barbs")
        self.assertEqual(self.get("groups")[0]["arrived_words"], "about 240 ± 20, about 120 ± 15 dead on arrival")
        self.send(f"tanks/{weir}/groups", came, status=409)

    def test_called_off_and_what_cannot_be(self) -> None:
        made = self.send("orders", {"species": "cherry barb", "count": 6, "expected_on": "2026-12-01"})
        self.send(f"orders/{made['uid']}/call-off", {})
        self.assertEqual(self.get("orders"), [])
        self.send(f"orders/{made['uid']}/call-off", {}, status=409)
        for body, field in (
            ({"species": " ", "count": 6, "expected_on": "2026-12-01"}, "species"),
            ({"species": "guppy", "count": 0, "expected_on": "2026-12-01"}, "count"),
            ({"species": "guppy", "count": 6, "count_plus_minus": 9, "expected_on": "2026-12-01"}, "count_plus_minus"),
            ({"species": "guppy", "count": 6, "expected_on": "2036-12-01"}, "expected_on"),
        ):
            with self.subTest(field=field):
                self.assertEqual(self.send("orders", body, status=422)["field"], field)

    def test_several_kinds_at_once_or_none(self) -> None:
        weir = self.tank()
        rows = [{"species": "cherry barb", "count": 6}, {"species": "guppy", "count": 0}]
        told = self.send(f"tanks/{weir}/arrivals", {"groups": rows}, status=422)
        self.assertEqual((told["field"], self.get("groups")), ("groups.1.count", []))
        rows[1]["count"] = 4
        self.send(f"tanks/{weir}/arrivals", {"groups": rows})
        self.assertEqual([g["words"] for g in self.get("groups")], ["6 cherry barbs", "4 guppies"])

    def test_residents_are_told_before(self) -> None:
        weir = self.tank()
        self.group(weir)
        self.later(days=12)
        self.assertEqual(self.get(f"tanks/{weir}/arrival-changes")["words"], ["The cherry barbs have been watched for 12 days: theirs begins again."])


class BeforeBuying(RoomCase):
    def test_a_tank_that_is_ready_and_one_that_is_not(self) -> None:
        weir, sluice = self.tank(), self.tank(name="Sluice")
        self.group(sluice)
        told = self.get("before-buying?species=kuhli loach&count=2")
        self.assertIn("sand to bury itself in", told["needs"])
        self.assertTrue(any("copper" in w for w in told["bears_badly"]))
        by_name = {t["name"]: t for t in told["tanks"]}
        self.assertFalse(by_name["Weir"]["ready"])
        self.assertTrue(any("10 cherry barbs live in its water" in w for w in by_name["Sluice"]["words"]))
        for item in self.get(f"tanks/{weir}/ready")["items"]:
            if item["id"] != "floor_bare":
                self.send(f"tanks/{weir}/setup", {"item": item["id"]})
        self.assertIn("still to do: sand to lie in", {t["name"]: t for t in self.get("before-buying?species=kuhli loach&count=2")["tanks"]}["Weir"]["words"])
        self.send(f"tanks/{weir}/setup", {"item": "floor_sand"})
        words = {t["name"]: t for t in self.get("before-buying?species=kuhli loach&count=2")["tanks"]}["Weir"]["words"]
        self.assertEqual(words, ["no filter was begun: without one, water is changed each day"])
        self.send(f"tanks/{weir}/filter", {"origin": "nothing"})
        words = {t["name"]: t for t in self.get("before-buying?species=kuhli loach&count=2")["tanks"]}["Weir"]["words"]
        self.assertRegex(words[0], r"^its filter: ready \w{3} \d+ (Dec|Jan), give or take \d+ days")

    def test_other_waters_are_left_out_and_unknown_kinds_said(self) -> None:
        self.tank(name="Sill", water_type="marine")
        told = self.get("before-buying?species=grundle&count=2&water=marine")
        self.assertEqual((told["known"], [t["name"] for t in told["tanks"]]), (False, ["Sill"]))
        self.assertIn("Nobody wrote down", told["words"])
        self.get("before-buying?species=guppy&count=0", status=422)


class Doubt(RoomCase):
    def test_the_plus_minus_goes_where_most_of_them_go(self) -> None:
        """About 240 ± 20; all but four go: the four are counted, the 236 carry the ± 20."""
        weir, sluice = self.tank(), self.tank(name="Sluice")
        group = self.send(f"tanks/{weir}/groups", {"species": "cherry barb", "count": 240, "count_plus_minus": 20})["uid"]
        self.later(days=1)
        self.send(f"groups/{group}/move", {"to": sluice, "count": 236})
        self.assertEqual({g["tank_name"]: g["words"] for g in self.get("groups")}, {"Weir": "4 cherry barbs", "Sluice": "about 236 ± 20 cherry barbs"})

    def test_a_small_part_is_counted_and_the_rest_keeps_it(self) -> None:
        weir, sluice = self.tank(), self.tank(name="Sluice")
        group = self.send(f"tanks/{weir}/groups", {"species": "cherry barb", "count": 240, "count_plus_minus": 20})["uid"]
        self.later(days=1)
        self.send(f"groups/{group}/move", {"to": sluice, "count": 10})
        self.assertEqual({g["tank_name"]: g["words"] for g in self.get("groups")}, {"Weir": "about 230 ± 20 cherry barbs", "Sluice": "10 cherry barbs"})

    def parted(self, went: int, plus_minus: int = 0) -> tuple[str, str]:
        """About 240 ± 20 in Weir, of which so many go to Sluice a day later: those that stay, those that went."""
        weir, sluice = self.tank(), self.tank(name="Sluice")
        group = self.send(f"tanks/{weir}/groups", {"species": "cherry barb", "count": 240, "count_plus_minus": 20})["uid"]
        self.later(days=1)
        moved = self.send(f"groups/{group}/move", {"to": sluice, "count": went, "count_plus_minus": plus_minus})["uid"]
        self.later(days=1)
        return group, moved

    def held(self) -> dict[str, str]:
        return {g["tank_name"]: g["words"].removesuffix(" cherry barbs") for g in self.get("groups")}

    def test_a_count_of_those_left_mends_both(self) -> None:
        """200 of about 240 ± 20 went, 40 were thought to stay. Two of those die; then 35 are counted: 37 stayed, so 203 ± 20 went. Nobody is missing."""
        stayed, _ = self.parted(200)
        self.assertEqual(self.held(), {"Weir": "40", "Sluice": "about 200 ± 20"})
        self.send(f"groups/{stayed}/losses", {"count": 2})
        self.later(days=1)
        made = self.send(f"groups/{stayed}/recounts", {"count": 35})
        self.assertEqual(made["told"], "about 203 ± 20 went to Sluice, not about 200 ± 20. In Sluice the book says about 203 ± 20 now.")
        self.assertEqual(self.held(), {"Weir": "35", "Sluice": "about 203 ± 20"})
        self.assertEqual(self.get("batches?by=supplier")["batches"][0]["lost"], 2)
        # struck out, it is as it was before
        self.send("strike", {"ledger": "recount", "entry": made["uid"]})
        self.assertEqual(self.held(), {"Weir": "38", "Sluice": "about 200 ± 20"})
        self.send(f"groups/{stayed}/recounts", {"count": 36})
        self.assertEqual(self.held(), {"Weir": "36", "Sluice": "about 202 ± 20"})

    def test_an_estimate_of_their_own_is_weighed_against_the_count(self) -> None:
        """120 ± 10 of 240 ± 20 went; 130 are counted: 110 ± 20 by the difference, so (120 / 100 + 110 / 400) / (1 / 100 + 1 / 400) = 118 ± 8.9."""
        stayed, _ = self.parted(120, 10)
        self.send(f"groups/{stayed}/recounts", {"count": 130})
        self.assertEqual(self.held(), {"Weir": "130", "Sluice": "about 118 ± 9"})

    def test_a_count_of_those_that_went_mends_those_that_stayed(self) -> None:
        """120 ± 10 went, 126 are counted there: 240 ± 20 less 126."""
        _, went = self.parted(120, 10)
        self.send(f"groups/{went}/recounts", {"count": 126})
        self.assertEqual(self.held(), {"Weir": "about 114 ± 20", "Sluice": "126"})

    def test_what_no_plus_minus_explains_is_missing_and_mends_nothing(self) -> None:
        """15 of 40 are 25 fewer, and the 200 are off by 20 at most; a second count says nothing of the move any more; nor do exact numbers."""
        stayed, _ = self.parted(200)
        self.assertEqual(self.send(f"groups/{stayed}/recounts", {"count": 15})["told"], "The book said 40: 25 missing.")
        self.assertEqual(self.held(), {"Weir": "15", "Sluice": "about 200 ± 20"})
        self.later(days=1)
        self.assertEqual(self.send(f"groups/{stayed}/recounts", {"count": 14})["told"], "The book said 15: 1 missing.")
        self.assertEqual(self.held(), {"Weir": "14", "Sluice": "about 200 ± 20"})

    def test_put_together_each_stays_in_its_batch(self) -> None:
        """18 and 12; six of the twelve die, then they are put together: the younger batch lost half, the older nothing. Of eight lost later six and two."""
        weir = self.tank()
        older = self.group(weir, count=18, supplier="Dealer A")
        self.later(days=7)
        younger = self.group(weir, count=12, supplier="Dealer B")
        self.later(days=1)
        self.send(f"groups/{younger}/losses", {"count": 6})
        self.later(days=20)
        self.send(f"groups/{younger}/merge", {"into": older})
        self.assertEqual(self.lost(), {"Dealer A": (18, 0), "Dealer B": (12, 6)})
        self.later(days=1)
        self.send(f"groups/{older}/losses", {"count": 8})
        self.assertEqual(self.lost(), {"Dealer A": (18, 6), "Dealer B": (12, 8)})

    def lost(self) -> dict[str, tuple[int, int]]:
        return {b["name"]: (int(b["fish"]), b["lost"]) for b in self.get("batches?by=supplier")["batches"]}
