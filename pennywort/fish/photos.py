"""Photos: read, turned upright, made smaller, stripped of everything but the picture."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256
from io import BytesIO
from pathlib import Path
from threading import Lock
from typing import IO, Any
from uuid import UUID

from django.conf import settings
from PIL import Image, ImageOps, UnidentifiedImageError

from pennywort.core.errors import InvalidInput, NotFound
from pennywort.fish.models import Group, Loss, Photo
from pennywort.records.actor import Actor
from pennywort.records.files import fsync_folder, write_whole
from pennywort.records.services import find, find_standing, new_entry

MOST_BYTES = 20 * 1024 * 1024
MOST_PIXELS = 80_000_000
LONG_SIDE = {"full": 1800, "small": 420}
FORMATS = ("JPEG", "PNG", "WEBP")
# what only a JPEG can unfold to less of than it holds
MOST_PIXELS_WHOLE = 30_000_000
# one picture is unfolded at a time: ten at once would be gigabytes
_ONE = Lock()


def _picture(content: bytes) -> Image.Image:
    """:raises InvalidInput: no picture, one cut short, or one too large to open."""
    try:
        with Image.open(BytesIO(content), formats=FORMATS) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise InvalidInput("This picture is too large. Choose a smaller size in the camera.", field="file")
            if opened.format == "JPEG":
                # unfolded to no more than twice what is kept of it
                opened.draft("RGB", (2 * LONG_SIDE["full"],) * 2)
            elif opened.width * opened.height > MOST_PIXELS_WHOLE:
                raise InvalidInput("This picture is too large for its kind. Send it as a JPEG, or smaller.", field="file")
            opened.load()
            upright = ImageOps.exif_transpose(opened)
            return upright.convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise InvalidInput("This is not a whole JPEG, PNG or WebP picture.", field="file") from error


def path_of(photo: Photo, size: str) -> Path:
    """Where the file of a photo lies. The name is its own id, never the uploaded name."""
    return path_in(Path(settings.PHOTO_ROOT), room=photo.fishroom.uid, photo=photo.uid, size=size)


def path_in(folder: Path, *, room: UUID | str, photo: UUID | str, size: str) -> Path:
    return folder / str(UUID(str(room))) / f"{UUID(str(photo))}.{size}.jpg"


def _copy(picture: Image.Image, long_side: int) -> bytes:
    """A JPEG of this size at most, without metadata."""
    copy = picture.copy()
    copy.thumbnail((long_side, long_side))
    # a comment would be written again with the picture
    copy.info = {}
    out = BytesIO()
    copy.save(out, format="JPEG", quality=86, optimize=True)
    return out.getvalue()


@dataclass(frozen=True, kw_only=True)
class Prepared:
    """A picture as it is kept: its copies by size, as JPEG, and the SHA-256 of what came."""

    width_px: int
    height_px: int
    copies: dict[str, bytes]
    sha256: str


def prepare(file: IO[bytes], *, size: int | None = None) -> Prepared:
    """Unfold a picture and make its copies. It takes a while: nobody's write may wait for it.

    :param size: bytes, where they are known before it is read. :raises InvalidInput: too large, cut short, or not a picture.
    """
    content = b"" if size is not None and size > MOST_BYTES else file.read(MOST_BYTES + 1)
    if not content or len(content) > MOST_BYTES:
        raise InvalidInput("A photo may have 20 MB at most." if size != 0 else "This file is empty.", field="file")
    with _ONE:
        picture = _picture(content)
        copies = {name: _copy(picture, long_side) for name, long_side in LONG_SIDE.items()}
    return Prepared(width_px=picture.width, height_px=picture.height, copies=copies, sha256=sha256(content).hexdigest())


def add_photo(
    actor: Actor, *, uid: UUID, group: Group, fish: str, note: str, picture: Prepared, taken_at: datetime | None, loss: UUID | None = None
) -> dict[str, Any]:
    """Keep a photo of a group, or of one fish of it. :raises InvalidInput: a time in the future, or a loss of other fish."""
    shows = find_standing(Loss, actor, loss, name="loss") if loss else None
    if shows is not None and shows.group_id != group.pk:
        raise InvalidInput("That loss was of other fish.", field="loss")
    photo = new_entry(
        Photo, actor, uid=uid, name="photo", happened_at=taken_at, group=group, fish=fish.strip(), note=note.strip(),
        loss=shows, width_px=picture.width_px, height_px=picture.height_px,
    )  # fmt: skip
    for size, copy in picture.copies.items():
        write_whole(path_of(photo, size), copy)
    fsync_folder(path_of(photo, "full").parent)
    return {"uid": str(photo.uid)}


def photo_file(actor: Actor, uid: UUID, size: str) -> Path:
    """:raises NotFound: no such photo in this fishroom, it was taken out, or its file is gone."""
    photo = find(Photo, actor, uid, name="photo")
    path = path_of(photo, size)
    if not Photo.objects.standing().filter(pk=photo.pk).exists() or not path.exists():
        raise NotFound("There is no such photo here.")
    return path
