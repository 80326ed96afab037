"""Since when fish are watched apart from others."""

from __future__ import annotations

from datetime import datetime, time

from pennywort.fish.models import Group
from pennywort.records.actor import Actor


def watched_since(actor: Actor, group: Group) -> datetime:
    """Since when a group has been watched: its arrival, or when its watching began again."""
    return group.watched_since or datetime.combine(group.arrived_on, time(), tzinfo=actor.zone)
