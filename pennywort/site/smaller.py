"""What the API answers goes out compressed where the browser takes that: a phone on a slow line waits for bytes."""

from __future__ import annotations

from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware

WRITTEN = ("application/json", "application/problem+json")


class SmallerAnswers(GZipMiddleware):
    """Django's own, for JSON alone: archives and pictures are compressed already, and what is told while it goes on is told at once."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        if response.streaming or not response.get("Content-Type", "").startswith(WRITTEN):
            return response
        return super().process_response(request, response)
