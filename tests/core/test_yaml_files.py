"""What was parsed before is what would be parsed now, and never older than the files."""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path
from unittest import TestCase, mock

from pennywort.core.reference import yaml_files
from pennywort.core.reference.library import DATA
from pennywort.core.reference.yaml_files import ReferenceError, parsed_at_once, read_yaml


class Kept(TestCase):
    def setUp(self) -> None:
        self.folder, self.kept = Path(tempfile.mkdtemp()), Path(tempfile.mkdtemp())
        for folder in (self.folder, self.kept):
            self.addCleanup(shutil.rmtree, folder, ignore_errors=True)
        self.file = self.folder / "fish.yaml"
        self.file.write_text("- {id: barb, degrees: 24.5, there: true, none: null}\n", encoding="utf-8")

    def read(self) -> object:
        with parsed_at_once(self.folder, kept_in=self.kept):
            return read_yaml(self.file)

    def test_every_shipped_file_comes_back_as_it_is_parsed(self) -> None:
        parsed = {path: read_yaml(path) for path in sorted(DATA.rglob("*.yaml"))}
        with parsed_at_once(DATA, kept_in=self.kept):
            first = {path: read_yaml(path) for path in parsed}
        with mock.patch.object(yaml_files, "_parse", side_effect=AssertionError("parsed again")), parsed_at_once(DATA, kept_in=self.kept):
            again = {path: read_yaml(path) for path in parsed}
        self.assertGreater(len(parsed), 180)
        self.assertEqual((first, again), (parsed, parsed))

    def test_a_changed_file_a_new_one_and_another_name_are_read_anew(self) -> None:
        self.assertEqual(self.read(), [{"id": "barb", "degrees": 24.5, "there": True, "none": None}])
        self.file.write_text("- {id: tetra}\n", encoding="utf-8")
        self.assertEqual(self.read(), [{"id": "tetra"}])
        (self.folder / "more.yaml").write_text("- {id: goby}\n", encoding="utf-8")
        with parsed_at_once(self.folder, kept_in=self.kept):
            self.assertEqual(read_yaml(self.folder / "more.yaml"), [{"id": "goby"}])
        # of older versions nothing stays
        self.assertEqual(len(list(self.kept.glob("reference-*"))), 1)

    def test_what_was_kept_and_cut_in_half_is_parsed(self) -> None:
        self.read()
        kept = next(self.kept.glob("reference-*.json"))
        for broken in ("", "{", "[]", "{}"):
            with self.subTest(broken):
                kept.write_text(broken, encoding="utf-8")
                self.assertEqual(self.read(), [{"id": "barb", "degrees": 24.5, "there": True, "none": None}])

    def test_what_json_would_change_is_never_kept(self) -> None:
        self.file.write_text("7: seven\n", encoding="utf-8")
        self.assertEqual((self.read(), self.read()), ({7: "seven"}, {7: "seven"}))
        self.assertEqual(list(self.kept.glob("reference-*")), [])

    def test_where_nothing_can_be_written_it_is_parsed_each_time(self) -> None:
        with mock.patch.object(Path, "write_text", side_effect=PermissionError):
            self.assertEqual(self.read(), [{"id": "barb", "degrees": 24.5, "there": True, "none": None}])

    def test_a_fault_is_told_as_ever(self) -> None:
        self.file.write_text("- {id: barb, id: tetra}\n", encoding="utf-8")
        with self.assertRaisesRegex(ReferenceError, "doubled keys"):
            self.read()
