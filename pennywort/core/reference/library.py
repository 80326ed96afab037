"""The one loader. Reads the YAML files, refuses what is unknown, doubled or unsourced, and checks all links."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from typing import get_args

from pennywort.core.reference import phrases
from pennywort.core.reference.compiled import compiled
from pennywort.core.reference.course_models import STRIPS, CourseProtocol, Kinetics, LifeCycle, Parameter, Stands
from pennywort.core.reference.disease_models import (
    Action,
    AnswerGroup,
    BringBack,
    Condition,
    Context,
    Contradiction,
    Kin,
    Likelihoods,
    LookKind,
    Mend,
    Pair,
    Region,
    Sign,
    Worsening,
)
from pennywort.core.reference.figures import Datum
from pennywort.core.reference.formulary_models import Active, Allergen, Equipment, Interaction, Life, LifeAsked, Sensitivity, Use
from pennywort.core.reference.kinds import with_bearings
from pennywort.core.reference.living_models import ActInWater, Living, Scenario
from pennywort.core.reference.loading import M, checked, known, listed
from pennywort.core.reference.models import (  # fmt: skip
    Bearing,
    Emergency,
    EyePair,
    GearKind,
    HumaneEnd,
    InstrumentKind,
    Limit,
    Plan,
    Publication,
    Reporting,
    SetupItem,
    SickBayItem,
    Species,
    Tool,
    UpkeepKind,
)
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.reference.register import called
from pennywort.core.reference.salt_models import SaltKind
from pennywort.core.reference.scenarios import check_living, check_scenario
from pennywort.core.reference.yaml_files import SHIPPED, ReferenceError, read_yaml

DATA = SHIPPED


@dataclass(frozen=True, kw_only=True, eq=False)
class Library:
    """All reference data, by id. Two libraries are the same only if they are one object: what is built from one is kept."""

    publications: dict[str, Publication]
    regions: dict[str, Region]
    signs: dict[str, Sign]
    looks: dict[str, LookKind]
    likelihoods: Likelihoods
    worsening: Worsening
    answer_groups: dict[str, AnswerGroup]
    context: dict[str, Context]
    kin: dict[str, Kin]
    pairs: tuple[Pair, ...]
    contradictions: tuple[Contradiction, ...]
    actions: dict[str, Action]
    mends: dict[str, Mend]
    bring_back: dict[str, BringBack]
    conditions: dict[str, Condition]
    reporting: Reporting
    bearings: dict[str, Bearing]
    species: dict[str, Species]
    readings: dict[str, ReadingKind]
    salts: dict[str, SaltKind]
    lives: dict[str, LifeAsked]
    limits: dict[str, Limit]
    upkeep: dict[str, UpkeepKind]
    eye: dict[str, EyePair]
    setup: dict[str, SetupItem]
    gear: dict[str, GearKind]
    sick_bay: dict[str, SickBayItem]
    plans: dict[str, Plan]
    emergencies: dict[str, Emergency]
    tools: dict[str, Tool]
    actives: dict[str, Active]
    uses: dict[str, tuple[Active, Use]]
    interactions: dict[str, Interaction]
    sensitivities: dict[str, Sensitivity]
    allergens: dict[str, Allergen]
    humane_ends: dict[str, HumaneEnd]
    instruments: dict[str, InstrumentKind]
    life_cycles: dict[str, LifeCycle]
    kinetics: dict[str, Kinetics]
    courses: dict[str, CourseProtocol]
    living: dict[str, Living]
    living_acts: dict[str, ActInWater]
    scenarios: dict[str, Scenario]

    @property
    def chloride_salt(self) -> SaltKind:
        """What is given against nitrite; the loader holds that there is one."""
        return next(salt for salt in self.salts.values() if salt.gives_chloride)

    @property
    def sea_salt(self) -> SaltKind:
        """What a salinity reading counts; the loader holds that there is one."""
        return next(salt for salt in self.salts.values() if salt.of_the_sea)

    @property
    def disinfectant(self) -> Active:
        """What gear is disinfected with; the loader holds that it is one."""
        return next(active for active in self.actives.values() if active.disinfects)


def _folder(folder: Path, model: type[M]) -> dict[str, M]:
    """All lists of one folder as one; an id stands once in all of them."""
    found: dict[str, M] = {}
    for path in sorted(folder.glob("*.yaml")):
        for name, item in listed(path, model).items():
            if name in found:
                raise ReferenceError(path.name, phrases.in_another_file(name))
            found[name] = item
    return found


def _files(folder: Path, model: type[M]) -> dict[str, M]:
    """One item a file, named after it."""
    found: dict[str, M] = {}
    for path in sorted(folder.glob("*.yaml")):
        item = checked(path, model, read_yaml(path))
        if getattr(item, "id") != path.stem:  # noqa: B009 - the models share no base with an id
            raise ReferenceError(path.name, f"holds {getattr(item, 'id', '?')}")
        found[path.stem] = item
    return found


def _uses(actives: dict[str, Active]) -> dict[str, tuple[Active, Use]]:
    pairs = [(use.id, (active, use)) for active in actives.values() for use in active.uses]
    if len(found := dict(pairs)) != len(pairs):
        raise ReferenceError("actives", phrases.stands_twice(next((i for i, _ in pairs if [n for n, _ in pairs].count(i) > 1))))
    return found


def _species(folder: Path, bearings: dict[str, Bearing]) -> dict[str, Species]:
    """The fish, each with what it bears badly; a name, first or second, belongs to one of them alone."""
    found = listed(folder / "species.yaml", Species)
    taken: dict[str, str] = {}
    for one in found.values():
        known(f"species {one.id}", one.bears_badly, bearings)
        for name in (one.name, *one.also):
            other = taken.setdefault(name.casefold(), one.id)
            if other != one.id:
                raise ReferenceError("species.yaml", phrases.is_two(name, other, one.id))
    return {name: with_bearings(one, bearings) for name, one in found.items()}


def load_library(folder: Path = DATA) -> Library:
    """Read and check every reference file below ``folder``, or take what was made of the very same files before.

    :raises ReferenceError: naming the file, for any fault.
    """
    return compiled(folder, lambda: _load(folder))


def _load(folder: Path) -> Library:
    conditions = _files(folder / "conditions", Condition)
    actives = _files(folder / "actives", Active)
    bearings = listed(folder / "bearings.yaml", Bearing)
    path = folder / "likelihoods.yaml"
    found = Library(
        publications=listed(folder / "publications.yaml", Publication, key="code"),
        regions=listed(folder / "regions.yaml", Region),
        signs=_folder(folder / "signs", Sign),
        looks=listed(folder / "looks.yaml", LookKind),
        likelihoods=checked(path, Likelihoods, read_yaml(path)),
        worsening=checked(folder / "worsening.yaml", Worsening, read_yaml(folder / "worsening.yaml")),
        answer_groups=listed(folder / "answer_groups.yaml", AnswerGroup),
        context=listed(folder / "context.yaml", Context),
        kin=listed(folder / "kin.yaml", Kin),
        pairs=tuple(checked(folder / "pairs.yaml", Pair, raw) for raw in read_yaml(folder / "pairs.yaml")),
        contradictions=tuple(checked(folder / "contradictions.yaml", Contradiction, raw) for raw in read_yaml(folder / "contradictions.yaml")),
        actions=listed(folder / "actions.yaml", Action),
        mends=listed(folder / "mends.yaml", Mend),
        bring_back=listed(folder / "bring_back.yaml", BringBack),
        conditions=conditions,
        reporting=checked(folder / "reporting.yaml", Reporting, read_yaml(folder / "reporting.yaml")),
        bearings=bearings,
        species=_species(folder, bearings),
        readings=listed(folder / "readings.yaml", ReadingKind),
        salts=listed(folder / "salts.yaml", SaltKind),
        lives=listed(folder / "lives.yaml", LifeAsked),
        limits=listed(folder / "limits.yaml", Limit),
        upkeep=listed(folder / "upkeep.yaml", UpkeepKind),
        eye=listed(folder / "eye.yaml", EyePair),
        setup=listed(folder / "setup.yaml", SetupItem),
        gear=listed(folder / "gear.yaml", GearKind),
        sick_bay=listed(folder / "sick_bay.yaml", SickBayItem),
        plans=listed(folder / "plans.yaml", Plan),
        emergencies=listed(folder / "emergencies.yaml", Emergency),
        tools=listed(folder / "tools.yaml", Tool),
        actives=actives,
        uses=_uses(actives),
        interactions=listed(folder / "interactions.yaml", Interaction),
        sensitivities=listed(folder / "sensitivities.yaml", Sensitivity),
        allergens=listed(folder / "allergens.yaml", Allergen),
        instruments=listed(folder / "instruments.yaml", InstrumentKind),
        humane_ends=listed(folder / "humane_ends.yaml", HumaneEnd),
        life_cycles=listed(folder / "life_cycles.yaml", LifeCycle),
        kinetics=listed(folder / "kinetics.yaml", Kinetics),
        courses=_folder(folder / "courses", CourseProtocol),
        living=listed(folder / "living.yaml", Living),
        living_acts=listed(folder / "living_acts.yaml", ActInWater),
        scenarios=_folder(folder / "scenarios", Scenario),
    )
    _check_links(found)
    return found


def _check_links(found: Library) -> None:
    _check_weights(found)
    _check_conditions(found)
    _check_look_alikes(found)
    _check_acts(found)
    for species in found.species.values():
        known(f"species {species.id}", [t.active for t in species.tolerances], found.actives)
        known(f"species {species.id}", [species.kin], found.kin)
    for bearing in found.bearings.values():
        known(f"bearing {bearing.id}", bearing.actives, found.actives)
    for kind in found.kin.values():
        known(f"kin {kind.id}", kind.counts_as, found.kin)
    _check_formulary(found)
    for course in found.courses.values():
        check_course(course, found=found)
    known("sick bay", [a for item in found.sick_bay.values() for a in item.actives], found.actives)
    known("plans", [step.kind for plan in found.plans.values() for step in plan.steps], found.upkeep)
    check_living(found)
    for scenario in found.scenarios.values():
        check_scenario(scenario, found=found)
    known("life cycles", [cycle.condition for cycle in found.life_cycles.values()], found.conditions)
    known("kinetics", found.kinetics, found.actives)
    known("sources", _codes(found), found.publications)


def check_course(protocol: CourseProtocol, *, found: Library) -> None:
    """:raises ReferenceError: it names something the reference does not hold."""
    where = f"course {protocol.id}"
    known(where, protocol.conditions, found.conditions)
    known(where, [m.active for m in protocol.medicines], found.actives)
    known(where, [*(m.use for m in protocol.medicines), *(s.use for s in protocol.steps if s.use)], found.uses)
    cycles = [p.from_cycle for p in protocol.parameters if p.from_cycle] + ([protocol.outlasts] if protocol.outlasts else [])
    known(where, cycles, found.life_cycles)
    asked = [s.only_if.reading for s in protocol.steps if s.only_if] + ([protocol.clock.reading] if protocol.clock else [])
    known(where, [*(r for s in protocol.steps for r in s.reads), *(r for r in asked if r)], {*called(), *STRIPS})
    for m in protocol.medicines:
        if found.uses[m.use][0].id != m.active:
            raise ReferenceError(where, phrases.no_use_of(m.use, m.active))
    ids = {*get_args(Life), *get_args(Stands), *found.kin}
    for line in protocol.confirm:
        known(where, line.without, ids)
        known(where, line.ruled_out, found.conditions)
    _check_equipment(protocol, found=found)
    _check_against_uses(protocol, found=found)


def _check_equipment(protocol: CourseProtocol, *, found: Library) -> None:
    """What takes a medicine out of the water is switched off by the course that doses it. :raises ReferenceError: it is not."""
    if any(step.kind == "carbon_out" for step in protocol.steps):
        return
    for m in protocol.medicines:
        active, use = found.uses[m.use]
        if use.route == "prolonged" and active.equipment_off and any(s.kind == "dose" and s.active == m.active for s in protocol.steps):
            raise ReferenceError(f"course {protocol.id}", phrases.nothing_switched_off(active.short_name, active.equipment_off))


ROUTES_OF: dict[str, tuple[str, ...]] = {
    "dose": ("prolonged", "eggs"), "bath": ("bath", "dip", "eggs"), "dip": ("bath", "dip"), "swab": ("topical",), "food": ("food",),
}  # fmt: skip
TO_MG_PER_L = {"mg/L": 1.0, "g/L": 1000.0, "g/kg": 1000.0, "uL/L": 1.0}


def _check_against_uses(protocol: CourseProtocol, *, found: Library) -> None:
    """A protocol may not contradict the uses it names: their water, their way in, their minutes, their range.

    :raises ReferenceError: naming the course, the step or the parameter, and what the use says.
    """
    where = f"course {protocol.id}"
    known = {p.id: p for p in protocol.parameters}
    target = {m.active: (m.use, m.target) for m in protocol.medicines}
    for step in protocol.steps:
        use_id = step.use or (target[step.active][0] if step.kind == "dose" and step.active in target else None)
        if use_id is None:
            continue
        use = found.uses[use_id][1]
        if use.route not in ROUTES_OF.get(step.kind, (use.route,)):
            raise ReferenceError(where, phrases.not_for_a(step.title, use.id, use.route, step.kind))
        if not set(protocol.water) <= set(use.water):
            raise ReferenceError(where, phrases.for_other_water(step.title, use.id, sorted(set(protocol.water) - set(use.water))))
        if step.minutes is not None and use.minutes is not None:
            least, most = use.minutes.low or use.minutes.value, use.most_minutes or use.minutes.high or use.minutes.value
            p = known.get(step.minutes)
            low, high = (p.low, p.high) if p is not None else (float(step.minutes), float(step.minutes))
            if low < least or high > most:
                raise ReferenceError(where, phrases.minutes_apart(step.title, low, high, use.id, least, most))
    for use_id, name in [*target.values(), *((s.use, s.target) for s in protocol.steps if s.use and s.target)]:
        _check_range(where, known.get(name or ""), found.uses[use_id or ""][1])


def _check_range(where: str, parameter: Parameter | None, use: Use) -> None:
    """A level that may be set lies within what its use publishes, and never above its guard rail."""
    if parameter is None or use.dose is None:
        return
    if (parameter.unit == "uL/L") != (use.dose.unit == "uL/L") or parameter.unit not in TO_MG_PER_L:
        raise ReferenceError(where, phrases.units_apart(parameter.name, parameter.unit, use.id, use.dose.unit))
    scale, of_use = TO_MG_PER_L[parameter.unit], TO_MG_PER_L[use.dose.unit]
    low, high = (use.dose.low or use.dose.value) * of_use, (use.dose.high or use.dose.value) * of_use
    if use.refuse_above is not None:
        high = max(high, use.refuse_above.value * of_use)
    if use.active_share is not None:
        raise ReferenceError(where, phrases.counts_a_salt(use.id))
    if parameter.low * scale < low * (1 - 1e-9) or parameter.high * scale > high * (1 + 1e-9):
        told = f"{parameter.low * scale:g} to {parameter.high * scale:g}"
        raise ReferenceError(where, phrases.range_apart(parameter.name, told, use.id, low, high))


def _check_formulary(found: Library) -> None:
    life = set(get_args(Life))
    known("lives", found.lives, life | set(found.kin))
    for allergen in found.allergens.values():
        known(f"allergen {allergen.id}", allergen.actives, found.actives)
    for kind in found.readings.values():
        known(f"reading {kind.id}", [kind.in_use] if kind.in_use else [], found.context)
    columns = {kind.column for kind in found.readings.values()}
    known("instruments", [a for i in found.instruments.values() for a in i.doses], found.actives)
    known("instruments", [m.fills for i in found.instruments.values() for m in i.measures if m.fills], columns)
    told = [a.id for a in found.actives.values() if a.disinfects]
    if len(told) != 1:
        raise ReferenceError("actives", phrases.one_disinfects(told))
    known("salts", [s.id for s in found.salts.values() if s.read_by == "weight"], found.actives)
    for name in ("gives_chloride", "of_the_sea"):
        if sum(getattr(s, name) for s in found.salts.values()) != 1:
            raise ReferenceError("salts", phrases.one_salt(name))
    for active in found.actives.values():
        known(f"active {active.id}", [active.read_by] if active.read_by else [], found.readings)
        known(f"active {active.id}", active.care_with, life | set(found.kin))
        known(f"active {active.id}", [*active.holds, *(s.active for s in active.stopped_by)], found.actives)
        for use in active.uses:
            known(f"use {use.id}", [name for s in use.shorter for name in s.lives], life | set(found.kin))
            if use.dose and use.refuse_above and use.refuse_above.unit != use.dose.unit:
                raise ReferenceError(f"use {use.id}", phrases.GUARD_IN_ANOTHER_UNIT)
    among = {*found.actives, *get_args(Equipment), *life, "antibiotic"}
    for pair in found.interactions.values():
        known(f"interaction {pair.id}", [*pair.one, *pair.other], among)


def _check_weights(found: Library) -> None:
    weights = found.likelihoods
    for sign in found.signs.values():
        known(f"sign {sign.id}", [sign.region], found.regions)
        known(f"sign {sign.id}", [sign.taken_by], found.looks)
        known(f"sign {sign.id}", sign.after, found.signs)
        known(f"sign {sign.id}", [sign.sizes] if sign.sizes else [], found.worsening.sizes)
        known(f"sign {sign.id}", [sign.reading] if sign.reading else [], {*found.readings, "all"})
        if found.looks[sign.taken_by].kit != sign.kit and sign.kit != "ask" and sign.reading is None:
            raise ReferenceError(f"sign {sign.id}", phrases.kit_of_another_look(sign.taken_by))
    known("worsening", [*(s for ladder in found.worsening.ladders for s in ladder), *found.worsening.weights], found.signs)
    known("baselines", weights.baseline, found.signs)
    known("no baseline", found.signs, weights.baseline)
    known("direct_view", weights.direct_view, found.signs)
    known("strays", weights.strays, found.signs)
    for name, members in weights.correlated_groups.items():
        known(f"group {name}", members, found.signs)
    for members in weights.exclusive_sets:
        known("exclusive set", members, found.signs)


def _check_conditions(found: Library) -> None:
    for condition in found.conditions.values():
        where = f"condition {condition.id}"
        known(where, [s for hand in (condition.signs, condition.signs_second) for signs in hand.values() for s in signs], found.signs)
        known(where, [*condition.helps, *condition.harms], found.actions)
        known(where, condition.protocols, found.courses)
    for modifier in [*found.context.values(), *found.kin.values()]:
        known(modifier.id, modifier.times, found.conditions)
    for fact in found.context.values():
        known(fact.id, [fact.same_reading] if fact.same_reading else [], found.signs)
    for place in found.reporting.places:
        known(f"reporting, {place.id}", place.conditions, found.conditions)
    for contradiction in found.contradictions:
        known("contradictions", [contradiction.one, *contradiction.others], found.signs)


def _check_look_alikes(found: Library) -> None:
    for pair in found.pairs:
        known("pairs", [*pair.one, *pair.other], found.conditions)
    for group in found.answer_groups.values():
        known(f"answer group {group.id}", group.members, found.conditions)
        known(f"answer group {group.id}", group.looks, found.looks)
        known(f"answer group {group.id}", [*group.whenever_seen, *group.unread], found.signs)
        if group.first and group.first not in group.members:
            raise ReferenceError(f"answer group {group.id}", phrases.none_of_its_members(group.first))


def _check_acts(found: Library) -> None:
    for mend in found.mends.values():
        known(f"mend {mend.id}", mend.acts, found.actions)
        known(f"mend {mend.id}", [mend.reading], {*found.readings, "medicine"})
        known(f"mend {mend.id}", [mend.course] if mend.course else [], found.courses)
        known(f"mend {mend.id}", [mend.gives] if mend.gives else [], found.actives)
    for action in found.actions.values():
        known(f"action {action.id}", [s for signs in action.if_seen for s in signs], found.signs)
        known(f"action {action.id}", [s for signs in action.never_while for s in signs], found.signs)
        known(f"action {action.id}", action.only_if, {*found.signs, *found.context})
        known(f"action {action.id}", [action.unless_absent] if action.unless_absent else [], found.signs)
        known(f"action {action.id}", [action.instead_of] if action.instead_of else [], found.actions)


def _codes(item: object) -> set[str]:
    """Publication codes named anywhere below ``item``."""
    if isinstance(item, Library):
        return set().union(*(_codes(value) for value in vars(item).values()))
    if isinstance(item, Datum):
        own = {s.removeprefix("published: ") for s in getattr(item, "source", ()) if s.startswith("published: ")}
        return own.union(*(_codes(getattr(item, name)) for name in type(item).model_fields))
    if isinstance(item, dict):
        return set().union(*(_codes(value) for value in item.values()))
    if isinstance(item, tuple):
        return set().union(*(_codes(value) for value in item))
    return set()


@lru_cache(maxsize=1)
def library() -> Library:
    """The shipped reference data, loaded once."""
    return load_library()
