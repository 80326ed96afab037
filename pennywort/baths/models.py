"""A bath as it was run, and the ledger of what happened at it to the second."""

from __future__ import annotations

from django.db import models

from pennywort.core.lengths import ID, KIND_OF_FIGURE, TITLE
from pennywort.courses.models import Task
from pennywort.fish.models import Group
from pennywort.records.models import LedgerRecord, RoomRecord
from pennywort.tanks.models import Tank


class BathRun(RoomRecord):
    """One mix for one group: what it was made of, how long fish stay in, its steps, and the match with their water.

    ``request`` is what was asked of the formulary; ``told`` its answer as it was then; ``matched_at`` once the waters agree.
    """

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="baths")
    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="baths")
    task = models.ForeignKey(Task, null=True, blank=True, on_delete=models.SET_NULL, related_name="baths")
    use_id = models.CharField(max_length=ID)
    active_id = models.CharField(max_length=ID)
    title = models.CharField(max_length=TITLE)
    request = models.JSONField()
    told = models.JSONField()
    lasts_min = models.FloatField()
    turn_count = models.PositiveIntegerField(default=1)
    matched_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = False


class BathEvent(LedgerRecord):
    """Fish in, fish out, a sign of distress, a colour, the end; with the second by the bath's own timer."""

    run = models.ForeignKey(BathRun, on_delete=models.CASCADE, related_name="events")
    kind = models.CharField(max_length=KIND_OF_FIGURE)
    # what a test strip showed, mg/L
    strip_mg_per_l = models.FloatField(null=True, blank=True)

    class Meta(LedgerRecord.Meta):
        abstract = False
