"""What is in the bottle: how much active a millilitre, a gram or a tablet of the keeper's product holds."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from pennywort.core.errors import InvalidInput, NotKnownYet, Refused
from pennywort.core.medicine import phrases
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.reference.naming import capital
from pennywort.core.units.phrases import MORE_THAN_NOTHING

Own = Literal["percent_w_v", "percent_w_w", "mg_per_ml", "purity_percent", "mg_each"]
# Nothing dissolved holds more than this; pure liquids lie below.
MOST_MG_PER_ML = 1800.0


@dataclass(frozen=True, kw_only=True)
class Product:
    """One of: a liquid (``mg_per_ml``), a powder (``share`` 0-1), pieces (``each_mg``), or dosed as itself
    (``mg_per_ul`` of active in it).

    ``listed`` is its id where it is a strength of the formulary.
    ``form`` is which kind of it, where its kinds are held at levels far apart; empty where nobody said.
    ``asks`` is a question to answer before anything is reckoned, because this strength is seldom the one meant.
    """

    name: str
    listed: str = ""
    mg_per_ml: float | None = None
    share: float | None = None
    each_mg: float | None = None
    piece: str = "tablet"
    mg_per_ul: float | None = None
    asks: str = ""
    form: str = ""

    @property
    def direct(self) -> bool:
        """Whether doses are microlitres of this very product."""
        return self.mg_per_ul is not None


def listed_product(active: Active, strength: str) -> Product:
    """A strength of the formulary; with "" the first. :raises InvalidInput: there is no such strength."""
    if not active.strengths:
        raise InvalidInput(phrases.not_measured_out(active.name), field="strength")
    found = next((s for s in active.strengths if s.id == strength), None) if strength else active.strengths[0]
    if found is None:
        raise InvalidInput(phrases.no_such_strength(active.short_name), field="strength")
    return Product(
        name=found.name, listed=found.id, mg_per_ml=found.mg_per_ml, share=found.share, mg_per_ul=found.mg_per_ul, asks=found.ask, form=found.form
    )  # fmt: skip


def own_product(active: Active, *, kind: Own, value: float, density_kg_per_l: float = 1.0, piece: str = "tablet", form: str = "") -> Product:
    """What the keeper's own bottle says.

    % w/v is grams in 100 mL: x 10 gives mg/mL. % w/w is grams in 100 g: x 10 x density gives mg/mL, so that 35 % w/w
    of a density of 1.13 holds 395.5 mg/mL where 35 % w/v would hold 350 (arithmetic).

    :raises InvalidInput: a figure no bottle bears.
    """
    if not math.isfinite(value) or value <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field="own_strength")
    if not 0.5 <= density_kg_per_l <= 2.5:
        raise InvalidInput(phrases.WEIGHT_OF_A_LIQUID, field="density")
    if form and form not in {f.id for f in active.forms}:
        raise InvalidInput(phrases.no_such_form(active.short_name), field="form")
    if kind == "mg_each":
        return Product(name=phrases.mg_in_each_piece(value, piece), each_mg=value, piece=piece, form=form)
    if kind == "purity_percent":
        if value > 100:
            raise InvalidInput(phrases.POWDER_AT_MOST_ALL, field="own_strength")
        return Product(name=phrases.powder_of(value), share=value / 100, form=form)
    if kind in ("percent_w_v", "percent_w_w") and value > 100:
        raise InvalidInput(phrases.MORE_THAN_ALL_OF_IT, field="own_strength")
    mg_per_ml = {"percent_w_v": 10 * value, "percent_w_w": 10 * value * density_kg_per_l, "mg_per_ml": value}[kind]
    if mg_per_ml > MOST_MG_PER_ML:
        raise InvalidInput(phrases.NO_LIQUID_HOLDS_SO_MUCH, field="own_strength")
    words = {"percent_w_v": phrases.percent_by_volume(value), "percent_w_w": phrases.percent_by_weight(value), "mg_per_ml": phrases.mg_in_each_ml(value)}[kind]
    return Product(name=words, mg_per_ml=mg_per_ml, asks=_seldom(active, mg_per_ml), form=form)


def fits_form(active: Active, use: Use, product: Product, *, field: str) -> None:
    """Whether a product is of the kind that a use's level is for: a plain metal and its bound kind lie ten times apart.

    :raises NotKnownYet: nobody said of which kind it is. :raises Refused: it is of another.
    """
    if not active.forms:
        return
    names = {f.id: f.name for f in active.forms}
    if not product.form:
        asked = "; ".join(f"{f.name}: {f.text}" for f in active.forms)
        raise NotKnownYet(phrases.which_kind(capital(asked)), field=field)
    if product.form != use.form:
        words = phrases.level_of_the_other_form(names[use.form], names[product.form])
        raise Refused(words, field=field)


def stock_mg_per_ml(*, active_mg: float, made_up_to_ml: float) -> float:
    """Strength of a solution made up to a volume: mass / volume, mg/mL (arithmetic).

    :raises InvalidInput: nothing in it, no volume, or more than any liquid holds.
    """
    for field, value in (("weighed", active_mg), ("made_up_to", made_up_to_ml)):
        if not math.isfinite(value) or value <= 0:
            raise InvalidInput(MORE_THAN_NOTHING, field=field)
    strength = active_mg / made_up_to_ml
    if strength > MOST_MG_PER_ML:
        raise InvalidInput(phrases.NO_LIQUID_HOLDS_SO_MUCH, field="weighed")
    return strength


def keeps_until(*, expires_on: date | None, made_on: date | None, keeps_days: int | None) -> date | None:
    """The last day it may be used: what stands on it, or how long a solution keeps, whichever comes first."""
    made = made_on + timedelta(days=keeps_days) if made_on is not None and keeps_days is not None else None
    days = [day for day in (expires_on, made) if day is not None]
    return min(days, default=None)


def _seldom(active: Active, mg_per_ml: float) -> str:
    """The question of the listed strength that this one is nearest to from above, if it has one."""
    asked = [s for s in active.strengths if s.mg_per_ml is not None and s.ask and mg_per_ml >= s.mg_per_ml * 0.9]
    return asked[-1].ask if asked else ""


def in_product(product: Product, *, active_mg: float) -> tuple[Literal["mass", "volume", "pieces"], float]:
    """How much of the product holds this much active: mg, mL, or a number of pieces."""
    if product.mg_per_ml is not None:
        return "volume", active_mg / product.mg_per_ml
    if product.each_mg is not None:
        return "pieces", active_mg / product.each_mg
    return "mass", active_mg / (product.share or 1.0)


def active_in(product: Product, *, amount: float) -> float:
    """The active, mg, in an amount of the product (mg, mL, or pieces)."""
    return amount * (product.mg_per_ml or product.each_mg or product.share or 1.0)


def measured_for(product: Product, *, active_mg: float) -> tuple[Literal["mass", "volume", "pieces"], float]:
    """As :func:`in_product`, for a course: what is dosed as itself is reckoned by the active in it and measured in mL."""
    return ("volume", active_mg / product.mg_per_ul / 1000) if product.mg_per_ul is not None else in_product(product, active_mg=active_mg)


def measures_of(product: Product) -> Literal["mass", "volume", "pieces"]:
    """Whether it is weighed, poured or counted."""
    return measured_for(product, active_mg=1.0)[0]


def active_measured(product: Product, *, amount: float) -> float:
    """The other way round, mg."""
    return amount * 1000 * product.mg_per_ul if product.mg_per_ul is not None else active_in(product, amount=amount)
