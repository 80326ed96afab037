"""A rehearsal that stands in a fishroom of its own, what was done in it that leaves no entry elsewhere, and the lines a keeper kept of it."""

from __future__ import annotations

from django.db import models

from pennywort.accounts.models import Keeper
from pennywort.core.lengths import CODE, ID, PRODUCT, REASON
from pennywort.records.models import LedgerRecord, RoomRecord


class Rehearsal(RoomRecord):
    """One scenario, whole as it was when it began, played from ``recorded_at`` on by a seed."""

    scenario = models.JSONField()
    seed = models.PositiveIntegerField()
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="rehearsal_uid_in_fishroom"),
            models.UniqueConstraint(fields=["fishroom"], name="one_rehearsal_in_a_fishroom"),
        ]


class RehearsalAct(LedgerRecord):
    """An act of the reference, or a closer look (``kit``), that leaves no entry on any other screen; ``ends``: it is no longer kept up."""

    act = models.CharField(max_length=ID, blank=True)
    kit = models.CharField(max_length=CODE, blank=True)
    ends = models.BooleanField(default=False)

    class Meta(LedgerRecord.Meta):
        abstract = False


class KeptLine(models.Model):
    """A line worth keeping that a keeper took along from a rehearsal."""

    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE, related_name="+")
    scenario_name = models.CharField(max_length=PRODUCT)
    text = models.CharField(max_length=REASON)
    kept_at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["keeper", "text"], name="a_line_is_kept_once")]
