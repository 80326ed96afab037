"""Batches of fish side by side: who was lost when, by supplier, kind, arrival, course or what it was."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, time
from functools import cache
from typing import Literal, NamedTuple

from pennywort.core.outcome.figures import Count, root_up
from pennywort.core.outcome.survival import Compared, Curve, Spell, kaplan_meier, log_rank
from pennywort.core.outcome.tally import Entry, Tally, tally
from pennywort.core.reference import library
from pennywort.courses.models import Course
from pennywort.courses.queries.targets import course_name
from pennywort.fish.models import DURING, Group, Loss, Move
from pennywort.fish.queries import entries_of, parts_of, start_of
from pennywort.records.actor import Actor

By = Literal["supplier", "kind", "arrival", "course", "medicine", "condition"]
# more curves than this can't be told apart
MOST = 8
# days since they came, as a keeper thinks of them; each to its last day
DAY_BANDS = (("day 0", 0), ("1 to 2", 2), ("3 to 7", 7), ("8 to 14", 14), ("15 to 30", 30), ("later", 1_000_000))
DAY_S = 86_400
# what is read of each of a thousand groups
OF_GROUP = ("arrived_on", "supplier", "species_name", "count", "count_plus_minus", "dead_on_arrival", "dead_on_arrival_plus_minus")


@dataclass(frozen=True, kw_only=True)
class Batch:
    """One line of the comparison. ``plus_minus``: how far its number of fish may be off."""

    name: str
    spells: tuple[Spell, ...]
    plus_minus: int
    lost_first_week: int
    curve: Curve


@dataclass(frozen=True, kw_only=True)
class Comparison:
    """Batches, the largest first, and whether they died alike; ``test`` None with fewer than two."""

    batches: tuple[Batch, ...]
    test: Compared | None
    left_out: int


class FishBook(NamedTuple):
    """All groups of a fishroom by key, and what changed how many there are of each."""

    groups: dict[int, Group]
    entries: dict[int, list[Entry]]


def fish_book_of(actor: Actor) -> FishBook:
    """Read once, for the comparison and for what they died of."""
    groups = {g.pk: g for g in Group.objects.filter(fishroom=actor.fishroom).only(*OF_GROUP)}
    return FishBook(groups, entries_of(groups.values(), room=actor.fishroom))


def compare(actor: Actor, book: FishBook, *, by: By) -> Comparison:
    """All fish of the fishroom, from their arrival, or from the start of their course, to their loss or to when they were seen last."""
    rows = _from_courses(actor, book, by=by) if by in ("course", "medicine", "condition") else _from_arrivals(actor, book, by=by)
    fish_counts = {name: sum(fish.values()) for name, fish in rows.fish.items()}
    names = sorted((name for name, count in fish_counts.items() if count), key=lambda name: -fish_counts[name])
    kept = [_batch(name, rows) for name in names[:MOST]]
    test = log_rank([b.spells for b in kept]) if len(kept) > 1 else None
    return Comparison(batches=tuple(kept), test=test, left_out=len(names) - len(kept))


class Rows(NamedTuple):
    """By name: how many fish went after so many days, lost or not, and the sum of the squares of what their numbers may be off by."""

    fish: defaultdict[str, Counter[tuple[float, bool]]]
    off_squared: defaultdict[str, int]


def _batch(name: str, rows: Rows) -> Batch:
    spells = tuple(Spell(days=days, count=count, lost=lost) for (days, lost), count in rows.fish[name].items())
    return Batch(
        name=name,
        spells=spells,
        plus_minus=root_up(rows.off_squared[name]),
        lost_first_week=sum(s.count for s in spells if s.lost and s.days <= 7),
        curve=kaplan_meier(spells),
    )


def _names(group: Group, by: By) -> str:
    if by == "supplier":
        return group.supplier or "nobody wrote it down"
    if by == "kind":
        return group.species_name
    return f"{group.species_name}, {group.arrived_on:%d %b %Y}"


Fate = tuple[int, datetime, int, bool]


def _fates(told: Tally, *, group: Group, start: Count, joined: Mapping[datetime, tuple[int, int]], end: datetime) -> list[Fate]:
    """What became of the fish of a group: of which group they came, when, how many, whether lost.

    Fish that were put together with others stay of the batch they came with. Which of them died later nobody knows: losses are shared out by
    how many of each there were.
    """
    shares, fates = {group.pk: start.count}, list[Fate]()
    for line in told.lines:
        at, kind, count = line.entry.at, line.entry.kind, line.entry.count.count
        if kind == "joined":
            origin = joined.get(at, (group.pk, count))[0]
            shares[origin] = shares.get(origin, 0) + count
        elif kind == "recount":
            if line.told is not None and line.told.missing is not None:
                fates += [(origin, at, n, True) for origin, n in shared_out(shares, line.told.missing.count).items()]
            shares = shared_out(shares, count)
        else:
            gone = shared_out(shares, count)
            shares = {origin: max(0, n - gone.get(origin, 0)) for origin, n in shares.items()}
            if kind != "parted":
                fates += [(origin, at, n, kind == "lost") for origin, n in gone.items()]
    return fates + [(origin, end, n, False) for origin, n in shared_out(shares, told.left.count).items()]


def shared_out(shares: Mapping[int, int], count: int) -> dict[int, int]:
    """So many fish over these groups by how many of each there are, whole fish, by the largest remainder (Hamilton’s method)."""
    whole = sum(shares.values())
    if not whole or len(shares) == 1:
        return {next(iter(shares)): count} if count else {}
    exact = {origin: count * n / whole for origin, n in shares.items()}
    found = {origin: int(part) for origin, part in exact.items()}
    for origin in sorted(exact, key=lambda o: (found[o] - exact[o], o))[: count - sum(found.values())]:
        found[origin] += 1
    return {origin: n for origin, n in found.items() if n}


def _gone(told: Tally, *, start: datetime, end: datetime) -> Counter[tuple[float, bool]]:
    """Each fish of a tally: lost on its day, or seen alive last. One that a recount did not find was lost by the recount, at the latest."""
    found = Counter({(_days(start, end), False): told.left.count})
    for line in told.lines:
        if line.entry.kind in ("lost", "left"):
            found[_days(start, line.entry.at), line.entry.kind == "lost"] += line.entry.count.count
    for at, count in told.missing:
        found[_days(start, at), True] += count
    return found


def _from_arrivals(actor: Actor, book: FishBook, *, by: By) -> Rows:
    # a part that was moved is the same fish: it goes on under the group it came from
    origin: dict[int, int] = dict(parts_of(actor).values_list("group_id", "parted_from_id"))
    groups = book.groups
    joined: dict[int, dict[datetime, tuple[int, int]]] = defaultdict(dict)
    went_over: dict[int, int] = {}
    came_over: dict[int, int] = defaultdict(int)
    merges = Move.objects.standing().filter(fishroom=actor.fishroom, joins=True, parted_from__isnull=False)
    for into, at, came_from, count, off in merges.values_list("group_id", "happened_at", "parted_from_id", "count", "count_plus_minus"):
        joined[into][at] = (came_from or into, count)
        # how far their number may be off stays with the batch they came with
        went_over[came_from or into] = off**2
        came_over[into] += off**2
    found = Rows(defaultdict(Counter), defaultdict(int))

    @cache
    def batch_of(pk: int) -> tuple[str, datetime]:
        while pk in origin:
            pk = origin[pk]
        return _names(groups[pk], by), _came_at(actor, groups[pk])

    for group in groups.values():
        start, (name, _) = start_of(group), batch_of(group.pk)
        told = tally(start=start, entries=book.entries[group.pk])
        found.off_squared[name] += went_over.get(group.pk, max(0, told.left.plus_minus**2 - came_over[group.pk]))
        if group.dead_on_arrival:
            found.fish[name][0.0, True] += group.dead_on_arrival
        for pk, at, count, lost in _fates(told, group=group, start=start, joined=joined[group.pk], end=actor.now):
            batch, came = batch_of(pk)
            found.fish[batch][_days(came, at), lost] += count
    return found


def _from_courses(actor: Actor, book: FishBook, *, by: By) -> Rows:
    found = Rows(defaultdict(Counter), defaultdict(int))
    for course in Course.objects.filter(fishroom=actor.fishroom, starts_at__lte=actor.now, case__group__lte=max(book.groups, default=0)).select_related("case"):
        group = book.groups[course.case.group_id]
        end = min(course.stopped_at or course.ends_at, actor.now)
        before = [e for e in book.entries[group.pk] if e.at < course.starts_at]
        during = [e for e in book.entries[group.pk] if course.starts_at <= e.at <= end]
        told = tally(start=tally(start=start_of(group), entries=before).left, entries=during)
        name = _course_names(course, by)
        found.fish[name].update(_gone(told, start=course.starts_at, end=end))
        found.off_squared[name] += told.left.plus_minus**2
    return found


def _course_names(course: Course, by: By) -> str:
    if by == "course":
        return course_name(course)
    found = library()
    if by == "medicine":
        names = [found.actives[a].short_name for a in sorted(course.targets_mg_per_l) if a in found.actives]
        return " and ".join(names) or "no medicine in the water"
    condition = found.conditions.get(course.condition_id)
    return condition.short_name if condition else "no name"


@dataclass(frozen=True, kw_only=True)
class CauseRow:
    """How many were lost of one cause, by the days since they came, as in ``DAY_BANDS``."""

    name: str
    counts: tuple[int, ...]


def losses_by_cause(actor: Actor, book: FishBook) -> tuple[CauseRow, ...]:
    """All losses of the fishroom by what they are put down to and by day, the commonest cause first."""
    found: dict[str, list[int]] = {}

    def put(name: str, group: Group, at: datetime, count: int) -> None:
        day = int(_days(_came_at(actor, group), at))
        band = next(i for i, (_, most) in enumerate(DAY_BANDS) if day <= most)
        found.setdefault(name, [0] * len(DAY_BANDS))[band] += count

    for group in book.groups.values():
        if group.dead_on_arrival:
            put("dead on arrival", group, _came_at(actor, group), group.dead_on_arrival)
        entries = book.entries[group.pk]
        # only a recount can miss any
        for at, count in tally(start=start_of(group), entries=entries).missing if any(e.kind == "recount" for e in entries) else ():
            put("missing at a recount", group, at, count)
    losses = Loss.objects.standing().filter(fishroom=actor.fishroom, group__lte=max(book.groups, default=0))
    for pk, at, count, *cause in losses.values_list("group", "happened_at", "count", "cause_id", "cause", "manner", "during"):
        put(_cause(*cause), book.groups[pk], at, count)
    rows = [CauseRow(name=name, counts=tuple(counts)) for name, counts in found.items()]
    return tuple(sorted(rows, key=lambda r: (-sum(r.counts), r.name)))


def _cause(cause_id: str, cause: str, manner: str, during: str) -> str:
    condition = library().conditions.get(cause_id)
    if condition or cause:
        return condition.short_name if condition else cause
    if manner == "missing":
        return "missing"
    return f"during {dict(DURING).get(during, during)}" if during not in ("", "unknown") else "not known"


def _came_at(actor: Actor, group: Group) -> datetime:
    """Noon of the day they came, by the fishroom's clock: of the hour nothing is kept."""
    return datetime.combine(group.arrived_on, time(12), tzinfo=actor.zone)


def _days(start: datetime, end: datetime) -> float:
    """Whole days of the calendar of a keeper: what is lost on the day of arrival is lost on day 0."""
    return float(max(0, int((end - start).total_seconds() // DAY_S)))
