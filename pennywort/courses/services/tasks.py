"""Doing what is due: doses, water changes, warmth; and correcting what was written wrongly."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from django.db import IntegrityError
from django.db.models import Max

from pennywort.core.errors import AlreadyDone, Conflict, InvalidInput, Refused, Unusual
from pennywort.core.medicine.dose import put_back_mg, put_back_ml
from pennywort.core.medicine.phrases import time_in
from pennywort.core.medicine.tools import Measures
from pennywort.courses.models import Course, Dose, Task
from pennywort.courses.queries.running import BEFORE_START, RUN_HERE, TICKED, WHOLE_CHANGES, active_mg_in, by_label, due_amount, label_of
from pennywort.courses.queries.targets import moves, soonest
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.courses.services.calendar import fall_due, keep_to_clocks, put_off
from pennywort.courses.services.transfers import transfer, transfer_back
from pennywort.fish.models import Leaving, Look, Loss, Move, Observation, Photo, Recount, Scuffle
from pennywort.fish.queries import count_of
from pennywort.fish.recounts import take_back
from pennywort.records.actor import Actor
from pennywort.records.models import LedgerRecord
from pennywort.records.services import find, find_standing, new_entry, when
from pennywort.shelf.products import read_amount
from pennywort.tanks.models import AmmoniaFed, Contact, FilterStart, SetupStep, Tank, Upkeep, WaterChange, WaterReading
from pennywort.tanks.services import TypedTest, add_reading, add_water_change

# Three times the plan, or a third of it, is likelier a slip of unit or point than a decision.
UNUSUAL_RATIO = 3.0
LEDGERS: dict[str, tuple[type[LedgerRecord], str]] = {
    "dose": (Dose, "dose"),
    "change": (WaterChange, "water change"),
    "reading": (WaterReading, "reading"),
    "look": (Look, "look"),
    "observation": (Observation, "observation"),
    "loss": (Loss, "loss"),
    "photo": (Photo, "photo"),
    "leaving": (Leaving, "entry"),
    "recount": (Recount, "recount"),
    "scuffle": (Scuffle, "entry"),
    "merge": (Move, "entry"),
    "upkeep": (Upkeep, "entry"),
    "setup": (SetupStep, "entry"),
    "filter": (FilterStart, "entry"),
    "fed": (AmmoniaFed, "entry"),
    "contact": (Contact, "entry"),
}

# the longest that anybody keeps fish in one bath: a night and a day
LONGEST_BATH_MIN = 1440


def task_of(actor: Actor, uid: UUID) -> Task:
    """:raises NotFound: not in this fishroom."""
    return find(Task, actor, uid, name="task")


def _still_open(actor: Actor, task: Task) -> None:
    task.refresh_from_db()
    if task.skipped:
        raise Conflict("This was left out. Take it up again from the list of what was done.", field="task")
    if task.done_at is not None:
        who, at = str(task.done_by), actor.local(task.done_at)
        day = "" if at.date() == actor.local(actor.now).date() else f" on {at:%A}"
        raise AlreadyDone(f"{who} has done this already,{day} at {at:%H:%M}.", by=who, at=task.done_at)


def _done(actor: Actor, task: Task, *, at: datetime) -> None:
    task.done_at, task.done_by = at, actor.keeper
    task.save(update_fields=["done_at", "done_by"])


@dataclass(frozen=True, kw_only=True)
class Given:
    """What was given, where it was measured elsewhere: as it was said, and the active in it, mg, whatever bottle it came from."""

    text: str
    active_mg: float | None


PRODUCT_COLUMN: dict[Measures, str] = {"volume": "amount_ml", "mass": "product_mg", "pieces": "pieces_count"}


def _amounts(actor: Actor, task: Task, *, at: datetime, given: str | Given, confirm_unusual: bool) -> dict[str, float | None]:
    """What was given, as the columns of a dose: mg of active (with mL where the product is a liquid), or a label's mL, mg or pieces.

    :raises InvalidInput: no amount. :raises Unusual: far from the plan and not confirmed.
    """
    if isinstance(given, Given) and given.active_mg is not None and task.dose_mg is not None:
        return {"amount_mg": given.active_mg}
    text = given.text if isinstance(given, Given) else given
    level = WaterRecords([task.course.tank], now=at).level_to_weigh(task) if task.refill else None
    measures, planned = due_amount(task, level_mg_per_l=level)
    amount = read_amount(actor, text, measures=measures, field="amount")
    if amount <= 0:
        raise InvalidInput("This must be more than nothing.", field="amount")
    if planned and not confirm_unusual and not planned / UNUSUAL_RATIO < amount < planned * UNUSUAL_RATIO:
        ratio = amount / planned
        words = f"{ratio:.1f} times what was planned" if ratio > 1 else f"only {ratio * 100:.0f} % of what was planned"
        raise Unusual(f"{text.strip()} is {words}. Check the unit and the point; press again if it is true.", field="amount")
    if task.dose_mg is None:
        return {PRODUCT_COLUMN[measures]: amount}
    return {"amount_mg": active_mg_in(task.course, task.medicine_id, amount), "amount_ml": amount if measures == "volume" else None}


def give_dose(
    actor: Actor,
    *,
    uid: UUID,
    task: Task,
    amount: str | Given,
    confirm_unusual: bool,
    happened_at: datetime | None,
    corrects: UUID | None,
    by_name: str = "",
) -> dict[str, Any]:
    """Record a dose with its real amount and time; or correct one that was written wrongly.

    :raises AlreadyDone: somebody gave it. :raises Unusual: far from the plan and not confirmed.
    """
    if task.kind != "dose":
        raise InvalidInput("This task is not a dose.", field="task")
    old = find_standing(Dose, actor, corrects, name="dose") if corrects else None
    if old is not None and old.task_id != task.pk:
        raise InvalidInput("That dose belongs to another task.", field="corrects")
    if old is None:
        _still_open(actor, task)
        early = soonest(task, now=when(actor, happened_at))
        if early is not None and not confirm_unusual:
            local = actor.local(early)
            words = f"Too soon after the last one: this may follow from {local:%A} {local:%H:%M}. Press again if it is true."
            raise Unusual(words, field="amount")
    at = when(actor, happened_at or (old.happened_at if old else None))
    amounts = _amounts(actor, task, at=at, given=amount, confirm_unusual=confirm_unusual)
    course = task.course
    if at < course.starts_at - BEFORE_START:
        raise InvalidInput("That lies before this course started.", field="happened_at")
    last = Dose.objects.filter(task=task).aggregate(m=Max("attempt"))["m"] or 0
    try:
        dose = Dose.objects.create(
            uid=uid,
            fishroom=actor.fishroom,
            recorded_at=actor.now,
            recorded_by=actor.keeper,
            course=course,
            task=task,
            attempt=old.attempt if old else last + 1,
            medicine_id=task.medicine_id,
            product=str(label_of(task).get("product", "")),
            **amounts,
            net_volume_l=old.net_volume_l if old else course.tank.net_volume_l,
            happened_at=at,
            corrects=old,
            by_name=by_name,
        )
    except IntegrityError as error:
        raise Conflict("This dose is already written.", field="task") from error
    _done(actor, task, at=at)
    moved = _shift(course, at=at) if old is None else 0
    return {"uid": str(dose.uid), "moved": moved, "told": keep_to_clocks(actor, course.tank)}


def give_again(actor: Actor, *, uid: UUID, task: Task, amount: str | Given, happened_at: datetime) -> dict[str, Any]:
    """The same medicine once more on the same day, beside its task: it was spent too soon."""
    amounts = _amounts(actor, task, at=happened_at, given=amount, confirm_unusual=True)
    values: dict[str, Any] = {"medicine_id": task.medicine_id, **amounts, "net_volume_l": task.course.tank.net_volume_l}
    dose = new_entry(Dose, actor, uid=uid, name="dose", happened_at=happened_at, course=task.course, **values)
    return {"uid": str(dose.uid)}


def _shift(course: Course, *, at: datetime) -> int:
    """What follows a dose given late falls due later: how many tasks moved. What was done stays."""
    moved = moves(course, given=None, at=at)
    fall_due(Task.objects.filter(course=course, done_at=None, skipped=False), {(m.place, m.number): m.due_at for m in moved})
    return len(moved)


def do_task(actor: Actor, *, uid: UUID, task: Task, happened_at: datetime | None) -> dict[str, Any]:
    """A step that is simply done: a bath, a move, carbon, feeding. A move and medicine out change all the water.

    :raises InvalidInput: a step that needs a figure. :raises AlreadyDone: somebody did it.
    """
    if task.kind in ("dose", "water_change", "temperature", "salinity", "look", "water_test"):
        raise InvalidInput("This needs its figure: enter what was given, changed or read.", field="task")
    _still_open(actor, task)
    at = when(actor, happened_at)
    if task.kind == "transfer" and task.to_tank is not None:
        transfer(actor, uid=uid, task=task, to=task.to_tank, at=at)
    elif task.kind in WHOLE_CHANGES:
        add_water_change(actor, uid=uid, tank=task.course.tank, changed_fraction=1.0, happened_at=at)
    _done(actor, task, at=at)
    return {"uid": str(task.uid), "moved": _shift(task.course, at=at)}


def done_already(actor: Actor, *, uid: UUID, task: Task, given: str, minutes: str, happened_at: datetime | None) -> dict[str, Any]:
    """A step that is done; of a bath, a dip or a swab that was not run here what was given and for how long, in words.

    :raises InvalidInput: neither is said, or not as long as fish stay in a bath.
    """
    words = " ".join(given.split())
    if task.kind not in RUN_HERE:
        if words or minutes.strip():
            raise InvalidInput("Only of a bath, a dip or a swab is it said what was given.", field="given")
        return do_task(actor, uid=uid, task=task, happened_at=happened_at)
    if not words:
        raise InvalidInput("What was given, and how strong was it?", field="given")
    lasted = actor.read_optional(minutes, kind="number", field="minutes")
    if lasted is None and task.kind != "swab":
        raise InvalidInput("How many minutes were they in?", field="minutes")
    if lasted is not None:
        if not 0 < lasted <= LONGEST_BATH_MIN:
            raise InvalidInput(f"More than nought and at most {LONGEST_BATH_MIN} minutes.", field="minutes")
        words = f"{words}, {time_in(lasted)}"
    told = do_task(actor, uid=uid, task=task, happened_at=happened_at)
    task.given_words = words
    task.save(update_fields=["given_words"])
    return told


def reach_salinity(actor: Actor, *, uid: UUID, task: Task, salinity: str, happened_at: datetime | None) -> dict[str, Any]:
    """The water is as salty as it should be: a reading, and the task is done."""
    if task.kind != "salinity":
        raise InvalidInput("This task is not about salinity.", field="task")
    _still_open(actor, task)
    if not salinity.strip():
        raise InvalidInput("Read the salinity first.", field="salinity")
    answer = add_reading(actor, uid=uid, tank=task.course.tank, typed=TypedTest(salinity=salinity), happened_at=happened_at)
    _done(actor, task, at=when(actor, happened_at))
    return {**answer, "told": keep_to_clocks(actor, task.course.tank)}


@dataclass(frozen=True, kw_only=True)
class PutBack:
    """What a water change takes out of one medicine: mg of its active, or mL, mg or pieces of a labelled product."""

    course: Course
    medicine_id: str
    product: str
    amount_mg: float | None
    measures: Measures
    amount: float
    level_mg_per_l: float | None


def what_goes_back(tank: Tank, *, changed_fraction: float, at: datetime) -> list[PutBack]:
    """What must go back in after changing this share at an instant, to hold the level that each course had then. Keeps nothing."""
    found, book = [], WaterRecords([tank], now=at)
    for course in book.running(tank):
        if course.treatment_ends_at <= at or course.starts_at - BEFORE_START > at:
            continue
        for medicine_id in course.targets_mg_per_l:
            level = book.level(tank, medicine_id)
            if level > 0:
                mg = put_back_mg(net_volume_l=tank.net_volume_l, level_mg_per_l=level, changed_fraction=changed_fraction)
                found.append(PutBack(course=course, medicine_id=medicine_id, product="", amount_mg=mg, measures="mass", amount=0.0, level_mg_per_l=level))
        # of each product by its label as much as the last dose of it was
        last = {
            d.product: label
            for d in book.given(tank)
            if d.course_id == course.pk and d.happened_at <= at and d.water_change_id is None and (label := by_label(d)) is not None
        }
        for product, (measures, amount) in last.items():
            back = put_back_ml(dose_ml=amount, changed_fraction=changed_fraction)
            found.append(PutBack(course=course, medicine_id="", product=product, amount_mg=None, measures=measures, amount=back, level_mg_per_l=None))
    return found


def share_of(actor: Actor, text: str, tank: Tank) -> float:
    """A typed share of the water, 0 to 1, more than nothing; litres are a share of this tank's."""
    share = actor.read_share(text, field="share", whole_l=tank.net_volume_l)
    if share <= 0:
        raise InvalidInput("This must be more than nothing.", field="share")
    return share


def change_water(actor: Actor, *, uid: UUID, tank: Tank, share: str, task: Task | None, put_back: bool, happened_at: datetime | None) -> dict[str, Any]:
    """Record a water change, and what went back in to make up for it.

    :raises AlreadyDone: somebody did it. :raises InvalidInput: a share that is none, or a task of another tank.
    """
    fraction = share_of(actor, share, tank)
    if task is not None:
        if task.kind != "water_change" or task.course.tank_id != tank.pk:
            raise InvalidInput("This task is not a water change of this tank.", field="task")
        _still_open(actor, task)
    at = when(actor, happened_at)
    back = what_goes_back(tank, changed_fraction=fraction, at=at) if put_back else []
    change = add_water_change(actor, uid=uid, tank=tank, changed_fraction=fraction, happened_at=at)
    for i, part in enumerate(back):
        Dose.objects.create(
            uid=uuid5(uid, f"put back {i}"),
            fishroom=actor.fishroom,
            recorded_at=actor.now,
            recorded_by=actor.keeper,
            course=part.course,
            water_change=change,
            medicine_id=part.medicine_id,
            product=part.product,
            amount_mg=part.amount_mg,
            **({} if part.amount_mg is not None else {PRODUCT_COLUMN[part.measures]: part.amount}),
            net_volume_l=tank.net_volume_l,
            happened_at=at,
        )
    if task is not None:
        _done(actor, task, at=at)
    return {"uid": str(change.uid), "told": put_off(actor, tank)}


def reach_temperature(actor: Actor, *, uid: UUID, task: Task, temperature: str, happened_at: datetime | None) -> dict[str, Any]:
    """The water is as warm as it should be: a reading, and the task is done."""
    if task.kind != "temperature":
        raise InvalidInput("This task is not about warmth.", field="task")
    _still_open(actor, task)
    if not temperature.strip():
        raise InvalidInput("Read the thermometer first.", field="temperature")
    answer = add_reading(actor, uid=uid, tank=task.course.tank, typed=TypedTest(temperature=temperature), happened_at=happened_at)
    _done(actor, task, at=when(actor, happened_at))
    return answer


def leave_out(actor: Actor, *, task: Task) -> dict[str, Any]:
    """A task will not be done. :raises AlreadyDone: it was."""
    _still_open(actor, task)
    task.skipped, task.done_at, task.done_by = True, actor.now, actor.keeper
    task.save(update_fields=["skipped", "done_at", "done_by"])
    return {"uid": str(task.uid)}


def take_up(actor: Actor, *, uid: UUID, task: Task) -> dict[str, Any]:
    """A task that was left out, or ticked by mistake, is due again. :raises Conflict: it was neither."""
    task.refresh_from_db()
    moved = task.kind == "transfer" and task.moved_from is not None
    if not task.skipped and not ((task.kind in TICKED or moved) and task.done_at):
        raise Conflict("This was not left out.", field="task")
    if moved and not task.skipped:
        transfer_back(actor, uid=uid, task=task)
    task.skipped, task.done_at, task.done_by, task.given_words = False, None, None, ""
    task.save(update_fields=["skipped", "done_at", "done_by", "given_words"])
    return {"uid": str(task.uid)}


def strike(actor: Actor, *, uid: UUID, ledger: str, entry: UUID, reason: str) -> dict[str, Any]:
    """Strike out an entry that never happened; a struck dose is due again, and with a water change goes what went back.

    :raises Conflict: two groups put together of which fewer are left now than came in, or a move, which is walked back.
    """
    model, name = LEDGERS[ledger]
    old = find_standing(model, actor, entry, name=name)
    if actor.role == "helper" and old.recorded_by_id != actor.keeper.pk:
        raise Refused("Whoever helps strikes out what he wrote himself. This was written by somebody else.", field="entry")
    if isinstance(old, Move):
        return _apart(actor, old, uid=uid, reason=reason)
    struck = _struck_copy(actor, old, uid=uid, reason=reason)
    if isinstance(old, WaterChange):
        for dose in Dose.objects.standing().filter(water_change=old):
            _struck_copy(actor, dose, uid=uuid5(uid, str(dose.uid)), reason=reason)
        # the task that the change did is due again
        kinds = ("water_change", *WHOLE_CHANGES)
        Task.objects.filter(course__tank=old.tank, kind__in=kinds, done_at=old.happened_at, skipped=False).update(done_at=None, done_by=None)
    if isinstance(old, Recount):
        take_back(actor, old, uid=uid)
    if isinstance(old, Dose) and old.task is not None:
        task = old.task
        task.done_at, task.done_by = None, None
        task.save(update_fields=["done_at", "done_by"])
    tank = old.tank if isinstance(old, WaterReading) else old.course.tank if isinstance(old, Dose) else None
    return {"uid": str(struck.uid), "told": keep_to_clocks(actor, tank) if tank else ""}


def _apart(actor: Actor, merge: Move, *, uid: UUID, reason: str) -> dict[str, Any]:
    """Two groups again, as the counts go; the longer watching stays, because they shared the water."""
    if not merge.joins:
        raise Conflict("A move is not struck out: move them back.", field="entry")
    if count_of(merge.group).count < merge.count:
        raise Conflict("Fewer are left of all of them than were put in. Count them anew instead.", field="entry")
    struck = _struck_copy(actor, merge, uid=uid, reason=reason)
    return {"uid": str(struck.uid), "told": "They are two groups again. Both are watched as long as before, and named fish stay where they are."}


def _struck_copy(actor: Actor, old: LedgerRecord, *, uid: UUID, reason: str) -> LedgerRecord:
    skip = {"id", "uid", "recorded_at", "recorded_by", "by_name", "corrects", "struck", "reason"}
    fields: dict[str, Any] = {f.name: getattr(old, f.name) for f in old._meta.concrete_fields if f.name not in skip}
    fields |= {"uid": uid, "recorded_at": actor.now, "recorded_by": actor.keeper, "corrects": old, "struck": True, "reason": reason.strip()}
    return type(old).objects.create(**fields)
