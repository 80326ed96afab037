"""The amount in the tool at hand: what the scale, the spoon, the syringe or half a tablet can really measure."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

from pennywort.core.medicine import phrases
from pennywort.core.reference.models import Spoons, Tool
from pennywort.core.units import quarters

Measures = Literal["mass", "volume", "pieces"]
Verdict = Literal["fits best", "fits", "rough", "too coarse", "too many fills"]
# A tool fits where half its smallest mark is at most a fiftieth of the amount; up to a twentieth it still serves.
FINE_FRACTION = 0.02
COARSE_FRACTION = 0.05
ROUGH_FRACTION = 0.15
MOST_FILLS = 6
# a tool filled more often than this stands behind one that is filled once: fills are miscounted (common practice)
FEW_FILLS = 3
# sacks are carried, not filled: as many as it takes
MOST_SACKS = 40
# drops of one dropper differ by about a tenth with the liquid and the angle it is held at (common practice)
DROP_SPREAD = 0.10
# Clock error of floats, not of tools: 60 g must not become "61 level marks".
_EPSILON = 1e-9
# a tablet is halved at its score and no finer
HALF_PIECES = Tool(
    id="half_pieces", name=phrases.WHOLE_AND_HALF, form="piece", measures="pieces", smallest_mark=0.5, largest_fill=40,
    source=("common practice",), confidence="C", recalled=True,
)  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class InTool:
    """An amount as one tool measures it: rounded to its mark, in mg, mL or pieces, with the words to measure it by."""

    tool: Tool
    name: str
    amount: float
    words: str
    fills: int
    error_fraction: float
    verdict: Verdict

    @property
    def usable(self) -> bool:
        return self.verdict in ("fits best", "fits", "rough")


def _number(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".")


def _to_mark(amount: float, mark: float, most: float) -> float:
    """The nearest mark, or the one below where the nearest would go over the most: rounding never passes a limit."""
    nearest = round(amount / mark) * mark
    return nearest if nearest <= max(most, amount) * (1 + _EPSILON) else math.floor(max(most, amount) / mark + _EPSILON) * mark


def _off(rounded: float, amount: float, mark: float) -> float:
    """How far the amount may be off, as a share of it: half a mark, or more where it was rounded down."""
    return max(mark / 2, abs(rounded - amount)) / amount


def _counted(amount: float, tool: Tool, *, one: float, spread: float, most: float, words: str) -> InTool:
    """What is counted and never better than rough: spoons, tablets. ``one`` is how much one holds."""
    count = _to_mark(amount / one, tool.smallest_mark, most / one)
    error = abs(count * one - amount) / amount + spread
    verdict: Verdict = "rough" if count > 0 and error <= ROUGH_FRACTION else "too coarse"
    if verdict == "rough" and count > tool.largest_fill:
        verdict = "too many fills"
    return InTool(
        tool=tool, name=tool.name, amount=count * one, words=f"{quarters(count)} {words}{'s' if count > 1 else ''}", fills=math.ceil(count) or 1,
        error_fraction=error, verdict=verdict,
    )  # fmt: skip


def _spoon(amount_mg: float, tool: Tool, spoons: Spoons, most: float) -> InTool:
    assert tool.spoon is not None
    holds = getattr(spoons, tool.spoon)
    spread = max(holds.value - (holds.low or holds.value), (holds.high or holds.value) - holds.value) / holds.value
    return _counted(amount_mg, tool, one=holds.value * 1000, spread=spread, most=most, words=tool.name)


def _drops(amount_ml: float, tool: Tool, most: float) -> InTool:
    """Counted drops, of which the tool's mark is one: never better than rough, whatever was counted into a millilitre."""
    rounded = _to_mark(amount_ml, tool.smallest_mark, most)
    count, error = round(rounded / tool.smallest_mark), _off(rounded, amount_ml, tool.smallest_mark) + DROP_SPREAD
    verdict: Verdict = "rough" if count > 0 and error <= ROUGH_FRACTION else "too coarse"
    if verdict == "rough" and rounded > tool.largest_fill:
        verdict = "too many fills"
    return InTool(tool=tool, name=tool.name, amount=rounded, words=phrases.drops(count), fills=max(count, 1), error_fraction=error, verdict=verdict)


def _marked(amount: float, tool: Tool, most: float) -> InTool:
    rounded = _to_mark(amount, tool.smallest_mark, most)
    error = _off(rounded, amount, tool.smallest_mark)
    fills = max(1, math.ceil(rounded / tool.largest_fill - _EPSILON))
    verdict: Verdict = "fits" if rounded > 0 and error <= COARSE_FRACTION else "too coarse"
    if verdict == "fits" and fills > {"volume": MOST_FILLS, "mass": 1, "pieces": 1}[tool.measures] and not (tool.form == "sack" and fills <= MOST_SACKS):
        verdict = "too many fills"
    return InTool(tool=tool, name=tool.name, amount=rounded, words=_fills(rounded, tool), fills=fills, error_fraction=error, verdict=verdict)


def _fills(rounded: float, tool: Tool) -> str:
    """How often it is filled, and what is left over: 2 full and 1.2 mL."""
    if tool.measures == "mass" and (rounded < 1_000_000 or tool.largest_fill >= rounded):
        in_g = tool.smallest_mark >= 1000 or rounded >= 1000
        if rounded >= 1_000_000:
            return f"{_number(rounded / 1_000_000)} kg"
        return f"{_number(rounded / 1000)} g" if in_g else f"{_number(rounded)} mg"
    scale, unit = (1_000_000, "kg") if tool.measures == "mass" else (1.0, "mL")
    whole = math.floor(rounded / tool.largest_fill + _EPSILON)
    rest = rounded - whole * tool.largest_fill
    if tool.measures == "mass":
        sacks = phrases.sacks_of(whole, _number(tool.largest_fill / scale), unit)
        return sacks if rest < tool.smallest_mark / 2 else phrases.sacks_and(sacks, _number(rest / scale), unit)
    if whole == 0 or (whole == 1 and rest < tool.smallest_mark / 2):
        return f"{_number(rounded)} {unit}"
    return phrases.full(whole) if rest < tool.smallest_mark / 2 else phrases.full_and(whole, _number(rest), unit)


def in_tools(
    amount: float, *, measures: Measures, tools: Iterable[Tool], spoons: Spoons | None, most: float = math.inf, piece: str = "piece"
) -> tuple[InTool, ...]:
    """The amount (mg, mL or pieces) in every tool that measures such things, the best first marked.

    Best is the coarsest tool whose half mark is within a fiftieth of the amount, else the finest that serves: that
    is the one a keeper has and reads without strain; one filled more than three times only where none is filled less
    often (common practice). Spoons only where the medicine says what a level one holds, and only ever "rough", as are
    halves of tablets.

    :param most: the largest amount the dose may come to once it is rounded, in the unit of ``amount``.
    """
    if amount <= 0:
        return ()
    if measures == "pieces":
        return (_counted(amount, HALF_PIECES, one=1.0, spread=0.0, most=most, words=piece),)
    options = []
    for tool in tools:
        if tool.measures != measures:
            continue
        if tool.form == "dropper":
            options.append(_drops(amount, tool, most))
        elif tool.spoon is None:
            options.append(_marked(amount, tool, most))
        elif spoons is not None:
            options.append(_spoon(amount, tool, spoons, most))
    best = _best([o for o in options if o.verdict == "fits"])
    marked = [replace(o, verdict="fits best") if o is best else o for o in options]
    rank = {"fits best": 0, "fits": 1, "rough": 2, "too many fills": 3, "too coarse": 4}
    return tuple(sorted(marked, key=lambda o: (rank[o.verdict], o.fills > FEW_FILLS, o.error_fraction)))


def _best(fitting: list[InTool]) -> InTool | None:
    few = [o for o in fitting if o.fills <= FEW_FILLS] or fitting
    fine = [o for o in few if o.error_fraction <= FINE_FRACTION]
    if fine:
        return max(fine, key=lambda o: (o.error_fraction, o.tool.id))
    return min(few, key=lambda o: (o.error_fraction, o.fills), default=None)
