"""Amounts and rulers of the core, shown in the keeper's units."""

from __future__ import annotations

from pennywort.core.medicine.dissolving import DissolvedIn
from pennywort.core.medicine.dose import Reach
from pennywort.core.medicine.formulary import DIRECT, Amount
from pennywort.core.medicine.tools import InTool, Measures, in_tools
from pennywort.core.reference import library
from pennywort.core.reference.models import Spoons
from pennywort.core.units import Preferences, Shown, show_amount, show_concentration, show_volume
from pennywort.dosing.schemas import ToolOut
from pennywort.dosing.shown import ruler_out, tool_out
from pennywort.measure.schemas import AmountOut
from pennywort.records.actor import Actor
from pennywort.records.schemas import ShownOut
from pennywort.shelf.queries import tools_at_hand, weighed_spoons
from pennywort.shelf.stocks import stock_words


def level_shown(value: float, unit: str, *, like: float) -> Shown:
    """A concentration in mg/L or g/L, or µL/L of product."""
    if unit == DIRECT:
        return Shown(figure=f"{value:.1f}", unit="µL/L")
    return show_concentration(value, like_mg_per_l=like)


def tools_out(options: tuple[InTool, ...]) -> list[ToolOut]:
    return [tool_out(option) for option in options]


def amount_out(amount: Amount, *, name: str, piece: str, mine: Preferences) -> AmountOut:
    """An amount of a use, with the tools, the stock it needs, and what it reaches."""
    like = amount.range_high

    def level(value: float) -> ShownOut:
        return ShownOut.of(level_shown(value, amount.unit, like=like))

    stock = amount.stock
    shown = Shown(figure=f"{stock.take_ml:g}", unit="mL of stock") if stock else show_amount(amount.measures, amount.taken, mine, piece=piece)
    words = stock_words(stock, measures=amount.measures, piece=piece, mine=mine) if stock else dissolving_words(amount, mine)
    return AmountOut(
        name=name,
        big=ShownOut.of(shown),
        exact=ShownOut.of(show_amount(amount.measures, amount.exact, mine, piece=piece)),
        words=words,
        tools=tools_out((amount.stock.take,) if amount.stock else amount.tools),
        target=level(amount.target),
        reaches=level(amount.reached),
        reaches_low=level(amount.reached_low),
        reaches_high=level(amount.reached_high),
        range_low=level(amount.range_low),
        range_high=level(amount.range_high),
        leaves_range=amount.leaves_range,
        ruler=ruler_out(
            low=amount.range_low,
            high=amount.range_high,
            reached=Reach(concentration_mg_per_l=amount.reached, low_mg_per_l=amount.reached_low, high_mg_per_l=amount.reached_high),
            divide=1000 if like >= 500 and amount.unit != DIRECT else 1,
        ),
        active_mg=amount.active_mg,
    )


def dissolving_words(amount: Amount, mine: Preferences) -> str:
    """In how much water a weighed dose is dissolved first, in portions where a bucket doesn’t hold it."""
    return dissolve_first(amount.dissolve, mine) if amount.dissolve else ""


def dissolve_first(dissolve: DissolvedIn, mine: Preferences) -> str:
    """The water it is dissolved in, and in how many buckets."""
    volume = show_volume(dissolve.volume_l, mine).text
    if dissolve.portion_count == 1:
        return f"dissolve it in {volume} of water first, at least"
    return f"dissolve it in {volume} of water in all, in {dissolve.portion_count} portions of a bucket each"


def plain_amount(
    name: str, measures: Measures, amount: float, actor: Actor, *, words: str = "", spoons_of: str = "", spoons: Spoons | None = None, piece: str = "piece"
) -> AmountOut:
    """An amount that aims at no published range: a label's, a top-up, a salt step, a neutraliser."""
    mine = actor.preferences
    if spoons_of:
        spoons = weighed_spoons(actor, spoons_of) or library().actives[spoons_of].spoons
    options = in_tools(amount, measures=measures, tools=tools_at_hand(actor), spoons=spoons, piece=piece)
    best = next((o.amount for o in options if o.usable), amount)
    return AmountOut(
        name=name,
        big=ShownOut.of(show_amount(measures, best, mine, piece=piece)),
        exact=ShownOut.of(show_amount(measures, amount, mine, piece=piece)),
        words=words,
        tools=tools_out(options),
        target=None,
        reaches=None,
        reaches_low=None,
        reaches_high=None,
        range_low=None,
        range_high=None,
        leaves_range=False,
        ruler=None,
    )
