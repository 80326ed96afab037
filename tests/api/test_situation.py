"""One water, known alike by whoever asks: Measure, courses, Look, the chart and the release."""

from __future__ import annotations

import ast
from pathlib import Path

from pennywort.core.medicine.guards import Surroundings
from pennywort.courses.models import Task
from pennywort.courses.queries.situation import situation_of
from pennywort.courses.services.course import tank_facts
from pennywort.fish.models import Group
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from tests.api.room import RoomCase

ROOT = Path(__file__).resolve().parents[2]
# who reads the record of a water by themselves: the rooms that keep it, and the one place above them
KEEPERS = ("tanks", "fish", "courses/queries/situation.py", "archive", "demo")
ASKED = {"fresh_readings", "readings_before", "equipment_on", "standing_in", "last_looks"}


class OneWater(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank(water_type="coldwater_pond")
        self.fish = self.group(self.weir, species="common_goldfish")
        self.send(f"tanks/{self.weir}/readings", {"temperature": "20"})

    def actor(self) -> Actor:
        return Actor(keeper=self.maren, fishroom=self.room, now=self.clock)

    def facts(self) -> Surroundings:
        return tank_facts(self.actor(), Tank.objects.get(uid=self.weir)).surroundings

    def test_a_hardness_that_was_read_is_known_to_measure_and_to_a_course(self) -> None:
        ask = {"kind": "dose", "use": "cu_5", "tank": self.weir, "confirmed": True, "product_confirmed": True}
        self.assertIn("alkalinity", str(self.ask("measure", ask, status=200)).lower())
        self.send(f"tanks/{self.weir}/readings", {"kh": "2 dKH", "gh": "90 mg/L", "temperature": "18", "ph": "7.4", "ammonia": "0.4"})
        told = self.ask("measure", ask)
        self.assertIn("alkalinity 35.7 mg/L as CaCO₃: below 50 mg/L alkalinity copper kills: never", str(told))
        self.assertAlmostEqual(self.facts().readings["alkalinity"], 35.696, places=3)
        self.assertEqual(self.facts().readings["hardness"], 90.0)
        self.assertIn("un_ionised_ammonia", self.facts().readings)
        way = next(w for w in self.ask(f"groups/{self.fish}/schools", {"condition": "ich"}) if w["protocol"] == "copper_fresh")
        self.assertIn("below 50 mg/L alkalinity copper kills: never", str(way))
        slip = self.ask(f"groups/{self.fish}/slip", {"protocol": "copper_fresh", "condition": "ich"})
        self.assertNotIn("I read the alkalinity today", str(slip["confirm"]))
        self.assertIn("by the record there is an alkalinity of 36 mg/L", str(slip["cautions"]))

    def test_a_dose_that_hangs_on_the_hardness_is_decided_by_it_also_where_another_tank_of_the_water_was_tested(self) -> None:
        other = self.tank(name="Sluice", water_type="coldwater_pond", shares_water_with=self.weir)
        self.course(self.fish, protocol="copper_fresh", confirmed=list(range(4)))
        test = Task.objects.filter(kind="water_test").order_by("due_at", "pk")[0]
        self.assertEqual(test.reads, ["kh", "ph"])
        self.later(hours=1, minutes=5)
        hangs = self.due()[0]
        self.assertEqual((hangs["hangs"], hangs["hangs_words"]), ("unknown", "read first: alkalinity"))
        # pH alone is not what was asked for
        self.send(f"tanks/{other}/readings", {"ph": "7.4"})
        test.refresh_from_db()
        self.assertIsNone(test.done_at)
        self.send(f"tanks/{other}/readings", {"ph": "7.4", "kh": "2 dKH"})
        test.refresh_from_db()
        self.assertIsNotNone(test.done_at)
        hangs = self.due()[0]
        self.assertEqual((hangs["hangs"], hangs["hangs_words"]), ("does_not", "alkalinity 35.7 mg/L, not above 50: leave it out"))

    def test_what_an_older_release_called_alkalinity_is_asked_for_by_its_name_of_now(self) -> None:
        self.course(self.fish, protocol="copper_fresh", confirmed=list(range(4)))
        Task.objects.filter(kind="water_test").update(reads=["alkalinity", "ph"])
        self.assertEqual(self.due("water_test")[0]["reads"], ["kh", "ph"])
        self.send(f"tanks/{self.weir}/readings", {"ph": "7.4"})
        self.assertTrue(self.due("water_test"))
        self.send(f"tanks/{self.weir}/readings", {"kh": "6 dKH", "ph": "7.4"})
        self.assertFalse(self.due("water_test"))

    def test_what_only_a_strip_tells_is_done_by_no_other_test(self) -> None:
        self.course(self.fish, protocol="copper_fresh", confirmed=list(range(4)))
        Task.objects.filter(kind="water_test").update(reads=["peroxide_strip"])
        self.send(f"tanks/{self.weir}/readings", {"ammonia": "0", "nitrite": "0", "ph": "7.4"})
        self.assertTrue(self.due("water_test"))


class Meant(RoomCase):
    def test_a_salinity_that_a_course_has_led_to_is_no_fault_on_any_screen(self) -> None:
        sill = self.tank(name="Sill", water_type="marine")
        fish = self.group(sill, species="royal_gramma")
        self.send(f"tanks/{sill}/readings", {"salinity": "35", "temperature": "25"})
        self.course(fish, protocol="low_salinity", condition="marine_ich")
        for due in (0, 1):
            self.later(days=due, minutes=5)
            step = self.due("salinity")[0]
            self.send(f"tasks/{step['task']}/salinity", {"salinity": ("22", "12")[due]})
        self.later(days=2)
        self.send(f"tanks/{sill}/readings", {"salinity": "12", "temperature": "25"})
        actor = Actor(keeper=self.maren, fishroom=self.room, now=self.clock)
        here = situation_of(actor, Tank.objects.get(uid=sill))
        self.assertEqual(here.salted_to_g_per_kg, 12.0)
        self.assertEqual([line.name for line in here.gate().lines if line.harmful], [])
        row = next(r for r in self.get(f"tanks/{sill}/water-chart?days=7")["rows"] if r["name"] == "salinity")
        self.assertEqual(row["points"][-1]["state"], "in_range")
        gate = self.get(f"groups/{fish}/release")
        self.assertNotIn("salinity", str([c for c in gate["checks"] if c["name"].startswith("water")]))
        self.assertEqual(Group.objects.get(uid=fish).tank.name, "Sill")


class OnePlace(RoomCase):
    def test_nobody_else_reads_a_water_by_himself(self) -> None:
        wrong = []
        for path in sorted((ROOT / "pennywort").rglob("*.py")):
            room = path.relative_to(ROOT / "pennywort").as_posix()
            if room.startswith(KEEPERS):
                continue
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.ImportFrom):
                    wrong += [f"{room}: {a.name}" for a in node.names if a.name in ASKED]
        self.assertEqual(wrong, [])
        self.assertTrue(Path(ROOT / "pennywort" / KEEPERS[2]).exists())
