"""A disk that is full or can't be written to: told apart from every other accident, and passed over where nothing is lost by it."""

from __future__ import annotations

import errno
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager

from django.db import OperationalError

# how SQLite names it (its result codes), and the system the same of a picture
_WRITES = ("WRITE", "FSYNC", "DIR_FSYNC", "TRUNCATE", "DELETE", "SHMOPEN", "SHMSIZE", "SHMMAP")
# and PostgreSQL: disk full, read only
_NO_ROOM = ("SQLITE_FULL", "SQLITE_READONLY", "SQLITE_CANTOPEN", *(f"SQLITE_IOERR_{what}" for what in _WRITES), "53100", "25006")
# PostgreSQL: waited too long, two that wait for each other, two that can't be put in an order
_HELD = ("SQLITE_BUSY", "SQLITE_LOCKED", "55P03", "40P01", "40001")
_NO_ROOM_ERRNO = (errno.ENOSPC, errno.EDQUOT, errno.EROFS)


def database_name(error: BaseException) -> str:
    """The database's own name of what went wrong: SQLite's, or PostgreSQL's state of five signs; empty where it was neither."""
    cause = error.__cause__
    return cause.sqlite_errorname if isinstance(cause, sqlite3.Error) else str(getattr(cause, "sqlstate", None) or "")


def is_no_room(error: BaseException) -> bool:
    """Whether nothing can be written any more."""
    return database_name(error).startswith(_NO_ROOM) or (isinstance(error, OSError) and error.errno in _NO_ROOM_ERRNO)


def is_held(error: BaseException) -> bool:
    """Whether another holds what is asked for: too long, or each what the other wants."""
    return database_name(error).startswith(_HELD)


@contextmanager
def spared() -> Iterator[None]:
    """What is written within is kept where it can be, and spared where the disk takes nothing more."""
    try:
        yield
    except OperationalError as error:
        if not is_no_room(error):
            raise
