"""What every answer and every write of the record has in common: not kept by browsers, and in nobody's name but its writer's."""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import unquote

from django.http import HttpRequest, HttpResponse

from pennywort.rooms.models import Keeper
from pennywort.site.problems import problem

READS = ("GET", "HEAD", "OPTIONS")


class OnlyTheirOwn:
    """Middleware: what somebody wrote without a connection is refused where another keeper is signed in when it goes out.

    Answers of the API are not for the browser's own cache; what is kept for walking without a connection the worker keeps, and
    it forgets at sign-out.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not request.path.startswith("/api/"):
            return self.get_response(request)
        answer = self._refused(request) or self.get_response(request)
        answer.headers.setdefault("Cache-Control", "no-store")
        return answer

    def _refused(self, request: HttpRequest) -> HttpResponse | None:
        writer = request.headers.get("X-Written-By")
        keeper = getattr(request, "user", None)
        if writer is None or request.method in READS or not isinstance(keeper, Keeper) or unquote(writer) == keeper.username:
            return None
        return problem(
            409,
            code="another-keeper",
            title="This is somebody else’s entry",
            detail=f"This was written by another keeper than {keeper.display_name}. It goes out when he signs in again.",
        )
