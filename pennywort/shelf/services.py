"""Writes to the shelf."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date
from typing import Any
from uuid import UUID

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.product import listed_product, own_product, stock_mg_per_ml
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Active
from pennywort.core.reference.naming import capital
from pennywort.records.actor import Actor
from pennywort.records.services import find
from pennywort.shelf.models import Bottle, LabelledProduct, OwnTool, WeighedSpoon
from pennywort.shelf.products import STRENGTH_READ_AS, read_drops_per_ml
from pennywort.shelf.stocked import TypedStocked, facts_of, measures_of_item

# grams a level spoon may hold of anything a keeper weighs
KINDS: dict[str, type[Bottle] | type[OwnTool] | type[LabelledProduct]] = {"bottle": Bottle, "tool": OwnTool, "label": LabelledProduct}
TEASPOON_G, TABLESPOON_G = (0.5, 30.0), (1.5, 90.0)


@dataclass(frozen=True, kw_only=True)
class TypedBottle:
    """A product or a stock as typed. A stock says what was weighed into how much; its strength follows."""

    name: str
    active: str
    strength: str = ""
    kind: str = "listed"
    value: str = ""
    density: str = ""
    piece: str = "tablet"
    form: str = ""
    expires_on: date | None = None
    content: str = ""
    opened_on: date | None = None
    seal_whole: bool | None = None
    lot: str = ""
    bought_from: str = ""
    made_on: date | None = None
    keeps_days: int | None = None
    weighed: str = ""
    made_up_to: str = ""
    paid: str = ""
    paid_for: str = ""


def active_of(active_id: str) -> Active:
    """:raises InvalidInput: no such active, or one that is not measured out."""
    found = library().actives.get(active_id)
    if found is None:
        raise InvalidInput("There is no such active in the formulary.", field="active")
    if not found.strengths:
        raise InvalidInput(f"{found.name} comes in no bottle.", field="active")
    return found


def _kinds(active: Active) -> str:
    return " ".join(f"{capital(f.name)}: {f.text}." for f in active.forms)


def add_bottle(actor: Actor, *, uid: UUID, typed: TypedBottle) -> dict[str, Any]:
    """Put a bottle or a stock on the shelf. :raises InvalidInput: naming what can't be."""
    active = active_of(typed.active)
    if not typed.name.strip():
        raise InvalidInput("Write the name that stands on it.", field="name")
    if typed.kind == "stock":
        values = _stock(actor, active, typed)
    elif typed.kind == "listed":
        listed_product(active, typed.strength)
        values = {"kind": "listed", "strength_id": typed.strength or active.strengths[0].id}
    else:
        if active.forms and not typed.form:
            raise InvalidInput(f"Which kind of {active.short_name} is it? {_kinds(active)}", field="form")
        value = actor.read(typed.value, kind=STRENGTH_READ_AS[typed.kind], field="value")
        density = actor.read_optional(typed.density, kind="density", field="density") or 1.0
        try:
            own_product(active, kind=typed.kind, value=value, density_kg_per_l=density, piece=typed.piece, form=typed.form)  # type: ignore[arg-type]
        except InvalidInput as error:
            raise InvalidInput(error.message, field="value" if error.field == "own_strength" else error.field) from error
        values = {"kind": typed.kind, "value": value, "density_kg_per_l": density, "piece": typed.piece.strip() or "tablet", "form_id": typed.form}
    told = TypedStocked(**{name: getattr(typed, name) for name in TypedStocked.__dataclass_fields__})
    # a stock that was just mixed holds what it was made up to
    if typed.kind == "stock" and not told.content.strip():
        told = replace(told, content=typed.made_up_to)
    values |= facts_of(actor, told, measures=measures_of_item(Bottle(name="", active_id=active.id, **values)))
    bottle = Bottle.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        name=typed.name.strip(),
        active_id=active.id,
        **values,
    )
    return {"uid": str(bottle.uid)}


def _stock(actor: Actor, active: Active, typed: TypedBottle) -> dict[str, Any]:
    """A solution made here: so much of a powder or a liquid made up to so much."""
    today = actor.local(actor.now).date()
    made_on = typed.made_on or today
    if made_on > today:
        raise InvalidInput("It can’t have been made in the future.", field="made_on")
    if typed.keeps_days is not None and not 1 <= typed.keeps_days <= 3650:
        raise InvalidInput("It keeps between a day and ten years.", field="keeps_days")
    base = listed_product(active, typed.strength)
    if base.direct:
        raise InvalidInput("This is dosed as it comes: a dilution of it would be mistaken for it.", field="strength")
    made_up_to_ml = actor.read(typed.made_up_to, kind="small_volume", field="made_up_to")
    if base.mg_per_ml is not None:
        weighed_mg = actor.read(typed.weighed, kind="small_volume", field="weighed") * base.mg_per_ml
    else:
        weighed_mg = actor.read(typed.weighed, kind="mass", field="weighed") * 1000 * (base.share or 1.0)
    strength = stock_mg_per_ml(active_mg=weighed_mg, made_up_to_ml=made_up_to_ml)
    return {
        "kind": "mg_per_ml",
        "value": strength,
        "made_on": made_on,
        "keeps_days": typed.keeps_days,
        "weighed_mg": weighed_mg,
        "made_up_to_ml": made_up_to_ml,
        "form_id": base.form,
    }


def add_tool(actor: Actor, *, uid: UUID, name: str, form: str, spoon: str, mark: str, holds: str, drops_per_ml: str) -> dict[str, Any]:
    """List a tool of this fishroom. :raises InvalidInput: a mark or a fill that no such tool has."""
    if not name.strip():
        raise InvalidInput("Give the tool a name.", field="name")
    if form == "dropper":
        drops = read_drops_per_ml(actor, drops_per_ml, field="drops_per_ml", uncounted=None)
        smallest, largest = 1 / drops, 60 / drops
    elif form == "spoon":
        if spoon not in ("teaspoon", "tablespoon"):
            raise InvalidInput("A teaspoon or a tablespoon?", field="spoon")
        smallest, largest = (0.25, 12.0) if spoon == "teaspoon" else (0.5, 20.0)
    else:
        kind, times = ("mass", 1000.0) if form == "scale" else ("small_volume", 1.0)
        smallest = actor.read(mark, kind=kind, field="mark") * times
        largest = actor.read(holds, kind=kind, field="holds") * times
        if smallest <= 0:
            raise InvalidInput("Its smallest mark must be more than nothing.", field="mark")
        if largest < 5 * smallest:
            raise InvalidInput("It must hold at least five of its marks.", field="holds")
    tool = OwnTool.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        name=name.strip(),
        form=form,
        spoon=spoon if form == "spoon" else "",
        smallest_mark=smallest,
        largest_fill=largest,
    )
    actor.memo.clear()
    return {"uid": str(tool.uid)}


def weigh_spoons(actor: Actor, *, uid: UUID, active_id: str, teaspoon: str, tablespoon: str) -> dict[str, Any]:
    """Keep what level spoons hold of a salt here."""
    active = active_of(active_id)
    if active.spoons is None:
        raise InvalidInput(f"{active.name} is never measured by the spoon.", field="active")
    tea_g, table_g = read_spoons(actor, teaspoon, tablespoon)
    row = WeighedSpoon.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, active_id=active.id, teaspoon_g=tea_g, tablespoon_g=table_g
    )
    actor.memo.clear()
    return {"uid": str(row.uid)}


def read_spoons(actor: Actor, teaspoon: str, tablespoon: str) -> tuple[float, float]:
    """Grams in a level tea- and tablespoon, the one reckoned from the other where only one was weighed (three to one)."""
    tea, table = (actor.read_optional(text, kind="mass", field=name) for name, text in (("teaspoon", teaspoon), ("tablespoon", tablespoon)))
    if tea is None and table is None:
        raise InvalidInput("What does a level teaspoon weigh?", field="teaspoon")
    tea_g = tea if tea is not None else (table or 0.0) / 3
    table_g = table if table is not None else tea_g * 3
    if not TEASPOON_G[0] <= tea_g <= TEASPOON_G[1] or not TABLESPOON_G[0] <= table_g <= TABLESPOON_G[1]:
        field = "teaspoon" if tea is not None else "tablespoon"
        raise InvalidInput("A level teaspoon holds between 0.5 and 30 g. Weigh it once more.", field=field)
    return tea_g, table_g


def set_gone(actor: Actor, *, what: str, uid: UUID, gone: bool) -> dict[str, Any]:
    """Take a bottle, a tool or a label off the shelf, or put it back. :raises NotFound: not of this fishroom."""
    row: Bottle | OwnTool | LabelledProduct = find(KINDS[what], actor, uid, name=what)
    row.gone_at = actor.now if gone else None
    row.save(update_fields=["gone_at"])
    actor.memo.clear()
    return {"uid": str(row.uid)}
