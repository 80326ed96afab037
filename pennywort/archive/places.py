"""Where some words lead: tanks, fish, cases, what stands on the shelf, conditions and medicines."""

from __future__ import annotations

from dataclasses import dataclass

from pennywort.cases.story import condition_name
from pennywort.core.reference import library
from pennywort.core.reference.naming import plural
from pennywort.courses.models import Case
from pennywort.fish.models import Individual
from pennywort.fish.queries import count_of, groups_of
from pennywort.records.actor import Actor
from pennywort.shelf.models import Bottle
from pennywort.tanks.queries import tanks_of

MOST_PLACES = 12


@dataclass(frozen=True, kw_only=True)
class FoundPlace:
    """A screen that the words name, and of what."""

    to: str
    to_id: str
    kind: str
    words: str
    detail: str


def places(actor: Actor, *, words: str) -> list[FoundPlace]:
    """Places that hold all the words, those of this fishroom first."""
    wanted = words.casefold().split()
    if not wanted:
        return []
    return [p for p in _all(actor) if all(w in f"{p.words} {p.detail} {p.kind}".casefold() for w in wanted)][:MOST_PLACES]


def _all(actor: Actor) -> list[FoundPlace]:
    found = [FoundPlace(to="tank", to_id=str(t.uid), kind="tank", words=t.name, detail=t.code) for t in tanks_of(actor)]
    named: dict[int, list[str]] = {}
    for one in Individual.objects.filter(fishroom=actor.fishroom):
        named.setdefault(one.group_id, []).append(one.name)
    for group in groups_of(actor):
        left = count_of(group)
        detail = ", ".join(w for w in (group.tank.name, group.supplier, *named.get(group.pk, ())) if w)
        found.append(FoundPlace(to="fish", to_id=str(group.uid), kind="fish", words=f"{left.words} {plural(group.species_name, left.count)}", detail=detail))
    for case in Case.objects.filter(fishroom=actor.fishroom).select_related("tank", "group").order_by("-number"):
        detail = ", ".join(w for w in (condition_name(case.condition_id), case.get_outcome_display() if case.outcome else "open") if w)
        words = f"Case {case.number}, {plural(case.group.species_name, 2)} in {case.tank.name}"
        found.append(FoundPlace(to="case", to_id=str(case.uid), kind="case", words=words, detail=detail))
    for bottle in Bottle.objects.filter(fishroom=actor.fishroom):
        active = library().actives.get(bottle.active_id)
        found.append(FoundPlace(to="shelf", to_id="", kind="shelf", words=bottle.name, detail=active.short_name if active else ""))
    found += [FoundPlace(to="condition", to_id=c.id, kind="condition", words=c.name, detail=c.short_name) for c in library().conditions.values()]
    found += [FoundPlace(to="formulary", to_id=a.id, kind="medicine", words=a.name, detail=a.short_name) for a in library().actives.values()]
    return found
