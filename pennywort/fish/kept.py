"""How many are left of each group, kept with every entry, and made anew from the ledgers where nobody kept it."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Any

from django.db import transaction
from django.db.models.signals import post_save

from pennywort.accounts.models import Fishroom
from pennywort.core.outcome.figures import Count
from pennywort.fish.models import Group, KeptCount
from pennywort.fish.queries import LEDGERS, entries_of, left_by
from pennywort.records.models import LedgerRecord, entries_written

AT_ONCE = 500


def keep_with_the_group(instance: Group, **_: Any) -> None:
    """Of one that came or was changed."""
    keep({instance.pk})


def keep_with_the_entry(instance: LedgerRecord, **_: Any) -> None:
    """Of the groups that an entry names, and of those that what it corrects had named."""
    keep_with_the_entries(type(instance), [instance])


def keep_with_the_entries(sender: type[LedgerRecord], rows: Sequence[LedgerRecord], **_: Any) -> None:
    """The same of many at once."""
    links = [f"{by}_id" for ledger, by, *_ in LEDGERS if ledger is sender]
    if not links:
        return
    corrected = {old for row in rows if (old := vars(row)["corrects_id"]) is not None}
    before = sender.objects.filter(pk__in=corrected) if corrected else ()
    keep({pk for row in (*rows, *before) for link in links if (pk := getattr(row, link)) is not None})


def connect() -> None:
    """From the start of the program on."""
    post_save.connect(keep_with_the_group, sender=Group)
    for ledger in {ledger for ledger, *_ in LEDGERS}:
        post_save.connect(keep_with_the_entry, sender=ledger)
        entries_written.connect(keep_with_the_entries, sender=ledger)


def keep(groups: Collection[int]) -> None:
    """Walk the ledgers of these groups and keep how many are left. Two entries at once wait for each other: the later walk sees both."""
    asked = sorted(groups)
    for first in range(0, len(asked), AT_ONCE):
        with transaction.atomic():
            found = list(Group.objects.select_for_update().filter(pk__in=asked[first : first + AT_ONCE]).order_by("pk"))
            KeptCount.objects.bulk_create(
                [KeptCount(group=group, count=left.count, count_plus_minus=left.plus_minus) for group, left in _left(found)],
                update_conflicts=True,
                unique_fields=["group"],
                update_fields=["count", "count_plus_minus"],
            )


def _left(groups: Sequence[Group]) -> list[tuple[Group, Count]]:
    entries = entries_of(groups)
    return [(group, left_by(group, entries[group.pk])) for group in groups]


def keep_missing(**_: Any) -> None:
    """Of groups that nobody kept a count of: after the first start of a version that keeps it, or where many came from a file."""
    keep(Group.objects.filter(kept=None).values_list("pk", flat=True))


def forget(fishroom: Fishroom) -> None:
    """Before its groups are taken out by their numbers alone."""
    KeptCount.objects.filter(group__fishroom=fishroom).delete()


def drift() -> list[int]:
    """The groups whose kept count is not what their ledgers say, by their keys: none, or something wrote past them."""
    found = list(Group.objects.select_related("kept").filter(kept__isnull=False))
    return [g.pk for g, left in _left(found) if (g.kept.count, g.kept.count_plus_minus) != (left.count, left.plus_minus)]
