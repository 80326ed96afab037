"""A look through the API: the same answer on every screen, sizes over days, what the record knows, kinds of one's own, whose law."""

from __future__ import annotations

import json
from uuid import uuid4

import yaml

from pennywort.core.reference import library
from pennywort.core.reference.kinds import kinds_of
from pennywort.fish.models import Group, Look, OwnSpecies
from tests.api.room import RoomCase
from tests.api.test_looks import LooksCase

SHEEN = {"flat_grey_sheen": True, "rapid_breathing": True, "clamped_fins": True, "cottony_tufts": False}


class OneAnswer(LooksCase):
    def test_the_screen_the_record_and_the_days_say_the_same(self) -> None:
        """Warm water typed with the look, nothing of it known before: 24.9 of 20 to 25 degrees is the warm end for a panda corydoras."""
        pandas = self.group(self.weir, species="panda corydoras", count=9)
        body = {"signs": SHEEN, "temperature": "24.9", "ph": "7.1"}
        screen = self.ask(f"groups/{pandas}/weigh", body)
        self.assertIn("water at the warm end for this fish", screen["known"])
        kept = Look.objects.get(uid=self.send(f"groups/{pandas}/looks", body)["uid"])
        (day,) = self.get(f"groups/{pandas}/days")["looks"]
        on_screen = {r["condition"]: r["in_100"] for r in screen["ranked"] if r["in_100"] >= 1}
        self.assertEqual({c: round(v * 100) for c, v in kept.shares.items() if c in on_screen}, on_screen)
        self.assertEqual({c: v for c, v in day["shares"].items() if c in on_screen}, on_screen)
        self.assertEqual({screen["verdict"]}, {kept.verdict, day["verdict"]})
        self.assertEqual(day["best"]["condition"], screen["ranked"][0]["condition"])
        self.assertIn("temp_high", kept.context)

    def test_a_kept_look_keeps_its_answer(self) -> None:
        """The reference may say otherwise today: the days page shows what was answered then."""
        uid = self.look("white_spots_countable flashing")["uid"]
        look = Look.objects.get(uid=uid)
        then = {**dict.fromkeys(look.shares, 0.0), "epistylis": 0.9, "something_else": 0.1}
        Look._base_manager.filter(pk=look.pk).update(shares=then)
        (day,) = self.days()["looks"]
        self.assertEqual((day["best"]["condition"], day["shares"]), ("epistylis", {"epistylis": 90}))

    def test_what_is_doubted_is_asked_and_kept(self) -> None:
        body = {"signs": {"eating_normally": True, "off_food": True, "flashing": True}, "fish": "the pale one"}
        told = self.ask(f"groups/{self.barbs}/weigh", body)
        self.assertEqual([d["signs"] for d in told["doubts"]], [["eating_normally", "off_food"]])
        self.assertFalse([e for r in told["ranked"][:3] for e in (*r["evidence_for"], *r["evidence_against"]) if e["sign"] in ("eating_normally", "off_food")])
        kept = Look.objects.get(uid=self.send(f"groups/{self.barbs}/looks", body)["uid"])
        self.assertTrue(kept.signs["eating_normally"] and kept.signs["off_food"])

    def test_salt_water_typed_for_a_fresh_tank_is_read_again(self) -> None:
        told = self.ask(f"groups/{self.barbs}/weigh", {"signs": {}, "temperature": "25", "ph": "7", "ammonia": "0", "nitrite": "0", "salinity": "1.024"})
        self.assertEqual(told["gate"]["state"], "half")
        self.assertIn("Read again: salinity", told["gate"]["suspected"])
        self.assertNotIn("water_all_normal", told["signs"])


class Sizes(LooksCase):
    def test_kept_carried_and_compared(self) -> None:
        self.look("swollen_belly_even flashing", sizes={"swollen_belly_even": 1})
        self.later(days=1)
        self.assertEqual(self.board()["carried"]["sizes"], {"swollen_belly_even": 1})
        sign = next(s for r in self.board()["regions"] for s in r["signs"] if s["id"] == "swollen_belly_even")
        self.assertEqual(sign["sizes"], ["slight", "plain", "severe"])
        self.look("swollen_belly_even flashing", sizes={"swollen_belly_even": 3})
        days = self.days()
        swollen = next(t for t in days["progress"]["signs"] if t["sign"] == "swollen_belly_even")
        self.assertEqual((swollen["trend"], swollen["words"], days["progress"]["since_last"]), ("worse", "slight, now severe", "worse"))
        self.assertTrue(any("severe" in words for words in days["looks"][-1]["seen"]))

    def test_a_size_belongs_to_a_seen_sign_and_its_scale(self) -> None:
        for signs, sizes in (
            ({"swollen_belly_even": False}, {"swollen_belly_even": 1}), ({"swollen_belly_even": True}, {"swollen_belly_even": 4}),
            ({"swollen_belly_even": True}, {"swollen_belly_even": 0}), ({"flashing": True}, {"flashing": 1}), ({"flashing": True}, {"no_such": 1}),
        ):  # fmt: skip
            with self.subTest(sizes):
                problem = self.send(f"groups/{self.barbs}/looks", {"signs": signs, "sizes": sizes}, status=422)
                self.assertEqual(problem["field"], f"sizes.{next(iter(sizes))}")
        self.assertEqual(Look.objects.count(), 0)


class KnownByTheRecord(LooksCase):
    def test_a_change_on_the_same_sump_is_known(self) -> None:
        other = self.tank(name="Lock", code="Q5", shares_water_with=self.weir)
        self.send(f"tanks/{other}/changes", {"share": "30 %"})
        told = self.ask(f"groups/{self.barbs}/weigh", {"signs": {"lethargy": True}})
        self.assertIn("water changed within two days", told["known"])

    def test_in_a_shop_only_what_can_be_done_there_is_asked(self) -> None:
        body = {"water": "freshwater_tropical", "species": "cherry barb", "fish_count": 6, "signs": {"flat_grey_sheen": True, "slimy_patches": True}}
        there, here = self.ask("diagnose", {**body, "at_seller": True}), self.ask("diagnose", body)
        self.assertEqual({n["look"] for n in there["next_looks"]} & {"history", "skin_scrape", "gill_scrape", "trial"}, set())
        self.assertNotEqual([n["look"] for n in there["next_looks"]], [n["look"] for n in here["next_looks"]])


class OwnKinds(RoomCase):
    def test_a_kind_on_no_list_is_asked_once_and_kept(self) -> None:
        tank = self.tank(water_type="brackish")
        self.group(tank, species="Moonlit mudskipper", kin="goby_dartfish")
        own = OwnSpecies.objects.get()
        self.assertEqual((own.name, own.water_type, own.kin), ("Moonlit mudskipper", "brackish", "goby_dartfish"))
        # known from now on by any spelling of its name, and weighed as what it is
        second = self.group(tank, species="moonlit MUDSKIPPER")
        self.assertEqual(Group.objects.get(uid=second).species_id, own.species_id)
        self.assertEqual(OwnSpecies.objects.count(), 1)
        self.assertEqual(self.get(f"groups/{second}/look")["kin_known"], "gobies, dartfish and jawfish")
        listed = self.get("species")
        self.assertEqual([s["name"] for s in listed if s["own"]], ["Moonlit mudskipper"])
        self.assertEqual({s["name"] for s in listed if not s["own"]}, {s.name for s in library().species.values()})
        answer = self.client_of().get(self.url("species.yaml"))
        self.assertEqual(yaml.safe_load(answer.content), [{"name": "Moonlit mudskipper", "water": "brackish", "kin": "goby_dartfish"}])

    def test_a_wrong_kin_is_named_and_nothing_is_kept(self) -> None:
        problem = self.send(f"tanks/{self.tank()}/groups", {"species": "grey thing", "count": 1, "kin": "dragon"}, status=422)
        self.assertEqual(problem["field"], "kin")
        self.assertEqual((OwnSpecies.objects.count(), Group.objects.count()), (0, 0))

    def test_keepers_names_are_known(self) -> None:
        """A tang, a molly, a discus, by second names too; each with what it needs."""
        names = {n.lower(): s for s in self.get("species") for n in (s["name"], *s["also"])}
        for name, kin in (("discus", "discus_angel"), ("red neon", "small_tetra"), ("kuhli loach", "loach_catfish")):
            self.assertEqual(names[name]["kin"], kin)
        self.assertTrue([s for s in names.values() if s["kin"] == "tang"])
        tank = self.tank()
        self.assertEqual(Group.objects.get(uid=self.group(tank, species="red neon")).species_name, "cardinal tetra")

    def test_what_its_kind_bears_badly_is_told_of_it_too(self) -> None:
        """A panda corydoras is a corydoras and counts as a catfish without scales: what is said of those is said of it."""
        self.assertEqual(kinds_of([library().species["panda_corydoras"]], kin=library().kin), {"corydoras", "loach_catfish"})


class WhoseLaw(LooksCase):
    def test_asked_once_in_the_settings_and_told_in_the_look(self) -> None:
        pond = self.tank(name="Pond", code="P1", water_type="coldwater_pond")
        koi = self.group(pond, species="koi", count=4)
        signs = {"swollen_belly_even": True, "red_skin_streaks": True, "gills_pale": True, "both_eyes_bulging": True, "several_one_species": True}
        body = {"signs": signs, "context": ["spring_season"], "temperature": "12"}

        def told() -> str:
            words: str = self.ask(f"groups/{koi}/weigh", body)["acts"]["report_words"]
            return words

        self.assertIn("must be reported in most places", told())
        self.assertEqual(self.send("law", {"law": "uk"}, method="put"), {"law": "uk"})
        self.assertIn("must be reported in the United Kingdom: call the fish health inspectorate", told())
        self.assertIn("Have ready: which kinds of fish", told())
        self.send("law", {"law": "eu"}, method="put")
        # spring viraemia is no longer on the list of the Union
        self.assertNotIn("Spring viraemia", told())
        rooms = self.client_of().get("/api/session").json()["keeper"]["rooms"]
        self.assertEqual([r["law"] for r in rooms], ["eu"])
        places = self.client_of().get("/api/reference/reporting-places").json()
        self.assertIn({"id": "uk", "name": "the United Kingdom"}, places)

    def test_a_place_that_is_not_on_the_list(self) -> None:
        self.assertEqual(self.send("law", {"law": "atlantis"}, method="put", status=422)["field"], "law")
        stranger = self.client_of(self.stranger).put(self.url("law"), json.dumps({"write_id": str(uuid4()), "law": "uk"}), content_type="application/json")
        self.assertEqual(stranger.status_code, 404)


class Drawn(LooksCase):
    def test_the_fish_of_the_group_with_what_was_marked(self) -> None:
        pandas = self.group(self.weir, species="panda corydoras", count=9)
        board = self.get(f"groups/{pandas}/look")
        self.assertEqual(board["shape"], "flat_bottom")
        sheen = next(s for r in board["regions"] for s in r["signs"] if s["id"] == "flat_grey_sheen")
        got = self.client_of().get(f"/api/reference/plates/{board['shape']}?drawn={sheen['drawn']}", headers={"accept-encoding": "gzip"})
        self.assertEqual((got.status_code, got["Content-Encoding"]), (200, "gzip"))
        self.assertLess(len(got.content), 25_000)
        plain = self.client_of().get("/api/reference/plates/flat_bottom").json()
        self.assertEqual(set(plain["places"]["eye"]), {"outline", "point"})

    def test_no_such_drawing(self) -> None:
        for path in ("dragon", "koi?drawn=horns", "koi/lens/horns", "../koi"):
            self.assertEqual(self.client_of().get(f"/api/reference/plates/{path}").status_code, 404, path)
