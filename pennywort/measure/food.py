"""Medicine in food: what these fish eat, what each gram of it holds, and how that is weighed."""

from __future__ import annotations

import math

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.food import mass_from_length_g, medicated
from pennywort.core.medicine.stock import stock_for
from pennywort.core.medicine.tools import in_tools
from pennywort.core.units import show_mass
from pennywort.measure.amounts import plain_amount
from pennywort.measure.answer import answer, figure, step
from pennywort.measure.requests import FoodRequest
from pennywort.measure.schemas import AmountOut, MeasuredOut
from pennywort.records.actor import Actor
from pennywort.shelf.queries import tools_at_hand
from pennywort.shelf.stocks import stock_words

# of a stock that is dripped onto food the rest is poured away
MOST_DOSES = 500.0
FOOD_SOURCE = "SRAC 473, rule of label feeds"


def _amount(actor: Actor, body: FoodRequest, name: str, *, active_mg: float) -> AmountOut:
    """So much active as a powder of its strength, or in tablets; a stock, or a larger batch, where no tool here weighs so little."""
    each = actor.read_optional(body.each, kind="each", field="each")
    purity = actor.read_optional(body.purity, kind="percent", field="purity")
    if each is not None and purity is not None:
        raise InvalidInput("Either a powder with its strength, or tablets.", field="purity")
    if purity is not None and not 0 < purity <= 100:
        raise InvalidInput("A powder holds between nothing and 100 % of it.", field="purity")
    if each is not None and each <= 0:
        raise InvalidInput("This must be more than nothing.", field="each")
    if each is not None:
        shown = plain_amount(f"Tablets of {each:g} mg, {name}", "pieces", active_mg / each, actor, piece="tablet")
        measures, amount = "pieces", active_mg / each
    else:
        share = (purity or 100.0) / 100
        what = "Active" if purity is None else f"Powder of {purity:g} %"
        shown = plain_amount(f"{what} {name}", "mass", active_mg / share, actor)
        measures, amount = "mass", active_mg / share
    if any(t.usable for t in shown.tools):
        return shown
    tools = tools_at_hand(actor)
    stock = stock_for(amount, measures=measures, tools=tools, most_doses=MOST_DOSES)  # type: ignore[arg-type]
    if stock is not None:
        shown.words = f"{stock_words(stock, measures=measures, piece='tablet', mine=actor.preferences)} onto the food"  # type: ignore[arg-type]
        return shown
    times = next((n for n in (5, 10, 20, 50) if any(o.usable for o in in_tools(amount * n, measures=measures, tools=tools, spoons=None, most=math.inf))), None)  # type: ignore[arg-type]
    shown.words = f"too little to weigh here: mix {times} times as much food at once and keep it frozen in portions" if times else "too little to weigh here"
    return shown


def food(actor: Actor, body: FoodRequest) -> MeasuredOut:
    """mg in each gram, a day's food for these fish, and what the food at hand takes of the powder or the tablets that there are."""
    mass = actor.read_optional(body.mean_mass, kind="mass", field="mean_mass")
    length = actor.read_optional(body.length, kind="length", field="length")
    if mass is None and length is None:
        raise InvalidInput("How heavy is one fish, or how long?", field="mean_mass")
    each = mass if mass is not None else mass_from_length_g(length_cm=length or 0.0, body=body.body)
    made = medicated(
        biomass_g=each * body.fish_count,
        mg_per_kg_day=actor.read(body.dose, kind="dose_mg_per_kg", field="dose"),
        eaten_fraction=actor.read(body.eaten, kind="fraction", field="eaten"),
    )
    mine = actor.preferences
    whole, once = show_mass(made.food_g_per_day * 1000 * body.days, mine), show_mass(made.food_g_per_day * 1000, mine)
    lines = [
        figure("in each gram of food", f"{made.active_mg_per_g:.3g}", "mg", f"{made.of_food_fraction * 100:.2g} % of it"),
        figure("food a day", once.figure, once.unit, f"for {body.fish_count} fish of {each:.3g} g"),
        figure("in all", whole.figure, whole.unit, f"of food in {body.days} days"),
    ]
    steps = [
        step("Dissolve the medicine in a little water, soak the food 15 to 30 minutes, or bind it with gelatine; cold, not cooked."),
        step("Feed it first, to hungry fish, in as much as they eat in a minute; take the rest out."),
    ]
    amounts = [_amount(actor, body, "for one day’s food", active_mg=made.active_mg_per_day)]
    at_hand = actor.read_optional(body.food_at_hand, kind="mass", field="food_at_hand")
    if at_hand is not None:
        if at_hand <= 0:
            raise InvalidInput("This must be more than nothing.", field="food_at_hand")
        amounts.insert(0, _amount(actor, body, f"for {at_hand:g} g of food", active_mg=made.active_mg_per_g * at_hand))
        lines.append(figure("the food at hand lasts", f"{at_hand / made.food_g_per_day:.2g}", "days", f"{at_hand:g} g at {made.food_g_per_day:.3g} g a day"))
    words = "A length taken ten in a hundred too large makes the mass a third too large: weigh one if you can." if mass is None else ""
    return answer(
        "food", "Medicine in food", amounts=amounts, figures=lines, steps=steps, words=words, source=FOOD_SOURCE, recalled=True
    )  # fmt: skip
