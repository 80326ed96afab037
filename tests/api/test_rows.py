"""A row as the models make it is what Django makes of it."""

from __future__ import annotations

from datetime import timedelta

from django.apps import apps
from django.db.models import Model
from django.utils import timezone

from pennywort.records.models import RoomRecord
from pennywort.tanks.models import Tank
from tests.api.large import fill
from tests.api.room import RoomCase


class Rows(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        fill(self.room, self.maren, tanks=3, years=1, now=timezone.now() - timedelta(minutes=1))

    def test_of_every_ledger_and_register(self) -> None:
        met = 0
        for model in (m for m in apps.get_models() if issubclass(m, RoomRecord)):
            names = [field.attname for field in model._meta.concrete_fields]
            for values in model._default_manager.values_list(*names)[:2]:
                met += 1
                # the class's own method, not ours
                by_django, ours = Model.from_db.__func__(model, "default", names, values), model.from_db("default", names, values)  # type: ignore[attr-defined]
                # its store of related rows is made as it is first asked for
                told = [{**vars(row), "_state": (row._state.adding, row._state.db, row._state.fields_cache)} for row in (by_django, ours)]
                self.assertEqual(told[0], told[1], model)
        self.assertGreater(met, 10)

    def test_what_was_not_read_is_read_when_it_is_asked_for(self) -> None:
        tank = Tank.objects.only("name").earliest("pk")
        self.assertEqual(tank.get_deferred_fields() & {"code", "fishroom_id"}, {"code", "fishroom_id"})
        with self.assertNumQueries(1):
            self.assertEqual(tank.fishroom_id, self.room.pk)

    def test_a_row_that_was_read_is_written_back_to_its_place(self) -> None:
        before = Tank.objects.count()
        tank = Tank.objects.earliest("pk")
        tank.name = "Another"
        tank.save()
        self.assertEqual(Tank.objects.count(), before)
        self.assertEqual(Tank.objects.get(pk=tank.pk).name, "Another")
