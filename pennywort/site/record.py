"""What every answer and every write of the record has in common: not kept by browsers, in nobody's name but its writer's, and by whoever may."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any
from urllib.parse import unquote

from django.http import HttpRequest, HttpResponse

from pennywort.accounts.models import Keeper, Membership
from pennywort.people.roles import OWNERS, may_write
from pennywort.site.problems import problem

READS = ("GET", "HEAD", "OPTIONS")
ROOM = "api/rooms/<uuid:room_id>/"
_ID = re.compile(r"<[^>]+>")


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

    def process_view(self, request: HttpRequest, view: object, args: object, kwargs: dict[str, Any]) -> HttpResponse | None:
        """Refuse what is not this role's to write; who does not belong here is told by the route itself."""
        match, keeper = request.resolver_match, getattr(request, "user", None)
        if match is None or not match.route.startswith(ROOM) or request.method in READS or not isinstance(keeper, Keeper):
            return None
        role = Membership.objects.filter(keeper=keeper, fishroom__uid=kwargs["room_id"]).values_list("role", flat=True).first()
        end = _ID.sub("*", match.route.removeprefix(ROOM))
        if role is None or may_write(role, end):
            return None
        who = "an owner’s" if end in OWNERS else "a keeper’s or an owner’s"
        return problem(
            403, code="not-yours", title="Not yours to do",
            detail=f"You are {role} here: this is {who} to do. Nothing was written.",
        )  # fmt: skip

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
