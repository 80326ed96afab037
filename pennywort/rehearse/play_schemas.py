"""What a rehearsal is on the wire."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from pennywort.core.lengths import ID, REASON, SCENARIO_FILE
from pennywort.records.schemas import Plain, Write


class BeginRehearsalIn(Write):
    """A shipped scenario by its id, or one's own as YAML; the same seed is the same run."""

    scenario: str = Field(default="", max_length=ID)
    text: str = Field(default="", max_length=SCENARIO_FILE)
    seed: int | None = Field(default=None, ge=0, le=1_000_000)


class ScenarioOut(Plain):
    id: str
    name: str
    told: str
    water_words: str
    fish_words: str
    days: int


class PlayedOut(Plain):
    """One that was begun: in which fishroom, and how far it came."""

    room: UUID
    name: str
    words: str
    ended: bool


class RehearsalsOut(Plain):
    scenarios: list[ScenarioOut]
    begun: list[PlayedOut]
    kept: list[str]


class BegunOut(Plain):
    room: UUID


class SeenFishOut(Plain):
    """One living fish. ``drawn`` is what its plate shows, ``signs`` what is seen of it in words."""

    number: int
    group: UUID
    species: str
    shape: str
    drawn: list[str]
    seed: int
    signs: list[str]
    eats: str
    breaths_per_min: int


class PlayedActOut(Plain):
    id: str
    words: str
    once: bool
    kept_up: bool


class PlayedKitOut(Plain):
    id: str
    words: str
    open: bool


class PlayedLineOut(Plain):
    """Something that was told, and when."""

    when: str
    words: str


class PlayedNextOut(Plain):
    words: str
    hours: int


class RehearsalClockOut(Plain):
    """What the band of every screen says."""

    name: str
    day: int
    days: int
    clock: str
    ended: bool


class RehearsalOut(RehearsalClockOut):
    """How it stands: the day and hour of its own clock, what is seen, and what can be done that no other screen does."""

    told: str
    tank: UUID
    group: UUID
    temperature: str
    alive: int
    lost: int
    water: str
    fish: list[SeenFishOut]
    kits: list[PlayedKitOut]
    acts: list[PlayedActOut]
    lines: list[PlayedLineOut]
    next_task: PlayedNextOut | None
    over: bool


class PlayedWaitIn(Write):
    to: Literal["hours", "day", "task"]


class PlayedActIn(Write):
    act: str = Field(max_length=ID)
    ends: bool = False


class PlayedKitIn(Write):
    kit: Literal["torch", "hand", "scope"]


class KeepLinesIn(Write):
    lines: list[Annotated[str, Field(min_length=3, max_length=REASON)]] = Field(min_length=1, max_length=3)


class PlayedDoneOut(Plain):
    """``found``: who was found dead."""

    uid: UUID
    found: str = ""


class AliveBandOut(Plain):
    """Fish alive at the end of each day."""

    middle: list[float]
    low: list[float]
    high: list[float]
    lost: float


class RevealDayOut(Plain):
    day: int
    shown: list[str]
    not_looked: str
    water: str
    did: list[str]
    best: str
    lost: float
    died: int


class RevealOut(Plain):
    title: str
    sentence: str
    days: list[RevealDayOut]
    together: float
    sums: str
    fish: int
    alive: list[int]
    nothing: AliveBandOut
    best: AliveBandOut
    best_words: str
    lost_words: str
    worth: list[str]
    look_back: list[str]
    kept: bool
    method: str
    case: UUID | None
    scenario: str
    seed: int
    ended_at: datetime | None
