"""One line of never, care or know."""

from __future__ import annotations

from dataclasses import dataclass

from pennywort.core.reference.models import CautionLevel


@dataclass(frozen=True, kw_only=True)
class SlipCaution:
    """What must not be met, what needs care, what is good to know, and where it comes from.

    ``asks``: something to see to or to read first, not something met.
    """

    level: CautionLevel
    text: str
    source: tuple[str, ...]
    recalled: bool
    asks: bool = False
