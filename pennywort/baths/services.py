"""Writes at the bath: made ready, matched, fish in and out, what was seen, the end."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Any
from uuid import UUID

from pennywort.baths.models import BathEvent, BathRun
from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine.bath_run import EVENTS, Happened, RunState, read_run
from pennywort.courses.models import Task
from pennywort.courses.services.tasks import do_task, task_of
from pennywort.fish.models import Group
from pennywort.measure.dose import find_use
from pennywort.measure.reckon import reckon
from pennywort.measure.schemas import BathIn, DoseRequest, MeasuredOut
from pennywort.rooms.actor import Actor
from pennywort.rooms.errors import Conflict
from pennywort.rooms.services import find, new_entry

ROUTES = ("bath", "dip", "topical")
GO = ("amount", "steps")


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
    if use.route not in ROUTES:
        raise InvalidInput("Only a bath, a dip or a swab is run here.", field="request.use")
    asked = request.model_copy(update={"tank": group.tank.uid})
    answer = _told(actor, asked)
    minutes = next((s.lasts_min for s in answer.steps if s.lasts_min), None)
    if not minutes:
        raise InvalidInput("This use has no time in the water.", field="request.use")
    done = _task(actor, task, group)
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
        title=f"{active.short_name[:1].upper()}{active.short_name[1:]}, {use.route.replace('topical', 'swab')}",
        request=asked.model_dump(mode="json"),
        told=answer.model_dump(mode="json"),
        lasts_min=minutes,
        turn_count=asked.bath.turns if asked.bath else 1,
        # a swab is done at the tank: there is no water to match
        matched_at=actor.now if use.route == "topical" else None,
    )
    return {"uid": str(run.uid)}


def _task(actor: Actor, task: UUID | None, group: Group) -> Task | None:
    if task is None:
        return None
    found = task_of(actor, task)
    if found.kind not in ("bath", "dip", "swab") or found.course.tank_id != group.tank_id:
        raise InvalidInput("This task is no bath of these fish.", field="task")
    return found


def match(actor: Actor, *, run: BathRun, bath: BathIn) -> dict[str, Any]:
    """The waters side by side. :raises Refused: the bath dilutes the fish, or is too cold or too warm: made anew or matched first.

    :raises Conflict: fish were in it already.
    """
    if BathEvent.objects.standing().filter(run=run).exists():
        raise Conflict("Fish were in this bath already. Make the next one ready anew.", field="bath")
    if not (bath.temperature.strip() and bath.home_temperature.strip()):
        raise InvalidInput("Read the thermometer in both.", field="bath.temperature" if not bath.temperature.strip() else "bath.home_temperature")
    asked = DoseRequest.model_validate(run.request).model_copy(update={"bath": bath})
    answer = _told(actor, asked)
    run.request, run.told = asked.model_dump(mode="json"), answer.model_dump(mode="json")
    run.turn_count = bath.turns
    run.matched_at = actor.now
    run.save(update_fields=["request", "told", "turn_count", "matched_at"])
    return {"uid": str(run.uid)}


def note(actor: Actor, *, uid: UUID, run: BathRun, kind: str, happened_at: datetime | None) -> dict[str, Any]:
    """Something happened at the bath. Out of the last turn does the task; an overrun stays in the record.

    :raises Conflict: it does not follow: fish in before the waters match, out before in, or after the end.
    """
    if kind not in EVENTS:
        raise InvalidInput("Nothing of this kind happens at a bath.", field="kind")
    events = events_of([run])[run.pk]
    state = state_of(run, events, now=actor.now)
    if state.phase == "done":
        raise Conflict("This bath is over.", field="kind")
    if kind == "in" and run.matched_at is None:
        raise Conflict("Match the waters first: read both thermometers.", field="kind")
    if kind == "in" and state.phase not in ("ready", "between"):
        raise Conflict("Fish are in it already.", field="kind")
    if kind == "out" and state.phase not in ("in", "take_out"):
        raise Conflict("No fish are in it.", field="kind")
    entry = new_entry(BathEvent, actor, uid=uid, name="entry", happened_at=happened_at, run=run, kind=kind)
    if state.in_at is not None and kind == "out" and entry.happened_at < state.in_at:
        raise InvalidInput("They can’t be out before they were in.", field="happened_at")
    after = state_of(run, [*events, entry], now=actor.now)
    if after.phase == "done" and run.task is not None and run.task.done_at is None and after.turn_count > 0:
        do_task(actor, uid=uid, task=run.task, happened_at=entry.happened_at)
    return {"uid": str(entry.uid)}
