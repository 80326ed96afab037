"""Fish that are ordered: written down before they come, so that a tank is ready for them; closed when they came or were called off."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any
from uuid import UUID

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.outcome.figures import Count, check_count
from pennywort.fish.models import Group, Order
from pennywort.fish.services import kind_in
from pennywort.records.actor import Actor
from pennywort.records.services import find
from pennywort.tanks.models import Tank

FURTHEST = timedelta(days=366)
MOST_OPEN = 100


def place_order(
    actor: Actor, *, uid: UUID, species: str, count: int, count_plus_minus: int, supplier: str, expected_on: date, tank: UUID | None, note: str
) -> dict[str, Any]:
    """Fish are ordered. :raises InvalidInput: no kind, no number, or a day that can't be. :raises Conflict: the tank is put away."""
    species_id, name = kind_in(actor, species)
    check_count(Count(count=count, plus_minus=count_plus_minus), field="count", least=1)
    today = actor.local(actor.now).date()
    if not today - FURTHEST <= expected_on <= today + FURTHEST:
        raise InvalidInput("They come within a year.", field="expected_on")
    into = find(Tank, actor, tank, name="tank") if tank else None
    if into is not None and into.put_away_at is not None:
        raise Conflict(f"{into.name} is put away. Set it up again first.", field="tank")
    if Order.objects.filter(fishroom=actor.fishroom, closed_at=None).count() >= MOST_OPEN:
        raise Conflict(f"{MOST_OPEN} orders are open. Close some first.", field="species")
    made = Order.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, tank=into, species_id=species_id, species_name=name,
        count=count, count_plus_minus=count_plus_minus, supplier=supplier.strip(), expected_on=expected_on, note=note.strip(),
    )  # fmt: skip
    return {"uid": str(made.uid)}


def open_order(actor: Actor, uid: UUID) -> Order:
    """:raises Conflict: they came already, or it was called off."""
    found = find(Order, actor, uid, name="order")
    if found.closed_at is not None:
        raise Conflict("This order is closed already.", field="order")
    return found


def call_off(actor: Actor, *, order: UUID) -> dict[str, Any]:
    """They will not come."""
    found = open_order(actor, order)
    found.closed_at = actor.now
    found.save(update_fields=["closed_at"])
    return {"uid": str(found.uid)}


def came(actor: Actor, *, order: Order, group: Group) -> None:
    """The fish of an order are in their tank."""
    order.became, order.closed_at = group, actor.now
    order.save(update_fields=["became", "closed_at"])


def orders_of(actor: Actor) -> list[Order]:
    """What is ordered and has not come, the next first."""
    return list(Order.objects.filter(fishroom=actor.fishroom, closed_at=None).select_related("tank").order_by("expected_on", "pk"))
