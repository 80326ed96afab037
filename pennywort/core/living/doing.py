"""From acts, courses and incidents to a script: what a way of going on does to a water, hour by hour."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from functools import lru_cache
from zoneinfo import ZoneInfo

import numpy as np

from pennywort.core.course.build import build_plan
from pennywort.core.course.ledger import Ledger
from pennywort.core.course.plan import Chosen, CoursePlan, TankFacts
from pennywort.core.errors import InvalidInput
from pennywort.core.living import phrases
from pennywort.core.living.dice import Array
from pennywort.core.living.script import Script
from pennywort.core.living.world import MOST_HOURS, World
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.product import Product, own_product
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.library import Library
from pennywort.core.reference.living_models import ActInWater, Incident, WaterFigure, Way

# the ways are put on a calendar that has no season: only hours since the beginning count
BEGINS_AT = datetime(2026, 1, 5, 8, tzinfo=UTC)
HOUR = timedelta(hours=1)
# share of what sits on a fish that a bath takes, where it is given against it (assumption)
BATH_TAKES_FRACTION = 0.6
# medicated food reaches what it is given against for so long after a meal, hours (assumption)
FED_LASTS_H = 24.0
# of the filter's bacteria lost in an hour, by the harm that a course is said to do them (assumption: 5, 20 and 50 in 100 a day)
FILTER_LOST_PER_H = (0.0, 0.0021, 0.0093, 0.0285)
# what is done once still helps a fish for so long
HELPS_FOR_H = 24.0
# where one figure is published and no range, what is beyond so many times of it is too much (assumption)
TOP_OF_A_FIGURE = 2.0
WARM_ENOUGH_C = 0.5
THIN_ENOUGH_G_PER_KG = 1.0


@dataclass(frozen=True, kw_only=True)
class Act:
    """An act of the reference, hours since the beginning; ``until_h`` endless where it is kept up."""

    act: str
    at_h: float
    until_h: float = math.inf


@dataclass(frozen=True, kw_only=True, eq=False)
class InWater:
    """A medicine in the water by the hour since the beginning: against what, the ends of its range and its level, mg/L."""

    conditions: tuple[str, ...]
    low_mg_per_l: float
    high_mg_per_l: float
    levels_mg_per_l: Array


@dataclass(frozen=True, kw_only=True)
class Done:
    """A step that is no dose: ``kind`` as in a protocol, its share, warmth or salinity where it has one, and what it is against."""

    kind: str
    at_h: float
    to: float = 0.0
    conditions: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True, eq=False)
class Doing:
    """Everything that is done."""

    acts: tuple[Act, ...] = ()
    held: tuple[InWater, ...] = ()
    done: tuple[Done, ...] = ()
    # of each course the hours in which it treats, and how it harms the filter, 0 to 3
    filter_harm: tuple[tuple[float, float, int], ...] = ()
    incidents: tuple[Incident, ...] = ()

    def beside(self, other: Doing) -> Doing:
        """Both."""
        return Doing(**{name: value + getattr(other, name) for name, value in vars(self).items()})


def facts_of(world: World) -> TankFacts:
    """The tank of a scenario as a course meets it: bare, and read."""
    tank, water = world.scenario.tank, world.scenario.water
    return TankFacts(
        water=Water(net_volume_l=world.net_volume_l, net_uncertainty_l=0.0), temperature_c=tank.temperature_c, salinity_g_per_kg=tank.salinity_g_per_kg,
        surroundings=Surroundings(water=water), species=tuple(world.found.species[f.species] for f in world.scenario.fish),
    )  # fmt: skip


@lru_cache(maxsize=256)
def met_by(use: str, *, found: Library) -> tuple[str, ...]:
    """What a medicine in its range, or a bath, meets: all that any course gives it against for the same use."""
    courses = [c for c in found.courses.values() if any(u == use for u in (*(m.use for m in c.medicines), *(s.use for s in c.steps)))]
    return tuple(sorted({condition for c in courses for condition in c.conditions}))


def by_the_hour(ledger: Ledger, *, begins_at: datetime, begins_h: float, hours: int) -> Array:
    """The level of each hour since the beginning, mg/L, of a ledger that begins at ``begins_h``; nothing before it."""
    first = max(0, math.ceil(begins_h))
    levels = [ledger.level(begins_at + (h - begins_h) * HOUR).concentration_mg_per_l for h in range(first, hours)]
    return np.concatenate([np.zeros(min(first, hours)), levels])


def of_plan(plan: CoursePlan, protocol: CourseProtocol, *, begins_h: float, hours: int, found: Library) -> Doing:
    """A course as planned, its first hour at ``begins_h``. Hours from the first of the run."""

    def hour(at: datetime) -> float:
        return begins_h + (at - plan.starts_at) / HOUR

    held = [
        InWater(
            conditions=met_by(one.use, found=found), low_mg_per_l=one.low_mg_per_l, high_mg_per_l=one.high_mg_per_l,
            levels_mg_per_l=by_the_hour(one.expected, begins_at=plan.starts_at, begins_h=begins_h, hours=hours),
        )
        for one in plan.held
    ]  # fmt: skip
    steps = [s for s in plan.steps if s.kind in ("water_change", "temperature", "salinity", "transfer", "bath", "dip", "food")]
    done = [Done(kind=s.kind, at_h=hour(s.due_at), to=s.share or s.to or 0.0, conditions=protocol.conditions) for s in steps if not s.only_if]
    return Doing(held=tuple(held), done=tuple(done), filter_harm=((begins_h, hour(plan.observe_starts_at), protocol.risks.filter),))


def products_of(world: World) -> dict[str, Product]:
    """What stands on the shelf of the scenario."""
    return {
        b.active: own_product(world.found.actives[b.active], kind="mg_per_ml", value=b.mg_per_ml, form=b.form) for b in world.scenario.shelf
    }  # fmt: skip


@lru_cache(maxsize=256)
def _planned(world: World, course: str, parameters: tuple[tuple[str, float], ...]) -> CoursePlan:
    chosen = Chosen(parameters=dict(parameters), products=products_of(world))
    return build_plan(world.found.courses[course], tank=facts_of(world), chosen=chosen, start_at=BEGINS_AT, zone=ZoneInfo("UTC"), found=world.found)


def of_way(world: World, way: Way, *, begins_h: float, hours: int) -> Doing:
    """A listed way, begun at an hour.

    Hours from the first of the run.

    :raises InvalidInput: an act or a course that the reference does not hold. :raises NotKnownYet, Refused: a course that these fish do not bear.
    """
    acts = []
    for one in way.acts:
        if one.act not in world.found.living_acts:
            raise InvalidInput(phrases.act_unknown(one.act), field="acts")
        ends = begins_h + one.until_h if one.until_h else math.inf
        again = _hours(one.at_h, one.every_h, until_h=min(ends, hours) - begins_h)
        acts += [Act(act=one.act, at_h=begins_h + h, until_h=ends) for h in again]
    happens = [i.model_copy(update={"at_h": begins_h + h, "every_h": 0.0}) for i in way.incidents for h in _hours(i.at_h, i.every_h, until_h=hours - begins_h)]
    doing = Doing(acts=tuple(acts), incidents=tuple(happens))
    if way.course:
        plan = _planned(world, way.course, tuple(sorted(way.parameters.items())))
        doing = doing.beside(of_plan(plan, world.found.courses[way.course], begins_h=begins_h, hours=hours, found=world.found))
    return doing


def _hours(at_h: float, every_h: float, *, until_h: float) -> list[float]:
    """An hour, and again every so many, before another."""
    count = max(0, math.ceil((until_h - at_h) / every_h)) if every_h else int(at_h < until_h)
    return [at_h + i * every_h for i in range(count)]


def script_of(world: World, doing: Doing, *, hours: int) -> Script:
    """What is done and what happens by itself, by the hour. :raises InvalidInput: no hour, or more than a rehearsal lasts."""
    if not 1 <= hours <= MOST_HOURS:
        raise InvalidInput(phrases.hours_up_to(MOST_HOURS), field="hours")
    tank = world.scenario.tank
    script = Script.quiet(world.conditions, hours=hours, temperature_c=tank.temperature_c, salinity_g_per_kg=tank.salinity_g_per_kg)
    for what in (*world.scenario.incidents, *doing.incidents):
        _incident(world, script, what)
    for one in sorted(doing.done, key=lambda d: d.at_h):
        _step(world, script, one)
    for held in doing.held:
        _meet(world, script, held)
    for ill in world.illnesses:
        if ill.living.salt_stops_g_per_kg:
            script.reach[ill.place] = np.maximum(script.reach[ill.place], script.salinity_g_per_kg / ill.living.salt_stops_g_per_kg)
    for begins_h, ends_h, harm in doing.filter_harm:
        lost = script.filter_lost_fraction[max(0, math.ceil(begins_h)) : max(0, math.ceil(min(ends_h, hours)))]
        lost[:] = 1 - (1 - lost) * (1 - FILTER_LOST_PER_H[harm])
    for act in doing.acts:
        _act(world, script, act)
    return script


def _incident(world: World, script: Script, what: Incident) -> None:
    h = int(what.at_h)
    if h >= script.hour_count:
        return
    script.filter_lost_fraction[h] = max(script.filter_lost_fraction[h], what.filter_lost_fraction)
    script.chlorine_mg_per_l[h] += what.chlorine_mg_per_l
    script.change(h, what.changed_fraction)
    if what.air_times is not None:
        script.air_times[h:] *= what.air_times
    if what.bathed_in_g_per_kg is not None:
        script.bath_off_g_per_kg[h] = abs(what.bathed_in_g_per_kg - script.salinity_g_per_kg[h])


def _step(world: World, script: Script, one: Done) -> None:
    h = int(one.at_h)
    if not 0 <= h < script.hour_count:
        return
    places = [world.conditions.index(c) for c in one.conditions if c in world.conditions]
    if one.kind == "water_change":
        script.change(h, one.to)
    elif one.kind == "temperature":
        script.to_warmth(h, one.to)
        if _kills_by_warmth(world, one):
            script.reach[places, h:] = np.maximum(script.reach[places, h:], script.temperature_c[h:] >= one.to - WARM_ENOUGH_C)
    elif one.kind == "salinity":
        script.to_salinity(h, one.to)
        lowered = one.to < world.scenario.tank.salinity_g_per_kg - THIN_ENOUGH_G_PER_KG
        script.reach[places, h:] = float(lowered)
    elif one.kind == "transfer":
        script.moved[h] = 1.0
    elif one.kind in ("bath", "dip"):
        script.bathed[places, h] = BATH_TAKES_FRACTION
    elif one.kind == "food":
        until = min(script.hour_count, h + math.ceil(FED_LASTS_H))
        script.reach[places, h:until] = np.maximum(script.reach[places, h:until], 1.0)


def _kills_by_warmth(world: World, one: Done) -> bool:
    """Whether a parasite's published round ends below so much warmth."""
    return any(
        max(r.temperature_c for r in world.burdens[p].cycle.cycle) <= one.to for p in world.burdens if world.conditions[p] in one.conditions
    )  # fmt: skip


def _meet(world: World, script: Script, held: InWater) -> None:
    levels = held.levels_mg_per_l[: script.hour_count]
    for place, condition in enumerate(world.conditions):
        if condition in held.conditions:
            script.reach[place] = np.maximum(script.reach[place], levels / held.low_mg_per_l)
        else:
            script.dosed[place] = np.maximum(script.dosed[place], levels > held.low_mg_per_l / 10)
    top = held.high_mg_per_l if held.high_mg_per_l > held.low_mg_per_l else held.low_mg_per_l * TOP_OF_A_FIGURE
    script.medicine_times[:] = np.maximum(script.medicine_times, levels / top)


def _act(world: World, script: Script, act: Act) -> None:
    does, h = world.found.living_acts[act.act], int(act.at_h)
    if not 0 <= h < script.hour_count:
        return
    until = int(min(script.hour_count, act.until_h if not does.once else h + HELPS_FOR_H))
    script.air_times[h:until] *= does.air_times
    script.feed_times[h:until] *= does.feed_times
    script.change(h, does.changed_fraction)
    script.bottom_fraction[h] = 1 - (1 - script.bottom_fraction[h]) * (1 - does.bottom_fraction)
    script.moved[h] = max(script.moved[h], float(does.moves))
    script.unbound[h] = max(script.unbound[h], float(does.unbinds_chlorine))
    script.bound_fraction[h] = max(script.bound_fraction[h], does.bound_fraction)
    script.guarded[h:until] = np.maximum(script.guarded[h:until], float(does.guards_nitrite))
    if does.warmer_c:
        script.to_warmth(h, script.temperature_c[h] + does.warmer_c)
    for ill in world.illnesses:
        if act.act in ill.living.ended_by:
            script.ended[ill.place, h:until] = 1.0
        # what an act does to the figure of the water that harms is reckoned from the water itself
        helps = 0.0 if ill.living.figure and _moves(does, ill.living.figure) else ill.condition.helps.get(act.act, 0.0)
        harms = ill.condition.harms.get(act.act, 0.0) / world.missed[ill.place]
        script.care[ill.place, h:until] *= (1 - helps) * (1 + harms)


def _moves(does: ActInWater, figure: WaterFigure) -> bool:
    """Whether an act moves this figure of the water itself."""
    changed = does.changed_fraction > 0 or does.moves
    return {
        "unionised_ammonia": changed or does.bound_fraction > 0 or does.feed_times != 1, "nitrite": changed or does.guards_nitrite or does.feed_times != 1,
        "oxygen": does.air_times != 1, "chlorine": changed or does.unbinds_chlorine, "salinity": False, "medicine": changed,
    }[figure]  # fmt: skip
