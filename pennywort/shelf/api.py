"""Routes of the shelf."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.lengths import CALLED, ID, NAME, NOTE, PIECE
from pennywort.core.medicine.product import Own, Product, keeps_until, measures_of
from pennywort.core.reference import library, naming
from pennywort.core.units import show_amount
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import In, Plain, Typed, Write
from pennywort.records.writes import writes
from pennywort.shelf import labels, queries, services, stocked
from pennywort.shelf.labels import LabelIn
from pennywort.shelf.models import Bottle, LabelledProduct, OwnTool, WeighedSpoon

router = Router(tags=["shelf"])


class StockedIn(In):
    """What is known of a bottle or a box beside what it holds."""

    content: Typed = ""
    expires_on: date | None = None
    opened_on: date | None = None
    seal_whole: bool | None = None
    lot: str = Field(default="", max_length=CALLED)
    bought_from: str = Field(default="", max_length=NAME)
    paid: Typed = ""
    paid_for: Typed = ""


class MendIn(StockedIn, Write):
    """A bottle or a box as it is now; ``content``: what is in it, or empty to leave it as it is counted."""

    what: Literal["bottle", "label"]
    uid: UUID
    name: str = Field(default="", max_length=NAME)

    def typed(self) -> stocked.TypedStocked:
        return stocked.TypedStocked(**{name: getattr(self, name) for name in stocked.TypedStocked.__dataclass_fields__})


class TakenIn(Write):
    what: Literal["bottle", "label"]
    uid: UUID
    amount: Typed
    note: str = Field(default="", max_length=NOTE)
    happened_at: datetime | None = None


class StockedOut(Plain):
    """The same as it stands, and as it is typed again; ``soon_words`` where its date comes within sixty days."""

    words: list[str]
    soon_words: str
    expires_on: date | None
    opened_on: date | None
    seal_whole: bool | None
    lot: str
    bought_from: str
    paid: str
    paid_for: str

    @staticmethod
    def of(item: stocked.Item, actor: Actor) -> StockedOut:
        words = [f"opened {_day(item.opened_on)}" if item.opened_on else ""]
        words.append("" if item.seal_whole is None else "its seal was whole" if item.seal_whole else "its seal was broken when it was opened")
        words += [f"lot {item.lot}" if item.lot else "", f"from {item.bought_from}" if item.bought_from else ""]
        shown = show_amount(stocked.measures_of_item(item), item.paid_for, actor.preferences, piece=item.piece) if item.paid_for else None
        # pieces are counted by a bare number, as they are typed
        counted = stocked.measures_of_item(item) == "pieces"
        paid_for = "" if shown is None else shown.figure if counted else shown.text
        return StockedOut(
            words=[w for w in words if w], soon_words=stocked.soon_words(item, actor), expires_on=item.expires_on, opened_on=item.opened_on,
            seal_whole=item.seal_whole, lot=item.lot, bought_from=item.bought_from, paid=f"{item.paid:.2f}" if item.paid is not None else "",
            paid_for=paid_for,
        )  # fmt: skip


class BottleIn(StockedIn, Write):
    """A product as its label says, a strength of the formulary, or a stock solution made here."""

    name: str = Field(max_length=NAME)
    active: str = Field(max_length=ID)
    kind: Own | Literal["listed", "stock"] = "listed"
    strength: str = Field(default="", max_length=ID)
    value: Typed = ""
    density: Typed = ""
    piece: str = Field(default="tablet", max_length=PIECE)
    form: str = Field(default="", max_length=PIECE)
    made_on: date | None = None
    keeps_days: int | None = None
    weighed: Typed = ""
    made_up_to: Typed = ""

    def typed(self) -> services.TypedBottle:
        return services.TypedBottle(**{name: getattr(self, name) for name in services.TypedBottle.__dataclass_fields__})


class ToolIn(Write):
    name: str = Field(max_length=CALLED)
    form: Literal["scale", "syringe", "cylinder", "dropper", "spoon"]
    spoon: Literal["", "teaspoon", "tablespoon"] = ""
    mark: Typed = ""
    holds: Typed = ""
    drops_per_ml: Typed = ""


class SpoonsIn(Write):
    active: str = Field(max_length=ID)
    teaspoon: Typed = ""
    tablespoon: Typed = ""


class KeepLabelIn(Write):
    label: LabelIn


class KeptLabelOut(Plain):
    """A product by its label, as it stands on the shelf: in words, and as it is typed again."""

    uid: UUID
    words: str
    holds_words: str
    label: LabelIn
    stocked: StockedOut


class GoneIn(Write):
    what: Literal["bottle", "tool", "label"]
    uid: UUID
    gone: bool = True


class BottleOut(Plain):
    uid: UUID
    name: str
    active: str
    active_name: str
    holds: str
    made_words: str
    until_words: str
    paid_words: str
    past: bool
    stock: bool
    stocked: StockedOut


class OwnToolOut(Plain):
    uid: UUID
    name: str
    form: str
    words: str


class SpoonsOut(Plain):
    active: str
    active_name: str
    words: str


class ShelfOut(Plain):
    """All that stands on the shelf; ``usual`` while no tool was listed and the usual ones are taken."""

    bottles: list[BottleOut]
    labels: list[KeptLabelOut]
    tools: list[OwnToolOut]
    usual_tools: list[str]
    spoons: list[SpoonsOut]


def _number(value: float) -> str:
    return f"{value:.4g}"


def _day(day: date) -> str:
    return f"{day.day} {day:%b %Y}"


def bottle_out(bottle: Bottle, actor: Actor) -> BottleOut:
    product = queries.holds_of_bottle(bottle)
    made = ""
    if bottle.made_on and bottle.weighed_mg and bottle.made_up_to_ml:
        made = f"{_number(bottle.weighed_mg / 1000)} g of active made up to {_number(bottle.made_up_to_ml)} mL on {_day(bottle.made_on)}"
    until = keeps_until(expires_on=bottle.expires_on, made_on=bottle.made_on, keeps_days=bottle.keeps_days)
    return BottleOut(
        uid=bottle.uid,
        name=bottle.name,
        active=bottle.active_id,
        active_name=library().actives[bottle.active_id].name,
        holds=product.name,
        made_words=made,
        until_words=_day(until) if until else "",
        paid_words=_paid_words(bottle, product, actor),
        past=queries.is_past(bottle, actor),
        stock=bottle.made_on is not None,
        stocked=StockedOut.of(bottle, actor),
    )


def _paid_words(bottle: Bottle, product: Product, actor: Actor) -> str:
    if bottle.paid is None or not bottle.paid_for:
        return ""
    return f"{bottle.paid:.2f} for {show_amount(measures_of(product), bottle.paid_for, actor.preferences).text}"


def label_out(kept: LabelledProduct, actor: Actor) -> KeptLabelOut:
    """A label of the shelf."""
    typed = labels.typed_again(kept, actor)
    amount = f"{typed.amount} {naming.plural(kept.piece, round(kept.amount))}" if kept.counts == "pieces" else typed.amount
    new = f", {kept.new_days} for new fish" if kept.new_days else ""
    found = library().actives
    return KeptLabelOut(
        uid=kept.uid,
        words=f"{amount} in every {typed.per_volume}, every {typed.every}, {kept.days} {'day' if kept.days == 1 else 'days'}{new}",
        holds_words=", ".join(found[name].short_name for name in kept.holds if name in found),
        label=LabelIn(**vars(typed)),
        stocked=StockedOut.of(kept, actor),
    )


def tool_words(tool: OwnTool) -> str:
    """How fine it is and what it holds, as on the tool itself."""
    if tool.form == "dropper":
        return f"{1 / tool.smallest_mark:.3g} drops in 1 mL"
    if tool.form == "spoon":
        return f"level {tool.spoon}"
    if tool.form == "scale":
        mark = f"{_number(tool.smallest_mark)} mg" if tool.smallest_mark < 1000 else f"{_number(tool.smallest_mark / 1000)} g"
        return f"reads {mark}, up to {_number(tool.largest_fill / 1000)} g"
    return f"{_number(tool.largest_fill)} mL, a mark each {_number(tool.smallest_mark)} mL"


@router.get("/shelf", response=ShelfOut, operation_id="shelf")
def shelf(request: HttpRequest, room_id: Path[UUID]) -> ShelfOut:
    """Bottles, tools and weighed spoons of this fishroom."""
    actor = act(request, room_id)
    latest: dict[str, WeighedSpoon] = {}
    for row in WeighedSpoon.objects.filter(fishroom=actor.fishroom).order_by("pk"):
        latest[row.active_id] = row
    tools = queries.own_tools(actor)
    return ShelfOut(
        bottles=[bottle_out(b, actor) for b in queries.bottles_of(actor)],
        labels=[label_out(kept, actor) for kept in labels.labels_of(actor)],
        tools=[OwnToolOut(uid=t.uid, name=t.name, form=t.form, words=tool_words(t)) for t in tools],
        usual_tools=[] if tools else [t.name for t in library().tools.values()],
        spoons=[
            SpoonsOut(
                active=row.active_id,
                active_name=library().actives[row.active_id].name,
                words=f"level teaspoon {_number(row.teaspoon_g)} g, tablespoon {_number(row.tablespoon_g)} g",
            )
            for row in latest.values()
        ],
    )


@writes(router, "/shelf/bottles")
def add_bottle(actor: Actor, body: BottleIn) -> dict[str, Any]:
    """Put a bottle or a stock solution on the shelf."""
    return services.add_bottle(actor, uid=body.write_id, typed=body.typed())


@writes(router, "/shelf/stocked")
def mend_stocked(actor: Actor, body: MendIn) -> dict[str, Any]:
    """Say anew what is known of a bottle or a box: what is in it, its date, when it was opened."""
    return stocked.mend_item(actor, what=body.what, uid=body.uid, typed=body.typed())


@writes(router, "/shelf/taken")
def take_by_hand(actor: Actor, body: TakenIn) -> dict[str, Any]:
    """Something was taken that no course and no bath knows of."""
    return stocked.take_by_hand(actor, uid=body.write_id, what=body.what, item=body.uid, amount=body.amount, note=body.note, happened_at=body.happened_at)


@writes(router, "/shelf/labels")
def keep_label(actor: Actor, body: KeepLabelIn) -> dict[str, Any]:
    """Keep what a product's label says on the shelf."""
    return labels.keep_label(actor, uid=body.write_id, typed=body.label.typed())


@writes(router, "/shelf/tools")
def add_tool(actor: Actor, body: ToolIn) -> dict[str, Any]:
    """List a measuring tool."""
    return services.add_tool(actor, uid=body.write_id, **body.dict(exclude={"write_id"}))


@writes(router, "/shelf/spoons")
def weigh_spoons(actor: Actor, body: SpoonsIn) -> dict[str, Any]:
    """Keep what level spoons hold of a salt here."""
    return services.weigh_spoons(actor, uid=body.write_id, active_id=body.active, teaspoon=body.teaspoon, tablespoon=body.tablespoon)


@writes(router, "/shelf/gone")
def set_gone(actor: Actor, body: GoneIn) -> dict[str, Any]:
    """Take a bottle or a tool off the shelf, or put it back."""
    return services.set_gone(actor, what=body.what, uid=body.uid, gone=body.gone)
