"""The core's plan as a slip with its days, shown in the keeper's units."""

from __future__ import annotations

import math
from collections.abc import Sequence
from datetime import date

from pennywort.core.course.plan import CoursePlan, HeldMedicine, PlannedStep
from pennywort.core.medicine.dose import dose_trace, known_water, label_trace, reach
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.medicine.phrases import time_in
from pennywort.core.medicine.product import Product, active_in, measured_for
from pennywort.core.medicine.tools import in_tools
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol, Parameter
from pennywort.core.reference.naming import mid_sentence
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units import Shown, show_amount, show_concentration, show_fraction, show_temperature, show_volume
from pennywort.courses.queries.left import left_of, smaller_words, there_words
from pennywort.courses.queries.salty import swap_words
from pennywort.courses.schemas import BuyOut, ParameterOut, RisksOut, SlipLineOut, SlipOut, StepOut
from pennywort.courses.stages_shown import stages_out
from pennywort.courses.strip_shown import plan_strip
from pennywort.dosing.shown import ruler_out, tool_out
from pennywort.library.api import SourcedText, caution_out, source_words
from pennywort.records.actor import Actor
from pennywort.records.schemas import ShownOut, TraceOut
from pennywort.shelf.queries import label_spoons, tools_at_hand, weighed_spoons
from pennywort.shelf.stocks import stock_of, stock_words
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import on_one_water, once_words, water_of

# a packet or tablet that is shared is dissolved in so much
SHARED_ML = 10.0
SHOWN_UNIT = {"uL/L": "µL/L", "day": "days", "1": ""}


def _level(value_mg_per_l: float, held: HeldMedicine) -> Shown:
    if held.unit == "uL/L":
        return Shown(figure=f"{value_mg_per_l / library().actives[held.active].mg_per_ul:.1f}", unit="µL/L")
    return show_concentration(value_mg_per_l, like_mg_per_l=held.high_mg_per_l)


def _line(held: HeldMedicine, plan: CoursePlan, *, tank: Tank, actor: Actor) -> SlipLineOut:
    """One medicine: its first dose in the tool at hand, and what all of its first steps lead to."""
    found, water = library(), known_water(water_of(tank))
    active, product = found.actives[held.active], plan.products[held.active]
    doses = [s for s in plan.steps if s.kind == "dose" and s.active == held.active]
    first = doses[0]
    amount, share = first.amount or 0.0, first.share or 1.0
    spoons = weighed_spoons(actor, held.active) or active.spoons
    # a dose is rounded no higher than the range, of which this one is a share
    most = measured_for(product, active_mg=held.high_mg_per_l * share * water.net_volume_l)[1]
    tools = in_tools(amount, measures=first.measures, tools=tools_at_hand(actor), spoons=spoons, most=most, piece=product.piece)  # type: ignore[arg-type]
    best = tools[0] if tools and tools[0].usable else None
    stock = None if best else stock_of(actor, product, held.active, measures=first.measures, amount=amount, net_volume_l=tank.net_volume_l, most=most)  # type: ignore[arg-type]
    # a first dose may be a part of what is aimed at, or more than it where a ramp climbs later
    whole_mg = held.target_mg_per_l * water.net_volume_l
    whole_reach = reach(water=water, added_mg=whole_mg)
    parts = round(1 / share) if share < 0.9999 else 1
    whole = f"one of {parts} parts; {show_amount(first.measures, amount * parts, actor.preferences, piece=product.piece).text} in all" if parts > 1 else ""
    if stock is not None:
        how = stock_words(stock, measures=first.measures, piece=product.piece, mine=actor.preferences)  # type: ignore[arg-type]
        whole = f"{f'{whole}. ' if whole else ''}Too little for any tool here: {how}"
    given = best.amount if best else stock.gives if stock else amount
    source = found.uses[held.use][1].source
    return SlipLineOut(
        medicine=held.active,
        # which of several strengths it is, so that nobody weighs crystals for a solution
        name=f"{active.name}: {product.name}" if product.name != active.name and len(active.strengths) > 1 else active.name,
        short_name=active.short_name,
        colour=active.colour,
        big=ShownOut.of(show_amount(first.measures, given, actor.preferences, piece=product.piece)),
        whole_words=whole,
        share_words="All of it reaches" if parts > 1 else "Reaches",
        tools=[tool_out(t) for t in tools],
        target=ShownOut.of(_level(held.target_mg_per_l, held)),
        target_text=_level(held.target_mg_per_l, held).text,
        reaches=ShownOut.of(_level(whole_reach.concentration_mg_per_l, held)),
        reaches_low=ShownOut.of(_level(whole_reach.low_mg_per_l, held)),
        reaches_high=ShownOut.of(_level(whole_reach.high_mg_per_l, held)),
        range_low=ShownOut.of(_level(held.low_mg_per_l, held)),
        range_high=ShownOut.of(_level(held.high_mg_per_l, held)),
        ruler=ruler_out(
            low=held.low_mg_per_l,
            high=held.high_mg_per_l,
            reached=whole_reach,
            divide=1000 if held.high_mg_per_l >= 500 else active.mg_per_ul if held.unit == "uL/L" else 1,
        ),
        trace=[TraceOut.of(t) for t in _trace(first, held, product, tank=tank, share=share, source=", ".join(source))],
        source=source_words(source),
        recalled=True,
    )


def _trace(step: PlannedStep, held: HeldMedicine, product: Product, *, tank: Tank, share: float, source: str) -> list[TraceLine]:
    water = known_water(water_of(tank))
    lines = list(dose_trace(water=water, target_mg_per_l=held.target_mg_per_l, level_now_mg_per_l=0.0, share=share, source=source))
    holds = active_in(product, amount=1.0)
    if not product.direct and abs(holds - 1.0) > 1e-6:
        unit = {"volume": "mL", "mass": "mg"}.get(step.measures, product.piece)
        formula = f"{plain(step.active_mg or 0.0)} ÷ {plain(holds)}"
        lines.append(TraceLine(label=f"over {product.name}", formula=formula, value=step.amount or 0.0, unit=unit))
    return lines


def label_words(label: LabelDirections, actor: Actor) -> str:
    """What the label says, as it is read again: so much in every so much."""
    amount = show_amount(label.measures, label.amount, actor.preferences, piece=label.piece)
    return f"{amount.text} in every {plain(label.per_volume_l)} L"


def split_words(count: float, *, piece: str) -> str:
    """How a piece is shared where halves are too coarse: dissolved in ten millilitres, of which so much is taken."""
    whole = math.ceil(count - 1e-9)
    pieces = f"{whole} {piece}{'s' if whole != 1 else ''}"
    return f". To share it: dissolve {pieces} in {SHARED_ML * whole:g} mL of tank water and take {count * SHARED_ML:.1f} mL of that"


def _by_label(label: LabelDirections, plan: CoursePlan, *, tank: Tank, actor: Actor) -> SlipLineOut:
    first = next(s for s in plan.steps if s.kind == "dose" and s.active is None and s.product == label.product.strip())
    spoons = label_spoons(label.teaspoon_g)
    tools = in_tools(first.amount or 0.0, measures=label.measures, tools=tools_at_hand(actor), spoons=spoons, piece=label.piece)
    best = tools[0] if tools and tools[0].usable else None
    unit = {"volume": "mL", "mass": "mg", "pieces": f"{label.piece}s"}[label.measures]
    trace = label_trace(water=known_water(water_of(tank)), amount=label.amount, unit=unit, per_volume_l=label.per_volume_l)
    taken = best.amount if best else first.amount or 0.0
    split = split_words(taken, piece=label.piece) if label.measures == "pieces" and not best else ""
    return SlipLineOut(
        medicine=None,
        name=label.product.strip(),
        short_name=label.product.strip(),
        colour="clear",
        big=ShownOut.of(show_amount(label.measures, taken, actor.preferences, piece=label.piece)),
        whole_words=f"by its label: {label_words(label, actor)}{split}",
        share_words="Reaches",
        tools=[tool_out(t) for t in tools],
        target=None,
        target_text="",
        reaches=None,
        reaches_low=None,
        reaches_high=None,
        range_low=None,
        range_high=None,
        ruler=None,
        trace=[TraceOut.of(t) for t in trace],
        source="label",
        recalled=False,
    )


def _step_amount(step: PlannedStep, actor: Actor, tank: Tank) -> str:
    if step.kind == "dose":
        return show_amount(step.measures, step.amount or 0.0, actor.preferences).text
    if step.kind == "water_change" and step.share is not None:
        return show_fraction(step.share).text
    if step.kind == "temperature" and step.to is not None:
        return show_temperature(step.to, actor.preferences).text
    if step.kind == "salinity" and step.to is not None:
        how = ""
        if step.from_g_per_kg is not None and step.active:
            how = swap_words(actor.preferences, net_volume_l=tank.net_volume_l, from_g_per_kg=step.from_g_per_kg, to_g_per_kg=step.to, active=step.active)
        return f"to {step.to:.3g} g/kg{f': {how}' if how else ''}"
    return time_in(step.lasts_min) if step.lasts_min else ""


def parameter_out(parameter: Parameter, value: float, actor: Actor) -> ParameterOut:
    """A parameter as it may be typed again."""
    unit = SHOWN_UNIT.get(parameter.unit, parameter.unit)
    if parameter.unit == "degC":
        unit = show_temperature(value, actor.preferences).unit
    shown = show_temperature(value, actor.preferences).text if parameter.unit == "degC" else f"{value:.4g}"
    low, high = (show_temperature(v, actor.preferences).text if parameter.unit == "degC" else f"{v:g}" for v in (parameter.low, parameter.high))
    cycle = library().life_cycles[parameter.from_cycle].name if parameter.from_cycle else ""
    return ParameterOut(id=parameter.id, name=parameter.name, unit=unit, value=shown, low=low, high=high, from_cycle=cycle)


def left_words(plan: CoursePlan, actor: Actor) -> str:
    """What share of the parasites comes through, in words."""
    if plan.left is None:
        return ""
    who, share = library().life_cycles[plan.left.cycle].name, plan.left.left_fraction
    at = f"at {show_temperature(plan.left.at_c, actor.preferences).text}, from published stage lengths"
    if share < 0.001:
        return f"hardly one in a thousand of {who} comes through {at}"
    return f"about {share * 100:.2g} in 100 of {who} come through {at}"


def _step_out(step: PlannedStep, actor: Actor, *, first: date, tank: Tank, tanks: Sequence[Tank]) -> StepOut:
    """A step on its day, counted from the first; ``tanks``: where it goes, by the places of the plan."""
    due = actor.local(step.due_at)
    into = "into " if step.kind == "transfer" else ""
    amount = _step_amount(step, actor, tank) if step.tank_place is None else f"{into}{tanks[step.tank_place].name}"
    title = f"{step.title} ({step.only_if})" if step.only_if else step.title
    return StepOut(kind=step.kind, text=step.text, title=title, at_words=f"{due:%H:%M}", day=(due.date() - first).days + 1, amount=amount)


def slip_out(protocol: CourseProtocol, plan: CoursePlan, *, labels: Sequence[LabelDirections], tank: Tank, clean: Sequence[Tank], actor: Actor) -> SlipOut:
    """Everything the slip shows, with the days ahead."""
    first = actor.local(plan.starts_at).date()
    # the last of them, found from behind, is the tank that they came from
    tanks = [*clean, tank]
    days = [_step_out(s, actor, first=first, tank=tank, tanks=tanks) for s in plan.steps]
    ends = actor.local(plan.ends_at)
    lines = [_line(held, plan, tank=tank, actor=actor) for held in plan.held if any(s.active == held.active and s.kind == "dose" for s in plan.steps)]
    lines += [_by_label(label, plan, tank=tank, actor=actor) for label in labels]
    pieces = {label.product.strip(): label.piece for label in labels}
    found = library()
    lefts = left_of(actor) if plan.to_buy else []
    vet = next((found.uses[use] for use in dict.fromkeys(s.use for s in plan.steps if s.use) if found.uses[use][1].gate == "vet"), None)
    return SlipOut(
        protocol=protocol.id,
        name=protocol.name,
        school=protocol.school,
        version=plan.version,
        kind=protocol.kind,
        water=ShownOut.of(show_volume(tank.net_volume_l, actor.preferences)),
        water_uncertainty=ShownOut.of(show_volume(tank.net_uncertainty_l, actor.preferences)),
        where_words=once_words(tank, on_one_water(tank)) if lines else "",
        for_it=SourcedText.of(protocol.for_it),
        against_it=SourcedText.of(protocol.against_it),
        risks=RisksOut(**vars(protocol.risks)),
        parameters=[parameter_out(p, plan.parameters[p.id], actor) for p in protocol.parameters],
        lines=lines,
        cautions=[caution_out(c) for c in plan.cautions],
        broken=[c.text for c in plan.broken],
        cared=[c.text for c in plan.cared],
        confirm=[SourcedText.of(c) for c in plan.confirm],
        needs_vet=plan.vet,
        vet_reason=vet[0].regulation.text if vet else "",
        to_buy=[
            BuyOut(
                name=found.actives[b.active].short_name if b.active else b.product,
                product=b.product,
                amount=ShownOut.of(show_amount(b.measures, b.amount, actor.preferences, piece=pieces.get(b.product, "piece"))),
                cost=f"{b.cost:.2f}" if b.cost is not None else "",
                there_words=there_words(actor, lefts, active=b.active or "", product=b.product, measures=b.measures, amount=b.amount),
            )
            for b in plan.to_buy
        ],
        smaller_words=smaller_words(actor, tank, plan.to_buy),
        strip=plan_strip(actor, tank, plan, protocol),
        stages=stages_out(actor, protocol, left=plan.left, starts_at=plan.starts_at),
        left_words=left_words(plan, actor),
        clock_words=protocol.clock.text if protocol.clock else "",
        rules=[f"{'Stop' if r.kind == 'stop' else 'Done when'}: {mid_sentence(r.text)}" for r in protocol.rules],
        days=days,
        ends_words=f"free to leave {ends:%A} {ends.day} {ends:%B}",
    )
