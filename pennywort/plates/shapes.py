"""The body shapes, as data."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Any

import yaml


@cache
def shapes() -> dict[str, dict[str, Any]]:
    """Every shape by its name: profile points, fins, head, skin and marks, in a box of 640 x 330."""
    found: dict[str, dict[str, Any]] = yaml.safe_load((Path(__file__).parent / "shapes.yaml").read_text(encoding="utf-8"))
    return found
