"""Groups of fish, and the ledger of what was seen of them."""

from __future__ import annotations

from django.db import models

from pennywort.rooms.models import LedgerRecord, RoomRecord
from pennywort.tanks.models import Tank


class Group(RoomRecord):
    """Fish of one kind that arrived together. Counts may be estimates with a plus-minus."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="groups")
    species_id = models.CharField(max_length=40, blank=True)
    species_name = models.CharField(max_length=60)
    arrived_on = models.DateField()
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    dead_on_arrival = models.PositiveIntegerField(default=0)
    supplier = models.CharField(max_length=60, blank=True)


class Look(LedgerRecord):
    """One look at a group: each sign seen (true) or not there (false); a sign that is missing was not looked at."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="looks")
    signs = models.JSONField()
    shares = models.JSONField()
    verdict = models.CharField(max_length=200)
    note = models.CharField(max_length=500, blank=True)


class Observation(LedgerRecord):
    """Appetite, breathing, and a line in the keeper's words."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="observations")
    appetite = models.CharField(max_length=8, blank=True, choices=[("all", "eats"), ("less", "eats less"), ("none", "refuses food")])
    breathing = models.CharField(max_length=8, blank=True, choices=[("calm", "calm"), ("fast", "fast"), ("gasping", "gasping")])
    note = models.CharField(max_length=500, blank=True)


class Loss(LedgerRecord):
    """Fish that died, were put down, or are missing."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="losses")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    manner = models.CharField(max_length=8, default="died", choices=[("died", "found dead"), ("ended", "put down"), ("missing", "missing")])
    note = models.CharField(max_length=500, blank=True)
