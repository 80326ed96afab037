"""The bath side through the API: made ready, matched, timed by the server, taken out, written down."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from pennywort.baths.models import BathEvent
from pennywort.core.reference import library
from pennywort.courses.models import Task
from tests.api.room import RoomCase

BATH = next(u.id for u in library().actives["hydrogen_peroxide"].uses if u.route == "bath" and u.minutes and u.gate != "vet")
VIOLET = next(u.id for u in library().actives["permanganate"].uses if u.route == "bath")


class Baths(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir, count=4)

    def ready(self, use: str = BATH, **more: Any) -> str:
        request = {"kind": "dose", "use": use, "volume": "5 L", "confirmed": True, "product_confirmed": True, **more}
        return str(self.send(f"groups/{self.barbs}/baths", {"request": request})["uid"])

    def match(self, run: str, warmth: str = "25", theirs: str = "25", *, status: int = 200, **more: Any) -> Any:
        return self.send(f"baths/{run}/match", {"bath": {"temperature": warmth, "home_temperature": theirs, **more}}, status=status)

    def note(self, run: str, kind: str, *, status: int = 200, **more: Any) -> Any:
        return self.send(f"baths/{run}/events", {"kind": kind, **more}, status=status)

    def test_a_bath_from_ready_to_done(self) -> None:
        """Fish in at 14:20, out twenty minutes later; the server's clock counts, whoever looks."""
        run = self.ready()
        told = self.get(f"baths/{run}")
        self.assertEqual((told["phase"], told["matched"], told["fish"], told["turns"]), ("ready", False, "4 cherry barbs", 1))
        self.assertTrue(told["steps"] and told["measured"]["amounts"])
        self.match(run)
        self.note(run, "in")
        self.later(minutes=7, seconds=5)
        told = self.get(f"baths/{run}", by=self.ivo)
        self.assertEqual((told["phase"], told["elapsed_s"], told["in_at"]), ("in", 425, "2026-11-24T14:20:00Z"))
        self.later(minutes=12, seconds=55)
        self.note(run, "out")
        told = self.get(f"baths/{run}")
        self.assertEqual((told["phase"], told["ended_words"]), ("done", "out after 20:00"))
        self.assertEqual([x["words"] for x in told["log"]], ["fish in", "fish out, 20:00 in"])
        self.assertEqual(self.get("baths")[0]["ended_words"], "out after 20:00")
        self.note(run, "in", status=409)

    def test_the_waters_must_match_first(self) -> None:
        """Five degrees colder is a shock: nothing goes in until it is matched."""
        run = self.ready()
        self.assertIn("Match the waters first", self.note(run, "in", status=409)["detail"])
        self.assertEqual(self.match(run, "", "25", status=422)["field"], "bath.temperature")
        told = self.match(run, "20", "25", status=422)
        self.assertIn("5.0 °C colder", told["detail"])
        self.assertFalse(self.get(f"baths/{run}")["matched"])
        self.match(run, "24.8", "25")
        self.assertEqual(self.get(f"baths/{run}")["pairs"][0], {"name": "temperature", "bath": "24.8", "home": "25"})

    def test_a_bath_that_dilutes_is_stopped(self) -> None:
        """A bath of TDS 150 for fish from TDS 410 dilutes them, whatever is dissolved in it (common practice)."""
        run = self.ready()
        told = self.match(run, other_water=True, water={"tds": "150"}, home={"tds": "410"}, status=422)
        self.assertIn("thinner", told["detail"])
        self.note(run, "in", status=409)

    def test_a_sign_takes_them_out_and_says_when(self) -> None:
        run = self.ready()
        self.match(run)
        self.note(run, "in")
        self.later(seconds=95)
        self.note(run, "frantic")
        told = self.get(f"baths/{run}")
        self.assertEqual((told["phase"], told["sign"]), ("take_out", "frantic, bolting"))
        self.assertTrue(told["rescue"][0].startswith("Fish out now"))
        self.later(seconds=10)
        self.note(run, "out")
        self.assertEqual(self.get(f"baths/{run}")["ended_words"], "out after 1:45, early: frantic, bolting")
        self.assertIn("frantic, bolting, 1:35 in", [x["words"] for x in self.get(f"baths/{run}")["log"]])

    def test_too_long_is_told_and_kept(self) -> None:
        run = self.ready(minutes="30")
        self.match(run)
        self.note(run, "in")
        self.later(minutes=33)
        self.assertEqual(self.get(f"baths/{run}")["phase"], "take_out")
        self.note(run, "out")
        self.assertEqual(self.get(f"baths/{run}")["ended_words"], "out after 33:00, 3:00 over its time")

    def test_what_the_phone_saw_arrives_late_with_its_own_time(self) -> None:
        """The connection was gone for ten minutes: in and out keep the instants of the phone; a repeat is stored once."""
        run = self.ready()
        self.match(run)
        self.later(minutes=20)
        body = {"write_id": str(uuid4()), "kind": "in", "happened_at": "2026-11-24T14:25:00Z"}
        self.send(f"baths/{run}/events", body)
        self.send(f"baths/{run}/events", body)
        self.note(run, "out", happened_at="2026-11-24T14:35:00Z")
        self.assertEqual((BathEvent.objects.count(), self.get(f"baths/{run}")["ended_words"]), (2, "out after 10:00"))

    def test_two_turns_in_one_mix(self) -> None:
        run = self.ready()
        self.match(run, turns=2)
        for turn, phase in ((1, "between"), (2, "done")):
            self.note(run, "in")
            self.later(minutes=5)
            self.note(run, "out")
            self.assertEqual((self.get(f"baths/{run}")["phase"], turn), (phase, turn))

    def test_the_colour_of_permanganate(self) -> None:
        run = self.ready(VIOLET)
        self.assertEqual([c["id"] for c in self.get(f"baths/{run}")["colours"]], ["violet", "pink", "tea", "brown"])
        self.assertEqual(self.get(f"baths/{self.ready()}")["colours"], [])

    def test_a_course_that_asks_for_a_bath_has_it_done(self) -> None:
        """Columnaris in four steps asks for an acriflavine bath: when the fish are out, the task is done."""
        self.course(self.barbs, "columnaris_four", condition="columnaris")
        task = Task.objects.filter(kind="bath").order_by("due_at")[0]
        request = {"kind": "dose", "use": task.use_id, "volume": "5 L", "confirmed": True, "product_confirmed": True, "in_water": []}
        run = str(self.send(f"groups/{self.barbs}/baths", {"request": request, "task": str(task.uid)})["uid"])
        self.match(run)
        self.note(run, "in")
        task.refresh_from_db()
        self.assertIsNone(task.done_at)
        self.later(minutes=15)
        self.note(run, "out")
        task.refresh_from_db()
        self.assertEqual(task.done_at, self.clock)
        dose = Task.objects.filter(kind="dose")[0]
        self.assertEqual(self.send(f"groups/{self.barbs}/baths", {"request": request, "task": str(dose.uid)}, status=422)["field"], "task")

    def test_what_is_no_bath(self) -> None:
        prolonged = next(u.id for u in library().actives["sodium_chloride"].uses if u.route == "prolonged")
        for use, field in ((prolonged, "request.use"), ("moonlight", "use")):
            body = {"request": {"kind": "dose", "use": use, "volume": "5 L"}}
            self.assertEqual(self.send(f"groups/{self.barbs}/baths", body, status=422)["field"], field)
        self.send(f"groups/{self.barbs}/baths", {"request": {"kind": "dose", "use": BATH, "volume": "1e308 L"}}, status=422)
        run = self.ready()
        self.match(run)
        self.note(run, "out", status=409)
        self.note(run, "dancing", status=422)
        self.note(run, "in", happened_at="2030-01-01T00:00:00Z", status=422)
