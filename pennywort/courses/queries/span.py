"""From when to when a case goes: from its first sign on, however late that was written down."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from datetime import datetime, timedelta

from django.db.models import Q

from pennywort.core.reference import library
from pennywort.courses.models import Case
from pennywort.fish.models import Group, Look, Loss, Observation

# a week without a sign or a loss is a time in which they were well (common practice)
WELL_AGAIN = timedelta(days=7)
POORLY = {"appetite": ("less", "none"), "breathing": ("fast", "gasping")}


def trouble(signs: dict[str, bool]) -> bool:
    """Whether something was seen that is no sign of a well fish: only that opens a case."""
    known = library().signs
    return any(seen and not (s in known and known[s].good) and s != "single_fish_only" for s, seen in signs.items())


def began_at(case: Case) -> datetime:
    """The first sign or loss of this trouble: whatever was seen before the case was opened, no more than a week apart, since the last one ended."""
    return began_of([case])[case.pk]


def began_of(cases: Sequence[Case]) -> dict[int, datetime]:
    """The same of many cases, by case, in a fixed number of queries."""
    if not cases:
        return {}
    groups = {c.group_id for c in cases}
    ended: dict[int, list[Case]] = defaultdict(list)
    for other in Case.objects.filter(group__in=groups, closed_at__isnull=False).only("group", "closed_at"):
        ended[other.group_id].append(other)
    seen = _poorly_in(groups, until=max(c.opened_at for c in cases))
    found = {}
    for case in cases:
        start = case.opened_at
        since = max((o.closed_at for o in ended[case.group_id] if o.closed_at and o.closed_at <= start and o.pk != case.pk), default=None)
        for at in sorted((x for x in seen[case.group_id] if x < case.opened_at and (since is None or x > since)), reverse=True):
            if start - at > WELL_AGAIN:
                break
            start = at
        found[case.pk] = start
    return found


def _poorly_in(groups: set[int], *, until: datetime) -> dict[int, list[datetime]]:
    """When a sign of trouble or a loss was seen in these groups, by group."""
    found: dict[int, list[datetime]] = defaultdict(list)
    span = {"group__in": groups, "happened_at__lt": until}
    for group, at, signs in Look.objects.standing().filter(**span).exclude(place="shop").values_list("group", "happened_at", "signs"):
        if trouble(signs):
            found[group].append(at)
    poorly = Q()
    for field, words in POORLY.items():
        poorly |= Q(**{f"{field}__in": words})
    for rows in (Loss.objects.standing().filter(**span), Observation.objects.standing().filter(poorly, **span)):
        for group, at in rows.values_list("group", "happened_at"):
            found[group].append(at)
    return found


def ended_over(group: Group, at: datetime) -> Case | None:
    """The case of this group that was over by now and that an instant lies in; None if there is none."""
    ended = Case.objects.filter(group=group, closed_at__gte=at).order_by("closed_at").first()
    return ended if ended is not None and at >= began_at(ended) - WELL_AGAIN else None
