"""Writes of instruments: made, revoked, and what they send."""

from __future__ import annotations

import secrets
import time
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from django.db import transaction

from pennywort.accounts.models import Membership
from pennywort.accounts.services import token_hash
from pennywort.core.errors import Conflict, InvalidInput, NotSignedIn, PennywortError
from pennywort.core.reference import library
from pennywort.core.reference.models import InstrumentKind, InstrumentMeasure
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.water.plausible import Sampled, judge
from pennywort.courses.services.calendar import keep_to_clocks
from pennywort.courses.services.readings import tick_tests
from pennywort.courses.services.tasks import give_dose, task_of
from pennywort.instruments.lines import DoseReport, FaultReport, Figure, raw_lines, read_line
from pennywort.instruments.models import Instrument, Sample
from pennywort.records.actor import Actor
from pennywort.records.services import CLOCK_SLACK, alone, find, write_once
from pennywort.tanks.models import Tank, WaterReading

MOST_INSTRUMENTS = 60
# samples kept in mind when the next one is judged
BEFORE_COUNT = 400
OLDEST = timedelta(days=366)
# where a keeper read the same thing within this, the keeper's figure stands alone
HAND = timedelta(hours=1)
LINES_A_COMMIT = 100
# whoever waits for SQLite's lock looks again at most 100 ms apart: in this pause he gets it
GAP_S = 0.12


@dataclass
class Ingested:
    """What came of a delivery: lines kept, lines that were here already, figures not believed, lines refused by number."""

    kept: int = 0
    repeated: int = 0
    doubted: int = 0
    refused: list[tuple[int, str, str]] = field(default_factory=list)


def instruments_of(actor: Actor) -> list[Instrument]:
    """Instruments that may speak, by tank."""
    found = Instrument.objects.filter(fishroom=actor.fishroom, revoked_at=None).select_related("tank", "fishroom")
    return list(found.order_by("tank__code", "tank__name", "name", "pk"))


def make_instrument(actor: Actor, *, uid: UUID, kind: str, name: str, tank: Tank) -> str:
    """A new instrument; its token is told once and not kept. :raises Conflict: this request was answered before."""
    with alone(actor.fishroom):
        if kind not in library().instruments:
            raise InvalidInput("Nobody knows such an instrument here.", field="kind")
        wanted = name.strip()
        if not wanted:
            raise InvalidInput("Give it a name: the one on its label.", field="name")
        here = instruments_of(actor)
        if Instrument.objects.filter(fishroom=actor.fishroom, uid=uid).exists():
            raise Conflict("This instrument was made already. Its token is shown once only: revoke it and make another.", field="write_id")
        if any(i.name == wanted for i in here):
            raise Conflict(f"There is an instrument called {wanted} already.", field="name")
        if len(here) >= MOST_INSTRUMENTS:
            raise Conflict(f"There are {MOST_INSTRUMENTS} instruments already. Revoke one first.", field="name")
        token = secrets.token_urlsafe(32)
        Instrument.objects.create(
            uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, kind=kind, name=wanted, tank=tank, token_hash=token_hash(token)
        )
        return token


def revoke_instrument(actor: Actor, *, uid: UUID) -> dict[str, str]:
    """From now on nobody believes its token. What it sent stays."""
    found = find(Instrument, actor, uid, name="instrument")
    found.revoked_at = found.revoked_at or actor.now
    found.save(update_fields=["revoked_at"])
    return {"uid": str(found.uid)}


def by_token(token: str) -> Instrument:
    """:raises NotSignedIn: unknown, revoked, or its keeper has left the fishroom."""
    found = Instrument.objects.select_related("fishroom", "recorded_by", "tank").filter(token_hash=token_hash(token), revoked_at=None).first()
    if found is None or not Membership.objects.filter(fishroom=found.fishroom, keeper=found.recorded_by).exists():
        raise NotSignedIn("This token is not known, or was revoked.")
    return found


def actor_of(instrument: Instrument, *, now: datetime) -> Actor:
    """Who answers for what an instrument writes: the keeper who made it."""
    return Actor(keeper=instrument.recorded_by, fishroom=instrument.fishroom, now=now)


def ingest(instrument: Instrument, text: str, *, form: str, now: datetime) -> Ingested:
    """Take what an instrument sent, line by line: each whole, or refused with its number. Sent again it changes nothing.

    :raises InvalidInput: a delivery that can't be read at all.
    """
    kind = library().instruments[instrument.kind]
    actor = actor_of(instrument, now=now)
    done = Ingested()
    rows = list(raw_lines(text, form=form))
    before: dict[str, list[Sampled]] = {}
    moves_clock = False
    # a commit for some lines, a savepoint for each: a bad line takes no other along, a long delivery holds nobody up, and what was
    # kept of one that broke off is told as repeated when it comes again
    for first in range(0, len(rows), LINES_A_COMMIT):
        if first:
            time.sleep(GAP_S)
        with alone(actor.fishroom):
            for number, raw in rows[first : first + LINES_A_COMMIT]:
                try:
                    with transaction.atomic():
                        line = read_line(raw)
                        _check_time(line.at, now=now)
                        if isinstance(line, Figure):
                            moves_clock |= _figure(actor, instrument, kind, line, before=before, done=done)
                        elif isinstance(line, DoseReport):
                            _dose(actor, instrument, line, done=done)
                        else:
                            _fault(instrument, line, done=done)
                except PennywortError as error:
                    done.refused.append((number, error.field or "line", error.message))
    with alone(actor.fishroom):
        if rows:
            instrument.spoke_at = now
            instrument.save(update_fields=["spoke_at", "fault", "fault_at"])
        if moves_clock:
            keep_to_clocks(actor, instrument.tank)
    return done


def _check_time(at: datetime, *, now: datetime) -> None:
    if at > now + CLOCK_SLACK:
        raise InvalidInput("That lies in the future: set the instrument’s clock.", field="at")
    if at < now - OLDEST:
        raise InvalidInput("That lies too far back.", field="at")


def _measure(kind: InstrumentKind, name: str) -> InstrumentMeasure:
    found = next((m for m in kind.measures if m.name == name), None)
    if found is None:
        known = ", ".join(m.name for m in kind.measures) or "nothing: it reports doses"
        raise InvalidInput(f"A {kind.name} reads {known}.", field="measure")
    return found


def _figure(actor: Actor, instrument: Instrument, kind: InstrumentKind, line: Figure, *, before: dict[str, list[Sampled]], done: Ingested) -> bool:
    """Keep one figure, and fill the water tests where it is believed. True where that moves a clock."""
    measure = _measure(kind, line.measure)
    if Sample.objects.filter(instrument=instrument, measure=measure.name, at=line.at).exists():
        done.repeated += 1
        return False
    if measure.name not in before:
        rows = Sample.objects.filter(instrument=instrument, measure=measure.name).order_by("-at")[:BEFORE_COUNT]
        before[measure.name] = [Sampled(at=r.at, value=r.value, seen=r.seen) for r in reversed(rows)]  # type: ignore[arg-type]
    earlier = [s for s in before[measure.name] if s.at < line.at]
    judged = judge(line.value, at=line.at, before=earlier, measure=measure)
    Sample.objects.create(instrument=instrument, at=line.at, measure=measure.name, value=line.value, seen=judged.seen, words=judged.words)
    before[measure.name] = sorted((*before[measure.name], Sampled(at=line.at, value=line.value, seen=judged.seen)), key=lambda s: s.at)[-BEFORE_COUNT:]
    done.kept += 1
    done.doubted += judged.seen != "ok"
    if judged.seen != "ok" or not measure.fills:
        return False
    return _fill(actor, instrument, measure, line) and _held(measure) is not None


def _held(measure: InstrumentMeasure) -> ReadingKind | None:
    """The reading that it fills, where a course may hold it."""
    return next((k for k in library().readings.values() if k.held and k.column == measure.fills), None)


def _fill(actor: Actor, instrument: Instrument, measure: InstrumentMeasure, line: Figure) -> bool:
    """One water test an hour, unless a keeper read the same thing within the hour. True if one was written."""
    hour = line.at.replace(minute=0, second=0, microsecond=0)
    uid = uuid5(instrument.uid, f"{measure.fills} {hour.isoformat()}")
    if WaterReading.objects.filter(fishroom=instrument.fishroom, uid=uid).exists():
        return False
    by_hand = WaterReading.objects.standing().filter(tank=instrument.tank, instrument="", happened_at__range=(line.at - HAND, line.at + HAND))
    if by_hand.filter(**{f"{measure.fills}__isnull": False}).exists():
        return False
    values: dict[str, Any] = {measure.fills: line.value}
    WaterReading.objects.create(
        uid=uid, fishroom=instrument.fishroom, tank=instrument.tank, recorded_at=actor.now, recorded_by=actor.keeper, by_name=instrument.name,
        happened_at=line.at, instrument=instrument.name, **values,
    )  # fmt: skip
    if (held := _held(measure)) is not None:
        tick_tests(actor, tank=instrument.tank, read={held.id}, at=line.at)
    return True


def _dose(actor: Actor, instrument: Instrument, line: DoseReport, *, done: Ingested) -> None:
    """The pump gave what its schedule asked for; written once, as the pump's.

    :raises InvalidInput: not a pump, or a dose of another water.
    """
    if not library().instruments[instrument.kind].doses:
        raise InvalidInput("Only a dosing pump reports doses.", field="report")
    task = task_of(actor, line.task)
    if task.course.tank.water_id != instrument.tank.water_id:
        raise InvalidInput("That dose belongs to another tank.", field="task")
    uid = uuid5(instrument.uid, f"dose {line.task}")
    content = {"task": line.task, "ml": line.amount_ml, "at": line.at}
    by_pump = task.doses.filter(uid=uid).exists()
    if by_pump:
        done.repeated += 1
        return
    write_once(
        actor, uid, "pump_dose", content,
        lambda: give_dose(
            actor, uid=uid, task=task, amount=f"{line.amount_ml:g} mL", confirm_unusual=False, happened_at=line.at, corrects=None, by_name=instrument.name
        ),
    )  # fmt: skip
    done.kept += 1


def _fault(instrument: Instrument, line: FaultReport, *, done: Ingested) -> None:
    if instrument.fault_at is not None and line.at < instrument.fault_at:
        done.repeated += 1
        return
    instrument.fault, instrument.fault_at = line.words, line.at
    done.kept += 1
