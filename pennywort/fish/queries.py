"""Reads about fish."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date, datetime, timedelta
from typing import Any, NamedTuple
from uuid import UUID

from django.db.models import F, Q, QuerySet

from pennywort.accounts.models import Fishroom
from pennywort.core.outcome.figures import Count, alive
from pennywort.core.outcome.tally import Entry, Kind, tally
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.figures import Figure
from pennywort.core.reference.models import Species
from pennywort.core.reference.naming import plural
from pennywort.fish.models import OWN, Group, Leaving, Look, Loss, Move, OwnSpecies, Recount
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import on_one_water

# every ledger that changes how many there are: whose entries, by which link they are the group's, what they do, which of them
LEDGERS: tuple[tuple[type[Loss] | type[Leaving] | type[Move] | type[Recount], str, Kind, dict[str, Any]], ...] = (
    (Loss, "group", "lost", {}),
    (Leaving, "group", "left", {}),
    (Move, "parted_from", "parted", {}),
    (Recount, "group", "recount", {}),
    (Move, "group", "joined", {"joins": True}),
)


def losses_of(group: Group) -> QuerySet[Loss]:
    """Losses that stand, oldest first."""
    return Loss.objects.standing().filter(group=group).select_related("recorded_by").order_by("happened_at", "pk")


def names_gone(group: Group) -> set[str]:
    """Names of single fish that were lost."""
    return set(losses_of(group).exclude(fish="").values_list("fish", flat=True))


def perhaps_alive(groups: QuerySet[Group]) -> QuerySet[Group]:
    """Without those of which none are left."""
    return groups.filter(Q(kept=None) | Q(kept__count__gt=0))


def counted(groups: QuerySet[Group]) -> list[Group]:
    """These groups, each with how many are ``left`` now: as it was kept with the last entry, or by the ledgers where nobody kept it."""
    found: list[Group] = list(groups.annotate(kept_count=F("kept__count"), kept_plus_minus=F("kept__count_plus_minus")))
    nobody_kept = [group for group in found if vars(group)["kept_count"] is None]
    entries = entries_of(nobody_kept) if nobody_kept else {}
    for group in found:
        read = vars(group)
        kept = read["kept_count"] is not None
        read["left"] = Count(count=read["kept_count"], plus_minus=read["kept_plus_minus"]) if kept else left_by(group, entries[group.pk])
    return found


class Shoal(NamedTuple):
    """A group as a screen of many shows it: what it is, since when, and how many are ``left`` now."""

    pk: int
    uid: UUID
    tank_id: int
    species_name: str
    arrived_on: date
    came_count: int
    left: Count


def shoals(groups: QuerySet[Group]) -> list[Shoal]:
    """These groups in their order, hundreds of them in one query; counts as in ``counted``."""
    rows = list(groups.values_list("pk", "uid", "tank_id", "species_name", "arrived_on", "count", "kept__count", "kept__count_plus_minus"))
    nobody_kept = [row[0] for row in rows if row[-2] is None]
    walked = {g.pk: count_of(g) for g in counted(Group.objects.filter(pk__in=nobody_kept))} if nobody_kept else {}
    return [
        Shoal(pk, uid, tank, name, arrived, came, walked[pk] if kept is None else Count(count=kept, plus_minus=off))
        for pk, uid, tank, name, arrived, came, kept, off in rows
    ]


def parts_of(actor: Actor) -> QuerySet[Move]:
    """The moves by which a part of a group (``parted_from``) became a group of its own: the same fish, not new ones."""
    return Move.objects.standing().filter(fishroom=actor.fishroom, parted_from__isnull=False, joins=False)


def dead_of(group: Group) -> Count:
    """How many were dead on arrival."""
    return Count(count=group.dead_on_arrival, plus_minus=group.dead_on_arrival_plus_minus)


def start_of(group: Group) -> Count:
    """How many came alive."""
    came = Count(count=group.count, plus_minus=group.count_plus_minus)
    return alive(known=came, gone=[dead_of(group)])


def entries_of(groups: Iterable[Group], *, room: Fishroom | None = None) -> dict[int, list[Entry]]:
    """Everything in the book that changed how many there are of these groups, by group, in no order; in a fixed number of queries.

    :param room: these are all its groups: it is asked for by its name, not by a thousand groups.
    """
    found: dict[int, list[Entry]] = {group.pk: [] for group in groups}
    for ledger, by, kind, only in LEDGERS:
        # of a group that came since they were read the next reading tells
        here = {f"{by}__in": found} if room is None else {"fishroom": room, f"{by}__lte": max(found, default=0)}
        rows = ledger.objects.standing().filter(**here, **only)
        for pk, at, count, plus_minus in rows.values_list(by, "happened_at", "count", "count_plus_minus"):
            found[pk].append(Entry(at=at, kind=kind, count=Count(count=count, plus_minus=plus_minus)))
    return found


def count_of(group: Group, *, before: datetime | None = None) -> Count:
    """How many are left of a group; or were, just before an instant. Of one read by ``counted`` nothing more is asked."""
    read: Count | None = vars(group).get("left")
    if before is None and read is not None:
        return read
    return left_by(group, entries_of([group])[group.pk], before=before)


def left_by(group: Group, entries: Iterable[Entry], *, before: datetime | None = None) -> Count:
    """How many are left of a group by its ledgers; or were, just before an instant."""
    return left_since(start_of(group), entries, before=before)


def left_since(start: Count, entries: Iterable[Entry], *, before: datetime | None) -> Count:
    """The same of those who came alive (``start``), where one group is asked of again and again."""
    return tally(start=start, entries=[e for e in entries if before is None or e.at < before]).left


def groups_in(tank: Tank) -> list[Group]:
    """Groups of a tank with their counts, the newest arrivals last."""
    return counted(Group.objects.filter(tank=tank).order_by("arrived_on", "pk"))


def groups_in_water(tank: Tank) -> list[Group]:
    """Groups of all tanks on this tank's water with their counts, the newest arrivals last."""
    return counted(Group.objects.filter(tank__in=on_one_water(tank)).order_by("arrived_on", "pk"))


def groups_of(actor: Actor) -> list[Group]:
    """All groups of the fishroom with their counts."""
    groups = Group.objects.filter(fishroom=actor.fishroom).select_related("tank")
    return counted(groups.order_by("tank__code", "tank__name", "arrived_on", "pk"))


def looks_of(group: Group) -> QuerySet[Look]:
    """Looks that stand, newest first."""
    return Look.objects.standing().filter(group=group).select_related("recorded_by").order_by("-happened_at", "-pk")


def size_words(look: Look, sign: str) -> str:
    """How much of a sign a look found, in the words of its scale; empty where nobody said."""
    found, size = library(), look.sizes.get(sign)
    scale = found.worsening.sizes.get(found.signs[sign].sizes, ()) if sign in found.signs else ()
    return scale[size - 1] if size is not None and 1 <= size <= len(scale) else ""


def as_species(own: OwnSpecies) -> Species:
    """A kind that a fishroom wrote down itself, as the core takes it: of its warmth nothing is known but what its kin bears."""
    unknown = Figure(value=0.0, unit="degC", source=("common practice",), confidence="C", recalled=True)
    water: WaterType = own.water_type  # type: ignore[assignment]
    return Species(
        id=own.species_id, kin=own.kin, name=own.name, latin="", water=water, temperature=unknown, source=("common practice",), confidence="C",
        recalled=True,
    )  # fmt: skip


def own_species_of(actor: Actor) -> list[OwnSpecies]:
    """The kinds that this fishroom wrote down itself, by name, as far as their kin is still known."""
    return [s for s in OwnSpecies.objects.filter(fishroom=actor.fishroom).order_by("name") if s.kin in library().kin]


def species_of_group(group: Group) -> Species | None:
    """The kind of a group: of the built-in list, or of the fishroom's own; None for a name that nobody said more about."""
    return species_known(group.species_id, fishroom_id=group.fishroom_id)


def species_known(species_id: str, *, fishroom_id: int | None) -> Species | None:
    """A kind by its id: of the built-in list, or of a fishroom's own; None for any other."""
    known = library().species.get(species_id)
    if known is not None or fishroom_id is None or not species_id.startswith(OWN):
        return known
    own = OwnSpecies.objects.filter(fishroom_id=fishroom_id, uid=species_id.removeprefix(OWN)).first()
    return as_species(own) if own is not None and own.kin in library().kin else None


def species_in(groups: Iterable[Group]) -> list[Species]:
    """The kinds among these groups that still have fish in them, as far as they are known."""
    of_kind = {g.species_id: g for g in groups if g.species_id and count_of(g).count > 0}
    found = (species_of_group(of_kind[name]) for name in sorted(of_kind))
    return [s for s in found if s is not None]


def fish_words(groups: Iterable[Group]) -> str:
    """The fish of a tank in one line: '3 royal grammas, 2 firefish'; empty when none are left."""
    return in_words((group.species_name, count_of(group)) for group in groups)


def in_words(lefts: Iterable[tuple[str, Count]]) -> str:
    """So many of each kind in one line, without those of which none are left."""
    return ", ".join(f"{left.words} {plural(name, left.count)}" for name, left in lefts if left.count > 0)


# a look tells how they are for so long (common practice)
LOOK_TELLS = timedelta(days=3)


def last_looks(tanks: Sequence[Tank], *, now: datetime) -> list[Look]:
    """The newest look at each group in these tanks, while it still tells how they are."""
    looks = Look.objects.standing().filter(group__tank__in=tanks, happened_at__gt=now - LOOK_TELLS).order_by("happened_at", "pk")
    return list({look.group_id: look for look in looks}.values())


def signs_of_illness(looks: Sequence[Look]) -> tuple[str, ...]:
    """Ids of what was seen in them that a well fish does not show."""
    signs = library().signs
    seen = (s for look in looks for s, there in look.signs.items() if there and s in signs)
    return tuple(dict.fromkeys(s for s in seen if not signs[s].good and signs[s].reading is None))
