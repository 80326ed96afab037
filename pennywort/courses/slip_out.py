"""The core's slip and plan, shown in the keeper's units."""

from __future__ import annotations

import math

from pennywort.core.course.plan import Plan, PlannedTask
from pennywort.core.medicine.dose import Reach
from pennywort.core.medicine.slip import Slip, SlipLine
from pennywort.core.medicine.tools import InTool
from pennywort.core.reference import library
from pennywort.core.reference.models import Protocol
from pennywort.core.units import Shown, show_concentration, show_dose, show_fraction, show_mass, show_small_volume, show_temperature, show_volume
from pennywort.courses.schemas import CautionOut, RulerOut, RulerTick, SlipLineOut, SlipOut, StepOut, ToolOut
from pennywort.rooms.actor import Actor
from pennywort.rooms.reference_api import SourcedText, source_words
from pennywort.rooms.schemas import ShownOut, TraceOut
from pennywort.tanks.models import Tank


def tool_out(option: InTool) -> ToolOut:
    """One tool’s way to measure an amount."""
    return ToolOut(
        name=option.name,
        words=option.words,
        verdict=option.verdict,
        usable=option.usable,
        reading=option.amount,
        largest=option.tool.largest_fill,
        smallest_mark=option.tool.smallest_mark,
        fills=option.fills,
        shape="syringe" if option.tool.form == "cylinder" else option.tool.form,
    )


def _amount(line: SlipLine, amount: float, actor: Actor) -> Shown:
    return show_mass(amount, actor.preferences) if line.measures == "mass" else show_small_volume(amount)


def nice_step(span: float, *, most: int = 8) -> float:
    """A tick distance of 1, 2 or 5 times a power of ten that gives at most ``most`` ticks."""
    raw = span / most
    power = 10.0 ** math.floor(math.log10(raw))
    return next(power * m for m in (1, 2, 5, 10) if power * m >= raw * (1 - 1e-9))


def ruler_out(*, low: float, high: float, reached: Reach, divide: int) -> RulerOut:
    """A scale from nothing to beyond range and reach; ``divide`` makes the figures at its ticks."""
    top = max(high, reached.high_mg_per_l) * 1.15
    step = nice_step(top)
    return RulerOut(
        low_mg_per_l=0.0,
        high_mg_per_l=top,
        range_low_mg_per_l=low,
        range_high_mg_per_l=high,
        reach_mg_per_l=reached.concentration_mg_per_l,
        reach_low_mg_per_l=reached.low_mg_per_l,
        reach_high_mg_per_l=reached.high_mg_per_l,
        ticks=[RulerTick(at_mg_per_l=step * i, figure=f"{step * i / divide:g}") for i in range(math.floor(top / step) + 1)],
    )


def _ruler(line: SlipLine) -> RulerOut | None:
    if line.whole_reach is None or line.target_mg_per_l is None:
        return None
    low, high = line.range_low_mg_per_l or line.target_mg_per_l, line.range_high_mg_per_l or line.target_mg_per_l
    return ruler_out(low=low, high=high, reached=line.whole_reach, divide=1000 if high >= 500 else 1)


def _line(line: SlipLine, actor: Actor) -> SlipLineOut:
    found = library()
    medicine = found.medicines.get(line.medicine or "")
    best = line.tools[0] if line.tools and line.tools[0].usable else None
    like = line.range_high_mg_per_l

    def level(value: float | None) -> ShownOut | None:
        return None if value is None else ShownOut.of(show_concentration(value, like_mg_per_l=like))

    whole = f"by its label: {line.trace[0].formula.replace(' ÷ ', ' in every ')}" if line.measures == "volume" else ""
    if line.share < 0.9999:
        parts = round(1 / line.share)
        whole = f"one of {parts} parts; {_amount(line, line.whole, actor).text} in all"
    target = show_concentration(line.target_mg_per_l, like_mg_per_l=like) if line.target_mg_per_l is not None else None
    reached = line.whole_reach
    return SlipLineOut(
        medicine=line.medicine,
        name=line.name,
        short_name=medicine.short_name if medicine else line.name,
        colour=medicine.colour if medicine else "clear",
        big=ShownOut.of(_amount(line, best.amount if best else line.exact, actor)),
        whole_words=whole,
        share_words="All of it reaches" if line.share < 0.9999 else "Reaches",
        tools=[tool_out(t) for t in line.tools],
        target=ShownOut.of(target) if target else None,
        target_text=target.text if target else "",
        reaches=level(reached.concentration_mg_per_l) if reached else None,
        reaches_low=level(reached.low_mg_per_l) if reached else None,
        reaches_high=level(reached.high_mg_per_l) if reached else None,
        range_low=level(line.range_low_mg_per_l),
        range_high=level(line.range_high_mg_per_l),
        ruler=_ruler(line),
        trace=[TraceOut.of(t) for t in line.trace],
        source=source_words(line.source),
        recalled=line.recalled,
    )


def _step_amount(task: PlannedTask, actor: Actor) -> str:
    if task.kind == "dose":
        return show_dose(dose_mg=task.dose_mg, dose_ml=task.dose_ml, preferences=actor.preferences).text
    if task.water_share is not None:
        return show_fraction(task.water_share).text
    return show_temperature(task.temperature_c, actor.preferences).text if task.temperature_c is not None else ""


def slip_out(protocol: Protocol, slip: Slip, plan: Plan, *, tank: Tank, actor: Actor) -> SlipOut:
    """Everything the slip shows, with the days ahead."""
    first = actor.local(plan.starts_at).date()
    days = [
        StepOut(
            kind=t.kind,
            title=t.title,
            at_words=f"{actor.local(t.due_at):%H:%M}",
            day=(actor.local(t.due_at).date() - first).days + 1,
            amount=_step_amount(t, actor),
        )
        for t in plan.tasks
    ]
    ends = actor.local(plan.ends_at)
    vet = next((library().medicines[m.medicine] for m in protocol.medicines if library().medicines[m.medicine].gate == "vet"), None)
    return SlipOut(
        protocol=protocol.id,
        name=protocol.name,
        school=protocol.school,
        version=slip.version,
        kind=protocol.kind,
        water=ShownOut.of(show_volume(tank.net_volume_l, actor.preferences)),
        water_uncertainty=ShownOut.of(show_volume(tank.net_uncertainty_l, actor.preferences)),
        for_it=SourcedText.of(protocol.for_it),
        against_it=SourcedText.of(protocol.against_it),
        lines=[_line(line, actor) for line in slip.lines],
        cautions=[CautionOut(level=c.level, text=c.text, source=source_words(c.source), recalled=c.recalled) for c in slip.cautions],
        confirm=[SourcedText.of(c) for c in protocol.confirm],
        needs_vet=slip.needs_vet,
        vet_reason=vet.gate_reason.text if vet else "",
        days=days,
        ends_words=f"free to leave {ends:%A} {ends.day} {ends:%B}",
    )
