"""Routes of a fishroom itself: what is said of it once."""

from __future__ import annotations

from typing import Any

from ninja import Router
from pydantic import Field

from pennywort.core.lengths import WORD
from pennywort.people import law
from pennywort.records.actor import Actor
from pennywort.records.schemas import Plain, Write
from pennywort.records.writes import writes

router = Router(tags=["keeper"])


class LawIn(Write):
    law: str = Field(max_length=WORD, description="A place of the reference, or empty where nobody wants to say")


class LawOut(Plain):
    law: str


@writes(router, "/law", method="put", response=LawOut)
def set_law(actor: Actor, body: LawIn) -> dict[str, Any]:
    """Whose law says which diseases must be reported from here."""
    return law.set_law(actor, body.law)
