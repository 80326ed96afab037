"""What is known of a bottle or a box beside what it holds: its content, when it was opened, its seal, lot, seller and price; mended in place."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Any
from uuid import UUID

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.product import keeps_until, measures_of
from pennywort.core.medicine.tools import Measures
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry
from pennywort.shelf.models import Bottle, LabelledProduct, Taken
from pennywort.shelf.products import read_amount
from pennywort.shelf.queries import product_of_bottle

Item = Bottle | LabelledProduct
STOCKED: dict[str, type[Item]] = {"bottle": Bottle, "label": LabelledProduct}
LABEL_MEASURES: dict[str, Measures] = {"volume": "volume", "drops": "volume", "mass": "mass", "pieces": "pieces"}
MOST_PAID = 1e6
SOON_DAYS = 60


@dataclass(frozen=True, kw_only=True)
class TypedStocked:
    """As typed; what is left empty is not known. ``content``: what is in it now."""

    name: str = ""
    content: str = ""
    expires_on: date | None = None
    opened_on: date | None = None
    seal_whole: bool | None = None
    lot: str = ""
    bought_from: str = ""
    paid: str = ""
    paid_for: str = ""


def measures_of_item(item: Item) -> Measures:
    """Whether it is weighed, poured or counted."""
    return measures_of(product_of_bottle(item)) if isinstance(item, Bottle) else LABEL_MEASURES[item.counts]


def name_of_item(item: Item) -> str:
    """The name that stands on it."""
    return item.name if isinstance(item, Bottle) else item.product


def price_of(actor: Actor, typed: TypedStocked, *, measures: Measures) -> dict[str, float | None]:
    """What was paid for how much of it. :raises InvalidInput: one without the other, or nothing."""
    paid = actor.read_optional(typed.paid, kind="number", field="paid")
    if paid is None and not typed.paid_for.strip():
        return {"paid": None, "paid_for": None}
    if paid is None or not 0 <= paid <= MOST_PAID:
        raise InvalidInput("What did it cost? A plain number, in your own money.", field="paid")
    amount = read_amount(actor, typed.paid_for, measures=measures, field="paid_for")
    if amount <= 0:
        raise InvalidInput("This must be more than nothing.", field="paid_for")
    return {"paid": paid, "paid_for": amount}


def facts_of(actor: Actor, typed: TypedStocked, *, measures: Measures, before: Item | None = None) -> dict[str, Any]:
    """The columns of what was typed; content that is said anew counts from now. :raises InvalidInput: naming the field."""
    today = actor.local(actor.now).date()
    if typed.opened_on is not None and typed.opened_on > today:
        raise InvalidInput("It can’t have been opened on a day to come.", field="opened_on")
    content = read_amount(actor, typed.content, measures=measures, field="content") if typed.content.strip() else None
    if content is not None and content < 0:
        raise InvalidInput("Nothing is the least that can be left.", field="content")
    facts: dict[str, Any] = {
        "expires_on": typed.expires_on, "opened_on": typed.opened_on, "seal_whole": typed.seal_whole, "lot": typed.lot.strip(),
        "bought_from": typed.bought_from.strip(), **price_of(actor, typed, measures=measures),
    }  # fmt: skip
    if content is not None or before is None:
        facts |= {"content": content, "content_at": actor.now if content is not None else None}
    return facts


def mend_item(actor: Actor, *, what: str, uid: UUID, typed: TypedStocked) -> dict[str, Any]:
    """Say anew what is known of a bottle or a box. Its strength stays: a wrong one is taken off the shelf and written anew.

    :raises NotFound: not of this fishroom. :raises InvalidInput: no name, or a figure that can't be.
    """
    item: Item = find(STOCKED[what], actor, uid, name=what)
    if isinstance(item, Bottle):
        if not typed.name.strip():
            raise InvalidInput("Write the name that stands on it.", field="name")
        item.name = typed.name.strip()
    for name, value in facts_of(actor, typed, measures=measures_of_item(item), before=item).items():
        setattr(item, name, value)
    item.save()
    actor.memo.clear()
    return {"uid": str(item.uid)}


def take_by_hand(actor: Actor, *, uid: UUID, what: str, item: UUID, amount: str, note: str, happened_at: datetime | None) -> dict[str, Any]:
    """Something was taken that no course and no bath knows of. :raises InvalidInput: nothing, or an amount that can't be read."""
    found: Item = find(STOCKED[what], actor, item, name=what)
    much = read_amount(actor, amount, measures=measures_of_item(found), field="amount")
    if much <= 0:
        raise InvalidInput("This must be more than nothing.", field="amount")
    return {"uid": str(take(actor, uid=uid, item=found, amount=much, note=note, happened_at=happened_at).uid)}


def take(actor: Actor, *, uid: UUID, item: Item, amount: float, note: str, happened_at: datetime | None) -> Taken:
    """Write down what was taken, in the unit it is measured in."""
    of = {"bottle": item} if isinstance(item, Bottle) else {"label": item}
    return new_entry(Taken, actor, uid=uid, name="entry", happened_at=happened_at, amount=amount, note=note.strip(), **of)


def soon_words(item: Item, actor: Actor) -> str:
    """Whether its date comes within sixty days; empty where it does not, or has passed."""
    made_on, keeps = (item.made_on, item.keeps_days) if isinstance(item, Bottle) else (None, None)
    until = keeps_until(expires_on=item.expires_on, made_on=made_on, keeps_days=keeps)
    if until is None:
        return ""
    days = (until - actor.local(actor.now).date()).days
    if not 0 <= days <= SOON_DAYS:
        return ""
    return "good until today" if days == 0 else f"{days} {'day' if days == 1 else 'days'} left"
