"""A keeper's own protocols and scenarios: the same YAML as the shipped ones, read strictly, and written for another fishroom."""

from __future__ import annotations

import re
from typing import Any

import yaml
from pydantic import ValidationError

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import phrases
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.library import Library, check_course
from pennywort.core.reference.living_models import Scenario
from pennywort.core.reference.naming import capital
from pennywort.core.reference.scenarios import check_scenario
from pennywort.core.reference.yaml_files import MAPPING, ReferenceError, strict_mapping
from pennywort.core.units.degrees import ON_THE_SCALE

MOST_BYTES = 64 * 1024
MOST_LINES = 80
OWN_ID = re.compile(r"^own_[a-z0-9_]{1,36}$")
# what a statement of a keeper's own is worth where he does not say it: his practice, nobody's publication
OWN_SOURCE = {"source": ["own"], "confidence": "C", "recalled": False}


class _Plain(yaml.SafeLoader):
    """YAML without anchors: a few lines of them unfold to gigabytes."""

    def compose_node(self, parent: yaml.Node | None, index: Any) -> yaml.Node | None:
        if self.check_event(yaml.events.AliasEvent):
            raise yaml.YAMLError(phrases.WRITE_IT_OUT)
        return super().compose_node(parent, index)


_Plain.add_constructor(MAPPING, strict_mapping)


def read_plain(text: str, *, what: str) -> dict[str, Any]:
    """The one thing that a keeper wrote down as YAML, with its own id. :raises InvalidInput: too long, no YAML, or no such id."""
    if len(text.encode()) > MOST_BYTES:
        raise InvalidInput(phrases.too_long_for_one(what), field="text")
    try:
        raw = yaml.load(text, Loader=_Plain)  # noqa: S506  (a SafeLoader)
    except (yaml.YAMLError, ReferenceError, RecursionError, ValueError) as error:
        raise InvalidInput(phrases.not_yaml(_short(str(error))), field="text") from error
    if isinstance(raw, list) and len(raw) == 1:
        raw = raw[0]
    if not isinstance(raw, dict):
        raise InvalidInput(phrases.begins_with_id_and_name(what), field="text")
    if not OWN_ID.match(str(raw.get("id", ""))):
        raise InvalidInput(phrases.ID_BEGINS_WITH_OWN, field="text.id")
    return raw


def unlike(error: ValidationError) -> InvalidInput:
    """What is wrong with what was written, naming its place."""
    first = error.errors()[0]
    place = ".".join(str(p) for p in first["loc"])
    return InvalidInput(phrases.at_place(place, _short(first["msg"])), field=f"text.{place}" if place else "text")


def read_own(text: str, *, found: Library) -> CourseProtocol:
    """A protocol as a keeper wrote it, checked like the shipped ones.

    Statements may be plain sentences, and sources may be left out: then they are the keeper's own.

    :raises InvalidInput: naming the line of the file, for any fault.
    """
    raw = read_plain(text, what="protocol")
    try:
        protocol = CourseProtocol.model_validate(_with_sources(raw))
    except ValidationError as error:
        raise unlike(error) from error
    if len(protocol.steps) > MOST_LINES:
        raise InvalidInput(phrases.at_most_lines(MOST_LINES), field="text.steps")
    try:
        check_course(protocol, found=found)
    except ReferenceError as error:
        raise InvalidInput(f"{capital(error.what)}.", field="text") from error
    return protocol


def read_own_scenario(text: str, *, found: Library) -> Scenario:
    """A scenario to rehearse as a keeper wrote it, checked like the shipped ones. :raises InvalidInput: naming the place, for any fault."""
    try:
        scenario = Scenario.model_validate(read_plain(text, what="scenario"))
        check_scenario(scenario, found=found)
    except ValidationError as error:
        raise unlike(error) from error
    except ReferenceError as error:
        raise InvalidInput(f"{capital(error.what)}.", field="text") from error
    return scenario


def write_own(protocol: CourseProtocol, *, as_id: str = "") -> str:
    """A protocol as a file that ``read_own`` reads; ``as_id`` where it is a copy to start from."""
    content = protocol.model_dump(mode="json", exclude_defaults=True)
    if as_id:
        content["id"] = as_id
    # a file is typed on: its temperatures are plain text, as its keeper would write them
    return str(yaml.safe_dump(_in_order(content), sort_keys=False, allow_unicode=True, width=140, default_flow_style=None)).replace(ON_THE_SCALE, " °C")


def _in_order(value: Any) -> Any:
    """What it is comes first, where it comes from last."""
    if isinstance(value, list):
        return [_in_order(v) for v in value]
    if not isinstance(value, dict):
        return value
    first, last = ("id", "name", "kind", "title"), ("source", "confidence", "recalled")
    names = [*(n for n in first if n in value), *(n for n in value if n not in first and n not in last), *(n for n in last if n in value)]
    return {name: _in_order(value[name]) for name in names}


def _short(message: str) -> str:
    return " ".join(message.removeprefix("Value error, ").split())[:200]


def _with_sources(raw: dict[str, Any]) -> dict[str, Any]:
    """Own sources where none is given, and plain sentences as statements."""

    def said(value: Any) -> Any:
        return {"text": value, **OWN_SOURCE} if isinstance(value, str) else {**OWN_SOURCE, **value} if isinstance(value, dict) else value

    def listed(value: Any) -> Any:
        return [said(v) for v in value] if isinstance(value, list) else value

    filled = {**OWN_SOURCE, **raw}
    for name in ("for_it", "against_it", "clock"):
        if name in filled:
            filled[name] = said(filled[name])
    for name in ("parameters", "confirm"):
        if name in filled:
            filled[name] = listed(filled[name])
    return filled
