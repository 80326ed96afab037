"""Routes of the bath side."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.baths import schemas, services
from pennywort.baths.models import BathEvent, BathRun
from pennywort.core.medicine.bath_run import COLOURS, NOTED, SIGNS, RunState, clock_words, minute_marks, rescue_in_tank, rescue_steps
from pennywort.core.medicine.phrases import SPENT_IN_TANK, time_in
from pennywort.core.reference import library
from pennywort.core.reference.naming import plural
from pennywort.fish.models import Group
from pennywort.fish.queries import count_of, counted
from pennywort.fish.services import group_of
from pennywort.measure.dose import stop_words
from pennywort.measure.schemas import MeasuredOut
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Write
from pennywort.records.writes import writes

router = Router(tags=["baths"])
LATELY = timedelta(days=14)
WORDS: dict[str, str] = {
    "in": "fish in",
    "out": "fish out",
    "end": "ended",
    "again": "given once more",
    "strip": "test strip",
    **SIGNS,
    **NOTED,
    **{name: f"colour: {label}" for name, (label, _) in COLOURS.items()},
}


def _fish(run: BathRun) -> str:
    left = count_of(run.group)
    return f"{left.words} {plural(run.group.species_name, left.count)}"


FISH = schemas.RunWordsOut(
    start_say="Fish in. The timer starts with the press, and runs on whatever happens to this phone.", start="Fish in, start the timer",
    stop="Take out", stop_sure="They are out", stop_small="stops the clock", alarm="Take them out now", alarm_done="They are out",
    alarm_sure="Out, all of them", until="out at",
)  # fmt: skip


def _day(run: BathRun) -> schemas.RunWordsOut:
    """A day in the tank is stopped with what uses its medicine up, by the medicine's own file: the first of it."""
    found = library()
    stops = [found.actives[s.active].short_name for s in found.actives[run.active_id].stopped_by][:1]
    done = f"{stops[0].capitalize()} is in" if stops else "It is stopped"
    return schemas.RunWordsOut(
        start_say="It goes in. The timer starts with the press, and runs on whatever happens to this phone.", start="It is in, start the timer",
        stop="Stop it", stop_sure=done, stop_small="ends the day", alarm=f"Stop it now: {stops[0]} in" if stops else "Stop it now", alarm_done=done,
        alarm_sure="In, and the colour goes" if stops else "Stopped", until="stop at",
    )  # fmt: skip


SWAB = schemas.RunWordsOut(
    start_say="One pass, seconds, then back into its water. Press once it is done; a second pass today would take the cells that heal.",
    start="One pass is done", stop="", stop_sure="", stop_small="", alarm="", alarm_done="", alarm_sure="", until="",
)  # fmt: skip
EGGS = schemas.RunWordsOut(
    start_say="Eggs in. The timer starts with the press, and runs on whatever happens to this phone.", start="Eggs in, start the timer",
    stop="Take out", stop_sure="They are out", stop_small="stops the clock", alarm="Take the eggs out now", alarm_done="They are out",
    alarm_sure="Out, all of them", until="out at",
)  # fmt: skip
EGGS_WORDS: dict[str, str] = {"in": "eggs in", "out": "eggs out"}
SWAB_WORDS: dict[str, str] = {"in": "one pass", "out": "back in its water"}
DAY_WORDS: dict[str, str] = {"in": "it went in", "out": "stopped"}


def _again(run: BathRun, events: list[BathEvent], told: MeasuredOut) -> schemas.AgainOut | None:
    if not services.again_allowed(run, events) or not told.amounts:
        return None
    use = library().uses[run.use_id][1]
    assert use.dose is not None and use.most_in_all is not None
    given = sum(e.kind in ("in", "again") for e in events)
    amount, dose = told.amounts[0].big, use.dose.value
    return schemas.AgainOut(
        words=f"Once more {amount.figure} {amount.unit}: {dose * (given + 1):g} mg/L in all, of {use.most_in_all.value:g} at most",
        careful="The careful stop here, clean the tank, and begin again in a week.",
    )


def _colours(run: BathRun, *, day: bool) -> list[schemas.BathColourOut]:
    """What its colours mean, of what has any."""
    active = library().actives.get(run.active_id)
    if active is None or active.mix != "colour":
        return []
    return [schemas.BathColourOut(id=i, label=w, words=SPENT_IN_TANK if day and i == "brown" else what) for i, (w, what) in COLOURS.items()]


def _stops_with(run: BathRun, events: list[BathEvent], told: MeasuredOut) -> str:
    """What stops it at once: of a day in the tank all that went in so far, at least the first time's."""
    if not services.in_tank(run) or not told.amounts or told.amounts[0].active_mg is None:
        return told.stops_with
    given = max(1, sum(e.kind in ("in", "again") for e in events))
    return stop_words(library().actives[run.active_id], active_mg=told.amounts[0].active_mg * given)


def _log(actor: Actor, run: BathRun, events: list[BathEvent]) -> list[schemas.BathLogOut]:
    """Everything that happened, with its second since the timer began."""
    words = WORDS | (DAY_WORDS if services.in_tank(run) else SWAB_WORDS if services.is_swab(run) else EGGS_WORDS if services.of_eggs(run) else {})
    rows, began = [], None
    today = actor.local(actor.now).date()
    for e in events:
        at = actor.local(e.happened_at)
        began = e.happened_at if e.kind == "in" else began
        strip = f" {e.strip_mg_per_l:g} mg/L" if e.strip_mg_per_l is not None else ""
        timed = began is not None and e.kind not in ("in", "end") and not services.is_swab(run)
        second = f", {clock_words(int((e.happened_at - began).total_seconds()))} in" if timed and began else ""
        rows.append(
            schemas.BathLogOut(
                at_words=f"{at:%H:%M:%S}" if at.date() == today else f"{at:%a %H:%M:%S}", words=f"{words[e.kind]}{strip}{second}", by=actor.signed(e)
            )
        )
    return rows


def _ended(run: BathRun, state: RunState) -> str:
    """How the last turn ended, in words."""
    if state.out_at is None:
        return ""
    if services.is_swab(run):
        return "one pass, and back in its water"
    words = f"{'stopped' if services.in_tank(run) else 'out'} after {clock_words(state.elapsed_s)}"
    if state.over_s > 0:
        return f"{words}, {clock_words(state.over_s)} over its time"
    return f"{words}, early: {SIGNS[state.sign]}" if state.sign else words


def _pairs(run: BathRun) -> list[schemas.BathPairOut]:
    bath = run.request.get("bath") or {}
    rows = [("temperature", bath.get("temperature", ""), bath.get("home_temperature", ""))]
    water, home = bath.get("water") or {}, bath.get("home") or {}
    other = bath.get("other_water") or bath.get("made_with", "own") != "own"
    rows += [(salt.label, water.get(salt.id, "") if other else "", home.get(salt.id, "")) for salt in library().salts.values()]
    return [schemas.BathPairOut(name=n, bath=b or ("" if other else "their own water"), home=h) for n, b, h in rows if b or h]


def _most_min(run: BathRun) -> float:
    """Never longer than this, by the formulary."""
    known = library().uses.get(run.use_id)
    if known is None:
        return run.lasts_min
    use = known[1]
    return use.most_minutes or (use.minutes.high or use.minutes.value if use.minutes else run.lasts_min)


def run_out(actor: Actor, run: BathRun) -> schemas.RunOut:
    """A run for the screen."""
    events = services.events_of([run])[run.pk]
    state = services.state_of(run, events, now=actor.now)
    told = MeasuredOut.model_validate(run.told)
    turn = [e for e in events if state.in_at is None or e.happened_at >= state.in_at]
    day = services.in_tank(run)
    stop = _stops_with(run, events, told)
    read = services.strip_read(events)
    turn_next = max(1, state.turn_count + (1 if state.phase == "between" else 0))
    swab, eggs = services.is_swab(run), services.of_eggs(run)
    return schemas.RunOut(
        uid=run.uid,
        title=run.title,
        tank=run.tank.uid,
        tank_name=run.tank.name,
        group=run.group.uid,
        fish=_fish(run),
        phase=state.phase,
        turn=turn_next,
        turns=run.turn_count,
        minutes=run.lasts_min,
        minutes_words=time_in(run.lasts_min),
        now=actor.now,
        in_at=state.in_at,
        limit_at=state.limit_at,
        elapsed_s=state.elapsed_s,
        over_s=state.over_s,
        sign=SIGNS.get(state.sign, ""),
        marks=[schemas.BathMarkOut(second=s, words=w) for s, w in minute_marks(run.lasts_min, **({"last_words": "stop it now"} if day else {}))],
        steps=told.steps,
        measured=told,
        matched=run.matched_at is not None,
        must_match=not swab and not day and not eggs,
        stops=[c.text for c in told.cautions if c.level == "never"],
        pairs=_pairs(run),
        tender=list(services.tender_of(run)),
        most_min=max(run.lasts_min, _most_min(run)),
        noted=[] if eggs else [schemas.BathNotedOut(id=i, label=w, count=sum(e.kind == i for e in turn)) for i, w in NOTED.items()],
        colour=next((e.kind for e in reversed(turn) if e.kind in COLOURS), ""),
        within_reach=stop,
        signs=[] if eggs else [schemas.BathSignOut(id=i, label=w) for i, w in SIGNS.items()],
        colours=_colours(run, day=day),
        rescue=list(rescue_in_tank(stop_words=stop) if day else rescue_steps(neutraliser=f"To stop it: {stop}" if stop else "")),
        log=_log(actor, run, events),
        ended_words=_ended(run, state) if state.phase in ("between", "done") else "",
        say=_day(run) if day else SWAB if swab else EGGS if eggs else FISH,
        again=_again(run, events, told) if state.phase == "in" else None,
        in_tank=day,
        swab=swab,
        check_words=next((s.text for s in told.steps if s.role == "check" and s.turn == turn_next), ""),
        strip_floor=f"{told.strip_floor_mg_per_l:.0f} mg/L" if told.strip_floor_mg_per_l is not None else "",
        strip_read=f"{read:g} mg/L" if read is not None else "",
    )


@writes(router, "/groups/{uuid:group_id}/baths")
def prepare_bath(actor: Actor, group_id: UUID, body: schemas.PrepareIn) -> dict[str, Any]:
    """Make a bath, a dip or a swab ready for these fish."""
    group = group_of(actor, group_id)
    return services.prepare(actor, uid=body.write_id, group=group, request=body.request, task=body.task)


@router.get("/baths", response=list[schemas.BathRow], operation_id="baths")
def baths(request: HttpRequest, room_id: Path[UUID]) -> list[schemas.BathRow]:
    """The baths of the last two weeks, the newest first; those that run stand on top."""
    actor = act(request, room_id)
    found = BathRun.objects.filter(fishroom=actor.fishroom, recorded_at__gt=actor.now - LATELY).select_related("tank").order_by("-recorded_at", "-pk")
    runs = list(found[:60])
    events = services.events_of(runs)
    groups = {g.pk: g for g in counted(Group.objects.filter(pk__in={run.group_id for run in runs}))}
    rows = []
    for run in runs:
        run.group = groups[run.group_id]
        state = services.state_of(run, events[run.pk], now=actor.now)
        local = actor.local(run.recorded_at)
        rows.append(
            schemas.BathRow(
                uid=run.uid,
                title=run.title,
                tank_name=run.tank.name,
                fish=_fish(run),
                at_words=f"{local:%a} {local.day} {local:%b} {local:%H:%M}",
                phase=state.phase,
                ended_words=_ended(run, state) or ("not begun" if state.phase == "ready" else ""),
            )
        )
    return sorted(rows, key=lambda r: r.phase not in ("in", "take_out", "between"))


@router.get("/baths/{uuid:bath_id}", response=schemas.RunOut, operation_id="bath")
def bath(request: HttpRequest, room_id: Path[UUID], bath_id: UUID) -> schemas.RunOut:
    """One run as it stands now."""
    actor = act(request, room_id)
    return run_out(actor, services.run_of(actor, bath_id))


@writes(router, "/baths/{uuid:bath_id}/match")
def match_bath(actor: Actor, bath_id: UUID, body: schemas.MatchIn) -> dict[str, Any]:
    """Match the bath's water with theirs; a bath that dilutes, or is too cold, is stopped here."""
    run = services.run_of(actor, bath_id)
    return services.match(actor, run=run, bath=body.bath)


@writes(router, "/baths/{uuid:bath_id}/given")
def bath_given(actor: Actor, bath_id: UUID, body: schemas.BathGivenIn) -> dict[str, Any]:
    """A bath from notes: fish in and out, at hours that have been."""
    run = services.run_of(actor, bath_id)
    return services.given(actor, uid=body.write_id, run=run, happened_at=body.happened_at, minutes=body.minutes)


@writes(router, "/baths/{uuid:bath_id}/plan")
def plan_after_bath(actor: Actor, bath_id: UUID, body: Write) -> dict[str, Any]:
    """Put what it advises for the days after on Today."""
    return services.plan_after(actor, uid=body.write_id, run=services.run_of(actor, bath_id))


@writes(router, "/baths/{uuid:bath_id}/events")
def note_at_bath(actor: Actor, bath_id: UUID, body: schemas.BathEventIn) -> dict[str, Any]:
    """Fish in, fish out, a sign, a colour, the end."""
    run = services.run_of(actor, bath_id)
    return services.note(actor, uid=body.write_id, run=run, kind=body.kind, happened_at=body.happened_at, strip=body.strip)
