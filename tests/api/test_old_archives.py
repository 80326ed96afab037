"""Archives of earlier versions come in, and what their JSON columns hold is what their readers can read."""

from __future__ import annotations

import hashlib
import json
import zipfile
from collections.abc import Callable
from io import BytesIO
from pathlib import Path
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction

from pennywort.archive.export import VERSION
from pennywort.courses.models import Case, Course, Task
from pennywort.fish.models import Group, Look, OwnSpecies, Photo
from tests.api.room import RoomCase

KEPT = Path(__file__).parent / "archives"
Change = Callable[[dict[str, list[dict[str, Any]]], dict[str, Any]], None]


def altered(content: bytes, change: Change) -> bytes:
    """The archive with its records and its manifest changed, and sums that fit again."""
    with zipfile.ZipFile(BytesIO(content)) as file:
        files = {n: file.read(n) for n in file.namelist()}
    manifest = json.loads(files["archive.json"])
    rows = {n: [json.loads(line) for line in c.splitlines()] for n, c in files.items() if n.endswith(".jsonl")}
    change(rows, manifest)
    for name in [n for n in files if n.endswith(".jsonl") and n not in rows]:
        del files[name], manifest["sha256"][name]
    for name, lines in rows.items():
        files[name] = "".join(f"{json.dumps(line)}\n" for line in lines).encode()
        manifest["sha256"][name] = hashlib.sha256(files[name]).hexdigest()
    files["archive.json"] = json.dumps(manifest).encode()
    out = BytesIO()
    with zipfile.ZipFile(out, "w") as file:
        for name, inside in files.items():
            file.writestr(name, inside)
    return out.getvalue()


class OldArchives(RoomCase):
    def restore(self, content: bytes) -> list[dict[str, Any]]:
        """Into the stranger's fishroom; every line that was told."""
        file = SimpleUploadedFile("archive.zip", content, content_type="application/zip")
        answer = self.client_of(self.stranger).post(self.url("archive", self.elsewhere), {"file": file})
        self.assertEqual(answer.status_code, 200)
        return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]  # type: ignore[attr-defined]

    def export(self) -> bytes:
        answer = self.client_of(self.stranger).get(self.url("archive", self.elsewhere))
        return b"".join(answer.streaming_content)  # type: ignore[attr-defined]

    def test_the_archive_of_each_version_comes_in(self) -> None:
        """The invented fishroom as each version wrote it: nothing lost, what came later has its default, and out again in today's."""
        # signed in before anything is rolled back
        self.client_of(self.stranger)
        for path in sorted(KEPT.glob("version-*.zip")):
            with self.subTest(path.name):
                point, content = transaction.savepoint(), path.read_bytes()
                with zipfile.ZipFile(BytesIO(content)) as file:
                    manifest = json.loads(file.read("archive.json"))
                last = self.restore(content)[-1]
                self.assertEqual(last["step"], "done", last)
                mine = {"fishroom": self.elsewhere}
                for model, name in ((Look, "fish.look"), (Case, "courses.case"), (Course, "courses.course"), (Task, "courses.task"), (Group, "fish.group")):
                    self.assertEqual(model._base_manager.filter(**mine).count(), manifest["counts"][name], name)
                if manifest["version"] == 1:
                    self.assertEqual({json.dumps(s) for s in Look._base_manager.filter(**mine).values_list("sizes", flat=True)}, {"{}"})
                self.assertFalse(OwnSpecies.objects.filter(**mine).exists())
                self.assertEqual(Photo._base_manager.filter(**mine).count(), manifest["counts"]["fish.photo"])
                group = Group.objects.filter(**mine, tank__name="Paddle").get()
                board = self.client_of(self.stranger).get(self.url(f"groups/{group.uid}/look", self.elsewhere))
                self.assertEqual(board.status_code, 200)
                with zipfile.ZipFile(BytesIO(self.export())) as file:
                    self.assertEqual(json.loads(file.read("archive.json"))["version"], VERSION)
                transaction.savepoint_rollback(point)

    def test_whose_law_and_own_kinds_travel_with_it(self) -> None:
        self.send("law", {"law": "uk"}, method="put")
        group = self.group(self.tank(), species="moonlit blenny", kin="blenny")
        self.send(f"groups/{group}/looks", {"signs": {"flat_grey_sheen": True}, "sizes": {"flat_grey_sheen": 2}})
        answer = self.client_of().get(self.url("archive"))
        told = self.restore(b"".join(answer.streaming_content))  # type: ignore[attr-defined]
        self.assertEqual(told[-1]["step"], "done")
        self.elsewhere.refresh_from_db()
        self.assertEqual(self.elsewhere.law, "uk")
        self.assertEqual(OwnSpecies.objects.get(fishroom=self.elsewhere).kin, "blenny")
        self.assertEqual(Look.objects.get(fishroom=self.elsewhere).sizes, {"flat_grey_sheen": 2})

    def test_a_column_that_todays_version_must_have(self) -> None:
        """Only an older archive may lack what came later; and a column that never had a default is missed in any."""

        def without(name: str, *, version: int) -> bytes:
            def change(rows: dict[str, list[dict[str, Any]]], manifest: dict[str, Any]) -> None:
                manifest["version"] = version
                for row in rows["records/fish.look.jsonl"]:
                    row.pop(name, None)

            return altered((KEPT / "version-1.zip").read_bytes(), change)

        for content in (without("sizes", version=VERSION), without("happened_at", version=1)):
            told = self.restore(content)[-1]
            self.assertEqual((told["step"], "columns" in told["detail"] or "lacks" in told["detail"]), ("failed", True), told)
        self.assertFalse(Group.objects.filter(fishroom=self.elsewhere).exists())

    def test_a_version_nobody_knows(self) -> None:
        for version in (0, VERSION + 1, "1", True, None):

            def change(rows: dict[str, list[dict[str, Any]]], manifest: dict[str, Any], version: object = version) -> None:
                manifest["version"] = version

            told = self.restore(altered((KEPT / "version-1.zip").read_bytes(), change))[-1]
            self.assertEqual(told["step"], "failed", version)
            self.assertIn("version", told["detail"])

    def test_what_json_columns_may_not_hold(self) -> None:
        """Each was once taken, and broke a page later."""
        for table, column, value in (
            ("fish.look", "signs", {"flashing": "yes"}),
            ("fish.look", "counts", {"flashing": [1]}),
            ("fish.look", "shares", {"ich": "most"}),
            ("fish.look", "context", [1]),
            ("fish.look", "bag", {"ph": "7"}),
            ("courses.course", "targets_mg_per_l", {"copper": "much"}),
            ("courses.course", "parameters", {"days": None}),
            ("courses.course", "products", {"copper": {"name": 1}}),
            ("courses.task", "reads", [{"copper": 1}]),
            ("tanks.tank", "equipment", ["a dragon"]),
        ):

            def change(
                rows: dict[str, list[dict[str, Any]]], manifest: dict[str, Any], table: str = table, column: str = column, value: object = value
            ) -> None:  # fmt: skip
                rows[f"records/{table}.jsonl"][0][column] = value

            with self.subTest(f"{table}.{column}"):
                told = self.restore(altered((KEPT / "version-1.zip").read_bytes(), change))[-1]
                self.assertEqual(told["step"], "failed")
                self.assertIn(f"{table}:1.{column}", told["detail"])
        self.assertFalse(Group.objects.filter(fishroom=self.elsewhere).exists())
