"""Salt as keepers type it: by weight or by specific gravity."""

from __future__ import annotations

from pennywort.core.errors import InvalidInput
from pennywort.core.water.salt import in_every_scale, salinity_from_gravity
from pennywort.records.actor import Actor

AT_C = 25.0


def read_grams_per_l(actor: Actor, text: str, *, field: str) -> float:
    """g/L as typed, or from a specific gravity read at 25 over 25 degC: "3 g/L", "0.3 %", "1.008", "1.008 sg".

    A bare figure from 0.99 to 1.06 with three decimals is a gravity: nobody types 1.008 for a gram of salt.
    """
    typed = text.strip().lower()
    bare = typed.removesuffix("sg").strip()
    if bare == typed and not (bare.startswith(("0.99", "1.0")) and len(bare) >= 5):
        return actor.read(text, kind="dose_g_per_l", field=field)
    gravity = actor.read(bare, kind="gravity", field=field)
    try:
        salinity = salinity_from_gravity(gravity)
    except InvalidInput as error:
        raise InvalidInput(error.message, field=field) from error
    return in_every_scale(salinity_g_per_kg=salinity, temperature_c=AT_C).grams_per_l
