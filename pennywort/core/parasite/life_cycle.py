"""How long the stages of a parasite take at a temperature, what a course can reach, and what it leaves."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.parasite import phrases
from pennywort.core.reference.course_models import CycleRow, LifeCycle
from pennywort.core.units import degrees

# between the twentieth and the nineteen twentieths of a log-normal lie 2 x 1.645 standard deviations
_SIGMAS = 1.6448536269514722
_GRID_H = 2.0
# this near to a published row its figure still stands
BEYOND_C = 2.0


@dataclass(frozen=True, kw_only=True)
class Range:
    """A length in hours: nine cases in ten lie between ``low_h`` and ``high_h``, half below ``middle_h``."""

    low_h: float
    middle_h: float
    high_h: float

    @property
    def log_sd(self) -> float:
        """The standard deviation of the logarithm of a log-normal length of which nine in ten lie in the range."""
        return math.log(self.high_h / self.low_h) / (2 * _SIGMAS)


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
    what runs straight. More than two degrees beyond the first or the last row nothing is claimed.

    In hours, as the rows are; between them a + b T on the logarithm.

    :param temperature_c: 0 to 35. :raises InvalidInput: no water these parasites live in.
    :raises NotKnownYet: colder or warmer than anything published.
    """
    if not math.isfinite(temperature_c) or not 0 <= temperature_c <= 35:
        raise InvalidInput(phrases.warmth_between(degrees(0), degrees(35)), field="temperature")
    warmth = [r.temperature_c for r in rows]
    if not warmth[0] - BEYOND_C <= temperature_c <= warmth[-1] + BEYOND_C:
        raise NotKnownYet(
            phrases.round_not_published(degrees(temperature_c), degrees(warmth[0]), degrees(warmth[-1])),
            field="temperature",
        )
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
    """How long eggs take. :raises InvalidInput: a parasite that lays none.

    In hours at °C, by the table of the reference.
    """
    if not cycle.hatch:
        raise InvalidInput(phrases.lays_no_waiting_eggs(cycle.name), field="parasite")
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
    return left_over_time(cycle, temperature_c=temperature_c, days=[days], by=by)[0]


def left_over_time(cycle: LifeCycle, *, temperature_c: float, days: Sequence[float], by: Literal["medicine", "transfer"]) -> list[float]:
    """The same for a course of each of these lengths: what would come through if it ended there. Days in, shares 0 to 1 out."""
    if any(not math.isfinite(d) or d < 0 for d in days):
        raise InvalidInput(phrases.HOW_MANY_DAYS, field="days")
    stages = stages_at(cycle, temperature_c=temperature_c)
    if by == "medicine" and any(s.lives_on == "fish" and s.reached for s in stages):
        # on the fish it is killed at once: what comes through is what hatches after the end
        waiting = [s.length for s in stages if s.lives_on == "bottom" and not s.reached]
    elif by == "medicine":
        waiting = [s.length for s in stages if s.lives_on in ("fish", "bottom") and not s.reached]
    else:
        waiting = [s.length for s in stages if s.lives_on == "fish"]
    return _longer_than(waiting, hours=[d * 24 for d in days])


def waits_for(cycle: LifeCycle, *, by: Literal["medicine", "transfer"]) -> bool:
    """Whether some stage is out of reach of such a course for a while, so that its length can be measured against it.

    Of what divides or bears young on the fish medicine reaches every stage: nothing waits in safety, which is not the same as cured.
    """
    return any(by not in stage.reached_by for stage in cycle.stages)


@dataclass(frozen=True, kw_only=True)
class Passage:
    """When a parasite that settled on a fish at the start is in a stage, hours since: at the earliest, surely, and at the latest.

    ``sure_from_h`` may lie after ``sure_to_h``: then no hour is sure.
    """

    stage: StageLength
    from_h: float
    sure_from_h: float
    sure_to_h: float
    to_h: float


def passages(cycle: LifeCycle, *, temperature_c: float) -> tuple[Passage, ...]:
    """One round from the moment a parasite settles on a fish, the stages in their order; the ends by adding up short and long lengths.

    Nine in ten of each stage lie within its range, so the sums are wider than nine in ten of the whole: on the safe side.
    In hours at °C, by the tables of the reference.
    """
    found = []
    early = late = 0.0
    for stage in stages_at(cycle, temperature_c=temperature_c):
        low, high = early + stage.length.low_h, late + stage.length.high_h
        found.append(Passage(stage=stage, from_h=early, sure_from_h=late, sure_to_h=low, to_h=high))
        early, late = low, high
    return tuple(found)


def _longer_than(lengths: Sequence[Range], *, hours: Sequence[float]) -> list[float]:
    """P(sum of log-normal lengths > each of these hours), by convolution on a grid of two hours."""
    if not lengths:
        return [0.0 for _ in hours]
    top = max([*hours, sum(r.high_h for r in lengths) * 3]) + _GRID_H
    edges = np.arange(0.0, top + _GRID_H, _GRID_H)
    mass: np.ndarray | None = None
    for r in lengths:
        own = np.diff([_log_normal_below(e, math.log(r.middle_h), r.log_sd) for e in edges])
        mass = own if mass is None else np.convolve(mass, own)
    assert mass is not None
    # the middle of a cell of n convolved lengths lies n/2 steps above its lower edge; half a step further it is all counted
    counted_to = (np.arange(len(mass)) + (len(lengths) + 1) / 2) * _GRID_H
    return [float(x) for x in np.clip(1 - np.interp(list(hours), counted_to, np.cumsum(mass), left=0.0), 0.0, 1.0)]


def _log_normal_below(value: float, mu: float, sigma: float) -> float:
    return 0.0 if value <= 0 else 0.5 * (1 + math.erf((math.log(value) - mu) / (sigma * math.sqrt(2))))
