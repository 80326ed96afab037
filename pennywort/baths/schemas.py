"""What the bath's screens send and get."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pennywort.measure.requests import BathIn, DoseRequest
from pennywort.measure.schemas import BathStepOut, MeasuredOut
from pennywort.records.schemas import Plain, Typed, Write

Kind = Literal["in", "out", "breathing", "frantic", "rolled", "jumped", "fast", "darting", "violet", "pink", "tea", "brown", "again", "strip", "end"]


class PrepareIn(Write):
    """A bath, dip or swab of the formulary for one group; with the task it does, if a course asks for it."""

    request: DoseRequest
    task: UUID | None = None


class MatchIn(Write):
    """The bath's water beside theirs, as read now."""

    bath: BathIn


class BathEventIn(Write):
    """What happened, at the instant the phone saw it; now where none is given."""

    kind: Kind
    strip: Typed = ""
    happened_at: datetime | None = None


class BathGivenIn(Write):
    """A bath that was given without the timer here: when fish went in, and for how many minutes."""

    happened_at: datetime
    minutes: Typed


class BathMarkOut(Plain):
    second: int
    words: str


class BathSignOut(Plain):
    id: str
    label: str


class BathColourOut(BathSignOut):
    words: str


class BathNotedOut(BathSignOut):
    """Something that is watched, and how often it was seen in this turn."""

    count: int


class BathLogOut(Plain):
    at_words: str
    words: str
    by: str


class BathPairOut(Plain):
    """One value of the bath beside the same of their own water."""

    name: str
    bath: str
    home: str


class RunWordsOut(Plain):
    """What the presses of this run say: of fish in a vessel, or of a medicine in the tank."""

    start_say: str
    start: str
    stop: str
    stop_sure: str
    stop_small: str
    alarm: str
    alarm_done: str
    alarm_sure: str
    until: str


class AgainOut(Plain):
    """A further dose where it was spent too soon: what it is, what it makes in all, and the careful way instead."""

    words: str
    careful: str


class RunOut(Plain):
    """A run as it stands. The screen counts from ``in_at`` by ``now``; what it may say is in ``marks``."""

    uid: UUID
    title: str
    tank: UUID
    tank_name: str
    group: UUID
    fish: str
    phase: Literal["ready", "in", "take_out", "between", "done"]
    turn: int
    turns: int
    minutes: float
    minutes_words: str
    now: datetime
    in_at: datetime | None
    limit_at: datetime | None
    elapsed_s: int
    over_s: int
    sign: str
    marks: list[BathMarkOut]
    steps: list[BathStepOut]
    measured: MeasuredOut
    matched: bool
    must_match: bool
    stops: list[str]
    pairs: list[BathPairOut]
    most_min: float
    signs: list[BathSignOut]
    noted: list[BathNotedOut]
    colour: str
    within_reach: str
    # what is to be minded of these fish: who bears it poorly, or for less long
    tender: list[str]
    colours: list[BathColourOut]
    rescue: list[str]
    log: list[BathLogOut]
    ended_words: str
    say: RunWordsOut
    again: AgainOut | None
    in_tank: bool
    swab: bool
    check_words: str
    strip_floor: str
    strip_read: str


class BathRow(Plain):
    uid: UUID
    title: str
    tank_name: str
    fish: str
    at_words: str
    phase: Literal["ready", "in", "take_out", "between", "done"]
    ended_words: str
