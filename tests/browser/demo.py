"""The demo fishroom for browser tests: built once a process, and copied back before each test."""

from __future__ import annotations

import sqlite3
from datetime import datetime, timedelta

from django.db import connection
from django.utils import timezone

from pennywort.accounts.models import Keeper
from pennywort.accounts.services import read_cautions
from pennywort.demo.alder_lock import build

PASSWORD = "slow water runs deep"
# what is due is reckoned from the hour it was built
FRESH = timedelta(minutes=12)
_kept: tuple[datetime, sqlite3.Connection] | None = None


def demo_house() -> None:
    """Fill the empty test database with Alder Lock, whose keepers have read the cautions."""
    global _kept
    now = timezone.now()
    connection.ensure_connection()
    if _kept is not None and now - _kept[0] < FRESH:
        _kept[1].backup(connection.connection)
        return
    build(now=now, password=PASSWORD)
    for keeper in Keeper.objects.filter(username__in=("maren", "ivo")):
        read_cautions(keeper, now=now)
    copy = sqlite3.connect(":memory:")
    connection.connection.backup(copy)
    _kept = (now, copy)
