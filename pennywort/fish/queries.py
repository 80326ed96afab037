"""Reads about fish."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime

from django.db.models import ExpressionWrapper, F, IntegerField, OuterRef, QuerySet, Subquery, Sum
from django.db.models.functions import Coalesce

from pennywort.core.outcome.figures import Count, alive
from pennywort.core.reference import library
from pennywort.core.reference.models import Species
from pennywort.fish.models import Group, Look, Loss, Move
from pennywort.rooms.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import on_one_water


def losses_of(group: Group) -> QuerySet[Loss]:
    """Losses that stand, oldest first."""
    return Loss.objects.standing().filter(group=group).select_related("recorded_by").order_by("happened_at", "pk")


def with_counts(groups: QuerySet[Group]) -> QuerySet[Group]:
    """These groups with what was lost of each and what was parted from it (``gone``, ``gone_plus_minus``), and how many are ``left``."""

    def total(rows: QuerySet[Loss] | QuerySet[Move], by: str, name: str) -> Coalesce:
        return Coalesce(Subquery(rows.filter(**{by: OuterRef("pk")}).order_by().values(by).annotate(total=Sum(name)).values("total")), 0)

    losses, parted = Loss.objects.standing(), Move.objects.standing()
    found = groups.annotate(
        gone=total(losses, "group", "count") + total(parted, "parted_from", "count"),
        gone_plus_minus=total(losses, "group", "count_plus_minus") + total(parted, "parted_from", "count_plus_minus"),
    )
    return found.annotate(left=ExpressionWrapper(F("count") - F("dead_on_arrival") - F("gone"), output_field=IntegerField()))


def count_of(group: Group, *, before: datetime | None = None) -> Count:
    """How many are left of a group; or were, just before an instant. A group read by ``with_counts`` asks no more."""
    read = vars(group)
    if before is None and "gone" in read:
        gone = [Count(count=read["gone"], plus_minus=read["gone_plus_minus"])]
    else:
        rows = [*losses_of(group), *Move.objects.standing().filter(parted_from=group)]
        gone = [Count(count=r.count, plus_minus=r.count_plus_minus) for r in rows if before is None or r.happened_at < before]
    return alive(arrived=Count(count=group.count, plus_minus=group.count_plus_minus), dead_on_arrival=group.dead_on_arrival, lost=gone)


def groups_in(tank: Tank) -> list[Group]:
    """Groups of a tank with their counts, the newest arrivals last."""
    return list(with_counts(Group.objects.filter(tank=tank)).order_by("arrived_on", "pk"))


def groups_in_water(tank: Tank) -> list[Group]:
    """Groups of all tanks on this tank's water with their counts, the newest arrivals last."""
    return list(with_counts(Group.objects.filter(tank__in=on_one_water(tank))).order_by("arrived_on", "pk"))


def groups_of(actor: Actor) -> QuerySet[Group]:
    """All groups of the fishroom with their counts."""
    groups = with_counts(Group.objects.filter(fishroom=actor.fishroom))
    return groups.select_related("tank").order_by("tank__code", "tank__name", "arrived_on", "pk")


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
