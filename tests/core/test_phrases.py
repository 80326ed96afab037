"""What the core says stands in one module of phrases a room, as whole sentences of plain values; the rooms themselves write none."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path
from typing import get_args
from unittest import TestCase

from pennywort.core.reference import phrases
from pennywort.core.reference.models import Bullied, Need

ROOT = Path(__file__).resolve().parents[2] / "pennywort" / "core"
WORD = re.compile(r"(?<!\S)[(“]?[A-Za-z’]{2,}[,.:;)”]*(?!\S)")
# a verdict that is a code, compared and never cut; how a unit is typed; a line of working, in figures and units
CODES = {"worst if missed", "too many fills"}
NOT_SAID = {"units/typed.py", "units/degrees.py"}
AS_CODE = ("Literal", "Annotated")


def text_of(node: ast.AST) -> str:
    """A string as it is read; where a value is put in, a figure stands."""
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        return node.value
    if isinstance(node, ast.JoinedStr):
        return "".join(str(v.value) if isinstance(v, ast.Constant) else "0" for v in node.values)
    return ""


def sentences(tree: ast.AST) -> Iterator[tuple[int, str]]:
    """What is three words or longer and neither a docstring nor an annotation."""
    passed: set[int] = set()
    for node in ast.walk(tree):
        inner: list[ast.AST] = []
        if isinstance(node, ast.FunctionDef | ast.ClassDef | ast.Module) and node.body and isinstance(node.body[0], ast.Expr):
            inner.append(node.body[0].value)
        if isinstance(node, ast.JoinedStr):
            inner += [v for part in node.values for v in ast.walk(part) if isinstance(part, ast.Constant)]
        passed |= {id(n) for n in inner}
        if id(node) in passed or (isinstance(node, ast.Assign | ast.AnnAssign) and any(kind in ast.unparse(node) for kind in AS_CODE)):
            passed |= {id(n) for n in ast.walk(node)}
        elif len(WORD.findall(text := text_of(node))) >= 3 and text not in CODES:
            yield node.lineno, text  # type: ignore[attr-defined]


class PhrasesStandTogether(TestCase):
    def test_a_sentence_is_seen(self) -> None:
        self.assertEqual(list(sentences(ast.parse("x = f'{n} fish are ill'"))), [(1, "0 fish are ill")])
        self.assertEqual(list(sentences(ast.parse("x = 'Look first: ' + more_of_it + 'and then change water'"))), [(1, "and then change water")])
        self.assertEqual(list(sentences(ast.parse("raise ValueError('this is no volume')"))), [(1, "this is no volume")])
        self.assertEqual(list(sentences(ast.parse("'''What this module does.'''\nx = f'{a} mg/L × {b}'"))), [])

    def test_no_room_of_the_core_writes_a_sentence_of_its_own(self) -> None:
        found = [
            f"{path.relative_to(ROOT)}:{line} {text}"
            for path in sorted(ROOT.glob("*/*.py"))
            if path.name != "phrases.py" and path.relative_to(ROOT).as_posix() not in NOT_SAID
            for line, text in sentences(ast.parse(path.read_text()))
        ]
        self.assertEqual(found, [], "\n".join(found))

    def test_what_a_fish_needs_has_its_words(self) -> None:
        self.assertEqual(set(phrases.NEEDS), set(get_args(Need)))
        self.assertEqual(set(phrases.BULLIES), set(get_args(Bullied)))

    def test_phrases_know_nothing_of_the_house(self) -> None:
        """Plain values in, a text out: what another language needs is another module of the same names."""
        for path in sorted(ROOT.glob("*/phrases.py")):
            tree = ast.parse(path.read_text())
            ours = [n.module for n in ast.walk(tree) if isinstance(n, ast.ImportFrom) and (n.module or "").startswith("pennywort")]
            self.assertLessEqual(set(ours), {"pennywort.core.units.degrees"}, path)
            for node in tree.body:
                if isinstance(node, ast.FunctionDef):
                    self.assertEqual(ast.unparse(node.returns or ast.Constant(None)), "str", f"{path}: {node.name}")
