"""A fish or group over its looks: how the ranking moved, when it turned, and whether they get better."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta

from pennywort.core.diagnosis.doubts import doubts, without
from pennywort.core.diagnosis.facts import LookFacts, Share
from pennywort.core.diagnosis.network import Weighed, weigh
from pennywort.core.diagnosis.progress import Progress, Seen, progress
from pennywort.core.diagnosis.turning import Kept, Turn, turns
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import Condition
from pennywort.courses.models import Case, Course
from pennywort.courses.queries.span import began_at
from pennywort.fish.models import Group, Look
from pennywort.fish.queries import losses_of
from pennywort.records.actor import Actor
from pennywort.tanks.queries import water_type_of

# The looks drawn: a case of two months with one a day.
MOST_LOOKS = 60


@dataclass(frozen=True, kw_only=True)
class OverDays:
    """Looks oldest first, each with the ranking it gave then."""

    looks: tuple[Look, ...]
    turns: tuple[Turn, ...]
    progress: Progress | None
    expected: Condition | None
    treated_days: float | None


def facts_of_look(look: Look, group: Group | None) -> LookFacts:
    """A kept look as the network takes it; signs and facts that the reference no longer has are left out."""
    found = library()
    signs = {s: seen for s, seen in look.signs.items() if s in found.signs}
    water = water_type_of(group.tank) if group else look.water_type
    return LookFacts(
        water=water,  # type: ignore[arg-type]
        signs=signs,
        shares={s: share for s, share in _shares(look).items() if signs.get(s)},
        context=tuple(c for c in look.context if c in found.context),
        kin=look.kin if look.kin in found.kin else None,
    )


def leader_of(look: Look) -> str:
    """The condition that led the ranking of a look, as it was kept; empty where the reference no longer has any of it."""
    known = library().conditions
    return max((c for c in look.shares if c in known), key=lambda c: look.shares[c], default="")


def _weighed_again(look: Look, group: Group) -> Weighed:
    """A kept look by today's reference: for what each of its signs says, not for who led."""
    facts = facts_of_look(look, group)
    return weigh(without(facts, doubts(facts, one_fish=bool(look.fish), found=library())), found=library())


def _shares(look: Look) -> dict[str, Share]:
    return {s: Share(seen_count=k, fish_count=n) for s, (k, n) in look.counts.items()}


def looks_at(group: Group, *, fish: str) -> list[Look]:
    """Looks that stand at the whole group, or at one fish of it, oldest first; the look at the seller's among the former."""
    found = list(Look.objects.standing().filter(group=group, fish=fish).select_related("recorded_by").order_by("-happened_at", "-pk")[:MOST_LOOKS])
    if group.seen_before is not None and not fish:
        found.append(group.seen_before)
    for look in found:
        look.group = group
    return found[::-1]


def fish_named(group: Group) -> list[str]:
    """The fish of this group that were looked at by themselves, in order of the first look."""
    names = Look.objects.standing().filter(group=group).exclude(fish="").order_by("happened_at", "pk").values_list("fish", flat=True)
    return list(dict.fromkeys(names))


def over_days(actor: Actor, group: Group, *, fish: str) -> OverDays:
    """The looks of one group or fish over its days, with what turned the ranking, and the progress within the open case.

    The clock of the progress starts with the running course, else with the case, else with the first look shown.
    """
    looks = looks_at(group, fish=fish)
    kept = [Kept(leader=leader_of(look), weighed=_weighed_again(look, group)) for look in looks]
    case = Case.objects.filter(group=group, closed_at=None).first()
    course = Course.objects.filter(case=case, stopped_at=None, starts_at__lte=actor.now).order_by("-starts_at").first() if case else None
    start = course.starts_at if course else began_at(case) if case else looks[0].happened_at if looks else actor.now
    # the look on which the decision was made stands a little before the course: it is where they came from
    since = [x for x in looks if x.happened_at >= start]
    before = [x for x in looks if x.happened_at < start and x.happened_at > start - timedelta(days=3) and x.place not in ("shop", "bag")]
    counted = [*before[-1:], *since]
    first = counted[0].happened_at if counted else start
    lost = _lost_between(group, counted)
    seen = [Seen(day=(x.happened_at - first).total_seconds() / 86400, signs=x.signs, shares=_shares(x), sizes=x.sizes) for x in counted]
    name = (course.condition_id if course else "") or (case.condition_id if case else "")
    return OverDays(
        looks=tuple(looks),
        turns=turns(kept),
        progress=progress(seen, lost_count=lost, found=library()) if case else None,
        expected=library().conditions.get(name),
        treated_days=(actor.now - course.starts_at).total_seconds() / 86400 if course else None,
    )


def _lost_between(group: Group, counted: list[Look]) -> int:
    if len(counted) < 2:
        return 0
    losses = losses_of(group).filter(happened_at__gt=counted[-2].happened_at, happened_at__lte=counted[-1].happened_at)
    return sum(x.count for x in losses)
