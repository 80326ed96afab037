"""Routes of instruments: made and shown to keepers; spoken to by the instruments themselves, with a token each."""

from __future__ import annotations

import json
from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Path, Router
from ninja.security import HttpBearer
from pydantic import Field

from pennywort.core.errors import NotSignedIn
from pennywort.core.lengths import CALLED, ID
from pennywort.core.reference import library
from pennywort.core.reference.register import register
from pennywort.core.units import show_temperature
from pennywort.instruments import queries, services
from pennywort.instruments.models import Instrument, Sample
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import In, Plain, Write
from pennywort.records.services import find
from pennywort.records.writes import writes
from pennywort.tanks.services import tank_of

router = Router(tags=["instruments"])
# points that a small curve can show
MOST_POINTS = 120
# what an instrument reads that is no reading of the register
BESIDE = {"tds_mg_per_l": "dissolved solids", "unionised_ammonia_as_n_mg_per_l": "free ammonia"}
MEASURE_WORDS = {kind.column: kind.name for kind in register().values()} | BESIDE


class TokenAuth(HttpBearer):
    """The token of one instrument."""

    def authenticate(self, request: HttpRequest, token: str) -> Instrument | None:
        try:
            return services.by_token(token)
        except NotSignedIn:
            return None


open_router = Router(tags=["instruments"], auth=TokenAuth())


class RefusedLine(Plain):
    line: int
    field: str
    detail: str


class DeliveryOut(Plain):
    """What came of a delivery."""

    kept: int
    repeated: int
    doubted: int
    refused: list[RefusedLine]


class SampleOut(Plain):
    at: datetime
    value: float
    seen: str


class MeasureOut(Plain):
    """One measure over the last day. ``low`` and ``high``: of the figures that are believed, for the drawing."""

    name: str
    last: str
    last_words: str
    points: list[SampleOut]


class InstrumentOut(Plain):
    uid: UUID
    kind: str
    kind_name: str
    name: str
    tank: UUID
    tank_name: str
    state: Literal["well", "silent", "doubted", "fault", "new"]
    words: str
    measures: list[MeasureOut]


class KindOut(Plain):
    id: str
    name: str
    reads: str


class InstrumentsOut(Plain):
    starts_at: datetime
    ends_at: datetime
    instruments: list[InstrumentOut]
    kinds: list[KindOut]


class InstrumentIn(Write):
    kind: str = Field(max_length=ID)
    name: str = Field(max_length=CALLED)
    tank: UUID


class InstrumentMade(Plain):
    """The token, shown this once."""

    uid: UUID
    token: str


class CsvIn(In):
    text: str = Field(description="CSV with the columns at, measure, value")


def _delivery(done: services.Ingested) -> DeliveryOut:
    refused = [RefusedLine(line=n, field=field, detail=detail) for n, field, detail in done.refused[:50]]
    return DeliveryOut(kept=done.kept, repeated=done.repeated, doubted=done.doubted, refused=refused)


def figure_words(measure: str, value: float, unit: str, actor: Actor) -> str:
    """A figure in the reader's units."""
    return show_temperature(value, actor.preferences).text if measure == "temperature_c" else f"{value:g} {unit}"


def _thin(samples: list[Sample]) -> list[Sample]:
    """Every so many of a long row; whatever was not believed stays."""
    every = max(1, len(samples) // MOST_POINTS)
    return [s for i, s in enumerate(samples) if i % every == 0 or s.seen != "ok" or i == len(samples) - 1]


def _instrument(actor: Actor, told: queries.Standing) -> InstrumentOut:
    found, words = told.instrument, told.words
    if told.state == "silent" and found.spoke_at:
        local = actor.local(found.spoke_at)
        words = f"silent since {local:%A} {local:%H:%M}"
    measures = []
    for name, (measure, samples) in told.measures.items():
        last = samples[-1] if samples else None
        at = actor.local(last.at) if last else None
        measures.append(
            MeasureOut(
                name=MEASURE_WORDS[name],
                last=figure_words(name, last.value, measure.unit, actor) if last else "",
                last_words=f"{at:%H:%M}" if at else "",
                points=[SampleOut(at=s.at, value=s.value, seen=s.seen) for s in _thin(samples)],
            )
        )
    kind = library().instruments[found.kind]
    return InstrumentOut(
        uid=found.uid, kind=found.kind, kind_name=kind.name, name=found.name, tank=found.tank.uid, tank_name=found.tank.name, state=told.state,
        words=words, measures=measures,
    )  # fmt: skip


@router.get("/instruments", response=InstrumentsOut, operation_id="instruments")
def list_instruments(request: HttpRequest, room_id: Path[UUID]) -> InstrumentsOut:
    """Instruments of this fishroom with their last day, and the kinds there are."""
    actor = act(request, room_id)
    kinds = [
        KindOut(id=k.id, name=k.name, reads=", ".join(MEASURE_WORDS[m.name] for m in k.measures) or "gives the doses of a course and reports them")
        for k in library().instruments.values()
    ]
    return InstrumentsOut(
        starts_at=actor.now - queries.DAY,
        ends_at=actor.now,
        kinds=kinds,
        instruments=[_instrument(actor, told) for told in queries.standing_of(services.instruments_of(actor), now=actor.now)],
    )


@router.post("/instruments", response=InstrumentMade, operation_id="make_instrument")
def make_instrument(request: HttpRequest, room_id: Path[UUID], body: InstrumentIn) -> InstrumentMade:
    """A new instrument and its token."""
    actor = act(request, room_id)
    token = services.make_instrument(actor, uid=body.write_id, kind=body.kind, name=body.name, tank=tank_of(actor, body.tank))
    return InstrumentMade(uid=body.write_id, token=token)


@writes(router, "/instruments/{uuid:instrument_id}/revoke")
def revoke_instrument(actor: Actor, instrument_id: UUID, body: Write) -> dict[str, Any]:
    """Believe its token no more."""
    return services.revoke_instrument(actor, uid=instrument_id)


@router.post("/instruments/{uuid:instrument_id}/csv", response=DeliveryOut, operation_id="bring_csv")
def bring_csv(request: HttpRequest, room_id: Path[UUID], instrument_id: UUID, body: CsvIn) -> DeliveryOut:
    """Take in what an instrument wrote into a file. Sent again it changes nothing."""
    actor = act(request, room_id)
    found = find(Instrument, actor, instrument_id, name="instrument")
    return _delivery(services.ingest(found, body.text, form="csv", now=actor.now))


def _speaker(request: HttpRequest) -> Instrument:
    found: Any = request.auth  # type: ignore[attr-defined]
    assert isinstance(found, Instrument)
    return found


@open_router.post("/lines", response=DeliveryOut, operation_id="take_lines")
def take_lines(request: HttpRequest) -> DeliveryOut:
    """Lines of JSON from an instrument: figures, doses given, faults."""
    text = request.body.decode("utf-8", errors="replace")
    return _delivery(services.ingest(_speaker(request), text, form="ndjson", now=timezone.now()))


@open_router.get("/schedule", operation_id="pump_schedule", response={200: str})
def pump_schedule(request: HttpRequest) -> HttpResponse:
    """What a dosing pump is to give within two days, a line of JSON each."""
    doses = queries.pump_schedule(_speaker(request), now=timezone.now())
    rows = [{"task": str(d.task.uid), "due_at": d.due_at.isoformat(), "ml": round(d.amount_ml, 3), "title": d.task.title} for d in doses]
    return HttpResponse("".join(f"{json.dumps(r)}\n" for r in rows), content_type="application/x-ndjson; charset=utf-8")
