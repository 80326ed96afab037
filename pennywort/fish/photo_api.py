"""Routes of photos."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from django.http import FileResponse, HttpRequest
from django.http.response import HttpResponseBase
from django.utils.cache import get_conditional_response
from ninja import File, Form, Path, Router
from ninja.files import UploadedFile

from pennywort.core.lengths import CALLED, NOTE
from pennywort.fish import photos
from pennywort.fish.models import Photo
from pennywort.fish.services import group_of
from pennywort.records.requests import act
from pennywort.records.schemas import Plain, Written
from pennywort.records.services import write_once

router = Router(tags=["photos"])


class PhotoOut(Plain):
    uid: UUID
    fish: str
    note: str
    by: str
    day: int
    day_words: str
    at_words: str
    small: str
    full: str
    width: int
    height: int


@router.get("/groups/{uuid:group_id}/photos", response=list[PhotoOut], operation_id="photos")
def list_photos(request: HttpRequest, room_id: Path[UUID], group_id: UUID) -> list[PhotoOut]:
    """The photos of a group that stand, oldest first, with the day after arrival on which each was taken."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    out = []
    for photo in Photo.objects.standing().filter(group=group).select_related("recorded_by").order_by("happened_at", "pk"):
        local = actor.local(photo.happened_at)
        base = f"/api/rooms/{room_id}/photos/{photo.uid}"
        out.append(
            PhotoOut(
                uid=photo.uid,
                fish=photo.fish,
                note=photo.note,
                by=actor.signed(photo),
                day=(local.date() - group.arrived_on).days + 1,
                day_words=f"{local:%a} {local.day} {local:%b}",
                at_words=f"{local:%H:%M}",
                small=f"{base}/small",
                full=f"{base}/full",
                width=photo.width_px,
                height=photo.height_px,
            )
        )
    return out


@router.post("/groups/{uuid:group_id}/photos", response=Written, operation_id="add_photo")
def add_photo(
    request: HttpRequest,
    room_id: Path[UUID],
    group_id: UUID,
    write_id: Form[UUID],
    file: File[UploadedFile],
    fish: str = Form("", max_length=CALLED),  # type: ignore[type-arg]
    note: str = Form("", max_length=NOTE),  # type: ignore[type-arg]
    taken_at: Form[datetime | None] = None,
    loss: Form[UUID | None] = None,
) -> dict[str, object]:
    """Keep a photo. It is re-encoded, and where and with what it was taken is thrown away."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    # unfolded before anything is held
    picture = photos.prepare(file, size=file.size)
    content = {"group": group_id, "fish": fish, "note": note, "taken_at": taken_at, "loss": loss, "sha256": picture.sha256}
    return write_once(
        actor,
        write_id,
        "add_photo",
        content,
        lambda: photos.add_photo(actor, uid=write_id, group=group, fish=fish, note=note, picture=picture, taken_at=taken_at, loss=loss),
    )


@router.get("/photos/{uuid:photo_id}/{size}", operation_id="photo", response={200: bytes})
def photo(request: HttpRequest, room_id: Path[UUID], photo_id: UUID, size: Literal["small", "full"]) -> HttpResponseBase:
    """The picture itself, for those who belong to the fishroom: a browser that has it still asks whether it may show it."""
    path = photos.photo_file(act(request, room_id), photo_id, size)
    tag = f'"{photo_id}.{size}"'
    answer = get_conditional_response(request, etag=tag) or FileResponse(path.open("rb"), content_type="image/jpeg")
    answer["Cache-Control"] = "private, no-cache"
    answer["ETag"] = tag
    return answer
