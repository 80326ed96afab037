"""Who asks, where a proxy stands in between: for the lockout after wrong passwords."""

from __future__ import annotations

from ipaddress import ip_address

from django.conf import settings
from django.http import HttpRequest


def client_address(request: HttpRequest) -> str:
    """The address that the outermost trusted proxy saw.

    Each of ``settings.PROXIES`` proxies adds one address at the end of X-Forwarded-For; what stands before those was written by
    the visitor himself and is not believed. Without a proxy the header is not read at all.
    """
    direct = str(request.META.get("REMOTE_ADDR", ""))
    forwarded = [part.strip() for part in request.headers.get("X-Forwarded-For", "").split(",") if part.strip()]
    if not settings.PROXIES or len(forwarded) < settings.PROXIES:
        return direct
    seen = forwarded[-settings.PROXIES]
    try:
        return str(ip_address(seen))
    except ValueError:
        return direct
