"""Errors of the record, beside those of the core."""

from __future__ import annotations

from datetime import datetime

from pennywort.core.errors import PennywortError


class NotFound(PennywortError):
    """No such thing here, or not yours: the two are told apart by nobody."""

    code = "not-found"


class NotSignedIn(PennywortError):
    """Sign in first, or the name and password do not fit."""

    code = "not-signed-in"


class TooManyTries(PennywortError):
    """Sign-in is closed for a while."""

    code = "too-many-tries"


class Conflict(PennywortError):
    """What was asked does not fit what is already recorded."""

    code = "conflict"


class AlreadyDone(Conflict):
    """Somebody was quicker. Says who and when, so that nothing is given twice."""

    code = "already-done"

    def __init__(self, message: str, *, by: str, at: datetime) -> None:
        super().__init__(message)
        self.by = by
        self.at = at
