"""A route that writes: once, in one transaction, in the name of whoever asks, at the instant of the request."""

from __future__ import annotations

from collections.abc import Callable
from inspect import Parameter, Signature, signature
from typing import Any, Literal, get_type_hints
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.records.requests import act
from pennywort.records.schemas import Written
from pennywort.records.services import write_once

Do = Callable[..., dict[str, Any]]


def writes(
    router: Router,
    path: str,
    *,
    method: Literal["post", "put"] = "post",
    response: Any = Written,
    operation: str = "",
    kept: Callable[[Any], dict[str, Any]] | None = None,
) -> Callable[[Do], Do]:
    """Make a route of a function of an actor, what its path names, and a body with a ``write_id``; the function itself stays as it is.

    What was sent is kept with the receipt, so that a repeat is told from another write: all of the body, or what ``kept`` makes of a long one.
    Finding what the path names is part of the write, inside its transaction.
    """

    def wrap(do: Do) -> Do:
        operation_id = operation or do.__name__
        hints = get_type_hints(do, include_extras=True)
        places = [p for p in signature(do).parameters if p not in ("actor", "body")]

        def route(request: HttpRequest, room_id: UUID, **given: Any) -> dict[str, Any]:
            body = given["body"]
            actor = act(request, room_id)
            sent = kept(body) if kept else body.dict(exclude={"write_id"})
            # what the path names beside what was sent: a field of the same name keeps its own place
            named = {p.removesuffix("_id"): given[p] for p in places}
            content = {**sent, **{(f"{name}_id" if name in sent else name): value for name, value in named.items()}}
            return write_once(actor, body.write_id, operation_id, content, lambda: do(actor, **given))

        told = {"request": HttpRequest, "room_id": Path[UUID], **{p: hints[p] for p in places}, "body": hints["body"]}
        parameters = [Parameter(p, Parameter.POSITIONAL_OR_KEYWORD, annotation=kind) for p, kind in told.items()]
        route.__signature__ = Signature(parameters)  # type: ignore[attr-defined]
        route.__name__, route.__doc__ = do.__name__, do.__doc__
        getattr(router, method)(path, response=response, operation_id=operation_id)(route)
        return do

    return wrap
