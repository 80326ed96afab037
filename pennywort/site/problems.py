"""The one file that turns errors into application/problem+json (RFC 9457)."""

from __future__ import annotations

import json
import logging
from collections.abc import Callable
from typing import Any

from django.core.exceptions import RequestDataTooBig, SuspiciousOperation, TooManyFieldsSent, TooManyFilesSent
from django.db import OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse, UnreadablePostError
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from pennywort.core.errors import AlreadyDone, Conflict, InvalidInput, NotFound, NotKnownYet, NotSignedIn, PennywortError, Refused, TooManyTries, Unusual
from pennywort.records.disk import is_held, is_no_room

RETRY_AFTER_S = 2
_log = logging.getLogger("pennywort")
_STATUS: dict[type[PennywortError], tuple[int, str]] = {
    InvalidInput: (422, "That figure can’t be used"),
    NotKnownYet: (409, "Something is not known yet"),
    Unusual: (422, "Look at this once more"),
    Refused: (422, "That would do harm"),
    NotFound: (404, "Not found"),
    NotSignedIn: (401, "Sign in first"),
    TooManyTries: (429, "Too many tries"),
    AlreadyDone: (409, "Already done"),
    Conflict: (409, "It no longer fits"),
}


def problem(status: int, *, code: str, title: str, detail: str, field: str | None = None, **more: Any) -> JsonResponse:
    """One problem document. ``field`` is the dotted name of the input that caused it."""
    body = {"type": f"urn:pennywort:{code}", "title": title, "status": status, "detail": detail}
    if field:
        body["field"] = field
    return JsonResponse({**body, **more}, status=status, content_type="application/problem+json")


def from_error(error: PennywortError) -> JsonResponse:
    """The problem document of a domain error."""
    status, title = next(_STATUS[kind] for kind in type(error).__mro__ if kind in _STATUS)
    more: dict[str, Any] = {}
    if isinstance(error, AlreadyDone):
        more = {"by": error.by, "at": error.at.isoformat()}
    return problem(status, code=error.code, title=title, detail=error.message, field=error.field, **more)


def _words(first: dict[str, Any]) -> str:
    kind = str(first.get("type", ""))
    if kind == "missing":
        return "This is missing."
    if kind.startswith("uuid"):
        return "This id is not one of ours."
    if kind in ("literal_error", "enum"):
        return f"Choose one of {first.get('ctx', {}).get('expected', 'the offered values')}."
    if kind.endswith("too_long"):
        told = first.get("ctx", {})
        listed = told.get("field_type") in ("List", "Tuple", "Dictionary")
        return f"These are more than {told.get('max_length')}." if listed else f"This is longer than {told.get('max_length')} characters."
    if kind.startswith(("datetime", "date", "timezone")):
        return "This is not a date and time with its zone."
    if kind.startswith("int_"):
        return "This is not a whole number."
    if kind.startswith(("float_", "decimal_")):
        return "This is not a number."
    if kind.startswith("json"):
        return "The request is cut short or is not JSON."
    return f"{first.get('msg', 'This can’t be read')}."


def _kind_of(request: HttpRequest) -> str | None:
    if request.content_type != "application/json":
        return None
    try:
        body = json.loads(request.body)
    except ValueError:
        return None
    return body.get("kind") if isinstance(body, dict) else None


def _of_the_disk(error: Exception) -> HttpResponse | None:
    """The database is held by another for too long, or nothing can be written any more; None for any other accident."""
    if is_held(error):
        words = "Somebody else’s long work holds the record. Nothing was written; try again in a moment."
        answer = problem(503, code="busy", title="The record is busy", detail=words)
        answer.headers["Retry-After"] = str(RETRY_AFTER_S)
        return answer
    if is_no_room(error):
        _log.error("nothing can be written: %s", error)
        words = "The disk is full or can’t be written to. Nothing was written; what is there can be read. Make room, then try again."
        return problem(507, code="no-room", title="Nothing can be kept now", detail=words)
    return None


def _domain(request: HttpRequest, error: PennywortError) -> HttpResponse:
    return from_error(error)


def _malformed(request: HttpRequest, error: ValidationError) -> HttpResponse:
    first = error.errors[0] if error.errors else {}
    # where it came in, then what the route calls the whole body; what follows is the field, whatever its name
    loc = [str(part) for part in first.get("loc", ())]
    whole = loc[:1] == ["body"]
    loc = loc[1:] if loc[:1] in (["body"], ["query"], ["path"], ["form"]) else loc
    loc = loc[1:] if whole and loc[:1] in (["body"], ["data"], ["content"]) else loc
    # of several ways to read one field pydantic names the way as well
    loc = [part for part in loc if not part.startswith(("literal[", "union[", "function-"))]
    # a body that is one of several kinds is named by its kind first: that is no field
    if len(loc) > 1 and loc[0] == _kind_of(request):
        loc = loc[1:]
    return problem(422, code="invalid-input", title="That can’t be read", detail=_words(first), field=".".join(loc) or None)


def _unknown(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return problem(401, code="not-signed-in", title="Sign in first", detail="You are not signed in.")


def _http(request: HttpRequest, error: HttpError) -> HttpResponse:
    detail = "The request is cut short or is not JSON." if error.status_code == 400 else str(error)
    return problem(error.status_code, code="bad-request", title="That can’t be read", detail=detail)


def _too_large(request: HttpRequest, error: Exception) -> HttpResponse:
    return problem(413, code="too-large", title="That is too much at once", detail="This is larger than one request may be. Send less at once.")


def _broken(request: HttpRequest, error: Exception) -> HttpResponse:
    return problem(400, code="bad-request", title="That can’t be read", detail="The request is cut short or is no form that can be read.")


def _no_disk(request: HttpRequest, error: Exception) -> HttpResponse:
    return _of_the_disk(error) or _accident(request, error)


def _accident(request: HttpRequest, error: Exception) -> HttpResponse:
    _log.exception("unexpected error at %s", request.path)
    return problem(500, code="accident", title="Our mistake", detail="Something broke here; nothing was half written. Try again.")


HANDLERS: list[tuple[type[Exception], Any]] = [
    (PennywortError, _domain),
    (ValidationError, _malformed),
    (AuthenticationError, _unknown),
    (HttpError, _http),
    (RequestDataTooBig, _too_large),
    (TooManyFieldsSent, _too_large),
    (TooManyFilesSent, _too_large),
    (SuspiciousOperation, _broken),
    (MultiPartParserError, _broken),
    (UnreadablePostError, _broken),
    (OperationalError, _no_disk),
    (OSError, _no_disk),
    (Exception, _accident),
]


def install(api: NinjaAPI) -> None:
    """Let the API answer every error as a problem document."""
    for kind, handler in HANDLERS:
        api.add_exception_handler(kind, handler)


class ApiProblems:
    """Middleware: what the framework refuses below /api in plain text is told as a problem document too."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        told = answer.headers.get("Content-Type", "").startswith("application/")
        if answer.status_code >= 400 and request.path.startswith("/api/") and not told:
            return problem(answer.status_code, code="bad-request", title="That can’t be done", detail="This address does not take such a request.")
        return answer


def csrf_failure(request: HttpRequest, reason: str = "") -> HttpResponse:
    """The page was open too long, or the request came from elsewhere."""
    return problem(403, code="stale-page", title="Reload the page", detail="This page was open for too long. Reload it and press again.")


def not_found(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """Whatever is not there."""
    return problem(404, code="not-found", title="Not found", detail="There is nothing at this address.")


def bad_request(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """A request that Django itself refuses, such as one that is too large."""
    return problem(400, code="bad-request", title="That can’t be read", detail="The request is malformed or too large.")


def server_error(request: HttpRequest) -> HttpResponse:
    """The last resort."""
    return problem(500, code="accident", title="Our mistake", detail="Something broke here; nothing was half written. Try again.")
