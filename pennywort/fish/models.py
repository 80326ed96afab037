"""Groups of fish, and the ledger of what was seen of them."""

from __future__ import annotations

from django.db import models

from pennywort.rooms.models import LedgerRecord, RoomRecord
from pennywort.tanks.models import Tank


class Group(RoomRecord):
    """Fish of one kind that arrived together. Counts may be estimates with a plus-minus.

    ``seen_before`` is the look at the seller's, where there was one.
    """

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="groups")
    species_id = models.CharField(max_length=40, blank=True)
    species_name = models.CharField(max_length=60)
    arrived_on = models.DateField()
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    dead_on_arrival = models.PositiveIntegerField(default=0)
    supplier = models.CharField(max_length=60, blank=True)
    # since when these have been watched apart from others that were watched for less; from the arrival where it is empty
    watched_since = models.DateTimeField(null=True, blank=True)
    seen_before = models.OneToOneField("Look", null=True, blank=True, on_delete=models.PROTECT, related_name="became")


class Look(LedgerRecord):
    """One look at a group, at one fish of it, or at fish not bought yet.

    ``signs``: seen (true) or not there (false); a sign that is missing was not looked at. ``counts``: of how many fish
    a sign was seen in how many. ``context`` and ``kin``: what was known then. ``carried``: marks taken over from the
    look before. ``bag``: the water they came in. ``shares`` and ``verdict``: the answer given then, kept as it was.
    """

    group = models.ForeignKey(Group, null=True, blank=True, on_delete=models.CASCADE, related_name="looks")
    fish = models.CharField(max_length=40, blank=True)
    kind = models.CharField(max_length=8, default="daily", choices=[("daily", "daily look"), ("arrival", "arrival inspection")])
    place = models.CharField(max_length=8, blank=True, choices=[("shop", "at the seller"), ("bag", "in the bag"), ("tank", "in the tank")])
    species_id = models.CharField(max_length=40, blank=True)
    species_name = models.CharField(max_length=60, blank=True)
    water_type = models.CharField(max_length=24, blank=True)
    seller = models.CharField(max_length=60, blank=True)
    signs = models.JSONField()
    counts = models.JSONField(default=dict)
    context = models.JSONField(default=list)
    kin = models.CharField(max_length=40, blank=True)
    carried = models.JSONField(default=list)
    bag = models.JSONField(default=dict)
    shares = models.JSONField()
    verdict = models.CharField(max_length=200)
    note = models.CharField(max_length=500, blank=True)

    class Meta(LedgerRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="look_uid_in_fishroom"),
            models.CheckConstraint(condition=models.Q(group__isnull=False) | ~models.Q(water_type=""), name="a_look_without_group_names_its_water"),
        ]


class Photo(LedgerRecord):
    """A picture of a group or one fish of it, re-encoded; ``happened_at`` is when it was taken."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="photos")
    fish = models.CharField(max_length=40, blank=True)
    note = models.CharField(max_length=200, blank=True)
    width_px = models.PositiveIntegerField()
    height_px = models.PositiveIntegerField()


class Observation(LedgerRecord):
    """Appetite, breathing, and a line in the keeper's words."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="observations")
    appetite = models.CharField(max_length=8, blank=True, choices=[("all", "eats"), ("less", "eats less"), ("none", "refuses food")])
    breathing = models.CharField(max_length=8, blank=True, choices=[("calm", "calm"), ("fast", "fast"), ("gasping", "gasping")])
    # counted at the tank by tapping along; and whether they were as the day before
    breaths_per_min = models.PositiveSmallIntegerField(null=True, blank=True)
    compared = models.CharField(max_length=8, blank=True, choices=[("same", "as yesterday"), ("changed", "changed")])
    note = models.CharField(max_length=500, blank=True)


class Move(LedgerRecord):
    """Fish went to another tank: a whole group, or a part of one (``parted_from``) that is a group of its own since."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="moves")
    parted_from = models.ForeignKey(Group, null=True, blank=True, on_delete=models.CASCADE, related_name="parted")
    from_tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="+")
    to_tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="+")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)


class Loss(LedgerRecord):
    """Fish that died, were put down, or are missing."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="losses")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    manner = models.CharField(max_length=8, default="died", choices=[("died", "found dead"), ("ended", "put down"), ("missing", "missing")])
    note = models.CharField(max_length=500, blank=True)
