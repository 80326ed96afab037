"""A case as a file: JSON out and in again, and its tasks as a calendar."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.db import IntegrityError, transaction
from django.db.models import Q, QuerySet
from pydantic import ValidationError

from pennywort.cases.case_parts import (
    FORMAT,
    MOST_BYTES,
    VERSION,
    CaseFile,
    CasePart,
    ChangePart,
    CoursePart,
    DosePart,
    GroupPart,
    LeavingPart,
    LookPart,
    LossPart,
    ObservationPart,
    Part,
    ReadingPart,
    RecountPart,
    TankPart,
    TaskPart,
)
from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.library import check_course
from pennywort.core.reference.yaml_files import ReferenceError
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.kept_protocols import content_of, keep
from pennywort.courses.queries.span import began_at
from pennywort.courses.services.cases import next_number
from pennywort.courses.services.protocols import is_own
from pennywort.fish.models import Group, Leaving, Look, Loss, Move, Observation, Recount
from pennywort.records.actor import Actor
from pennywort.records.models import LedgerRecord, RoomRecord
from pennywort.tanks.models import Tank, WaterChange, WaterReading


def _with_corrected(model: type[LedgerRecord], found: QuerySet[Any]) -> list[Any]:
    """These entries with all that they correct, however much earlier that lies, in order of time."""
    related = ("recorded_by", "corrects")
    rows = {row.pk: row for row in found.select_related(*related)}
    while missing := {row.corrects_id for row in rows.values() if row.corrects_id} - set(rows):
        rows |= {row.pk: row for row in model._default_manager.filter(pk__in=missing).select_related(*related)}
    return sorted(rows.values(), key=lambda row: (row.happened_at, row.pk))


def _waters(case: Case, courses: list[Course], *, began: datetime, until: datetime) -> list[Tank]:
    """Where the case was besides its tank of now: its courses' tanks, and those its fish came through, by name."""
    moves = Move.objects.standing().filter(group=case.group, joins=False, happened_at__gte=began, happened_at__lte=until)
    ids = {c.tank_id for c in courses} | {pk for pair in moves.values_list("from_tank", "to_tank") for pk in pair}
    return list(Tank.objects.filter(pk__in=ids - {case.tank_id}).select_related("recorded_by").order_by("name"))


def _plain(record: RoomRecord, part: type[Part], **more: Any) -> dict[str, Any]:
    """A record as its part of the file."""
    names = set(part.model_fields) - set(more) - {"tank"}
    values = {name: getattr(record, name) for name in names if name not in ("by", "corrects")}
    values["by"] = record.by
    if isinstance(record, LedgerRecord):
        values["corrects"] = record.corrects.uid if record.corrects else None
    return {**values, **more}


def export_case(case: Case) -> dict[str, Any]:
    """The case as plain data in the open format ``pennywort-case`` version 2, in UTC; the same case, the same file."""
    until = case.closed_at or datetime.max.replace(tzinfo=case.opened_at.tzinfo)
    # the last day before its first sign tells how the water was when trouble began
    began = began_at(case)
    span = {"happened_at__gte": began - timedelta(days=1), "happened_at__lte": until}
    mine = list(Course.objects.filter(case=case).select_related("tank", "recorded_by").order_by("starts_at", "pk"))
    further = _waters(case, mine, began=began, until=until)
    tanks = [case.tank, *further]
    given = {c.pk: _with_corrected(Dose, Dose.objects.filter(course=c).select_related("task", "water_change")) for c in mine}
    readings = _with_corrected(WaterReading, WaterReading.objects.filter(tank__in=tanks, **span))
    # a change that something went back with, wherever it was
    with_back = Q(pk__in=[d.water_change_id for doses in given.values() for d in doses if d.water_change_id])
    changes = _with_corrected(WaterChange, WaterChange.objects.filter(Q(tank__in=tanks, **span) | with_back))
    of_group = {"group": case.group, **span}
    # whatever changed their number from the arrival on, so that the count at the opening follows
    counted = {"group": case.group, "happened_at__lte": until}
    losses, leavings, recounts = (_with_corrected(m, m.objects.filter(**counted)) for m in (Loss, Leaving, Recount))
    looks, observations = (_with_corrected(m, m.objects.filter(**of_group)) for m in (Look, Observation))
    related = ("recorded_by", "corrects", "to_tank")
    parted = Move.objects.filter(parted_from=case.group, happened_at__lte=until).select_related(*related).order_by("happened_at", "pk")

    def where(record: WaterReading | WaterChange | Course) -> UUID | None:
        return None if record.tank_id == case.tank_id else record.tank.uid

    courses = [_course_part(course, given[course.pk], tank=where(course)) for course in mine]
    whole = CaseFile(
        format=FORMAT,
        version=VERSION,
        fishroom=case.fishroom.name,
        time_zone=case.fishroom.time_zone,
        tank=TankPart(**_plain(case.tank, TankPart)),
        group=GroupPart(**_plain(case.group, GroupPart)),
        case=CasePart(**_plain(case, CasePart)),
        further_tanks=[TankPart(**_plain(t, TankPart)) for t in further],
        readings=[ReadingPart(**_plain(r, ReadingPart, tank=where(r))) for r in readings],
        water_changes=[ChangePart(**_plain(c, ChangePart, tank=where(c))) for c in changes],
        looks=[LookPart(**_plain(x, LookPart)) for x in looks],
        observations=[ObservationPart(**_plain(x, ObservationPart)) for x in observations],
        losses=[LossPart(**_plain(x, LossPart)) for x in losses],
        leavings=sorted(
            [
                *(LeavingPart(**_plain(x, LeavingPart)) for x in leavings),
                *(LeavingPart(**_plain(x, LeavingPart, kind="moved", whither=x.to_tank.name, note="")) for x in parted),
            ],
            key=lambda part: part.happened_at,
        ),
        recounts=[RecountPart(**_plain(x, RecountPart)) for x in recounts],
        courses=courses,
    )
    return whole.model_dump(mode="json")


def _course_part(course: Course, given: list[Dose], *, tank: UUID | None) -> CoursePart:
    """A course with its protocol, its tasks, and what was given."""
    tasks = [_plain(t, TaskPart) for t in Task.objects.filter(course=course).order_by("due_at", "pk")]
    doses = [_plain(d, DosePart, task=d.task.uid if d.task else None, water_change=d.water_change.uid if d.water_change else None) for d in given]
    return CoursePart(**_plain(course, CoursePart, tank=tank, protocol=content_of(course), tasks=tasks, doses=doses))


def read_case_file(text: str) -> CaseFile:
    """:raises InvalidInput: not JSON, cut short, of another format, or with an impossible value, naming the place."""
    if len(text.encode()) > MOST_BYTES:
        raise InvalidInput("This file is too large to be one case.", field="file")
    try:
        raw = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise InvalidInput("This file is cut short or is not JSON.", field="file") from error
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise InvalidInput("This is not a case from Pennywort.", field="file")
    if raw.get("version") not in (1, VERSION):
        raise InvalidInput("This file is of another version than this program reads.", field="file")
    try:
        return CaseFile.model_validate(raw)
    except ValidationError as error:
        first = error.errors()[0]
        place = ".".join(str(p) for p in first["loc"])
        raise InvalidInput(f"The file is wrong at {place}: {first['msg']}.", field=f"file.{place}") from error


def import_case(actor: Actor, file: CaseFile) -> dict[str, Any]:
    """Bring a case in, with every entry as it stood. All or nothing.

    :raises Conflict: this case, or one of its entries, is here already. :raises InvalidInput: links that lead nowhere.
    """
    if Case.objects.filter(fishroom=actor.fishroom, uid=file.case.uid).exists():
        raise Conflict("This case is here already.", field="file")
    try:
        with transaction.atomic():
            case = _import(actor, file)
    except IntegrityError as error:
        raise Conflict("Some of this case’s entries are here already, or it is doubled in itself.", field="file") from error
    return {"uid": str(case.uid)}


def _base(actor: Actor, part: Part) -> dict[str, Any]:
    by_name = "" if part.by == str(actor.keeper) else part.by
    return {"uid": part.uid, "fishroom": actor.fishroom, "recorded_at": part.recorded_at, "recorded_by": actor.keeper, "by_name": by_name}


def _own(part: Part, *without: str) -> dict[str, Any]:
    return part.model_dump(exclude={"uid", "recorded_at", "by", "corrects", *without})


Links = Callable[[Any], dict[str, Any]]


def _ledger(actor: Actor, model: type[LedgerRecord], parts: list[Any], place: str, *without: str, links: Links) -> dict[UUID, LedgerRecord]:
    """Entries of one ledger, corrections after what they correct. What an earlier file of the same fish brought stays as it is.

    ``links``: what an entry points to, by its part. :raises Conflict: an entry is here with other fish or another water.
    """
    here = {e.uid: e for e in model._default_manager.filter(fishroom=actor.fishroom, uid__in=[p.uid for p in parts])}
    for part in (p for p in parts if p.uid in here):
        if any(getattr(here[part.uid], name) != to for name, to in links(part).items()):
            raise Conflict("Some of this case’s entries are here already, with other fish or another water.", field="file")
    made: dict[UUID, LedgerRecord] = dict(here)
    waiting = [p for p in parts if p.uid not in here]
    while waiting:
        ready = [p for p in waiting if p.corrects is None or p.corrects in made]
        if not ready:
            raise InvalidInput(f"The file is wrong at {place}: a correction points to nothing.", field=f"file.{place}")
        for part in ready:
            corrects = made[part.corrects] if part.corrects else None
            values = {**_base(actor, part), **_own(part, *without), **links(part), "corrects": corrects}
            made[part.uid] = model.objects.create(**values)
            waiting.remove(part)
    return made


def _tank(actor: Actor, part: TankPart) -> Tank:
    here = Tank.objects.filter(fishroom=actor.fishroom, uid=part.uid).first()
    if here is not None:
        return here
    values = _own(part)
    if Tank.objects.filter(fishroom=actor.fishroom, name=part.name).exists():
        values["name"] = f"{part.name[:28]} (brought in)"
    return Tank.objects.create(**_base(actor, part), **values)


def _import(actor: Actor, file: CaseFile) -> Case:
    tank = _tank(actor, file.tank)
    further = {part.uid: _tank(actor, part) for part in file.further_tanks}
    named = {part.tank for parts in (file.readings, file.water_changes, file.courses) for part in parts}
    if named - {None, *further}:
        raise InvalidInput("The file is wrong at further_tanks: something was in a tank that is not among them.", field="file.further_tanks")
    group = Group.objects.filter(fishroom=actor.fishroom, uid=file.group.uid).first()
    if group is None:
        group = Group.objects.create(**_base(actor, file.group), **_own(file.group), tank=tank)
    values = _own(file.case)
    if Case.objects.filter(fishroom=actor.fishroom, number=file.case.number).exists():
        values["number"] = next_number(actor)
    case = Case.objects.create(**_base(actor, file.case), **values, group=group, tank=tank, closed_by=actor.keeper if file.case.closed_at else None)

    def where(part: Any) -> dict[str, Any]:
        return {"tank": further[part.tank] if part.tank else tank}

    def whose(part: Any) -> dict[str, Any]:
        return {"group": group}

    _ledger(actor, WaterReading, file.readings, "readings", "tank", links=where)
    changes = _ledger(actor, WaterChange, file.water_changes, "water_changes", "tank", links=where)
    _ledger(actor, Look, file.looks, "looks", links=whose)
    _ledger(actor, Observation, file.observations, "observations", links=whose)
    _ledger(actor, Loss, file.losses, "losses", links=whose)
    _ledger(actor, Leaving, file.leavings, "leavings", links=whose)
    _ledger(actor, Recount, file.recounts, "recounts", links=whose)
    for i, part in enumerate(file.courses):
        digest = _digest_of(actor, part, place=f"file.courses.{i}")
        course = Course.objects.create(
            **_base(actor, part), **_own(part, "tasks", "doses", "tank", "protocol", "protocol_digest"), protocol_digest=digest, case=case, **where(part)
        )
        tasks: dict[UUID, Task] = {}
        for t in part.tasks:
            done_by = actor.keeper if t.done_at or t.skipped else None
            tasks[t.uid] = Task.objects.create(**_base(actor, t), **_own(t), course=course, done_by=done_by)
        _doses(actor, part.doses, course=course, tasks=tasks, changes=changes, place=f"courses.{i}.doses")
    return case


def _digest_of(actor: Actor, part: CoursePart, *, place: str) -> str:
    """Which kept protocol a course of the file goes by; empty where the file brings none and this program ships it.

    :raises InvalidInput: a course nobody knows, or a protocol that came along and that is none.
    """
    if part.protocol is None:
        if part.protocol_id not in library().courses:
            raise InvalidInput("The file names a course this program does not know.", field=f"{place}.protocol_id")
        return ""
    try:
        protocol = CourseProtocol.model_validate(part.protocol)
        if is_own(protocol):
            check_course(protocol, found=library())
    except (ValidationError, ReferenceError) as error:
        raise InvalidInput("The file brings a protocol that this program can’t read.", field=f"{place}.protocol") from error
    # one that another release shipped is history; what it gave must still be known here
    if any(m.active not in library().actives or m.use not in library().uses for m in protocol.medicines):
        raise InvalidInput("The file brings a protocol with a medicine that this program does not know.", field=f"{place}.protocol")
    if protocol.id != part.protocol_id:
        raise InvalidInput("The file names one course and brings the text of another.", field=f"{place}.protocol_id")
    return keep(protocol, fishroom=actor.fishroom, by=actor.keeper, at=actor.now)


def _doses(actor: Actor, parts: list[DosePart], *, course: Course, tasks: dict[UUID, Task], changes: dict[UUID, LedgerRecord], place: str) -> None:
    for part in parts:
        if (part.task and part.task not in tasks) or (part.water_change and part.water_change not in changes):
            raise InvalidInput(f"The file is wrong at {place}: a dose points to nothing.", field=f"file.{place}")

    def links(part: DosePart) -> dict[str, Any]:
        given_for = {"task": tasks[part.task] if part.task else None, "water_change": changes[part.water_change] if part.water_change else None}
        return {"course": course, **given_for}

    _ledger(actor, Dose, parts, place, "task", "water_change", links=links)
