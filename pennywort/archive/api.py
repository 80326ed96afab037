"""Routes of the whole record: its time line, search, and the archive of a fishroom."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator
from datetime import datetime
from typing import IO, Annotated, Literal
from uuid import UUID

from django.db import IntegrityError
from django.http import FileResponse, HttpRequest, StreamingHttpResponse
from ninja import File, Path, Query, Router
from ninja.files import UploadedFile
from pydantic import AwareDatetime

from pennywort.archive.export import write_archive
from pennywort.archive.places import places
from pennywort.archive.reading import MOST_PACKED
from pennywort.archive.restore import check_empty, restore
from pennywort.archive.timeline import Ledger, timeline
from pennywort.core.errors import InvalidInput, PennywortError
from pennywort.core.lengths import PRODUCT
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain

router = Router(tags=["records"])


class TimeLineOut(Plain):
    at: datetime
    day_words: str
    at_words: str
    kind: str
    where: str
    words: str
    detail: str
    by: str
    to: str
    to_id: str


class PlaceOut(Plain):
    to: str
    to_id: str
    kind: str
    words: str
    detail: str


class TimelineOut(Plain):
    """A page of the time line; ``go_on_before`` asks for the next one."""

    places: list[PlaceOut]
    lines: list[TimeLineOut]
    go_on_before: datetime | None
    back_to_words: str


@router.get("/timeline", response=TimelineOut, operation_id="timeline")
def read_timeline(
    request: HttpRequest,
    room_id: Path[UUID],
    words: Annotated[str, Query(max_length=PRODUCT)] = "",
    kind: Ledger | Literal[""] = "",
    before: AwareDatetime | None = None,
) -> TimelineOut:
    """Everything that happened here, newest first; with words, only lines that hold all of them, and where the words lead."""
    actor = act(request, room_id)
    page = timeline(actor, before=before, words=words, kind=kind)
    lines = []
    for line in page.lines:
        local = actor.local(line.at)
        lines.append(TimeLineOut(**vars(line), day_words=f"{local:%a} {local.day} {local:%b %Y}", at_words=f"{local:%H:%M}"))
    back = actor.local(page.go_on_before) if page.go_on_before else None
    return TimelineOut(
        places=[PlaceOut(**vars(p)) for p in (places(actor, words=words) if before is None else [])],
        lines=lines,
        go_on_before=page.go_on_before,
        back_to_words=f"{back.day} {back:%B %Y}" if back else "",
    )


@router.get("/archive", operation_id="export_archive", response={200: bytes})
def export_archive(request: HttpRequest, room_id: Path[UUID]) -> FileResponse:
    """The whole fishroom as a zip: JSON lines and CSV for each table, and the pictures."""
    actor = act(request, room_id)
    local = actor.local(actor.now)
    answer = FileResponse(write_archive(actor), content_type="application/zip")
    answer["Content-Disposition"] = f'attachment; filename="fishroom-{local:%Y-%m-%d}.zip"'
    return answer


def _told(actor: Actor, file: IO[bytes]) -> Iterator[str]:
    """A line of JSON for each step; the last says that it is done, or what is wrong with the file."""
    try:
        last = -1.0
        for p in restore(actor, file):
            share = p.done / max(1, p.of)
            if p.step != "writing" or share - last >= 0.01 or share >= 1:
                last = share if p.step == "writing" else -1.0
                yield json.dumps({"step": p.step, "done": p.done, "of": p.of}) + "\n"
    except PennywortError as error:
        yield json.dumps({"step": "failed", "detail": error.message, "field": error.field or "file"}) + "\n"
    except IntegrityError:
        yield json.dumps({"step": "failed", "detail": "The file is wrong: its records don’t fit together. Nothing was kept.", "field": "file"}) + "\n"
    except Exception:
        logging.getLogger("pennywort").exception("an archive could not be restored")
        yield json.dumps({"step": "failed", "detail": "Something broke here; nothing was kept.", "field": "file"}) + "\n"


@router.post("/archive", operation_id="restore_archive", response={200: str})
def restore_archive(request: HttpRequest, room_id: Path[UUID], file: File[UploadedFile]) -> StreamingHttpResponse:
    """Bring an archive into this empty fishroom. Answers lines of JSON while it goes on; who hangs up stops it."""
    actor = act(request, room_id, importing=True)
    if actor.fishroom.importing_at is None:
        check_empty(actor.fishroom)
    if (file.size or 0) > MOST_PACKED:
        raise InvalidInput("This archive is too large.", field="file")
    return StreamingHttpResponse(_told(actor, file), content_type="application/x-ndjson; charset=utf-8")
