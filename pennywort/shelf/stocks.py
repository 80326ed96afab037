"""A dose that is too little for every tool at hand, by way of a stock solution: reckoned, and in words."""

from __future__ import annotations

import math

from pennywort.core.medicine.product import Product, active_in
from pennywort.core.medicine.stock import Stock, stock_for
from pennywort.core.medicine.tools import Measures
from pennywort.core.reference import library
from pennywort.core.units import Preferences, show_amount
from pennywort.records.actor import Actor
from pennywort.shelf.queries import tools_at_hand


def stock_words(stock: Stock, *, measures: Measures, piece: str, mine: Preferences) -> str:
    """How a stock is made and what is taken of it."""
    verb = {"mass": "weigh", "volume": "draw", "pieces": "crush"}[measures]
    weigh = show_amount(measures, stock.weigh, mine, piece=piece)
    words = f"{verb} {weigh.text}, make it up to {stock.made_up_to_ml:g} mL with water, stir, and take {stock.take_ml:g} mL of that"
    return f"{words}; not all of it dissolves: shake it hard and draw at once" if stock.suspended else words


def stock_of(actor: Actor, product: Product, active_id: str, *, measures: Measures, amount: float, net_volume_l: float, most: float = math.inf) -> Stock | None:
    """The stock for a dose of a product that no tool at hand measures; None where none serves.

    :param amount: mg, mL or pieces of the product. :param most: the largest it may come to, same unit.
    """
    if amount <= 0:
        return None
    dissolves = library().actives[active_id].dissolves
    return stock_for(
        amount, measures=measures, tools=tools_at_hand(actor), water_ml=net_volume_l * 1000, most=most,
        each=1000.0 if product.direct else active_in(product, amount=1.0), dissolves_mg_per_ml=dissolves.value if dissolves else None,
    )  # fmt: skip
