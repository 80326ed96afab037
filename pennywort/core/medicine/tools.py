"""The amount in the tool at hand: what the scale, the spoon or the syringe can really measure."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from pennywort.core.reference.models import Spoons, Tool

Verdict = Literal["fits best", "fits", "rough", "too coarse", "too many fills"]
# A tool fits where half its smallest mark is at most a fiftieth of the amount; up to a twentieth it still serves.
FINE_FRACTION = 0.02
COARSE_FRACTION = 0.05
SPOON_COARSE_FRACTION = 0.15
MOST_FILLS = 6
# drops of one dropper differ by about a tenth with the liquid and the angle it is held at (common practice)
DROP_SPREAD = 0.10
# Clock error of floats, not of tools: 60 g must not become "61 level marks".
_EPSILON = 1e-9


@dataclass(frozen=True, kw_only=True)
class InTool:
    """An amount as one tool measures it: rounded to its mark, in mg or mL, with the words to measure it by."""

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


def _spoons(count: float, name: str) -> str:
    whole, part = int(count), count - int(count)
    fraction = {0.0: "", 0.25: "¼", 0.5: "½", 0.75: "¾"}[round(part * 4) / 4]
    figure = f"{whole or ''}{fraction}" or "0"
    return f"{figure} {name}{'s' if count > 1 else ''}"


def _spoon(amount_mg: float, tool: Tool, spoons: Spoons) -> InTool:
    assert tool.spoon is not None
    holds = getattr(spoons, tool.spoon)
    one_mg = holds.value * 1000
    count = round(amount_mg / one_mg / tool.smallest_mark) * tool.smallest_mark
    spread = max(holds.value - (holds.low or holds.value), (holds.high or holds.value) - holds.value) / holds.value
    error = abs(count * one_mg - amount_mg) / amount_mg + spread
    verdict: Verdict = "rough" if count > 0 and error <= SPOON_COARSE_FRACTION else "too coarse"
    if verdict == "rough" and count > tool.largest_fill:
        verdict = "too many fills"
    return InTool(
        tool=tool, name=tool.name, amount=count * one_mg, words=_spoons(count, tool.name), fills=math.ceil(count) or 1,
        error_fraction=error, verdict=verdict,
    )  # fmt: skip


def _marked(amount: float, tool: Tool) -> InTool:
    rounded = round(amount / tool.smallest_mark) * tool.smallest_mark
    error = tool.smallest_mark / 2 / amount
    fills = max(1, math.ceil(rounded / tool.largest_fill - _EPSILON))
    if tool.form == "dropper":
        return _drops(amount, tool, rounded=rounded, error_fraction=error + DROP_SPREAD)
    verdict: Verdict = "fits" if error <= COARSE_FRACTION else "too coarse"
    if verdict == "fits" and fills > (MOST_FILLS if tool.measures == "volume" else 1):
        verdict = "too many fills"
    return InTool(tool=tool, name=tool.name, amount=rounded, words=_fills(rounded, tool, fills), fills=fills, error_fraction=error, verdict=verdict)


def _drops(amount_ml: float, tool: Tool, *, rounded: float, error_fraction: float) -> InTool:
    """Counted drops: never better than rough, whatever was counted into a millilitre."""
    count = round(rounded / tool.smallest_mark)
    verdict: Verdict = "rough" if count > 0 and error_fraction <= SPOON_COARSE_FRACTION else "too coarse"
    if verdict == "rough" and rounded > tool.largest_fill:
        verdict = "too many fills"
    words = f"{count} drop{'s' if count != 1 else ''}"
    return InTool(tool=tool, name=tool.name, amount=rounded, words=words, fills=max(count, 1), error_fraction=error_fraction, verdict=verdict)


def _fills(rounded: float, tool: Tool, fills: int) -> str:
    unit = "mL"
    if tool.measures == "mass":
        rounded, unit = (rounded / 1000, "g") if tool.smallest_mark >= 1000 or rounded >= 1000 else (rounded, "mg")
        return f"{_number(rounded)} {unit}"
    if fills == 1:
        return f"{_number(rounded)} {unit}"
    rest = rounded - (fills - 1) * tool.largest_fill
    return f"{fills - 1} full and {_number(rest)} {unit}"


def in_tools(amount: float, *, measures: Literal["mass", "volume"], tools: Iterable[Tool], spoons: Spoons | None) -> tuple[InTool, ...]:
    """The amount (mg or mL) in every tool that measures such things, the best first marked.

    Best is the coarsest tool whose half mark is within a fiftieth of the amount, else the finest that serves: that
    is the one a keeper has and reads without strain (common practice). Spoons only where the medicine says what a
    level one holds, and only ever "rough".
    """
    options = []
    for tool in tools:
        if tool.measures != measures or amount <= 0:
            continue
        if tool.spoon is None:
            options.append(_marked(amount, tool))
        elif spoons is not None:
            options.append(_spoon(amount, tool, spoons))
    fitting = [o for o in options if o.verdict == "fits"]
    fine = [o for o in fitting if o.error_fraction <= FINE_FRACTION]
    best = max(fine, key=lambda o: (o.error_fraction, o.tool.id)) if fine else min(fitting, key=lambda o: (o.error_fraction, o.fills), default=None)
    marked = [_with_verdict(o, "fits best") if o is best else o for o in options]
    rank = {"fits best": 0, "fits": 1, "rough": 2, "too many fills": 3, "too coarse": 4}
    return tuple(sorted(marked, key=lambda o: (rank[o.verdict], o.error_fraction)))


def _with_verdict(option: InTool, verdict: Verdict) -> InTool:
    return InTool(**{**vars(option), "verdict": verdict})
