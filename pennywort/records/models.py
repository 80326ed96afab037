"""The bases of every record that belongs to a fishroom, and the receipt of a write."""

from __future__ import annotations

import math
import uuid
from collections.abc import Collection, Iterable
from datetime import timedelta
from typing import Any, Self

from django.db import models
from django.db.models.base import ModelState
from django.dispatch import Signal

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.core.errors import InvalidInput
from pennywort.core.lengths import DIGEST, ID, NAME, NOTE


class WriteReceipt(models.Model):
    """The trace of one write, by the id its client made: who, what, when, and what was answered."""

    fishroom = models.ForeignKey(Fishroom, on_delete=models.CASCADE)
    write_id = models.UUIDField()
    operation = models.CharField(max_length=ID)
    content_hash = models.CharField(max_length=DIGEST)
    content = models.JSONField()
    answer = models.JSONField()
    keeper = models.ForeignKey(Keeper, on_delete=models.PROTECT)
    at = models.DateTimeField()

    class Meta:
        # its table is older than this room
        app_label = "rooms"
        constraints = [models.UniqueConstraint(fields=["fishroom", "write_id"], name="one_receipt_per_write")]


class RoomRecord(models.Model):
    """Base of all that belongs to a fishroom. ``uid`` is made by the client and unique within the fishroom."""

    uid = models.UUIDField(default=uuid.uuid4, editable=False)
    fishroom = models.ForeignKey(Fishroom, on_delete=models.CASCADE, related_name="+")
    recorded_at = models.DateTimeField()
    recorded_by = models.ForeignKey(Keeper, on_delete=models.PROTECT, related_name="+")
    # who wrote it, where the entry came in a file from another fishroom
    by_name = models.CharField(max_length=NAME, blank=True)

    class Meta:
        abstract = True
        constraints = [models.UniqueConstraint(fields=["fishroom", "uid"], name="%(class)s_uid_in_fishroom")]

    @classmethod
    def from_db(cls, db: str | None, field_names: Collection[str], values: Collection[Any]) -> Self:  # type: ignore[override]  # the stubs are of a later Django
        """A row as it was read. Django's own way goes field by field, and made half the work of a screen that reads a thousand rows; no model here
        asks for its signals of a new object.
        """
        made = cls.__new__(cls)
        # what was not read is not there, and is read when it is asked for
        vars(made).update(zip(field_names, values, strict=True), _state=ModelState())
        made._state.adding, made._state.db = False, db
        return made

    @property
    def by(self) -> str:
        """The name beside the entry."""
        return self.by_name or str(self.recorded_by)

    def save(self, *args: Any, **kwargs: Any) -> None:
        """:raises InvalidInput: a text longer than its column, which SQLite would keep, and no file bring back."""
        for field in self._meta.concrete_fields:
            value = getattr(self, field.attname)
            if isinstance(field, models.CharField) and isinstance(value, str) and len(value) > (field.max_length or math.inf):
                raise InvalidInput(f"This is longer than {field.max_length} characters.", field=field.name)
        super().save(*args, **kwargs)


# what is written within this of its hour was written at the tank
ENTERED_LATER = timedelta(hours=1)


# sent with the ``rows`` that were written many at once, as Django sends of one
entries_written = Signal()


class LedgerError(RuntimeError):
    """Somebody tried to change a ledger entry in place."""


class LedgerQuerySet(models.QuerySet[Any]):
    """Reads of the ledger; it cannot be updated, and only goes when its whole fishroom goes."""

    def bulk_create(self, objs: Iterable[Any], *args: Any, **kwargs: Any) -> list[Any]:
        made = super().bulk_create(objs, *args, **kwargs)
        entries_written.send(self.model, rows=made)
        return made

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
    reason = models.CharField(max_length=NOTE, blank=True)

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
