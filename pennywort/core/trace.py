"""How a figure came about, line by line, so that a screen can show why."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class TraceLine:
    """One step: what it is, the formula with this tank's numbers, the value and its unit."""

    label: str
    formula: str
    value: float
    unit: str
    source: str | None = None


def plain(value: float, *, digits: int = 4) -> str:
    """A number for a formula: at most ``digits`` significant digits, never in powers of ten. A bare number, without a unit."""
    if value == 0:
        return "0"
    text = f"{float(f'{value:.{digits}g}'):.10f}"
    return text.rstrip("0").rstrip(".")
