"""What a what-if is on the wire."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from pennywort.courses.schemas import WishIn
from pennywort.courses.strip_schemas import PlanStripOut
from pennywort.records.schemas import In, Plain, Typed


class OtherwiseIn(In):
    """What is done otherwise, as typed; empty where it is as planned."""

    stop_day: Typed = ""
    missed_day: Typed = ""
    temperature: Typed = ""
    changed_day: Typed = ""
    changed_share: Typed = ""
    less_water: Typed = ""
    carbon: bool = False
    joined_day: Typed = ""


class WhatIfIn(WishIn):
    starts_at: datetime | None = None
    otherwise: OtherwiseIn = Field(default_factory=OtherwiseIn)


class AloneOut(Plain):
    name: str
    words: str


class FactOut(Plain):
    name: str
    words: str


class WhatIfCourseOut(Plain):
    """``through`` is a figure in per cent, its band as shares 0-1 for the drawing."""

    through: str
    through_band: str
    through_low: float
    through_middle: float
    through_high: float
    in_range: str
    fish_words: str
    free_words: str
    takes: list[str]
    strip: PlanStripOut


class WhatIfOut(Plain):
    name: str
    sentence: str
    days: int
    parasite: str
    alone: list[AloneOut]
    planned: WhatIfCourseOut
    otherwise: WhatIfCourseOut
    reckoned_from: list[FactOut]


class EyeAnswerOut(Plain):
    id: str
    words: str


class EyePairOut(Plain):
    id: str
    question: str
    answers: list[EyeAnswerOut]
    apart: str
    source: str


class EyePlateOut(Plain):
    """Which plate it is (its shape, what is drawn, the seed), and how often a minute its gill moves, where it does."""

    pair: str
    answer: str
    shape: str
    drawn: list[str]
    seed: int
    mirrored: bool
    breaths_per_min: int | None


class EyeOut(Plain):
    pairs: list[EyePairOut]
    plates: list[EyePlateOut]
    gills: list[EyePlateOut]
