"""A rehearsal by its routes: a fishroom of its own, a clock that is waited on, the real entries, and what it was at the end."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext

from pennywort.accounts.models import Fishroom
from pennywort.archive.tables import tables
from pennywort.core.reference import library
from pennywort.fish.models import Group, Loss
from pennywort.rehearse.models import KeptLine, Rehearsal
from pennywort.tanks.models import Tank, WaterChange, WaterReading
from tests.api.room import NOW, RoomCase
from tests.core.own_scenario import OWN


class Rehearsing(RoomCase):
    def begin(self, scenario: str = "tap_water", *, seed: int = 7, **more: Any) -> str:
        answer = self.post(f"/api/rooms/{self.room.uid}/rehearsals", {"scenario": scenario, "seed": seed, **more})
        self.assertEqual(answer.status_code, 200, answer.content)
        return str(answer.json()["room"])

    def post(self, path: str, body: dict[str, Any], **more: Any) -> Any:
        return self.client_of().post(path, json.dumps({"write_id": str(uuid4()), **body}), content_type="application/json", **more)

    def there(self, room: str, end: str, body: dict[str, Any] | None = None, *, status: int = 200) -> Any:
        """A call in the fishroom of a rehearsal."""
        path = f"/api/rooms/{room}/{end}"
        answer = self.client_of().get(path) if body is None else self.post(path, body)
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def rows(self) -> dict[str, int]:
        """How much stands in the keeper's own fishroom."""
        return {t.name: t.rows(self.room).count() for t in tables()}

    def test_it_begins_in_a_fishroom_of_its_own_and_writes_nothing_in_the_keepers(self) -> None:
        before = self.rows()
        room = self.begin("bath_that_dilutes")
        for end, body in (("rehearsal/act", {"act": "more_air"}), ("rehearsal/test", {}), ("rehearsal/wait", {"to": "day"}), ("rehearsal/end", {})):
            self.there(room, end, body)
        self.assertEqual(self.rows(), before)
        made = Fishroom.objects.get(uid=room)
        self.assertTrue(made.rehearsal)
        self.assertEqual((made.time_zone, Tank.objects.get(fishroom=made).net_volume_l), ("Europe/London", 84.0))
        self.assertEqual([(g.species_id, g.count) for g in Group.objects.filter(fishroom=made)], [("figure_eight_puffer", 3)])
        rooms = self.client_of().get("/api/session").json()["keeper"]["rooms"]
        self.assertEqual([(r["name"], r["rehearsal"]) for r in rooms], [("Test Lock", False), ("Puffers in a salt bath", True)])
        self.assertEqual(rooms[1]["ahead_s"], 86_400)

    def test_a_repeat_begins_no_second_one_and_a_stranger_gets_none(self) -> None:
        write_id = str(uuid4())
        first, again = self.begin(write_id=write_id), self.begin(write_id=write_id)
        self.assertEqual(first, again)
        self.assertEqual(Rehearsal.objects.count(), 1)
        body = json.dumps({"write_id": write_id, "scenario": "tap_water"})
        path = f"/api/rooms/{self.elsewhere.uid}/rehearsals"
        self.assertEqual(self.client_of(self.stranger).post(path, body, content_type="application/json").status_code, 404)
        self.assertEqual(self.client_of(self.stranger).get(f"/api/rooms/{first}/rehearsal").status_code, 404)

    def test_the_same_seed_is_the_same_water(self) -> None:
        one, other, third = self.begin(seed=11), self.begin(seed=11), self.begin(seed=12)
        seen = [self.there(room, "rehearsal") for room in (one, other, third)]
        fish = [[{**f, "group": ""} for f in s["fish"]] for s in seen]
        self.assertEqual(fish[0], fish[1])
        self.assertNotEqual(fish[0], fish[2])

    def test_what_is_waited_moves_its_clock_alone_and_the_dead_are_found(self) -> None:
        room = self.begin("tap_water", seed=3)
        first = self.there(room, "rehearsal")
        self.assertEqual((first["day"], first["clock"], first["alive"], first["lost"]), (1, "Tue 14:20", 6, 0))
        clock = self.there(room, "rehearsal/clock")
        self.assertEqual(clock, {name: first[name] for name in ("name", "day", "days", "clock", "ended")})
        told = self.there(room, "rehearsal/wait", {"to": "day"})["found"]
        now = self.there(room, "rehearsal")
        self.assertEqual((now["day"], now["clock"]), (2, "Wed 14:20"))
        self.assertEqual(now["alive"] + now["lost"], 6)
        made = Fishroom.objects.get(uid=room)
        dead = sum(x.count for x in Loss.objects.filter(fishroom=made))
        self.assertEqual(dead, now["lost"])
        self.assertEqual(bool(told), dead > 0)
        self.assertTrue(all(x.happened_at == NOW + timedelta(days=1) for x in Loss.objects.filter(fishroom=made)))
        # the keeper's own fishroom is on its own time
        self.assertEqual(self.room.ahead, timedelta(0))

    def test_a_test_of_its_water_reads_what_is_in_it(self) -> None:
        room = self.begin("new_tank", seed=1)
        self.there(room, "rehearsal/test", {})
        reading = WaterReading.objects.get(fishroom__uid=room)
        self.assertAlmostEqual(reading.total_ammonia_as_n_mg_per_l or 0, 4.5, delta=0.8)
        self.assertEqual((reading.temperature_c, reading.ph, reading.chlorine_mg_per_l, reading.copper_mg_per_l), (25.0, 8.0, 0.0, None))
        salted = self.begin("copper_slips", seed=1)
        self.there(salted, "rehearsal/test", {})
        reading = WaterReading.objects.get(fishroom__uid=salted)
        self.assertAlmostEqual(reading.copper_mg_per_l or 0, 0.6, delta=0.11)
        self.assertAlmostEqual(reading.salinity_g_per_kg or 0, 34, delta=5.5)

    def test_what_is_dosed_by_the_real_screens_is_in_the_water(self) -> None:
        room = self.begin("white_spot", seed=4)
        group = self.there(room, "rehearsal")["group"]
        self.there(room, "rehearsal/test", {})
        made = self.there(room, f"groups/{group}/courses", {"protocol": "ich_salt", "condition": "ich", "confirmed": list(range(20)), "reason": "a rehearsal"})
        due = [d for d in self.there(room, "today")["due"] if d["kind"] == "dose"]
        self.there(room, f"tasks/{due[0]['task']}/dose", {"amount": due[0]["press_amount"]})
        self.there(room, "rehearsal/wait", {"to": "hours"})
        self.there(room, "rehearsal/test", {})
        salt = [r.salinity_g_per_kg for r in WaterReading.objects.filter(fishroom__uid=room).order_by("pk")]
        self.assertIsNone(salt[0])
        self.assertGreater(salt[1] or 0, 0.4)
        self.assertTrue(made["uid"])

    def test_a_large_change_on_the_tank_page_takes_chlorine_out_of_it(self) -> None:
        left = []
        for change in (False, True):
            room = self.begin("tap_water", seed=5)
            tank = self.there(room, "rehearsal")["tank"]
            if change:
                self.there(room, f"tanks/{tank}/changes", {"share": "50 %"})
            self.there(room, "rehearsal/wait", {"to": "hours"})
            self.there(room, "rehearsal/test", {})
            left.append(WaterReading.objects.get(fishroom__uid=room).chlorine_mg_per_l or 0.0)
        self.assertAlmostEqual(left[1], left[0] / 2, delta=0.03)

    def test_a_change_pressed_at_the_side_of_the_tank_is_a_change_on_every_screen(self) -> None:
        room = self.begin("copper_slips", seed=5)
        tank = self.there(room, "rehearsal")["tank"]
        self.there(room, "rehearsal/act", {"act": "large_change"})
        change = WaterChange.objects.get(fishroom__uid=room)
        self.assertEqual((str(change.tank.uid), change.changed_fraction), (tank, 0.5))
        self.assertEqual(self.there(room, "rehearsal")["lines"][-1]["words"], "changed 50 % of the water")
        self.there(room, "rehearsal/test", {})
        # what the water held goes with it: half of 0.6
        self.assertAlmostEqual(WaterReading.objects.get(fishroom__uid=room).copper_mg_per_l or 0, 0.3, delta=0.06)

    def test_a_kit_reads_what_was_done_within_the_hour(self) -> None:
        room = self.begin("tap_water", seed=5)
        self.there(room, "rehearsal/test", {})
        # half a milligram came with the change of this morning
        self.assertGreater(WaterReading.objects.get(fishroom__uid=room).chlorine_mg_per_l or 0, 0.3)
        self.there(room, "rehearsal/act", {"act": "dechlorinate"})
        self.there(room, "rehearsal/test", {})
        self.assertEqual(WaterReading.objects.filter(fishroom__uid=room).latest("pk").chlorine_mg_per_l, 0.0)

    def test_a_move_into_a_bare_tank_leaves_the_medicine_behind(self) -> None:
        room = self.begin("copper_slips", seed=5)
        self.there(room, "rehearsal/act", {"act": "move_all"})
        self.there(room, "rehearsal/test", {})
        self.assertEqual(WaterReading.objects.get(fishroom__uid=room).copper_mg_per_l, 0.0)

    def test_what_is_kept_up_can_be_ended(self) -> None:
        room = self.begin("hot_night")
        self.there(room, "rehearsal/act", {"act": "more_air"})
        self.assertTrue(next(a for a in self.there(room, "rehearsal")["acts"] if a["id"] == "more_air")["kept_up"])
        self.there(room, "rehearsal/act", {"act": "more_air", "ends": True})
        now = self.there(room, "rehearsal")
        self.assertFalse(next(a for a in now["acts"] if a["id"] == "more_air")["kept_up"])
        self.assertEqual([line["words"] for line in now["lines"]], ["Air stone on full", "Air stone on full: no longer"])

    def test_a_torch_shows_what_the_eye_does_not(self) -> None:
        room = self.begin("grains_and_dust", seed=6)
        signs = library().signs.values()
        torched = {s.drawn for s in signs if s.kit == "torch"} - {s.drawn for s in signs if s.kit != "torch"}
        by_eye = {d for f in self.there(room, "rehearsal")["fish"] for d in f["drawn"]}
        self.there(room, "rehearsal/look", {"kit": "torch"})
        by_torch = {d for f in self.there(room, "rehearsal")["fish"] for d in f["drawn"]}
        self.assertFalse(by_eye & torched)
        self.assertTrue(by_torch & torched)

    def test_nothing_is_told_before_its_end_and_everything_after(self) -> None:
        room = self.begin("tap_water", seed=8)
        self.there(room, "rehearsal/reveal", status=409)
        self.there(room, "rehearsal/wait", {"to": "day"})
        self.there(room, "rehearsal/act", {"act": "dechlorinate"})
        self.there(room, "rehearsal/wait", {"to": "day"})
        self.there(room, "rehearsal/wait", {"to": "day"})
        over = self.there(room, "rehearsal")
        self.assertTrue(over["over"])
        self.there(room, "rehearsal/wait", {"to": "hours"}, status=409)
        self.there(room, "rehearsal/end", {})
        told = self.there(room, "rehearsal/reveal")
        self.assertEqual(told["title"], "It was chlorine, from the tap.")
        self.assertEqual([d["day"] for d in told["days"]], [1, 2, 3])
        self.assertEqual(told["days"][0]["did"], ["waited"])
        self.assertEqual(told["days"][1]["did"], [library().actions["dechlorinate"].text])
        self.assertEqual(told["days"][0]["best"], "dechlorinator for the whole water, more air")
        self.assertAlmostEqual(told["together"], sum(d["lost"] for d in told["days"]), delta=1e-9)
        self.assertGreater(told["days"][0]["lost"], 0.5)
        self.assertEqual(len(told["worth"]), 3)
        self.assertIn("Day 1 alone cost", told["worth"][2])
        self.assertEqual(len(told["nothing"]["middle"]), 4)
        # an end is an end
        self.there(room, "rehearsal/act", {"act": "more_air"}, status=409)
        self.there(room, "rehearsal/keep", {"lines": told["worth"]})
        self.there(room, "rehearsal/keep", {"lines": told["worth"][:1]})
        self.assertEqual(KeptLine.objects.count(), 3)
        listed = self.client_of().get("/api/reference/rehearsals").json()
        self.assertEqual(set(listed["kept"]), set(told["worth"]))
        self.assertEqual(listed["begun"][0]["words"], "ended on day 4 of 3")

    def test_whoever_comes_back_finds_the_water_as_he_left_it(self) -> None:
        room = self.begin("hot_night")
        self.there(room, "rehearsal/act", {"act": "more_air"})
        self.clock += timedelta(days=3)
        self.there(room, "rehearsal/go-on", {})
        self.assertEqual(self.there(room, "rehearsal")["clock"], "Tue 14:21")

    def test_an_own_scenario_is_played_and_a_wrong_one_names_its_place(self) -> None:
        room = self.begin("", text=OWN)
        self.assertEqual(self.there(room, "rehearsal")["name"], "Danios that gasp")
        path = f"/api/rooms/{self.room.uid}/rehearsals"
        for body, field in (
            ({"text": OWN.replace("days: 3", "days: 1e308")}, "text.days"), ({"scenario": "nowhere"}, "scenario"), ({"text": "id: [", "scenario": ""}, "text"),
            ({"scenario": "tap_water", "seed": -1}, "seed"), ({"text": OWN.replace("zebra_danio", "unicorn")}, "text"),
        ):  # fmt: skip
            answer = self.post(path, body)
            self.assertEqual(answer.status_code, 422, answer.content)
            self.assertIn(field, json.dumps(answer.json()))
        self.assertEqual(Fishroom.objects.filter(rehearsal=True).count(), 1)

    def test_the_reveal_looks_back_on_its_case(self) -> None:
        room = self.begin("tap_water", seed=8)
        group = self.there(room, "rehearsal")["group"]
        self.there(room, f"groups/{group}/looks", {"signs": {"rapid_breathing": True, "darting_panic": True}})
        self.there(room, "rehearsal/wait", {"to": "hours"})
        self.there(room, "rehearsal/end", {})
        told = self.there(room, "rehearsal/reveal")
        self.assertTrue(told["case"])
        self.assertIn("From the first sign", " ".join(told["look_back"]))
        self.assertEqual(told["days"][0]["did"], ["looked, and weighed what was seen"])
        # two of fresh water have nothing to be named
        well = self.begin("two_gouramis")
        self.there(well, "rehearsal/end", {})
        self.assertEqual(self.there(well, "rehearsal/reveal")["sentence"], "Nothing lived on these fish that had to be named.")

    def test_what_it_asks_the_database_does_not_grow_with_what_was_done(self) -> None:
        room = self.begin("hot_night")
        asked = []
        for times in (2, 12):
            for _ in range(times):
                self.there(room, "rehearsal/act", {"act": "siphon"})
                self.there(room, "rehearsal/test", {})
            with CaptureQueriesContext(connection) as queries:
                self.there(room, "rehearsal")
            asked.append(len(queries))
        self.assertEqual(asked[0], asked[1])
        self.assertLessEqual(asked[1], 30)

    def test_a_lost_answer_waits_once(self) -> None:
        room, write_id = self.begin("hot_night"), str(uuid4())
        for _ in range(2):
            self.there(room, "rehearsal/wait", {"to": "day", "write_id": write_id})
        self.assertEqual(Fishroom.objects.get(uid=room).ahead, timedelta(days=1))

    def test_in_a_fishroom_of_ones_own_there_is_no_rehearsal(self) -> None:
        self.there(str(self.room.uid), "rehearsal", status=404)
        for end in ("act", "look", "wait"):
            body = {"act": {"act": "dim"}, "look": {"kit": "torch"}, "wait": {"to": "day"}}[end]
            self.there(str(self.room.uid), f"rehearsal/{end}", body, status=404)
        room = self.begin("tap_water")
        self.there(room, "rehearsal/act", {"act": "dance"}, status=422)
        self.there(room, "rehearsal/wait", {"to": "task"}, status=409)
