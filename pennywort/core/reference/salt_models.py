"""What a water may hold dissolved, and how it presses."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from pennywort.core.reference.figures import Sourced


class SaltKind(Sourced):
    """Something dissolved in a water, by the id of the active it is, or what a meter reads of all of it.

    ``hint``: how it is typed. ``usual``: asked of the two waters of a bath. ``gives_chloride``: the one given against nitrite. ``of_the_sea``: the
    one that a salinity reading counts. ``in_solution``: its grams are counted in a kilogram of the water, of which it is itself a part.
    """

    id: str
    name: str
    label: str
    hint: str
    read_by: Literal["weight", "tds"]
    usual: bool = False
    gives_chloride: bool = False
    of_the_sea: bool = False
    in_solution: bool = False
    particles: float = Field(gt=0)
    osmotic_coefficient: float = Field(gt=0)
    molar_mass_g_per_mol: float = Field(gt=0)
