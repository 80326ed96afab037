"""Reads of instruments: how each stands, its last day, and what a pump is to dose."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pennywort.core.reference import library
from pennywort.core.reference.models import InstrumentMeasure
from pennywort.courses.models import Task
from pennywort.courses.queries.running import due_amount, open_tasks
from pennywort.instruments.models import Instrument, Sample

# an instrument that misses three of its turns is silent
SILENT_TURNS = 3
DAY = timedelta(days=1)
AHEAD = timedelta(hours=48)
# a pump that was down gives nothing that is later than this: the next dose is near
LATE = timedelta(hours=2)
State = Literal["well", "silent", "doubted", "fault", "new"]


@dataclass(frozen=True, kw_only=True)
class Standing:
    """How an instrument stands, in words, and the samples of its last day by measure, oldest first."""

    instrument: Instrument
    state: State
    words: str
    measures: dict[str, tuple[InstrumentMeasure, list[Sample]]]


def standing_of(instruments: Sequence[Instrument], *, now: datetime) -> list[Standing]:
    """The state of each instrument by its last figures."""
    samples: dict[int, list[Sample]] = defaultdict(list)
    for sample in Sample.objects.filter(instrument__in=instruments, at__gt=now - DAY).order_by("at"):
        samples[sample.instrument_id].append(sample)
    return [_standing(i, samples[i.pk], now=now) for i in instruments]


def _standing(instrument: Instrument, rows: Sequence[Sample], *, now: datetime) -> Standing:
    kind = library().instruments[instrument.kind]
    by = {m.name: (m, [r for r in rows if r.measure == m.name]) for m in kind.measures}
    last = [samples[-1] for _, samples in by.values() if samples]
    doubted = next((s for s in last if s.seen != "ok"), None)
    if instrument.spoke_at is None:
        state, words = "new", "has not spoken yet"
    elif instrument.fault:
        state, words = "fault", instrument.fault
    elif instrument.spoke_at < now - SILENT_TURNS * timedelta(minutes=kind.every_min):
        state, words = "silent", "silent since"
    elif doubted is not None:
        state, words = "doubted", doubted.words
    else:
        state, words = "well", ""
    return Standing(instrument=instrument, state=state, words=words, measures=by)  # type: ignore[arg-type]


@dataclass(frozen=True, kw_only=True)
class PumpDose:
    """One dose that a pump is to give."""

    task: Task
    due_at: datetime
    amount_ml: float


def pump_schedule(instrument: Instrument, *, now: datetime) -> list[PumpDose]:
    """Doses of the running courses of a pump's water for two days, where the product is a liquid. Missed ones are left to the keeper."""
    tasks = open_tasks(instrument.tank, now=now).filter(kind="dose", due_at__gt=now - LATE, due_at__lte=now + AHEAD)
    doses = [(task, due_amount(task)) for task in tasks if not task.refill]
    return [PumpDose(task=task, due_at=task.due_at, amount_ml=amount) for task, (measures, amount) in doses if measures == "volume"]
