"""Batches of fish side by side: who was lost when, by supplier, kind, arrival, course or what it was."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from datetime import datetime, time
from typing import Literal

from pennywort.core.outcome.survival import Compared, Curve, Spell, kaplan_meier, log_rank
from pennywort.core.reference import library
from pennywort.courses.models import Course
from pennywort.courses.queries.held import course_name
from pennywort.fish.models import Group, Loss, Move
from pennywort.rooms.actor import Actor

By = Literal["supplier", "kind", "arrival", "course", "condition"]
# more curves than this can't be told apart
MOST = 8
DAY_S = 86_400


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


def compare(actor: Actor, *, by: By) -> Comparison:
    """All fish of the fishroom, from their arrival, or from the start of their course, to their loss or to when they were seen last."""
    rows = _from_courses(actor, by=by) if by in ("course", "condition") else _from_arrivals(actor, by=by)
    made = [
        Batch(
            name=name,
            spells=tuple(spells),
            plus_minus=off,
            lost_first_week=sum(s.count for s in spells if s.lost and s.days <= 7),
            curve=kaplan_meier(spells),
        )
        for name, (spells, off) in rows.items()
        if any(s.count for s in spells)
    ]
    made.sort(key=lambda b: -b.curve.fish_count)
    kept = made[:MOST]
    test = log_rank([b.spells for b in kept]) if len(kept) > 1 else None
    return Comparison(batches=tuple(kept), test=test, left_out=len(made) - len(kept))


Rows = dict[str, tuple[list[Spell], int]]


def _names(group: Group, by: By) -> str:
    if by == "supplier":
        return group.supplier or "nobody wrote it down"
    if by == "kind":
        return group.species_name
    return f"{group.species_name}, {group.arrived_on:%d %b %Y}"


def _from_arrivals(actor: Actor, *, by: By) -> Rows:
    losses: dict[int, list[Loss]] = defaultdict(list)
    for loss in Loss.objects.standing().filter(fishroom=actor.fishroom):
        losses[loss.group_id].append(loss)
    parted = list(Move.objects.standing().filter(fishroom=actor.fishroom, parted_from__isnull=False))
    # a part that was moved is the same fish: it goes on under the group it came from
    origin = {m.group_id: m.parted_from_id for m in parted}
    groups = {g.pk: g for g in Group.objects.filter(fishroom=actor.fishroom)}
    found: Rows = {}
    for group in groups.values():
        if group.pk in origin:
            continue
        family = [group.pk]
        for child, parent in origin.items():
            if parent in family:
                family.append(child)
        start = datetime.combine(group.arrived_on, time(12), tzinfo=actor.zone)
        spells = [Spell(days=0.0, count=group.dead_on_arrival, lost=True)] if group.dead_on_arrival else []
        mine = [loss for pk in family for loss in losses[pk]]
        spells += [Spell(days=_days(start, loss.happened_at), count=loss.count, lost=True) for loss in mine]
        left = group.count - sum(s.count for s in spells)
        spells.append(Spell(days=_days(start, actor.now), count=max(0, left), lost=False))
        off = group.count_plus_minus + sum(loss.count_plus_minus for loss in mine)
        kept, before = found.get(_names(group, by), ([], 0))
        found[_names(group, by)] = ([*kept, *spells], before + off)
    return found


def _from_courses(actor: Actor, *, by: By) -> Rows:
    losses: dict[int, list[Loss]] = defaultdict(list)
    for loss in Loss.objects.standing().filter(fishroom=actor.fishroom).order_by("happened_at"):
        losses[loss.group_id].append(loss)
    found: Rows = {}
    for course in Course.objects.filter(fishroom=actor.fishroom, starts_at__lte=actor.now).select_related("case__group"):
        group = course.case.group
        end = min(course.stopped_at or course.ends_at, actor.now)
        before = sum(x.count for x in losses[group.pk] if x.happened_at < course.starts_at)
        during = [x for x in losses[group.pk] if course.starts_at <= x.happened_at <= end]
        spells = [Spell(days=_days(course.starts_at, x.happened_at), count=x.count, lost=True) for x in during]
        left = group.count - group.dead_on_arrival - before - sum(s.count for s in spells)
        spells.append(Spell(days=_days(course.starts_at, end), count=max(0, left), lost=False))
        condition = library().conditions.get(course.condition_id)
        name = course_name(course) if by == "course" else condition.short_name if condition else "no name"
        kept, off = found.get(name, ([], 0))
        found[name] = ([*kept, *spells], off + group.count_plus_minus + sum(x.count_plus_minus for x in during))
    return found


def _days(start: datetime, end: datetime) -> float:
    """Whole days of the calendar of a keeper: what is lost on the day of arrival is lost on day 0."""
    return float(max(0, int((end - start).total_seconds() // DAY_S)))
