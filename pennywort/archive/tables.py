"""The tables of an archive: which records, which columns, and how each value is written and read."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date, datetime
from functools import cache
from typing import Any
from uuid import UUID

from django.apps import apps
from django.core.exceptions import ValidationError
from django.db import models

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.core.errors import InvalidInput
from pennywort.instruments.models import Instrument, Sample
from pennywort.people.models import Feed, Invitation
from pennywort.records.models import RoomRecord, WriteReceipt
from pennywort.rehearse.models import Rehearsal, RehearsalAct

LARGEST = 1e12


@dataclass(frozen=True, kw_only=True)
class Table:
    """One table: ``key`` is the column by which others point to it, ``scope`` the way to its fishroom, ``skip`` what stays secret."""

    model: type[models.Model]
    key: str = "uid"
    scope: str = "fishroom"
    skip: tuple[str, ...] = ()

    @property
    def name(self) -> str:
        return self.model._meta.label_lower

    @property
    def fields(self) -> list[models.Field[Any, Any]]:
        """Its columns, without the number that the database gave it and its fishroom."""
        left_out = {"id", "fishroom", *self.skip}
        return [f for f in self.model._meta.concrete_fields if f.name not in left_out]

    def rows(self, fishroom: Fishroom) -> models.QuerySet[Any]:
        """All of them, in the order in which they were written."""
        found: models.QuerySet[Any] = self.model._default_manager.filter(**{self.scope: fishroom}).order_by("pk")
        return found


@cache
def tables() -> tuple[Table, ...]:
    """Every record of a fishroom, by name. Calendar addresses are secrets of one person and stay where they are; what was rehearsed is no record."""
    left_out = (Feed, Instrument, Invitation, Rehearsal, RehearsalAct)
    found = [m for m in apps.get_models() if issubclass(m, RoomRecord) and m not in left_out]
    all_of = [Table(model=m) for m in found]
    all_of += [
        Table(model=Instrument, skip=("token_hash",)),
        Table(model=Sample, key="", scope="instrument__fishroom"),
        Table(model=WriteReceipt, key="write_id"),
    ]
    return tuple(sorted(all_of, key=lambda t: t.name))


def links(table: Table) -> list[tuple[models.Field[Any, Any], str]]:
    """Columns that point to another record, each with the name of the table it points to; keepers are ``rooms.keeper``."""
    return [(f, f.related_model._meta.label_lower) for f in table.fields if isinstance(f, models.ForeignKey)]


def written(field: models.Field[Any, Any], value: Any) -> Any:
    """A value as it stands in the file."""
    if isinstance(value, datetime | date):
        return value.isoformat()
    return str(value) if isinstance(value, UUID) else value


def read(field: models.Field[Any, Any], raw: Any, *, place: str) -> Any:
    """A value out of the file, checked as the database will hold it. :raises InvalidInput: naming the place."""
    where = f"{place}.{field.name}"
    if raw is None:
        if field.null:
            return None
        raise InvalidInput(f"The file is wrong at {where}: nothing stands there.", field="file")
    if isinstance(field, models.JSONField):
        return _json(field, raw, where=where)
    if isinstance(raw, bool) != isinstance(field, models.BooleanField) or isinstance(raw, (list, dict)):
        raise InvalidInput(f"The file is wrong at {where}: that is not what stands in this column.", field="file")
    if isinstance(field, models.IntegerField) and not isinstance(raw, int):
        raise InvalidInput(f"The file is wrong at {where}: not a whole number.", field="file")
    try:
        value = field.to_python(raw)
        field.run_validators(value)
        field.validate(value, None)
    except ValidationError as error:
        raise InvalidInput(f"The file is wrong at {where}: {' '.join(error.messages)}", field="file") from error
    except (TypeError, ValueError, OverflowError) as error:
        raise InvalidInput(f"The file is wrong at {where}: this can’t be read.", field="file") from error
    if isinstance(value, float) and not (math.isfinite(value) and abs(value) < LARGEST):
        raise InvalidInput(f"The file is wrong at {where}: not a usable number.", field="file")
    if isinstance(value, datetime) and value.tzinfo is None:
        raise InvalidInput(f"The file is wrong at {where}: a time without its zone.", field="file")
    return value


def _json(field: models.Field[Any, Any], raw: Any, *, where: str) -> Any:
    # a column without a default holds a map
    wanted = type(field.get_default()) if field.has_default() else dict
    if not isinstance(raw, wanted):
        raise InvalidInput(f"The file is wrong at {where}: that is not what stands in this column.", field="file")
    return raw


def keeper_names(fishroom: Fishroom) -> dict[int, str]:
    """Everybody who wrote in this fishroom, by a name that is theirs alone."""
    ids: set[int] = set()
    for table in tables():
        for field, target in links(table):
            if target == "rooms.keeper":
                ids |= set(table.rows(fishroom).order_by().values_list(field.attname, flat=True).distinct())
    found: dict[int, str] = {}
    for keeper in Keeper.objects.filter(pk__in=ids - {None}).order_by("pk"):
        name, count = str(keeper), 1
        while name in found.values():
            count += 1
            name = f"{keeper} ({count})"
        found[keeper.pk] = name
    return found
