"""A trace as its page shows it: rows of tanks on a time axis, lines between them, and what is to be done."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Literal
from uuid import UUID

from pennywort.contacts.trace import Traced, water_key
from pennywort.contacts.whereabouts import Whereabouts
from pennywort.core.outcome.contagion import Contact, How, Likelihood
from pennywort.core.reference import library
from pennywort.core.reference.naming import capital
from pennywort.courses.strip_schemas import DayOut
from pennywort.courses.strip_shown import days_out
from pennywort.courses.strips import Axis
from pennywort.fish.queries import fish_words, groups_of
from pennywort.records.actor import Actor
from pennywort.records.grouped import grouped
from pennywort.records.schemas import Plain
from pennywort.tanks.models import Gear, Tank

RANK: dict[Likelihood, int] = {"surely": 0, "perhaps": 1, "hardly": 2}
HOW_WORDS: dict[How, str] = {"fish": "fish moved", "water": "water", "gear": "gear", "hands": "hands, one after the other"}
AHEAD = timedelta(days=3)
LONGEST = timedelta(days=60)


class GearOut(Plain):
    uid: UUID
    name: str
    kind: str
    kind_name: str
    home: UUID | None
    home_name: str
    gone: bool
    last_words: str
    # what it may carry into another tank now, a sentence each
    carries: list[str]


class TraceRowOut(Plain):
    """A water: its tanks, whether and how likely it was reached, until when it is watched, and what is running in it."""

    id: str
    tank: UUID
    name: str
    code: str
    fish: str
    likelihood: Literal["", "surely", "perhaps", "hardly"]
    sick: bool
    reached_at: datetime | None
    watch_until: datetime | None
    watch_words: str
    treated: str
    other_water: str


class TraceLineOut(Plain):
    """One contact: from row to row, when, how, how likely by all the steps before it."""

    at: datetime
    source: str
    target: str
    how: How
    likelihood: Likelihood
    label: str
    words: str


class TraceGearOut(Plain):
    """A thing that may carry it: what makes it clean, and where it must never go."""

    uid: UUID
    name: str
    likelihood: Likelihood
    words: str
    never: list[str]
    # what it is disinfected with
    with_what: str


class SpreadOut(Plain):
    sentence: str
    since: datetime
    since_on: str
    starts_at: datetime
    ends_at: datetime
    now: datetime
    days: list[DayOut]
    rows: list[TraceRowOut]
    untouched: list[str]
    lines: list[TraceLineOut]
    gear: list[TraceGearOut]
    came: list[TraceLineOut]


def _day(actor: Actor, at: datetime) -> str:
    local = actor.local(at)
    return f"{local:%a} {local.day} {local:%b}"


def spread_out(actor: Actor, traced: Traced) -> SpreadOut:
    """The trace of one water, its rows in the order in which they were reached."""
    starts = max(traced.since, actor.now - LONGEST)
    first = actor.local(starts).replace(hour=0, minute=0, second=0, microsecond=0)
    axis = Axis(starts_at=first, ends_at=actor.midnight + AHEAD + timedelta(days=1), now=actor.now)
    groups = grouped(groups_of(actor), lambda group: water_key(group.tank))
    fish = {key: fish_words(groups[key]) for key in traced.tanks}
    source, where = water_key(traced.source), Whereabouts(actor, at=actor.now)
    reached = [k for k in traced.spread.waters if k in traced.tanks]
    order = [source, *sorted(reached, key=lambda k: (RANK[traced.spread.waters[k]], _reached_at(traced, k) or actor.now))]
    return SpreadOut(
        sentence=_sentence(actor, traced, reached),
        since=traced.since,
        since_on=f"{actor.local(traced.since):%Y-%m-%d}",
        starts_at=axis.starts_at,
        ends_at=axis.ends_at,
        now=actor.now,
        days=days_out(actor, axis),
        rows=[_row(where, traced, key, fish[key], sick=key == source) for key in order],
        untouched=[t.name for key, members in traced.tanks.items() if key not in order for t in members if t.put_away_at is None],
        lines=[_line(actor, traced, c) for c in traced.spread.contacts if c.target in traced.tanks],
        gear=_gear(where, traced),
        came=[_line(actor, traced, c) for c in traced.came if c.source in traced.tanks],
    )


def _names(traced: Traced, key: str) -> str:
    return " and ".join(t.name for t in traced.tanks[key])


def _sentence(actor: Actor, traced: Traced, reached: list[str]) -> str:
    known = library().conditions.get(traced.case.condition_id) if traced.case else None
    what = capital(known.short_name) if known else "Whatever it is"
    since = f"may have gone from {_names(traced, water_key(traced.source))} since {_day(actor, traced.since)}"
    by: dict[Likelihood, list[str]] = {"surely": [], "perhaps": [], "hardly": []}
    for key in reached:
        by[traced.spread.waters[key]].append(_names(traced, key))
    parts = [f"{likely} {', '.join(names)}" for likely, names in by.items() if names]
    return f"{what} {since}: {'; '.join(parts)}." if parts else f"{what} {since}; by the record it touched nothing else."


def _reached_at(traced: Traced, key: str) -> datetime | None:
    return min((c.at for c in traced.spread.contacts if c.target == key), default=None)


def _row(where: Whereabouts, traced: Traced, key: str, fish: str, *, sick: bool) -> TraceRowOut:
    members, actor = traced.tanks[key], where.actor
    until = None if sick else traced.spread.watch_until(key)
    treated = [library().actives[name].short_name for name in where.treated.get(members[0].water_id, ())]
    words = "" if until is None else f"watch until {_day(actor, until)}" if until > actor.now else f"watched long enough since {_day(actor, until)}"
    return TraceRowOut(
        id=key, tank=members[0].uid, name=_names(traced, key), code=members[0].code, fish=fish or "no fish",
        likelihood="" if sick else traced.spread.waters[key], sick=sick, reached_at=None if sick else _reached_at(traced, key), watch_until=until,
        watch_words=words, treated=", ".join(dict.fromkeys(treated)), other_water=_other_water(traced, members[0]),
    )  # fmt: skip


def _other_water(traced: Traced, tank: Tank) -> str:
    """Where the disease that was chosen does not live in this kind of water."""
    known = library().conditions.get(traced.case.condition_id) if traced.case else None
    if known is None or tank.water_type in known.water:
        return ""
    return f"{capital(known.short_name)} does not live in this kind of water."


def _line(actor: Actor, traced: Traced, contact: Contact) -> TraceLineOut:
    thing = traced.gear.get(contact.gear)
    label = thing.name if thing else contact.how
    how = thing.name if thing else HOW_WORDS[contact.how]
    local = actor.local(contact.at)
    words = f"{_day(actor, contact.at)} {local:%H:%M}: {how}, from {_names(traced, contact.source)} to {_names(traced, contact.target)}"
    return TraceLineOut(at=contact.at, source=contact.source, target=contact.target, how=contact.how, likelihood=contact.likelihood, label=label, words=words)


def _gear(where: Whereabouts, traced: Traced) -> list[TraceGearOut]:
    """Things that may carry it and are not gone, the likeliest first."""
    rows = []
    with_life = [t.name for members in traced.tanks.values() for t in members if t.has_invertebrates and t.put_away_at is None]
    for key, likelihood in sorted(traced.spread.gear.items(), key=lambda pair: RANK[pair[1]]):
        thing = traced.gear[key]
        if thing.gone_at is not None:
            continue
        kind = library().gear.get(thing.kind)
        rows.append(
            TraceGearOut(
                uid=thing.uid, name=thing.name, likelihood=likelihood, words=kind.text if kind else "", never=_never(where, thing, with_life),
                with_what=library().disinfectant.short_name,
            )
        )  # fmt: skip
    return rows


def _never(where: Whereabouts, thing: Gear, with_life: list[str]) -> list[str]:
    kept = where.lingering(thing)
    if not kept:
        return []
    what, tanks = (", ".join(dict.fromkeys(pair[i] for pair in kept)) for i in (1, 0))
    such = f" ({', '.join(with_life)})" if with_life else ""
    return [f"It touched {what} in {tanks}. No disinfecting takes that off: never into a tank with invertebrates{such}."]
