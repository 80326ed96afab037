"""People, fishrooms, memberships, and the bases of every record that belongs to a fishroom."""

from __future__ import annotations

import uuid
from datetime import timedelta
from typing import Any, Self

from django.contrib.auth.models import AbstractUser
from django.db import models


class Keeper(AbstractUser):
    """A person who signs in, with the units he thinks in."""

    display_name = models.CharField(max_length=60)
    volume_unit = models.CharField(max_length=8, default="l", choices=[("l", "litres"), ("us_gal", "US gallons"), ("imp_gal", "imperial gallons")])
    temperature_unit = models.CharField(max_length=1, default="c", choices=[("c", "°C"), ("f", "°F")])
    mass_unit = models.CharField(max_length=2, default="g", choices=[("g", "grams"), ("oz", "ounces")])
    length_unit = models.CharField(max_length=2, default="cm", choices=[("cm", "centimetres"), ("in", "inches")])
    kit_basis = models.CharField(max_length=3, default="ion", choices=[("ion", "as the ion, NH₄ and NO₂"), ("n", "as nitrogen, N")])
    night = models.BooleanField(default=False)
    cautions_read_at = models.DateTimeField(null=True, blank=True)
    # ids of allergens of the reference: what this keeper may not touch
    allergies = models.JSONField(default=list, blank=True)

    def __str__(self) -> str:
        return self.display_name or self.username


class Fishroom(models.Model):
    """A place with tanks. Everything recorded belongs to one."""

    uid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    name = models.CharField(max_length=60)
    time_zone = models.CharField(max_length=64, default="UTC")
    # a place of the reference whose law says what must be reported; empty as long as nobody said
    law = models.CharField(max_length=24, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)
    # an archive is coming in, and moved last at this instant; nobody else is let in meanwhile
    importing_at = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return self.name


class Membership(models.Model):
    """Who may enter which fishroom."""

    fishroom = models.ForeignKey(Fishroom, on_delete=models.CASCADE, related_name="memberships")
    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=8, choices=[("owner", "owner"), ("keeper", "keeper"), ("helper", "helper")], default="owner")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["fishroom", "keeper"], name="one_membership_each")]


class SignInLink(models.Model):
    """A link that signs one keeper in, once. Only its hash is kept."""

    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE)
    token_hash = models.CharField(max_length=64, unique=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)


class WriteReceipt(models.Model):
    """The trace of one write, by the id its client made: who, what, when, and what was answered."""

    fishroom = models.ForeignKey(Fishroom, on_delete=models.CASCADE)
    write_id = models.UUIDField()
    operation = models.CharField(max_length=40)
    content_hash = models.CharField(max_length=64)
    content = models.JSONField()
    answer = models.JSONField()
    keeper = models.ForeignKey(Keeper, on_delete=models.PROTECT)
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["fishroom", "write_id"], name="one_receipt_per_write")]


class RoomRecord(models.Model):
    """Base of all that belongs to a fishroom. ``uid`` is made by the client and unique within the fishroom."""

    uid = models.UUIDField(default=uuid.uuid4, editable=False)
    fishroom = models.ForeignKey(Fishroom, on_delete=models.CASCADE, related_name="+")
    recorded_at = models.DateTimeField()
    recorded_by = models.ForeignKey(Keeper, on_delete=models.PROTECT, related_name="+")
    # who wrote it, where the entry came in a file from another fishroom
    by_name = models.CharField(max_length=60, blank=True)

    class Meta:
        abstract = True
        constraints = [models.UniqueConstraint(fields=["fishroom", "uid"], name="%(class)s_uid_in_fishroom")]

    @property
    def by(self) -> str:
        """The name beside the entry."""
        return self.by_name or str(self.recorded_by)


class Feed(RoomRecord):
    """A calendar address of one keeper: whoever knows it may read the fishroom's tasks, nothing else. Only its hash is kept."""

    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE, related_name="feeds")
    name = models.CharField(max_length=40)
    token_hash = models.CharField(max_length=64, unique=True)
    read_at = models.DateTimeField(null=True, blank=True)
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = False


class Invitation(RoomRecord):
    """A link by which one person comes in, once. Only its hash is kept; ``name`` says for whom it was made."""

    role = models.CharField(max_length=8)
    name = models.CharField(max_length=60)
    token_hash = models.CharField(max_length=64, unique=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    used_by = models.ForeignKey(Keeper, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = False


# what is written within this of its hour was written at the tank
ENTERED_LATER = timedelta(hours=1)


class LedgerError(RuntimeError):
    """Somebody tried to change a ledger entry in place."""


class LedgerQuerySet(models.QuerySet[Any]):
    """Reads of the ledger; it cannot be updated, and only goes when its whole fishroom goes."""

    def update(self, **kwargs: Any) -> int:
        raise LedgerError("Ledger entries are corrected by new entries, never changed.")

    def bulk_update(self, *args: Any, **kwargs: Any) -> int:
        raise LedgerError("Ledger entries are corrected by new entries, never changed.")

    def delete(self) -> tuple[int, dict[str, int]]:
        raise LedgerError("Ledger entries are struck out by new entries, never deleted.")

    def standing(self) -> Self:
        """Entries that hold: not corrected by a later one and not struck out."""
        return self.filter(correction__isnull=True, struck=False)


class LedgerRecord(RoomRecord):
    """Base of the append-only record: a correction is a new entry that points to the old one."""

    happened_at = models.DateTimeField(db_index=True)
    corrects = models.OneToOneField("self", null=True, blank=True, on_delete=models.PROTECT, related_name="correction")
    struck = models.BooleanField(default=False)
    reason = models.CharField(max_length=200, blank=True)

    objects = LedgerQuerySet.as_manager()

    class Meta(RoomRecord.Meta):
        abstract = True
        indexes = [models.Index(fields=["fishroom", "happened_at"], name="%(class)s_in_time")]

    @property
    def entered_later(self) -> bool:
        """Whether it was written down so long after it happened that this must be said."""
        return self.recorded_at - self.happened_at > ENTERED_LATER

    def save(self, *args: Any, **kwargs: Any) -> None:
        if self.pk is not None:
            raise LedgerError("Ledger entries are corrected by new entries, never changed.")
        super().save(*args, **kwargs)

    def delete(self, *args: Any, **kwargs: Any) -> tuple[int, dict[str, int]]:
        raise LedgerError("Ledger entries are struck out by new entries, never deleted.")
