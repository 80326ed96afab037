"""The one unit registry (pint), made when first needed: importing it costs a second."""

from __future__ import annotations

from functools import lru_cache
from typing import Any


@lru_cache(maxsize=1)
def _registry() -> Any:
    import pint

    return pint.UnitRegistry()


@lru_cache(maxsize=512)
def factor(unit_from: str, unit_to: str) -> float:
    """How many ``unit_to`` one ``unit_from`` is (NIST definitions as held by pint)."""
    registry = _registry()
    return float(registry.Quantity(1.0, unit_from).to(unit_to).magnitude)


def convert_temperature(value: float, unit_from: str, unit_to: str) -> float:
    """Convert between ``degC`` and ``degF``."""
    registry = _registry()
    return float(registry.Quantity(value, unit_from).to(unit_to).magnitude)
