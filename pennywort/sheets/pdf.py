"""The sheets as PDF: one page of A4 each, with the house's own letters in the file."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from io import BytesIO
from pathlib import Path
from typing import Any
from uuid import UUID
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Image, KeepInFrame, Paragraph, Spacer, Table, TableStyle

from pennywort.sheets.supplier import SheetPhotoOut, SupplierSheetOut
from pennywort.sheets.vet import SheetLineOut, VetSheetOut

FONTS = Path(__file__).parent / "fonts"
WORDS, BOLD = "Hyperlegible", "Hyperlegible-Bold"
INK, QUIET, RULE = HexColor("#15302b"), HexColor("#475c56"), HexColor("#b9bfb4")
MARGIN = 14 * mm
WIDTH, HEIGHT = A4[0] - 2 * MARGIN, A4[1] - 2 * MARGIN
# letters that the shipped cut of the face does not hold
PLAIN = str.maketrans({"₂": "2", "₃": "3", "₄": "4", "≥": ">", "≤": "<", "µ": "u"})
Pictures = Callable[[UUID], Path | None]

pdfmetrics.registerFont(TTFont(WORDS, str(FONTS / "AtkinsonHyperlegibleNext-Regular.ttf")))
pdfmetrics.registerFont(TTFont(BOLD, str(FONTS / "AtkinsonHyperlegibleNext-Bold.ttf")))

_BODY = ParagraphStyle("body", fontName=WORDS, fontSize=8.6, leading=11, textColor=INK)
_SMALL = ParagraphStyle("small", parent=_BODY, fontSize=7.4, leading=9.4, textColor=QUIET)
_ASIDE = ParagraphStyle("aside", parent=_SMALL, alignment=TA_RIGHT)
_LEAD = ParagraphStyle("lead", parent=_BODY, fontSize=11, leading=14.5)
_HEAD = ParagraphStyle("head", parent=_BODY, fontName=BOLD, fontSize=9, leading=12)
_TITLE = ParagraphStyle("title", parent=_BODY, fontName=BOLD, fontSize=17, leading=21)


def _say(text: str, style: ParagraphStyle = _BODY) -> Paragraph:
    """Text of a keeper's is text, never markup."""
    return Paragraph(escape(text.translate(PLAIN)), style)


def _page(parts: Sequence[Any], *, title: str) -> bytes:
    """All parts on one page: smaller where there are many. The same content, the same bytes."""
    out = BytesIO()
    canvas = Canvas(out, pagesize=A4, invariant=1)
    canvas.setTitle(title.translate(PLAIN))
    canvas.setCreator("Pennywort")
    frame = KeepInFrame(WIDTH, HEIGHT, list(parts), mode="shrink")
    _, height = frame.wrapOn(canvas, WIDTH, HEIGHT)
    frame.drawOn(canvas, MARGIN, A4[1] - MARGIN - height)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _top(title: str, *, aside: str) -> list[Any]:
    table = Table([[_say(title, _TITLE), _say(aside, _ASIDE)]], colWidths=[WIDTH * 0.72, WIDTH * 0.28])
    table.setStyle(TableStyle([("LINEBELOW", (0, 0), (-1, 0), 2, INK), ("VALIGN", (0, 0), (-1, -1), "BOTTOM"), ("LEFTPADDING", (0, 0), (0, 0), 0)]))
    return [table, Spacer(0, 6)]


def _block(title: str, rows: Sequence[Sequence[Any]], widths: Sequence[float], *, head: Sequence[str] = ()) -> list[Any]:
    """A heading with a heavy rule over it, and its rows with hairlines between."""
    if not rows:
        return []
    body = [[_say(h, _SMALL) for h in head], *rows] if head else list(rows)
    table = Table(body, colWidths=[WIDTH * w for w in widths])
    style = [
        ("LINEABOVE", (0, 1), (-1, -1), 0.4, RULE), ("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0),
        ("RIGHTPADDING", (0, 0), (-1, -1), 6), ("TOPPADDING", (0, 0), (-1, -1), 2), ("BOTTOMPADDING", (0, 0), (-1, -1), 2),
    ]  # fmt: skip
    table.setStyle(TableStyle(style))
    heading = Table([[_say(title, _HEAD)]], colWidths=[WIDTH])
    heading.setStyle(TableStyle([("LINEABOVE", (0, 0), (-1, 0), 1.2, INK), ("LEFTPADDING", (0, 0), (-1, -1), 0), ("TOPPADDING", (0, 0), (-1, -1), 2)]))
    return [heading, table, Spacer(0, 8)]


def _lines(title: str, lines: Sequence[SheetLineOut]) -> list[Any]:
    return _block(title, [[_say(x.when, _SMALL), _say(x.words), _say(x.detail, _SMALL)] for x in lines], (0.14, 0.5, 0.36))


def _photos(photos: Sequence[SheetPhotoOut], pictures: Pictures) -> list[Any]:
    """Pictures in a row, each with its day."""
    found = [(p, path) for p in photos if (path := pictures(p.uid)) is not None]
    if not found:
        return []
    side = WIDTH / 4 - 6
    cells = []
    for photo, path in found:
        image = Image(str(path))
        scale = min(side / image.imageWidth, 95 / image.imageHeight)
        image.drawWidth, image.drawHeight = image.imageWidth * scale, image.imageHeight * scale
        cells.append([image, _say(photo.words, _SMALL)])
    table = Table([cells], colWidths=[WIDTH / 4] * len(cells), hAlign="LEFT")
    table.setStyle(TableStyle([("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0)]))
    return [table, Spacer(0, 8)]


def supplier_pdf(sheet: SupplierSheetOut, *, pictures: Pictures) -> bytes:
    """The sheet for a supplier. ``pictures`` finds the file of a photo, None where it is gone."""
    rows = [[_say(a.day_words), _say(a.fish), _say(a.ordered), _say(a.came), _say(a.dead), _say(a.lost_week), _say(a.seen, _SMALL)] for a in sheet.arrivals]
    head = ("arrived", "fish", "ordered", "came", "dead on arrival", "dead or lost in 7 days", "seen within two weeks")
    more = [_say(f"and {sheet.left_out} earlier arrivals", _SMALL)] if sheet.left_out else []
    parts = [
        *_top(f"Arrivals from {sheet.supplier}", aside=f"{sheet.fishroom}, {sheet.printed_words}"), _say(sheet.sentence, _LEAD), _say(sheet.band_words, _SMALL),
        Spacer(0, 8), *_block("Arrivals", rows, (0.15, 0.2, 0.08, 0.13, 0.09, 0.12, 0.23), head=head), *more, *_photos(sheet.photos, pictures),
        _say("Counts by the keeper, from the record. What killed a fish is not proved by it; fish also die of the journey.", _SMALL),
    ]  # fmt: skip
    return _page(parts, title=f"Arrivals from {sheet.supplier}")


def vet_pdf(sheet: VetSheetOut, *, pictures: Pictures) -> bytes:
    """The sheet for a veterinarian."""
    fish = [[_say(x)] for x in sheet.fish]
    more = f" ({sheet.given_left_out} earlier not shown)" if sheet.given_left_out else ""
    ranked = [[_say(x)] for x in sheet.ranked]
    parts = [
        *_top(sheet.title, aside=f"{sheet.fishroom}, {sheet.printed_words}"), *_block("Fish", fish, (1.0,)), *_lines("Signs, by day", sheet.signs),
        *_lines("Losses", sheet.losses), *_lines(f"What was given{more}", sheet.given),
        *_block("In the water now", [[_say(", ".join(sheet.in_water))]] if sheet.in_water else [], (1.0,)), *_lines("Water", sheet.water),
        *_block("What fits the last signs, by the program", ranked, (1.0,)), *_photos(sheet.photos, pictures), _say(sheet.caution, _SMALL),
    ]  # fmt: skip
    return _page(parts, title=sheet.title)
