"""Writes at the bath: made ready, matched, fish in and out, what was seen, the end."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.baths.models import BathEvent, BathRun
from pennywort.core.errors import Conflict, InvalidInput, Refused
from pennywort.core.medicine.bath_run import EVENTS, Happened, RunState, may_give_again, read_run, soonest_again
from pennywort.core.medicine.guards import tender_words
from pennywort.core.medicine.product import measured_for
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Use
from pennywort.core.reference.kinds import kinds_of
from pennywort.core.reference.naming import capital
from pennywort.courses.models import Task
from pennywort.courses.queries.running import RUN_HERE
from pennywort.courses.services.tasks import LONGEST_BATH_MIN, Given, do_task, give_again, give_dose, task_of
from pennywort.fish.models import Group
from pennywort.fish.queries import species_of_group
from pennywort.measure.dose import find_use
from pennywort.measure.reckon import reckon
from pennywort.measure.requests import BathIn, DoseRequest
from pennywort.measure.schemas import MeasuredOut
from pennywort.readiness.plans import put_plan
from pennywort.records.actor import Actor
from pennywort.records.services import CLOCK_SLACK, find, new_entry, when
from pennywort.shelf.models import Bottle
from pennywort.shelf.queries import product_of_bottle
from pennywort.shelf.stocked import take

ROUTES = ("bath", "dip", "topical", "eggs")
# a use in the tank itself that is stopped by the clock
IN_TANK = "prolonged"
GO = ("amount", "steps")
# a swab has no timer: seconds, at the tank
SWAB_MIN = 0.2
TITLES = {"topical": "swab", "eggs": "a bath for eggs", IN_TANK: "a day in the tank"}


def run_of(actor: Actor, uid: UUID) -> BathRun:
    """:raises NotFound: not in this fishroom."""
    return find(BathRun, actor, uid, name="bath")


def events_of(runs: Sequence[BathRun]) -> dict[int, list[BathEvent]]:
    """What stands of each of these, in order."""
    found: dict[int, list[BathEvent]] = {run.pk: [] for run in runs}
    for event in BathEvent.objects.standing().filter(run__in=runs).select_related("recorded_by").order_by("happened_at", "pk"):
        found[event.run_id].append(event)
    return found


def state_of(run: BathRun, events: list[BathEvent], *, now: datetime) -> RunState:
    """Where the run stands at an instant."""
    happened = [Happened(at=e.happened_at, kind=e.kind) for e in events]
    return read_run(happened, minutes=run.lasts_min, turns=run.turn_count, now=now)


def _told(actor: Actor, request: DoseRequest) -> MeasuredOut:
    """The formulary's answer to a bath. :raises Refused: what stops it, or what must be confirmed first."""
    answer = reckon(actor, request)
    if answer.verdict not in GO:
        never = next((c.text for c in answer.cautions if c.level == "never"), "")
        raise Refused(answer.words or never or "This bath can’t be made here.", field="request")
    return answer


def prepare(actor: Actor, *, uid: UUID, group: Group, request: DoseRequest, task: UUID | None) -> dict[str, Any]:
    """Make a bath ready for a group, with its amounts and its steps; nothing runs yet.

    :raises InvalidInput: a use that is no bath, dip or swab. :raises Refused: what the formulary stops.
    """
    active, use = find_use(request.use)
    in_tank = use.route == IN_TANK and use.minutes is not None
    if use.route not in ROUTES and not in_tank:
        raise InvalidInput("Only a bath, a dip, a swab or a day by the clock is run here.", field="request.use")
    # in the tank it meets the tank's own water, whatever was typed
    asked = request.model_copy(update={"tank": group.tank.uid, **({"volume": ""} if in_tank else {})})
    done = _task(actor, task, group, dose_of=active.id if in_tank else "")
    # the minutes that a course asks for are the bath's, unless others are typed
    if done is not None and done.lasts_min and not asked.minutes.strip():
        asked = asked.model_copy(update={"minutes": f"{done.lasts_min:g}"})
    not_too_soon(actor, group=group, use=use)
    answer = _told(actor, asked)
    minutes = SWAB_MIN if use.route == "topical" else next((s.lasts_min for s in answer.steps if s.lasts_min), None)
    if not minutes:
        raise InvalidInput("This use has no time in the water.", field="request.use")
    run = BathRun.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        group=group,
        tank=group.tank,
        task=done,
        use_id=use.id,
        active_id=active.id,
        title=f"{capital(active.short_name)}, {TITLES.get(use.route, use.route)}",
        request=asked.model_dump(mode="json"),
        told=answer.model_dump(mode="json"),
        lasts_min=minutes,
        turn_count=asked.bath.turns if asked.bath else 1,
        # a swab is done at the tank, a day in it, and eggs lie in their own water: there is nothing to match
        matched_at=actor.now if use.route in ("topical", "eggs") or in_tank else None,
    )
    return {"uid": str(run.uid)}


def not_too_soon(actor: Actor, *, group: Group, use: Use, but: BathRun | None = None) -> None:
    """The least time between two of a kind, for the same fish, or in the same tank, also where the last one was broken off.

    :raises Refused: it has not passed, saying from when it may follow.
    """
    if use.apart_h is None:
        return
    where = {"run__tank": group.tank} if use.route == IN_TANK else {"run__group": group}
    active = library().uses[use.id][0]
    events = BathEvent.objects.standing().filter(kind="in", run__active_id=active.id, **where)
    if but is not None:
        events = events.exclude(run=but)
    # those that were said to be done already, and not run here, count as well
    uses = [u.id for u in active.uses]
    ticked = Task.objects.filter(course__tank=group.tank, use_id__in=uses, done_at__isnull=False, skipped=False).exclude(given_words="")
    before = [*events.values_list("happened_at", flat=True), *(at for at in ticked.values_list("done_at", flat=True) if at)]
    again = soonest_again(before, apart_h=use.apart_h.value)
    if again is not None and actor.now < again:
        local = actor.local(again)
        hours = use.apart_h.value
        apart = f"{hours / 24:g} days" if hours >= 72 else f"{hours:g} hours"
        raise Refused(f"The last one is less than {apart} ago: their gills and skin need that long. Again from {local:%A} {local:%H:%M}.", field="request.use")


def plan_after(actor: Actor, *, uid: UUID, run: BathRun) -> dict[str, Any]:
    """Put what a bath or a day in the tank advises on Today: looks and tests of the next days, and from when another may follow.

    :raises Conflict: no fish were in it yet.
    """
    began = max((e.happened_at for e in events_of([run])[run.pk] if e.kind == "in"), default=None)
    if began is None:
        raise Conflict("Nothing went in yet.", field="plan")
    known = library().uses.get(run.use_id)
    apart_h = known[1].apart_h.value if known is not None and known[1].apart_h is not None else None
    again = soonest_again([began], apart_h=apart_h)
    return put_plan(
        actor, uid=uid, tank=run.tank, plan="tank_day" if in_tank(run) else "bath", first_on=actor.local(began).date(),
        again_on=actor.local(again).date() if again else None,
    )  # fmt: skip


def tender_of(run: BathRun) -> tuple[str, ...]:
    """What is to be minded of the fish of this bath: the kind bears it poorly, or for less long."""
    known, kind = library().uses.get(run.use_id), species_of_group(run.group)
    if known is None or kind is None or of_eggs(run):
        return ()
    own = tuple(f"{kind.name}: {t.text}" for t in kind.tolerances if t.active == run.active_id)
    return (*own, *tender_words(*known, lives=kinds_of([kind], kin=library().kin), temperature_c=None, found=library()))


def _task(actor: Actor, task: UUID | None, group: Group, *, dose_of: str) -> Task | None:
    """The task that a run does: a bath; of a day in the tank the dose that begins it."""
    if task is None:
        return None
    found = task_of(actor, task)
    fits = found.kind == "dose" and found.medicine_id == dose_of if dose_of else found.kind in RUN_HERE
    if not fits or found.course.tank_id != group.tank_id:
        raise InvalidInput("This task is no bath of these fish.", field="task")
    return found


def in_tank(run: BathRun) -> bool:
    """Whether the medicine goes into the tank itself."""
    known = library().uses.get(run.use_id)
    return known is not None and known[1].route == IN_TANK


def of_eggs(run: BathRun) -> bool:
    """Whether eggs lie in it, not fish: no sign of distress ends it."""
    return _route(run) == "eggs"


def is_swab(run: BathRun) -> bool:
    """Whether it is a wound that is swabbed: no water to match, no timer."""
    return _route(run) == "topical"


def _route(run: BathRun) -> str:
    """The way it is given; empty of a use that the reference no longer holds."""
    known = library().uses.get(run.use_id)
    return known[1].route if known is not None else ""


def again_allowed(run: BathRun, events: Sequence[BathEvent]) -> bool:
    """Whether it may be given once more, by its colour and by the most in all."""
    known = library().uses.get(run.use_id)
    if known is None or known[1].most_in_all is None or known[1].dose is None:
        return False
    use = known[1]
    assert use.most_in_all is not None and use.dose is not None
    return may_give_again([e.kind for e in events], dose_mg_per_l=use.dose.value, most_mg_per_l=use.most_in_all.value)


def _dosed(actor: Actor, *, uid: UUID, run: BathRun, first: bool, at: datetime) -> None:
    """The dose of a course goes into the water's ledger: the first one as its task, a further one beside it."""
    task = run.task
    assert task is not None
    amount = MeasuredOut.model_validate(run.told).amounts[0]
    # what was taken, as its active: the run's bottle may be another than the course's
    given = Given(text=f"{amount.exact.figure} {amount.exact.unit}", active_mg=amount.active_mg)
    if first:
        give_dose(actor, uid=uuid5(uid, "dose"), task=task, amount=given, confirm_unusual=True, happened_at=at, corrects=None)
    else:
        give_again(actor, uid=uuid5(uid, "dose"), task=task, amount=given, happened_at=at)


def match(actor: Actor, *, run: BathRun, bath: BathIn) -> dict[str, Any]:
    """The waters side by side. :raises Refused: the bath dilutes the fish, or is too cold or too warm: made anew or matched first.

    :raises Conflict: fish were in it already.
    """
    if BathEvent.objects.standing().filter(run=run).exists():
        raise Conflict("Fish were in this bath already. Make the next one ready anew.", field="bath")
    if not (bath.temperature.strip() and bath.home_temperature.strip()):
        raise InvalidInput("Read the thermometer in both.", field="bath.temperature" if not bath.temperature.strip() else "bath.home_temperature")
    if bath.made_with != "own":
        for name, salts in (("water", bath.water), ("home", bath.home)):
            if not any(text.strip() for text in salts.model_dump().values()):
                whose = "the bath’s water" if name == "water" else "their own water"
                raise InvalidInput(f"Read {whose}: TDS, conductivity or salinity. A thinner bath dilutes them.", field=f"bath.{name}.tds")
    asked = DoseRequest.model_validate(run.request).model_copy(update={"bath": bath})
    answer = _told(actor, asked)
    run.request, run.told = asked.model_dump(mode="json"), answer.model_dump(mode="json")
    run.turn_count = bath.turns
    run.matched_at = actor.now
    run.save(update_fields=["request", "told", "turn_count", "matched_at"])
    return {"uid": str(run.uid)}


def strip_read(events: Sequence[BathEvent]) -> float | None:
    """What the last test strip of this mix showed since fish were last in it, mg/L."""
    since = max((i for i, e in enumerate(events) if e.kind == "in"), default=-1)
    return next((e.strip_mg_per_l for e in reversed(events[since + 1 :]) if e.kind == "strip"), None)


def _mix_serves(run: BathRun, events: Sequence[BathEvent], *, turn: int) -> None:
    """A further turn of fish goes only into a mix that still reads enough. :raises Conflict: it was not read, or reads too little."""
    floor = MeasuredOut.model_validate(run.told).strip_floor_mg_per_l
    if turn < 2 or floor is None:
        return
    read = strip_read(events)
    if read is None:
        raise Conflict(f"Read a test strip first: it must still show {floor:.0f} mg/L.", field="strip")
    if read < floor:
        raise Conflict(f"The strip shows {read:g} mg/L, and at least {floor:.0f} is wanted: make the mix anew for the next fish.", field="strip")


def _follows(run: BathRun, events: Sequence[BathEvent], state: RunState, *, kind: str) -> None:
    """:raises Conflict: this does not follow what happened: fish in before the waters match, out before in, or after the end."""
    if state.phase == "done":
        raise Conflict("This bath is over.", field="kind")
    if kind == "in" and run.matched_at is None:
        raise Conflict("Match the waters first: read both thermometers.", field="kind")
    if kind == "in" and state.phase not in ("ready", "between"):
        raise Conflict("Fish are in it already.", field="kind")
    if kind == "out" and state.phase not in ("in", "take_out"):
        raise Conflict("No fish are in it.", field="kind")
    if kind == "again" and (state.phase != "in" or not again_allowed(run, events)):
        raise Conflict("Not again now: look at the colour first, and never more than the most in all.", field="kind")


def _from_the_bottle(actor: Actor, *, uid: UUID, run: BathRun, at: datetime) -> None:
    """What the mix took of a bottle of the shelf, where it was made from one; it is made once for all turns."""
    named = run.request.get("bottle")
    amounts = run.told.get("amounts") or [{}]
    active_mg = amounts[0].get("active_mg")
    bottle = Bottle.objects.filter(fishroom=actor.fishroom, uid=named).first() if named else None
    if bottle is not None and active_mg:
        amount = measured_for(product_of_bottle(bottle), active_mg=active_mg)[1]
        take(actor, uid=uuid5(uid, "taken"), item=bottle, amount=amount, note=run.title, happened_at=at)


def note(actor: Actor, *, uid: UUID, run: BathRun, kind: str, happened_at: datetime | None, strip: str = "") -> dict[str, Any]:
    """Something happened at the bath. Out of the last turn does the task; an overrun stays in the record.

    :raises Conflict: it does not follow: fish in before the waters match, out before in, or after the end.
    """
    if kind not in EVENTS:
        raise InvalidInput("Nothing of this kind happens at a bath.", field="kind")
    events = events_of([run])[run.pk]
    state = state_of(run, events, now=actor.now)
    _follows(run, events, state, kind=kind)
    if kind == "in":
        _mix_serves(run, events, turn=state.turn_count + 1)
        known = library().uses.get(run.use_id)
        if known is not None and state.turn_count == 0:
            not_too_soon(actor, group=run.group, use=known[1], but=run)
    read = actor.read(strip, kind="concentration", field="strip") if kind == "strip" else None
    entry = new_entry(BathEvent, actor, uid=uid, name="entry", happened_at=happened_at, run=run, kind=kind, strip_mg_per_l=read)
    if kind in ("in", "again") and run.task is not None and run.task.kind == "dose":
        _dosed(actor, uid=uid, run=run, first=kind == "in", at=entry.happened_at)
    elif kind == "in" and state.turn_count == 0:
        _from_the_bottle(actor, uid=uid, run=run, at=entry.happened_at)
    if state.in_at is not None and kind == "out" and entry.happened_at < state.in_at:
        raise InvalidInput("They can’t be out before they were in.", field="happened_at")
    happened = [*events, entry]
    if kind == "in" and is_swab(run):
        # one pass, and the fish is back: there is nothing to time
        happened.append(new_entry(BathEvent, actor, uid=uuid5(uid, "out"), name="entry", happened_at=entry.happened_at, run=run, kind="out"))
    after = state_of(run, happened, now=actor.now)
    open_task = run.task if run.task is not None and run.task.kind != "dose" and run.task.done_at is None else None
    if open_task is not None and after.phase == "done" and after.turn_count > 0:
        do_task(actor, uid=uid, task=open_task, happened_at=entry.happened_at)
    return {"uid": str(entry.uid)}


def given(actor: Actor, *, uid: UUID, run: BathRun, happened_at: datetime, minutes: str) -> dict[str, Any]:
    """A bath that was given without the timer here, written down from notes: fish in, and out so many minutes later.

    :raises Conflict: fish were in this one already, or the medicine went into the tank itself. :raises InvalidInput: no time in it, or an
        end that is still to come.
    """
    if in_tank(run):
        raise Conflict("What went into the tank itself is written down as its dose.", field="happened_at")
    if BathEvent.objects.standing().filter(run=run).exists():
        raise Conflict("Fish were in this bath already. Make the next one ready anew.", field="happened_at")
    lasted = SWAB_MIN if is_swab(run) else actor.read(minutes, kind="number", field="minutes")
    if not 0 < lasted <= LONGEST_BATH_MIN:
        raise InvalidInput(f"More than nought and at most {LONGEST_BATH_MIN} minutes.", field="minutes")
    out_at = when(actor, happened_at) + timedelta(minutes=lasted)
    if out_at > actor.now + CLOCK_SLACK:
        raise InvalidInput("They would still be in it. Run it by the timer instead.", field="minutes")
    for kind, at, one in (("in", happened_at, uid), ("out", out_at, uuid5(uid, "out"))):
        new_entry(BathEvent, actor, uid=one, name="entry", happened_at=at, run=run, kind=kind)
    run.turn_count = 1
    run.save(update_fields=["turn_count"])
    if run.task is not None and run.task.done_at is None:
        do_task(actor, uid=uid, task=run.task, happened_at=out_at)
    return {"uid": str(uid)}
