"""No code decides on a sentence: what is said to a keeper is never compared, cut or searched; facts travel in fields."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).resolve().parents[2] / "pennywort"
SAID = ("words", "sentence", "title", "short_name", "detail", "message")
CUTS = {"split", "rsplit", "partition", "rpartition", "startswith", "endswith", "removeprefix", "removesuffix", "replace", "find", "index", "lower", "upper"}
# what a keeper typed is read as typed, and a library's own message is brought into one line
TYPED = {("tanks/upkeep.py", "title"), ("core/reference/own.py", "message")}


def said(node: ast.AST) -> str:
    """The name of what is said to a keeper; empty where it is something else."""
    name = node.attr if isinstance(node, ast.Attribute) else node.id if isinstance(node, ast.Name) else ""
    return name if name in SAID or name.endswith(("_words", "_sentence")) else ""


def decisions(tree: ast.AST) -> Iterator[tuple[int, str]]:
    for node in ast.walk(tree):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr in CUTS and (name := said(node.func.value)):
            yield node.lineno, name
        elif isinstance(node, ast.Compare):
            text = [n for n in (node.left, *node.comparators) if isinstance(n, ast.Constant) and isinstance(n.value, str) and n.value]
            names = [name for n in (node.left, *node.comparators) if (name := said(n))]
            found_in = [name for op, n in zip(node.ops, node.comparators, strict=True) if isinstance(op, ast.In | ast.NotIn) and (name := said(n))]
            if (text and names) or found_in:
                yield node.lineno, (names or found_in)[0]


class NoDecisionOnProse(TestCase):
    def test_a_decision_is_seen(self) -> None:
        for line in ("row.state_words == 'over'", "words.split('; ')[0]", "'reads' in answer.words", "x.title.lower()"):
            self.assertEqual(len(list(decisions(ast.parse(line)))), 1, line)
        self.assertEqual(list(decisions(ast.parse("words == ''; f'{words}.'; words or other"))), [])

    def test_none(self) -> None:
        found = [
            f"{path.relative_to(ROOT)}:{line} {name}"
            for path in sorted(ROOT.glob("**/*.py"))
            if "migrations" not in path.parts
            for line, name in decisions(ast.parse(path.read_text()))
            if (path.relative_to(ROOT).as_posix(), name) not in TYPED
        ]
        self.assertEqual(found, [])
