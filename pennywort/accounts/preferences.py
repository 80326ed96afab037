"""The keeper's units as the core wants them."""

from __future__ import annotations

from pennywort.accounts.models import Keeper
from pennywort.core.units import Preferences
from pennywort.core.units.preferences import LengthUnit, MassUnit, TemperatureUnit, VolumeUnit


def preferences_of(keeper: Keeper) -> Preferences:
    """The keeper's units as the core wants them."""
    volume: VolumeUnit = keeper.volume_unit  # type: ignore[assignment]
    temperature: TemperatureUnit = keeper.temperature_unit  # type: ignore[assignment]
    mass: MassUnit = keeper.mass_unit  # type: ignore[assignment]
    length: LengthUnit = keeper.length_unit  # type: ignore[assignment]
    return Preferences(volume=volume, temperature=temperature, mass=mass, length=length)
