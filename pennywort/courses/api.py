"""Routes of slips, courses and tasks."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.core.medicine.tools import in_tools
from pennywort.core.reference import library
from pennywort.core.units import show_amount, show_concentration, show_volume
from pennywort.courses import schemas
from pennywort.courses.dose_sheet import slip_out
from pennywort.courses.models import Course
from pennywort.courses.protocol_options import compare_schools
from pennywort.courses.queries.ahead import ahead_in
from pennywort.courses.queries.running import product_amount
from pennywort.courses.reckon import reckon_ledger, reckon_plan
from pennywort.courses.reckon_schemas import LedgerIn, LedgerOut, PlanIn, PlanOut
from pennywort.courses.services import cases, course, tasks
from pennywort.courses.services.tasks import PutBack
from pennywort.fish.services import group_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import ShownOut, Write, Written
from pennywort.records.services import find, when, write_once
from pennywort.shelf.queries import tools_at_hand
from pennywort.tanks.services import tank_of

router = Router(tags=["courses"])


@router.post("/groups/{uuid:group_id}/slip", response=schemas.SlipOut, operation_id="slip")
def slip(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: schemas.SlipIn) -> schemas.SlipOut:
    """What a course takes in this group's tank, and its days; keeps nothing."""
    actor = act(request, room_id)
    tank = group_of(actor, group_id).tank
    wish = body.wish()
    protocol, plan = course.plan_for(actor, tank, wish, starts_at=course.start_of(actor, body.starts_at))
    labels = course.labels_of_wish(actor, protocol, wish)
    return slip_out(protocol, plan, labels=labels, tank=tank, clean=course.clean_tanks(actor, protocol, wish, tank=tank), actor=actor)


@router.post("/groups/{uuid:group_id}/schools", response=list[schemas.SchoolOut], operation_id="schools")
def schools(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: schemas.SchoolsIn) -> list[schemas.SchoolOut]:
    """Every course against a condition in this group's tank, side by side; keeps nothing."""
    actor = act(request, room_id)
    return compare_schools(actor, group_of(actor, group_id).tank, body.condition)


@router.get("/tanks/{uuid:tank_id}/ahead", response=list[schemas.AheadOut], operation_id="ahead")
def ahead(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> list[schemas.AheadOut]:
    """What the running courses of a tank still ask for, the earliest first."""
    actor = act(request, room_id)
    return [schemas.AheadOut(**vars(a)) for a in ahead_in(actor, tank_of(actor, tank_id))]


@router.post("/plan", response=PlanOut, operation_id="plan")
def plan(request: HttpRequest, room_id: Path[UUID], body: PlanIn) -> PlanOut:
    """A protocol on the calendar of a water that stands in no record; keeps nothing."""
    return reckon_plan(act(request, room_id), body)


@router.post("/ledger", response=LedgerOut, operation_id="ledger")
def ledger(request: HttpRequest, room_id: Path[UUID], body: LedgerIn) -> LedgerOut:
    """The level of one active over time, from what happened to the water; keeps nothing."""
    return reckon_ledger(act(request, room_id), body)


@router.post("/groups/{uuid:group_id}/courses", response=schemas.StartedOut, operation_id="start_course")
def start_course(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: schemas.StartIn) -> dict[str, object]:
    """Start a course."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    return write_once(
        actor,
        body.write_id,
        "start_course",
        {**body.dict(exclude={"write_id"}), "group": group_id},
        lambda: course.start_course(
            actor,
            uid=body.write_id,
            group=group,
            condition=body.condition,
            wish=body.wish(),
            ticked=body.ticked(),
            starts_at=body.starts_at,
        ),
    )


@router.post("/courses/{uuid:course_id}/stop", response=Written, operation_id="stop_course")
def stop_course(request: HttpRequest, room_id: Path[UUID], course_id: UUID, body: schemas.StopIn) -> dict[str, object]:
    """End a course before its time."""
    actor = act(request, room_id)
    found = find(Course, actor, course_id, name="course")
    content = {"course": course_id, "reason": body.reason}
    return write_once(actor, body.write_id, "stop_course", content, lambda: cases.stop_course(actor, course=found, reason=body.reason))


@router.post("/tasks/{uuid:task_id}/dose", response=Written, operation_id="give_dose")
def give_dose(request: HttpRequest, room_id: Path[UUID], task_id: UUID, body: schemas.DoseIn) -> dict[str, object]:
    """A dose was given; or correct what was written of it."""
    actor = act(request, room_id)
    task = tasks.task_of(actor, task_id)
    return write_once(
        actor,
        body.write_id,
        "give_dose",
        {**body.dict(exclude={"write_id"}), "task": task_id},
        lambda: tasks.give_dose(
            actor,
            uid=body.write_id,
            task=task,
            amount=body.amount,
            confirm_unusual=body.confirm_unusual,
            happened_at=body.happened_at,
            corrects=body.corrects,
        ),
    )


def _back(part: PutBack, actor: Actor) -> schemas.BackOut:
    found = library()
    if part.amount_mg is not None:
        medicine = found.actives[part.medicine_id]
        measures, amount = product_amount(part.course, part.medicine_id, part.amount_mg)
        name, spoons = medicine.short_name, medicine.spoons
    else:
        measures, amount, name, spoons = part.measures, part.amount, part.product, None
    options = in_tools(amount, measures=measures, tools=tools_at_hand(actor), spoons=spoons, most=amount)
    best = options[0] if options and options[0].usable else None
    return schemas.BackOut(
        name=name,
        amount=ShownOut.of(show_amount(measures, amount, actor.preferences)),
        tool_words=f"{best.name}: {best.words}" if best else "",
        level=ShownOut.of(show_concentration(part.level_mg_per_l)) if part.level_mg_per_l is not None else None,
    )


@router.post("/tanks/{uuid:tank_id}/goes-back", response=schemas.BackListOut, operation_id="goes_back")
def goes_back(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, body: schemas.ShareIn) -> schemas.BackListOut:
    """How much water a share is, and what must go back in; keeps nothing."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    share = tasks.share_of(actor, body.share, tank)
    parts = tasks.what_goes_back(tank, changed_fraction=share, at=when(actor, body.happened_at))
    return schemas.BackListOut(volume=ShownOut.of(show_volume(tank.net_volume_l * share, actor.preferences)), parts=[_back(p, actor) for p in parts])


@router.post("/tanks/{uuid:tank_id}/changes", response=Written, operation_id="change_water")
def change_water(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, body: schemas.ChangeIn) -> dict[str, object]:
    """Water was changed, and what it took out went back in."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    task = tasks.task_of(actor, body.task) if body.task else None
    return write_once(
        actor,
        body.write_id,
        "change_water",
        {**body.dict(exclude={"write_id"}), "tank": tank_id},
        lambda: tasks.change_water(actor, uid=body.write_id, tank=tank, share=body.share, task=task, put_back=body.put_back, happened_at=body.happened_at),
    )


@router.post("/tasks/{uuid:task_id}/warmth", response=Written, operation_id="reach_temperature")
def reach_temperature(request: HttpRequest, room_id: Path[UUID], task_id: UUID, body: schemas.WarmIn) -> dict[str, object]:
    """The water reached its temperature."""
    actor = act(request, room_id)
    task = tasks.task_of(actor, task_id)
    content = {"task": task_id, "temperature": body.temperature, "happened_at": body.happened_at}
    return write_once(
        actor,
        body.write_id,
        "reach_temperature",
        content,
        lambda: tasks.reach_temperature(actor, uid=body.write_id, task=task, temperature=body.temperature, happened_at=body.happened_at),
    )


@router.post("/tasks/{uuid:task_id}/salinity", response=Written, operation_id="reach_salinity")
def reach_salinity(request: HttpRequest, room_id: Path[UUID], task_id: UUID, body: schemas.SaltyIn) -> dict[str, object]:
    """The water reached its salinity."""
    actor = act(request, room_id)
    task = tasks.task_of(actor, task_id)
    content = {"task": task_id, "salinity": body.salinity, "happened_at": body.happened_at}
    return write_once(
        actor,
        body.write_id,
        "reach_salinity",
        content,
        lambda: tasks.reach_salinity(actor, uid=body.write_id, task=task, salinity=body.salinity, happened_at=body.happened_at),
    )


@router.post("/tasks/{uuid:task_id}/done", response=Written, operation_id="do_task")
def do_task(request: HttpRequest, room_id: Path[UUID], task_id: UUID, body: schemas.DoneIn) -> dict[str, object]:
    """A step that needs no figure was done, or a bath or a swab that was not run here."""
    actor = act(request, room_id)
    task = tasks.task_of(actor, task_id)
    content = {"task": task_id, "happened_at": body.happened_at, "given": body.given, "minutes": body.minutes}
    return write_once(
        actor,
        body.write_id,
        "do_task",
        content,
        lambda: tasks.done_already(actor, uid=body.write_id, task=task, given=body.given, minutes=body.minutes, happened_at=body.happened_at),
    )


@router.post("/tasks/{uuid:task_id}/leave-out", response=Written, operation_id="leave_out")
def leave_out(request: HttpRequest, room_id: Path[UUID], task_id: UUID, body: Write) -> dict[str, object]:
    """A task will not be done."""
    actor = act(request, room_id)
    task = tasks.task_of(actor, task_id)
    return write_once(actor, body.write_id, "leave_out", {"task": task_id}, lambda: tasks.leave_out(actor, task=task))


@router.post("/tasks/{uuid:task_id}/take-up", response=Written, operation_id="take_up")
def take_up(request: HttpRequest, room_id: Path[UUID], task_id: UUID, body: Write) -> dict[str, object]:
    """A task that was left out is due again."""
    actor = act(request, room_id)
    task = tasks.task_of(actor, task_id)
    return write_once(actor, body.write_id, "take_up", {"task": task_id}, lambda: tasks.take_up(actor, uid=body.write_id, task=task))


@router.post("/strike", response=Written, operation_id="strike")
def strike(request: HttpRequest, room_id: Path[UUID], body: schemas.StrikeIn) -> dict[str, object]:
    """Strike out an entry that never happened."""
    actor = act(request, room_id)
    content = body.dict(exclude={"write_id"})
    return write_once(
        actor, body.write_id, "strike", content, lambda: tasks.strike(actor, uid=body.write_id, ledger=body.ledger, entry=body.entry, reason=body.reason)
    )
