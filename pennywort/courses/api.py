"""Routes of slips, courses and tasks."""

from __future__ import annotations

from typing import Any
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
from pennywort.records.schemas import ShownOut, Write
from pennywort.records.services import find, when
from pennywort.records.writes import writes
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


@writes(router, "/groups/{uuid:group_id}/courses", response=schemas.StartedOut)
def start_course(actor: Actor, group_id: UUID, body: schemas.StartIn) -> dict[str, Any]:
    """Start a course."""
    group = group_of(actor, group_id)
    return course.start_course(
        actor,
        uid=body.write_id,
        group=group,
        condition=body.condition,
        wish=body.wish(),
        ticked=body.ticked(),
        starts_at=body.starts_at,
    )


@writes(router, "/courses/{uuid:course_id}/stop")
def stop_course(actor: Actor, course_id: UUID, body: schemas.StopIn) -> dict[str, Any]:
    """End a course before its time."""
    found = find(Course, actor, course_id, name="course")
    return cases.stop_course(actor, course=found, reason=body.reason)


@writes(router, "/tasks/{uuid:task_id}/dose")
def give_dose(actor: Actor, task_id: UUID, body: schemas.DoseIn) -> dict[str, Any]:
    """A dose was given; or correct what was written of it."""
    task = tasks.task_of(actor, task_id)
    return tasks.give_dose(
        actor,
        uid=body.write_id,
        task=task,
        amount=body.amount,
        confirm_unusual=body.confirm_unusual,
        happened_at=body.happened_at,
        corrects=body.corrects,
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


@writes(router, "/tanks/{uuid:tank_id}/changes")
def change_water(actor: Actor, tank_id: UUID, body: schemas.ChangeIn) -> dict[str, Any]:
    """Water was changed, and what it took out went back in."""
    tank = tank_of(actor, tank_id)
    task = tasks.task_of(actor, body.task) if body.task else None
    return tasks.change_water(actor, uid=body.write_id, tank=tank, share=body.share, task=task, put_back=body.put_back, happened_at=body.happened_at)


@writes(router, "/tasks/{uuid:task_id}/warmth")
def reach_temperature(actor: Actor, task_id: UUID, body: schemas.WarmIn) -> dict[str, Any]:
    """The water reached its temperature."""
    task = tasks.task_of(actor, task_id)
    return tasks.reach_temperature(actor, uid=body.write_id, task=task, temperature=body.temperature, happened_at=body.happened_at)


@writes(router, "/tasks/{uuid:task_id}/salinity")
def reach_salinity(actor: Actor, task_id: UUID, body: schemas.SaltyIn) -> dict[str, Any]:
    """The water reached its salinity."""
    task = tasks.task_of(actor, task_id)
    return tasks.reach_salinity(actor, uid=body.write_id, task=task, salinity=body.salinity, happened_at=body.happened_at)


@writes(router, "/tasks/{uuid:task_id}/done")
def do_task(actor: Actor, task_id: UUID, body: schemas.DoneIn) -> dict[str, Any]:
    """A step that needs no figure was done, or a bath or a swab that was not run here."""
    task = tasks.task_of(actor, task_id)
    return tasks.done_already(actor, uid=body.write_id, task=task, given=body.given, minutes=body.minutes, happened_at=body.happened_at)


@writes(router, "/tasks/{uuid:task_id}/leave-out")
def leave_out(actor: Actor, task_id: UUID, body: Write) -> dict[str, Any]:
    """A task will not be done."""
    task = tasks.task_of(actor, task_id)
    return tasks.leave_out(actor, task=task)


@writes(router, "/tasks/{uuid:task_id}/take-up")
def take_up(actor: Actor, task_id: UUID, body: Write) -> dict[str, Any]:
    """A task that was left out is due again."""
    task = tasks.task_of(actor, task_id)
    return tasks.take_up(actor, uid=body.write_id, task=task)


@writes(router, "/strike")
def strike(actor: Actor, body: schemas.StrikeIn) -> dict[str, Any]:
    """Strike out an entry that never happened."""
    return tasks.strike(actor, uid=body.write_id, ledger=body.ledger, entry=body.entry, reason=body.reason)
