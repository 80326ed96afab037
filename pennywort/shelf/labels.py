"""Products that go by their own label: read from what was typed, kept on the shelf, and typed again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import Field

from pennywort.core.errors import Conflict, InvalidInput, PennywortError
from pennywort.core.lengths import ID, PIECE, PRODUCT
from pennywort.core.medicine.label import MOST_LABEL_DAYS, LabelDirections, check_label
from pennywort.core.reference import library
from pennywort.core.units import show_fraction, show_small_volume
from pennywort.core.units.registry import factor
from pennywort.records.actor import Actor
from pennywort.records.schemas import In, Typed
from pennywort.shelf.models import LabelledProduct
from pennywort.shelf.products import read_drops_per_ml
from pennywort.shelf.services import TEASPOON_G

MOST_KEPT = 200
BOX = ("content", "content_at", "expires_on", "opened_on", "seal_whole", "lot", "bought_from")
VOLUMES = {"l": ("liter", "L"), "us_gal": ("gallon", "US gal"), "imp_gal": ("imperial_gallon", "imp gal")}


@dataclass(frozen=True, kw_only=True)
class TypedLabel:
    """What the keeper copied from his bottle, box or dropper."""

    product: str
    amount: str
    per_volume: str
    every: str
    days: int
    # what the label gives for new fish instead, and for which it is read now
    new_days: int | None = None
    reading: str = "sick"
    counts: str = "volume"
    drops_per_ml: str = ""
    piece: str = "piece"
    change: str = ""
    change_on_day: int | None = None
    holds: Sequence[str] = ()
    teaspoon: str = ""
    paid: str = ""
    paid_for: str = ""


class LabelIn(In):
    """A label as it is typed."""

    product: str = Field(max_length=PRODUCT)
    amount: Typed
    per_volume: Typed
    every: Typed
    days: int
    new_days: int | None = None
    reading: Literal["sick", "new"] = "sick"
    counts: Literal["volume", "mass", "drops", "pieces"] = "volume"
    drops_per_ml: Typed = ""
    piece: str = Field(default="piece", max_length=PIECE)
    change: Typed = ""
    change_on_day: int | None = None
    holds: list[Annotated[str, Field(max_length=ID)]] = Field(default=[], max_length=6)
    teaspoon: Typed = ""
    paid: Typed = ""
    paid_for: Typed = ""

    def typed(self) -> TypedLabel:
        return TypedLabel(**self.dict())


def read_label(actor: Actor, typed: TypedLabel, *, at: str) -> LabelDirections:
    """:raises InvalidInput: directions no bottle gives, naming the field below ``at``. :raises Refused: a dose that must be a unit slip."""
    unknown = [name for name in typed.holds if name not in library().actives]
    if unknown:
        raise InvalidInput("There is no such active in the formulary.", field=f"{at}.holds")
    directions = LabelDirections(
        product=typed.product,
        per_volume_l=actor.read(typed.per_volume, kind="volume", field=f"{at}.per_volume"),
        every_h=actor.read(typed.every, kind="duration", field=f"{at}.every"),
        days=_days(typed, at=at),
        piece=typed.piece.strip() or "piece",
        change_fraction=actor.read_share(typed.change, field=f"{at}.change", whole_l=None) if typed.change.strip() else None,
        change_on_day=typed.change_on_day,
        holds=tuple(typed.holds),
        teaspoon_g=_teaspoon_g(actor, typed, at=at),
        **_amount(actor, typed, typed.amount, at=at, field="amount"),
    )
    try:
        return check_label(directions)
    except PennywortError as error:
        error.field = f"{at}.{(error.field or 'amount').removeprefix('label.')}"
        raise


def _days(typed: TypedLabel, *, at: str) -> int:
    """The days of the reading that is followed. :raises InvalidInput: the label was read for new fish, and no days for them were copied."""
    if typed.new_days is not None and not 1 <= typed.new_days <= MOST_LABEL_DAYS:
        raise InvalidInput(f"A course by label lasts 1 to {MOST_LABEL_DAYS} days.", field=f"{at}.new_days")
    if typed.reading == "sick":
        return typed.days
    if typed.new_days is None:
        raise InvalidInput("How many days does the label give for new fish?", field=f"{at}.new_days")
    return typed.new_days


def _teaspoon_g(actor: Actor, typed: TypedLabel, *, at: str) -> float | None:
    """What a level teaspoon of a dry product weighs, where it was weighed."""
    grams = actor.read_optional(typed.teaspoon, kind="mass", field=f"{at}.teaspoon") if typed.counts == "mass" else None
    if grams is not None and not TEASPOON_G[0] <= grams <= TEASPOON_G[1]:
        raise InvalidInput("A level teaspoon holds between 0.5 and 30 g. Weigh it once more.", field=f"{at}.teaspoon")
    return grams


def _amount(actor: Actor, typed: TypedLabel, text: str, *, at: str, field: str) -> dict[str, float]:
    """An amount as this label counts it: drops by how many make a millilitre."""
    name = f"{at}.{field}"
    if typed.counts == "mass":
        return {"amount_mg": actor.read(text, kind="mass", field=name) * 1000}
    if typed.counts == "pieces":
        return {"pieces_count": actor.read(text, kind="pieces", field=name)}
    if typed.counts == "drops":
        per_ml = read_drops_per_ml(actor, typed.drops_per_ml, field=f"{at}.drops_per_ml")
        return {"amount_ml": actor.read(text, kind="drops", field=name) / per_ml}
    return {"amount_ml": actor.read(text, kind="small_volume", field=name)}


def _paid(actor: Actor, typed: TypedLabel, *, at: str) -> tuple[float, float] | None:
    """What was paid for how much of it. :raises InvalidInput: one figure without the other, or nothing bought."""
    if not (typed.paid.strip() or typed.paid_for.strip()):
        return None
    paid = actor.read_optional(typed.paid, kind="number", field=f"{at}.paid")
    if paid is None:
        raise InvalidInput("What did it cost? A plain number, in your own money.", field=f"{at}.paid")
    bought = sum(_amount(actor, typed, typed.paid_for, at=at, field="paid_for").values())
    if bought <= 0:
        raise InvalidInput("This must be more than nothing.", field=f"{at}.paid_for")
    return paid, bought


def label_price(actor: Actor, typed: TypedLabel, *, at: str) -> float | None:
    """What a mL, mg or piece of it costs; None where nothing is said."""
    paid = _paid(actor, typed, at=at)
    return paid[0] / paid[1] if paid else None


def labels_of(actor: Actor) -> list[LabelledProduct]:
    """Products by their labels that stand on the shelf, by name."""
    return list(LabelledProduct.objects.filter(fishroom=actor.fishroom, gone_at=None).order_by("product", "pk"))


def keep_label(actor: Actor, *, uid: UUID, typed: TypedLabel) -> dict[str, Any]:
    """Keep a label on the shelf; a newer reading of the same product takes the place of the older.

    :raises InvalidInput: directions no bottle gives. :raises Conflict: too many on one shelf.
    """
    read, paid = read_label(actor, typed, at="label"), _paid(actor, typed, at="label")
    name = read.product.strip()
    drops = read_drops_per_ml(actor, typed.drops_per_ml, field="label.drops_per_ml") if typed.counts == "drops" else None
    older = LabelledProduct.objects.filter(fishroom=actor.fishroom, gone_at=None, product=name).last()
    # another reading of the label is of the same box
    box = {f: getattr(older, f) for f in BOX} if older is not None and older.counts == typed.counts else {}
    LabelledProduct.objects.filter(fishroom=actor.fishroom, gone_at=None, product=name).update(gone_at=actor.now)
    if LabelledProduct.objects.filter(fishroom=actor.fishroom, gone_at=None).count() >= MOST_KEPT:
        raise Conflict("So many labels on one shelf? Take off what is used up first.", field="label")
    kept = LabelledProduct.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, product=name, counts=typed.counts, amount=read.amount,
        drops_per_ml=drops, per_volume_l=read.per_volume_l, every_h=read.every_h, days=typed.days, new_days=typed.new_days, piece=read.piece,
        change_fraction=read.change_fraction, change_on_day=read.change_on_day, holds=list(read.holds), teaspoon_g=read.teaspoon_g,
        paid=paid[0] if paid else None, paid_for=paid[1] if paid else None, **box,
    )  # fmt: skip
    return {"uid": str(kept.uid)}


def typed_again(kept: LabelledProduct, actor: Actor) -> TypedLabel:
    """A label of the shelf as this keeper would type it, with the digits it was read with."""
    unit, name = VOLUMES[actor.preferences.volume]
    return TypedLabel(
        product=kept.product,
        amount=_count(kept, kept.amount),
        per_volume=f"{kept.per_volume_l * factor('liter', unit):.6g} {name}",
        every=f"{kept.every_h:g} h",
        days=kept.days,
        new_days=kept.new_days,
        counts=kept.counts,
        drops_per_ml=f"{kept.drops_per_ml:g}" if kept.drops_per_ml else "",
        piece=kept.piece,
        change=show_fraction(kept.change_fraction).text if kept.change_fraction is not None else "",
        change_on_day=kept.change_on_day,
        holds=kept.holds,
        teaspoon=f"{kept.teaspoon_g:g} g" if kept.teaspoon_g else "",
        paid=f"{kept.paid:.2f}" if kept.paid is not None else "",
        paid_for=_count(kept, kept.paid_for) if kept.paid_for else "",
    )


def _count(kept: LabelledProduct, amount: float) -> str:
    """An amount of it as its label counts it."""
    if kept.counts == "mass":
        return f"{amount / 1000:.6g} g"
    if kept.counts == "pieces":
        return f"{amount:.6g}"
    if kept.counts == "drops":
        return f"{amount * (kept.drops_per_ml or 1.0):.6g} drops"
    return show_small_volume(amount).text
