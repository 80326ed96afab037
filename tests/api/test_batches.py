"""Batches side by side through the API: estimated counts, parted groups, courses."""

from __future__ import annotations

from typing import Any

from django.db import connection

from tests.api.room import RoomCase


class Batches(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()

    def compare(self, by: str = "supplier") -> dict[str, Any]:
        return dict(self.get(f"batches?by={by}"))

    def test_nothing_yet(self) -> None:
        told = self.compare()
        self.assertEqual((told["batches"], told["words"]), ([], "Nothing to compare yet."))

    def test_two_suppliers_of_the_same_fish(self) -> None:
        """Twenty each: one loses 1 on day 2, the other 12 by day 3. 0.95 against 0.40 alive, and no luck makes that (by hand)."""
        good = self.group(self.weir, count=20, supplier="the canal van")
        bad = self.group(self.weir, count=20, supplier="the night train")
        self.later(days=2)
        self.send(f"groups/{good}/losses", {"count": 1})
        self.send(f"groups/{bad}/losses", {"count": 8})
        self.later(days=1)
        self.send(f"groups/{bad}/losses", {"count": 4})
        self.later(days=20)
        told = self.compare()
        by = {b["name"]: b for b in told["batches"]}
        self.assertEqual([round(p["share"], 4) for p in by["the night train"]["curve"]], [0.6, 0.4])
        self.assertEqual((by["the canal van"]["first_week"], by["the night train"]["first_week"]), ("1 of 20", "12 of 20"))
        self.assertTrue(by["the canal van"]["alive_words"].startswith("95 % alive, most likely between"))
        self.assertIn("did not die alike", told["words"])
        self.assertEqual({b["followed_days"] for b in told["batches"]}, {23.0})
        self.assertEqual(by["the night train"]["half_words"], "half lost by day 3")

    def test_small_numbers_are_said_to_be_small(self) -> None:
        self.group(self.weir, count=3, supplier="a")
        self.group(self.weir, count=4, supplier="b")
        told = self.compare()
        self.assertEqual(
            (told["few_words"], told["words"]),
            (
                "Numbers are small: read the bands, not the lines.",
                "Nothing tells them apart: a difference this large comes by luck alone about 100 times in 100.",
            ),
        )

    def test_estimates_and_the_dead_on_arrival_count(self) -> None:
        """About 600 ± 20 came, 10 of them dead, about 40 ± 5 lost: 550 of 600 left, and the number may be off by 21, the root of 425 rounded up."""
        group = self.group(self.weir, count=600, count_plus_minus=20, dead_on_arrival=10, supplier="the coast")
        self.later(days=4)
        self.send(f"groups/{group}/losses", {"count": 40, "count_plus_minus": 5})
        batch = self.compare()["batches"][0]
        self.assertEqual((batch["fish"], batch["lost"], batch["first_week"]), ("about 600 ± 21", 50, "50 of 600"))
        self.assertAlmostEqual(batch["curve"][-1]["share"], 550 / 600)

    def test_a_part_that_moved_is_the_same_fish(self) -> None:
        sluice = self.tank(name="Sluice")
        group = self.group(self.weir, count=10, supplier="one van")
        part = self.send(f"groups/{group}/move", {"to": sluice, "count": 4})["uid"]
        self.later(days=2)
        self.send(f"groups/{part}/losses", {"count": 1})
        batches = self.compare()["batches"]
        self.assertEqual([(b["name"], b["fish"], b["lost"]) for b in batches], [("one van", "10", 1)])

    def test_by_course_from_its_start(self) -> None:
        """Two were lost before the course and one during it: eight under it, one lost."""
        group = self.group(self.weir, count=10)
        self.send(f"groups/{group}/losses", {"count": 2})
        self.later(hours=1)
        self.course(group)
        self.later(days=3)
        self.send(f"groups/{group}/losses", {"count": 1})
        for by, name in (("course", "Salt with raised temperature"), ("condition", "White spot")):
            batch = self.compare(by)["batches"][0]
            self.assertEqual((batch["name"], batch["fish"], batch["lost"], batch["curve"][0]["day"]), (name, "8", 1, 3.0))

    def test_by_medicine(self) -> None:
        group = self.group(self.weir, count=10)
        self.course(group)
        self.later(days=1)
        self.assertEqual([(b["name"], b["fish"]) for b in self.compare("medicine")["batches"]], [("salt", "10")])

    def test_losses_by_cause_and_day(self) -> None:
        """One dead on arrival, two on day 1 during arrival, one on day 9 to white spot, and a recount that misses one on day 20."""
        group = self.group(self.weir, count=12, dead_on_arrival=1)
        self.later(days=1)
        self.send(f"groups/{group}/losses", {"count": 2, "during": "arrival"})
        self.later(days=8)
        self.send(f"groups/{group}/losses", {"count": 1, "cause_id": "ich", "during": "disease"})
        self.later(days=11)
        self.send(f"groups/{group}/recounts", {"count": 7})
        told = self.compare()
        self.assertEqual(told["day_bands"], ["day 0", "1 to 2", "3 to 7", "8 to 14", "15 to 30", "later"])
        self.assertEqual(
            [(c["name"], c["counts"]) for c in told["causes"]],
            [
                ("during arrival", [0, 2, 0, 0, 0, 0]),
                ("White spot", [0, 0, 0, 1, 0, 0]),
                ("dead on arrival", [1, 0, 0, 0, 0, 0]),
                ("missing at a recount", [0, 0, 0, 0, 1, 0]),
            ],
        )

    def test_a_word_that_an_older_record_holds_is_said_as_it_stands(self) -> None:
        self.send(f"groups/{self.group(self.weir)}/losses", {"count": 2, "during": "arrival"})
        with connection.cursor() as cursor:
            cursor.execute("UPDATE fish_loss SET during = 'transit'")
        self.assertEqual([c["name"] for c in self.get("batches")["causes"]], ["during transit"])

    def test_another_way_is_refused(self) -> None:
        self.get("batches?by=moon", status=422)
