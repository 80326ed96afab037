"""Routes of orders: fish that are to come."""

from __future__ import annotations

from datetime import date
from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.lengths import NAME, NOTE
from pennywort.core.reference.naming import plural
from pennywort.fish import orders
from pennywort.fish.models import Order
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain, Write
from pennywort.records.writes import writes

router = Router(tags=["fish"])


class OrderOut(Plain):
    """What is ordered: about how many of which, from whom, for which tank, when."""

    uid: UUID
    words: str
    supplier: str
    expected_words: str
    overdue: bool
    species: str
    count: int
    count_plus_minus: int
    tank: UUID | None
    tank_name: str
    note: str

    @staticmethod
    def of(order: Order, actor: Actor) -> OrderOut:
        day = order.expected_on
        return OrderOut(
            uid=order.uid, words=order_words(order), supplier=order.supplier, expected_words=f"{day:%a} {day.day} {day:%b}",
            overdue=day < actor.local(actor.now).date(), species=order.species_name, count=order.count, count_plus_minus=order.count_plus_minus,
            tank=order.tank.uid if order.tank else None, tank_name=order.tank.name if order.tank else "", note=order.note,
        )  # fmt: skip


def order_words(order: Order) -> str:
    """About how many of which."""
    about = f"about {order.count} ± {order.count_plus_minus}" if order.count_plus_minus else f"{order.count}"
    return f"{about} {plural(order.species_name, order.count)}"


class OrderIn(Write):
    species: str = Field(max_length=NAME)
    count: int
    count_plus_minus: int = 0
    supplier: str = Field(default="", max_length=NAME)
    expected_on: date
    tank: UUID | None = None
    note: str = Field(default="", max_length=NOTE)


@router.get("/orders", response=list[OrderOut], operation_id="orders")
def open_orders(request: HttpRequest, room_id: Path[UUID]) -> list[OrderOut]:
    """What is ordered and has not come, the next first."""
    actor = act(request, room_id)
    return [OrderOut.of(order, actor) for order in orders.orders_of(actor)]


@writes(router, "/orders")
def place_order(actor: Actor, body: OrderIn) -> dict[str, Any]:
    """Fish are ordered."""
    return orders.place_order(actor, uid=body.write_id, **body.dict(exclude={"write_id"}))


@writes(router, "/orders/{uuid:order_id}/call-off")
def call_off_order(actor: Actor, order_id: UUID, body: Write) -> dict[str, Any]:
    """They will not come."""
    return orders.call_off(actor, order=order_id)
