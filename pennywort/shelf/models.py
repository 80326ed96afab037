"""What stands on the shelf of a fishroom: products as their labels say, stock solutions made, tools and weighed spoons."""

from __future__ import annotations

from django.db import models

from pennywort.core.lengths import CALLED, ID, NAME, NOTE, PIECE, PRODUCT, SPOON
from pennywort.records.models import LedgerRecord, RoomRecord

OWN_KINDS = [
    ("percent_w_v", "%, grams in 100 mL"), ("percent_w_w", "% by weight"), ("mg_per_ml", "mg in each mL"), ("purity_percent", "powder, % pure"),
    ("mg_each", "mg in each piece"), ("listed", "a strength of the formulary"),
]  # fmt: skip
TOOL_FORMS = [("scale", "scale"), ("syringe", "syringe"), ("cylinder", "cylinder"), ("dropper", "dropper"), ("spoon", "spoon")]


class Stocked(RoomRecord):
    """What is known of a bottle or a box beside what it holds."""

    # what was in it when somebody last said so, in the unit it is measured in; doses since then are taken from it
    content = models.FloatField(null=True, blank=True)
    content_at = models.DateTimeField(null=True, blank=True)
    expires_on = models.DateField(null=True, blank=True)
    opened_on = models.DateField(null=True, blank=True)
    # whether its seal was whole when it was opened; empty where nobody said
    seal_whole = models.BooleanField(null=True, blank=True)
    lot = models.CharField(max_length=CALLED, blank=True)
    bought_from = models.CharField(max_length=NAME, blank=True)
    # what was paid for how much: mg of powder, mL of liquid, pieces
    paid = models.FloatField(null=True, blank=True)
    paid_for = models.FloatField(null=True, blank=True)
    gone_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = True


class Bottle(Stocked):
    """A product, as its label says, or a stock solution made of one. ``gone_at`` once it is used up or thrown out.

    ``value`` in the unit of ``kind``; ``strength_id`` where it is one of the formulary's own. A stock has ``made_on`` and
    what it was made of; it keeps ``keeps_days``.
    """

    name = models.CharField(max_length=NAME)
    active_id = models.CharField(max_length=ID)
    kind = models.CharField(max_length=16, choices=OWN_KINDS)
    strength_id = models.CharField(max_length=ID, blank=True)
    value = models.FloatField(null=True, blank=True)
    density_kg_per_l = models.FloatField(default=1.0)
    piece = models.CharField(max_length=PIECE, default="tablet")
    # which kind of it, where its kinds are held at levels far apart
    form_id = models.CharField(max_length=PIECE, blank=True)
    made_on = models.DateField(null=True, blank=True)
    keeps_days = models.PositiveIntegerField(null=True, blank=True)
    weighed_mg = models.FloatField(null=True, blank=True)
    made_up_to_ml = models.FloatField(null=True, blank=True)

    class Meta(Stocked.Meta):
        abstract = False


class OwnTool(RoomRecord):
    """A measuring tool of this fishroom: its smallest mark and what one fill holds, in mg or mL."""

    name = models.CharField(max_length=CALLED)
    form = models.CharField(max_length=8, choices=TOOL_FORMS)
    spoon = models.CharField(max_length=SPOON, blank=True)
    smallest_mark = models.FloatField()
    largest_fill = models.FloatField()
    gone_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = False


class WeighedSpoon(RoomRecord):
    """What a level spoon holds of one salt, as it was weighed here. The last one counts."""

    active_id = models.CharField(max_length=ID)
    teaspoon_g = models.FloatField()
    tablespoon_g = models.FloatField()

    class Meta(RoomRecord.Meta):
        abstract = False


LABEL_COUNTS = [("volume", "mL"), ("drops", "drops"), ("mass", "grams"), ("pieces", "pieces")]


class LabelledProduct(Stocked):
    """A product that goes by its own label: so much (mL, mg or pieces) in so many litres, how often and how long, and what it holds."""

    product = models.CharField(max_length=PRODUCT)
    counts = models.CharField(max_length=8, choices=LABEL_COUNTS)
    amount = models.FloatField()
    drops_per_ml = models.FloatField(null=True, blank=True)
    per_volume_l = models.FloatField()
    every_h = models.FloatField()
    days = models.PositiveIntegerField()
    # what it gives for new fish instead
    new_days = models.PositiveIntegerField(null=True, blank=True)
    piece = models.CharField(max_length=PIECE, default="piece")
    change_fraction = models.FloatField(null=True, blank=True)
    change_on_day = models.PositiveIntegerField(null=True, blank=True)
    holds = models.JSONField(default=list)
    # what a level teaspoon of a dry one weighs
    teaspoon_g = models.FloatField(null=True, blank=True)

    class Meta(Stocked.Meta):
        abstract = False


class Taken(LedgerRecord):
    """Something taken from a bottle that is no dose of a course: for a bath, or by hand; in the unit it is measured in."""

    bottle = models.ForeignKey(Bottle, null=True, blank=True, on_delete=models.CASCADE, related_name="taken")
    label = models.ForeignKey(LabelledProduct, null=True, blank=True, on_delete=models.CASCADE, related_name="taken")
    amount = models.FloatField()
    note = models.CharField(max_length=NOTE, blank=True)
