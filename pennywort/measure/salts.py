"""Salts as keepers type them: by weight, by specific gravity, by a TDS reading."""

from __future__ import annotations

from collections.abc import Mapping

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.salt_models import SaltKind
from pennywort.core.water.osmolality import Dissolved
from pennywort.measure.requests import SaltsIn
from pennywort.records.actor import Actor
from pennywort.tanks.salt import read_grams_per_l

# mg/L for each uS/cm, as most meters multiply (between 0.5 and 0.7)
TDS_FACTOR = 0.64


def _tds_mg_per_l(actor: Actor, text: str, *, field: str) -> float | None:
    """A TDS reading, or what a conductivity meter says."""
    if "s/cm" in text.lower() or text.strip().lower().endswith(("µs", "us", "ms")):
        millisiemens = actor.read(text, kind="conductivity", field=field)
        return millisiemens * 1000 * TDS_FACTOR
    return actor.read_optional(text, kind="concentration", field=field)


def _named(name: str, among: Mapping[str, SaltKind], *, field: str) -> SaltKind:
    if name not in among:
        raise InvalidInput("There is no such salt.", field=field)
    return among[name]


def salt_of(name: str, *, field: str) -> SaltKind:
    """The salt of that id, one that is weighed; left empty, the first of them. :raises InvalidInput: no such salt."""
    weighed = {salt.id: salt for salt in library().salts.values() if salt.read_by == "weight"}
    return _named(name or next(iter(weighed)), weighed, field=field)


def dissolved(actor: Actor, typed: SaltsIn, where: str) -> tuple[Dissolved, ...]:
    """What is dissolved in a water, as typed: nothing that was left empty. :raises InvalidInput: a salt nobody knows, or a figure that can't be."""
    parts = []
    for name, text in typed.root.items():
        field = f"{where}.{name}"
        salt = _named(name, library().salts, field=field)
        if salt.read_by == "weight":
            if text.strip():
                parts.append(Dissolved(salt=salt, grams_per_l=read_grams_per_l(actor, text, field=field)))
        elif (tds := _tds_mg_per_l(actor, text, field=field)) is not None:
            parts.append(Dissolved(salt=salt, grams_per_l=tds / 1000))
    return tuple(parts)
