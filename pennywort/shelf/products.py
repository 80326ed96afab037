"""Which product a dose is taken from: a bottle of the shelf, a listed strength, or what is typed from a label."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated
from uuid import UUID

from pydantic import Field

from pennywort.core.errors import InvalidInput
from pennywort.core.lengths import ID
from pennywort.core.medicine.product import Own, Product, listed_product, own_product
from pennywort.core.medicine.tools import Measures
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.records.actor import Actor
from pennywort.records.schemas import In, Typed
from pennywort.records.services import find
from pennywort.shelf.models import Bottle
from pennywort.shelf.queries import bottles_of, is_past, product_of_bottle

Name = Annotated[str, Field(max_length=ID)]
STRENGTH_READ_AS: dict[str, str] = {"percent_w_v": "percent", "percent_w_w": "percent", "purity_percent": "percent", "mg_per_ml": "strength", "mg_each": "each"}
# drops in a millilitre: of a dropper that nobody counted, the fewest and the most (common practice)
DROPS_PER_ML, LEAST_DROPS, MOST_DROPS = 20.0, 8.0, 60.0
# what the core calls a field, as it was sent
OWN_FIELDS = {"own_strength": "own.value", "density": "own.density", "form": "own.form"}


class OwnStrength(In):
    """What the keeper's own bottle says, where it is none of the listed strengths."""

    kind: Own
    value: Typed
    density: Typed = ""
    piece: Name = "tablet"
    form: Name = ""


class ProductIn(In):
    """One of: a bottle of the shelf, a strength of the formulary, or what a label says."""

    bottle: UUID | None = None
    strength: Name = ""
    own: OwnStrength | None = None


def read_product(actor: Actor, active: Active, *, strength: str, own: OwnStrength | None) -> Product | None:
    """:raises InvalidInput: an unknown strength, or one no bottle bears."""
    if own is not None:
        density = actor.read_optional(own.density, kind="density", field="own.density") or 1.0
        value = actor.read(own.value, kind=STRENGTH_READ_AS[own.kind], field="own.value")
        try:
            return own_product(active, kind=own.kind, value=value, density_kg_per_l=density, piece=own.piece, form=own.form)
        except InvalidInput as error:
            raise InvalidInput(error.message, field=OWN_FIELDS.get(error.field or "", error.field)) from error
    return listed_product(active, strength) if active.strengths else None


def read_amount(actor: Actor, text: str, *, measures: Measures, field: str) -> float:
    """An amount of a product as typed, in mg, mL or pieces: as it is measured.

    :raises InvalidInput: naming the field.
    """
    kind, times = {"mass": ("mass", 1000.0), "volume": ("small_volume", 1.0), "pieces": ("pieces", 1.0)}[measures]
    return actor.read(text, kind=kind, field=field) * times


def find_bottle(actor: Actor, uid: UUID, active: Active, *, field: str = "bottle") -> Bottle:
    """:raises NotFound: no such bottle here. :raises InvalidInput: it holds something else."""
    bottle = find(Bottle, actor, uid, name="bottle")
    if bottle.active_id != active.id:
        raise InvalidInput(f"{bottle.name} holds {library().actives[bottle.active_id].short_name}, not {active.short_name}.", field=field)
    return bottle


def named_product(actor: Actor, active: Active, *, bottle: UUID | None, strength: str, own: OwnStrength | None) -> tuple[Bottle | None, Product | None]:
    """The bottle that was named, if one was, and the product it holds or that was typed.

    :raises NotFound: no such bottle here. :raises InvalidInput: it holds something else, or a strength that can't be.
    """
    if bottle is None:
        return None, read_product(actor, active, strength=strength, own=own)
    found = find_bottle(actor, bottle, active)
    return found, product_of_bottle(found)


def read_drops_per_ml(actor: Actor, text: str, *, field: str, uncounted: float | None = DROPS_PER_ML) -> float:
    """How many drops of a dropper make a millilitre; ``uncounted`` where nothing is typed, None where it must be.

    :raises InvalidInput: no dropper gives so many.
    """
    drops = uncounted if uncounted is not None and not text.strip() else actor.read(text, kind="number", field=field)
    if not LEAST_DROPS <= drops <= MOST_DROPS:
        raise InvalidInput("Droppers give between 8 and 60 drops in a millilitre; count yours.", field=field)
    return drops


def good_products(actor: Actor) -> list[tuple[str, Product]]:
    """What stands on the shelf and is not past its date, each with the active it holds."""
    return [(b.active_id, product_of_bottle(b)) for b in bottles_of(actor) if not is_past(b, actor)]


def paid_by_product(actor: Actor) -> dict[str, float]:
    """What a mg, mL or piece costs of what stands on the shelf, by the product's name, where somebody wrote it down."""
    return {product_of_bottle(b).name: b.paid / b.paid_for for b in bottles_of(actor) if b.paid is not None and b.paid_for}


def prices_of(actor: Actor, products: Mapping[str, Product]) -> dict[str, float]:
    """The same by active, of the products that were chosen."""
    paid = paid_by_product(actor)
    return {active: paid[product.name] for active, product in products.items() if product.name in paid}


def first_fit(products: list[tuple[str, Product]], active: Active, use: Use) -> Product | None:
    """The first of these that holds the active and that this use allows."""
    fits = (
        p for active_id, p in products if active_id == active.id and (use.strengths is None or not p.listed or p.listed in use.strengths) and p.form == use.form
    )
    return next(fits, None)


def chosen_product(actor: Actor, active: Active, use: Use, typed: ProductIn | None, *, field: str) -> Product | None:
    """What was chosen, else what stands on the shelf, else None.

    :raises InvalidInput: a bottle past its date, or one that holds something else. :raises NotFound: no such bottle.
    """
    if typed is not None and typed.bottle is not None:
        bottle = find_bottle(actor, typed.bottle, active, field=field)
        if is_past(bottle, actor):
            raise InvalidInput(f"{bottle.name} is past its date: nobody knows its strength.", field=field)
        return product_of_bottle(bottle)
    if typed is not None and (typed.own is not None or typed.strength):
        try:
            return read_product(actor, active, strength=typed.strength, own=typed.own)
        except InvalidInput as error:
            raise InvalidInput(error.message, field=f"{field}.{error.field}" if error.field else field) from error
    return first_fit(good_products(actor), active, use)
