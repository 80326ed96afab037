"""Writes that change how many fish there are: losses, humane ends, fish that leave alive; and names for single fish."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, time, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.outcome.figures import Count, check_count
from pennywort.core.reference import library
from pennywort.fish.models import Group, Individual, Leaving, Loss, Scuffle
from pennywort.fish.queries import count_of, names_gone
from pennywort.records.actor import Actor
from pennywort.records.services import find, find_standing, new_entry, when

# nobody who was seen well longer ago than this was looked after
LONGEST_UNSEEN = timedelta(days=366)


@dataclass(frozen=True, kw_only=True)
class AboutLoss:
    """What is known of a loss beside how many: all of it may stay empty."""

    fish: str = ""
    last_seen_well_at: datetime | None = None
    signs: list[str] = field(default_factory=list)
    cause_id: str = ""
    cause: str = ""
    during: str = ""
    checked: list[str] = field(default_factory=list)


def add_loss(
    actor: Actor,
    *,
    uid: UUID,
    group: Group,
    count: int,
    count_plus_minus: int,
    manner: str,
    note: str,
    happened_at: datetime | None,
    corrects: UUID | None,
    about: AboutLoss | None = None,
) -> dict[str, Any]:
    """Fish found dead, or missing. :raises InvalidInput: more than are left, or a fact that can't be, naming it."""
    return _lose(actor, uid=uid, group=group, count=Count(count=count, plus_minus=count_plus_minus), manner=manner, note=note,
                 happened_at=happened_at, corrects=corrects, about=about or AboutLoss())  # fmt: skip


def add_losses_over(actor: Actor, *, uid: UUID, group: Group, days: Sequence[tuple[date, int]], note: str, during: str) -> dict[str, Any]:
    """Losses of several days in one form, each with its day; all of them, or none where one can't be.

    :raises InvalidInput: no day, a day twice or to come, or more than are left, naming the line.
    """
    if not days or len({day for day, _ in days}) != len(days):
        raise InvalidInput("Each day once, and one at least.", field="days")
    for number, (day, count) in enumerate(sorted(days)):
        at = min(actor.now, datetime.combine(day, time(12), tzinfo=actor.zone))
        if day > actor.local(actor.now).date():
            raise InvalidInput("That day is still to come.", field=f"days.{number}.on")
        try:
            add_loss(
                actor, uid=uid if number == 0 else uuid5(uid, f"day {number}"), group=group, count=count, count_plus_minus=0, manner="died", note=note,
                happened_at=at, corrects=None, about=AboutLoss(during=during),
            )  # fmt: skip
        except InvalidInput as error:
            raise InvalidInput(error.message, field=f"days.{number}.{error.field}") from error
    return {"uid": str(uid)}


def add_humane_end(
    actor: Actor, *, uid: UUID, group: Group, count: int, method: str, vet_asked: bool, note: str, happened_at: datetime | None, about: AboutLoss
) -> dict[str, Any]:
    """Fish whose life was ended. :raises InvalidInput: no method, or one that is not accepted."""
    known = library().humane_ends.get(method)
    if known is None or not known.accepted:
        raise InvalidInput("Choose a method that is accepted. Ask a vet which.", field="method")
    if known.vet and not vet_asked:
        raise InvalidInput("This one is a veterinarian’s to do or to prescribe.", field="vet_asked")
    more = {"method": method, "vet_asked": vet_asked}
    return _lose(actor, uid=uid, group=group, count=Count(count=count), manner="ended", note=note, happened_at=happened_at, corrects=None, about=about, **more)


def _lose(
    actor: Actor, *, uid: UUID, group: Group, count: Count, note: str, happened_at: datetime | None, corrects: UUID | None, about: AboutLoss, **more: Any
) -> dict[str, Any]:
    old = find_standing(Loss, actor, corrects, name="loss") if corrects else None
    check_count(count, field="count", least=1)
    _enough(group, count, given_back=old.count if old else 0)
    values = {"group": group, "count": count.count, "count_plus_minus": count.plus_minus, "note": note.strip(), **more}
    entry = new_entry(Loss, actor, uid=uid, name="loss", happened_at=happened_at, corrects=corrects, **values, **_about(actor, group, about, happened_at, old))
    return {"uid": str(entry.uid)}


def _enough(group: Group, count: Count, *, given_back: int = 0) -> None:
    left = count_of(group)
    if count.count > left.count + left.plus_minus + given_back:
        raise InvalidInput(f"Only {left.words} are left in this group.", field="count")


def _about(actor: Actor, group: Group, about: AboutLoss, happened_at: datetime | None, old: Loss | None) -> dict[str, Any]:
    found = library()
    strange = [s for s in about.signs if s not in found.signs]
    if strange:
        raise InvalidInput(f"There is no sign called “{strange[0]}”.", field="signs")
    if about.cause_id and about.cause_id not in found.conditions:
        raise InvalidInput("There is no such condition.", field="cause_id")
    name = about.fish.strip()
    if name and name in names_gone(group) and (old is None or old.fish != name):
        raise InvalidInput(f"{name} is gone already.", field="fish")
    at = when(actor, happened_at or (old.happened_at if old else None))
    well = about.last_seen_well_at
    if well is not None:
        well = when(actor, well, field="last_seen_well_at")
        if well > at:
            raise InvalidInput("They were seen well before they were found, not after.", field="last_seen_well_at")
        if at - well > LONGEST_UNSEEN:
            raise InvalidInput("That lies too far back.", field="last_seen_well_at")
    return {
        "fish": name, "last_seen_well_at": well, "signs": about.signs, "cause_id": about.cause_id, "cause": about.cause.strip(),
        "during": about.during, "checked": about.checked,
    }  # fmt: skip


def add_leaving(
    actor: Actor, *, uid: UUID, group: Group, kind: str, count: int, count_plus_minus: int, whither: str, note: str, happened_at: datetime | None
) -> dict[str, Any]:
    """Fish leave this book alive. :raises InvalidInput: more than are left."""
    going = check_count(Count(count=count, plus_minus=count_plus_minus), field="count", least=1)
    _enough(group, going)
    entry = new_entry(
        Leaving, actor, uid=uid, name="entry", happened_at=happened_at, group=group, kind=kind, count=count, count_plus_minus=count_plus_minus,
        whither=whither.strip(), note=note.strip(),
    )  # fmt: skip
    return {"uid": str(entry.uid)}


def add_scuffle(actor: Actor, *, uid: UUID, group: Group, by_whom: str, degree: str, note: str, happened_at: datetime | None) -> dict[str, Any]:
    """Others went for these fish. :raises InvalidInput: nobody named."""
    if not by_whom.strip():
        raise InvalidInput("Write who it was.", field="by_whom")
    entry = new_entry(
        Scuffle, actor, uid=uid, name="entry", happened_at=happened_at, group=group, by_whom=by_whom.strip(), degree=degree, note=note.strip()
    )  # fmt: skip
    return {"uid": str(entry.uid)}


def name_fish(actor: Actor, *, uid: UUID, group: Group, name: str, marks: str) -> dict[str, Any]:
    """Give one fish of a group a name. :raises InvalidInput: no name, one that is taken, or more names than fish."""
    wanted = name.strip()
    _free_name(group, wanted)
    gone = names_gone(group)
    alive = sum(i.name not in gone for i in Individual.objects.filter(group=group))
    left = count_of(group)
    if alive >= left.count + left.plus_minus:
        raise InvalidInput(f"Only {left.words} are left in this group, and each has a name.", field="name")
    made = Individual.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, group=group, name=wanted, marks=marks.strip()
    )  # fmt: skip
    return {"uid": str(made.uid)}


def describe_fish(actor: Actor, *, individual: UUID, marks: str) -> dict[str, Any]:
    """Say anew how a named fish is told from the others. Its name stands in the book and stays."""
    found = find(Individual, actor, individual, name="fish")
    found.marks = marks.strip()
    found.save(update_fields=["marks"])
    return {"uid": str(found.uid)}


def _free_name(group: Group, wanted: str) -> None:
    if not wanted:
        raise InvalidInput("Write the name.", field="name")
    if Individual.objects.filter(group=group, name__iexact=wanted).exists():
        raise Conflict(f"One of them is called {wanted} already.", field="name")
