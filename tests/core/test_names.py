"""Names carry their unit, in the core's values and in the record's columns; functions fit a screen and say what they do."""

from __future__ import annotations

import ast
import dataclasses
import importlib
import inspect
import pkgutil
import re
from pathlib import Path
from unittest import TestCase

from django.apps import apps
from django.db import models

import pennywort.core

ROOT = Path(__file__).resolve().parents[2]
UNITS = (
    "_l", "_ml", "_cm", "_mg", "_kg", "_c", "_h", "_mg_per_l", "_kg_per_l", "_fraction", "_prob", "_share", "_bits", "_decibans", "_count", "_plus_minus", "_s",
    "_px", "_g", "_g_per_l", "_mg_per_ml", "_ul", "_mg_per_day", "_g_per_day", "_mg_per_g", "_min", "_days", "_ms_per_cm", "_cm2",
)  # fmt: skip
# pure numbers and counts whose name says what they count, and amounts whose unit stands in a field beside them
PLAIN = {
    "value", "low", "high", "ph", "share", "share_low", "share_high", "share_now", "share_then", "decibans", "amount", "exact", "whole", "fills", "days",
    "doses_given", "looks", "count", "plus_minus", "dead_on_arrival", "number", "attempt", "id", "something_else_share",
    "loss", "saves", "loss_if_nothing", "scrape_saves", "odds", "day", "look",
    "demand", "margin", "label_price", "change_on_day",
    # of an amount or a salinity: the unit stands beside it, or it is a ratio
    "taken", "target", "reached", "reached_low", "reached_high", "range_low", "range_high", "level_now", "weigh", "gives", "smallest_mark", "largest_fill",
    # of a plan: which line, which time, to what (its unit stands in the protocol), in the keeper's own money
    # pure numbers of a test
    "chi_square", "freedom",
    "place", "tank_place", "to", "cost", "paid", "paid_for", "content", "day_number",
    # of a plan done otherwise: days counted from its first; the middle of a band of shares
    "stop_day", "missed_day", "changed_day", "joined_day", "middle",
    # of a rehearsal: what dosing adds to the loss of another condition
    "dosed_adds", "seed",
    "practical", "gravity_25_25", "gravity_20_20", "gravity_25_4",
}  # fmt: skip

# a unit, a range, a shape, a formula's name or where it comes from
SAYS_HOW = re.compile(
    r"\b(mg|mL|g/L|g/kg|litres?|mOsmol|degC|cm|kg|seconds|minutes|hours?|days|decibans|logarithms?|bits|W/m²|mm|deviations?|count|number)\b"
    r"|°|[½¼³²]|0 to 1|0-1|\[[a-z]|shape|unit|share|fraction|per cent|logs|instant|pH|mass|way, "
    r"|arithmetic|practice|recalled|assumption|expert|published|TEOS|Bayes|\(\w[^)]* \d{4}",
    re.IGNORECASE,
)


def named_well(name: str) -> bool:
    return name in PLAIN or name.endswith(UNITS)


class Names(TestCase):
    def test_every_number_in_the_core_carries_its_unit(self) -> None:
        bad = []
        for info in pkgutil.walk_packages(pennywort.core.__path__, "pennywort.core."):
            for kind in vars(importlib.import_module(info.name)).values():
                if dataclasses.is_dataclass(kind) and isinstance(kind, type) and kind.__module__ == info.name:
                    bad += [
                        f"{kind.__name__}.{f.name}" for f in dataclasses.fields(kind) if str(f.type).startswith(("float", "int")) and not named_well(f.name)
                    ]
        self.assertEqual(bad, [])

    def test_every_number_in_the_record_carries_its_unit(self) -> None:
        bad = []
        for app in apps.get_app_configs():
            for model in app.get_models() if app.name.startswith("pennywort.") else ():
                for field in model._meta.concrete_fields:
                    if isinstance(field, (models.FloatField, models.IntegerField)) and not field.primary_key and not named_well(field.name):
                        bad.append(f"{model.__name__}.{field.name}")
        self.assertEqual(bad, [])

    def test_core_values_are_frozen_and_keyword_only(self) -> None:
        bad = []
        for info in pkgutil.walk_packages(pennywort.core.__path__, "pennywort.core."):
            for kind in vars(importlib.import_module(info.name)).values():
                if dataclasses.is_dataclass(kind) and isinstance(kind, type) and kind.__module__ == info.name:
                    frozen = kind.__dataclass_params__.frozen  # type: ignore[attr-defined]
                    if not (frozen and all(f.kw_only for f in dataclasses.fields(kind))):
                        bad.append(kind.__name__)
        self.assertEqual(bad, [])

    def test_every_public_function_of_the_core_says_what_it_does(self) -> None:
        """What reckons with figures also says in which units, in which range, or by which method or source. A phrase is its own account."""
        bad = []
        for info in pkgutil.walk_packages(pennywort.core.__path__, "pennywort.core."):
            for name, thing in vars(importlib.import_module(info.name)).items():
                if not inspect.isfunction(thing) or thing.__module__ != info.name or name.startswith("_") or info.name.endswith(".phrases"):
                    continue
                told, asked = inspect.getdoc(thing) or "", inspect.signature(thing)
                figures = any(
                    kind in str(a) for a in (asked.return_annotation, *(p.annotation for p in asked.parameters.values())) for kind in ("float", "Array")
                )
                if not told or (figures and not SAYS_HOW.search(told)):
                    bad.append(f"{info.name}.{name}")
        self.assertEqual(bad, [])

    def test_no_function_is_longer_than_a_screen(self) -> None:
        """Sixty lines; the drawings are path data, line by line."""
        bad = []
        for path in sorted([*ROOT.glob("pennywort/**/*.py"), *ROOT.glob("tests/**/*.py"), *ROOT.glob("bench/*.py")]):
            if not {"migrations", "plates"} & set(path.parts):
                for node in ast.walk(ast.parse(path.read_text())):
                    if isinstance(node, ast.FunctionDef) and (node.end_lineno or 0) - node.lineno >= 60:
                        bad.append(f"{path.relative_to(ROOT)}: {node.name}")
        self.assertEqual(bad, [])
