"""From a protocol, a tank, its fish and what was chosen to dated steps with amounts: pure, the same every time."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from pennywort.core.course import phrases
from pennywort.core.course.by_label import beside, by_labels
from pennywort.core.course.clock import ClockRule
from pennywort.core.course.ledger import Ledger, WaterEvent, rates_of
from pennywort.core.course.outlast import taken_warmth, what_is_left
from pennywort.core.course.plan import Chosen, CoursePlan, HeldMedicine, PlannedStep, TankFacts
from pennywort.core.course.salinity import passed, stepped
from pennywort.core.course.ticks import ticks_of
from pennywort.core.course.to_buy import label_to_buy, to_buy
from pennywort.core.course.warned import off_words, warnings_of, worst_first
from pennywort.core.course.when import MADE_READY, again_at, at_hour, in_order, into_tanks
from pennywort.core.errors import InvalidInput, NotKnownYet, Refused
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.medicine.dose import Water, known_water
from pennywort.core.medicine.phrases import COMPLEXED_ONLY, never_above
from pennywort.core.medicine.product import Product, fits_form, listed_product, measured_for
from pennywort.core.parasite.life_cycle import days_to_outlast
from pennywort.core.reference.course_models import CourseProtocol, Parameter, Step, counts_in, part_of, terms_of
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Species
from pennywort.core.reference.naming import plural
from pennywort.core.units import degrees

MOST_STEPS = 2000
EARLIEST_YEAR, LATEST_YEAR = 1950, 2200
# a step of warmth is still worth taking this much cooler (common practice)
MOST_COOLER_C = 1.0
TO_MG_PER_L = {"mg/L": 1.0, "g/L": 1000.0, "g/kg": 1000.0}


def mg_per_l_in(unit: str, active: Active) -> float:
    """What one of a dose's unit is in mg/L of the active; microlitres of a product by what it holds, any other unit as it stands."""
    return active.mg_per_ul if unit == "uL/L" else TO_MG_PER_L.get(unit, 1.0)


def values_of(protocol: CourseProtocol, chosen: Mapping[str, float], *, temperature_c: float | None, found: Library) -> dict[str, float]:
    """Every parameter's value: as chosen, else from the life cycle at this temperature, else the protocol's own.

    Each in the unit of its parameter (days, mg/L, °C …).

    :raises InvalidInput: an unknown parameter or one out of its bounds, naming it.
    """
    known, counted = {p.id: p for p in protocol.parameters}, counts_in(protocol)
    for name, value in chosen.items():
        if name not in known:
            raise InvalidInput(phrases.NO_SUCH_PARAMETER, field=f"parameters.{name}")
        p = known[name]
        if not math.isfinite(value) or not p.low * (1 - 1e-9) <= value <= p.high * (1 + 1e-9):
            raise InvalidInput(phrases.parameter_between(p.name, p.low, p.high, p.unit), field=f"parameters.{name}")
        if name in counted and value != round(value):
            raise InvalidInput(phrases.whole_number(p.name), field=f"parameters.{name}")
    warmth = chosen.get("temperature", known["temperature"].value if "temperature" in known else temperature_c)
    return {p.id: chosen[p.id] if p.id in chosen else _own_value(p, warmth=warmth, found=found) for p in protocol.parameters}


def _own_value(parameter: Parameter, *, warmth: float | None, found: Library) -> float:
    if not parameter.from_cycle:
        return parameter.value
    if warmth is None:
        words = phrases.follows_the_warmth_unread(parameter.name)
        raise NotKnownYet(words, field=f"parameters.{parameter.id}")
    cycle = found.life_cycles[parameter.from_cycle]
    try:
        days = days_to_outlast(cycle, temperature_c=warmth, cycles=parameter.cycles, margin_days=parameter.margin_days)
    except NotKnownYet as error:
        raise NotKnownYet(phrases.set_it_yourself(cycle.name, error.message, parameter.name), field=f"parameters.{parameter.id}") from error
    return min(max(days, parameter.low), parameter.high)


def hours_of(text: str, *, values: Mapping[str, float], protocol: CourseProtocol) -> float:
    """A time of a protocol in hours, with its parameters filled in."""
    unit = {p.id: p.unit for p in protocol.parameters}
    total = 0.0
    for term in terms_of(text):
        hours = term.hours if term.hours is not None else values[term.name] * (24 if unit[term.name] == "day" else 1)
        total += term.sign * hours * (values[term.times] if term.times else 1)
    return total


def build_plan(protocol: CourseProtocol, *, tank: TankFacts, chosen: Chosen, start_at: datetime, zone: ZoneInfo, found: Library) -> CoursePlan:
    """Put a protocol on the calendar of one tank.

    :raises InvalidInput: a parameter, product or label that can't be. :raises NotKnownYet: no net volume.
    :raises Refused: a target above its guard rail.
    """
    if start_at.tzinfo is None:
        raise InvalidInput(phrases.TIME_WITH_ITS_ZONE, field="starts_at")
    if not EARLIEST_YEAR <= start_at.year <= LATEST_YEAR:
        raise InvalidInput(phrases.NO_COURSE_IN_THAT_YEAR, field="starts_at")
    start, water = start_at.astimezone(UTC), known_water(tank.water)
    read_c = taken_warmth({}, water=tank.surroundings.water, temperature_c=tank.temperature_c)
    values = values_of(protocol, chosen.parameters, temperature_c=read_c, found=found)
    warmth = taken_warmth(values, water=tank.surroundings.water, temperature_c=tank.temperature_c)
    products = {m.active: _product(m.active, m.use, chosen, found) for m in protocol.medicines}
    told: tuple[SlipCaution, ...] = ()
    if protocol.kind == "label":
        steps, ends_h = by_labels(chosen.labels, start=start, zone=zone, water=water)
    else:
        ends_h = hours_of(protocol.ends, values=values, protocol=protocol)
        steps = _undosed(protocol, values, start=start, zone=zone, species=tank.species, off=off_words(protocol, equipment=tank.equipment, found=found))
        salted = stepped(steps, now_g_per_kg=tank.salinity_g_per_kg)
        told = passed(steps, salted, protocol=protocol, chosen=chosen.parameters, now_g_per_kg=tank.salinity_g_per_kg)
        steps = salted
        steps = into_tanks(steps, count=chosen.tank_count)
        if tank.stays_set_up:
            steps = _first_tank_kept(steps, protocol)
        if protocol.needs_label:
            steps = in_order([*steps, *beside(chosen.labels, place=len(protocol.steps), start=start, zone=zone, water=water)])
    targets = _targets(protocol, values, chosen=chosen, species=tank.species, found=found)
    steps, held = _dosed(steps, protocol, tank=tank, water=water, values=values, targets=targets, products=products, start=start, found=found)
    observe_h = hours_of(protocol.observe, values=values, protocol=protocol)
    clock = _clock(protocol, values)
    lines, met = warnings_of(protocol, tank=tank, found=found, uses=_uses(protocol), holds=[label.holds for label in chosen.labels])
    ticks, against = ticks_of(protocol, tank=tank, condition=chosen.condition, found=found)
    return CoursePlan(
        protocol=protocol.id,
        version=protocol.version,
        parameters=values,
        starts_at=start,
        treatment_ends_at=at_hour(start, _treated_h(clock, ends_h=ends_h), zone=zone),
        observe_starts_at=at_hour(start, ends_h, zone=zone),
        ends_at=at_hour(start, ends_h + observe_h, zone=zone),
        clock_ends_at=_waits_for_clock(steps, clock, start=start, end=at_hour(start, _treated_h(clock, ends_h=ends_h) or ends_h + observe_h, zone=zone)),
        steps=tuple(steps),
        held=tuple(held),
        products=products,
        to_buy=(*to_buy(steps, held, products, chosen.prices), *label_to_buy(steps, chosen)),
        clock=clock,
        confirm=ticks,
        broken=tuple(line for line in (*met, *against) if line.level == "never"),
        cared=tuple(line for line in (*against, *met) if line.level == "care" and not line.asks),
        cautions=worst_first((*told, *against, *lines)),
        vet=any(found.uses[use][1].gate == "vet" for use in _uses(protocol)),
        left=what_is_left(protocol, ends_days=ends_h / 24, values=values, warmth=warmth, condition=chosen.condition, found=found),
    )


def _product(active_id: str, use_id: str, chosen: Chosen, found: Library) -> Product:
    """The keeper's product, else the first listed strength that this use allows.

    :raises NotKnownYet: the use is for a product by its own label, and none was named. :raises Refused: a strength it forbids.
    """
    active, use = found.uses[use_id]
    field = f"products.{active_id}"
    if active_id in chosen.products:
        product = chosen.products[active_id]
        fits_form(active, use, product, field=f"{field}.form")
        if use.strengths is not None and product.listed and product.listed not in use.strengths:
            raise Refused(COMPLEXED_ONLY, field=field)
        return product
    if use.strengths == ():
        raise NotKnownYet(phrases.which_product(active.short_name), field=field)
    return listed_product(active, use.strengths[0] if use.strengths else "")


def _uses(protocol: CourseProtocol) -> tuple[str, ...]:
    named = [*(m.use for m in protocol.medicines), *(s.use for s in protocol.steps if s.use)]
    return tuple(dict.fromkeys(named))


def _targets(protocol: CourseProtocol, values: dict[str, float], *, chosen: Chosen, species: Sequence[Species], found: Library) -> dict[str, float]:
    """Targets in mg/L, lowered to what the fish here bear unless it was chosen; ``values`` follow.

    :raises Refused: above the guard rail of the use, more than a fish here bears, or they bear less than the least that cures.
    """
    unit = {p.id: p.unit for p in protocol.parameters}
    targets = {}
    for m in protocol.medicines:
        (active, use), value = found.uses[m.use], values[m.target]
        scale = mg_per_l_in(unit[m.target], active)
        if use.refuse_above is not None:
            most = use.refuse_above.value * mg_per_l_in(use.refuse_above.unit, active)
            if value * scale > most * (1 + 1e-9):
                raise Refused(never_above(use.refuse_above.value, use.refuse_above.unit), field=f"parameters.{m.target}")
        ceilings = [(s, t) for s in species for t in s.tolerances if t.active == m.active and t.ceiling is not None]
        who, what = min(ceilings, key=lambda pair: pair[1].ceiling.value if pair[1].ceiling else 0.0, default=(None, None))
        if who is not None and what is not None and what.ceiling is not None and value * scale > what.ceiling.value * (1 + 1e-9):
            if m.target in chosen.parameters:
                raise Refused(phrases.live_here(plural(who.name, 2).capitalize(), what.text), field=f"parameters.{m.target}")
            value = what.ceiling.value / scale
            least = next(p.low for p in protocol.parameters if p.id == m.target)
            if value < least * (1 - 1e-9):
                # less than the least of the course cures nothing: a lower dose would only look like a treatment
                words = phrases.needs_more_than_they_bear(plural(who.name, 2).capitalize(), what.text, least, unit[m.target])
                raise Refused(words, field=f"parameters.{m.target}")
            values[m.target] = value
        targets[m.active] = value * scale
        if value < values.get("floor", 0.0) * (1 - 1e-9):
            raise InvalidInput(phrases.NO_DAY_WOULD_COUNT, field="parameters.floor")
    return targets


def _times(step: Step, *, values: Mapping[str, float], protocol: CourseProtocol, start: datetime, zone: ZoneInfo) -> list[datetime]:
    first = hours_of(step.at, values=values, protocol=protocol)
    first_at = at_hour(start, first, zone=zone)
    if step.every is None or step.until is None:
        return [first_at]
    every, until = (hours_of(t, values=values, protocol=protocol) for t in (step.every, step.until))
    if every <= 0:
        raise InvalidInput(phrases.again_after_nothing(step.title), field="parameters")
    count = math.floor((until - first) / every + 1e-9)
    if count > MOST_STEPS:
        raise InvalidInput(phrases.too_many_times(step.title, MOST_STEPS), field="parameters")
    return [again_at(first_at, every_h=every, times=i, zone=zone) for i in range(count + 1)]


def _value(word: float | str | None, values: Mapping[str, float]) -> float | None:
    if word is None or isinstance(word, float | int):
        return None if word is None else float(word)
    part = part_of(word)
    if part:
        return 1 / values[part]
    return values[word] if word in values else float(word)


def _bearable(step: Step, to: float | None, *, species: Sequence[Species]) -> float | None:
    """Warmth no higher than the fish here bear. :raises Refused: they bear much less than the step needs."""
    if step.kind != "temperature" or to is None:
        return to
    tightest = min((s for s in species if s.temperature.high is not None), key=lambda s: s.temperature.high or 0.0, default=None)
    if tightest is None or tightest.temperature.high is None or tightest.temperature.high >= to:
        return to
    if tightest.temperature.high < to - MOST_COOLER_C:
        raise Refused(phrases.no_warmth_for(plural(tightest.name, 2).capitalize(), degrees(tightest.temperature.high)), field="protocol")
    return tightest.temperature.high


def _undosed(
    protocol: CourseProtocol, values: Mapping[str, float], *, start: datetime, zone: ZoneInfo, species: Sequence[Species], off: str
) -> list[PlannedStep]:
    planned = []
    for place, step in enumerate(protocol.steps):
        for number, due_at in enumerate(_times(step, values=values, protocol=protocol, start=start, zone=zone), start=1):
            planned.append(
                PlannedStep(
                    place=place,
                    number=number,
                    kind=step.kind,
                    title=step.title,
                    due_at=due_at,
                    active=step.active,
                    use=step.use,
                    share=_value(step.share, values) if step.kind in ("dose", "water_change") else None,
                    put_back=step.put_back,
                    refill=step.refill,
                    lasts_min=_value(step.minutes, values),
                    to=_bearable(step, _value(step.to, values), species=species),
                    reads=step.reads,
                    only_if=step.only_if.words if step.only_if else "",
                    minimum_h=hours_of(step.minimum, values=values, protocol=protocol) if step.minimum else None,
                    every_h=hours_of(step.every, values=values, protocol=protocol) if step.every else None,
                    text=step.text if step.kind != "carbon_out" else f"{off} {step.text}".strip(),
                )
            )
    return in_order(planned)


def _first_tank_kept(steps: Sequence[PlannedStep], protocol: CourseProtocol) -> list[PlannedStep]:
    """What is emptied after the first move is the tank that the fish came from: where it stays set up, nobody disinfects it."""
    moves, kept = 0, []
    for step in steps:
        moves += step.kind == "transfer"
        instead = protocol.steps[step.place].if_settled
        kept.append(replace(step, kind="tell", title=instead) if instead and moves == 1 and step.kind == "disinfect" else step)
    return kept


def _dosed(
    steps: Sequence[PlannedStep],
    protocol: CourseProtocol,
    *,
    tank: TankFacts,
    water: Water,
    values: Mapping[str, float],
    targets: Mapping[str, float],
    products: Mapping[str, Product],
    start: datetime,
    found: Library,
) -> tuple[list[PlannedStep], list[HeldMedicine]]:
    """Amounts of every dose, and the level that each leads to: the ledger of each medicine is written as the plan runs."""
    kept = list(steps)
    held = []
    for m in protocol.medicines:
        rates = rates_of(found.kinetics.get(m.active), sand=bool(tank.standing))
        ledger = Ledger(
            (),
            start_at=start,
            net_volume_l=water.net_volume_l,
            volume_sd_l=water.net_uncertainty_l,
            rates=rates,
            evaporation_l_per_h=tank.evaporation_l_per_h,
            level_mg_per_l=tank.levels_mg_per_l.get(m.active, 0.0),
        )
        put_back_mg = 0.0
        for i, step in enumerate(kept):
            event = _event(step, active=m.active, target=targets[m.active], ledger=ledger, protocol=protocol, water=water)
            if event is None:
                continue
            ledger.add(event)
            put_back_mg += event.changed_fraction * event.fresh_mg_per_l * water.net_volume_l
            level = ledger.level(step.due_at).concentration_mg_per_l
            if step.kind == "dose":
                measures, amount = measured_for(products[m.active], active_mg=event.added_mg)
                kept[i] = replace(step, active_mg=event.added_mg, measures=measures, amount=amount, use=m.use, expected_mg_per_l=level)
        for i, step in enumerate(kept):
            # its own reading, or that of the salt that it is
            if step.kind == "water_test" and {m.active, found.actives[m.active].read_by} & set(step.reads):
                kept[i] = replace(step, expected_mg_per_l=ledger.level(step.due_at).concentration_mg_per_l)
        held.append(_held(m.active, m.use, targets[m.active], ledger, put_back_mg=put_back_mg, found=found))
    return kept, held


def _event(step: PlannedStep, *, active: str, target: float, ledger: Ledger, protocol: CourseProtocol, water: Water) -> WaterEvent | None:
    """What a planned step does to one medicine."""
    if step.kind == "dose" and step.active == active:
        line = protocol.steps[step.place]
        wanted = (step.share or 0.0) * target
        level = ledger.level(step.due_at).concentration_mg_per_l if line.refill else 0.0
        return WaterEvent(at=step.due_at, added_mg=max(0.0, wanted - level) * water.net_volume_l)
    if step.kind == "water_change" and step.share:
        # what is put back keeps the level: a change for water that holds as much
        fresh = ledger.level(step.due_at).concentration_mg_per_l if step.put_back else 0.0
        return WaterEvent(at=step.due_at, changed_fraction=min(step.share, 1.0), fresh_mg_per_l=fresh)
    if step.kind in ("transfer", "remove"):
        return WaterEvent(at=step.due_at, changed_fraction=1.0)
    if step.kind in ("carbon_in", "carbon_out"):
        return WaterEvent(at=step.due_at, carbon=step.kind == "carbon_in")
    return None


def window(active: Active, use: Use, *, target_mg_per_l: float) -> tuple[float, float]:
    """The published range of a use in mg/L, widened to the target that was chosen."""
    if use.dose is None:
        return target_mg_per_l, target_mg_per_l
    scale = mg_per_l_in(use.dose.unit, active)
    low, high = (use.dose.low or use.dose.value) * scale, (use.dose.high or use.dose.value) * scale
    return min(low, target_mg_per_l), max(high, target_mg_per_l)


def _held(active: str, use_id: str, target: float, ledger: Ledger, *, put_back_mg: float, found: Library) -> HeldMedicine:
    named, use = found.uses[use_id]
    low, high = window(named, use, target_mg_per_l=target)
    unit = use.dose.unit if use.dose else "mg/L"
    return HeldMedicine(
        active=active, use=use_id, unit=unit, target_mg_per_l=target, low_mg_per_l=low, high_mg_per_l=high, expected=ledger, put_back_mg=put_back_mg
    )


def _clock(protocol: CourseProtocol, values: Mapping[str, float]) -> ClockRule | None:
    clock = protocol.clock
    if clock is None:
        return None
    dose = next((s for s in protocol.steps if s.kind == "dose" and s.every), None)
    return ClockRule(
        counts=clock.counts,
        length_h=hours_of(clock.length, values=values, protocol=protocol),
        slip=clock.slip,
        gap_h=hours_of(clock.gap, values=values, protocol=protocol),
        every_h=hours_of(dose.every, values=values, protocol=protocol) if dose and dose.every else None,
    )


def _waits_for_clock(steps: Sequence[PlannedStep], clock: ClockRule | None, *, start: datetime, end: datetime) -> datetime:
    """The first single step, or beginning of a line, at or after the days that the clock counts; the end where there is none."""
    if clock is None:
        return end
    counted = start + timedelta(hours=clock.length_h) - timedelta(hours=2)
    return min((s.due_at for s in steps if (s.every_h is None or s.number == 1) and s.kind not in MADE_READY and s.due_at >= counted), default=end)


def _treated_h(clock: ClockRule | None, *, ends_h: float) -> float:
    """Days that are counted by the calendar end the treatment; what comes after takes the medicine out."""
    return min(clock.length_h, ends_h) if clock is not None and clock.counts == "days" and ends_h else ends_h
