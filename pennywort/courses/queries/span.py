"""From when to when a case goes: from its first sign on, however late that was written down."""

from __future__ import annotations

from datetime import datetime, timedelta

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
    start = case.opened_at
    for at in sorted(_signs_before(case), reverse=True):
        if start - at > WELL_AGAIN:
            break
        start = at
    return start


def _signs_before(case: Case) -> list[datetime]:
    before = Case.objects.filter(group=case.group, closed_at__lte=case.opened_at).exclude(pk=case.pk).order_by("-closed_at").first()
    span = {"group": case.group, "happened_at__lt": case.opened_at}
    if before is not None and before.closed_at is not None:
        span["happened_at__gt"] = before.closed_at
    looks = Look.objects.standing().filter(**span).exclude(place="shop").values_list("happened_at", "signs")
    found = [at for at, signs in looks if trouble(signs)]
    found += Loss.objects.standing().filter(**span).values_list("happened_at", flat=True)
    for field, words in POORLY.items():
        found += Observation.objects.standing().filter(**span, **{f"{field}__in": words}).values_list("happened_at", flat=True)
    return found


def ended_over(group: Group, at: datetime) -> Case | None:
    """The case of this group that was over by now and that an instant lies in; None if there is none."""
    ended = Case.objects.filter(group=group, closed_at__gte=at).order_by("closed_at").first()
    return ended if ended is not None and at >= began_at(ended) - WELL_AGAIN else None
