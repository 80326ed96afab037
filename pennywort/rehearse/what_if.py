"""What would come of a plan, or of a course that runs, done otherwise: typed words in, both strips and their figures out."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, timedelta

from pennywort.core.course.build import build_plan
from pennywort.core.course.outlast import taken_warmth
from pennywort.core.course.plan import Chosen, CoursePlan, TankFacts
from pennywort.core.course.to_buy import to_buy
from pennywort.core.course.whatif import Otherwise, Reckoned, WhatIf, what_if
from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.parasite.life_cycle import cycle_at
from pennywort.core.parasite.passing import Share
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.units import show_amount, show_fraction, show_temperature, show_volume
from pennywort.courses.models import Course
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.running import labels_on, product_of
from pennywort.courses.services.course import Wish, plan_with_its_facts, start_of, tank_facts
from pennywort.courses.strip_schemas import MarkOut, PlanStripOut
from pennywort.courses.strip_shown import plan_strip
from pennywort.fish.queries import count_of, groups_in_water
from pennywort.records.actor import Actor
from pennywort.rehearse import schemas as out
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import water_type_of

HOURLY = 24


def _day(actor: Actor, text: str, *, field: str) -> int | None:
    value = actor.read_optional(text, kind="number", field=field)
    if value is not None and value != round(value):
        raise InvalidInput("A whole day.", field=field)
    return None if value is None else round(value)


def read_otherwise(actor: Actor, typed: out.OtherwiseIn) -> Otherwise:
    """:raises InvalidInput: naming the field."""
    days = {name: _day(actor, getattr(typed, name), field=name) for name in ("stop_day", "missed_day", "changed_day", "joined_day")}
    less = actor.read_share(typed.less_water, field="less_water", whole_l=None) if typed.less_water.strip() else None
    changed = actor.read_share(typed.changed_share, field="changed_share", whole_l=None) if typed.changed_share.strip() else 1 / 3
    warmth = actor.read_optional(typed.temperature, kind="temperature", field="temperature")
    return Otherwise(**days, temperature_c=warmth, changed_fraction=changed, less_water_fraction=less, carbon=typed.carbon)


def of_wish(actor: Actor, tank: Tank, wish: Wish, *, starts_at: datetime | None, typed: out.OtherwiseIn) -> out.WhatIfOut:
    """Of a plan that has not begun."""
    protocol, facts, chosen, plan = plan_with_its_facts(actor, tank, wish, starts_at=start_of(actor, starts_at))
    return _shown(actor, tank, protocol, plan, facts=facts, chosen=chosen, typed=typed)


def of_course(actor: Actor, course: Course, *, typed: out.OtherwiseIn) -> out.WhatIfOut:
    """Of a course that runs, as it was planned. :raises NotKnownYet: its protocol is not kept."""
    protocol = protocol_of(course)
    if protocol is None:
        raise NotKnownYet("How this course goes is not kept here.", field="course")
    labels = [LabelDirections(**label) for label in labels_on(course)]
    chosen = Chosen(
        parameters=course.parameters, products={active: product_of(course, active) for active in course.products}, label=labels[0] if labels else None,
        also=tuple(labels[1:]), condition=course.condition_id,
    )  # fmt: skip
    facts = tank_facts(actor, course.tank)
    plan = build_plan(protocol, tank=facts, chosen=chosen, start_at=course.starts_at, zone=actor.zone, found=library())
    return _shown(actor, course.tank, protocol, plan, facts=facts, chosen=chosen, typed=typed)


def _shown(actor: Actor, tank: Tank, protocol: CourseProtocol, plan: CoursePlan, *, facts: TankFacts, chosen: Chosen, typed: out.OtherwiseIn) -> out.WhatIfOut:
    warmth = taken_warmth(plan.parameters, water=water_type_of(tank), temperature_c=facts.temperature_c)
    asked = read_otherwise(actor, typed)
    told = what_if(plan, protocol, tank=facts, asked=asked, condition=chosen.condition, temperature_c=warmth, found=library())
    fish = sum(count_of(g).count for g in groups_in_water(tank))
    return out.WhatIfOut(
        name=protocol.name,
        sentence=_sentence(told),
        days=max(1, -(-int((plan.treatment_ends_at - plan.starts_at) / timedelta(hours=1)) // HOURLY)),
        alone=[out.AloneOut(name=name, words=_alone_words(part, told)) for name, part in told.alone.items()],
        planned=_course_out(actor, tank, protocol, told.planned, prices=chosen.prices, fish=fish, once_more=None),
        otherwise=_course_out(actor, tank, protocol, told.otherwise, prices=chosen.prices, fish=fish, once_more=told.planned),
        parasite=told.cycle.name if told.cycle else "",
        reckoned_from=_reckoned_from(actor, tank, told, asked),
    )


def _per_hundred(share: float) -> str:
    if share < 0.001:
        return "fewer than 1 in 1,000"
    return f"{share * 100:.2g} in 100"


def _sentence(told: WhatIf) -> str:
    planned, other = told.planned.through, told.otherwise.through
    if planned is None or other is None:
        return "Of no parasite’s round is enough known here to say what comes through."
    if told.otherwise.again:
        return f"Otherwise {_per_hundred(other.middle)} come through, not {_per_hundred(planned.middle)}: the course would have to begin again."
    return f"Otherwise {_per_hundred(other.middle)} come through; as planned {_per_hundred(planned.middle)}."


def _band(share: Share) -> str:
    low, high = (f"{v * 100:.2g}" for v in (share.low, share.high))
    return f"{low} to {high} in 100 in nine of ten runs" if low != high else f"{low} in 100 in all runs"


def _alone_words(part: Reckoned, told: WhatIf) -> str:
    words = []
    if part.through is not None:
        words.append(f"{_per_hundred(part.through.middle)} come through")
    lost_h = (told.planned.in_range_h or 0.0) - (part.in_range_h or 0.0)
    if lost_h >= 1:
        words.append(f"{lost_h:.0f} h less in range")
    if part.highest_fraction is not None and part.highest_fraction > 1.02 and (told.planned.highest_fraction or 0.0) <= 1.02:
        words.append(f"up to {(part.highest_fraction - 1) * 100:.0f} % over the range")
    return ", ".join(words) or "nothing changes"


def _course_out(
    actor: Actor, tank: Tank, protocol: CourseProtocol, told: Reckoned, *, prices: Mapping[str, float], fish: int, once_more: Reckoned | None
) -> out.WhatIfCourseOut:
    anew = once_more if told.again else None
    bought = [to_buy(told.plan.steps, told.plan.held, told.plan.products, prices)]
    if anew is not None:
        bought.append(to_buy(anew.plan.steps, anew.plan.held, anew.plan.products, prices))
    amounts: dict[str, tuple[str, float, float | None]] = {}
    for one in (b for course in bought for b in course):
        measures, amount, cost = amounts.get(one.active, (one.measures, 0.0, 0.0 if one.cost is not None else None))
        amounts[one.active] = (measures, amount + one.amount, None if cost is None or one.cost is None else cost + one.cost)
    free = actor.local(told.free_at)
    days = -(-int((told.free_at - told.plan.starts_at) / timedelta(hours=1)) // HOURLY)
    return out.WhatIfCourseOut(
        through=f"{told.through.middle * 100:.2g}" if told.through is not None and told.through.middle >= 0.001 else "<0.1" if told.through else "",
        through_band=_band(told.through) if told.through is not None else "",
        through_low=told.through.low if told.through else 0.0,
        through_high=told.through.high if told.through else 0.0,
        through_middle=told.through.middle if told.through else 0.0,
        in_range=f"{told.in_range_h / 24:.1f} of {told.of_h / 24:.1f} days" if told.in_range_h is not None else "held by no medicine",
        fish_words=_fish_words(told, fish=fish),
        free_words=f"{free:%a} {free.day} {free:%b}, {days} days{', the course anew' if anew is not None else ''}",
        takes=[
            f"{show_amount(measures, amount, actor.preferences).text} {library().actives[active].short_name}{f', {cost:.2f}' if cost is not None else ''}"
            for active, (measures, amount, cost) in amounts.items()
        ],
        strip=_strip(actor, tank, protocol, told, planned=once_more),
    )


def _strip(actor: Actor, tank: Tank, protocol: CourseProtocol, told: Reckoned, *, planned: Reckoned | None) -> PlanStripOut:
    """The strip of a plan, or of the same otherwise with the doses that are not given."""
    strip = plan_strip(actor, tank, told.plan, protocol, state_words="as planned" if planned is None else "what if", named=False)
    given = {(s.place, s.number) for s in told.plan.steps}
    for step in planned.plan.steps if planned is not None else ():
        if step.kind == "dose" and (step.place, step.number) not in given:
            strip.strip.doses.append(MarkOut(at=step.due_at, words=f"{step.title}: not given", done=False, late=True))
    return strip


def _fish_words(told: Reckoned, *, fish: int) -> str:
    if told.through is None:
        return "not known"
    if told.through.high < 0.001:
        return f"none of {fish}, so far as this reckons"
    return f"all {fish}: what comes through settles on any of them"


def _reckoned_from(actor: Actor, tank: Tank, told: WhatIf, asked: Otherwise) -> list[out.FactOut]:
    facts = [out.FactOut(name="net water", words=f"{show_volume(tank.net_volume_l, actor.preferences).text}, give or take "
                         f"{show_volume(tank.net_uncertainty_l, actor.preferences).text}")]  # fmt: skip
    warmth = asked.temperature_c or told.temperature_c
    if told.cycle is not None and warmth is not None:
        try:
            whole = cycle_at(told.cycle, temperature_c=warmth)
        except NotKnownYet:
            facts.append(out.FactOut(name="life cycle", words=f"not published at {show_temperature(warmth, actor.preferences).text}"))
        else:
            words = f"{whole.low_h:.0f} to {whole.high_h:.0f} h at {show_temperature(warmth, actor.preferences).text}"
            facts.append(out.FactOut(name="life cycle", words=words))
    for held in told.planned.plan.held:
        half = library().kinetics.get(held.active)
        name = library().actives[held.active].short_name
        words = f"half of it gone in {half.half_life_h.value:g} h" if half and half.half_life_h else "stays in the water"
        facts.append(out.FactOut(name=name, words=words))
    facts.append(out.FactOut(name="runs", words="60 of 1,000 parasites, each followed by itself; the pace of the round differs by a tenth from run to run, "
                             "and so does the water by its give or take (assumptions)"))  # fmt: skip
    facts.append(out.FactOut(name="in range", words="down to a tenth under it: no kit reads finer"))
    if asked.changed_day is not None:
        facts.append(out.FactOut(name="water changed", words=show_fraction(asked.changed_fraction).text))
    return facts
