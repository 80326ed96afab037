"""Routes of a group's book: losses, humane ends, leaving alive, recounts, names, and who goes for whom."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, datetime
from typing import Any, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.lengths import CALLED, ID, NAME, NOTE, PRODUCT
from pennywort.core.outcome.figures import Count, together
from pennywort.core.outcome.tally import tally
from pennywort.core.reference import library
from pennywort.core.reference.naming import capital, plural
from pennywort.fish import population as going
from pennywort.fish import recounts
from pennywort.fish.group_ledger import CHECKED, book_of
from pennywort.fish.models import DURING, Individual
from pennywort.fish.queries import dead_of, entries_of, names_gone, start_of
from pennywort.fish.services import group_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Entry, In, Note, Plain, Write
from pennywort.records.writes import writes

router = Router(tags=["fish"])
During = Literal["", "arrival", "disease", "treatment", "bath", "release", "unknown"]
Checked = Literal["water", "skin", "gills", "gut", "vet", "nothing"]


class AboutIn(In):
    """What is known of a loss beside how many."""

    fish: str = Field(default="", max_length=CALLED)
    last_seen_well_at: datetime | None = None
    signs: list[str] = Field(default_factory=list, max_length=40)
    cause_id: str = Field(default="", max_length=ID)
    cause: str = Field(default="", max_length=PRODUCT)
    during: During = ""
    checked: list[Checked] = Field(default_factory=list, max_length=6)

    def about(self) -> going.AboutLoss:
        return going.AboutLoss(**{name: getattr(self, name) for name in going.AboutLoss.__dataclass_fields__})


class LossIn(AboutIn, Entry):
    count: int = 1
    count_plus_minus: int = 0
    manner: Literal["died", "missing"] = "died"
    note: Note = ""


class LossOnIn(In):
    on: date
    count: int


class LossesOverIn(Write):
    """How many were lost on each of some days."""

    days: list[LossOnIn] = Field(min_length=1, max_length=62)
    note: Note = ""
    during: During = ""


class HumaneEndIn(AboutIn, Write):
    count: int = 1
    method: str = Field(max_length=ID)
    vet_asked: bool
    note: Note = ""
    happened_at: datetime | None = None


class LeavingIn(Write):
    kind: Literal["sold", "given", "released"]
    count: int
    count_plus_minus: int = 0
    whither: str = Field(default="", max_length=NAME)
    note: Note = ""
    happened_at: datetime | None = None


class RecountIn(Write):
    count: int
    count_plus_minus: int = 0
    note: Note = ""
    happened_at: datetime | None = None


class ScuffleIn(Write):
    by_whom: str = Field(max_length=NAME)
    degree: Literal["shown", "chased", "bitten", "pinned"]
    note: Note = ""
    happened_at: datetime | None = None


class NameIn(Write):
    name: str = Field(max_length=CALLED)
    marks: str = Field(default="", max_length=NOTE)


class MarksIn(Write):
    marks: str = Field(max_length=NOTE)


class IndividualOut(Plain):
    uid: UUID
    name: str
    marks: str
    gone: bool


class BookLineOut(Plain):
    """``left``: how many there were after it, empty where it changed nothing."""

    kind: str
    day_words: str
    at_words: str
    words: str
    detail: str
    by: str
    left: str
    told: str
    ledger: str
    entry: str


class GroupBookOut(Plain):
    """A group from its order to its end."""

    uid: UUID
    species_name: str
    tank: UUID
    tank_name: str
    left: int
    left_words: str
    sentence: str
    came: list[str]
    individuals: list[IndividualOut]
    lines: list[BookLineOut]


class NamedChoice(Plain):
    id: str
    name: str


class HumaneEndOut(Plain):
    id: str
    name: str
    text: str
    accepted: bool
    vet: bool
    source: str


class LossWordsOut(Plain):
    """What a loss can be said with."""

    during: list[NamedChoice]
    checked: list[NamedChoice]
    signs: list[NamedChoice]
    humane_ends: list[HumaneEndOut]


reference_router = Router(tags=["reference"])


@reference_router.get("/losses", response=LossWordsOut, operation_id="loss_words")
def loss_words(request: HttpRequest) -> LossWordsOut:
    """What a loss can be said with: during what, what was checked, signs, and the names of accepted methods."""
    found = library()
    return LossWordsOut(
        during=[NamedChoice(id=value, name=label) for value, label in DURING],
        checked=[NamedChoice(id=value, name=label) for value, label in CHECKED.items()],
        signs=[NamedChoice(id=s.id, name=s.label) for s in found.signs.values() if not s.reading and not s.good],
        humane_ends=[
            HumaneEndOut(
                id=m.id, name=m.name, text=m.text, accepted=m.accepted, vet=m.vet, source=f"{', '.join(m.source)}{', from memory' if m.recalled else ''}"
            )
            for m in found.humane_ends.values()
        ],
    )


def _of_group(actor: Actor, group_id: UUID, body: Write, do: Callable[..., dict[str, Any]]) -> dict[str, Any]:
    """What is written of one group: its fields as they came."""
    values = body.dict(exclude={"write_id", *(going.AboutLoss.__dataclass_fields__ if isinstance(body, AboutIn) else ())})
    about = {"about": body.about()} if isinstance(body, AboutIn) else {}
    return do(actor, uid=body.write_id, group=group_of(actor, group_id), **values, **about)


@writes(router, "/groups/{uuid:group_id}/losses")
def add_loss(actor: Actor, group_id: UUID, body: LossIn) -> dict[str, Any]:
    """Fish lost."""
    return _of_group(actor, group_id, body, going.add_loss)


@writes(router, "/groups/{uuid:group_id}/losses-over")
def add_losses_over(actor: Actor, group_id: UUID, body: LossesOverIn) -> dict[str, Any]:
    """Losses of several days at once: one a day over a week."""
    days = [(line.on, line.count) for line in body.days]
    return going.add_losses_over(actor, uid=body.write_id, group=group_of(actor, group_id), days=days, note=body.note, during=body.during)


@writes(router, "/groups/{uuid:group_id}/humane-ends")
def add_humane_end(actor: Actor, group_id: UUID, body: HumaneEndIn) -> dict[str, Any]:
    """Fish whose life was ended, by an accepted method."""
    return _of_group(actor, group_id, body, going.add_humane_end)


@writes(router, "/groups/{uuid:group_id}/leavings")
def add_leaving(actor: Actor, group_id: UUID, body: LeavingIn) -> dict[str, Any]:
    """Fish sold, given away, or released into a water that is not in this book."""
    return _of_group(actor, group_id, body, going.add_leaving)


@writes(router, "/groups/{uuid:group_id}/recounts")
def add_recount(actor: Actor, group_id: UUID, body: RecountIn) -> dict[str, Any]:
    """They were counted anew."""
    return _of_group(actor, group_id, body, recounts.add_recount)


@writes(router, "/groups/{uuid:group_id}/scuffles")
def add_scuffle(actor: Actor, group_id: UUID, body: ScuffleIn) -> dict[str, Any]:
    """Somebody went for them."""
    return _of_group(actor, group_id, body, going.add_scuffle)


@writes(router, "/groups/{uuid:group_id}/individuals")
def name_fish(actor: Actor, group_id: UUID, body: NameIn) -> dict[str, Any]:
    """Give one of them a name."""
    return _of_group(actor, group_id, body, going.name_fish)


@writes(router, "/individuals/{uuid:individual_id}", method="put")
def describe_fish(actor: Actor, individual_id: UUID, body: MarksIn) -> dict[str, Any]:
    """Say anew how a named fish is told from the others."""
    return going.describe_fish(actor, individual=individual_id, marks=body.marks)


@router.get("/groups/{uuid:group_id}/book", response=GroupBookOut, operation_id="group_book")
def group_book(request: HttpRequest, room_id: Path[UUID], group_id: UUID) -> GroupBookOut:
    """A group from its order to its end, with how many were left after each line."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    entries, gone = entries_of([group])[group.pk], names_gone(group)
    left = tally(start=start_of(group), entries=entries).left
    start = together([start_of(group), *(e.count for e in entries if e.kind == "joined")])
    arrived = Count(count=group.count, plus_minus=group.count_plus_minus)
    came = [f"{group.ordered_count} ordered"] if group.ordered_count else []
    came.append(
        f"{arrived.words} came {group.arrived_on:%a} {group.arrived_on.day} {group.arrived_on:%b %Y}{f' from {group.supplier}' if group.supplier else ''}"
    )
    if group.ordered_count and abs(group.ordered_count - group.count) > group.count_plus_minus:
        off = group.count - group.ordered_count
        came.append(f"{abs(off)} {'more' if off > 0 else 'fewer'} than ordered")
    if group.dead_on_arrival:
        came.append(f"{dead_of(group).words} dead on arrival")
    if left.plus_minus and len(entries) > 0:
        came.append("counts made one by one: how far each may be off adds as the root of the sum of squares")
    lines = []
    for line in book_of(group, actor=actor):
        local = actor.local(line.at)
        lines.append(
            BookLineOut(
                kind=line.kind, day_words=f"{local:%a} {local.day} {local:%b}", at_words=f"{local:%H:%M}", words=line.words, detail=line.detail, by=line.by,
                left=line.left.words if line.left else "", told=line.told.words if line.told else "", ledger=line.ledger, entry=line.entry,
            )
        )  # fmt: skip
    words = f"{left.words} {plural(group.species_name, left.count)}"
    sentence = f"{words} of {start.words} in {group.tank.name}." if left.count else f"None of {start.words} are left."
    return GroupBookOut(
        uid=group.uid, species_name=group.species_name, tank=group.tank.uid, tank_name=group.tank.name, left=left.count, left_words=words,
        sentence=capital(sentence), came=came, lines=lines,
        individuals=[
            IndividualOut(uid=i.uid, name=i.name, marks=i.marks, gone=i.name in gone) for i in Individual.objects.filter(group=group).order_by("name")
        ],
    )  # fmt: skip
