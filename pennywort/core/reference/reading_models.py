"""What the register says of one reading of a water."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference import phrases
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.figures import Sourced

Ion = Literal["", "nh4", "no2", "no3"]


class ReadingKind(Sourced):
    """Something that a water test reads.

    ``column`` of the record, which carries the unit; nitrogen compounds (``ion``) are kept as nitrogen and typed as a kit counts them, hardness
    is kept as mg/L of CaCO3 and typed and shown in degrees. ``most``: no kit and no tank holds more. ``usual`` is asked first; ``drawn`` its
    place in the chart over the days, 0 for none, there ``drawn_as``; ``from_nought``: its scale begins at 0. ``held``: a course may hold it as
    a medicine, and expects a level of it; ``in_use`` is then the fact of the fish that it is in their water. ``at_round``: offered beside the
    thermometer on the daily round. ``at_look``: its place among those that a look asks first, 0 for none; ``at_look_in``: in which kinds of
    water, in all where none is named. ``asked_as``: what the bounds of medicines call it, where that is another name than its id.
    """

    id: str
    name: str
    label: str
    column: str
    typed_as: Literal["temperature", "ph", "concentration", "salinity", "hardness"]
    unit: str = ""
    hint: str = ""
    ion: Ion = ""
    counted: tuple[Literal["n", "nh3", "nh4", "no2", "no3"], ...] = ()
    most: float | None = Field(default=None, gt=0)
    digits: int = Field(ge=0, le=4)
    usual: bool = False
    drawn: int = Field(default=0, ge=0)
    drawn_as: str = ""
    from_nought: bool = True
    held: bool = False
    in_use: str = ""
    at_round: bool = False
    at_look: int = Field(default=0, ge=0)
    at_look_in: tuple[WaterType, ...] = ()
    asked_as: str = ""

    @model_validator(mode="after")
    def _complete(self) -> ReadingKind:
        if bool(self.ion) != bool(self.counted) or (self.ion and self.ion not in self.counted):
            raise ValueError(phrases.nitrogen_says_which(self.id))
        if self.typed_as in ("concentration", "hardness") and self.most is None:
            raise ValueError(phrases.most_of_a_kit(self.id))
        if self.at_look_in and not self.at_look:
            raise ValueError(phrases.asked_first_where(self.id))
        return self
