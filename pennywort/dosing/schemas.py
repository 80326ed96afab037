"""An amount in the tools at hand and what to mind, as every screen gets them."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from pennywort.core.medicine.tools import Verdict


class ToolOut(BaseModel):
    name: str
    words: str
    verdict: Verdict
    usable: bool
    reading: float
    largest: float
    smallest_mark: float
    fills: int
    shape: str


class RulerTick(BaseModel):
    at_mg_per_l: float
    figure: str


class RulerOut(BaseModel):
    """Where the whole course brings the level, on a scale; all mg/L but the tick words."""

    low_mg_per_l: float
    high_mg_per_l: float
    range_low_mg_per_l: float
    range_high_mg_per_l: float
    reach_mg_per_l: float
    reach_low_mg_per_l: float
    reach_high_mg_per_l: float
    ticks: list[RulerTick]


class CautionOut(BaseModel):
    level: Literal["never", "care", "know"]
    text: str
    source: str
    recalled: bool
