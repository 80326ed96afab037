"""The bath side through the API: made ready, matched, timed by the server, taken out, written down."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from pennywort.baths.models import BathEvent
from pennywort.core.reference import library
from pennywort.courses.models import Dose, Task
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

    def test_a_bath_from_notes(self) -> None:
        """Given yesterday without the timer: in at 19:20, thirty-five minutes; it counts for the next one as any other."""
        run = self.ready()
        at = (self.clock - timedelta(hours=19)).isoformat()
        for body, field in (
            ({"happened_at": at, "minutes": "0"}, "minutes"), ({"happened_at": at, "minutes": "2000"}, "minutes"),
            ({"happened_at": at, "minutes": "x"}, "minutes"),
            ({"happened_at": self.clock.isoformat(), "minutes": "20"}, "minutes"), ({"happened_at": "2030-01-01T00:00:00Z", "minutes": "20"}, "happened_at"),
        ):  # fmt: skip
            with self.subTest(body):
                self.assertEqual(self.send(f"baths/{run}/given", body, status=422)["field"], field)
        self.send(f"baths/{run}/given", {"happened_at": at, "minutes": "35"})
        told = self.get(f"baths/{run}")
        self.assertEqual((told["phase"], told["minutes"], told["ended_words"]), ("done", 30, "out after 35:00, 5:00 over its time"))
        self.assertEqual([x["by"] for x in told["log"]], ["Maren, entered Tue 24 Nov 14:20"] * 2)
        self.assertEqual([x["at_words"] for x in told["log"]], ["Mon 19:20:00", "Mon 19:55:00"])
        self.send(f"baths/{run}/given", {"happened_at": at, "minutes": "25"}, status=409)

    def test_the_waters_must_match_first(self) -> None:
        """Five degrees colder is a shock: nothing goes in until it is matched."""
        run = self.ready()
        self.assertIn("Match the waters first", self.note(run, "in", status=409)["detail"])
        self.assertEqual(self.match(run, "", "25", status=422)["field"], "bath.temperature")
        told = self.match(run, "20", "25", status=422)
        self.assertIn("5.0\u202f°C colder", told["detail"])
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
        """A further turn waits for a test strip: of 100 mg/L at least 67 must be left (two thirds, common practice)."""
        run = self.ready(target="75")
        self.match(run, turns=2)
        self.assertEqual(self.get(f"baths/{run}")["strip_floor"], "50 mg/L")
        for turn, phase in ((1, "between"), (2, "done")):
            if turn == 2:
                self.assertIn("Read a test strip first", self.note(run, "in", status=409)["detail"])
                self.note(run, "strip", strip="40 mg/L")
                told = self.note(run, "in", status=409)
                self.assertEqual((told["field"], "make the mix anew" in told["detail"]), ("strip", True))
                self.note(run, "strip", strip="60")
                self.assertEqual(self.get(f"baths/{run}")["strip_read"], "60 mg/L")
                self.note(run, "strip", strip="purple", status=422)
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

    def test_the_minutes_of_a_course_are_the_minutes_of_the_bath(self) -> None:
        """The plan says half an hour, the use allows an hour: the timer runs for what the plan says, or for what is typed."""
        self.course(self.barbs, "formalin_baths", condition="costia", parameters={"minutes": "40"})
        task = Task.objects.filter(kind="bath").order_by("due_at")[0]
        request = {"kind": "dose", "use": task.use_id, "volume": "5 L", "confirmed": True, "product_confirmed": True, "in_water": []}
        for typed, minutes in (("", 40.0), ("30", 30.0)):
            run = self.send(f"groups/{self.barbs}/baths", {"request": {**request, "minutes": typed}, "task": str(task.uid)})["uid"]
            self.assertEqual(self.get(f"baths/{run}")["minutes"], minutes)

    def test_a_second_bath_waits_its_time(self) -> None:
        """Peroxide baths lie 44 hours apart at the least, also where the first was broken off after a minute, also outside a course."""
        run = self.ready()
        early = self.ready()
        self.match(run)
        self.match(early)
        self.note(run, "in")
        self.later(minutes=1)
        self.note(run, "frantic")
        self.note(run, "out")
        self.later(hours=3)
        request = {"kind": "dose", "use": BATH, "volume": "5 L", "confirmed": True, "product_confirmed": True}
        told = self.send(f"groups/{self.barbs}/baths", {"request": request}, status=422)
        self.assertEqual((told["field"], "again from Thursday" in told["detail"].lower() or "Again from Thursday" in told["detail"]), ("request.use", True))
        # one that was made ready before is stopped at the press
        self.note(early, "in", status=422)
        self.later(hours=42)
        self.note(early, "in")

    def test_a_bath_done_without_the_timer_says_what_was_given(self) -> None:
        """What, how long and when are asked and kept; the next of a kind waits for this one too; taken back, nothing of it stays."""
        self.course(self.barbs, "formalin_baths", condition="costia")
        task = Task.objects.filter(kind="bath").order_by("due_at")[0]
        at, path = self.clock, f"tasks/{task.uid}/done"
        self.later(hours=1)
        self.assertEqual(self.send(path, status=422)["field"], "given")
        self.assertEqual(self.send(path, {"given": "formalin 37 %, 0.8 mL in 5 L"}, status=422)["field"], "minutes")
        for wrong in ("0", "-3", "1e308", "nan", "2000", "soon"):
            self.assertEqual(self.send(path, {"given": "formalin", "minutes": wrong}, status=422)["field"], "minutes", wrong)
        late = {"given": "formalin", "minutes": "30", "happened_at": "2999-01-01T00:00:00Z"}
        self.assertEqual(self.send(path, late, status=422)["field"], "happened_at")
        self.send(path, {"given": " formalin 37 %,  0.8 mL in 5 L", "minutes": "30", "happened_at": at.isoformat()})
        task.refresh_from_db()
        self.assertEqual((task.done_at, task.given_words), (at, "formalin 37 %, 0.8 mL in 5 L, 30 minutes"))
        done = next(d for d in self.get("today")["done"] if d["ledger"] == "task")
        self.assertTrue(done["words"].endswith(": formalin 37 %, 0.8 mL in 5 L, 30 minutes"), done["words"])
        case = Task.objects.get(pk=task.pk).course.case.uid
        self.assertTrue(any(line["detail"] == task.given_words for line in self.get(f"cases/{case}")["lines"]))
        self.assertTrue(any(line["detail"] == task.given_words for line in self.get("timeline")["lines"]))
        request = {"kind": "dose", "use": task.use_id, "volume": "5 L", "confirmed": True, "product_confirmed": True, "in_water": []}
        told = self.send(f"groups/{self.barbs}/baths", {"request": request}, status=422)
        self.assertIn("less than", told["detail"])
        self.send(f"tasks/{task.uid}/take-up")
        task.refresh_from_db()
        self.assertEqual((task.done_at, task.given_words), (None, ""))
        self.send(f"groups/{self.barbs}/baths", {"request": request})

    def test_half_and_half_is_matched_like_any_other(self) -> None:
        """Half from their tank at TDS 410, half clean at 150: 280, which is thinner than home (common practice)."""
        run = self.ready(VIOLET)
        self.assertEqual(self.match(run, made_with="half", status=422)["field"], "bath.water.tds")
        told = self.match(run, made_with="half", water={"tds": "150"}, home={"tds": "410"}, status=422)
        self.assertIn("thinner", told["detail"])
        # by a conductivity meter: 640 µS/cm is TDS 410
        self.match(run, made_with="half", water={"tds": "640 µS/cm"}, home={"tds": "410"})
        self.assertTrue(any("half of it from their tank" in s["text"] for s in self.get(f"baths/{run}")["steps"]))

    def test_eggs_and_wounds_have_steps_of_their_own(self) -> None:
        """No fish goes into a bath for eggs, and a swab has no timer and no second pass."""
        eggs = self.ask(
            "measure", {"kind": "dose", "use": "hp_5", "volume": "5 L", "confirmed": True, "product_confirmed": True, "prescribed": True, "target": "500"}
        )
        words = " ".join(s["text"] for s in eggs["steps"])
        self.assertEqual(("Eggs in" in words, "Fish in" in words, "bolting" in words), (True, False, False))
        run = self.get(f"baths/{self.ready('hp_8')}")
        self.assertEqual((run["swab"], run["must_match"], [s["lasts_min"] for s in run["steps"]]), (True, False, [None] * len(run["steps"])))
        self.assertEqual(sum("One pass" in s["text"] for s in run["steps"]), 1)
        self.assertTrue(any("no second pass today" in s["text"] for s in run["steps"]))

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


class DaysInTheTank(RoomCase):
    """Permanganate in the tank itself: 2 mg/L into 45 L is 90 mg; four hours; never more than 6 mg/L in all (UF/IFAS FA37, recalled)."""

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir, count=4)

    def ready(self, task: str | None = None, status: int = 200) -> Any:
        request = {"kind": "dose", "use": "km_1", "confirmed": True, "product_confirmed": True}
        return self.send(f"groups/{self.barbs}/baths", {"request": request, "task": task}, status=status)

    def note(self, run: str, kind: str, *, status: int = 200) -> Any:
        return self.send(f"baths/{run}/events", {"kind": kind}, status=status)

    def test_a_day_from_rinse_to_stop(self) -> None:
        run = self.ready()["uid"]
        told = self.get(f"baths/{run}")
        self.assertEqual((told["title"], told["minutes"], told["must_match"], told["in_tank"]), ("Permanganate, a day in the tank", 240.0, False, True))
        amount = told["measured"]["amounts"][0]["exact"]
        self.assertEqual((amount["figure"], amount["unit"]), ("90", "mg"))
        self.assertIn("90 % of the water", told["steps"][1]["text"])
        # 3 H2O2 for 2 KMnO4: 90 mg take 29.1 mg of peroxide, 0.97 mL of 3 %; half as much again is 1.45 (molar masses)
        self.assertTrue(told["within_reach"].startswith("1.45 mL of 3 % peroxide"), told["within_reach"])
        self.assertEqual((told["say"]["start"], told["rescue"][0].split(":")[0]), ("It is in, start the timer", "In at once"))
        self.note(run, "in")
        self.later(hours=4, seconds=1)
        self.assertEqual(self.get(f"baths/{run}")["phase"], "take_out")
        self.note(run, "out")
        told = self.get(f"baths/{run}")
        self.assertEqual((told["phase"], [x["words"] for x in told["log"]]), ("done", ["it went in", "stopped, 240:01 in"]))

    def test_given_again_only_when_spent_and_never_beyond_six(self) -> None:
        run = self.ready()["uid"]
        self.note(run, "again", status=409)
        self.note(run, "in")
        self.note(run, "violet")
        self.assertIsNone(self.get(f"baths/{run}")["again"])
        self.note(run, "again", status=409)
        for total in ("4", "6"):
            self.later(minutes=40)
            self.note(run, "brown")
            again = self.get(f"baths/{run}")["again"]
            self.assertEqual(again["words"], f"Once more 90 mg: {total} mg/L in all, of 6 at most")
            self.note(run, "again")
            # as much more stands ready as went in: 1.45 mL for each 2 mg/L
            self.assertTrue(self.get(f"baths/{run}")["within_reach"].startswith({"4": "2.91 mL", "6": "4.36 mL"}[total]))
            self.assertIsNone(self.get(f"baths/{run}")["again"])
        self.later(minutes=40)
        self.note(run, "brown")
        self.assertIsNone(self.get(f"baths/{run}")["again"])
        self.note(run, "again", status=409)
        self.note(run, "rolled")
        self.assertEqual(self.get(f"baths/{run}")["phase"], "take_out")

    def begun(self, own: str) -> tuple[str, str]:
        """A course of permanganate, and its day made ready from another bottle than the course's: its uid and its task."""
        course = self.course(self.barbs, "permanganate_tank", condition="columnaris")
        task = next(d for d in self.due() if d["use"] == "km_1")
        change = next(d for d in self.due("water_change"))
        self.send(f"tanks/{self.weir}/changes", {"share": "90 %", "task": change["task"], "put_back": False})
        self.later(hours=1)
        kind, value = own.split(" ")
        strength = {"kind": kind, "value": value}
        request = {"kind": "dose", "use": "km_1", "confirmed": True, "product_confirmed": True, "own": strength}
        run = self.send(f"groups/{self.barbs}/baths", {"request": request, "task": task["task"]})["uid"]
        return str(course["uid"]), str(run)

    def test_another_bottle_than_the_courses_counts_as_what_is_in_it(self) -> None:
        """90 mg of permanganate are 180 mg of a powder of 50 %, or 9 mL of a 1 % solution: the ledger keeps 90 (arithmetic)."""
        for own, amount in (("purity_percent 50", "180 mg"), ("percent_w_v 1", "9 mL")):
            with self.subTest(own):
                course, run = self.begun(own)
                told = self.get(f"baths/{run}")["measured"]["amounts"][0]["big"]
                self.assertEqual(f"{told['figure']} {told['unit']}", amount)
                self.note(run, "in")
                self.assertEqual([round(d.amount_mg or 0, 3) for d in Dose.objects.filter(course__uid=course)], [90.0])
                self.note(run, "out")
                self.send(f"courses/{course}/stop", {"reason": "test"})
                self.later(days=5)

    def test_a_second_day_waits_four_days(self) -> None:
        run = self.ready()["uid"]
        self.note(run, "in")
        self.later(minutes=5)
        self.note(run, "out")
        self.later(hours=50)
        self.assertIn("less than 4 days", self.ready(status=422)["detail"])
        self.later(hours=47)
        self.ready()

    def test_the_dose_of_a_course_goes_into_the_ledger_of_the_water(self) -> None:
        course = self.course(self.barbs, "permanganate_tank", condition="columnaris")
        task = next(d for d in self.due() if d["what"].startswith("Permanganate") or d["title"] == "Permanganate")
        self.assertEqual(task["use"], "km_1")
        change = next(d for d in self.due("water_change"))
        self.send(f"tanks/{self.weir}/changes", {"share": "90 %", "task": change["task"], "put_back": False})
        self.later(hours=1)
        run = self.ready(task["task"])["uid"]
        self.note(run, "in")
        self.later(minutes=30)
        self.note(run, "brown")
        self.note(run, "again")
        doses = Dose.objects.filter(course__uid=course["uid"]).order_by("happened_at")
        self.assertEqual([(round(d.amount_mg or 0), d.task is not None) for d in doses], [(90, True), (90, False)])
        self.later(hours=3, minutes=31)
        self.note(run, "out")
        self.assertEqual(self.get(f"baths/{run}")["phase"], "done")
        self.ready(str(uuid4()), status=404)
        self.assertEqual(self.ready(change["task"], status=422)["field"], "task")
