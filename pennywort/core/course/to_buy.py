"""What a course takes in all, and what it costs."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

from pennywort.core.course.plan import Chosen, HeldMedicine, PlannedStep, ToBuy
from pennywort.core.medicine.product import Product, measured_for


def to_buy(steps: Sequence[PlannedStep], held: Sequence[HeldMedicine], products: Mapping[str, Product], prices: Mapping[str, float]) -> tuple[ToBuy, ...]:
    """Doses, and what is put back with the water changes: a bottle that ends before the course breaks it.

    Amounts in mg, mL or pieces of the product, as it is measured.
    """
    bought = []
    back = {h.active: h.put_back_mg for h in held}
    for active, product in products.items():
        doses = [s for s in steps if s.kind == "dose" and s.active == active and s.amount]
        amount = sum(s.amount or 0.0 for s in doses)
        if amount:
            amount += measured_for(product, active_mg=back.get(active, 0.0))[1]
            price = prices.get(active)
            cost = price * amount if price is not None else None
            bought.append(ToBuy(active=active, product=product.name, measures=doses[0].measures, amount=amount, cost=cost))
    return tuple(bought)


def label_to_buy(steps: Sequence[PlannedStep], chosen: Chosen) -> tuple[ToBuy, ...]:
    """What each product by its label takes in all; packets and tablets are bought whole."""
    bought = []
    for place, label in enumerate(chosen.labels):
        name, price = label.product.strip(), chosen.price_of(place)
        doses = [s for s in steps if s.kind == "dose" and s.active is None and s.product == name]
        if not doses:
            continue
        amount = sum(s.amount or 0.0 for s in doses)
        whole = math.ceil(amount - 1e-9) if label.measures == "pieces" else amount
        cost = price * whole if price is not None else None
        bought.append(ToBuy(active="", product=name, measures=label.measures, amount=float(whole), cost=cost))
    return tuple(bought)
