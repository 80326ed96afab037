"""Outcomes of cases and courses, and the look back that the record writes, through the API."""

from __future__ import annotations

from typing import Any

from pennywort.courses.models import Case, Course
from tests.api.room import RoomCase


class LookBacks(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)
        self.send(f"groups/{self.barbs}/looks", {"signs": {"white_spots_countable": True, "flashing": True}})
        self.case = str(Case.objects.get().uid)

    def said(self) -> dict[str, list[str]]:
        found: dict[str, list[str]] = {}
        for f in self.get(f"cases/{self.case}/look-back"):
            found.setdefault(f["topic"], []).append(f["words"])
        return found

    def test_a_course_with_late_and_missed_doses(self) -> None:
        """Looked at 14:20, salt started 26 hours later; one of its doses nine hours late. The last loss falls before the first step."""
        self.later(hours=2)
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        self.later(hours=24)
        self.course(self.barbs)
        first = self.due()[0]
        self.send(f"tasks/{first['task']}/dose", {"amount": first["press_amount"]})
        self.later(hours=33)
        second = self.due()[0]
        self.send(f"tasks/{second['task']}/dose", {"amount": second["press_amount"]})
        said = self.said()
        self.assertEqual(said["delay"][0], "From the first sign (rubs itself on things, white grains you can count) to the first step (medicine): 26 hours.")
        self.assertIn("late, the latest by", said["doses"][0])
        self.assertEqual(said["losses"], ["1 of 10 lost: 1 before the first step, 0 within four days of it, 0 later."])

    def test_what_it_was_is_said_once_the_case_is_closed(self) -> None:
        self.assertNotIn("what it was", self.said()["ranking"][0])
        self.send(f"cases/{self.case}/close", {"outcome": "recovered", "condition": "ich"})
        self.assertTrue(self.said()["ranking"][0].endswith("That is what it was."), self.said())

    def test_something_else_asks_what(self) -> None:
        close = f"cases/{self.case}/close"
        self.course(self.barbs)
        for body in ({"outcome": "wrong"}, {"outcome": "wrong", "condition": "ich"}, {"outcome": "wrong", "condition": "moonburn"}):
            self.assertEqual(self.send(close, body, status=422)["field"], "condition")
        self.assertEqual(self.send(close, {"outcome": "splendid"}, status=422)["field"], "outcome")
        case = Case.objects.get()
        case.condition_id = "ich"
        case.save()
        self.send(close, {"outcome": "wrong", "condition": "skin_flukes"})
        told = self.get(f"cases/{self.case}")
        self.assertEqual((told["outcome_words"], told["condition"]), ("it was something else", "skin_flukes"))
        self.assertTrue(told["taken_for_name"].startswith("White spot"))

    def test_how_a_course_did(self) -> None:
        course = self.course(self.barbs)["uid"]
        path = f"courses/{course}/outcome"
        self.assertEqual(self.send(path, {"outcome": "splendid"}, status=422)["field"], "outcome")
        self.send(path, {"outcome": "no_effect", "note": "day five, as many"})
        self.send(path, {"outcome": "improved", "note": "day nine"})
        kept = Course.objects.get()
        self.assertEqual((kept.outcome, kept.outcome_note, kept.judged_at), ("improved", "day nine", self.clock))
        told: dict[str, Any] = self.get(f"cases/{self.case}")["courses"][0]
        self.assertEqual((told["outcome_words"], told["outcome_note"]), ("improved", "day nine"))

    def test_a_case_file_carries_the_count_and_the_outcomes(self) -> None:
        """Ten, two moved away, one given, recounted seven: seven here, and seven where the file comes in."""
        sluice = self.tank(name="Sluice")
        for path, body in (("move", {"to": sluice, "count": 2}), ("leavings", {"kind": "given", "count": 1}), ("recounts", {"count": 7})):
            self.later(minutes=5)
            self.send(f"groups/{self.barbs}/{path}", body)
        course = self.course(self.barbs)["uid"]
        self.send(f"courses/{course}/outcome", {"outcome": "cured"})
        text = self.client_of().get(self.url(f"cases/{self.case}/file")).content.decode()
        answer = self.client_of(self.stranger).post(
            self.url("cases/import", self.elsewhere), {"write_id": "0b0f4f8e-0000-4000-8000-000000000001", "text": text}, content_type="application/json"
        )
        self.assertEqual(answer.status_code, 200, answer.content)
        groups = self.client_of(self.stranger).get(self.url("groups", self.elsewhere)).json()
        self.assertEqual([g["left"] for g in groups], [7])
        self.assertEqual(list(Course.objects.filter(fishroom=self.elsewhere).values_list("outcome", flat=True)), ["cured"])
        again = self.client_of(self.stranger).get(self.url(f"cases/{answer.json()['uid']}/file", self.elsewhere)).json()
        mine = self.get(f"cases/{self.case}/file")
        for name in ("leavings", "recounts", "losses", "looks"):
            self.assertEqual(again[name], mine[name], name)
