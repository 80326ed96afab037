"""What the record knows of fish that are to leave quarantine, as the gate of the release wants it."""

from __future__ import annotations

from datetime import timedelta

from pennywort.core.outcome.companions import trouble_ahead
from pennywort.core.outcome.release import Meal, ReleaseFacts, gate
from pennywort.core.reference import library
from pennywort.core.reference.naming import capital
from pennywort.core.water.gate import Readings
from pennywort.courses.queries.situation import Situation, situation_of
from pennywort.courses.queries.span import trouble
from pennywort.courses.queries.watching import watched_since
from pennywort.fish.models import Group, Look, Observation
from pennywort.fish.queries import species_in, species_of_group
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank

# as long as fish are usually watched (common practice)
USUAL_DAYS = 30.0


def release_facts(actor: Actor, group: Group, *, days: float, to: Tank | None) -> ReleaseFacts:
    """Watching, treatment, water, meals and signs of a group, and how far its water lies from where it goes."""
    now, tank = actor.now, group.tank
    here = situation_of(actor, tank)
    there = situation_of(actor, to) if to else None
    since = watched_since(actor, group)
    looks = list(Look.objects.standing().filter(group=group, happened_at__gt=since - timedelta(days=1)).order_by("happened_at"))
    rows = Observation.objects.standing().filter(group=group, happened_at__gt=now - timedelta(days=7)).exclude(appetite="")
    meals = [Meal(at=o.happened_at, well=o.appetite == "all") for o in rows]
    meals += [Meal(at=x.happened_at, well=bool(x.signs["eating_normally"])) for x in looks if "eating_normally" in x.signs]
    signs = [x.happened_at for x in looks if trouble(x.signs)]
    until = max((c.ends_at for c in here.running if c.protocol_id != "watch"), default=None)
    ours, theirs = here.readings, there.readings if there else Readings()
    return ReleaseFacts(
        watched_since=since,
        needed_days=days,
        treated_until=until,
        medicine=f"{', '.join(library().actives[a].short_name for a in here.medicines)} still in the water" if here.medicines else "",
        meals=meals,
        sign_at=max(signs, default=None),
        looked_at=max((x.happened_at for x in looks), default=None),
        apart_c=_apart(ours.temperature_c, theirs.temperature_c),
        apart_g_per_kg=_apart(ours.salinity_g_per_kg, theirs.salinity_g_per_kg),
        salt_matters=tank.water_type in ("marine", "brackish"),
        destination=to is not None,
        water_at_fault=[*_in_red(here), *(_in_red(there) if there else ())],
    )


def _apart(one: float | None, other: float | None) -> float | None:
    return abs(one - other) if one is not None and other is not None else None


def _in_red(water: Situation) -> list[str]:
    """What of this water was read as harmful within a day."""
    return [f"{water.tank.name}: {line.words}" for line in water.gate().lines if line.harmful]


def companions_of(actor: Actor, group: Group, to: Tank) -> list[str]:
    """Who in that water will go for these fish, or they for whom."""
    kind = species_of_group(group)
    return trouble_ahead(kind, species_in(situation_of(actor, to).others(group))) if kind is not None else []


def against_a_move(actor: Actor, group: Group, to: Tank) -> list[str]:
    """What the gate of the release says against a plain move to fish that were watched long enough; empty for a move within quarantine."""
    residents = situation_of(actor, to).others(group)
    settled = residents and all(actor.now - watched_since(actor, g) >= timedelta(days=USUAL_DAYS) for g in residents)
    if not settled or to.water_id == group.tank.water_id:
        return []
    missing = [c for c in gate(release_facts(actor, group, days=USUAL_DAYS, to=to), now=actor.now).checks if c.state != "yes"]
    return [f"{capital(c.name)}: {c.words}." for c in missing]
