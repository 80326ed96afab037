"""The Today board over the days of a course: states, windows, words."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext

from pennywort.accounts.models import Fishroom, Membership
from pennywort.board.api import FIRST_STRIPS, MOST_STRIPS
from pennywort.board.today import board_of
from pennywort.courses.strip_shown import strip_out
from pennywort.records.actor import Actor
from tests.api.large import fill
from tests.api.room import LABEL, RoomCase


class ManyTanks(RoomCase):
    def queries(self, *, tanks: int, late_h: float) -> int:
        """How many queries Today asks in a fishroom of so many tanks, some hours after the last thing was done."""
        room = Fishroom.objects.create(name=f"{tanks} tanks", time_zone="Europe/London")
        Membership.objects.create(fishroom=room, keeper=self.maren)
        fill(room, self.maren, tanks=tanks, years=1, now=self.clock)
        self.clock += timedelta(hours=late_h)
        url = self.url("today", room)
        self.client_of().get(url)
        with CaptureQueriesContext(connection) as queries:
            answer = self.client_of().get(url)
        self.clock -= timedelta(hours=late_h)
        told = answer.json()
        self.assertEqual((len(told["strips"]), len(told["strips"]) + len(told["below"])), (min(tanks, FIRST_STRIPS), tanks))
        self.assertTrue(any(s["level"] for s in told["strips"]))
        return len(queries)

    def test_the_queries_do_not_grow_with_the_tanks(self) -> None:
        """Two fishrooms, one four times the other, with courses running in one tank of five; in time, and with doses overdue."""
        for late_h in (0, 30):
            with self.subTest(late_h):
                few, many = self.queries(tanks=15, late_h=late_h), self.queries(tanks=60, late_h=late_h)
                self.assertEqual(few, many)
                self.assertLess(many, 25)

    def test_strips_below_are_those_of_a_screen_that_shows_all(self) -> None:
        """What is asked for as it comes into view is what the whole board would have drawn, in the order it stands in."""
        fill(self.room, self.maren, tanks=30, years=1, now=self.clock)
        self.clock += timedelta(hours=30)
        today = self.get("today")
        board = board_of(Actor(keeper=self.maren, fishroom=self.room, now=self.clock))
        whole = [strip_out(s) for s in board.strips]
        self.assertEqual([str(s.tank) for s in whole], [s["tank"] for s in today["strips"]] + [t["tank"] for t in today["below"]])
        self.assertEqual([(s.fish, s.quiet) for s in whole[FIRST_STRIPS:]], [(t["fish"], t["quiet"]) for t in today["below"]])
        asked = "&".join(f"tanks={t['tank']}" for t in today["below"])
        # every fifth is under treatment: some of each kind
        few = "&".join(f"tanks={t['tank']}" for t in today["below"][:7])
        with CaptureQueriesContext(connection) as some:
            self.get(f"strips?{few}")
        with CaptureQueriesContext(connection) as many:
            told = self.get(f"strips?{asked}")
        self.assertEqual(len(some), len(many))
        self.assertEqual(told["axis"], today["axis"])
        self.assertEqual(today["strips"] + told["strips"], [s.model_dump(mode="json") for s in whole])

    def test_quiet_is_whatever_has_no_mark(self) -> None:
        """It is told without drawing a strip: of each thing alone that a strip marks, and of a test in another tank on its water."""
        for path, body in (
            ("", {}),
            ("changes", {"share": "20 %"}),
            ("readings", {"ph": "7"}),
            ("upkeep", {"kind": "glass"}),
            ("standing", {"kind": "change", "share": "20 %", "every_days": 5}),
            ("groups", {"species": "guppy", "count": 3}),
            ("groups", {"species": "guppy", "count": 3, "arrived_on": "2026-10-01"}),
        ):
            tank = self.tank(name=f"{path} {len(body)}".strip())
            if path:
                self.send(f"tanks/{tank}/{path}", body)
        self.send(f"groups/{self.group(self.tank(name='loss'), arrived_on='2026-10-01')}/losses", {"count": 1})
        tested = self.tank(name="tested")
        self.send(f"tanks/{tested}/readings", {"ph": "7"})
        self.later(hours=1)
        self.tank(name="on its water", shares_water_with=tested)
        self.course(self.group(self.tank(name="course")))
        self.send(f"groups/{self.group(self.tank(name='case'), arrived_on='2026-10-01')}/looks", {"signs": {"flashing": True}})
        marks = ("doses", "changes", "readings", "upkeep", "losses", "arrivals", "windows", "day_count", "case")
        strips = self.get("today")["strips"]
        self.assertEqual({s["name"]: s["quiet"] for s in strips}, {s["name"]: not any(s[m] for m in marks) for s in strips})
        self.assertEqual([s["name"] for s in strips if s["quiet"]], ["0", "groups 3", "on its water"])

    def test_strips_of_some_tanks(self) -> None:
        weir, sluice = self.tank(), self.tank(name="Sluice")
        self.group(weir)
        self.assertEqual([s["fish"] for s in self.get(f"strips?tanks={sluice}&tanks={weir}&tanks={sluice}")["strips"]], ["empty", "10 cherry barbs"])
        self.send(f"tanks/{sluice}/take-down", {"note": "bleached"})
        self.assertEqual([s["name"] for s in self.get(f"strips?tanks={sluice}&tanks={weir}")["strips"]], ["Weir"])
        for wrong, field, status in (("", "tanks", 422), ("?tanks=weir", "tanks.0", 422), (f"?tanks={uuid4()}", "tanks", 404)):
            self.assertEqual(self.get(f"strips{wrong}", status=status)["field"], field)
        many = "&".join(f"tanks={uuid4()}" for _ in range(MOST_STRIPS + 1))
        self.assertEqual(self.get(f"strips?{many}", status=422)["field"], "tanks")
        stranger = self.client_of(self.stranger).get(self.url(f"strips?tanks={weir}", self.elsewhere))
        self.assertEqual((stranger.status_code, stranger.json()["field"]), (404, "tanks"))


class States(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def strip(self, name: str = "Weir") -> dict[str, Any]:
        return next(s for s in self.get("today")["strips"] if s["name"] == name)

    def give_due(self) -> None:
        for due in self.due():
            self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})

    def test_a_tank_without_fish_or_trouble_is_quiet(self) -> None:
        self.tank(name="Spare")
        spare = self.strip("Spare")
        self.assertEqual((spare["quiet"], spare["fish"], spare["state"], spare["state_words"]), (True, "empty", "none", "clear water"))

    def test_quiet_tanks_stand_below_the_others(self) -> None:
        self.tank(name="Another")
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        self.assertEqual([s["name"] for s in self.get("today")["strips"]], ["Weir", "Another"])

    def test_from_building_up_to_in_range_to_watching(self) -> None:
        """0.67 g/L builds up, 1.33 and 2 are in the range of 1 to 3; the level falls with the two half changes; then the tank is watched."""
        self.course(self.barbs)
        self.assertEqual(self.strip()["state_words"], "building up")
        states = []
        for _ in range(3):
            self.give_due()
            states.append(self.strip()["state_words"])
            self.later(days=1)
        self.assertEqual(states, ["building up", "in range", "in range"])
        self.assertEqual(self.strip()["day_count"]["words"], "day 4 of 14")
        self.later(days=11)
        for change in self.due("water_change"):
            if "salt out" in change["title"]:
                self.send(f"tanks/{self.weir}/changes", {"share": change["press_amount"], "task": change["task"], "put_back": change["put_back"]})
        strip = self.strip()
        self.assertEqual((strip["state_words"], strip["level"]["figure"]), ("observe", "1.00"))
        self.later(days=3)
        self.assertEqual(self.strip()["day_count"]["words"], "clear day 2 of 14")

    def test_an_overdue_dose_says_so_before_anything_else(self) -> None:
        self.course(self.barbs)
        self.later(minutes=5)
        self.assertEqual((self.strip()["state"], self.strip()["state_words"]), ("unknown", "dose due"))

    def test_a_label_claims_no_level(self) -> None:
        self.course(self.barbs, protocol="by_label", label=LABEL)
        self.give_due()
        strip = self.strip()
        self.assertEqual((strip["state_words"], strip["level"], strip["curves"], strip["medicine"]), ("by label, level not known", None, [], "mix"))
        self.assertEqual([d["done"] for d in strip["doses"]], [True] + [False] * 6)

    def test_too_much_is_above_the_range(self) -> None:
        """Three thirds and one more by hand: 2 g/L and 0.89 more is 2.9, in range; another is above."""
        self.course(self.barbs)
        for extra in ("30 g", "30 g", "85 g"):
            self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": extra})
            self.later(days=1)
        self.assertEqual((self.strip()["state"], self.strip()["state_words"]), ("above", "above range"))

    def test_of_two_medicines_the_one_out_of_range_is_drawn(self) -> None:
        """Filled to 6.6 mg/L, metronidazole leaves its range of 5 to 25 with a third changed; praziquantel, filled to 5, stays in 2 to 5."""
        self.course(self.barbs, protocol="two_rounds", condition="skin_flukes", parameters={"praziquantel": "5"})
        self.give_due()
        self.assertEqual(self.strip()["curves"][0]["medicine"], "praziquantel")
        self.later(days=2)
        for change in self.due("water_change"):
            self.send(f"tanks/{self.weir}/changes", {"share": "50 %", "task": change["task"], "put_back": False})
        self.give_due()
        self.assertEqual(self.strip()["state"], "in_range")
        self.later(hours=1)
        self.send(f"tanks/{self.weir}/changes", {"share": "33 %", "put_back": False})
        strip = self.strip()
        self.assertEqual((strip["curves"][0]["medicine"], strip["level"]["figure"], strip["state"]), ("metronidazole", "4.36", "below"))

    def test_a_stopped_course_leaves_its_medicine_in_the_water(self) -> None:
        made = self.course(self.barbs)
        self.give_due()
        self.later(hours=1)
        self.send(f"courses/{made['uid']}/stop", {"reason": "gasping"})
        strip = self.strip()
        self.assertEqual((strip["state_words"], strip["day_count"], self.get("today")["due"]), ("no course yet", None, []))
        self.send(f"courses/{made['uid']}/stop", {}, status=409)
        self.send(f"groups/{self.barbs}/courses", {"protocol": "two_rounds", "confirmed": [0, 1], "vet_word": True}, status=409)

    def test_arrivals_of_one_day_are_one_mark(self) -> None:
        self.group(self.weir, species="guppy", count=4)
        self.assertEqual([a["words"] for a in self.strip()["arrivals"]], ["arrived, 14 fish"])
        self.assertEqual(self.strip()["fish"], "10 cherry barbs, 4 guppies")

    def test_who_waits(self) -> None:
        self.assertEqual(self.get("today")["waiting"], ["Weir: nobody has looked at the cherry barbs yet."])
        self.send(f"groups/{self.barbs}/looks", {"signs": {"lethargy": True}})
        self.assertEqual(self.get("today")["waiting"], ["Weir has no course yet. Look again, or choose one."])
        self.course(self.barbs, protocol="watch", condition="")
        self.assertEqual(self.get("today")["waiting"], ["Weir has no name yet for what was seen. One more look may tell."])

    def test_the_rail_counts(self) -> None:
        self.assertEqual(self.get("rail"), {"due": 0, "waiting": 0})
        self.send(f"groups/{self.barbs}/looks", {"signs": {"lethargy": True}})
        self.assertEqual(self.get("rail"), {"due": 0, "waiting": 1})
        self.course(self.barbs)
        self.assertEqual(self.get("rail"), {"due": 2, "waiting": 0})

    def test_the_axis_runs_two_weeks_back_and_three_ahead(self) -> None:
        axis = self.get("today")["axis"]
        self.assertEqual((axis["starts_at"], axis["ends_at"], len(axis["days"])), ("2026-11-10T00:00:00Z", "2026-12-15T00:00:00Z", 35))
        self.assertEqual([i for i, d in enumerate(axis["days"]) if d["today"]], [14])
        self.assertEqual([(i, d["month"]) for i, d in enumerate(axis["days"]) if d["month"]], [(0, "November"), (21, "December")])

    def test_the_day_is_the_fishrooms_not_the_servers(self) -> None:
        """At half past eleven UTC on the 24th it is the 25th in Auckland."""
        self.room.time_zone = "Pacific/Auckland"
        self.room.save()
        today = self.get("today")
        self.assertEqual((today["date_words"], today["time_words"]), ("Wednesday 25 November", "03:20"))

    def test_losses_are_counted_for_two_weeks(self) -> None:
        self.send(f"groups/{self.barbs}/losses", {"count": 2})
        self.assertEqual(self.get("today")["fish_words"], "8 fish, 2 lost in two weeks")
        self.later(days=16)
        self.assertEqual(self.get("today")["fish_words"], "8 fish, none lost in two weeks")

    def test_tasks_of_other_days_carry_their_day(self) -> None:
        self.course(self.barbs, protocol="by_label", label=LABEL)
        self.later(days=2)
        words = [(d["at_words"], d["late_words"]) for d in self.due()]
        self.assertEqual(words, [("Tue 14:20", "2 days"), ("Wed 14:20", "24 h"), ("14:20", "")])

    def test_what_was_done_is_listed_newest_first(self) -> None:
        self.course(self.barbs)
        self.give_due()
        self.later(minutes=10)
        self.send(f"tanks/{self.weir}/changes", {"share": "10 %", "put_back": True}, by=self.ivo)
        self.later(minutes=10)
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        done = [(d["ledger"], d["words"], d["by"]) for d in self.get("today")["done"]]
        self.assertEqual(done[0], ("loss", "Weir: 1 lost", "Maren"))
        self.assertEqual({d[1] for d in done[1:3]}, {"Weir: changed 10 %", "Weir: put back 3 g salt"})
        self.assertEqual(done[3], ("dose", "Weir: gave 30 g salt", "Maren"))

    def test_reference_pages(self) -> None:
        client = self.client_of()
        rows = client.get("/api/reference/conditions").json()
        self.assertGreaterEqual(len(rows), 12)
        self.assertEqual(
            [p["id"] for p in next(r for r in rows if r["id"] == "ich")["protocols"]],
            ["salt_and_warmth", "by_label", "copper_fresh", "ich_salt", "ich_heat", "ich_dye", "watch"],
        )
        columnaris = client.get("/api/reference/conditions/columnaris").json()
        self.assertIn("raise the heat", columnaris["never"]["text"])
        self.assertIn("Noga", columnaris["summary"]["source"])
        self.assertTrue(columnaris["summary"]["recalled"])
        self.assertEqual(client.get("/api/reference/conditions/plague").status_code, 404)
        loach = next(s for s in client.get(self.url("species")).json() if s["id"] == "kuhli_loach")
        told = (loach["range_words"], loach["tolerances"][0], loach["needs"][0])
        self.assertEqual(told, ("24.0 to 28.0 °C", "loaches bear no more than 1 g/L of salt", "wants sand to dig or hide in"))
