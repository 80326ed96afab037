"""Routes of the printed sheets: for a supplier and for a veterinarian, as data and as PDF."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path as FilePath
from typing import Annotated
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Path, Query, Router

from pennywort.core.errors import NotFound
from pennywort.core.lengths import NAME
from pennywort.courses.services.cases import case_of
from pennywort.fish.photos import photo_file
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.sheets.pdf import supplier_pdf, vet_pdf
from pennywort.sheets.supplier import SupplierSheetOut, supplier_sheet, suppliers_of
from pennywort.sheets.vet import VetSheetOut, vet_sheet

router = Router(tags=["records"])
Supplier = Annotated[str, Query(min_length=1, max_length=NAME)]


def _pictures(actor: Actor) -> Callable[[UUID], FilePath | None]:
    def find(uid: UUID) -> FilePath | None:
        try:
            return photo_file(actor, uid, "small")
        except NotFound:
            return None

    return find


def _pdf(content: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(content, content_type="application/pdf")
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


@router.get("/suppliers", response=list[str], operation_id="suppliers")
def suppliers(request: HttpRequest, room_id: Path[UUID]) -> list[str]:
    """From whom fish came, the latest first."""
    return suppliers_of(act(request, room_id))


@router.get("/sheets/supplier", response=SupplierSheetOut, operation_id="supplier_sheet")
def read_supplier_sheet(request: HttpRequest, room_id: Path[UUID], supplier: Supplier) -> SupplierSheetOut:
    """What came from a supplier and what was lost of it."""
    return supplier_sheet(act(request, room_id), supplier=supplier)


@router.get("/sheets/supplier.pdf", operation_id="supplier_sheet_pdf", response={200: bytes})
def supplier_sheet_pdf(request: HttpRequest, room_id: Path[UUID], supplier: Supplier) -> HttpResponse:
    """The same as one page of PDF."""
    actor = act(request, room_id)
    return _pdf(supplier_pdf(supplier_sheet(actor, supplier=supplier), pictures=_pictures(actor)), "arrivals.pdf")


@router.get("/cases/{uuid:case_id}/vet-sheet", response=VetSheetOut, operation_id="vet_sheet")
def read_vet_sheet(request: HttpRequest, room_id: Path[UUID], case_id: UUID) -> VetSheetOut:
    """A case for a veterinarian."""
    actor = act(request, room_id)
    return vet_sheet(actor, case_of(actor, case_id))


@router.get("/cases/{uuid:case_id}/vet-sheet.pdf", operation_id="vet_sheet_pdf", response={200: bytes})
def vet_sheet_pdf(request: HttpRequest, room_id: Path[UUID], case_id: UUID) -> HttpResponse:
    """The same as one page of PDF."""
    actor = act(request, room_id)
    case = case_of(actor, case_id)
    return _pdf(vet_pdf(vet_sheet(actor, case), pictures=_pictures(actor)), f"case-{case.number}.pdf")
