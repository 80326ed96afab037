"""What can go wrong, in words a keeper can act on. The site maps each class to one HTTP status."""

from __future__ import annotations

from datetime import datetime


class PennywortError(Exception):
    """Base of every error the core and the services raise on purpose.

    ``message`` is a sentence for the keeper; ``field`` is the dotted name of the input that caused it.
    """

    code = "error"

    def __init__(self, message: str, *, field: str | None = None) -> None:
        super().__init__(message)
        self.message = message
        self.field = field


class InvalidInput(PennywortError):
    """A value that cannot be right: negative, not a number, of the wrong unit, out of any sense."""

    code = "invalid-input"


class NotKnownYet(PennywortError):
    """Nothing is wrong, but the answer needs something that nobody has measured or told."""

    code = "not-known-yet"


class Refused(PennywortError):
    """A guard rail says no: the figure is valid and would do harm."""

    code = "refused"


class Unusual(PennywortError):
    """Valid, but so far from what was expected that it is likelier a slip: to be confirmed."""

    code = "unusual"


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
