"""Writes of a rehearsal: it begins in a fishroom of its own, time is waited away, and what no other screen does is done."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from datetime import timedelta
from typing import Any
from uuid import UUID, uuid5

from django.db import transaction
from django.db.models import Max, Sum
from django.utils import timezone

from pennywort.accounts.models import Fishroom, Membership
from pennywort.core.errors import Conflict, InvalidInput, NotFound
from pennywort.core.living.shown import read_off
from pennywort.core.living.world import Seen
from pennywort.core.reference import library
from pennywort.core.reference.living_models import Scenario
from pennywort.core.reference.naming import plural
from pennywort.core.reference.own import read_own_scenario
from pennywort.courses.models import Task
from pennywort.fish.models import Loss
from pennywort.fish.population import AboutLoss, add_loss
from pennywort.fish.services import add_group
from pennywort.records.actor import Actor
from pennywort.records.models import WriteReceipt
from pennywort.records.services import new_entry
from pennywort.rehearse.models import KeptLine, Rehearsal, RehearsalAct
from pennywort.rehearse.played import Played
from pennywort.shelf.services import TypedBottle, add_bottle
from pennywort.tanks.models import Tank, WaterReading
from pennywort.tanks.services import TypedTank, add_water_change, keep_tank

HOURS, DAY = 6, 24
SEEDS = 1_000_000
# how far a kit of colours is off, and a meter (common practice)
COLOURS, METERS = 0.05, 0.01
# whoever wrote nothing for so long was away
AWAY, MINUTE = timedelta(minutes=30), timedelta(minutes=1)


def scenario_of(body_id: str, text: str) -> Scenario:
    """A shipped one, or one's own as written. :raises InvalidInput: neither, or one that can't be, naming the place."""
    if text.strip():
        return read_own_scenario(text, found=library())
    found = library().scenarios.get(body_id)
    if found is None:
        raise InvalidInput("There is no such scenario.", field="scenario")
    return found


def begin(actor: Actor, *, uid: UUID, scenario: Scenario, seed: int | None) -> UUID:
    """A fishroom to rehearse in, with its tank, its fish and its shelf; nothing is written where the keeper comes from. The same id is the same one."""
    if (room := Fishroom.objects.filter(uid=uid).first()) is not None:
        if not Membership.objects.filter(fishroom=room, keeper=actor.keeper).exists():
            raise NotFound("There is no such fishroom.")
        return room.uid
    chosen = int(uid) % SEEDS if seed is None else seed
    with transaction.atomic():
        room = Fishroom.objects.create(uid=uid, name=scenario.name[:60], time_zone=actor.fishroom.time_zone, law=actor.fishroom.law, rehearsal=True)
        Membership.objects.create(fishroom=room, keeper=actor.keeper, role="owner")
        there = Actor(keeper=actor.keeper, fishroom=room, now=timezone.now())
        _furnish(there, scenario, uid=uid)
        Rehearsal.objects.create(
            uid=uid, fishroom=room, recorded_at=there.now, recorded_by=actor.keeper, scenario=scenario.model_dump(mode="json"), seed=chosen
        )
    return room.uid


def _furnish(there: Actor, scenario: Scenario, *, uid: UUID) -> None:
    box = scenario.tank
    typed = TypedTank(length=f"{box.length_cm} cm", width=f"{box.width_cm} cm", water_depth=f"{box.depth_cm} cm")
    facts = {"code": "R", "name": "The tank", "water_type": scenario.water, "has_invertebrates": False, "has_plants": False, "equipment": []}
    keep_tank(there, uid=uuid5(uid, "tank"), tank=None, typed=typed, facts=facts)
    tank = Tank.objects.get(fishroom=there.fishroom)
    for place, fish in enumerate(scenario.fish):
        add_group(
            there, uid=uuid5(uid, f"group {place}"), tank=tank, species=fish.species, count=fish.count + fish.dead_on_arrival, count_plus_minus=0,
            dead_on_arrival=fish.dead_on_arrival, supplier="", arrived_on=None,
        )  # fmt: skip
    for place, bottle in enumerate(scenario.shelf):
        name = f"{library().actives[bottle.active].short_name}, {bottle.mg_per_ml:g} mg in each mL"
        told = TypedBottle(name=name, active=bottle.active, kind="mg_per_ml", value=f"{bottle.mg_per_ml}", form=bottle.form)
        add_bottle(there, uid=uuid5(uid, f"bottle {place}"), typed=told)


def rehearsal_in(actor: Actor) -> Rehearsal:
    """:raises NotFound: this fishroom is none to rehearse in."""
    found = Rehearsal.objects.filter(fishroom=actor.fishroom).first() if actor.fishroom.rehearsal else None
    if found is None:
        raise NotFound("This is no rehearsal.")
    return found


def running_in(actor: Actor) -> Played:
    """A rehearsal that is still played. :raises Conflict: it has ended."""
    rehearsal = rehearsal_in(actor)
    if rehearsal.ended_at is not None:
        raise Conflict("This rehearsal has ended: its reveal shows what it was.")
    return Played(actor=actor, rehearsal=rehearsal)


def next_task(played: Played) -> tuple[Task, int] | None:
    """What falls due next after now, and in how many whole hours."""
    task = Task.objects.filter(fishroom=played.actor.fishroom, done_at=None, skipped=False, due_at__gt=played.actor.now).order_by("due_at", "pk").first()
    if task is None:
        return None
    return task, max(1, round((task.due_at - played.actor.now) / timedelta(hours=1) + 0.4999))


def hours_to(played: Played, to: str) -> int:
    """How long is waited. :raises Conflict: nothing falls due, or it is over."""
    left = played.most_hours - played.now_h
    if left <= 0:
        raise Conflict("Its days are over. End it to see what it was.")
    if to == "task":
        due = next_task(played)
        if due is None:
            raise Conflict("Nothing falls due here. Wait six hours, or a day.")
        return min(due[1], left)
    return min(HOURS if to == "hours" else DAY, left)


def found_dead(played: Played, *, hours: int) -> list[tuple[int, int]]:
    """How many of each group are found dead so many hours from now, by its place: who is not alive and in no loss yet. Reads only, and takes its time."""
    alive = played.lived(until_h=played.now_h + hours).last.alive[0, 0]
    written = dict(Loss.objects.standing().filter(group__in=played.groups).values_list("group_id").annotate(Sum("count")))
    dead = Counter(kind for kind, lives in zip(played.kind_of_fish, alive, strict=True) if not lives)
    missing = {kind: dead[kind] - written.get(group.pk, 0) for kind, group in enumerate(played.groups)}
    return [(kind, count) for kind, count in missing.items() if count > 0]


def go_on(actor: Actor) -> None:
    """Whoever comes back finds the water as he left it: its clock stood still, give or take a minute."""
    rehearsal = rehearsal_in(actor)
    last = WriteReceipt.objects.filter(fishroom=actor.fishroom).aggregate(last=Max("at"))["last"] or rehearsal.recorded_at
    away = actor.now - last
    if rehearsal.ended_at is None and away > AWAY:
        Fishroom.objects.filter(pk=actor.fishroom.pk, ahead=actor.fishroom.ahead).update(ahead=actor.fishroom.ahead - away + MINUTE)


def wait(played: Played, *, uid: UUID, hours: int, died: list[tuple[int, int]]) -> str:
    """Let the clock of this fishroom run, and write down who is found dead then. :raises Conflict: it ran on meanwhile."""
    room = played.actor.fishroom
    moved = Fishroom.objects.filter(pk=room.pk, ahead=room.ahead).update(ahead=room.ahead + timedelta(hours=hours))
    if not moved:
        raise Conflict("Its clock has run on meanwhile. Reload to see how it stands.")
    later = replace(played.actor, now=played.actor.now + timedelta(hours=hours))
    words = []
    for place, count in died:
        group = played.groups[place]
        add_loss(
            later, uid=uuid5(uid, f"loss {place}"), group=group, count=count, count_plus_minus=0, manner="died", note="", happened_at=later.now, corrects=None,
            about=AboutLoss(),
        )  # fmt: skip
        words.append(f"{count} {plural(group.species_name, count).lower()}")
    return f"Found dead: {', '.join(words)}." if words else ""


def act(played: Played, *, uid: UUID, act_id: str, ends: bool) -> None:
    """Do something at the tank: a change of water is one on every screen. :raises InvalidInput: nothing that is done here."""
    does = library().living_acts.get(act_id)
    if does is None:
        raise InvalidInput("Nobody knows what this does to a water.", field="act")
    if does.changed_fraction:
        add_water_change(played.actor, uid=uid, tank=played.tank, changed_fraction=does.changed_fraction)
        return
    new_entry(RehearsalAct, played.actor, uid=uid, name="act", happened_at=None, act=act_id, ends=ends)


def look_closer(played: Played, *, uid: UUID, kit: str) -> None:
    """A look by torch, in the hand or by scope: what it shows is seen for the day."""
    new_entry(RehearsalAct, played.actor, uid=uid, name="look", happened_at=None, kit=kit)


def test_water(played: Played, *, uid: UUID) -> WaterReading:
    """Every kit there is, as it reads now: a little off, in its own steps. What was done within the hour is in it."""
    seed, hour = played.rehearsal.seed, played.now_h
    now = played.lived(until_h=max(hour, 1) + 1).seen[-1]
    kits = enumerate(_kits(played, now))
    values = {name: read_off(value, seed=seed, hour=hour, place=place, step=step, off_fraction=off) for place, (name, value, step, off) in kits}
    facts: dict[str, Any] = {"tank": played.tank, "temperature_c": round(now.temperature_c, 1), "ph": round(now.ph, 1), **values}
    return new_entry(WaterReading, played.actor, uid=uid, name="reading", happened_at=None, **facts)


def _kits(played: Played, now: Seen) -> list[tuple[str, float, float, float]]:
    """What is read, its true value, the step in which a kit tells it and how far it is off; medicines that a kit or the salinity answers for among them."""
    kits = [
        ("total_ammonia_as_n_mg_per_l", now.ammonia_as_n_mg_per_l, 0.1, COLOURS), ("nitrite_as_n_mg_per_l", now.nitrite_as_n_mg_per_l, 0.1, COLOURS),
        ("nitrate_as_n_mg_per_l", now.nitrate_as_n_mg_per_l, 1.0, COLOURS), ("oxygen_mg_per_l", now.oxygen_mg_per_l, 0.1, METERS),
        ("chlorine_mg_per_l", now.chlorine_mg_per_l, 0.01, COLOURS),
    ]  # fmt: skip
    salinity = now.salinity_g_per_kg
    for medicine, ledger in played.ledgers.items():
        level, kind = ledger.level(played.actor.now).concentration_mg_per_l, library().readings.get(library().actives[medicine].read_by)
        if kind is not None and kind.typed_as == "salinity":
            salinity += level / 1000
        elif kind is not None:
            kits.append((kind.column, level, 0.05, COLOURS))
    return [*kits, ("salinity_g_per_kg", salinity, 0.1, METERS)] if salinity else kits


def end(played: Played) -> None:
    """It is over: from now on it only tells."""
    Rehearsal.objects.filter(pk=played.rehearsal.pk).update(ended_at=played.actor.now)


def keep_lines(played_room: Rehearsal, actor: Actor, lines: list[str]) -> None:
    """Lines worth keeping, into the keeper's own; one that he has stays as it is."""
    for line in lines:
        KeptLine.objects.get_or_create(
            keeper=actor.keeper, text=line[:300], defaults={"scenario_name": str(played_room.scenario.get("name", ""))[:80], "kept_at": timezone.now()}
        )  # fmt: skip
