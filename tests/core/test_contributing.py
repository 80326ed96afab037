"""CONTRIBUTING.md does what it says: its files are put into a copy of the reference, loaded, and used."""

from __future__ import annotations

import re
import shutil
import tempfile
from datetime import UTC, datetime
from pathlib import Path
from unittest import TestCase
from zoneinfo import ZoneInfo

from pennywort.core.course.build import build_plan
from pennywort.core.course.plan import Chosen, TankFacts
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.ranking import rank
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.product import Product
from pennywort.core.reference.library import DATA, Library, load_library

PAGE = Path(__file__).resolve().parents[2] / "CONTRIBUTING.md"
SHOWN = re.compile(r"```yaml\n# (\S+)\n(.*?)```", re.S)


class FiveTasks(TestCase):
    found: Library

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(tempfile.mkdtemp())
        cls.addClassCleanup(shutil.rmtree, folder)
        shutil.copytree(DATA, folder / "data")
        for name, text in SHOWN.findall(PAGE.read_text(encoding="utf-8")):
            (folder / "data" / name).write_text(text, encoding="utf-8")
        cls.found = load_library(folder / "data")

    def test_three_of_the_five_are_files(self) -> None:
        names = [name.split("/")[0] for name, _ in SHOWN.findall(PAGE.read_text(encoding="utf-8"))]
        self.assertEqual(names, ["conditions", "actives", "courses"])

    def test_the_disease_is_ranked_by_its_signs(self) -> None:
        facts = LookFacts(water="freshwater_tropical", signs={"rapid_breathing": True, "gill_covers_flared": True, "white_spots_countable": False})
        ranked = [r.condition for r in rank(facts, found=self.found).ranked]
        self.assertIn("example_moss_gill", ranked[:12])
        without = [r.condition for r in rank(LookFacts(water="freshwater_tropical", signs={"white_spots_countable": True}), found=self.found).ranked]
        self.assertGreater(without.index("example_moss_gill"), ranked.index("example_moss_gill"))

    def test_the_protocol_doses_the_medicine(self) -> None:
        """2 mg/L in 45 L are 90 mg: 0.9 mL of 100 mg/mL (arithmetic)."""
        tincture = Product(name="tincture", mg_per_ml=100.0)
        water = Water(net_volume_l=45.0, net_uncertainty_l=0.9)
        tank = TankFacts(water=water, temperature_c=25.0, surroundings=Surroundings(water="freshwater_tropical"))
        plan = build_plan(
            self.found.courses["example_willow_week"], tank=tank, chosen=Chosen(products={"example_willow": tincture}),
            start_at=datetime(2026, 11, 24, 9, tzinfo=UTC), zone=ZoneInfo("Europe/London"), found=self.found,
        )  # fmt: skip
        dose = next(s for s in plan.steps if s.kind == "dose")
        self.assertAlmostEqual(dose.active_mg or 0.0, 90.0)
        self.assertAlmostEqual(dose.amount or 0.0, 0.9)
        self.assertEqual((plan.ends_at - plan.starts_at).days, 14)
