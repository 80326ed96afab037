"""What is done every so many days: it falls due on Today, is done by a change, a test or a press, and ends."""

from __future__ import annotations

from datetime import date
from typing import Any

from icalendar import Calendar

from pennywort.core.reference import library
from pennywort.tanks.models import StandingTask, Upkeep
from tests.api.room import RoomCase
from tests.api.test_baths import BATH


class StandingTasks(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()

    def plan(self, kind: str = "change", *, tank: str = "", status: int = 200, **more: Any) -> Any:
        body = {"kind": kind, "every_days": 5, **({"share": "20 %"} if kind == "change" else {}), **more}
        return self.send(f"tanks/{tank or self.weir}/standing", body, status=status)

    def due_now(self) -> list[tuple[str, str, str]]:
        return [(u["title"], u["words"], u["late_words"]) for u in self.get("today")["upkeep"]]

    def test_a_fifth_every_five_days(self) -> None:
        """Tue 24 Nov: due today. Changed; due on Sunday the 29th. On Tuesday it is two days late."""
        self.plan()
        self.assertEqual(self.due_now(), [("Change water", "20 %, every 5 days", "")])
        self.assertEqual((self.get("today")["sentence"], self.get("rail")["due"]), ("One due.", 1))
        # a tenth is no fifth; a little less than a fifth is
        self.send(f"tanks/{self.weir}/changes", {"share": "10 %"})
        self.assertEqual(len(self.due_now()), 1)
        self.send(f"tanks/{self.weir}/changes", {"share": "19 %"})
        self.assertEqual((self.due_now(), self.get("today")["sentence"], self.get("rail")["due"]), ([], "Nothing due.", 0))
        told = self.get(f"tanks/{self.weir}/upkeep")["standing"][0]
        self.assertEqual((told["last_words"], told["due_words"], told["due"]), ("last Tue 24 Nov", "Sun 29 Nov", False))
        self.later(days=7)
        self.assertEqual(self.due_now(), [("Change water", "20 %, every 5 days", "2 days late")])
        self.assertEqual(self.get("today")["sentence"], "One due, late.")

    def test_a_struck_change_did_not_do_it(self) -> None:
        self.plan()
        change = self.send(f"tanks/{self.weir}/changes", {"share": "20 %"})["uid"]
        self.send("strike", {"ledger": "change", "entry": change})
        self.assertEqual(len(self.due_now()), 1)

    def test_one_water_is_changed_once(self) -> None:
        sluice = self.tank(name="Sluice", shares_water_with=self.weir)
        self.plan()
        self.send(f"tanks/{sluice}/changes", {"share": "25 %"})
        self.assertEqual(self.due_now(), [])

    def test_a_test_by_a_keeper_does_it_with_its_own_day(self) -> None:
        self.plan("test", every_days=3)
        two_days_ago = self.clock.replace(day=22).isoformat()
        self.send(f"tanks/{self.weir}/readings", {"ammonia": "0", "happened_at": two_days_ago})
        self.assertEqual(self.get(f"tanks/{self.weir}/upkeep")["standing"][0]["due_words"], "Wed 25 Nov")

    def test_what_has_no_ledger_is_one_press_and_stands_everywhere(self) -> None:
        sponge = self.plan("sponge", every_days=14)["uid"]
        told = self.get(f"tanks/{self.weir}/upkeep")["standing"][0]
        self.assertIn("chlorine kills", told["text"])
        entry = self.send(f"tanks/{self.weir}/upkeep", {"standing_task": sponge, "note": "half of it"})["uid"]
        self.assertEqual(self.due_now(), [])
        done = self.get("today")["done"][0]
        self.assertEqual((done["ledger"], done["words"], done["by"]), ("upkeep", "Weir: sponge squeezed out, half of it", "Maren"))
        line = self.get("timeline")["lines"][0]
        self.assertEqual((line["kind"], line["words"], line["detail"]), ("upkeep", "Sponge squeezed out", "half of it"))
        self.assertEqual(self.get(f"tanks/{self.weir}/upkeep")["done"][0]["words"], "Sponge squeezed out")
        self.send("strike", {"ledger": "upkeep", "entry": entry})
        self.assertEqual(self.due_now(), [("Squeeze out the sponge", "every two weeks", "")])
        self.assertEqual(self.get(f"tanks/{self.weir}/upkeep")["done"], [])

    def test_the_strip_carries_it_done_late_and_to_do(self) -> None:
        """Food daily and light daily are one mark a day; fed on the 24th, on the 27th both are late, the last mark lies on the axis's last day."""
        feed = self.plan("feed", every_days=1)["uid"]
        self.plan("light", every_days=1)
        self.plan("sponge", every_days=14)
        self.send(f"tanks/{self.weir}/upkeep", {"standing_task": feed})
        self.later(days=3)
        marks = self.get("today")["strips"][0]["upkeep"]
        self.assertEqual([(m["at"][:10], m["words"], m["done"], m["late"]) for m in marks[:3]], [
            ("2026-11-24", "Fed", True, False),
            ("2026-11-27", "Light, Squeeze out the sponge, Feed", False, True),
            ("2026-11-28", "Light, Feed", False, False),
        ])  # fmt: skip
        self.assertEqual((len(marks), marks[-1]["at"][:10], marks[15]["words"]), (22, "2026-12-17", "Light, Squeeze out the sponge, Feed"))

    def test_two_late_changes_are_both_late_on_the_strip(self) -> None:
        self.plan(every_days=5)
        self.plan(every_days=7)
        self.later(days=8)
        changes = self.get("today")["strips"][0]["changes"]
        self.assertEqual([c["late"] for c in changes if c["at"][:10] == "2026-12-02"], [True, True])
        self.assertEqual({c["late"] for c in changes if c["at"][:10] > "2026-12-02"}, {False})

    def test_something_done_without_being_planned_has_its_place(self) -> None:
        self.send(f"tanks/{self.weir}/upkeep", {"kind": "glass"})
        self.send(f"tanks/{self.weir}/upkeep", {"kind": "other", "note": "turned the wood"})
        self.assertEqual([d["words"] for d in self.get(f"tanks/{self.weir}/upkeep")["done"]], ["Turned the wood", "Glass wiped"])

    def test_a_task_in_ones_own_words_and_its_end(self) -> None:
        uid = self.plan("other", title="Feed live food", every_days=2)["uid"]
        self.assertEqual(self.due_now(), [("Feed live food", "every other day", "")])
        self.send(f"standing/{uid}/end")
        self.assertEqual(self.due_now(), [])
        self.send(f"standing/{uid}/end", status=409)
        self.assertEqual(StandingTask.objects.count(), 1)

    def test_what_cant_be_is_refused_by_its_field(self) -> None:
        other = self.tank(name="Sluice")
        sponge = self.plan("sponge")["uid"]
        for body, field in (
            ({"kind": "prayer"}, "kind"), ({"every_days": 0}, "every_days"), ({"every_days": 91}, "every_days"),
            ({"every_days": "seven"}, "every_days"), ({"every_days": 2.5}, "every_days"), ({"share": "0"}, "share"),
            ({"share": "200 %"}, "share"), ({"share": ""}, "share"), ({"kind": "other"}, "title"), ({"begins_on": "2030-01-01"}, "begins_on"),
            ({"begins_on": "soon"}, "begins_on"), ({"every_days": 1e308}, "every_days"),
        ):  # fmt: skip
            with self.subTest(body=body):
                self.assertEqual(self.plan(**{"kind": "change", **body}, status=422)["field"], field)  # type: ignore[arg-type]
        for body, field in (
            ({"kind": "change"}, "kind"), ({"kind": "test"}, "kind"), ({"kind": "other"}, "note"), ({"standing_task": sponge}, "standing_task"),
        ):  # fmt: skip
            with self.subTest(body=body):
                self.assertEqual(self.send(f"tanks/{other}/upkeep", body, status=422)["field"], field)
        self.assertEqual((StandingTask.objects.count(), Upkeep.objects.count()), (1, 0))

    def test_a_helper_ticks_off_and_plans_nothing(self) -> None:
        self.room.memberships.filter(keeper=self.ivo).update(role="helper")
        sponge = self.plan("sponge")["uid"]
        self.send(f"tanks/{self.weir}/upkeep", {"standing_task": sponge}, by=self.ivo)
        self.send(f"tanks/{self.weir}/standing", {"kind": "glass", "every_days": 7}, by=self.ivo, status=403)
        self.send(f"standing/{sponge}/end", by=self.ivo, status=403)

    def test_it_stands_in_the_calendar_on_its_next_day(self) -> None:
        """Due on the 29th; once it is late it stands on the day on which the feed is read."""
        self.plan()
        self.send(f"tanks/{self.weir}/changes", {"share": "20 %"})
        path = self.send("feeds", {"name": "wall"})["path"]

        def days() -> list[tuple[str, date]]:
            events = Calendar.from_ical(self.client_of().get(path).content).walk("VEVENT")
            return [(str(e["summary"]), e.decoded("dtstart")) for e in events]

        self.assertEqual(days(), [("Weir: Change water, 20 %, every 5 days", date(2026, 11, 29))])
        self.later(days=9)
        self.assertEqual(days(), [("Weir: Change water, 20 %, every 5 days", date(2026, 12, 3))])


class PlansThatEnd(RoomCase):
    """What follows an arrival, a release or a day in the tank, with its days."""

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()

    def titles(self) -> list[str]:
        return [u["title"] for u in self.get("today")["upkeep"]]

    def test_light_and_first_food(self) -> None:
        """Tue 24 Nov: light off and a first feed; on Wednesday the light as usual and a test; from Sunday on nothing of it."""
        self.group(self.weir)
        self.send(f"tanks/{self.weir}/plans", {"plan": "arrival"})
        first = "A little food, within the hour or tomorrow: do they take it?"
        self.assertEqual(sorted(self.titles()), sorted([first, "Light stays off"]))
        for row in self.get("today")["upkeep"]:
            self.send(f"tanks/{self.weir}/upkeep", {"standing_task": row["uid"]})
        self.assertEqual(self.titles(), [])
        self.later(days=1)
        self.assertEqual(sorted(self.titles()), ["Ammonia and nitrite, the first days", "Light as long as in the tank they will go to"])
        self.later(days=20)
        self.assertEqual(self.titles(), [])

    def test_hard_feeders_get_live_food_first(self) -> None:
        sea = self.tank(name="Sill", water_type="marine")
        needy = next(s.id for s in library().species.values() if "live_food_first" in s.needs and s.water == "marine")
        self.group(sea, species=needy)
        self.send(f"tanks/{sea}/plans", {"plan": "arrival"})
        self.assertIn("Live food first: do they take it?", self.titles())
        self.later(days=5)
        self.assertIn("Live food, mixed with what they will eat later", self.titles())

    def test_after_a_release_and_not_twice(self) -> None:
        self.send(f"tanks/{self.weir}/plans", {"plan": "release"})
        count = StandingTask.objects.count()
        self.send(f"tanks/{self.weir}/plans", {"plan": "release"})
        self.assertEqual(StandingTask.objects.count(), count)
        self.later(days=7)
        self.assertIn("An extra change, for the extra food", self.titles())
        self.send(f"tanks/{self.weir}/changes", {"share": "20 %"})
        self.assertNotIn("An extra change, for the extra food", self.titles())
        self.send(f"tanks/{self.weir}/plans", {"plan": "flight"}, status=422)

    def test_a_bath_advises_the_days_after(self) -> None:
        """In on Tuesday: the day after a look; another one once its hours are over."""
        group = self.group(self.weir)
        request = {"kind": "dose", "use": BATH, "volume": "5 L", "confirmed": True, "product_confirmed": True}
        run = self.send(f"groups/{group}/baths", {"request": request})["uid"]
        self.send(f"baths/{run}/plan", {}, status=409)
        self.send(f"baths/{run}/match", {"bath": {"temperature": "25", "home_temperature": "25"}})
        self.send(f"baths/{run}/events", {"kind": "in"})
        self.send(f"baths/{run}/plan", {})
        self.assertEqual(self.titles(), [])
        self.later(days=1)
        self.assertIn("Breathing, slime and appetite, the day after", self.titles())


class OnTheStrip(RoomCase):
    def test_what_is_planned_stands_on_the_strip_until_its_last_day(self) -> None:
        """Three weeks ahead of Tue 24 Nov: a change every five days on the 24th, 29th, 4th, 9th and 14th; a test for four days from the 25th."""
        weir = self.tank()
        self.group(weir)
        self.send(f"tanks/{weir}/standing", {"kind": "change", "every_days": 5, "share": "20 %"})
        self.send(f"tanks/{weir}/plans", {"plan": "arrival"})
        strip = self.get("today")["strips"][0]
        planned = {name: [m["at"][8:10] for m in strip[name] if not m["done"]] for name in ("changes", "readings")}
        self.assertEqual(planned, {"changes": ["24", "29", "04", "09", "14"], "readings": ["25", "26", "27", "28"]})
        self.send(f"tanks/{weir}/changes", {"share": "20 %"})
        changes = self.get("today")["strips"][0]["changes"]
        self.assertEqual([(m["at"][8:10], m["done"]) for m in changes][:2], [("24", True), ("29", False)])
        self.later(days=7)
        self.assertTrue(next(m for m in self.get("today")["strips"][0]["changes"] if not m["done"])["late"])
