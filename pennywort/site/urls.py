"""Routes: the API, and the one page for everything else."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from pennywort.board.feed_api import feed
from pennywort.site import problems
from pennywort.site.api import api
from pennywort.site.worker import worker


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The front end; its own router takes it from here."""
    return render(request, "index.html")


urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/", problems.not_found),
    path("sw.js", worker),
    path("calendar/<str:token>.ics", feed),
    re_path(r"^static/", problems.not_found),
    re_path(r"^.*$", page),
]
handler400 = problems.bad_request
handler404 = problems.not_found
handler500 = problems.server_error
