"""An amount in a tool, and a scale of what it reaches, for every screen that doses."""

from __future__ import annotations

import math

from pennywort.core.medicine.dose import Reach
from pennywort.core.medicine.tools import InTool
from pennywort.dosing.schemas import RulerOut, RulerTick, ToolOut


def tool_out(option: InTool) -> ToolOut:
    """One tool’s way to measure an amount."""
    return ToolOut(
        name=option.name,
        words=option.words,
        verdict=option.verdict,
        usable=option.usable,
        reading=option.amount,
        largest=option.tool.largest_fill,
        smallest_mark=option.tool.smallest_mark,
        fills=option.fills,
        shape="syringe" if option.tool.form == "cylinder" else option.tool.form,
    )


def nice_step(span: float, *, most: int = 8) -> float:
    """A tick distance of 1, 2 or 5 times a power of ten that gives at most ``most`` ticks."""
    raw = span / most
    power = 10.0 ** math.floor(math.log10(raw))
    return next(power * m for m in (1, 2, 5, 10) if power * m >= raw * (1 - 1e-9))


def ruler_out(*, low: float, high: float, reached: Reach, divide: float) -> RulerOut:
    """A scale from nothing to beyond range and reach; ``divide`` makes the figures at its ticks."""
    top = max(high, reached.high_mg_per_l) * 1.15
    step = nice_step(top)
    return RulerOut(
        low_mg_per_l=0.0,
        high_mg_per_l=top,
        range_low_mg_per_l=low,
        range_high_mg_per_l=high,
        reach_mg_per_l=reached.concentration_mg_per_l,
        reach_low_mg_per_l=reached.low_mg_per_l,
        reach_high_mg_per_l=reached.high_mg_per_l,
        ticks=[RulerTick(at_mg_per_l=step * i, figure=f"{step * i / divide:g}") for i in range(math.floor(top / step) + 1)],
    )
