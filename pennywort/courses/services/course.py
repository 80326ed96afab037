"""Courses: planned for a tank, checked against who lives there, put on the calendar."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.course.build import build_plan
from pennywort.core.course.plan import Chosen, CoursePlan, PlannedStep, TankFacts
from pennywort.core.errors import Conflict, InvalidInput, Refused
from pennywort.core.medicine.correct import changes_needed
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol, Parameter
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.naming import capital
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.kept_protocols import keep, protocol_of
from pennywort.courses.queries.running import kept_product, running_courses
from pennywort.courses.queries.situation import situation_of
from pennywort.courses.queries.targets import course_name, range_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.courses.services.cases import check_condition, open_case
from pennywort.courses.services.protocols import protocol_named
from pennywort.fish.models import Group
from pennywort.fish.queries import count_of, signs_of_illness
from pennywort.records.actor import Actor
from pennywort.shelf.labels import TypedLabel, label_price, read_label
from pennywort.shelf.products import ProductIn, chosen_product, prices_of
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import water_type_of
from pennywort.tanks.salt import read_grams_per_l
from pennywort.tanks.services import tank_of

LATEST_START = timedelta(days=14)
# a course that somebody writes down from his notes
EARLIEST_START = timedelta(days=60)
# below this part of its target a medicine is out of the water
OUT_FRACTION = 0.01
READ_AS = {"mg/L": "dose_mg_per_l", "uL/L": "dose_ul_per_l", "degC": "temperature", "day": "number", "h": "duration", "1": "number"}


@dataclass(frozen=True, kw_only=True)
class Wish:
    """A protocol as the keeper wants it: typed parameters, products by active, labels of products given at the same time; against what."""

    protocol_id: str
    parameters: Mapping[str, str] = field(default_factory=dict)
    products: Mapping[str, ProductIn] = field(default_factory=dict)
    label: TypedLabel | None = None
    also: Sequence[TypedLabel] = ()
    condition: str = ""
    tanks: tuple[UUID, ...] = ()


def protocol_for(actor: Actor, protocol_id: str, water: WaterType) -> CourseProtocol:
    """:raises NotFound: no such protocol. :raises Refused: not for this water."""
    protocol = protocol_named(actor, protocol_id)
    if water not in protocol.water:
        raise Refused("This course is not for this kind of water.", field="protocol")
    return protocol


def labels_of_wish(actor: Actor, protocol: CourseProtocol, wish: Wish) -> list[LabelDirections]:
    """The labels that this protocol goes by, the first one first; none where it goes by none."""
    if protocol.kind != "label" and not protocol.needs_label:
        return []
    first = [read_label(actor, wish.label, at="label")] if wish.label else []
    return [*first, *(read_label(actor, typed, at=f"also.{i}") for i, typed in enumerate(wish.also))]


def read_parameter(actor: Actor, parameter: Parameter, text: str) -> float:
    """A parameter as typed, in its own unit: salts by gravity too, days with or without their word."""
    name = f"parameters.{parameter.id}"
    if parameter.unit == "g/kg":
        return read_grams_per_l(actor, text, field=name)
    bare = text.strip().removesuffix("days").removesuffix("day").removesuffix("d") if parameter.unit == "day" else text
    return actor.read(bare, kind=READ_AS[parameter.unit], field=name)


def _parameters(actor: Actor, typed: Mapping[str, str], protocol: CourseProtocol) -> dict[str, float]:
    known = {p.id: p for p in protocol.parameters}
    for name in typed:
        if name not in known:
            raise InvalidInput("This course has no such parameter.", field=f"parameters.{name}")
    return {name: read_parameter(actor, known[name], text) for name, text in typed.items() if text.strip()}


def tank_facts(actor: Actor, tank: Tank) -> TankFacts:
    """What the record knows of a tank, as a plan needs it."""
    here = situation_of(actor, tank)
    return TankFacts(
        water=here.water,
        temperature_c=here.readings.temperature_c,
        # what runs is switched off by the course itself, in words of its own
        surroundings=replace(here.surroundings, running=frozenset()),
        species=here.species,
        salinity_g_per_kg=here.readings.salinity_g_per_kg,
        standing=here.standing,
        equipment=here.equipment,
        suspected=frozenset(max(look.shares, key=lambda name: float(look.shares[name])) for look in here.last_looks if look.shares),
        seen=signs_of_illness(here.last_looks),
    )


def chosen_of(actor: Actor, protocol: CourseProtocol, wish: Wish) -> Chosen:
    """What was wished, read: parameters, products (typed, or the first on the shelf), and a label's directions.

    :raises InvalidInput: naming the field. :raises NotFound: no such bottle.
    """
    products, found = {}, library()
    for m in protocol.medicines:
        active, use = found.uses[m.use]
        product = chosen_product(actor, active, use, wish.products.get(m.active), field=f"products.{m.active}")
        if product is not None:
            products[m.active] = product
    unknown = [name for name in wish.products if name not in {m.active for m in protocol.medicines}]
    if unknown:
        raise InvalidInput("This course has no such medicine.", field=f"products.{unknown[0]}")
    return Chosen(
        parameters=_parameters(actor, wish.parameters, protocol),
        products=products,
        label=read_label(actor, wish.label, at="label") if wish.label else None,
        also=tuple(read_label(actor, typed, at=f"also.{i}") for i, typed in enumerate(wish.also)),
        prices=prices_of(actor, products),
        condition=wish.condition,
        tank_count=len(wish.tanks),
        label_price=label_price(actor, wish.label, at="label") if wish.label else None,
        also_prices=tuple(label_price(actor, typed, at=f"also.{i}") for i, typed in enumerate(wish.also)),
    )


def clean_tanks(actor: Actor, protocol: CourseProtocol, wish: Wish, *, tank: Tank) -> list[Tank]:
    """The clean tanks that the moves of a course go through.

    :raises InvalidInput: tanks where nothing moves or a medicine is held in the water, the same twice, or one that is not bare and empty.
    :raises NotFound: not of this fishroom.
    """
    found: list[Tank] = []
    for i, uid in enumerate(wish.tanks):
        name = f"tanks.{i}"
        one = tank_of(actor, uid)
        if protocol.medicines or not any(s.kind == "transfer" for s in protocol.steps):
            raise InvalidInput("This course moves them through no tanks.", field=name)
        if one.water_type != tank.water_type:
            raise InvalidInput(f"{one.name} holds another kind of water.", field=name)
        if one.water_id in {tank.water_id, *(t.water_id for t in found)}:
            raise InvalidInput(f"{one.name} has the same water as another tank of this course: a move into it leaves nothing behind.", field=name)
        here = situation_of(actor, one)
        if here.standing or here.lives & {"plants", "invertebrates"}:
            raise InvalidInput(f"{one.name} is not bare: what they shed lives on in sand, rock and plants.", field=name)
        if any(count_of(g).count for g in here.groups):
            raise InvalidInput(f"Fish live in {one.name}.", field=name)
        found.append(one)
    return found


def plan_for(actor: Actor, tank: Tank, wish: Wish, *, starts_at: datetime) -> tuple[CourseProtocol, CoursePlan]:
    """The calendar of a wish in this tank. Keeps nothing."""
    protocol, _, _, plan = plan_with_its_facts(actor, tank, wish, starts_at=starts_at)
    return protocol, plan


def plan_with_its_facts(actor: Actor, tank: Tank, wish: Wish, *, starts_at: datetime) -> tuple[CourseProtocol, TankFacts, Chosen, CoursePlan]:
    """The same, with what was known of the tank and what was chosen."""
    protocol = protocol_for(actor, wish.protocol_id, water_type_of(tank))
    clean_tanks(actor, protocol, wish, tank=tank)
    facts, chosen = tank_facts(actor, tank), chosen_of(actor, protocol, wish)
    return protocol, facts, chosen, build_plan(protocol, tank=facts, chosen=chosen, start_at=starts_at, zone=actor.zone, found=library())


def _check_room_for(actor: Actor, tank: Tank, protocol: CourseProtocol) -> None:
    """One medicine at a time: refuse a second course with medicine, or a first on top of what is in the water."""
    here = situation_of(actor, tank)
    if protocol.kind == "watch":
        if here.running:
            raise Conflict("A course is running in this tank already.", field="protocol")
        return
    for course in here.running:
        other = protocol_of(course)
        if other is None or other.kind != "watch":
            raise Conflict(f"{course_name(course)} is running in this tank. One medicine at a time: stop it first.", field="protocol")
    for name, (level, most) in here.medicines.items():
        raise Conflict(_wash_out_words(actor, name, level, below=OUT_FRACTION * most), field="protocol")


def _wash_out_words(actor: Actor, name: str, level: float, *, below: float) -> str:
    """How it comes out, and from when the next may start."""
    count = changes_needed(reading=level, target=below, share=0.5)
    ready = actor.local(actor.now + timedelta(days=count - 1))
    many = "one change of a half" if count == 1 else f"{count} changes of a half, a day apart"
    return (
        f"There is still {library().actives[name].short_name} in this water. Two medicines must not meet: after {many}, "
        f"it is out, and the next may start {'today' if count == 1 else f'on {ready:%A}'}."
    )


def _held_before(book: WaterRecords, tank: Tank, plan: CoursePlan) -> dict[str, dict[str, float]]:
    """What is left of the medicines of a plan in this water and its sand: the ledger of the course goes on from there."""
    found = {}
    for held in plan.held:
        ledger = book.ledger(tank, held.active)
        if ledger is not None:
            level, state = ledger.level(book.now).concentration_mg_per_l, ledger.state(book.now)
            found[held.active] = {"level_mg_per_l": level, "sand_mg": state.sand_mg}
    return found


def _not_reportable(condition: str, protocol: CourseProtocol) -> None:
    """:raises Refused: a notifiable disease is reported and watched, never treated (WOAH, recalled; local law decides)."""
    known = library().conditions.get(condition)
    if known and known.notifiable == "most places" and protocol.kind != "watch":
        words = f"{known.short_name} is notifiable: it is reported to a vet or the authority, not treated. Only watching can be started."
        raise Refused(words, field="condition")


@dataclass(frozen=True, kw_only=True)
class Ticked:
    """What the keeper confirmed before the start, and why a care was taken all the same."""

    confirmed: list[int]
    vet_word: bool
    reason: str = ""


def _check_ticks(plan: CoursePlan, ticked: Ticked) -> None:
    """:raises Refused: a never is met, a gate is not confirmed, or a care has no reason."""
    if plan.broken:
        raise Refused(f"Never here: {plan.broken[0].text}.", field="protocol")
    missing = [i for i in range(len(plan.confirm)) if i not in ticked.confirmed]
    if missing:
        raise Refused(f"Tick it first: {plan.confirm[missing[0]].text}", field=f"confirmed.{missing[0]}")
    if plan.vet and not ticked.vet_word:
        raise Refused("This needs a veterinarian’s word. Tick it when you have it.", field="vet_word")
    if plan.cared and not ticked.reason.strip():
        raise Refused(f"{capital(plan.cared[0].text)}. Say why it is given all the same.", field="reason")


def start_of(actor: Actor, starts_at: datetime | None) -> datetime:
    """When a course starts or started; now where nothing is said. :raises InvalidInput: too far back or ahead."""
    start = starts_at or actor.now
    if start.tzinfo is None or not actor.now - EARLIEST_START <= start <= actor.now + LATEST_START:
        raise InvalidInput("It began within the last sixty days, or begins within two weeks.", field="starts_at")
    return start


def start_course(actor: Actor, *, uid: UUID, group: Group, condition: str, wish: Wish, ticked: Ticked, starts_at: datetime | None) -> dict[str, Any]:
    """Start a course: its case, its dated tasks, and the figures that made them.

    :raises Refused: a gate not confirmed, or a guard rail. :raises Conflict: another medicine is in this water.
    """
    tank = group.tank
    _not_reportable(condition, protocol_named(actor, wish.protocol_id))
    start = start_of(actor, starts_at)
    begun = start < actor.now
    if not count_of(group, before=start if begun else None).count:
        left = "were left then" if begun else "are left"
        raise Conflict(f"None of them {left}: there is nobody to treat.", field="starts_at" if begun else "group")
    protocol, plan = plan_for(actor, tank, wish, starts_at=start)
    # from when the next may start is told before what the two would do to each other
    _check_room_for(actor, tank, protocol)
    _check_ticks(plan, ticked)
    before = _held_before(WaterRecords([tank], now=min(start, actor.now)), tank, plan)
    for watch in running_courses(tank, now=actor.now):
        watch.stopped_at, watch.stop_reason = actor.now, "a treatment was started"
        watch.save(update_fields=["stopped_at", "stop_reason"])
    case = open_case(actor, write_id=uid, group=group, at=min(start, actor.now))
    if condition:
        case.condition_id = check_condition(condition)
        case.save(update_fields=["condition_id"])
    labels = labels_of_wish(actor, protocol, wish)
    course = Course.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        case=case,
        tank=tank,
        protocol_id=protocol.id,
        protocol_version=protocol.version,
        protocol_digest=keep(protocol, fishroom=actor.fishroom, by=actor.keeper, at=actor.now),
        condition_id=condition,
        targets_mg_per_l={held.active: held.target_mg_per_l for held in plan.held},
        ranges_mg_per_l={held.active: range_of(held.use, target_mg_per_l=held.target_mg_per_l) for held in plan.held},
        parameters=dict(plan.parameters),
        held_before=before,
        products={active: kept_product(product) for active, product in plan.products.items()},
        reason=ticked.reason.strip(),
        label=vars(labels[0]) if labels else None,
        also_labels=[vars(label) for label in labels[1:]],
        confirmed=[plan.confirm[i].text for i in sorted(set(ticked.confirmed)) if 0 <= i < len(plan.confirm)]
        + (["A veterinarian said so."] if plan.vet else []),
        net_volume_l=tank.net_volume_l,
        starts_at=plan.starts_at,
        treatment_ends_at=plan.treatment_ends_at,
        observe_starts_at=plan.observe_starts_at,
        ends_at=plan.ends_at,
        first_ends_at=plan.clock_ends_at,
        clock_ends_at=plan.clock_ends_at,
    )
    clean = clean_tanks(actor, protocol, wish, tank=tank)
    Task.objects.bulk_create(_task(actor, course, uid5=uuid5(uid, f"task {i}"), step=step, clean=clean) for i, step in enumerate(plan.steps))
    return {"uid": str(course.uid), "case": str(case.uid)}


def _task(actor: Actor, course: Course, *, uid5: UUID, step: PlannedStep, clean: Sequence[Tank]) -> Task:
    by_label = step.kind == "dose" and step.active is None
    return Task(
        uid=uid5,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        course=course,
        kind=step.kind,
        title=step.title,
        text=step.text,
        due_at=step.due_at,
        medicine_id=step.active or "",
        product=step.product,
        dose_mg=step.active_mg,
        dose_ml=step.amount if by_label and step.measures == "volume" else None,
        dose_product_mg=step.amount if by_label and step.measures == "mass" else None,
        dose_pieces_count=step.amount if by_label and step.measures == "pieces" else None,
        water_share=step.share if step.kind == "water_change" else 1.0 if step.kind in ("remove", "transfer") else None,
        put_back=step.put_back,
        refill=step.refill,
        temperature_c=step.to if step.kind == "temperature" else None,
        salinity_g_per_kg=step.to if step.kind == "salinity" else None,
        place=step.place,
        number=step.number,
        minimum_h=step.minimum_h,
        every_h=step.every_h,
        use_id=step.use or "",
        lasts_min=step.lasts_min,
        expected_mg_per_l=step.expected_mg_per_l,
        reads=list(step.reads),
        only_if=step.only_if,
        to_tank=None if step.tank_place is None else course.tank if step.tank_place < 0 else clean[step.tank_place],
    )
