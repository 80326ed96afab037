"""Reads about fish."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import UTC, datetime
from typing import Any

from django.db.models import DateTimeField, ExpressionWrapper, F, IntegerField, OuterRef, QuerySet, Subquery, Sum, Value
from django.db.models.functions import Coalesce

from pennywort.core.outcome.figures import Count, alive
from pennywort.core.outcome.tally import Entry, Kind, tally
from pennywort.core.reference import library
from pennywort.core.reference.models import Species
from pennywort.fish.models import Group, Leaving, Look, Loss, Move, Recount
from pennywort.rooms.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import on_one_water

# what makes a group smaller, and by which link it is the group's
WENT: tuple[tuple[type[Loss] | type[Leaving] | type[Move], str], ...] = ((Loss, "group"), (Leaving, "group"), (Move, "parted_from"))
KINDS: dict[type, Kind] = {Loss: "lost", Leaving: "left", Move: "parted", Recount: "recount"}
LONG_AGO = datetime(1, 1, 2, tzinfo=UTC)


def losses_of(group: Group) -> QuerySet[Loss]:
    """Losses that stand, oldest first."""
    return Loss.objects.standing().filter(group=group).select_related("recorded_by").order_by("happened_at", "pk")


def names_gone(group: Group) -> set[str]:
    """Names of single fish that were lost."""
    return set(losses_of(group).exclude(fish="").values_list("fish", flat=True))


def with_counts(groups: QuerySet[Group]) -> QuerySet[Group]:
    """These groups with what is known of each (its arrival, or its last recount), what went since (``gone``), and how many are ``left``."""
    recounts = Recount.objects.standing().filter(group=OuterRef("pk")).order_by("-happened_at", "-pk")

    def last(name: str, otherwise: Any) -> Coalesce:
        return Coalesce(Subquery(recounts.values(name)[:1]), otherwise)

    def total(name: str) -> Any:
        parts = []
        for model, by in WENT:
            rows = model.objects.standing().filter(**{by: OuterRef("pk")}, happened_at__gt=OuterRef("counted_at"))
            parts.append(Coalesce(Subquery(rows.order_by().values(by).annotate(total=Sum(name)).values("total")), 0))
        return sum(parts[1:], parts[0])

    arrived = ExpressionWrapper(F("count") - F("dead_on_arrival"), output_field=IntegerField())
    found = groups.annotate(
        counted_at=last("happened_at", Value(LONG_AGO, output_field=DateTimeField())),
        known=last("count", arrived),
        known_plus_minus=last("count_plus_minus", F("count_plus_minus")),
    )

    def joined(name: str) -> Coalesce:
        rows = Move.objects.standing().filter(group=OuterRef("pk"), joins=True, happened_at__gt=OuterRef("counted_at"))
        return Coalesce(Subquery(rows.order_by().values("group").annotate(total=Sum(name)).values("total")), 0)

    found = found.annotate(gone=total("count"), gone_plus_minus=total("count_plus_minus"))
    found = found.annotate(joined=joined("count"), joined_plus_minus=joined("count_plus_minus"))
    return found.annotate(left=ExpressionWrapper(F("known") + F("joined") - F("gone"), output_field=IntegerField()))


def start_of(group: Group) -> Count:
    """How many came alive."""
    return Count(count=group.count - group.dead_on_arrival, plus_minus=group.count_plus_minus)


def entries_of(groups: Iterable[Group]) -> dict[int, list[Entry]]:
    """Everything in the book that changed how many there are of these groups, by group, in no order; in five queries."""
    ids = [g.pk for g in groups]
    found: dict[int, list[Entry]] = {pk: [] for pk in ids}
    for model, by in (*WENT, (Recount, "group")):
        for row in model.objects.standing().filter(**{f"{by}__in": ids}):
            count = Count(count=row.count, plus_minus=row.count_plus_minus)
            found[getattr(row, f"{by}_id")].append(Entry(at=row.happened_at, kind=KINDS[model], count=count))
    for row in Move.objects.standing().filter(group__in=ids, joins=True):
        count = Count(count=row.count, plus_minus=row.count_plus_minus)
        found[row.group_id].append(Entry(at=row.happened_at, kind="joined", count=count))
    return found


def count_of(group: Group, *, before: datetime | None = None) -> Count:
    """How many are left of a group; or were, just before an instant. A group read by ``with_counts`` asks no more."""
    read = vars(group)
    if before is None and "gone" in read:
        known = Count(count=read["known"] + read["joined"], plus_minus=read["known_plus_minus"] + read["joined_plus_minus"])
        return alive(known=known, gone=[Count(count=read["gone"], plus_minus=read["gone_plus_minus"])])
    return tally(start=start_of(group), entries=[e for e in entries_of([group])[group.pk] if before is None or e.at < before]).left


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
