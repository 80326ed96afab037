"""Calendar addresses and invitations; with them Django finds the records of accounts and receipts, whose tables bear the same name."""

from __future__ import annotations

from django.db import models

from pennywort.accounts.models import Keeper
from pennywort.core.lengths import CALLED, CODE, DIGEST, NAME
from pennywort.records.models import RoomRecord


class Feed(RoomRecord):
    """A calendar address of one keeper: whoever knows it may read the fishroom's tasks, nothing else. Only its hash is kept."""

    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE, related_name="feeds")
    name = models.CharField(max_length=CALLED)
    token_hash = models.CharField(max_length=DIGEST, unique=True)
    read_at = models.DateTimeField(null=True, blank=True)
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = False


class Invitation(RoomRecord):
    """A link by which one person comes in, once. Only its hash is kept; ``name`` says for whom it was made."""

    role = models.CharField(max_length=CODE)
    name = models.CharField(max_length=NAME)
    token_hash = models.CharField(max_length=DIGEST, unique=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    used_by = models.ForeignKey(Keeper, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        abstract = False
