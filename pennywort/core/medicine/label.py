"""Directions of a keeper's own bottle."""

from __future__ import annotations

from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, Refused

# Labels do not give more than this; beyond it a unit was mistaken (mL for drops, gallons for millilitres).
MOST_LABEL_ML_PER_L = 20.0
MOST_LABEL_DAYS = 60
MOST_LABEL_DOSES = 120


@dataclass(frozen=True, kw_only=True)
class LabelDirections:
    """What the keeper's own bottle says: ``amount_ml`` per ``per_volume_l``, every ``every_h`` for ``days``."""

    product: str
    amount_ml: float
    per_volume_l: float
    every_h: float
    days: int


def check_label(label: LabelDirections) -> LabelDirections:
    """:raises InvalidInput: for directions no bottle gives. :raises Refused: for a dose that must be a unit slip."""
    if not label.product.strip():
        raise InvalidInput("Write what stands on the bottle.", field="label.product")
    if not 1 <= label.days <= MOST_LABEL_DAYS:
        raise InvalidInput(f"A course by label lasts 1 to {MOST_LABEL_DAYS} days.", field="label.days")
    if label.every_h > label.days * 24:
        raise InvalidInput("The doses lie further apart than the course is long.", field="label.every")
    if label.days * 24 / label.every_h > MOST_LABEL_DOSES:
        raise InvalidInput("That would be more doses than any label gives. Check the hours.", field="label.every")
    if label.amount_ml / label.per_volume_l > MOST_LABEL_ML_PER_L:
        raise Refused("That is more than 20 mL in every litre: no label says so. Check mL against the volume.", field="label.amount")
    return label
