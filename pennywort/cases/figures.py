"""The figures of cases: days, doses, looks, how many there were, were lost and are left. Of many in a fixed number of queries."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections import defaultdict
from collections.abc import Mapping, Sequence
from datetime import datetime

from django.db.models import Count as Counted

from pennywort.core.outcome.figures import CaseFigures, Count, case_figures
from pennywort.courses.models import Case, Dose
from pennywort.fish.models import Look, Loss
from pennywort.fish.queries import entries_of, left_since, start_of
from pennywort.records.actor import Actor


def losses_in(case: Case, *, began: datetime) -> list[Loss]:
    """Losses of the group from the first sign of a case (``began``) to its end."""
    found = Loss.objects.standing().filter(group=case.group, happened_at__gte=began)
    return list(found.filter(happened_at__lte=case.closed_at) if case.closed_at else found)


def figures_of(actor: Actor, cases: Sequence[Case], *, began: Mapping[int, datetime]) -> dict[int, CaseFigures]:
    """Days, doses, looks, losses of cases since their first sign (``began``, by case), by case."""
    groups = {c.group_id: c.group for c in cases}
    entries = entries_of(groups.values())
    came = {pk: start_of(group) for pk, group in groups.items()}
    looks, losses = defaultdict(list), defaultdict(list)
    for group, at in Look.objects.standing().filter(group__in=groups).order_by("happened_at").values_list("group", "happened_at"):
        looks[group].append(at)
    for group, at, count, off in Loss.objects.standing().filter(group__in=groups).values_list("group", "happened_at", "count", "count_plus_minus"):
        losses[group].append((at, Count(count=count, plus_minus=off)))
    given = Dose.objects.standing().filter(course__case__in=cases, water_change=None).values_list("course__case").annotate(Counted("pk"))
    doses = dict(given.order_by())
    found = {}
    for case in cases:
        start, until, group = began[case.pk], case.closed_at or actor.now, case.group_id
        found[case.pk] = case_figures(
            opened_on=actor.local(start).date(),
            ended_on=actor.local(max(until, start)).date(),
            doses_given=doses.get(case.pk, 0),
            looks=max(0, bisect_right(looks[group], until) - bisect_left(looks[group], start)),
            fish_at_start=left_since(came[group], entries[group], before=start),
            lost=[count for at, count in losses[group] if at >= start and (case.closed_at is None or at <= case.closed_at)],
            left=left_since(came[group], entries[group], before=case.closed_at),
        )
    return found
