"""Courses against one condition, side by side."""

from __future__ import annotations

import math
from collections.abc import Mapping
from datetime import timedelta

from pennywort.core.course.build import build_plan
from pennywort.core.course.plan import Chosen, CoursePlan, TankFacts
from pennywort.core.errors import NotFound, PennywortError
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.medicine.product import Product
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.units import show_amount
from pennywort.courses.dose_sheet import left_words
from pennywort.courses.schemas import HeldOut, RisksOut, SchoolOut
from pennywort.courses.services.course import tank_facts
from pennywort.courses.services.protocols import own_protocols
from pennywort.library.api import SourcedText, courses_for
from pennywort.records.actor import Actor
from pennywort.shelf.products import first_fit, good_products, paid_by_product
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import water_type_of

DAY = timedelta(days=1)
# how long a label course runs is on the bottle: a week stands for it until the bottle is copied
A_WEEK = LabelDirections(product="by its label", amount_ml=1, per_volume_l=40, every_h=24, days=7)


def compare_schools(actor: Actor, tank: Tank, condition_id: str) -> list[SchoolOut]:
    """The ways against a condition in this tank, or of none what is done without one. :raises NotFound: no such condition."""
    condition = library().conditions.get(condition_id)
    if condition is None and condition_id:
        raise NotFound("There is no such condition.")
    water = water_type_of(tank)
    if condition is None:
        # nothing is named: what is done on arrival or in advance, and watching
        protocols = [p for p in (*(q for _, q in own_protocols(actor)), *library().courses.values()) if not p.conditions]
    else:
        own = [p for _, p in own_protocols(actor) if condition_id in p.conditions] if condition.notifiable != "most places" else []
        protocols = [*own, *(library().courses[name] for name in [*courses_for(condition), "watch"])]
    # the first stands chosen: where something was seen a treatment, where nothing was, watching
    watched = condition is not None
    here = sorted((p for p in protocols if water in p.water), key=lambda p: ((p.kind == "watch") is watched, p.kind == "label"))
    facts, shelf, paid = tank_facts(actor, tank), good_products(actor), paid_by_product(actor)
    return [_school(actor, facts, shelf, paid, p, condition_id) for p in here]


def _school(actor: Actor, facts: TankFacts, shelf: list[tuple[str, Product]], paid: Mapping[str, float], protocol: CourseProtocol, condition: str) -> SchoolOut:
    plan, never, typed = None, "", []
    found = library()
    products = {}
    for m in protocol.medicines:
        active, use = found.uses[m.use]
        product = first_fit(shelf, active, use)
        if product is None and use.strengths == ():
            product = Product(name="your own product", mg_per_ml=1.0, form=use.form)
            typed.append(active.short_name)
        if product is not None:
            products[m.active] = product
    prices = {active: paid[p.name] for active, p in products.items() if p.name in paid}
    try:
        chosen = Chosen(products=products, label=A_WEEK, prices=prices, condition=condition)
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
        cost=_cost(plan) if plan else "",
        takes=_takes(plan, actor, typed) if plan and not by_label else "as its label says" if by_label else "",
        left_words=left_words(plan, actor) if plan else "",
        never=never,
        care=len(plan.cared) if plan else 0,
        moves=not protocol.medicines and any(s.kind == "transfer" for s in protocol.steps),
        needs_label=protocol.kind == "label" or protocol.needs_label,
        medicines=[HeldOut(active=m.active, use=m.use) for m in protocol.medicines],
    )


def _cost(plan: CoursePlan) -> str:
    """What it takes in money, where every price is known."""
    costs = [b.cost for b in plan.to_buy]
    return f"{sum(c for c in costs if c is not None):.2f}" if costs and None not in costs else ""


def _takes(plan: CoursePlan, actor: Actor, typed: list[str]) -> str:
    """What the whole course takes, in a few words."""
    parts = []
    for b in plan.to_buy:
        if not b.active:
            # how much of it, only its own label says
            parts.append("a product by its label")
            continue
        name = library().actives[b.active].short_name
        parts.append(f"{name}, by your own product" if name in typed else f"{name} {show_amount(b.measures, b.amount, actor.preferences).text}")
    moves = sum(s.kind == "transfer" for s in plan.steps)
    baths = sum(s.kind in ("bath", "dip") for s in plan.steps)
    parts += [f"{baths} {'bath' if baths == 1 else 'baths'}"] if baths else []
    parts += [f"{moves} {'move' if moves == 1 else 'moves'}"] if moves else []
    return ", ".join(parts) or "nothing goes in"
