"""Worked examples kept as data: golden.yaml names each with its source and its margin."""

from __future__ import annotations

from pathlib import Path
from typing import Any
from unittest import TestCase

from pennywort.core.medicine import dose
from pennywort.core.reference.yaml_files import read_yaml
from pennywort.core.water import chemistry

CASES: list[dict[str, Any]] = read_yaml(Path(__file__).parent / "golden.yaml")


class Golden(TestCase):
    def test_each_example_comes_out_within_its_margin(self) -> None:
        for case in CASES:
            with self.subTest(case["name"]):
                reckon = getattr(dose, case["reckon"], None) or getattr(chemistry, case["reckon"])
                self.assertAlmostEqual(reckon(**case["with"]), case["gives"], delta=case["within"] + 1e-12)

    def test_each_example_names_its_source_and_its_margin(self) -> None:
        names = [case["name"] for case in CASES]
        self.assertEqual(len(names), len(set(names)))
        for case in CASES:
            self.assertEqual(set(case), {"name", "source", "reckon", "with", "gives", "within"}, case["name"])
            self.assertTrue(case["source"])
