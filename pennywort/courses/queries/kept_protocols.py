"""The protocol a course goes by: as it stood when the course was started, whatever the reference says by now."""

from __future__ import annotations

import json
from datetime import datetime
from functools import lru_cache
from hashlib import sha256
from typing import Any
from uuid import uuid5

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.library import Library
from pennywort.courses.models import Course, KeptProtocol


def protocol_of(course: Course) -> CourseProtocol | None:
    """The protocol a course was started by; None once a shipped one that nobody kept is no more."""
    if course.protocol is not None:
        return _read(json.dumps(course.protocol, sort_keys=True))
    shipped = library().courses.get(course.protocol_id)
    if not course.protocol_digest or course.protocol_digest == _shipped_digests(library()).get(course.protocol_id):
        return shipped
    try:
        return _kept(course.fishroom_id, course.protocol_digest)
    except KeptProtocol.DoesNotExist:
        return shipped


def content_of(course: Course) -> dict[str, Any] | None:
    """The whole protocol of a course as plain data; None where it is no more."""
    protocol = protocol_of(course)
    return protocol.model_dump(mode="json") if protocol else None


def keep(protocol: CourseProtocol, *, fishroom: Fishroom, by: Keeper, at: datetime) -> str:
    """Keep a protocol as it stands, once; its digest."""
    content = protocol.model_dump(mode="json")
    digest = digest_of(content)
    values = {"uid": uuid5(fishroom.uid, f"protocol {digest}"), "recorded_at": at, "recorded_by": by, "content": content}
    KeptProtocol.objects.get_or_create(fishroom=fishroom, digest=digest, defaults=values)
    return digest


def digest_of(content: dict[str, Any]) -> str:
    return sha256(json.dumps(content, sort_keys=True).encode()).hexdigest()[:32]


@lru_cache(maxsize=2)
def _shipped_digests(found: Library) -> dict[str, str]:
    return {c.id: digest_of(c.model_dump(mode="json")) for c in found.courses.values()}


@lru_cache(maxsize=256)
def _kept(fishroom_id: int, digest: str) -> CourseProtocol:
    return _read(json.dumps(KeptProtocol.objects.get(fishroom=fishroom_id, digest=digest).content, sort_keys=True))


@lru_cache(maxsize=256)
def _read(packed: str) -> CourseProtocol:
    return CourseProtocol.model_validate_json(packed)
