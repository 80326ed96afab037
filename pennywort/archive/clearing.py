"""What an archive left that was broken off on its way in: rows, pictures, and names of keepers, taken out again step by step."""

from __future__ import annotations

import shutil
from collections.abc import Sequence
from datetime import datetime
from pathlib import Path

from django.conf import settings
from django.db import connection, models, transaction
from django.utils import timezone

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.archive.tables import tables
from pennywort.fish.kept import forget

BATCH = 2000


def clear(fishroom: Fishroom, *, kept: Sequence[int] = ()) -> None:
    """Empty a fishroom whose archive was broken off. ``kept``: keepers made for it, where that is known."""
    connection.disable_constraint_checking()
    try:
        forget(fishroom)
        for table in tables():
            rows = table.rows(fishroom).order_by().values_list("pk", flat=True)
            while ids := list(rows[:BATCH]):
                with transaction.atomic():
                    _delete(table.model, ids)
                    Fishroom.objects.filter(pk=fishroom.pk).update(importing_at=timezone.now())
    finally:
        connection.enable_constraint_checking()
    shutil.rmtree(Path(settings.PHOTO_ROOT) / str(fishroom.uid), ignore_errors=True)
    # whoever signed nothing that is still here was only a name of what is gone
    Keeper.objects.filter(pk__in=kept, is_active=False).delete()
    Fishroom.objects.filter(pk=fishroom.pk).update(importing_at=None)


def _delete(model: type[models.Model], ids: Sequence[int]) -> None:
    """By their numbers alone: the ledger refuses to be deleted from, and rows of nobody's record are none of it."""
    model._base_manager.filter(pk__in=ids)._raw_delete(using="default")


def clear_broken(*, before: datetime) -> list[Fishroom]:
    """Clear every fishroom whose archive has not moved since; those that were cleared."""
    found = list(Fishroom.objects.filter(importing_at__lt=before))
    for fishroom in found:
        clear(fishroom)
    return found
