"""Slips and courses: reckoned for a tank, checked against who lives there, put on the calendar."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.course.plan import Plan, make_plan
from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine.slip import LabelDirections, Slip, aims, check_label, make_slip
from pennywort.core.reference import library
from pennywort.core.reference.models import Protocol
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.circumstances import water_type_of
from pennywort.courses.queries.running import medicines_in, running_courses
from pennywort.courses.services.cases import check_condition, open_case
from pennywort.fish.models import Group
from pennywort.fish.queries import groups_in, species_in
from pennywort.rooms.actor import Actor
from pennywort.rooms.errors import Conflict, NotFound
from pennywort.shelf.queries import tools_at_hand
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import water_of

LATEST_START = timedelta(days=14)
EARLIEST_START = timedelta(hours=2)


@dataclass(frozen=True, kw_only=True)
class TypedLabel:
    """What the keeper copied from his bottle."""

    product: str
    amount: str
    per_volume: str
    every: str
    days: int


@dataclass(frozen=True, kw_only=True)
class Wish:
    """A protocol as the keeper wants it: typed targets by medicine, or a label."""

    protocol_id: str
    targets: dict[str, str]
    label: TypedLabel | None


def protocol_of(protocol_id: str, tank: Tank) -> Protocol:
    """:raises NotFound: no such protocol. :raises Refused: not for this water."""
    protocol = library().protocols.get(protocol_id)
    if protocol is None:
        raise NotFound("There is no such course.")
    if water_type_of(tank) not in protocol.water:
        raise Refused("This course is not for this kind of water.", field="protocol")
    return protocol


def _label(actor: Actor, typed: TypedLabel | None) -> LabelDirections | None:
    if typed is None:
        return None
    return check_label(
        LabelDirections(
            product=typed.product,
            amount_ml=actor.read(typed.amount, kind="small_volume", field="label.amount"),
            per_volume_l=actor.read(typed.per_volume, kind="volume", field="label.per_volume"),
            every_h=actor.read(typed.every, kind="duration", field="label.every"),
            days=typed.days,
        )
    )


def _targets(actor: Actor, typed: dict[str, str], protocol: Protocol) -> dict[str, float]:
    known = {m.medicine for m in protocol.medicines}
    for name in typed:
        if name not in known:
            raise InvalidInput("This course has no such medicine.", field=f"targets.{name}")
    return {name: actor.read(text, kind="concentration", field=f"targets.{name}") for name, text in typed.items() if text.strip()}


def slip_for(actor: Actor, tank: Tank, wish: Wish) -> tuple[Protocol, Slip]:
    """The slip of a wish in this tank. Keeps nothing."""
    protocol = protocol_of(wish.protocol_id, tank)
    slip = make_slip(
        protocol,
        water=water_of(tank),
        species=species_in(groups_in(tank)),
        found=library(),
        targets_mg_per_l=_targets(actor, wish.targets, protocol),
        label=_label(actor, wish.label),
        has_invertebrates=tank.has_invertebrates,
        has_plants=tank.has_plants,
        has_sand=tank.sand_depth_cm > 0,
        tools=tools_at_hand(actor),
    )
    return protocol, slip


def plan_for(actor: Actor, tank: Tank, wish: Wish, *, starts_at: datetime) -> Plan:
    """The calendar of a wish in this tank. Keeps nothing."""
    protocol = protocol_of(wish.protocol_id, tank)
    species = species_in(groups_in(tank))
    return make_plan(
        protocol,
        start_at=starts_at,
        zone=actor.zone,
        water=water_of(tank),
        species=species,
        targets_mg_per_l=aims(protocol, species=species, targets_mg_per_l=_targets(actor, wish.targets, protocol), found=library()),
        label=_label(actor, wish.label),
    )


def _check_room_for(actor: Actor, tank: Tank, protocol: Protocol) -> None:
    """One medicine at a time: refuse a second course with medicine, or a first on top of what is in the water."""
    if protocol.kind == "watch":
        if running_courses(tank, now=actor.now):
            raise Conflict("A course is running in this tank already.", field="protocol")
        return
    for course in running_courses(tank, now=actor.now):
        other = library().protocols[course.protocol_id]
        if other.kind != "watch":
            raise Conflict(f"{other.name} is running in this tank. One medicine at a time: stop it first.", field="protocol")
    left = {name: level for name, level in medicines_in(tank, now=actor.now).items() if name}
    strange = [name for name in left if name not in {m.medicine for m in protocol.medicines}]
    if strange:
        names = ", ".join(library().medicines[name].short_name for name in strange)
        raise Conflict(f"There is still {names} in this water. Change it out first, or it meets the new medicine.", field="protocol")
    same = [name for name in left if name not in strange]
    if same:
        names = ", ".join(library().medicines[name].short_name for name in same)
        raise Conflict(f"There is still {names} in this water from before: a full course on top would be too much. Change it out first.", field="protocol")


def _not_reportable(condition: str, protocol_id: str) -> None:
    """:raises Refused: a notifiable disease is reported and watched, never treated (WOAH, recalled; local law decides)."""
    known, protocol = library().conditions.get(condition), library().protocols.get(protocol_id)
    if known and protocol and known.notifiable == "most places" and protocol.kind != "watch":
        words = f"{known.short_name} is notifiable: it is reported to a vet or the authority, not treated. Only watching can be started."
        raise Refused(words, field="condition")


def start_course(
    actor: Actor,
    *,
    uid: UUID,
    group: Group,
    condition: str,
    wish: Wish,
    confirmed: list[int],
    vet_word: bool,
    starts_at: datetime | None,
) -> dict[str, Any]:
    """Start a course: its case, its dated tasks, and the figures that made them.

    :raises Refused: a gate not confirmed, or a guard rail. :raises Conflict: another medicine is in this water.
    """
    tank = group.tank
    _not_reportable(condition, wish.protocol_id)
    protocol, slip = slip_for(actor, tank, wish)
    missing = [i for i in range(len(protocol.confirm)) if i not in confirmed]
    if missing:
        raise Refused(f"Tick it first: {protocol.confirm[missing[0]].text}", field=f"confirmed.{missing[0]}")
    if slip.needs_vet and not vet_word:
        raise Refused("This needs a veterinarian’s word. Tick it when you have it.", field="vet_word")
    start = starts_at or actor.now
    if start.tzinfo is None or not actor.now - EARLIEST_START <= start <= actor.now + LATEST_START:
        raise InvalidInput("Start it now, or within two weeks.", field="starts_at")
    _check_room_for(actor, tank, protocol)
    plan = plan_for(actor, tank, wish, starts_at=start)
    for watch in running_courses(tank, now=actor.now):
        watch.stopped_at, watch.stop_reason = actor.now, "a treatment was started"
        watch.save(update_fields=["stopped_at", "stop_reason"])
    case = open_case(actor, write_id=uid, group=group, at=actor.now)
    if condition:
        case.condition_id = check_condition(condition)
        case.save(update_fields=["condition_id"])
    label = _label(actor, wish.label) if protocol.kind == "label" else None
    course = Course.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        case=case,
        tank=tank,
        protocol_id=protocol.id,
        protocol_version=protocol.version,
        condition_id=condition,
        targets_mg_per_l={line.medicine: line.target_mg_per_l for line in slip.lines if line.medicine},
        label=vars(label) if label else None,
        confirmed=[protocol.confirm[i].text for i in sorted(set(confirmed)) if 0 <= i < len(protocol.confirm)]
        + (["A veterinarian said so."] if slip.needs_vet else []),
        net_volume_l=tank.net_volume_l,
        starts_at=plan.starts_at,
        treatment_ends_at=plan.treatment_ends_at,
        observe_starts_at=plan.observe_starts_at,
        ends_at=plan.ends_at,
    )
    Task.objects.bulk_create(
        Task(
            uid=uuid5(uid, f"task {i}"),
            fishroom=actor.fishroom,
            recorded_at=actor.now,
            recorded_by=actor.keeper,
            course=course,
            kind=t.kind,
            title=t.title,
            due_at=t.due_at,
            medicine_id=t.medicine or "",
            dose_mg=t.dose_mg,
            dose_ml=t.dose_ml,
            water_share=t.water_share,
            put_back=t.put_back,
            temperature_c=t.temperature_c,
        )
        for i, t in enumerate(plan.tasks)
    )
    return {"uid": str(course.uid), "case": str(case.uid)}
