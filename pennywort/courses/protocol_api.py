"""Routes of the protocols: to read, to write one's own, to take along and to bring in."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Path, Router
from pydantic import Field

from pennywort.core.course.build import build_plan
from pennywort.core.course.plan import Chosen, CoursePlan, TankFacts
from pennywort.core.errors import InvalidInput
from pennywort.core.lengths import PROTOCOL_FILE
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.product import Product
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.own import read_own
from pennywort.core.units import show_amount, show_temperature, show_volume
from pennywort.courses.models import OwnProtocol
from pennywort.courses.protocol_options import A_WEEK
from pennywort.courses.services import protocols
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import In, Plain, Write
from pennywort.records.writes import writes

router = Router(tags=["courses"])
# the water that a preview is reckoned for
SAMPLE_L = 100.0
SAMPLE_C = 25.0


class ProtocolRow(Plain):
    id: str
    name: str
    school: str
    kind: str
    version: str
    water: list[WaterType]
    conditions: list[str]
    own: bool
    by: str
    fault: str = ""


class ProtocolText(Plain):
    id: str
    name: str
    own: bool
    text: str


class TextIn(In):
    text: str = Field(max_length=PROTOCOL_FILE)


class ProtocolIn(TextIn, Write):
    pass


class PreviewStep(Plain):
    day: int
    title: str
    amount: str


class PreviewOut(Plain):
    """What a protocol would do in a sample water of 100 L at 25 degC."""

    id: str
    name: str
    replaces: bool
    sample: str
    days: int
    conditions: list[str]
    steps: list[PreviewStep]
    more: int


def _row(protocol: CourseProtocol, *, by: str = "") -> ProtocolRow:
    found = library().conditions
    return ProtocolRow(
        id=protocol.id,
        name=protocol.name,
        school=protocol.school,
        kind=protocol.kind,
        version=protocol.version,
        water=list(protocol.water),
        conditions=[found[c].short_name for c in protocol.conditions],
        own=protocols.is_own(protocol),
        by=by,
    )


@router.get("/protocols", response=list[ProtocolRow], operation_id="protocols")
def list_protocols(request: HttpRequest, room_id: Path[UUID]) -> list[ProtocolRow]:
    """The fishroom's own protocols, then the shipped ones."""
    kept = protocols.kept_protocols(act(request, room_id))
    return [*(_own_row(row, read) for row, read in kept), *(_row(p) for p in library().courses.values())]


def _own_row(row: OwnProtocol, read: CourseProtocol | InvalidInput) -> ProtocolRow:
    if isinstance(read, InvalidInput):
        return ProtocolRow(
            id=row.protocol_id, name=row.name, school="", kind="", version="", water=[], conditions=[], own=True, by=row.by, fault=read.message
        )  # fmt: skip
    return _row(read, by=row.by)


@router.post("/protocols/check", response=PreviewOut, operation_id="check_protocol")
def check_protocol(request: HttpRequest, room_id: Path[UUID], body: TextIn) -> PreviewOut:
    """Whether a text is a protocol, and what it would do; keeps nothing."""
    return _preview(act(request, room_id), body.text)


def _preview(actor: Actor, text: str) -> PreviewOut:
    protocol = read_own(text, found=library())
    plan = _sample(actor, protocol)
    steps = [
        PreviewStep(
            day=(actor.local(s.due_at).date() - actor.local(plan.starts_at).date()).days + 1,
            title=s.title,
            amount=show_amount(s.measures, s.amount, actor.preferences).text if s.amount else "",
        )
        for s in plan.steps
    ]
    return PreviewOut(
        id=protocol.id,
        name=protocol.name,
        replaces=any(p.id == protocol.id for _, p in protocols.own_protocols(actor)),
        sample=f"In {show_volume(SAMPLE_L, actor.preferences).text} at {show_temperature(SAMPLE_C, actor.preferences).text}",
        days=-((plan.starts_at - plan.ends_at) // timedelta(days=1)),
        conditions=[library().conditions[c].short_name for c in protocol.conditions],
        steps=steps[:60],
        more=max(0, len(steps) - 60),
    )


@router.get("/protocols/{str:protocol_id}", response=ProtocolText, operation_id="protocol_text")
def protocol_text(request: HttpRequest, room_id: Path[UUID], protocol_id: str) -> ProtocolText:
    """A protocol's text: an own one to change, a shipped one as a copy to begin with."""
    actor = act(request, room_id)
    protocol = protocols.protocol_named(actor, protocol_id)
    return ProtocolText(id=protocol.id, name=protocol.name, own=protocols.is_own(protocol), text=protocols.text_of(actor, protocol_id))


@router.get("/protocols/{str:protocol_id}/file", operation_id="protocol_file")
def protocol_file(request: HttpRequest, room_id: Path[UUID], protocol_id: str) -> HttpResponse:
    """The same as a file to take along."""
    text = protocol_text(request, room_id, protocol_id)
    name = text.id if text.own else f"{protocols.OWN}{text.id}"
    return HttpResponse(text.text, content_type="application/yaml", headers={"Content-Disposition": f'attachment; filename="{name}.yaml"'})


def _sample(actor: Actor, protocol: CourseProtocol) -> CoursePlan:
    """:raises InvalidInput: what only shows once it is put on a calendar, such as a line that comes again after nothing."""
    found = library()
    # a use that is for the keeper's own bottle: any strength will do for a sample
    uses = {m.active: found.uses[m.use][1] for m in protocol.medicines}
    products = {active: Product(name="your own product", mg_per_ml=1.0, form=use.form) for active, use in uses.items() if use.strengths == ()}
    facts = TankFacts(water=Water(net_volume_l=SAMPLE_L, net_uncertainty_l=0.0), temperature_c=SAMPLE_C, surroundings=Surroundings(water=protocol.water[0]))
    return build_plan(protocol, tank=facts, chosen=Chosen(products=products, label=A_WEEK), start_at=actor.now, zone=actor.zone, found=found)


@writes(router, "/protocols")
def keep_protocol(actor: Actor, body: ProtocolIn) -> dict[str, Any]:
    """Keep a protocol of one's own, or a new version of it."""
    _preview(actor, body.text)
    return protocols.keep_protocol(actor, uid=body.write_id, text=body.text)


@writes(router, "/protocols/{str:protocol_id}/remove")
def remove_protocol(actor: Actor, protocol_id: str, body: Write) -> dict[str, Any]:
    """Take an own protocol off the list."""
    return protocols.remove_protocol(actor, protocol_id=protocol_id)
