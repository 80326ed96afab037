"""The longest text that the API takes fits its column, goes out in every file, and comes in again; no length stands in two places."""

from __future__ import annotations

import ast
import io
import json
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any
from unittest import TestCase
from uuid import uuid4

from django.db import transaction

from pennywort.accounts.models import Fishroom, Membership
from pennywort.archive.export import write_archive
from pennywort.archive.restore import restore
from pennywort.core.errors import InvalidInput
from pennywort.fish.models import Observation
from pennywort.records.actor import Actor
from tests.faults.test_doubled import Made, WritesCase, contract, writes

ROOT = Path(__file__).resolve().parents[2] / "pennywort"
# what the record says of a text that the API let pass
ASKED_BACK = "This is longer than"


def texts(path: str, method: str) -> dict[str, int]:
    """The texts of a body by their name, with the most that the API takes."""
    told = contract()
    content = told["paths"][path][method]["requestBody"]["content"]
    found: dict[str, int] = {}
    for kind in content.values():
        schema = told["components"]["schemas"].get(kind["schema"].get("$ref", "").split("/")[-1], kind["schema"])
        for name, field in schema.get("properties", {}).items():
            if field.get("type") == "string" and "maxLength" in field:
                found[name] = field["maxLength"]
    return found


class LongestText(WritesCase):
    def sent(self, operation: str, method: str, path: str, body: dict[str, Any], name: str, length: int) -> Any:
        content = {"write_id": str(uuid4()), **body, name: "w" * length}
        room, who = (self.elsewhere, self.stranger) if operation == "import_case" else (self.room, self.maren)
        return self.client_of(who).generic(method.upper(), self.url(path, room), json.dumps(content), content_type="application/json")

    def alone(self, operation: str, method: str, made: Callable[[], Made], name: str, length: int) -> Any:
        point = transaction.savepoint()
        try:
            return self.sent(operation, method, *made(), name, length)
        finally:
            transaction.savepoint_rollback(point)

    def test_every_text_of_every_write_fits_its_column(self) -> None:
        bodies, kept = self.bodies(), 0
        for operation, (method, path) in writes().items():
            if operation == "add_photo":
                continue
            for name, most in texts(path, method).items():
                if most > 5000:
                    continue
                with self.subTest(f"{operation}.{name}"):
                    answer = self.alone(operation, method, bodies[operation], name, most)
                    self.assertIn(answer.status_code, (200, 404, 409, 422), answer.content)
                    self.assertNotIn(ASKED_BACK, answer.content.decode())
                    kept += answer.status_code == 200
                    over = self.alone(operation, method, bodies[operation], name, most + 1)
                    self.assertEqual((over.status_code, over.json().get("field")), (422, name), over.content)
        self.assertGreater(kept, 30)

    def test_long_notes_go_out_and_come_in_again(self) -> None:
        fish, note = f"groups/{self.barbs}", "w" * 500
        self.send(f"{fish}/observations", {"appetite": "less", "note": note})
        self.send(f"{fish}/losses", {"count": 1, "note": note})
        self.send(f"courses/{self.course_made['uid']}/stop", {"reason": "w" * 200})
        self.send(f"cases/{self.course_made['case']}/close", {"outcome": "recovered", "note": "w" * 1000})
        case, archive = self.case_file(), write_archive(Actor(keeper=self.maren, fishroom=self.room, now=self.clock)).read()
        brought = {"write_id": str(uuid4()), "text": case}
        answer = self.client_of(self.stranger).post(self.url("cases/import", self.elsewhere), json.dumps(brought), content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(Observation.objects.get(fishroom=self.elsewhere).note, note)
        third = Fishroom.objects.create(name="Third")
        Membership.objects.create(fishroom=third, keeper=self.maren, role="owner")
        list(restore(Actor(keeper=self.maren, fishroom=third, now=self.clock), io.BytesIO(archive)))
        self.assertEqual(Observation.objects.get(fishroom=third).note, note)

    def test_a_record_keeps_nothing_longer_than_its_column(self) -> None:
        """SQLite would take it, and the next file would not come in."""
        now, group = self.clock, Observation(note="w" * 501)
        group.fishroom, group.recorded_by, group.recorded_at, group.happened_at = self.room, self.maren, now, now
        with self.assertRaises(InvalidInput) as refused:
            group.save()
        self.assertEqual((refused.exception.field, refused.exception.message), ("note", "This is longer than 500 characters."))


def literal_lengths() -> Iterator[str]:
    """Where a length of a text is a bare number: in columns without choices, and in what the API takes."""
    for path in ROOT.glob("**/*.py"):
        if {"migrations", "reference"} & set(path.parts):
            continue
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.AnnAssign):
                said = ast.unparse(node.annotation)
                calls = [node.value] if said in ("str", "str | None") else [n for n in ast.walk(node.annotation) if said.startswith("Annotated[str")]
            elif isinstance(node, ast.Assign) and isinstance(node.value, ast.Call) and ast.unparse(node.value.func) == "models.CharField":
                calls = [] if any(k.arg == "choices" for k in node.value.keywords) else [node.value]  # type: ignore[assignment]
            else:
                continue
            for call in (c for c in calls if isinstance(c, ast.Call)):
                if any(k.arg == "max_length" and isinstance(k.value, ast.Constant) for k in call.keywords):
                    yield f"{path.relative_to(ROOT)}:{call.lineno}"


class OnePlace(TestCase):
    def test_no_length_of_a_text_is_a_bare_number(self) -> None:
        self.assertEqual(list(literal_lengths()), [])
