"""The service worker of the front end: its script with the built files it keeps."""

from __future__ import annotations

import hashlib
import json
from functools import lru_cache
from pathlib import Path

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

SCRIPT = Path(__file__).with_name("worker.js")


@lru_cache(maxsize=1)
def script() -> str:
    """The worker with the names of the built files; its version follows from them."""
    folder = Path(settings.DIST) / "assets"
    files = sorted(f"/static/assets/{f.name}" for f in folder.glob("*") if f.suffix in (".js", ".css", ".woff2", ".svg"))
    version = hashlib.sha256("".join(files).encode()).hexdigest()[:12]
    return SCRIPT.read_text(encoding="utf-8").replace("{{ version }}", version).replace("{{ assets }}", json.dumps(files))


@require_safe
@never_cache
def worker(request: HttpRequest) -> HttpResponse:
    """The script, at the root so that it may keep the whole of the app."""
    return HttpResponse(script(), content_type="text/javascript; charset=utf-8")
