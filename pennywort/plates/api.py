"""Routes of the drawings: a fish of any shape with signs on it, and one sign seen near."""

from __future__ import annotations

import json
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils.text import compress_string
from ninja import Query, Router

from pennywort.core.errors import NotFound
from pennywort.plates.drawn import DRAWN
from pennywort.plates.plate import another, lens, plate
from pennywort.plates.shapes import shapes
from pennywort.records.requests import keeper_of
from pennywort.records.schemas import Plain

router = Router(tags=["reference"])
# a drawing changes only with the program
KEEP_S = 86_400


class SpotOut(Plain):
    outline: str
    # x and y in the box
    point: list[float]


class PlateOut(Plain):
    """The inside of an SVG in a box of 640 x 330, and the places of the fish on it."""

    svg: str
    places: dict[str, SpotOut]


class LensOut(Plain):
    svg: str
    box: str


def _known(shape: str, drawn: tuple[str, ...]) -> None:
    """:raises NotFound: no such shape or drawing."""
    if shape not in shapes() or any(name not in DRAWN for name in drawn):
        raise NotFound("There is no such drawing.")


def _sent(request: HttpRequest, content: dict[str, object]) -> HttpResponse:
    """Path data shrinks to a third, which matters on a phone; nothing secret stands beside it."""
    body = json.dumps(content).encode()
    answer = HttpResponse(body, content_type="application/json")
    if "gzip" in request.headers.get("Accept-Encoding", ""):
        answer = HttpResponse(compress_string(body), content_type="application/json")
        answer["Content-Encoding"] = "gzip"
    answer["Vary"] = "Accept-Encoding, Cookie"
    answer["Cache-Control"] = f"private, max-age={KEEP_S}"
    return answer


@router.get("/plates/{shape}", response=PlateOut, operation_id="plate")
def read_plate(request: HttpRequest, shape: str, drawn: str = "", seed: Annotated[int, Query(ge=0, le=1_000_000)] = 0) -> HttpResponse:
    """A fish of this shape with the named signs on it (by comma); by another seed than 0 they lie elsewhere on it."""
    keeper_of(request)
    names = tuple(sorted({n for n in drawn.split(",") if n}))
    _known(shape, names)
    got = another(shape, names, seed=seed) if seed else plate(shape, names)
    return _sent(request, {"svg": got.svg, "places": {n: {"outline": p.outline, "point": p.point} for n, p in got.places.items()}})


@router.get("/plates/{shape}/lens/{drawn}", response=LensOut, operation_id="plate_lens")
def read_lens(request: HttpRequest, shape: str, drawn: str) -> HttpResponse:
    """One sign, seen near."""
    keeper_of(request)
    _known(shape, (drawn,))
    svg, box = lens(drawn, shape)
    return _sent(request, {"svg": svg, "box": box})
