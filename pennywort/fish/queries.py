"""Reads about fish."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime

from django.db.models import QuerySet

from pennywort.core.outcome.figures import Count, alive
from pennywort.core.reference import library
from pennywort.core.reference.models import Species
from pennywort.fish.models import Group, Look, Loss
from pennywort.rooms.actor import Actor
from pennywort.tanks.models import Tank


def losses_of(group: Group) -> QuerySet[Loss]:
    """Losses that stand, oldest first."""
    return Loss.objects.standing().filter(group=group).select_related("recorded_by").order_by("happened_at", "pk")


def count_of(group: Group, *, before: datetime | None = None) -> Count:
    """How many are left of a group; or were, just before an instant."""
    found = losses_of(group) if before is None else losses_of(group).filter(happened_at__lt=before)
    losses = [Count(count=loss.count, plus_minus=loss.count_plus_minus) for loss in found]
    return alive(arrived=Count(count=group.count, plus_minus=group.count_plus_minus), dead_on_arrival=group.dead_on_arrival, lost=losses)


def groups_in(tank: Tank) -> list[Group]:
    """Groups of a tank, the newest arrivals last."""
    return list(Group.objects.filter(tank=tank).order_by("arrived_on", "pk"))


def groups_of(actor: Actor) -> QuerySet[Group]:
    """All groups of the fishroom."""
    return Group.objects.filter(fishroom=actor.fishroom).select_related("tank").order_by("tank__code", "tank__name", "arrived_on", "pk")


def looks_of(group: Group) -> QuerySet[Look]:
    """Looks that stand, newest first."""
    return Look.objects.standing().filter(group=group).select_related("recorded_by").order_by("-happened_at", "-pk")


def species_in(groups: Iterable[Group]) -> list[Species]:
    """The species of the built-in list among these groups that still have fish in them."""
    known = library().species
    names = {g.species_id for g in groups if g.species_id in known and count_of(g).count > 0}
    return [known[name] for name in sorted(names)]


def plural(name: str, count: int) -> str:
    """'11 cherry barbs': a fish's name in the number at hand. Names of two numbers alike stay as they are."""
    if count == 1 or name.endswith(("fish", "koi", "s")):
        return name
    if name.endswith(("ch", "sh", "x")):
        return f"{name}es"
    if name.endswith("y") and name[-2:-1] not in "aeiou":
        return f"{name[:-1]}ies"
    return f"{name}s"


def fish_words(groups: Iterable[Group]) -> str:
    """The fish of a tank in one line: '3 royal grammas, 2 firefish'; empty when none are left."""
    parts = []
    for group in groups:
        left = count_of(group)
        if left.count > 0:
            parts.append(f"{left.words} {plural(group.species_name, left.count)}")
    return ", ".join(parts)
