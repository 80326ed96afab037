"""What the record already knows of a group and its tank, as the network wants it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta

from pennywort.core.diagnosis.reporting import Law, law_of
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.models import Species
from pennywort.core.water.gate import Level, Over, Readings
from pennywort.courses.models import Course, Dose
from pennywort.courses.queries.running import held_by_labels
from pennywort.courses.queries.situation import Situation, situation_of
from pennywort.fish.models import Group, Look
from pennywort.fish.queries import count_of, species_known, species_of_group
from pennywort.records.actor import Actor
from pennywort.tanks.models import WaterChange

# the outline of a fish of which nobody said what it is
ANY_SHAPE = "torpedo"
SHAPE_OF_WATER = {"coldwater_pond": "koi"}
FINDS_LAST = timedelta(days=7)


@dataclass(frozen=True, kw_only=True)
class Subject:
    """Whom a look is about: a group in its tank, or fish not bought yet."""

    water: WaterType
    species: tuple[Species, ...]
    kin: str | None
    shape: str
    fish_count: int
    group: Group | None
    readings: Readings
    read_at: datetime | None
    before: Readings
    lately_c: tuple[float, ...]
    medicine: Level
    over: Over | None
    warmed_to_c: float | None
    salted_to_g_per_kg: float | None
    known: tuple[str, ...]
    law: Law


def _shape_of(species: Species | None, *, water: WaterType) -> str:
    return species.shape if species else SHAPE_OF_WATER.get(water, ANY_SHAPE)


def subject_of(actor: Actor, group: Group) -> Subject:
    """A group with everything the record knows that bears on a diagnosis."""
    here, species = situation_of(actor, group.tank), species_of_group(group)
    return Subject(
        water=here.water_type,
        species=here.species,
        kin=species.kin if species else None,
        shape=_shape_of(species, water=here.water_type),
        fish_count=max(1, count_of(group).count),
        group=group,
        readings=here.readings,
        read_at=here.read_at,
        before=here.before,
        lately_c=here.warmths_c,
        medicine=here.medicine,
        over=here.over,
        warmed_to_c=here.warmed_to_c,
        salted_to_g_per_kg=here.salted_to_g_per_kg,
        known=known_facts(actor, group, here=here),
        law=law_of(actor.fishroom.law, found=library()),
    )


def newcomer(actor: Actor, *, water: WaterType, species_id: str, fish_count: int) -> Subject:
    """Fish at the seller's: nothing is known but their kind and the water they live in."""
    species = species_known(species_id, fishroom_id=actor.fishroom.pk)
    return Subject(
        water=water,
        species=(species,) if species else (),
        kin=species.kin if species else None,
        shape=_shape_of(species, water=water),
        fish_count=fish_count,
        group=None,
        readings=Readings(),
        read_at=None,
        before=Readings(),
        lately_c=(),
        medicine="none",
        over=None,
        warmed_to_c=None,
        salted_to_g_per_kg=None,
        known=(),
        law=law_of(actor.fishroom.law, found=library()),
    )


def known_facts(actor: Actor, group: Group, *, here: Situation) -> tuple[str, ...]:
    """Ids of the facts that the record shows: how long they are here, what came after, changes, medicine. Warmth is told by its reading."""
    today = actor.local(actor.now).date()
    facts = [*_of_arrivals(group, here, today=today), *_of_care(here)]
    asked = {c.id for c in library().context.values() if c.known_from == "record"}
    return tuple(f for f in dict.fromkeys(facts) if f in asked)


def _of_arrivals(group: Group, here: Situation, *, today: date) -> list[str]:
    days = (today - group.arrived_on).days
    facts = []
    if days <= 2:
        facts.append("netted_or_shipped_48h")
    if days <= 14:
        facts.append("new_arrival_14d")
    if days > 30:
        facts.append("arrival_over_30d")
    others = [(today - g.arrived_on).days for g in here.groups if g.pk != group.pk]
    if any(d <= 30 and d < days for d in others):
        facts.append("recent_addition_30d")
    if days > 90 and all(d > 90 for d in others):
        facts.append("no_additions_90d")
    return facts


def _in_use(course: Course) -> set[str]:
    """The facts of what a course holds in the water, by its medicines or by what its labels say they hold."""
    actives, kinds = library().actives, library().readings
    given = [actives[name].read_by for name in (*course.targets_mg_per_l, *held_by_labels(course)) if name in actives]
    return {kinds[by].in_use for by in given if by and kinds[by].in_use}


def _of_care(here: Situation) -> list[str]:
    facts = []
    # tanks on one sump share their changes and their medicine
    if WaterChange.objects.standing().filter(tank__in=here.waters, happened_at__gt=here.now - timedelta(days=2)).exists():
        facts.append("recent_water_change")
    if Dose.objects.standing().filter(course__tank__in=here.waters, happened_at__gt=here.now - timedelta(days=3)).exists():
        facts.append("recent_medication")
    return [*facts, *sorted({fact for course in here.running for fact in _in_use(course)})]


@dataclass(frozen=True, kw_only=True)
class Carried:
    """Marks to begin a daily look with, and the day each comes from."""

    signs: dict[str, bool]
    counts: dict[str, tuple[int, int]]
    sizes: dict[str, int]
    from_look: Look | None
    context: tuple[str, ...]
    kin: str


def carried_into(actor: Actor, group: Group, *, fish: str) -> Carried:
    """What a daily look takes over from the look before it: marks by eye up to three days old, finds under the microscope up to seven.

    Readings are never carried: they stand in the ledger of the water with their own time.
    """
    found = library()
    earlier = Look.objects.standing().filter(group=group, fish=fish, happened_at__gt=actor.now - FINDS_LAST).order_by("-happened_at", "-pk")
    signs: dict[str, bool] = {}
    counts: dict[str, tuple[int, int]] = {}
    sizes: dict[str, int] = {}
    last = earlier.first()
    for look in earlier:
        fresh = look == last and look.happened_at > actor.now - timedelta(days=3)
        for sign, seen in look.signs.items():
            known = found.signs.get(sign)
            if known is None or known.reading or sign in signs or not (fresh or known.kit == "scope"):
                continue
            signs[sign] = seen
            if sign in look.counts:
                counts[sign] = (int(look.counts[sign][0]), int(look.counts[sign][1]))
            if sign in look.sizes:
                sizes[sign] = look.sizes[sign]
    asked = {c.id for c in found.context.values() if c.known_from == "ask"}
    newest = Look.objects.standing().filter(group=group).order_by("-happened_at", "-pk").first()
    return Carried(
        signs=signs,
        counts=counts,
        sizes=sizes,
        from_look=last,
        context=tuple(c for c in (newest.context if newest else []) if c in asked),
        kin=newest.kin if newest else "",
    )
