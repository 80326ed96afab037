"""Routes of what is in a tank's water, and of the life cycles its courses are meant to outlast."""

from __future__ import annotations

from hashlib import sha256
from typing import Annotated, Any, Literal
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Path, Query, Router
from pydantic import Field

from pennywort.courses.queries.situation import situation_of
from pennywort.courses.services import readings
from pennywort.courses.stages_shown import StagesOut, stages_in
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Write, Written
from pennywort.records.services import write_once
from pennywort.records.writes import writes
from pennywort.tanks.api import ReadingIn
from pennywort.tanks.services import tank_of
from pennywort.tankwater.chart import WaterChartOut, chart_of
from pennywort.tankwater.csv_file import import_csv, read_csv, write_csv
from pennywort.tankwater.shown import WaterLedgerOut, water_ledgers

router = Router(tags=["courses"])


@router.get("/tanks/{uuid:tank_id}/ledger", response=list[WaterLedgerOut], operation_id="water_ledger")
def water_ledger(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> list[WaterLedgerOut]:
    """Every medicine in this water, line by line, with what each line did to its level."""
    actor = act(request, room_id)
    return water_ledgers(actor, tank_of(actor, tank_id))


@router.get("/tanks/{uuid:tank_id}/stages", response=list[StagesOut], operation_id="stages")
def stages(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> list[StagesOut]:
    """Which stages of a parasite the running courses meet on which day, at the warmth last read."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    return stages_in(actor, tank, warmth_c=situation_of(actor, tank).readings.temperature_c)


@router.get("/tanks/{uuid:tank_id}/water-chart", response=WaterChartOut, operation_id="water_chart")
def water_chart(
    request: HttpRequest, room_id: Path[UUID], tank_id: UUID, days: Annotated[int, Query(ge=1, le=3660)] = 30
) -> WaterChartOut:  # fmt: skip
    """Each measure over the last days, with its limits for the fish in it."""
    actor = act(request, room_id)
    return chart_of(actor, tank_of(actor, tank_id), days=days)


@router.get("/tanks/{uuid:tank_id}/tests.csv", operation_id="export_tests", response={200: str})
def export_tests(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> HttpResponse:
    """All water tests of this tank as CSV, in this keeper's units."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    answer = HttpResponse(write_csv(actor, tank), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="water-tests.csv"'
    return answer


class TestsIn(Write):
    text: str = Field(description="CSV: when, and any of the measures, note")
    basis: Literal["ion", "n"] | None = None


class TestsBrought(Written):
    """How many tests were kept, and how many were here already."""

    kept: int
    known: int


@router.post("/tanks/{uuid:tank_id}/tests-csv", response=TestsBrought, operation_id="import_tests")
def import_tests(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, body: TestsIn) -> dict[str, object]:
    """Bring in water tests from a CSV file, all of it or nothing."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    rows = read_csv(actor, body.text, basis=body.basis)
    content = {"tank": tank_id, "sha256": sha256(body.text.encode()).hexdigest(), "basis": body.basis}
    return write_once(actor, body.write_id, "import_tests", content, lambda: import_csv(actor, tank=tank, rows=rows))


@writes(router, "/tanks/{uuid:tank_id}/readings")
def record_reading(actor: Actor, tank_id: UUID, body: ReadingIn) -> dict[str, Any]:
    """Keep a water test."""
    tank = tank_of(actor, tank_id)
    return readings.record_reading(
        actor, uid=body.write_id, tank=tank, typed=body.typed_test(), note=body.note, happened_at=body.happened_at, corrects=body.corrects
    )
