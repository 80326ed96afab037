"""Case files come back: after moves, as a second case of the same fish, with corrections of entries from before the case."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from pennywort.courses.models import Case, Course, Dose
from pennywort.fish.models import Loss, Observation
from pennywort.tanks.models import Tank, WaterChange, WaterReading
from tests.api.room import RoomCase


class CaseFiles(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir, self.sluice = self.tank(), self.tank(name="Sluice")
        self.barbs = self.group(self.weir, count=10)

    def look(self) -> str:
        return str(self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})["case"])

    def file(self, case: str) -> str:
        return self.client_of().get(self.url(f"cases/{case}/file")).content.decode()

    def bring(self, text: str, *, status: int = 200) -> Any:
        answer = self.client_of(self.stranger).post(
            self.url("cases/import", self.elsewhere), json.dumps({"write_id": str(uuid4()), "text": text}), content_type="application/json"
        )
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def same(self, case: str, text: str) -> None:
        """What came in goes out again as it was, but for its number and who brought it."""

        def plain(told: str) -> dict[str, Any]:
            found = json.loads(told)
            for name in ("fishroom", "time_zone"):
                found.pop(name)
            found["case"].pop("number")
            return dict(found)

        out = self.client_of(self.stranger).get(self.url(f"cases/{case}/file", self.elsewhere)).content.decode()
        self.assertEqual(plain(out), plain(text))

    def test_after_a_move_in_the_middle(self) -> None:
        """Salt in Weir with a change that was put back; the fish go to Sluice with their case, and are watched there."""
        self.course(self.barbs)
        case = str(Case.objects.get().uid)
        due = self.due()[0]
        self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        self.later(hours=2)
        self.send(f"tanks/{self.weir}/changes", {"share": "20 %", "put_back": True})
        self.send(f"tanks/{self.weir}/readings", {"ph": "7.1"})
        self.later(hours=2)
        self.send(f"groups/{self.barbs}/move", {"to": self.sluice})
        self.later(hours=2)
        self.send(f"tanks/{self.sluice}/readings", {"ph": "7.3"})
        text = self.file(case)
        told = json.loads(text)
        self.assertEqual((told["version"], told["tank"]["name"], [t["name"] for t in told["further_tanks"]]), (2, "Sluice", ["Weir"]))
        self.bring(text)
        there = {"fishroom": self.elsewhere}
        self.assertEqual(sorted(Tank.objects.filter(**there).values_list("name", flat=True)), ["Sluice", "Weir"])
        self.assertEqual(Course.objects.get(**there).tank.name, "Weir")
        self.assertEqual(sorted(WaterReading.objects.filter(**there).values_list("tank__name", "ph")), [("Sluice", 7.3), ("Weir", 7.1)])
        self.assertEqual(Dose.objects.filter(**there, water_change__isnull=False).count(), 1)
        self.same(case, text)

    def test_a_second_case_of_the_same_fish(self) -> None:
        """Both files hold the two lost in the first: they come once."""
        first = self.look()
        self.send(f"groups/{self.barbs}/losses", {"count": 2})
        self.send(f"cases/{first}/close", {"outcome": "recovered", "condition": "ich"})
        self.later(days=20)
        second = self.look()
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        texts = [self.file(c) for c in (first, second)]
        for text in texts:
            self.bring(text)
        self.assertEqual(Loss.objects.filter(fishroom=self.elsewhere).count(), 2)
        self.assertEqual(Case.objects.filter(fishroom=self.elsewhere).count(), 2)
        figures = self.client_of(self.stranger).get(self.url(f"cases/{second}", self.elsewhere)).json()["figures"]
        self.assertEqual((figures["fish_at_start"], figures["fish_lost"], figures["fish_left"]), ("8", "1", "7"))
        self.same(second, texts[1])
        self.bring(texts[1], status=409)

    def test_a_correction_of_an_entry_from_before(self) -> None:
        """Observed nine days before the case, corrected while it is open: the file brings both."""
        seen = self.send(f"groups/{self.barbs}/observations", {"note": "a scratch"})["uid"]
        change = self.send(f"tanks/{self.weir}/readings", {"ph": "9.1"})["uid"]
        self.later(days=9)
        case = self.look()
        self.send(f"groups/{self.barbs}/observations", {"note": "a white scratch", "corrects": seen, "happened_at": self.clock.isoformat()})
        self.send(f"tanks/{self.weir}/readings", {"ph": "7.1", "corrects": change, "happened_at": self.clock.isoformat()})
        text = self.file(case)
        self.bring(text)
        there = {"fishroom": self.elsewhere}
        self.assertEqual(list(Observation.objects.standing().filter(**there).values_list("note", flat=True)), ["a white scratch"])
        self.assertEqual((Observation.objects.filter(**there).count(), WaterReading.objects.filter(**there).count()), (2, 2))
        self.same(case, text)

    def test_a_file_of_the_first_version(self) -> None:
        case = self.look()
        self.send(f"tanks/{self.weir}/changes", {"share": "20 %"})
        old = json.loads(self.file(case))
        old["version"] = 1
        old.pop("further_tanks")
        for entry in (*old["readings"], *old["water_changes"], *old["courses"]):
            entry.pop("tank")
        self.bring(json.dumps(old))
        self.assertEqual(WaterChange.objects.get(fishroom=self.elsewhere).tank.name, "Weir")

    def test_a_tank_that_is_not_in_the_file(self) -> None:
        case = self.look()
        self.send(f"tanks/{self.weir}/changes", {"share": "20 %"})
        told = json.loads(self.file(case))
        told["water_changes"][0]["tank"] = str(uuid4())
        self.assertEqual(self.bring(json.dumps(told), status=422)["field"], "file.further_tanks")
        self.assertFalse(Case.objects.filter(fishroom=self.elsewhere).exists())
