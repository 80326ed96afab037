"""The reference data: sourced, linked, refused when wrong."""

from __future__ import annotations

import re
import shutil
import tempfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any
from unittest import TestCase

import yaml

from pennywort.core.reference.library import DATA, library, load_library
from pennywort.core.reference.yaml_files import ReferenceError, read_yaml

# numbers that are not facts of the trade but the shape of a schedule or a tool's own marks, sourced on their own line
HAVE_OWN_SOURCE = ("source",)


def numbers(node: Any, *, sourced: bool, path: str) -> Iterator[str]:
    """Paths of numbers below ``node`` that no mapping above them gives a source for."""
    if isinstance(node, dict):
        sourced = sourced or any(key in HAVE_OWN_SOURCE or str(key).endswith("_source") for key in node)
        for key, value in node.items():
            yield from numbers(value, sourced=sourced, path=f"{path}.{key}")
    elif isinstance(node, list):
        for i, value in enumerate(node):
            yield from numbers(value, sourced=sourced, path=f"{path}[{i}]")
    elif isinstance(node, (int, float)) and not isinstance(node, bool) and not sourced:
        yield path


class Sources(TestCase):
    def test_no_number_without_a_source(self) -> None:
        """Every number in every file stands in something that names its source; scenarios are invented waters and claim nothing."""
        files = [f for f in sorted(DATA.rglob("*.yaml")) if f.parent.name != "scenarios"]
        missing = [p for file in files for p in numbers(read_yaml(file), sourced=False, path=file.name)]
        self.assertEqual(missing, [])

    def test_the_search_itself_finds_a_naked_number(self) -> None:
        self.assertEqual(list(numbers([{"a": {"value": 3}}], sourced=False, path="x")), ["x[0].a.value"])
        self.assertEqual(list(numbers([{"a": {"value": 3, "source": ["label"]}}], sourced=False, path="x")), [])

    def test_likelihood_steps_are_the_five(self) -> None:
        steps = library().likelihoods.steps
        self.assertEqual([steps[s].value for s in ("almost_never", "seldom", "sometimes", "often", "nearly_always")], [0.02, 0.15, 0.4, 0.7, 0.93])

    def test_every_published_letter_names_a_publication(self) -> None:
        found = library()
        for code in ("NOGA", "VM86", "S410"):
            self.assertIn(code, found.publications)

    def test_no_condition_without_a_way_on(self) -> None:
        """Each condition has something that helps while unsure, unless it needs nothing."""
        for condition in library().conditions.values():
            self.assertTrue(condition.helps or condition.urgency == "none", condition.id)

    def test_every_row_that_is_written_is_read(self) -> None:
        """What a reader of YAML alone finds in the files is all there, none twice and none dropped in silence."""

        def written(name: str) -> list[dict[str, Any]]:
            paths = sorted((DATA / name).glob("*.yaml")) or [DATA / f"{name}.yaml"]
            told = [yaml.safe_load(path.read_text(encoding="utf-8")) for path in paths]
            return [row for one in told for row in (one if isinstance(one, list) else [one])]

        found = library()
        for name in ("conditions", "signs", "context", "kin", "courses", "scenarios", "actives"):
            with self.subTest(name):
                self.assertEqual([row["id"] for row in written(name)], list(getattr(found, name)))
        self.assertEqual([(*row["one"], *row["other"]) for row in written("pairs")], [(*p.one, *p.other) for p in found.pairs])

    def test_each_condition_lists_enough_signs(self) -> None:
        for condition in library().conditions.values():
            self.assertTrue(condition.signs.get("almost_never"), condition.id)
            self.assertGreaterEqual(len(condition.step_of), 7, condition.id)

    def test_what_is_reported_is_not_treated(self) -> None:
        notifiable = {c.id: c for c in library().conditions.values() if c.notifiable == "most places"}
        self.assertEqual(set(notifiable), {"khv", "svc"})
        for condition in notifiable.values():
            self.assertEqual((condition.protocols, [a for a in condition.helps if a.startswith("treat_")]), ((), []))

    def test_every_sign_is_told_apart_in_few_words(self) -> None:
        """Short names are unique, short, and hold no id."""
        names = [s.short for s in library().signs.values()]
        self.assertEqual(len(set(names)), len(names))
        self.assertEqual([n for n in names if len(n) > 44 or "_" in n], [])


class Words(TestCase):
    """A keeper reads whole, plain sentences: none of the marks that notes are taken in."""

    NOTES = re.compile(r"\bincl\.|\be\.g\.|\bi\.e\.|\bBW\b|\balt\.|[≥≤→]|\bw/|\bOK\b|×\s?\d+ ?(?:min|h|d|s)\b|\bresp\.|\bapprox|\bvs\b")

    def texts(self, value: Any) -> Iterator[str]:
        if isinstance(value, str):
            yield value
        elif isinstance(value, dict):
            for name, part in value.items():
                yield from self.texts(part) if name not in ("source", "title") else ()
        elif isinstance(value, list):
            for part in value:
                yield from self.texts(part)

    def test_no_text_is_a_note(self) -> None:
        for path in DATA.rglob("*.yaml"):
            for text in self.texts(read_yaml(path)) if path.name != "publications.yaml" else ():
                with self.subTest(path.name):
                    self.assertIsNone(self.NOTES.search(text), text)

    def test_the_search_itself_finds_one(self) -> None:
        for note in ("50 mg/L ×10 min", "heat, salt OK", "flat vs fluffy", "alt. 100 mg/kg", "salt ≤1 g/L"):
            self.assertIsNotNone(self.NOTES.search(note), note)


class Refusals(TestCase):
    def setUp(self) -> None:
        self.folder = Path(tempfile.mkdtemp()) / "data"
        shutil.copytree(DATA, self.folder)
        self.addCleanup(shutil.rmtree, self.folder.parent)

    def change(self, name: str, old: str, new: str) -> None:
        path = self.folder / name
        text = path.read_text(encoding="utf-8")
        self.assertIn(old, text)
        path.write_text(text.replace(old, new, 1), encoding="utf-8")

    def refused(self, pattern: str) -> None:
        with self.assertRaisesRegex(ReferenceError, pattern):
            load_library(self.folder)

    def test_a_figure_without_its_source(self) -> None:
        self.change(
            "species.yaml",
            "temperature: {value: 24, low: 21, high: 26, unit: degC, source: [common practice],",
            "temperature: {value: 24, low: 21, high: 26, unit: degC,",
        )
        self.refused("(?s)species.yaml, neon_tetra.*temperature.source")

    def test_an_invented_source(self) -> None:
        self.change("tools.yaml", "source: [common practice]", "source: [somebody said]")
        self.refused("somebody said")

    def test_a_publication_nobody_listed(self) -> None:
        self.change("tools.yaml", "source: [common practice]", 'source: ["published: NOWHERE"]')
        self.refused("unknown NOWHERE")

    def test_a_word_nobody_knows(self) -> None:
        self.change("regions.yaml", "name: back and flank", "name: back and flank\n  colour: red")
        self.refused("regions.yaml, back_flank")

    def test_a_key_given_twice(self) -> None:
        self.change("conditions/ich.yaml", "urgency: days", "urgency: days\nurgency: hours")
        self.refused("doubled keys.*urgency")

    def test_a_sign_that_does_not_exist(self) -> None:
        self.change("conditions/ich.yaml", "white_spots_countable", "white_spots_imagined")
        self.refused("condition ich: unknown white_spots_imagined")

    def test_a_range_out_of_order(self) -> None:
        self.change("limits.yaml", "value: 7, low: 6, high: 8.2", "value: 7, low: 8, high: 8.2")
        self.refused("in order")

    def test_a_dose_step_without_its_share(self) -> None:
        self.change("courses/white_spot.yaml", "active: sodium_chloride, share: 0.3333333333,", "active: sodium_chloride,")
        self.refused("share of the target")

    def test_a_file_cut_in_half(self) -> None:
        path = self.folder / "limits.yaml"
        text = path.read_text(encoding="utf-8")
        path.write_text(text[: len(text) // 2], encoding="utf-8")
        self.refused("limits.yaml")
