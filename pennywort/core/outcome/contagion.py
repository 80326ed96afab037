"""What may have been carried from a sick water since a day: by fish, water, gear and hands, each contact after the other."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

How = Literal["fish", "water", "gear", "hands"]
Likelihood = Literal["surely", "perhaps", "hardly"]
Act = Literal["fish", "water", "hands", "used", "disinfected", "dried", "renewed"]
# the weakest first
LADDER: tuple[Likelihood, ...] = ("hardly", "perhaps", "surely")
# gear that was in no water for so long has dried (common practice)
DRY = timedelta(hours=24)
# what goes over with water or fish shows within a month, what hardly can within two weeks (common practice: four weeks of watching)
WATCH_DAYS: dict[Likelihood, int] = {"surely": 28, "perhaps": 28, "hardly": 14}
BY_ACT: dict[Act, tuple[How, Likelihood]] = {"fish": ("fish", "surely"), "water": ("water", "surely"), "hands": ("hands", "hardly")}


@dataclass(frozen=True, kw_only=True)
class Event:
    """Something that touched: ``source`` to ``target`` for fish, water and hands; ``gear`` used in ``target``, disinfected or dried;
    ``target`` emptied, disinfected and set up anew (``renewed``). Waters and gear by any names that differ."""

    at: datetime
    act: Act
    source: str = ""
    target: str = ""
    gear: str = ""


@dataclass(frozen=True, kw_only=True)
class Contact:
    """One step of the spread: from water to water, how, and how likely by this step and all before it."""

    at: datetime
    source: str
    target: str
    how: How
    gear: str
    likelihood: Likelihood


@dataclass(frozen=True, kw_only=True)
class Spread:
    """Waters and gear that may carry it now, each at its likeliest, and every contact that brought it, in order of time."""

    waters: Mapping[str, Likelihood]
    gear: Mapping[str, Likelihood]
    contacts: tuple[Contact, ...]

    def watch_until(self, water: str) -> datetime | None:
        """So many days after its last likeliest contact; None where nothing came."""
        found = self.waters.get(water)
        last = max((c.at for c in self.contacts if c.target == water and c.likelihood == found), default=None)
        return last + timedelta(days=WATCH_DAYS[found]) if found and last else None


class _Thing:
    """A piece of gear: where it is, when it was last wet, and what it carries from where."""

    def __init__(self, place: str) -> None:
        self.place = place
        self.wet_at: datetime | None = None
        self.dried = False
        self.carries: Likelihood | None = None
        self.carried_from = ""


class _Walk:
    """The events in order of time, and what each left tainted."""

    def __init__(self, *, source: str, since: datetime, homes: Mapping[str, str]) -> None:
        self.source, self.since, self.homes = source, since, homes
        self.waters: dict[str, Likelihood] = {}
        self.things: dict[str, _Thing] = {}
        self.contacts: list[Contact] = []

    def level(self, water: str, at: datetime) -> Likelihood | None:
        if water == self.source:
            return "surely" if at >= self.since else None
        return self.waters.get(water)

    def reach(self, at: datetime, source: str, target: str, how: How, likelihood: Likelihood, gear: str = "") -> None:
        if target == self.source:
            return
        self.contacts.append(Contact(at=at, source=source, target=target, how=how, gear=gear, likelihood=likelihood))
        self.waters[target] = strongest(self.waters.get(target), likelihood)

    def take(self, event: Event) -> None:
        if event.act == "renewed":
            self.waters.pop(event.target, None)
        elif event.act in BY_ACT:
            how, likely = BY_ACT[event.act]
            level = self.level(event.source, event.at)
            if level is not None and event.source != event.target:
                self.reach(event.at, event.source, event.target, how, weakest(level, likely))
        else:
            thing = self.things.setdefault(event.gear, _Thing(self.homes.get(event.gear, "")))
            if event.act == "used":
                self.use(thing, event)
            else:
                self.clean(thing, event)

    def clean(self, thing: _Thing, event: Event) -> None:
        self.soak(thing, event.at)
        thing.place, thing.wet_at = "", None
        if event.act == "disinfected":
            thing.carries, thing.carried_from, thing.dried = None, "", False
        else:
            thing.dried = True

    def soak(self, thing: _Thing, at: datetime) -> None:
        """Gear that lies in its own tank takes on what that holds, until it leaves."""
        home = thing.place
        level = self.level(home, at) if home else None
        if level is not None:
            thing.carries, thing.carried_from = strongest(thing.carries, level), thing.carried_from or home
            thing.wet_at, thing.dried = at, False

    def use(self, thing: _Thing, event: Event) -> None:
        if thing.place != event.target:
            self.soak(thing, event.at)
        if thing.carries is not None and thing.carried_from != event.target:
            dry = thing.dried or (thing.wet_at is not None and event.at - thing.wet_at >= DRY)
            self.reach(event.at, thing.carried_from, event.target, "gear", weakest(thing.carries, "hardly" if dry else "perhaps"), event.gear)
        level = self.level(event.target, event.at)
        if level is not None:
            thing.carries, thing.carried_from = strongest(thing.carries, level), event.target
        thing.wet_at, thing.dried = event.at, False
        thing.place = event.target if self.homes.get(event.gear) == event.target else ""


def weakest(*levels: Likelihood) -> Likelihood:
    """The least likely of these: a chain is as likely as its weakest step."""
    return min(levels, key=LADDER.index)


def strongest(first: Likelihood | None, second: Likelihood) -> Likelihood:
    """The likelier of the two."""
    return second if first is None else max(first, second, key=LADDER.index)


def spread(events: Iterable[Event], *, source: str, since: datetime, homes: Mapping[str, str]) -> Spread:
    """Everything that what ``source`` held since that instant can have reached, contact by contact in order of time.

    Fish and water that went over carry it surely; wet gear perhaps; gear that dried for a day, and hands, hardly; a chain as likely as its
    weakest step. Gear lies in its home tank (``homes``) until it is used elsewhere or cleaned; disinfected it carries nothing, and a tank
    set up anew is clean. Coarse steps, common practice: no chance is claimed.
    """
    walk = _Walk(source=source, since=since, homes=homes)
    last = since
    for event in sorted(events, key=lambda e: e.at):
        walk.take(event)
        last = max(last, event.at)
    for name, home in homes.items():
        thing = walk.things.setdefault(name, _Thing(home))
        if thing.place:
            walk.soak(thing, last)
    gear = {name: thing.carries for name, thing in walk.things.items() if thing.carries is not None}
    return Spread(waters=walk.waters, gear=gear, contacts=tuple(walk.contacts))
