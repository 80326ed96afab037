"""A look: signs and water, ranked, kept, and with what follows from it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.diagnosis.evidence import check_signs
from pennywort.core.diagnosis.meanwhile import Meanwhile, safe_meanwhile
from pennywort.core.diagnosis.next_look import NextLook, next_looks
from pennywort.core.diagnosis.ranking import Ranking, rank
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.models import WaterType
from pennywort.core.water.gate import Gate, Readings, signs_from_readings, water_gate
from pennywort.courses.models import Case
from pennywort.courses.queries.running import open_tasks
from pennywort.courses.services.cases import open_case
from pennywort.fish.models import Group
from pennywort.fish.queries import groups_in, species_in
from pennywort.fish.services import add_look
from pennywort.rooms.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import fresh_readings
from pennywort.tanks.services import add_reading, read_test

# A look a little before it is due counts as that look.
EARLY = timedelta(hours=6)


@dataclass(frozen=True, kw_only=True)
class TypedReading:
    """A water test as typed; empty where nothing was read."""

    temperature: str = ""
    ph: str = ""
    ammonia: str = ""
    nitrite: str = ""
    basis: str | None = None

    @property
    def any(self) -> bool:
        return any(text.strip() for text in (self.temperature, self.ph, self.ammonia, self.nitrite))


@dataclass(frozen=True, kw_only=True)
class Weighed:
    """All that the screen beside the fish plan shows."""

    gate: Gate
    readings: Readings
    ranking: Ranking
    next_looks: tuple[NextLook, ...]
    meanwhile: Meanwhile


def water_type_of(tank: Tank) -> WaterType:
    """The tank's water as the reference names it."""
    water: WaterType = tank.water_type  # type: ignore[assignment]
    return water


def _readings_now(actor: Actor, tank: Tank, typed: TypedReading) -> Readings:
    """The readings of the last day, with what is typed now in their place."""
    fresh, _ = fresh_readings(tank, now=actor.now)
    read = {name: value for name, value in read_test(actor, **vars(typed)).items() if value is not None}
    return replace(fresh, **read)


def weigh(actor: Actor, group: Group, *, signs: dict[str, bool], typed: TypedReading) -> Weighed:
    """Rank what was looked at, with the water of the last day and what is typed now. Keeps nothing.

    :raises InvalidInput: an unknown sign, or a reading out of range.
    """
    found, tank = library(), group.tank
    water = water_type_of(tank)
    check_signs(signs, found=found)
    readings = _readings_now(actor, tank, typed)
    gate = water_gate(readings, water=water, species=species_in(groups_in(tank)), found=found)
    observed = {**signs, **signs_from_readings(readings, water=water, found=found)}
    ranking = rank(observed, water=water, found=found)
    return Weighed(
        gate=gate,
        readings=readings,
        ranking=ranking,
        next_looks=next_looks(observed, water=water, found=found),
        meanwhile=safe_meanwhile(ranking, found=found, water_needs_mending=gate.state == "shut"),
    )


def record_look(
    actor: Actor,
    *,
    uid: UUID,
    group: Group,
    signs: dict[str, bool],
    typed: TypedReading,
    note: str,
    happened_at: datetime | None,
    corrects: UUID | None,
) -> dict[str, Any]:
    """Keep a look and its water test, open a case if something was seen, and tick off the looks that were due.

    :raises InvalidInput: nothing looked at, an unknown sign, or a reading out of range.
    """
    if not signs and not typed.any:
        raise InvalidInput("Nothing looked at yet: mark at least one sign as seen or not there.", field="signs")
    weighed = weigh(actor, group, signs=signs, typed=typed)
    found = library()
    if typed.any:
        add_reading(
            actor, uid=uuid5(uid, "reading"), tank=group.tank, temperature=typed.temperature, ph=typed.ph, ammonia=typed.ammonia,
            nitrite=typed.nitrite, basis=typed.basis, happened_at=happened_at,
        )  # fmt: skip
    kept = {**signs, **signs_from_readings(weighed.readings, water=water_type_of(group.tank), found=found)}
    look = add_look(actor, uid=uid, group=group, signs=kept, ranking=weighed.ranking, note=note.strip(), happened_at=happened_at, corrects=corrects)
    case = Case.objects.filter(group=group, closed_at=None).first()
    if case is None and any(kept.values()) and not _only_good(kept):
        case = open_case(actor, write_id=uid, group=group, at=look.happened_at)
    tick_off(actor, tank=group.tank, kind="look", at=look.happened_at)
    if typed.ammonia.strip() and typed.nitrite.strip():
        tick_off(actor, tank=group.tank, kind="water_test", at=look.happened_at)
    return {"uid": str(look.uid), "case": str(case.uid) if case else None}


def _only_good(signs: dict[str, bool]) -> bool:
    """Eating is no trouble: a look in which nothing else was seen opens no case."""
    return {sign for sign, seen in signs.items() if seen} <= {"eating_normally"}


def tick_off(actor: Actor, *, tank: Tank, kind: str, at: datetime) -> None:
    """Mark the due tasks of this kind as done by this entry."""
    for task in open_tasks(tank, now=actor.now).filter(kind=kind, due_at__lte=at + EARLY):
        task.done_at, task.done_by = at, actor.keeper
        task.save(update_fields=["done_at", "done_by"])


def record_reading(actor: Actor, *, uid: UUID, tank: Tank, values: dict[str, Any], happened_at: datetime | None, corrects: UUID | None) -> dict[str, Any]:
    """Keep a water test and tick off the tests that were due."""
    answer = add_reading(actor, uid=uid, tank=tank, happened_at=happened_at, corrects=corrects, **values)
    if (values.get("ammonia") or "").strip() and (values.get("nitrite") or "").strip():
        tick_off(actor, tank=tank, kind="water_test", at=happened_at or actor.now)
    return answer
