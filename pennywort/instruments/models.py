"""Instruments that speak to the record by themselves, and every figure they sent."""

from __future__ import annotations

from django.db import models

from pennywort.core.lengths import CALLED, DIGEST, DOUBT, ID, KIND_OF_FIGURE, TITLE
from pennywort.records.models import RoomRecord
from pennywort.tanks.models import Tank


class Instrument(RoomRecord):
    """One instrument at one tank. Only the hash of its token is kept."""

    kind = models.CharField(max_length=ID)
    name = models.CharField(max_length=CALLED)
    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="instruments")
    token_hash = models.CharField(max_length=DIGEST, unique=True)
    spoke_at = models.DateTimeField(null=True, blank=True)
    revoked_at = models.DateTimeField(null=True, blank=True)
    # what it said of itself last; empty once it works again
    fault = models.CharField(max_length=TITLE, blank=True)
    fault_at = models.DateTimeField(null=True, blank=True)


class Sample(models.Model):
    """One figure as it came, and how it was judged. Figures that are believed fill the water tests, never over a keeper's own."""

    instrument = models.ForeignKey(Instrument, on_delete=models.CASCADE, related_name="samples")
    at = models.DateTimeField()
    measure = models.CharField(max_length=ID)
    value = models.FloatField()
    seen = models.CharField(max_length=KIND_OF_FIGURE)
    words = models.CharField(max_length=DOUBT, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["instrument", "measure", "at"], name="one_figure_at_an_instant")]
