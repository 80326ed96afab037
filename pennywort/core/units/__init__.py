"""What was typed becomes a canonical float once; what is shown is made from it once."""

from pennywort.core.units.degrees import degrees, degrees_apart, in_own_degrees, in_reference
from pennywort.core.units.preferences import Preferences
from pennywort.core.units.shown import (
    Shown,
    quarters,
    show_amount,
    show_concentration,
    show_fraction,
    show_length,
    show_mass,
    show_small_volume,
    show_temperature,
    show_volume,
)
from pennywort.core.units.typed import KINDS, Kind, read_quantity, read_ratio, read_share

__all__ = [
    "KINDS",
    "Kind",
    "Preferences",
    "Shown",
    "degrees",
    "degrees_apart",
    "in_own_degrees",
    "in_reference",
    "quarters",
    "read_quantity",
    "read_ratio",
    "read_share",
    "show_amount",
    "show_concentration",
    "show_fraction",
    "show_length",
    "show_mass",
    "show_small_volume",
    "show_temperature",
    "show_volume",
]
