"""Courses against one condition, side by side."""

from __future__ import annotations

import math
from datetime import timedelta

from pennywort.core.course.build import Chosen, CoursePlan, TankFacts, build_plan
from pennywort.core.errors import PennywortError
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.medicine.product import Product
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.units import show_amount
from pennywort.courses.queries.circumstances import water_type_of
from pennywort.courses.schemas import HeldOut, RisksOut, SchoolOut
from pennywort.courses.services.course import tank_facts
from pennywort.courses.slip_out import left_words
from pennywort.rooms.actor import Actor
from pennywort.rooms.errors import NotFound
from pennywort.rooms.reference_api import SourcedText, courses_for
from pennywort.shelf.products import first_fit, good_products
from pennywort.tanks.models import Tank

DAY = timedelta(days=1)
# how long a label course runs is on the bottle: a week stands for it until the bottle is copied
A_WEEK = LabelDirections(product="by its label", amount_ml=1, per_volume_l=40, every_h=24, days=7)


def compare_schools(actor: Actor, tank: Tank, condition_id: str) -> list[SchoolOut]:
    """:raises NotFound: no such condition."""
    condition = library().conditions.get(condition_id)
    if condition is None:
        raise NotFound("There is no such condition.")
    water = water_type_of(tank)
    protocols = [library().courses[name] for name in [*courses_for(condition), "watch"]]
    here = sorted((p for p in protocols if water in p.water), key=lambda p: (p.kind == "watch", p.kind == "label"))
    facts, shelf = tank_facts(actor, tank), good_products(actor)
    return [_school(actor, facts, shelf, p) for p in here]


def _school(actor: Actor, facts: TankFacts, shelf: list[tuple[str, Product]], protocol: CourseProtocol) -> SchoolOut:
    plan, never, typed = None, "", []
    found = library()
    products = {}
    for m in protocol.medicines:
        active, use = found.uses[m.use]
        product = first_fit(shelf, active, use)
        if product is None and use.strengths == ():
            product = Product(name="your own product", mg_per_ml=1.0)
            typed.append(active.short_name)
        if product is not None:
            products[m.active] = product
    try:
        chosen = Chosen(products=products, label=A_WEEK)
        plan = build_plan(protocol, tank=facts, chosen=chosen, start_at=actor.now, zone=actor.zone, found=found)
        never = plan.broken[0].text if plan.broken else ""
    except PennywortError as error:
        never = error.message
    by_label = protocol.kind == "label"
    return SchoolOut(
        protocol=protocol.id,
        name=protocol.name,
        school=protocol.school,
        kind=protocol.kind,
        for_it=SourcedText.of(protocol.for_it),
        against_it=SourcedText.of(protocol.against_it),
        risks=RisksOut(**vars(protocol.risks)),
        treat_days=None if plan is None or by_label else math.ceil((plan.treatment_ends_at - plan.starts_at) / DAY - 1e-9),
        all_days=None if plan is None or by_label else math.ceil((plan.ends_at - plan.starts_at) / DAY - 1e-9),
        takes=_takes(plan, actor, typed) if plan and not by_label else "as its label says" if by_label else "",
        left_words=left_words(plan, protocol) if plan else "",
        never=never,
        care=len(plan.cared) if plan else 0,
        needs_label=protocol.kind == "label" or protocol.needs_label,
        medicines=[HeldOut(active=m.active, use=m.use) for m in protocol.medicines],
    )


def _takes(plan: CoursePlan, actor: Actor, typed: list[str]) -> str:
    """What the whole course takes, in a few words."""
    parts = []
    for b in plan.to_buy:
        name = library().actives[b.active].short_name
        parts.append(f"{name}, by your own product" if name in typed else f"{name} {show_amount(b.measures, b.amount, actor.preferences).text}")
    moves = sum(s.kind == "transfer" for s in plan.steps)
    baths = sum(s.kind in ("bath", "dip") for s in plan.steps)
    parts += [f"{baths} {'bath' if baths == 1 else 'baths'}"] if baths else []
    parts += [f"{moves} {'move' if moves == 1 else 'moves'}"] if moves else []
    return ", ".join(parts) or "nothing goes in"
