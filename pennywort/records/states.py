"""Reading much of the record as it stood at one instant."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from django.db import connections, transaction


@contextmanager
def one_state(using: str = "default") -> Iterator[None]:
    """All that is read within is of one state of the record, whoever writes meanwhile; and nobody who writes waits for it."""
    # the stubs know nothing of what one of them alone has
    database: Any = connections[using]
    if database.vendor != "sqlite":
        outermost = not database.in_atomic_block
        with transaction.atomic(using=using):
            if outermost:
                with database.cursor() as cursor:
                    cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ READ ONLY")
            yield
        return
    database.ensure_connection()
    before = database.transaction_mode
    database.transaction_mode = "DEFERRED"
    try:
        with transaction.atomic(using=using):
            yield
    finally:
        database.transaction_mode = before
