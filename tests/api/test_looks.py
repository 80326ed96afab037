"""Looks in full through the API: counts, what is carried over, one fish, arrivals, days, and what must be reported."""

from __future__ import annotations

from typing import Any

from pennywort.courses.models import Case
from pennywort.fish.models import Group, Look
from pennywort.tanks.models import WaterReading
from tests.api.room import RoomCase

WATER = {"temperature": "25", "ph": "7.1", "ammonia": "0", "nitrite": "0"}


class LooksCase(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def look(self, signs: str, *, group: str = "", **more: Any) -> Any:
        """Signs by name, ``-`` before what is not there, ``:3`` behind what was counted among ten."""
        words = [w.partition(":") for w in signs.split()]
        body = {
            "signs": {w.lstrip("-"): not w.startswith("-") for w, _, _ in words},
            "counts": {w: {"seen": int(n), "of": 10} for w, _, n in words if n},
            **more,
        }
        return self.send(f"groups/{group or self.barbs}/looks", body)

    def days(self, **query: str) -> Any:
        return self.get(f"groups/{self.barbs}/days" + ("?fish=" + query["fish"] if query else ""))

    def board(self, fish: str = "") -> Any:
        return self.get(f"groups/{self.barbs}/look" + (f"?fish={fish}" if fish else ""))


class Counted(LooksCase):
    def test_the_share_informs(self) -> None:
        """Flashing in six of ten speaks more for white spot than in one of ten, and one of ten more than in none."""

        def share(**more: Any) -> int:
            got = self.ask(f"groups/{self.barbs}/weigh", {"signs": {"flashing": True}, **more})
            return int(next(r["in_100"] for r in got["ranked"] if r["condition"] == "ich"))

        one, six = (share(counts={"flashing": {"seen": n, "of": 10}}) for n in (1, 6))
        none = self.ask(f"groups/{self.barbs}/weigh", {"signs": {"flashing": False}})
        absent = next(r["in_100"] for r in none["ranked"] if r["condition"] == "ich")
        self.assertLess(one, six)
        self.assertLess(absent, six)

    def test_counts_are_kept_with_the_look(self) -> None:
        uid = self.look("flashing:6 -rapid_breathing")["uid"]
        self.assertEqual(Look.objects.get(uid=uid).counts, {"flashing": [6, 10]})

    def test_counts_that_can_not_be_name_their_field(self) -> None:
        for count in ({"seen": 11, "of": 10}, {"seen": -1, "of": 10}, {"seen": 0, "of": 0}, {"seen": 1, "of": 10**30}):
            with self.subTest(count):
                answer = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}, "counts": {"flashing": count}}, status=422)
                self.assertIn("flashing", answer["field"])
        answer = self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}, "counts": {"no_such": {"seen": 1, "of": 2}}}, status=422)
        self.assertIn("no_such", answer["field"])
        self.assertEqual(Look.objects.count(), 0)


class CarriedOver(LooksCase):
    def test_a_daily_look_begins_with_the_one_before(self) -> None:
        self.look("flashing:4 -gold_grey_dust", context=["crowding"])
        self.later(days=1)
        carried = self.board()["carried"]
        self.assertEqual(carried["signs"], {"flashing": True, "gold_grey_dust": False})
        self.assertEqual((carried["counts"], carried["context"], carried["words"]), ({"flashing": [4, 10]}, ["crowding"], "yesterday"))

    def test_what_is_kept_says_what_nobody_marked_anew(self) -> None:
        self.look("flashing -gold_grey_dust")
        self.later(days=1)
        uid = self.look("flashing gold_grey_dust", carried=["flashing", "not_marked"])["uid"]
        self.assertEqual(Look.objects.get(uid=uid).carried, ["flashing"])

    def test_an_old_look_is_not_carried(self) -> None:
        self.look("flashing")
        self.later(days=20)
        self.assertEqual(self.board()["carried"]["signs"], {})

    def test_readings_stand_in_the_gate_as_the_keeper_types_them(self) -> None:
        """Nitrite of 0.3 as the ion is 0.09 as nitrogen: a keeper whose kit counts nitrogen reads 0.09."""
        self.send(f"tanks/{self.weir}/readings", {**WATER, "nitrite": "0.3", "oxygen": "7.5"})
        read = self.board()["read"]
        self.assertEqual((read["nitrite"], read["oxygen"], read["ph"], read["temperature"]), ("0.30", "7.50", "7.1", "25.0"))
        self.maren.kit_basis = "n"
        self.maren.save()
        self.assertEqual(self.board()["read"]["nitrite"], "0.09")


class OneFish(LooksCase):
    def test_a_fish_has_looks_of_its_own(self) -> None:
        self.look("flashing")
        self.look("red_open_sores", fish="torn tail")
        self.assertEqual(self.board()["fish_named"], ["torn tail"])
        self.assertEqual(self.board("torn%20tail")["carried"]["signs"], {"red_open_sores": True})
        self.assertEqual(self.board()["carried"]["signs"], {"flashing": True})
        self.assertEqual([look["seen"] for look in self.days(fish="torn%20tail")["looks"]], [["open red sore"]])
        self.assertEqual(len(self.days()["looks"]), 1)

    def test_a_fish_of_no_name_has_no_looks(self) -> None:
        self.look("flashing")
        self.assertEqual(self.days(fish="nobody")["looks"], [])


class Arriving(LooksCase):
    def test_before_buying_and_then_in_the_tank(self) -> None:
        """Looked at in the shop, bought two days later: the inspection is the group's first look."""
        body = {"water": "freshwater_tropical", "species": "kuhli loach", "fish_count": 6, "seller": "the Saturday van", "signs": {"clamped_fins": True}}
        uid = self.send("inspections", {**body, "temperature": "24", "note": "two thin ones"})["uid"]
        waiting = self.get("inspections")[0]
        self.assertEqual((waiting["uid"], waiting["species_name"], waiting["seller"], waiting["by"]), (uid, "kuhli loach", "the Saturday van", "Maren"))
        self.later(days=2)
        group = self.group(self.weir, species="kuhli loach", count=6, seen_before=uid)
        self.assertEqual(self.get("inspections"), [])
        looks = self.get(f"groups/{group}/days")["looks"]
        self.assertEqual((looks[0]["note"], looks[0]["seen"]), ("two thin ones", ["fins held shut"]))
        # the water of the bag is the seller's, not this tank's
        self.assertEqual(WaterReading.objects.count(), 0)

    def test_an_inspection_of_another_fishroom_is_unknown(self) -> None:
        uid = self.send("inspections", {"water": "marine", "species": "clownfish", "signs": {"flashing": True}})["uid"]
        self.room, old = self.elsewhere, self.room
        tank = self.send("tanks", {"name": "M", "water_type": "marine", "length": "50", "width": "40", "water_depth": "30"}, by=self.stranger)["uid"]
        body = {"species": "clownfish", "count": 2, "seen_before": uid}
        self.send(f"tanks/{tank}/groups", body, by=self.stranger, status=404)
        self.assertEqual(self.get("inspections", by=self.stranger), [])
        self.room = old
        self.assertEqual((len(self.get("inspections")), Group.objects.filter(tank__uid=tank).count()), (1, 0))

    def test_an_inspection_becomes_one_group_only(self) -> None:
        uid = self.send("inspections", {"water": "freshwater_tropical", "species": "guppy", "signs": {"flashing": True}})["uid"]
        self.group(self.weir, species="guppy", count=2, seen_before=uid)
        self.send(f"tanks/{self.weir}/groups", {"species": "guppy", "count": 2, "seen_before": uid}, status=409)

    def test_water_of_the_bag_is_not_the_tanks(self) -> None:
        """Ammonia in the bag shuts the gate of the look in the bag, and leaves the tank's record alone."""
        bag = {"ammonia": "3", "ph": "8", "temperature": "24"}
        gate = self.ask(f"groups/{self.barbs}/weigh", {"signs": {"gasping_at_surface": True}, **bag, "in_bag": True})["gate"]
        self.assertEqual(gate["state"], "shut")
        self.look("gasping_at_surface", kind="arrival", place="bag", **bag)
        self.assertEqual(WaterReading.objects.count(), 0)
        self.assertEqual(self.board()["read"], {})
        self.assertEqual(self.days()["looks"][0]["kind_words"], "in the bag")

    def test_nothing_looked_at_is_no_inspection(self) -> None:
        self.assertEqual(self.send("inspections", {"water": "marine", "species": "clownfish", "signs": {}}, status=422)["field"], "signs")


class OverTheDays(LooksCase):
    def test_velvet_passes_white_spot(self) -> None:
        self.look("white_spots_countable:3 flashing:4 -gold_grey_dust")
        self.later(days=2)
        self.look("white_spots_countable:4 flashing:6 -gold_grey_dust")
        self.later(days=1)
        self.look("-white_spots_countable gold_grey_dust:9 rapid_breathing:7 flashing:6 off_food")
        got = self.days()
        self.assertEqual([look["day"] for look in got["looks"]], [1, 3, 4])
        self.assertEqual([look["best"]["condition"] for look in got["looks"]], ["ich", "ich", "freshwater_velvet"])
        (turn,) = got["turns"]
        self.assertEqual(turn["look"], 2)
        self.assertIn("On day 4 velvet passed white spot: gold or grey dust, by torch", turn["words"])
        self.assertEqual(got["looks"][2]["not_now_seen"], ["white grains you can count"])
        self.assertEqual((got["progress"]["since_last"], got["progress"]["signs"][0]["trend"]), ("worse", "worse"))

    def test_three_days_of_medicine_without_gain_ask_to_look_again(self) -> None:
        self.look("white_spots_countable:5 flashing:5")
        self.course(self.barbs)
        self.later(days=2)
        self.look("white_spots_countable:5 flashing:5")
        self.assertFalse(self.days()["progress"]["look_again"])
        self.later(days=2)
        self.look("white_spots_countable:6 flashing:5")
        got = self.days()
        self.assertTrue(got["progress"]["look_again"])
        self.assertIn("look again before anything else is given", got["progress"]["words"])
        self.assertEqual((got["expect"]["name"], got["expect"]["day"]), ("White spot", 5))

    def test_warmth_of_the_course_is_no_sign_of_trouble(self) -> None:
        """The course warms cherry barbs to their own 27 degC; 27.4 by the thermometer is the course, not the water going wrong."""
        self.look("white_spots_countable flashing", **WATER)
        self.course(self.barbs)
        for _ in range(3):
            self.later(days=1)
            for item in self.due("temperature"):
                self.send(f"tasks/{item['task']}/warmth", {"temperature": item["press_amount"]})
        gate = self.ask(f"groups/{self.barbs}/weigh", {"signs": {}, "temperature": "27.4", "ph": "7.1", "ammonia": "0", "nitrite": "0"})["gate"]
        line = next(x for x in gate["lines"] if x["name"] == "temperature")
        self.assertEqual((line["state"], line["words"]), ("in_range", "raised for the course"))

    def test_a_struck_look_is_gone_from_the_days(self) -> None:
        self.look("flashing")
        uid = self.look("red_open_sores")["uid"]
        self.send("strike", {"ledger": "look", "entry": uid, "reason": "the wrong tank"})
        self.assertEqual(len(self.days()["looks"]), 1)


class Notifiable(LooksCase):
    def test_it_is_named_not_treated_and_told_to_report(self) -> None:
        pond = self.tank(name="Vat", code="V", water_type="coldwater_pond")
        koi = self.group(pond, species="koi", count=8)
        got = self.ask(f"groups/{koi}/weigh", {"signs": {"gills_dead_patches": True, "sunken_eyes": True, "carp_only": True, "deaths_24h": True}})
        self.assertEqual(got["ranked"][0]["condition"], "khv")
        self.assertEqual(got["acts"]["do"][0]["id"], "report")
        self.assertEqual(got["acts"]["treat"], [])
        self.assertIn("must be reported in most places: call a vet or the authority", got["acts"]["report_words"])
        body = {"protocol": "salt_and_warmth", "condition": "khv", "confirmed": [0, 1, 2], "vet_word": True}
        self.assertEqual(self.send(f"groups/{koi}/courses", body, status=422)["field"], "condition")
        self.assertEqual(Case.objects.count(), 0)


class SideBySide(LooksCase):
    def test_two_look_alikes_and_the_question_between_them(self) -> None:
        got = self.ask("compare", {"one": "ich", "other": "freshwater_velvet", "water": "freshwater_tropical", "signs": {"flashing": True}})
        self.assertEqual(got["question"]["sign"], "gold_grey_dust")
        row = next(r for r in got["rows"] if r["sign"] == "gold_grey_dust")
        self.assertEqual((row["for_one"], row["other_words"], row["answer"]), (False, "often", None))
        self.assertTrue(got["separates"])

    def test_what_can_not_be_compared_names_its_field(self) -> None:
        good = {"one": "ich", "other": "freshwater_velvet", "water": "freshwater_tropical"}
        for change, field in (({"one": "no_such"}, "one"), ({"other": "ich"}, "other"), ({"other": "marine_velvet"}, "other"), ({"water": "lava"}, "water")):
            with self.subTest(change):
                self.assertIn(field, self.ask("compare", {**good, **change}, status=422)["field"])
