"""A whole house from one database to another: every row with its number, held against the original one by one."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from itertools import islice, zip_longest

from django.apps import apps
from django.core.management.color import no_style
from django.db import connections, models, transaction

from pennywort.core.errors import Conflict
from pennywort.records.states import one_state

AT_ONCE = 500


@dataclass(frozen=True, kw_only=True)
class Moved:
    """A table and how many rows of it are there now."""

    table: str
    count: int


def tables() -> list[type[models.Model]]:
    """Everything of ours, links between many and many as well. Who is signed in signs in again."""
    return [m for app in apps.get_app_configs() if app.name.startswith("pennywort.") for m in app.get_models(include_auto_created=True)]


def move(source: str, target: str) -> Iterator[Moved]:
    """Copy every table from the database ``source`` to ``target``, both by their alias; all of it or nothing.

    Links are checked where the whole is there. :raises Conflict: somebody is in the target already, or a row came over otherwise.
    """
    for model in tables():
        if model._base_manager.using(target).exists():
            raise Conflict(f"The other database is not empty: there are rows in {model._meta.db_table}.", field="to")
    with one_state(source), transaction.atomic(using=target):
        for model in tables():
            with _as_it_is(model):
                _copy(model, source, target)
            yield Moved(table=model._meta.db_table, count=_held_against(model, source, target))
        with connections[target].cursor() as cursor:
            for line in connections[target].ops.sequence_reset_sql(no_style(), tables()):
                cursor.execute(line)


def _copy(model: type[models.Model], source: str, target: str) -> None:
    rows = model._base_manager.using(source).order_by("pk").iterator(chunk_size=AT_ONCE)
    while batch := list(islice(rows, AT_ONCE)):
        model._base_manager.using(target).bulk_create(batch)


@contextmanager
def _as_it_is(model: type[models.Model]) -> Iterator[None]:
    """Within it an instant that is set as a row is made keeps what it says."""
    own = [f for f in model._meta.concrete_fields if isinstance(f, models.DateField) and f.auto_now_add]
    for field in own:
        field.auto_now_add = False
    try:
        yield
    finally:
        for field in own:
            field.auto_now_add = True


def _held_against(model: type[models.Model], source: str, target: str) -> int:
    """Every row beside its original. :raises Conflict: naming the first that is not the same."""
    count = 0
    both = (model._base_manager.using(name).order_by("pk").values().iterator(chunk_size=AT_ONCE) for name in (source, target))
    for one, other in zip_longest(*both):
        if one != other:
            raise Conflict(f"{model._meta.db_table}: row {(one or other or {}).get('id')} is not the same in the other database.", field="to")
        count += 1
    return count
