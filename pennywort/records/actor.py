"""Who acts, in which fishroom, at what instant, in which units."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from typing import Any
from uuid import UUID
from zoneinfo import ZoneInfo

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.accounts.preferences import preferences_of
from pennywort.core.errors import Conflict, NotFound
from pennywort.core.units import Preferences, read_quantity, read_share
from pennywort.records.models import LedgerRecord


@dataclass(frozen=True, kw_only=True)
class Actor:
    """A keeper inside a fishroom he belongs to, at one instant."""

    keeper: Keeper
    fishroom: Fishroom
    now: datetime
    role: str = "owner"
    # what was read of the fishroom once and holds for this request
    memo: dict[str, Any] = field(default_factory=dict, compare=False, repr=False)

    @property
    def zone(self) -> ZoneInfo:
        return ZoneInfo(self.fishroom.time_zone)

    @property
    def preferences(self) -> Preferences:
        return preferences_of(self.keeper)

    def local(self, at: datetime) -> datetime:
        """An instant on the fishroom's clock."""
        return at.astimezone(self.zone)

    def signed(self, entry: LedgerRecord) -> str:
        """The name beside an entry; where it was written down later, when that was: "Maren, entered Mon 30 Nov 08:00"."""
        if not entry.entered_later:
            return entry.by
        at = self.local(entry.recorded_at)
        return f"{entry.by}, entered {at:%a} {at.day} {at:%b} {at:%H:%M}"

    @property
    def midnight(self) -> datetime:
        """The beginning of today on the fishroom's clock."""
        return self.local(self.now).replace(hour=0, minute=0, second=0, microsecond=0)

    def read(self, text: str, *, kind: str, field: str) -> float:
        """What this keeper typed, in the canonical unit."""
        return read_quantity(text, kind=kind, field=field, preferences=self.preferences)

    def read_share(self, text: str, *, field: str, whole_l: float | None) -> float:
        """A share of the water, 0 to 1: per cent, "30 of 80 L", or litres of ``whole_l``."""
        return read_share(text, field=field, whole_l=whole_l, preferences=self.preferences)

    def read_optional(self, text: str | None, *, kind: str, field: str) -> float | None:
        """The same where nothing typed is allowed."""
        return None if text is None or not text.strip() else self.read(text, kind=kind, field=field)


def enter(keeper: Keeper, room_uid: UUID, *, now: datetime, importing: bool = False) -> Actor:
    """``importing``: also where an archive is coming in, or was broken off. ``now`` is the world's; a fishroom to rehearse in has a clock of its own.

    :raises NotFound: no such fishroom, or the keeper does not belong to it. :raises Conflict: an archive is coming in.
    """
    membership = Membership.objects.select_related("fishroom").filter(keeper=keeper, fishroom__uid=room_uid).first()
    if membership is None:
        raise NotFound("There is no such fishroom.")
    if membership.fishroom.importing_at is not None and not importing:
        raise Conflict("An archive is coming into this fishroom. If it was broken off, bring it in once more: what had come is cleared first.")
    return Actor(keeper=keeper, fishroom=membership.fishroom, now=now + membership.fishroom.ahead, role=membership.role)
