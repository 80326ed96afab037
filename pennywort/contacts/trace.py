"""From a sick tank and a first day: everything that shared water, gear, fish or hands with it since."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.db.models import Q

from pennywort.core.outcome.contagion import Contact as Step
from pennywort.core.outcome.contagion import Event, Spread, spread
from pennywort.courses.models import Case
from pennywort.courses.queries.span import began_at
from pennywort.courses.queries.watching import watched_since
from pennywort.fish.models import Group, Look, Move, Observation
from pennywort.fish.queries import count_of, groups_in_water
from pennywort.readiness.setup import SET_UP
from pennywort.records.actor import Actor
from pennywort.tanks.models import Contact, Gear, SetupStep, Tank
from pennywort.tanks.queries import tanks_of

# what was carried before the first sign shows within two weeks (common practice)
BEFORE_SIGN = timedelta(days=14)
# who looks after one tank and then another within this goes there with wet hands
ROUND_GAP = timedelta(minutes=30)


@dataclass(frozen=True, kw_only=True)
class Traced:
    """The spread from one water; the waters by the key of their first tank, gear by its own."""

    source: Tank
    since: datetime
    case: Case | None
    spread: Spread
    # the contacts that brought something to the source in the two weeks before
    came: tuple[Step, ...]
    tanks: dict[str, list[Tank]]
    gear: dict[str, Gear]


def water_key(tank: Tank) -> str:
    return f"w{tank.water_id}"


def gear_key(thing: Gear) -> str:
    return f"g{thing.pk}"


def open_case_in(tank: Tank) -> Case | None:
    """The trouble in this water that began first."""
    found = Case.objects.filter(Q(group__tank=tank.water_id) | Q(group__tank__shares_water_with=tank.water_id), closed_at=None)
    return found.select_related("group").order_by("opened_at").first()


def first_day(actor: Actor, tank: Tank, case: Case | None) -> datetime:
    """Since when this water may carry it: two weeks before the first sign, but not before its newest fish came; without a case two weeks back."""
    sign = began_at(case) if case is not None else actor.now
    newest = max((watched_since(actor, g) for g in groups_in_water(tank) if count_of(g).count), default=None)
    since = sign - BEFORE_SIGN
    return max(since, newest) if newest is not None and newest < sign else since


def trace(actor: Actor, tank: Tank, *, since: datetime | None) -> Traced:
    """Everything this tank's water can have reached since that instant, and what came into it in the two weeks before."""
    case = open_case_in(tank)
    at = since or first_day(actor, tank, case)
    sign = began_at(case) if case is not None else actor.now
    everything = list(tanks_of(actor))
    tanks: dict[str, list[Tank]] = {}
    for one in everything:
        tanks.setdefault(water_key(one), []).append(one)
    things = list(Gear.objects.filter(fishroom=actor.fishroom).select_related("home").order_by("pk"))
    homes = {gear_key(g): water_key(g.home) for g in things if g.home and g.gone_at is None}
    events = list(_events(actor, since=min(at, sign - BEFORE_SIGN), by_pk={t.pk: t for t in everything}))
    source = water_key(tank)
    found = spread(events, source=source, since=at, homes=homes)
    return Traced(
        source=tank, since=at, case=case, spread=found, came=_came(events, source=source, until=sign, homes=homes), tanks=tanks,
        gear={gear_key(g): g for g in things},
    )  # fmt: skip


def _came(events: list[Event], *, source: str, until: datetime, homes: dict[str, str]) -> tuple[Step, ...]:
    """The steps by which anything came from another water into this one before: each other water asked as if it had been the sick one."""
    shared = {e.gear for e in events if e.act == "used" and e.target == source} | {g for g, home in homes.items() if home == source}
    others = {e.source for e in events if e.source and e.target == source} | {e.target for e in events if e.gear in shared}
    others |= {homes[g] for g in shared if g in homes}
    found: dict[tuple[datetime, str, str], Step] = {}
    for other in sorted(others - {source, ""}):
        steps = spread([e for e in events if e.at <= until], source=other, since=until - BEFORE_SIGN, homes=homes).contacts
        for step in steps:
            if step.target == source and step.source == other:
                found.setdefault((step.at, step.source, step.how + step.gear), step)
    return tuple(sorted(found.values(), key=lambda s: s.at))


def _events(actor: Actor, *, since: datetime, by_pk: dict[int, Tank]) -> Iterator[Event]:
    """What touched what since then, from every ledger that knows of it; in a fixed number of queries."""
    here: dict[str, Any] = {"fishroom": actor.fishroom, "happened_at__gte": since}
    moves = list(Move.objects.standing().filter(**here, joins=False).order_by("happened_at", "pk"))
    for move in moves:
        yield Event(at=move.happened_at, act="fish", source=water_key(by_pk[move.from_tank_id]), target=water_key(by_pk[move.to_tank_id]))
    # of gear all is read: what it touched long ago it may still carry
    for row in Contact.objects.standing().filter(fishroom=actor.fishroom).order_by("happened_at", "pk"):
        if row.kind in ("water", "hands") and row.from_tank_id and row.tank_id:
            act = "water" if row.kind == "water" else "hands"
            yield Event(at=row.happened_at, act=act, source=water_key(by_pk[row.from_tank_id]), target=water_key(by_pk[row.tank_id]))  # type: ignore[arg-type]
        elif row.gear_id:
            target = water_key(by_pk[row.tank_id]) if row.tank_id else ""
            yield Event(at=row.happened_at, act=row.kind, target=target, gear=f"g{row.gear_id}")
    for step in SetupStep.objects.standing().filter(**here, item=SET_UP):
        yield Event(at=step.happened_at, act="renewed", target=water_key(by_pk[step.tank_id]))
    yield from _rounds(here, moves, by_pk)


def _rounds(here: dict[str, Any], moves: list[Move], by_pk: dict[int, Tank]) -> Iterator[Event]:
    """Hands: who looked after one tank and within half an hour after another."""
    seen: list[tuple[datetime, int, int]] = []
    for ledger in (Observation, Look):
        seen += ledger.objects.standing().filter(**here, group__isnull=False).values_list("happened_at", "recorded_by", "group")
    lives = dict(Group.objects.filter(fishroom=here["fishroom"]).values_list("pk", "tank"))
    last: dict[int, tuple[datetime, str]] = {}
    for at, keeper, group in sorted(seen):
        later = next((m for m in moves if m.group_id == group and m.happened_at > at), None)
        tank = water_key(by_pk[later.from_tank_id if later is not None else lives[group]])
        before = last.get(keeper)
        if before is not None and before[1] != tank and at - before[0] <= ROUND_GAP:
            yield Event(at=at, act="hands", source=before[1], target=tank)
        last[keeper] = (at, tank)
