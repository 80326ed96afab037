"""Reads of the shelf, as the core wants them."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from pennywort.core.medicine.product import Own, Product, keeps_until, listed_product, own_product
from pennywort.core.reference import library
from pennywort.core.reference.figures import Figure
from pennywort.core.reference.models import Spoons, Tool
from pennywort.records.actor import Actor
from pennywort.shelf.models import Bottle, OwnTool, WeighedSpoon

# level by level a spoon of the same salt varies by about four in a hundred (common practice)
OWN_SPOON_SPREAD = 0.04
OF_THIS_ROOM: dict[str, Any] = {"source": ("label",), "confidence": "C", "recalled": False}


def bottles_of(actor: Actor, *, gone: bool = False) -> list[Bottle]:
    """What stands on the shelf, by name; with ``gone`` what was used up. Outside a fishroom nothing."""
    if actor.fishroom.pk is None:
        return []
    return list(Bottle.objects.filter(fishroom=actor.fishroom, gone_at__isnull=not gone).order_by("name", "pk"))


def product_of_bottle(bottle: Bottle) -> Product:
    """What a bottle holds, with its own name."""
    product = holds_of_bottle(bottle)
    return replace(product, name=f"{bottle.name}, {product.name}")


def holds_of_bottle(bottle: Bottle) -> Product:
    """What a bottle holds, as the formulary or its label calls that."""
    active = library().actives[bottle.active_id]
    if bottle.kind == "listed":
        return listed_product(active, bottle.strength_id)
    kind: Own = bottle.kind  # type: ignore[assignment]
    return own_product(active, kind=kind, value=bottle.value or 0.0, density_kg_per_l=bottle.density_kg_per_l, piece=bottle.piece, form=bottle.form_id)


def is_past(bottle: Bottle, actor: Actor) -> bool:
    """Whether its date has passed on the fishroom's calendar."""
    until = keeps_until(expires_on=bottle.expires_on, made_on=bottle.made_on, keeps_days=bottle.keeps_days)
    return until is not None and until < actor.local(actor.now).date()


def tool_of(own: OwnTool) -> Tool:
    """An own tool as the core's tools are."""
    return Tool(
        id=str(own.uid),
        name=own.name,
        form=own.form,  # type: ignore[arg-type]
        measures="mass" if own.form in ("scale", "spoon") else "volume",
        smallest_mark=own.smallest_mark,
        largest_fill=own.largest_fill,
        spoon=own.spoon or None,  # type: ignore[arg-type]
        **OF_THIS_ROOM,
    )


def own_tools(actor: Actor) -> list[OwnTool]:
    """The tools listed here; none outside a fishroom."""
    if actor.fishroom.pk is None:
        return []
    return list(OwnTool.objects.filter(fishroom=actor.fishroom, gone_at=None).order_by("form", "smallest_mark", "pk"))


def tools_at_hand(actor: Actor) -> list[Tool]:
    """The tools of this fishroom; the usual ones while nobody has listed any."""
    if "tools" not in actor.memo:
        actor.memo["tools"] = [tool_of(t) for t in own_tools(actor)] or list(library().tools.values())
    return list(actor.memo["tools"])


def weighed_spoons(actor: Actor, active_id: str) -> Spoons | None:
    """What a level spoon holds of this salt here, if it was weighed."""
    if "spoons" not in actor.memo:
        rows = WeighedSpoon.objects.filter(fishroom=actor.fishroom).order_by("pk") if actor.fishroom.pk else []
        actor.memo["spoons"] = {row.active_id: spoons_from(row.teaspoon_g, row.tablespoon_g) for row in rows}
    return actor.memo["spoons"].get(active_id)  # type: ignore[no-any-return]


def label_spoons(teaspoon_g: float | None) -> Spoons | None:
    """Level spoons of a dry product by its label, where its teaspoon was weighed; a tablespoon holds three."""
    return spoons_from(teaspoon_g, 3 * teaspoon_g) if teaspoon_g else None


def spoons_from(teaspoon_g: float, tablespoon_g: float) -> Spoons:
    """Weighed spoons with the spread of filling them."""

    def figure(value: float) -> Figure:
        spread = value * OWN_SPOON_SPREAD
        return Figure(value=value, low=value - spread, high=value + spread, unit="g", **OF_THIS_ROOM)

    return Spoons(teaspoon=figure(teaspoon_g), tablespoon=figure(tablespoon_g))
