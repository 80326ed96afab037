"""What the record already knows of a group and its tank, as the network wants it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta

from pennywort.core.diagnosis.reporting import Law, law_of
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.models import Species
from pennywort.core.water.gate import Level, Over, Readings
from pennywort.courses.models import Course, Dose, Task
from pennywort.courses.queries.running import held_by_labels, running_courses
from pennywort.courses.queries.targets import windows_of
from pennywort.courses.queries.water_records import Book
from pennywort.fish.models import Group, Look
from pennywort.fish.queries import count_of, groups_in_water, species_in, species_known, species_of_group
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank, WaterChange
from pennywort.tanks.queries import fresh_readings, on_one_water, readings_before, readings_of, water_type_of

# A level this far above the top of the window is too much, not a rounding of the scale.
OVER = 1.1
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
    tank = group.tank
    readings, _ = fresh_readings(tank, now=actor.now)
    before = readings_before(tank, now=actor.now)
    species = species_of_group(group)
    medicine, over = _medicine(tank, now=actor.now)
    return Subject(
        water=water_type_of(tank),
        species=tuple(species_in(groups_in_water(tank))),
        kin=species.kin if species else None,
        shape=_shape_of(species, water=water_type_of(tank)),
        fish_count=max(1, count_of(group).count),
        group=group,
        readings=readings,
        before=before,
        lately_c=_warmths(tank, now=actor.now),
        medicine=medicine,
        over=over,
        warmed_to_c=warmed_to(tank, now=actor.now),
        salted_to_g_per_kg=_salted_to(tank, now=actor.now),
        known=known_facts(actor, group),
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
        before=Readings(),
        lately_c=(),
        medicine="none",
        over=None,
        warmed_to_c=None,
        salted_to_g_per_kg=None,
        known=(),
        law=law_of(actor.fishroom.law, found=library()),
    )


def warmed_to(tank: Tank, *, now: datetime) -> float | None:
    """The warmth that the running courses here have reached by now."""
    reached = Task.objects.filter(course__in=running_courses(tank, now=now), kind="temperature", done_at__isnull=False)
    return max((t.temperature_c for t in reached if t.temperature_c is not None), default=None)


def _salted_to(tank: Tank, *, now: datetime) -> float | None:
    """The salinity that the newest step of the running courses here has led to."""
    steps = Task.objects.filter(course__in=running_courses(tank, now=now), kind="salinity", done_at__isnull=False).order_by("-done_at", "-pk")
    return next((t.salinity_g_per_kg for t in steps if t.salinity_g_per_kg is not None), None)


def _medicine(tank: Tank, *, now: datetime) -> tuple[Level, Over | None]:
    """Whether a medicine stands above its range, and by how much; in it; or none was given lately. Products without a level are in range."""
    book = Book([tank], now=now)
    levels = book.medicines(tank)
    for course in book.running(tank):
        for held in windows_of(course):
            level = levels.get(held.active, (0.0, 0.0))[0]
            if level > OVER * held.high_mg_per_l:
                return "over", Over(name=library().actives[held.active].short_name, level_mg_per_l=level, high_mg_per_l=held.high_mg_per_l)
    lately = any(d.happened_at > now - timedelta(days=14) for d in book.given(tank))
    return ("in_range" if levels or lately else "none"), None


def known_facts(actor: Actor, group: Group) -> tuple[str, ...]:
    """Ids of the facts that the record shows: how long they are here, what came after, changes, medicine. Warmth is told by its reading."""
    today = actor.local(actor.now).date()
    facts = [*_of_arrivals(group, today=today), *_of_care(actor, group)]
    asked = {c.id for c in library().context.values() if c.known_from == "record"}
    return tuple(f for f in dict.fromkeys(facts) if f in asked)


def _of_arrivals(group: Group, *, today: date) -> list[str]:
    days = (today - group.arrived_on).days
    facts = []
    if days <= 2:
        facts.append("netted_or_shipped_48h")
    if days <= 14:
        facts.append("new_arrival_14d")
    if days > 30:
        facts.append("arrival_over_30d")
    others = [(today - g.arrived_on).days for g in groups_in_water(group.tank) if g.pk != group.pk]
    if any(d <= 30 and d < days for d in others):
        facts.append("recent_addition_30d")
    if days > 90 and all(d > 90 for d in others):
        facts.append("no_additions_90d")
    return facts


def _warmths(tank: Tank, *, now: datetime) -> tuple[float, ...]:
    """What the thermometer read in the last three days, degC."""
    lately = readings_of(tank).filter(happened_at__gt=now - timedelta(days=3)).exclude(temperature_c=None)
    return tuple(r.temperature_c for r in lately if r.temperature_c is not None)


def _in_use(course: Course) -> set[str]:
    """The facts of what a course holds in the water, by its medicines or by what its labels say they hold."""
    actives, kinds = library().actives, library().readings
    given = [actives[name].read_by for name in (*course.targets_mg_per_l, *held_by_labels(course)) if name in actives]
    return {kinds[by].in_use for by in given if by and kinds[by].in_use}


def _of_care(actor: Actor, group: Group) -> list[str]:
    now, facts = actor.now, []
    # tanks on one sump share their changes and their medicine
    tanks = on_one_water(group.tank)
    if WaterChange.objects.standing().filter(tank__in=tanks, happened_at__gt=now - timedelta(days=2)).exists():
        facts.append("recent_water_change")
    if Dose.objects.standing().filter(course__tank__in=tanks, happened_at__gt=now - timedelta(days=3)).exists():
        facts.append("recent_medication")
    in_use = {fact for tank in tanks for c in running_courses(tank, now=now) for fact in _in_use(c)}
    return [*facts, *sorted(in_use)]


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
