"""Directions of a keeper's own bottle, box or dropper."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine import phrases
from pennywort.core.medicine.tools import Measures
from pennywort.core.units.phrases import MORE_THAN_NOTHING, SHARE_0_TO_100

# Labels do not give more than this; beyond it a unit was mistaken (mL for drops, gallons for millilitres).
MOST_LABEL_ML_PER_L = 20.0
MOST_LABEL_MG_PER_L = 20_000.0
MOST_LABEL_PIECES_PER_L = 5.0
MOST_LABEL_DAYS = 60
MOST_LABEL_DOSES = 120


@dataclass(frozen=True, kw_only=True)
class LabelDirections:
    """What the keeper's own product says: so much of it per ``per_volume_l``, every ``every_h`` for ``days``.

    Exactly one of ``amount_ml``, ``amount_mg`` and ``pieces_count`` (tablets, packets, capfuls). ``change_fraction`` of the
    water is changed on ``change_on_day``, where the label says so; half at the end where it says nothing. ``holds`` are ids of
    the actives in it, as far as the label names them. ``teaspoon_g`` what a level teaspoon of a dry one weighs here.
    """

    product: str
    per_volume_l: float
    every_h: float
    days: int
    amount_ml: float | None = None
    amount_mg: float | None = None
    pieces_count: float | None = None
    piece: str = "piece"
    change_fraction: float | None = None
    change_on_day: int | None = None
    holds: tuple[str, ...] = ()
    teaspoon_g: float | None = None

    @property
    def measures(self) -> Measures:
        """Whether it is poured, weighed or counted."""
        return "volume" if self.amount_ml is not None else "mass" if self.amount_mg is not None else "pieces"

    @property
    def amount(self) -> float:
        """How much of it, in mL, mg or pieces."""
        return self.amount_ml or self.amount_mg or self.pieces_count or 0.0


def check_label(label: LabelDirections) -> LabelDirections:
    """:raises InvalidInput: for directions no bottle gives. :raises Refused: for a dose that must be a unit slip."""
    if not label.product.strip():
        raise InvalidInput(phrases.WHAT_STANDS_ON_THE_BOTTLE, field="label.product")
    if sum(x is not None for x in (label.amount_ml, label.amount_mg, label.pieces_count)) != 1 or not math.isfinite(label.amount) or label.amount <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field="label.amount")
    if not 1 <= label.days <= MOST_LABEL_DAYS:
        raise InvalidInput(phrases.label_days(MOST_LABEL_DAYS), field="label.days")
    if label.every_h > label.days * 24:
        raise InvalidInput(phrases.FURTHER_APART_THAN_LONG, field="label.every")
    if label.days * 24 / label.every_h > MOST_LABEL_DOSES:
        raise InvalidInput(phrases.MORE_DOSES_THAN_ANY_LABEL, field="label.every")
    if label.change_fraction is not None and not 0 < label.change_fraction <= 1:
        raise InvalidInput(SHARE_0_TO_100, field="label.change")
    if label.change_on_day is not None and not 1 <= label.change_on_day <= MOST_LABEL_DAYS + 1:
        raise InvalidInput(phrases.WHICH_DAY, field="label.change_on_day")
    most, words = {
        "volume": (MOST_LABEL_ML_PER_L, phrases.TOO_MANY_ML),
        "mass": (MOST_LABEL_MG_PER_L, phrases.TOO_MANY_GRAMS),
        "pieces": (MOST_LABEL_PIECES_PER_L, phrases.TOO_MANY_PIECES),
    }[label.measures]
    if label.amount / label.per_volume_l > most:
        raise Refused(words, field="label.amount")
    return label
