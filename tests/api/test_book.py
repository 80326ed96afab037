"""The book of a group through the API: ordered, lost, put down, sold, counted anew, named, chased."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext

from pennywort.fish.models import Group, KeptCount, Loss, Move, Photo
from pennywort.fish.queries import count_of, counted, perhaps_alive
from tests.api.room import RoomCase


class GroupBooks(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()

    def book(self, group: str) -> dict[str, Any]:
        return dict(self.get(f"groups/{group}/book"))

    def refused(self, path: str, body: dict[str, Any], field: str, status: int = 422) -> None:
        self.assertEqual(self.send(path, body, status=status).get("field"), field)

    def test_from_order_to_end(self) -> None:
        """20 ordered, 18 came, 1 dead: 17. Three die, one is put down, five sold, four given, four released: none."""
        group = self.group(self.weir, count=18, ordered_count=20, dead_on_arrival=1, supplier="the canal van")
        end = {"method": "by_vet", "vet_asked": True}
        for path, body in (
            ("losses", {"count": 3}),
            ("humane-ends", {"count": 1, **end}),
            ("leavings", {"kind": "sold", "count": 5, "whither": "the lock-keeper"}),
            ("leavings", {"kind": "given", "count": 4}),
            ("leavings", {"kind": "released", "count": 4, "note": "the garden pond"}),
        ):
            self.later(hours=1)
            self.send(f"groups/{group}/{path}", body)
        book = self.book(group)
        self.assertEqual(book["came"], ["20 ordered", "18 came Tue 24 Nov 2026 from the canal van", "2 fewer than ordered", "1 dead on arrival"])
        self.assertEqual([x["left"] for x in book["lines"]], ["14", "13", "8", "4", "0"])
        self.assertEqual(
            [x["words"] for x in book["lines"]],
            ["3 lost, found dead", "1 lost, put down, by a veterinarian, who chose the method", "5 sold, the lock-keeper", "4 given away", "4 released"],
        )
        self.assertEqual(book["sentence"], "None of 17 are left.")

    def test_a_recount_goes_on_from_what_was_counted_and_can_be_struck(self) -> None:
        group = self.group(self.weir, count=40, count_plus_minus=3)
        self.later(days=1)
        self.send(f"groups/{group}/losses", {"count": 1})
        self.later(days=1)
        told = self.send(f"groups/{group}/recounts", {"count": 37, "count_plus_minus": 1})
        self.assertEqual(told["told"], "The book said about 39 ± 3: within its plus-minus.")
        self.later(days=1)
        self.send(f"groups/{group}/losses", {"count": 2})
        self.assertEqual([x["left"] for x in self.book(group)["lines"]], ["about 39 ± 3", "about 37 ± 1", "about 35 ± 1"])
        line = self.book(group)["lines"][1]
        self.send("strike", {"ledger": line["ledger"], "entry": line["entry"], "reason": "the wrong tank"})
        self.assertEqual(self.book(group)["left_words"], "about 37 ± 3 cherry barbs")

    def test_many_groups_are_counted_as_one_is(self) -> None:
        group = self.group(self.weir, count=40, count_plus_minus=3, dead_on_arrival=2)
        sluice = self.tank(name="Sluice")
        for path, body in (
            ("losses", {"count": 1, "count_plus_minus": 1}),
            ("recounts", {"count": 36, "count_plus_minus": 1}),
            ("leavings", {"kind": "sold", "count": 4}),
            ("move", {"to": sluice, "count": 6}),
            ("losses", {"count": 2}),
        ):
            self.later(minutes=5)
            self.send(f"groups/{group}/{path}", body)
        with self.assertNumQueries(1):
            found = {str(g.uid): count_of(g).words for g in counted(Group.objects.all())}
        self.assertEqual(found.pop(group), "about 24 ± 1")
        self.assertEqual(list(found.values()), ["6"])

    def test_only_groups_that_are_empty_are_passed_over(self) -> None:
        """Of these six something is left in three; where nobody kept how many, the book is asked."""
        lost, some, found, joined, other, sold = (self.group(self.weir, count=4, dead_on_arrival=1) for _ in range(6))
        self.send(f"groups/{other}/merge", {"into": joined})
        for group in (lost, found, joined):
            self.send(f"groups/{group}/losses", {"count": 3})
        self.send(f"groups/{some}/losses", {"count": 2})
        self.send(f"groups/{sold}/leavings", {"kind": "sold", "count": 3})
        self.later(minutes=5)
        self.send(f"groups/{found}/recounts", {"count": 1})
        names = dict(zip((lost, some, found, joined, other, sold), ("lost", "some", "found", "joined", "other", "sold"), strict=True))
        alive = {names[str(g.uid)]: count_of(g).count for g in counted(perhaps_alive(Group.objects.all()))}
        self.assertEqual(alive, {"some": 1, "found": 1, "joined": 3})
        KeptCount.objects.all().delete()
        walked = {names[str(g.uid)]: count_of(g).count for g in counted(perhaps_alive(Group.objects.all()))}
        self.assertEqual(walked, {"lost": 0, "some": 1, "found": 1, "joined": 3, "other": 0, "sold": 0})

    def test_what_a_recount_did_not_find_was_lost_in_the_comparison(self) -> None:
        """Ten came, two sold alive, five counted: three are gone, of ten 70 % at most alive (by hand: 8 at risk on day 4, 3 lost)."""
        group = self.group(self.weir, count=10, supplier="one van")
        self.later(days=2)
        self.send(f"groups/{group}/leavings", {"kind": "sold", "count": 2})
        self.later(days=2)
        self.assertEqual(self.send(f"groups/{group}/recounts", {"count": 5})["told"], "The book said 8: 3 missing.")
        self.later(days=2)
        batch = self.get("batches?by=supplier")["batches"][0]
        self.assertEqual((batch["fish"], batch["lost"], batch["curve"][-1]["at_risk"]), ("10", 3, 8))
        self.assertAlmostEqual(batch["curve"][-1]["share"], 5 / 8)

    def test_the_facts_of_a_loss(self) -> None:
        group = self.group(self.weir, count=3)
        self.send(f"groups/{group}/individuals", {"name": "Tin", "marks": "a nick"})
        facts = {
            "fish": "Tin", "last_seen_well_at": "2026-11-24T08:00:00Z", "signs": ["flashing"], "cause_id": "ich", "cause": "or the heater",
            "during": "disease", "checked": ["water", "gut"],
        }  # fmt: skip
        loss = self.send(f"groups/{group}/losses", facts)["uid"]
        self.photo(group, loss=loss)
        line = self.book(group)["lines"][0]
        self.assertEqual(line["words"], "Tin lost, found dead, during disease")
        self.assertTrue(line["detail"].startswith("Last seen well Tue 24 Nov 08:00. "), line["detail"])
        self.assertIn("Suspected: White spot, or the heater. Water tested, opened", line["detail"])
        self.assertEqual(Photo.objects.get().loss, Loss.objects.get())
        self.assertEqual(self.book(group)["individuals"][0]["gone"], True)
        self.refused(f"groups/{group}/losses", {"fish": "Tin"}, "fish")

    def test_bad_facts_are_named_and_nothing_is_kept(self) -> None:
        group = self.group(self.weir, count=3)
        losses = f"groups/{group}/losses"
        for body, field in (
            ({"signs": ["moonburn"]}, "signs"),
            ({"cause_id": "moonburn"}, "cause_id"),
            ({"during": "lunch"}, "during"),
            ({"checked": ["horoscope"]}, "checked.0"),
            ({"last_seen_well_at": "2030-01-01T00:00:00Z"}, "last_seen_well_at"),
            ({"last_seen_well_at": "2026-11-24T08:00:00"}, "last_seen_well_at"),
            ({"last_seen_well_at": "2020-01-01T00:00:00Z"}, "last_seen_well_at"),
            ({"happened_at": "2026-11-24T08:00:00Z", "last_seen_well_at": "2026-11-24T09:00:00Z"}, "last_seen_well_at"),
            ({"count": 4}, "count"),
            ({"manner": "ended"}, "manner"),
        ):
            with self.subTest(body):
                self.refused(losses, body, field)
        ends = f"groups/{group}/humane-ends"
        for body, field in (  # type: ignore[assignment]
            ({"method": "not_flushing", "vet_asked": True}, "method"),
            ({"method": "", "vet_asked": True}, "method"),
            ({"method": "tricaine_bath", "vet_asked": False}, "vet_asked"),
            ({"method": "by_vet"}, "vet_asked"),
            ({"method": "by_vet", "vet_asked": True, "count": 4}, "count"),
        ):
            with self.subTest(body):
                self.refused(ends, body, field)
        for path, body, field in (  # type: ignore[assignment]
            ("leavings", {"kind": "eaten", "count": 1}, "kind"),
            ("leavings", {"kind": "sold", "count": 0}, "count"),
            ("leavings", {"kind": "sold", "count": 99}, "count"),
            ("recounts", {"count": -1}, "count"),
            ("recounts", {"count": 3, "count_plus_minus": 4}, "count_plus_minus"),
            ("scuffles", {"by_whom": " ", "degree": "chased"}, "by_whom"),
            ("scuffles", {"by_whom": "x", "degree": "tickled"}, "degree"),
            ("individuals", {"name": " "}, "name"),
        ):
            with self.subTest(path=path, body=body):
                self.refused(f"groups/{group}/{path}", body, field)
        self.assertEqual(Loss.objects.count(), 0)
        self.assertEqual(self.book(group)["lines"], [])

    def test_two_groups_put_together(self) -> None:
        """Ten watched for nine days and about 6 ± 1 for two: about 16 ± 1, watched from the later on; then one is lost of all."""
        old = self.group(self.weir, count=10, supplier="one van")
        other = self.group(self.weir, "guppy", 3)
        self.later(days=7)
        new = self.group(self.weir, count=6, count_plus_minus=1, supplier="another")
        self.later(days=2)
        self.send(f"groups/{new}/individuals", {"name": "Tin"})
        elsewhere = self.group(self.tank(name="Sluice"), count=3)
        for into in (other, elsewhere, new):
            self.refused(f"groups/{new}/merge", {"into": into}, "into")
        self.send(f"groups/{new}/merge", {"into": str(uuid4())}, status=404)
        self.send(f"groups/{new}/merge", {"into": old})
        self.later(hours=1)
        self.send(f"groups/{old}/losses", {"count": 1})
        book = self.book(old)
        self.assertEqual([(x["words"], x["left"]) for x in book["lines"][-2:]], [
            ("About 6 ± 1 put together with others of their kind", "about 16 ± 1"), ("1 lost, found dead", "about 15 ± 1"),
        ])  # fmt: skip
        self.assertEqual([i["name"] for i in book["individuals"]], ["Tin"])
        self.assertEqual(self.book(new)["sentence"], "None of about 6 ± 1 are left.")
        self.assertEqual([(x["ledger"], bool(x["entry"])) for x in self.book(new)["lines"]], [("merge", True)])
        self.assertEqual(book["sentence"], "About 15 ± 1 cherry barbs of about 16 ± 1 in Weir.")
        self.assertEqual([count_of(g).count for g in counted(Group.objects.filter(uid=old))], [15])
        self.assertEqual(Group.objects.get(uid=old).watched_since.date().isoformat(), "2026-12-01")  # type: ignore[union-attr]
        self.refused(f"groups/{new}/merge", {"into": old}, "into")
        batches = {b["name"]: (b["fish"], b["lost"]) for b in self.get("batches?by=supplier")["batches"]}
        # each stays in the batch it came with; the one that died later is counted with those of whom there were more
        self.assertEqual(batches["one van"], ("10", 1))

    def test_put_together_by_mistake(self) -> None:
        """Ten and six put together and apart again: ten and six. Of sixteen with five left, six can't be given back."""
        old, new = self.group(self.weir, count=10), self.group(self.weir, count=6)
        for _ in range(2):
            self.later(hours=1)
            self.send(f"groups/{new}/merge", {"into": old})
            self.assertEqual([self.book(g)["left"] for g in (old, new)], [16, 0])
            line = self.book(old)["lines"][-1]
            told = self.send("strike", {"ledger": line["ledger"], "entry": line["entry"], "reason": "the wrong ones"})["told"]
            self.assertIn("two groups again", told)
            self.assertEqual([self.book(g)["left"] for g in (old, new)], [10, 6])
            self.assertEqual(self.book(old)["lines"], [])
        self.send("strike", {"ledger": "merge", "entry": line["entry"]}, status=409)
        self.send(f"groups/{new}/merge", {"into": old})
        line = self.book(new)["lines"][-1]
        self.later(hours=1)
        self.send(f"groups/{old}/losses", {"count": 11})
        self.refused("strike", {"ledger": "merge", "entry": line["entry"]}, "entry", status=409)
        self.assertEqual([self.book(g)["left"] for g in (old, new)], [5, 0])

    def test_a_move_is_walked_back_not_struck(self) -> None:
        group = self.group(self.weir, count=6)
        self.send(f"groups/{group}/move", {"to": self.tank(name="Sluice")})
        move = Move.objects.get()
        self.refused("strike", {"ledger": "merge", "entry": str(move.uid)}, "entry", status=409)
        self.assertTrue(Move.objects.standing().filter(pk=move.pk).exists())

    def test_names(self) -> None:
        group = self.group(self.weir, count=2)
        tin = self.send(f"groups/{group}/individuals", {"name": "Tin"})["uid"]
        self.refused(f"groups/{group}/individuals", {"name": "tin"}, "name", status=409)
        self.send(f"groups/{group}/individuals", {"name": "Copper"})
        self.refused(f"groups/{group}/individuals", {"name": "Third"}, "name")
        self.send(f"individuals/{tin}", {"marks": "the larger"}, method="put")
        sluice = self.tank(name="Sluice")
        self.refused(f"groups/{group}/move", {"to": sluice, "count": 1, "individuals": [tin, tin]}, "individuals")
        self.send(f"groups/{group}/move", {"to": sluice, "count": 1, "individuals": [str(uuid4())]}, status=404)
        part = self.send(f"groups/{group}/move", {"to": sluice, "count": 1, "individuals": [tin]})["uid"]
        self.assertEqual([i["name"] for i in self.book(group)["individuals"]], ["Copper"])
        self.assertEqual([(i["name"], i["marks"]) for i in self.book(part)["individuals"]], [("Tin", "the larger")])

    def test_who_goes_for_whom(self) -> None:
        group = self.group(self.weir, count=2)
        self.send(f"groups/{group}/scuffles", {"by_whom": "the old pair", "degree": "bitten", "note": "at dusk"})
        line = self.book(group)["lines"][0]
        self.assertEqual((line["words"], line["detail"], line["left"]), ("Bitten by the old pair", "at dusk", ""))

    def test_the_words_a_loss_can_be_said_with(self) -> None:
        told = self.client_of().get("/api/reference/losses").json()
        accepted = {m["id"] for m in told["humane_ends"] if m["accepted"]}
        self.assertIn("tricaine_bath", accepted)
        self.assertNotIn("not_flushing", accepted)
        self.assertEqual([c["id"] for c in told["during"]], ["arrival", "disease", "treatment", "bath", "release", "unknown"])

    def test_groups_are_counted_in_a_fixed_number_of_queries(self) -> None:
        self.group(self.weir, count=5)
        self.get("groups")
        with CaptureQueriesContext(connection) as few:
            self.get("groups")
        for n in range(6):
            self.group(self.weir, count=5 + n)
        with CaptureQueriesContext(connection) as many:
            self.get("groups")
        self.assertEqual(len(few), len(many))


class LossesOfSeveralDays(RoomCase):
    def test_one_a_day_over_a_week(self) -> None:
        """Ten came on the 17th; from the 18th to the 23rd one a day: four are left, each loss on its own day."""
        self.later(days=-7)
        group = self.group(self.tank())
        self.later(days=7)
        days = [{"on": f"2026-11-{day}", "count": 1} for day in range(18, 24)]
        self.send(f"groups/{group}/losses-over", {"days": days, "note": "nothing to see"})
        told = self.get(f"groups/{group}/book")
        self.assertEqual((told["left"], [x["day_words"] for x in told["lines"]][:2]), (4, ["Wed 18 Nov", "Thu 19 Nov"]))

    def test_all_or_none(self) -> None:
        group = self.group(self.tank())
        for days, field in (
            ([{"on": "2026-11-24", "count": 4}, {"on": "2026-11-24", "count": 4}], "days"),
            ([{"on": "2026-11-23", "count": 4}, {"on": "2026-11-24", "count": 7}], "days.1.count"),
            ([{"on": "2026-11-24", "count": 0}], "days.0.count"),
            ([{"on": "2026-11-29", "count": 1}], "days.0.on"),
        ):
            with self.subTest(days=days):
                self.assertEqual(self.send(f"groups/{group}/losses-over", {"days": days}, status=422)["field"], field)
        self.assertEqual(self.get(f"groups/{group}/book")["left"], 10)
