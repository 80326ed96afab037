"""How many are left of a group is kept with every entry; each API test holds it against the ledgers when it ends."""

from __future__ import annotations

from io import StringIO
from uuid import uuid4

from django.core.management import call_command

from pennywort.fish.kept import drift, keep_missing
from pennywort.fish.models import Group, KeptCount, Loss
from tests.api.room import RoomCase


class KeptCounts(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.barbs = self.group(self.tank())

    def kept(self) -> tuple[int, int]:
        found = KeptCount.objects.get(group__uid=self.barbs)
        return found.count, found.count_plus_minus

    def loss(self, count: int, corrects: Loss | None = None) -> Loss:
        group = Group.objects.get(uid=self.barbs)
        return Loss(
            fishroom=self.room, recorded_by=self.maren, uid=uuid4(), recorded_at=self.clock, happened_at=self.clock, group=group, count=count, corrects=corrects
        )

    def test_with_each_entry_its_correction_and_its_end(self) -> None:
        """Ten came: 3 lost are 7; 2 instead are 8; struck out they are 10; a recount of about 9, one off, is 9 ± 1."""
        lost = self.send(f"groups/{self.barbs}/losses", {"count": 3})["uid"]
        self.assertEqual(self.kept(), (7, 0))
        again = self.send(f"groups/{self.barbs}/losses", {"count": 2, "corrects": lost})["uid"]
        self.assertEqual(self.kept(), (8, 0))
        self.send("strike", {"ledger": "loss", "entry": again})
        self.assertEqual(self.kept(), (10, 0))
        self.send(f"groups/{self.barbs}/recounts", {"count": 9, "count_plus_minus": 1})
        self.assertEqual(self.kept(), (9, 1))

    def test_of_many_written_at_once(self) -> None:
        Loss.objects.bulk_create([self.loss(1), self.loss(4)])
        self.assertEqual(self.kept(), (5, 0))

    def test_where_nobody_kept_it_the_ledgers_are_walked(self) -> None:
        """A record of an earlier version, until it is kept after the first start."""
        self.send(f"groups/{self.barbs}/losses", {"count": 3})
        KeptCount.objects.all().delete()
        self.assertEqual(self.get("today")["strips"][0]["fish"], "7 cherry barbs")
        self.assertEqual(next(g for g in self.get("groups") if g["uid"] == self.barbs)["left"], 7)
        keep_missing()
        self.assertEqual(self.kept(), (7, 0))

    def test_a_command_says_what_was_kept_otherwise_and_mends_it(self) -> None:
        KeptCount.objects.update(count=4)
        self.assertEqual(drift(), [Group.objects.get().pk])
        for said in ("1 groups; 1 had been kept", "1 groups; none had been kept"):
            out = StringIO()
            call_command("keep_counts", stdout=out)
            self.assertIn(said, out.getvalue())
        self.assertEqual(self.kept(), (10, 0))
