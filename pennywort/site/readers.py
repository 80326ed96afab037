"""What an answer of the API is told in for the one who reads it."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse

from pennywort.accounts.models import Keeper
from pennywort.accounts.preferences import preferences_of
from pennywort.core.units import Preferences, in_own_degrees

JSON = ("application/json", "application/problem+json")


class OwnDegrees:
    """Middleware: sentences of the core and the reference tell temperatures in the degrees of the keeper who asked."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        keeper = getattr(request, "user", None)
        if answer.streaming or not isinstance(keeper, Keeper) or not request.path.startswith("/api/"):
            return answer
        kind = answer.headers.get("Content-Type", "").split(";")[0]
        if kind in JSON and keeper.temperature_unit == "f" and "Content-Disposition" not in answer.headers:
            answer.content = json.dumps(_told(json.loads(answer.content), preferences_of(keeper))).encode()
            if "Content-Length" in answer.headers:
                answer.headers["Content-Length"] = str(len(answer.content))
        return answer


def _told(value: Any, mine: Preferences) -> Any:
    if isinstance(value, str):
        return in_own_degrees(value, mine)
    if isinstance(value, list):
        return [_told(v, mine) for v in value]
    return {name: _told(v, mine) for name, v in value.items()} if isinstance(value, dict) else value
