"""What a request brings, read once for every route."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from pennywort.records.cleaning import clean


class CleanParser(Parser):
    """Bodies and forms with their texts cleaned."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        found: dict[str, Any] = clean(super().parse_body(request))
        return found

    def parse_querydict(self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest) -> dict[str, Any]:
        found: dict[str, Any] = clean(super().parse_querydict(data, list_fields, request))
        return found
