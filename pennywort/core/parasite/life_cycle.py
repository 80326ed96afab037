"""How long the stages of a parasite take at a temperature, what a course can reach, and what it leaves."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.course_models import CycleRow, LifeCycle

# between the twentieth and the nineteen twentieths of a log-normal lie 2 x 1.645 standard deviations
_SIGMAS = 1.6448536269514722
_GRID_H = 2.0


@dataclass(frozen=True, kw_only=True)
class Range:
    """A length in hours: nine cases in ten lie between ``low_h`` and ``high_h``, half below ``middle_h``."""

    low_h: float
    middle_h: float
    high_h: float


@dataclass(frozen=True, kw_only=True)
class StageLength:
    """One stage at a temperature; ``reached`` says whether medicine in the water reaches it, ``left_behind`` whether a move does."""

    id: str
    name: str
    lives_on: Literal["fish", "bottom", "water"]
    length: Range
    reached: bool
    left_behind: bool


def _range(low_h: float, high_h: float) -> Range:
    return Range(low_h=low_h, middle_h=math.sqrt(low_h * high_h), high_h=high_h)


def length_at(rows: Sequence[CycleRow], *, temperature_c: float) -> Range:
    """A length between the rows of a published table, by the straight line of its logarithm over temperature.

    Growth of poikilotherms speeds up by a nearly constant factor per degree (the Q10 rule, textbook), so the logarithm is
    what runs straight. Beyond the first and the last row nothing is claimed but that row.

    :param temperature_c: 0 to 35. :raises InvalidInput: no water these parasites live in.
    """
    if not math.isfinite(temperature_c) or not 0 <= temperature_c <= 35:
        raise InvalidInput("Between 0 and 35 °C.", field="temperature")
    warmth = [r.temperature_c for r in rows]
    low, high = (float(np.exp(np.interp(temperature_c, warmth, np.log([getattr(r, name) for r in rows])))) for name in ("low_h", "high_h"))
    return _range(low, high)


def cycle_at(cycle: LifeCycle, *, temperature_c: float) -> Range:
    """One whole round of the parasite, hours."""
    return length_at(cycle.cycle, temperature_c=temperature_c)


def stages_at(cycle: LifeCycle, *, temperature_c: float) -> tuple[StageLength, ...]:
    """Every stage at this temperature: by its own published length, scaled with the round, else as its share of the round."""
    whole = cycle_at(cycle, temperature_c=temperature_c)
    found = []
    for stage in cycle.stages:
        if stage.low_h is not None and stage.high_h is not None and stage.at_c is not None:
            scale = whole.middle_h / cycle_at(cycle, temperature_c=stage.at_c).middle_h
            length = _range(stage.low_h * scale, stage.high_h * scale)
        else:
            length = _range(whole.low_h * stage.share, whole.high_h * stage.share)
        found.append(
            StageLength(
                id=stage.id,
                name=stage.name,
                lives_on=stage.lives_on,
                length=length,
                reached="medicine" in stage.reached_by,
                left_behind="transfer" in stage.reached_by,
            )
        )
    return tuple(found)


def hatch_at(cycle: LifeCycle, *, temperature_c: float) -> Range:
    """How long eggs take. :raises InvalidInput: a parasite that lays none."""
    if not cycle.hatch:
        raise InvalidInput(f"{cycle.name} lays no eggs that wait.", field="parasite")
    return length_at(cycle.hatch, temperature_c=temperature_c)


def days_to_outlast(cycle: LifeCycle, *, temperature_c: float, cycles: float = 1.0, margin_days: float = 0.0) -> float:
    """Whole days that so many slow rounds take, with a margin: ceil(cycles x high / 24 + margin)."""
    return float(math.ceil(cycles * cycle_at(cycle, temperature_c=temperature_c).high_h / 24 + margin_days - 1e-9))


def left_fraction(cycle: LifeCycle, *, temperature_c: float, days: float, by: Literal["medicine", "transfer"]) -> float:
    """Share, 0-1, of the parasites that were on the fish at the start and come through a course of so many days.

    With medicine in the water a parasite is caught where it passes a stage that medicine reaches, or is still in it at the
    end; one that is still on the fish or in its cyst when the medicine goes has come through: P(T_fish + T_bottom > days).
    With moves to a clean tank only what is still on the fish at the last move comes through: P(T_fish > days). Lengths are
    log-normal, nine in ten within their published range; stages are taken as independent (our assumption), and the one
    just begun at the start is the worst case.

    :raises InvalidInput: a course of no days.
    """
    if not math.isfinite(days) or days < 0:
        raise InvalidInput("How many days?", field="days")
    stages = stages_at(cycle, temperature_c=temperature_c)
    if by == "medicine" and any(s.lives_on == "fish" and s.reached for s in stages):
        # on the fish it is killed at once: what comes through is what hatches after the end
        waiting = [s.length for s in stages if s.lives_on == "bottom" and not s.reached]
    elif by == "medicine":
        waiting = [s.length for s in stages if s.lives_on in ("fish", "bottom") and not s.reached]
    else:
        waiting = [s.length for s in stages if s.lives_on == "fish"]
    return _longer_than(waiting, hours=days * 24)


def _longer_than(lengths: Sequence[Range], *, hours: float) -> float:
    """P(sum of log-normal lengths > hours), by convolution on a grid of two hours."""
    if not lengths:
        return 0.0
    top = max(hours, sum(r.high_h for r in lengths) * 3) + _GRID_H
    edges = np.arange(0.0, top + _GRID_H, _GRID_H)
    mass: np.ndarray | None = None
    for r in lengths:
        sigma = math.log(r.high_h / r.low_h) / (2 * _SIGMAS)
        own = np.diff([_log_normal_below(e, math.log(r.middle_h), sigma) for e in edges])
        mass = own if mass is None else np.convolve(mass, own)
    assert mass is not None
    # the middle of a cell of n convolved lengths lies n/2 steps above its lower edge; half a step further it is all counted
    counted_to = (np.arange(len(mass)) + (len(lengths) + 1) / 2) * _GRID_H
    return float(min(1.0, max(0.0, 1 - np.interp(hours, counted_to, np.cumsum(mass), left=0.0))))


def _log_normal_below(value: float, mu: float, sigma: float) -> float:
    return 0.0 if value <= 0 else 0.5 * (1 + math.erf((math.log(value) - mu) / (sigma * math.sqrt(2))))
