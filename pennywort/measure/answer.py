"""The one shape of every answer, with what most leave empty."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pennywort.core.trace import TraceLine
from pennywort.measure.schemas import AmountOut, BathStepOut, FigureOut, MeasuredOut
from pennywort.records.schemas import TraceOut


def step(text: str, lasts_min: float | None = None) -> BathStepOut:
    return BathStepOut(text=text, lasts_min=lasts_min, stop=False)


def figure(label: str, value: str, unit: str, words: str = "") -> FigureOut:
    return FigureOut(label=label, figure=value, unit=unit, words=words)


def answer(
    kind: str,
    title: str,
    *,
    amounts: Sequence[AmountOut] = (),
    figures: Sequence[FigureOut] = (),
    steps: Sequence[BathStepOut] = (),
    trace: Sequence[TraceLine] = (),
    words: str = "",
    verdict: Any = None,
    source: str = "arithmetic",
    recalled: bool = False,
    cautions: Sequence[Any] = (),
) -> MeasuredOut:
    """An answer; its verdict follows from what it holds unless it is said."""
    return MeasuredOut(
        kind=kind,
        title=title,
        verdict=verdict or ("amount" if amounts else "figures"),
        words=words,
        amounts=list(amounts),
        figures=list(figures),
        steps=list(steps),
        trace=[TraceOut.of(t) for t in trace],
        cautions=list(cautions),
        confirm=[],
        source=source,
        recalled=recalled,
    )
