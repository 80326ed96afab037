"""Salt as keepers type it: by weight, as salinity, or by specific gravity. What is a gravity is told in one place."""

from __future__ import annotations

import re

from pennywort.core.errors import InvalidInput
from pennywort.core.water.salt import in_every_scale, salinity_from_gravity
from pennywort.records.actor import Actor

AT_C = 25.0
# a hydrometer is read to three decimals; nobody weighs 1.008 g of salt
_GRAVITY = re.compile(r"0\.99\d+|1\.0[0-6]\d+")
# neither a hydrometer's figure nor clearly grams
_EITHER = re.compile(r"0\.99|1\.0[1-6]")


def _by_gravity(actor: Actor, text: str, *, field: str) -> float | None:
    """The salinity, g/kg, behind a typed specific gravity read at 25 over 25 degC: "1.008", "1.008 sg"; None where it is none.

    :raises InvalidInput: a figure that may be either ("1.02"), or a gravity that no water has.
    """
    typed = text.strip().lower()
    bare = typed.removesuffix("sg").strip()
    if bare == typed and _EITHER.fullmatch(bare):
        raise InvalidInput(f"{bare} may be a gravity or grams: write {bare}0 for a gravity, or the unit behind it.", field=field)
    if bare == typed and not _GRAVITY.fullmatch(bare):
        return None
    try:
        return salinity_from_gravity(actor.read(bare, kind="gravity", field=field))
    except InvalidInput as error:
        raise InvalidInput(error.message, field=field) from error


def read_salinity_g_per_kg(actor: Actor, text: str, *, field: str) -> float:
    """g/kg as typed, or from a specific gravity: "34 g/kg", "1.0", "1.025"."""
    salinity = _by_gravity(actor, text, field=field)
    return actor.read(text, kind="salinity", field=field) if salinity is None else salinity


def read_grams_per_l(actor: Actor, text: str, *, field: str) -> float:
    """g/L as typed, or from a specific gravity: "3 g/L", "0.3 %", "1.008"."""
    salinity = _by_gravity(actor, text, field=field)
    if salinity is None:
        return actor.read(text, kind="dose_g_per_l", field=field)
    return in_every_scale(salinity_g_per_kg=salinity, temperature_c=AT_C).grams_per_l
