"""Reckon a plan or a ledger by itself, outside the record."""

from __future__ import annotations

from dataclasses import replace
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pennywort.core.course.build import build_plan
from pennywort.core.course.clock import ClockRule, judged, read_clock
from pennywort.core.course.ledger import Ledger, Level, WaterEvent, rates_of
from pennywort.core.course.plan import CoursePlan, PlannedStep, TankFacts
from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.reference import library
from pennywort.core.reference.kinds import kinds_of
from pennywort.core.reference.models import Species
from pennywort.courses import reckon_schemas as schemas
from pennywort.courses.services.course import chosen_of, protocol_for
from pennywort.fish.services import species_of
from pennywort.records.actor import Actor

UNIT = {"mass": "mg", "volume": "mL", "pieces": "pieces", "": ""}


def reckon_plan(actor: Actor, body: schemas.PlanIn) -> schemas.PlanOut:
    """:raises InvalidInput: naming the field. :raises NotFound: no such protocol. :raises Refused: not for this water."""
    protocol, found = protocol_for(actor, body.protocol, body.water), library()
    chosen = chosen_of(actor, protocol, body.wish())
    unknown = [name for name in body.prices if name not in {m.active for m in protocol.medicines}]
    if unknown:
        raise InvalidInput("This course has no such medicine.", field=f"prices.{unknown[0]}")
    typed = {"temperature": body.temperature, "oxygen": body.oxygen, "ph": body.ph}
    kinds = {"temperature": "temperature", "oxygen": "concentration", "ph": "number"}
    readings = {name: actor.read(text, kind=kinds[name], field=name) for name, text in typed.items() if text.strip()}
    species = tuple(_known(name, i) for i, name in enumerate(body.species))
    lives = kinds_of(species, kin=library().kin) | ({"invertebrates"} if body.invertebrates else set()) | ({"plants"} if body.plants else set())
    facts = TankFacts(
        water=_water(actor, body.volume, body.uncertainty),
        temperature_c=readings.get("temperature"),
        surroundings=Surroundings(water=body.water, lives=frozenset(lives), readings=readings),
        species=species,
        standing={"sand": "sand"} if body.sand else {},
    )
    try:
        zone = ZoneInfo(body.time_zone)
    except (ZoneInfoNotFoundError, ValueError) as error:
        raise InvalidInput("There is no such time zone.", field="time_zone") from error
    chosen = replace(chosen, prices={**chosen.prices, **body.prices})
    return _plan_out(build_plan(protocol, tank=facts, chosen=chosen, start_at=body.starts_at, zone=zone, found=found))


def _known(name: str, place: int) -> Species:
    """:raises InvalidInput: a fish whose limits nobody here knows."""
    species_id, _ = species_of(name)
    if not species_id:
        raise InvalidInput(f"{name} is not on the list of fish.", field=f"species.{place}")
    return library().species[species_id]


def _water(actor: Actor, volume: str, uncertainty: str) -> Water:
    net = actor.read(volume, kind="volume", field="volume")
    if net <= 0:
        raise InvalidInput("This must be more than nothing.", field="volume")
    return Water(net_volume_l=net, net_uncertainty_l=actor.read_optional(uncertainty, kind="volume", field="uncertainty") or 0.0)


def _plan_out(plan: CoursePlan) -> schemas.PlanOut:
    clock = plan.clock
    return schemas.PlanOut(
        protocol=plan.protocol,
        version=plan.version,
        parameters=dict(plan.parameters),
        starts_at=plan.starts_at,
        treatment_ends_at=plan.treatment_ends_at,
        observe_starts_at=plan.observe_starts_at,
        ends_at=plan.ends_at,
        steps=[_step_out(s) for s in plan.steps],
        totals=[schemas.TotalOut(active=b.active, product=b.product, amount=b.amount, unit=UNIT[b.measures], cost=b.cost) for b in plan.to_buy],
        clock=schemas.RuleOut(**vars(clock)) if clock else None,
        never=[c.text for c in plan.broken],
        care=[c.text for c in plan.cared],
        needs_vet=plan.vet,
        left_fraction=plan.left.left_fraction if plan.left else None,
        left_at_c=plan.left.at_c if plan.left else None,
    )


def _step_out(step: PlannedStep) -> schemas.PlannedOut:
    return schemas.PlannedOut(
        at=step.due_at,
        kind=step.kind,
        title=step.title,
        only_if=step.only_if,
        active=step.active,
        active_mg=step.active_mg,
        amount=step.amount,
        unit=UNIT[step.measures],
        share=step.share if step.kind == "water_change" else None,
        put_back=step.put_back,
        to=step.to,
        minutes=step.lasts_min,
        reads=list(step.reads),
        expected_mg_per_l=step.expected_mg_per_l,
    )


def reckon_ledger(actor: Actor, body: schemas.LedgerIn) -> schemas.LedgerOut:
    """:raises InvalidInput: naming the field."""
    found = library()
    if body.active and body.active not in found.actives:
        raise InvalidInput("There is no such active.", field="active")
    if body.clock and not body.window:
        raise InvalidInput("A clock of readings needs the window they must lie in.", field="window")
    if body.window and body.window.low_mg_per_l > body.window.high_mg_per_l:
        raise InvalidInput("The low end lies above the high one.", field="window.low_mg_per_l")
    water, last = _water(actor, body.volume, body.uncertainty), max(body.at)
    early = next((f"events.{i}.at" for i, e in enumerate(body.events) if e.at < body.starts_at), None)
    early = early or next((f"at.{i}" for i, at in enumerate(body.at) if at < body.starts_at), None)
    if early:
        raise InvalidInput("This lies before the start.", field=early)
    ledger = Ledger(
        [WaterEvent(**e.model_dump()) for e in body.events if e.at <= last],
        start_at=body.starts_at,
        net_volume_l=water.net_volume_l,
        volume_sd_l=water.net_uncertainty_l,
        rates=rates_of(found.kinetics.get(body.active), sand=body.sand),
        evaporation_l_per_h=(actor.read_optional(body.evaporation, kind="volume", field="evaporation") or 0.0) / 24,
        level_mg_per_l=body.level_mg_per_l,
        carbon=body.carbon,
    )
    low, high = (body.window.low_mg_per_l, body.window.high_mg_per_l) if body.window else (None, None)
    return schemas.LedgerOut(
        levels=[_level_out(ledger.level(at)) for at in body.at],
        readings=[
            schemas.CheckOut(at=c.at, reading_mg_per_l=c.reading_mg_per_l, expected=_level_out(c.expected), plausible=c.plausible, words=c.words)
            for c in ledger.checks
        ],
        masses=schemas.MassesOut(**vars(ledger.masses(last))),
        hours_in_window=ledger.hours_within(low, high, since=body.starts_at, until=last) if low is not None and high is not None else None,
        leaves_window_at=ledger.leaves(low, since=body.starts_at, until=last) if low is not None else None,
        clock=_clock_out(body, ledger) if body.clock else None,
    )


def _level_out(level: Level) -> schemas.LevelOut:
    return schemas.LevelOut(**level._asdict())


def _clock_out(body: schemas.LedgerIn, ledger: Ledger) -> schemas.ClockOut:
    assert body.clock is not None and body.window is not None
    rule = ClockRule(counts="readings", length_h=body.clock.length_h, slip=body.clock.slip, gap_h=body.clock.gap_h)
    low, high = body.window.low_mg_per_l, body.window.high_mg_per_l
    counted = [judged(c.at, c.reading_mg_per_l, low=low, high=high) for c in ledger.checks]
    state = read_clock(rule, counted, start_at=body.starts_at, now=max(body.at))
    slips = [schemas.ClockSlipOut(**vars(s)) for s in state.slips]
    return schemas.ClockOut(**{**vars(state), "slips": slips})
