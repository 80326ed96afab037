"""One use of one active for one water: whether it may be reckoned, how much, in the tool at hand, and what it reaches."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from pennywort.core.errors import InvalidInput, NotKnownYet, Refused
from pennywort.core.medicine import phrases
from pennywort.core.medicine.bath import match
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.medicine.correct import change_to_come_down
from pennywort.core.medicine.dissolving import DissolvedIn, dissolve_in
from pennywort.core.medicine.dose import Water, known_water, reach
from pennywort.core.medicine.guards import Surroundings, cautions, meets
from pennywort.core.medicine.product import Product, active_in, active_measured, fits_form, in_product
from pennywort.core.medicine.stock import Stock, poured_ml, stock_for, strength_with_own_volume
from pennywort.core.medicine.tools import InTool, Measures, in_tools
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Spoons, Tool
from pennywort.core.reference.salt_models import SaltKind
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units import show_fraction
from pennywort.core.units.phrases import MORE_THAN_NOTHING, NOT_NEGATIVE, SHARE_0_TO_100

SLIP_TIMES = 3.0
# what a tool rounds away at the edge of a range is not the water's uncertainty
EDGE = 0.02
DIRECT = "uL/L"
ORDER = {"never": 0, "care": 1, "know": 2}
# hard water begins above this, mg/L as CaCO3 (classes of the US Geological Survey, recalled)
HARD_MG_PER_L = 120.0
Verdict = Literal["amount", "steps", "confirm", "asks", "vet", "never", "block"]
Lines = tuple[SlipCaution, ...]
TO_MG_PER_L = {"mg/L": 1.0, "g/L": 1000.0}


@dataclass(frozen=True, kw_only=True)
class Amount:
    """What to take, and the active in it. ``exact`` and ``taken`` are mg, mL or pieces; concentrations are in ``unit`` (mg/L, or uL/L of product).

    ``change_fraction`` is the share of the water to change where it holds too much already.
    ``dissolve`` is the water it is dissolved in first, where it is weighed and its solubility is known.
    """

    measures: Measures
    exact: float
    taken: float
    tools: tuple[InTool, ...]
    stock: Stock | None
    unit: str
    target: float
    reached: float
    reached_low: float
    reached_high: float
    range_low: float
    range_high: float
    trace: tuple[TraceLine, ...]
    active_mg: float
    change_fraction: float = 0.0
    dissolve: DissolvedIn | None = None

    @property
    def leaves_range(self) -> bool:
        """Whether the uncertain volume may carry the water out of the published range."""
        return self.reached_low < self.range_low * (1 - EDGE) or self.reached_high > self.range_high * (1 + EDGE)


@dataclass(frozen=True, kw_only=True)
class Measured:
    """The answer for a use: an amount, or why there is none yet. ``confirm`` is what must be ticked first."""

    active: str
    use: str
    verdict: Verdict
    words: str
    amount: Amount | None
    cautions: tuple[SlipCaution, ...]
    confirm: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class Wanted:
    """What the keeper asks for. ``target`` in the unit of the use's dose, None for the published one.

    ``prescribed`` lifts a vet gate and the range of what a vet prescribes, never the guard against a slip of units. ``level_now`` is what is in
    the water already, same unit; ``share`` the part of a whole dose wanted now, 0-1; ``demand`` what the water itself uses
    up, by a jar test, same unit: it is given on top. ``spoons`` what the keeper's own
    level spoons hold of this, as he weighed them.
    """

    target: float | None = None
    level_now: float = 0.0
    share: float = 1.0
    demand: float = 0.0
    spoons: Spoons | None = None
    confirmed: bool = False
    prescribed: bool = False
    product_confirmed: bool = False


def measure(
    active: Active, use: Use, *, product: Product | None, water: Water | None, here: Surroundings, wanted: Wanted, found: Library, tools: Sequence[Tool]
) -> Measured:
    """Reckon one use for one water.

    amount = V x (target - level now) x share / (active in each mL, mg or piece); what is dosed as itself by its volume: V x target.
    The gate, the guard rail and every never-line come before the arithmetic: with one of them no amount is given.

    :raises InvalidInput: a target, level or share that can't be. :raises Refused: above the guard rail; three times the
        published high is named as a probable slip of units. :raises NotKnownYet: nobody measured the water, or the
        alkalinity that the dose follows is not read.
    """
    met = meets(active, use, here=here, found=found)
    lines = cautions(active, use, met=met)

    def no(verdict: Verdict, words: str, confirm: tuple[str, ...] = ()) -> Measured:
        return Measured(active=active.id, use=use.id, verdict=verdict, words=words, amount=None, cautions=lines, confirm=confirm)

    if use.gate == "block":
        return no("block", phrases.EXPLAINED_ONLY)
    held = next((line for line in met if line.level == "never"), None)
    if held:
        return no("never", phrases.never_here(held.text))
    allergens = [a.name for a in found.allergens.values() if a.id in here.allergies and active.id in a.actives]
    acknowledge = tuple(phrases.allergic_to(name) for name in allergens)
    if use.dose is None or product is None or use.route == "topical":
        return _by_steps(
            active, use, here=here, no=no, lines=lines, needs=(*acknowledge, *(use.confirm if use.route != "topical" else ())), confirmed=wanted.confirmed
        )
    if use.gate == "vet" and not (wanted.prescribed and wanted.target is not None):
        return no("vet", phrases.TYPE_THE_DOSE)
    target = _target(use, wanted, here=here)
    if use.route in ("bath", "dip"):
        lines, held = _matched(use, here=here, lines=lines, salt=found.salts.get(active.id), target_g_per_l=target if use.dose.unit == "g/L" else 0.0)
        if held:
            return no("never", phrases.never_here(held.text))
    needs = (*acknowledge, *_needs(use, target))
    target = _with_demand(use, target, demand=wanted.demand)
    if needs and not wanted.confirmed:
        return no("confirm", phrases.FIRST_THESE, needs)
    if product.asks and not wanted.product_confirmed:
        return no("asks", product.asks)
    amount = _amount(active, use, product, target=target, water=known_water(water), wanted=wanted, tools=tools, spoons=wanted.spoons or active.spoons)
    return Measured(active=active.id, use=use.id, verdict="amount", words=_words(amount), amount=amount, cautions=lines, confirm=())


def _matched(use: Use, *, here: Surroundings, lines: Lines, salt: SaltKind | None, target_g_per_l: float) -> tuple[Lines, SlipCaution | None]:
    """The lines with what the bath's water adds to them, and the first of those that forbids it."""
    unmatched = match(use, water=here.bath, salt=salt, target_g_per_l=target_g_per_l)
    return tuple(sorted((*unmatched, *lines), key=lambda c: ORDER[c.level])), next((line for line in unmatched if line.level == "never"), None)


def _by_steps(active: Active, use: Use, *, here: Surroundings, no: Callable[..., Measured], lines: Lines, needs: tuple[str, ...], confirmed: bool) -> Measured:
    """A use of which nothing is measured out: a fresh-water dip, a swab."""
    if use.route not in ("bath", "dip", "topical") or use.gate == "vet":
        return no("block", phrases.NOTHING_IS_WEIGHED)
    more, held = _matched(use, here=here, lines=lines, salt=None, target_g_per_l=0.0)
    if held:
        told = no("never", phrases.never_here(held.text))
    elif needs and not confirmed:
        told = no("confirm", phrases.FIRST_THESE, needs)
    else:
        told = no("steps", phrases.BY_THE_STEPS)
    return replace(told, cautions=more)


def _needs(use: Use, target: float) -> tuple[str, ...]:
    assert use.dose is not None
    above = use.dose.high is not None and target > use.dose.high * (1 + 1e-9)
    more = (phrases.MORE_THAN_USUAL,) if above else ()
    return (*use.confirm, *more)


def _target(use: Use, wanted: Wanted, *, here: Surroundings) -> float:
    assert use.dose is not None
    usual = _usual(use, here)
    target = usual if wanted.target is None else wanted.target
    if not math.isfinite(target) or target <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field="target")
    _within_bounds(use, target, usual=usual, prescribed=wanted.prescribed)
    if not 0 < wanted.share <= 1:
        raise InvalidInput(SHARE_0_TO_100, field="share")
    if not math.isfinite(wanted.level_now) or wanted.level_now < 0:
        raise InvalidInput(NOT_NEGATIVE, field="level_now")
    return target


def _usual(use: Use, here: Surroundings) -> float:
    """The usual dose, which may follow the alkalinity or the pH of the water. :raises NotKnownYet: that was not read."""
    assert use.dose is not None
    if use.by_ph:
        return _by_ph(use, here)
    if use.per_alkalinity is None:
        return use.dose.value
    alkalinity = here.readings.get("alkalinity")
    if alkalinity is None:
        raise NotKnownYet(phrases.READ_THE_ALKALINITY, field="alkalinity")
    return min(alkalinity * use.per_alkalinity, use.dose.high or use.dose.value)


def _within_bounds(use: Use, target: float, *, usual: float, prescribed: bool) -> None:
    """:raises Refused: a slip of units, above the guard rail, or more than this water bears."""
    assert use.dose is not None
    high, unit = use.dose.high or use.dose.value, shown_unit(use.dose.unit)
    if target >= SLIP_TIMES * high * (1 - 1e-9):
        times, most = f"{target / high:.3g}", f"{high:g} {unit}"
        raise Refused(phrases.times_the_highest(times, most), field="target")
    # a vet lifts what a vet may prescribe, never the bound of what is sold freely
    vets = prescribed and use.gate == "vet"
    if use.refuse_above and target > use.refuse_above.value * (1 + 1e-9) and not vets:
        raise Refused(phrases.never_above(use.refuse_above.value, unit), field="target")
    if target > usual * (1 + 1e-9) and (use.per_alkalinity is not None or use.by_ph):
        what = phrases.hardness_to_read(bool(use.by_ph))
        raise Refused(phrases.never_above_at(what, usual, unit), field="target")


def _with_demand(use: Use, target: float, *, demand: float) -> float:
    """What is wanted in the water and what the water uses up first: demand + residual (Tucker 1989, recalled), up to the most in all.

    :raises InvalidInput: a demand that can't be, or of a use that has none. :raises Refused: more than may be given in all.
    """
    if not math.isfinite(demand) or demand < 0:
        raise InvalidInput(NOT_NEGATIVE, field="demand")
    if not demand:
        return target
    if use.most_in_all is None:
        raise InvalidInput(phrases.NO_DEMAND, field="demand")
    if target + demand > use.most_in_all.value * (1 + 1e-9):
        most = f"{use.most_in_all.value:g} {shown_unit(use.most_in_all.unit)}"
        raise Refused(phrases.with_what_is_used_up(target + demand, most), field="demand")
    return target + demand


def _by_ph(use: Use, here: Surroundings) -> float:
    """The dose that a table gives for this pH, between its rows on a straight line; soft water unless it was read as hard.

    :raises NotKnownYet: no pH. :raises Refused: a pH below the table's first row.
    """
    ph = here.readings.get("ph")
    if ph is None:
        raise NotKnownYet(phrases.READ_THE_PH, field="ph")
    rows = use.by_ph
    if ph < rows[0].ph:
        raise Refused(phrases.too_harmful_below(rows[0].ph), field="ph")
    hard = here.readings.get("hardness", 0.0) > HARD_MG_PER_L
    return float(np.interp(ph, [r.ph for r in rows], [r.hard if hard else r.soft for r in rows]))


def shown_unit(unit: str) -> str:
    """A unit of the formulary as a keeper reads it."""
    return "µL/L" if unit == DIRECT else unit


def _amount(active: Active, use: Use, product: Product, *, target: float, water: Water, wanted: Wanted, tools: Sequence[Tool], spoons: Spoons | None) -> Amount:
    assert use.dose is not None
    unit = use.dose.unit
    if unit not in (*TO_MG_PER_L, DIRECT):
        raise InvalidInput(phrases.MEASURE_AS_FOOD, field="use")
    if use.strengths is not None and product.listed and product.listed not in use.strengths:
        raise InvalidInput(phrases.COMPLEXED_ONLY, field="strength")
    # whoever types what his label says has chosen the kind with the use, which names it
    fits_form(active, use, product if product.form else replace(product, form=use.form), field="form")
    if (unit == DIRECT) != product.direct:
        raise InvalidInput(phrases.THE_PRODUCT_ITSELF, field="strength")
    scale = TO_MG_PER_L.get(unit, 1.0)
    low, high = use.dose.low or use.dose.value, use.dose.high or use.dose.value
    missing = max(0.0, target - wanted.level_now) * scale * wanted.share
    # the dose may count a salt where the strengths count its metal
    counted = water.net_volume_l * (use.active_share or 1.0)
    active_mg_or_ul = missing * counted
    measures, exact = _of_product(product, active_mg_or_ul, water_l=water.net_volume_l)
    # once it is rounded, a dose brings the water no higher than the range, or than what was asked for above it
    most_mg_or_ul = max(0.0, _most(use, target=target) - wanted.level_now) * scale * counted
    most = _of_product(product, most_mg_or_ul, water_l=water.net_volume_l)[1]
    options = in_tools(exact, measures=measures, tools=tools, spoons=spoons, most=most, piece=product.piece)
    usable = [o for o in options if o.usable]
    water_ml = water.net_volume_l * 1000
    each = 1000.0 if product.direct else active_in(product, amount=1.0)
    stock = None
    if not usable and exact > 0:
        stock = stock_for(
            active_mg_or_ul / each, measures=measures, tools=tools, water_ml=water_ml, most=most_mg_or_ul / each, each=each,
            dissolves_mg_per_ml=active.dissolves.value if active.dissolves else None,
        )  # fmt: skip
    taken = usable[0].amount if usable else stock.gives if stock else exact
    added = (taken * 1000 if product.direct else active_in(product, amount=taken)) / (use.active_share or 1.0)
    poured = stock.take_ml if stock else taken if measures == "volume" else 0.0
    # dilution is the same for microlitres of product as for milligrams of active
    reached = reach(water=water, added_mg=added, level_now_mg_per_l=wanted.level_now * scale)
    weighed_mg = taken if measures == "mass" else 0.0
    thinned = strength_with_own_volume(poured=poured, water_ml=water_ml)
    return Amount(
        measures=measures,
        exact=exact,
        taken=taken,
        tools=options,
        stock=stock,
        unit=DIRECT if unit == DIRECT else "mg/L",
        target=target * scale,
        reached=reached.concentration_mg_per_l * thinned,
        reached_low=reached.low_mg_per_l * thinned,
        reached_high=reached.high_mg_per_l * thinned,
        range_low=low * scale,
        range_high=max(high, target) * scale,
        trace=_trace(use, product, target=target, wanted=wanted, water=water, missing=missing, active=active_mg_or_ul, exact=exact, measures=measures),
        active_mg=active_measured(product, amount=taken),
        change_fraction=_to_come_down(wanted.level_now, target=target, most=_most(use, target=target)),
        dissolve=dissolve_in(weighed_mg, dissolves_g_per_l=active.dissolves.value) if weighed_mg and active.dissolves and not stock else None,
    )


def _of_product(product: Product, active: float, *, water_l: float) -> tuple[Measures, float]:
    """What holds so much active (mg, or uL of product): in a liquid, with what its own volume thins the water by."""
    if product.direct:
        return "volume", poured_ml(active, per_ml=1000.0, water_ml=water_l * 1000)
    if product.mg_per_ml is not None:
        return "volume", poured_ml(active, per_ml=product.mg_per_ml, water_ml=water_l * 1000)
    return in_product(product, active_mg=active)


def _to_come_down(level: float, *, target: float, most: float) -> float:
    """Share of the water to change where it holds more than the range already: by dilution, 0 where it does not."""
    return change_to_come_down(reading=level, target=target) if level > most * (1 + EDGE) else 0.0


def _most(use: Use, *, target: float) -> float:
    """The highest level a rounded dose may reach, in the unit of the dose: the range's end and the guard rail, or the target above them."""
    assert use.dose is not None
    if use.per_alkalinity is not None or use.by_ph:
        return target
    most = use.dose.high or use.dose.value
    if use.refuse_above is not None:
        most = min(most, use.refuse_above.value)
    return max(most, target)


def _trace(
    use: Use, product: Product, *, target: float, wanted: Wanted, water: Water, missing: float, active: float, exact: float, measures: str
) -> tuple[TraceLine, ...]:
    assert use.dose is not None
    unit = "µL/L" if use.dose.unit == DIRECT else "mg/L"
    source = ", ".join(use.dose.source) if wanted.target is None else None
    scale = TO_MG_PER_L.get(use.dose.unit, 1.0)
    formula = f"{plain(target * scale)} − {plain(wanted.level_now * scale)}"
    if wanted.share < 0.9999:
        formula = f"({formula}) × {plain(wanted.share, digits=3)}"
    lines = [
        TraceLine(label=phrases.WANTED_LESS_THERE, formula=formula, value=missing, unit=unit, source=source),
        TraceLine(
            label=phrases.TIMES_THE_WATER,
            formula=f"{plain(missing)} × {plain(water.net_volume_l)}" + (f" × {plain(use.active_share, digits=4)}" if use.active_share else ""),
            value=active,
            unit="µL" if unit == "µL/L" else "mg",
        ),
    ]
    if product.direct:
        lines.append(TraceLine(label="in millilitres", formula=f"{plain(active)} ÷ 1000", value=exact, unit="mL"))
    elif measures == "volume":
        lines.append(TraceLine(label=f"over {product.name}", formula=f"{plain(active)} ÷ {plain(product.mg_per_ml or 0)} mg/mL", value=exact, unit="mL"))
    elif measures == "pieces":
        lines.append(TraceLine(label=f"over {product.name}", formula=f"{plain(active)} ÷ {plain(product.each_mg or 0)} mg", value=exact, unit=product.piece))
    elif product.share is not None and product.share < 0.9999:
        lines.append(TraceLine(label=f"over {product.name}", formula=f"{plain(active)} ÷ {plain(product.share)}", value=exact, unit="mg"))
    return tuple(lines)


def _words(amount: Amount) -> str:
    if amount.change_fraction > 0:
        share = show_fraction(amount.change_fraction, up=True).text
        return phrases.above_its_range_already(share)
    if amount.exact <= 0:
        return phrases.THERE_ALREADY
    if amount.stock is not None:
        return phrases.TOO_LITTLE_FOR_TOOLS
    if amount.tools and not any(t.usable for t in amount.tools):
        if any(t.verdict == "too many fills" for t in amount.tools):
            return phrases.too_much_for_tools(amount.measures)
        return phrases.NO_TOOL_MEASURES
    return phrases.may_leave_its_range(amount.leaves_range)
