"""Whose law a fishroom stands under."""

from __future__ import annotations

from typing import Any

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.records.actor import Actor


def set_law(actor: Actor, law: str) -> dict[str, Any]:
    """Whose law says what must be reported from this fishroom. :raises InvalidInput: no such place."""
    if law and law not in {p.id for p in library().reporting.places}:
        raise InvalidInput("Choose a place from the list.", field="law")
    actor.fishroom.law = law
    actor.fishroom.save(update_fields=["law"])
    return {"law": law}
