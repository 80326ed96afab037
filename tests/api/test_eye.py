"""The deck of plates: the same by its seed, every drawing there, and two look-alikes that are two pictures."""

from __future__ import annotations

from pennywort.core.reference import library
from pennywort.plates.drawn import DRAWN
from pennywort.plates.plate import another, plate
from pennywort.rehearse.eye import A_PAIR, LEFT_OUT, deck_of
from tests.api.room import RoomCase


class Deck(RoomCase):
    def test_the_same_seed_is_the_same_deck(self) -> None:
        deck = self.client_of().get("/api/reference/eye?seed=20787").json()
        self.assertEqual(deck, self.client_of(self.ivo).get("/api/reference/eye?seed=20787").json())
        self.assertNotEqual(deck["plates"], self.client_of().get("/api/reference/eye?seed=20788").json()["plates"])
        pairs = library().eye
        self.assertEqual([p["id"] for p in deck["pairs"]], list(pairs))
        self.assertEqual(len(deck["plates"]), A_PAIR * len(pairs))
        for shown in deck["plates"]:
            answer = next(a for a in pairs[shown["pair"]].answers if a.id == shown["answer"])
            self.assertEqual(tuple(shown["drawn"]), answer.drawn)
            self.assertNotIn(shown["shape"], LEFT_OUT)
            low, high = answer.breaths_per_min or (None, None)
            self.assertTrue(shown["breaths_per_min"] is None if low is None else low <= shown["breaths_per_min"] <= high)

    def test_over_many_decks_each_answer_comes_about_as_often(self) -> None:
        """Of 200 decks with three plates a pair, 600 of each pair, half are the first answer, give or take four standard deviations (49)."""
        counts: dict[str, int] = {}
        for seed in range(200):
            for shown in deck_of(seed).plates:
                first = library().eye[shown.pair].answers[0].id
                counts[shown.pair] = counts.get(shown.pair, 0) + (shown.answer == first)
        for pair, count in counts.items():
            with self.subTest(pair):
                self.assertAlmostEqual(count, 300, delta=49)

    def test_every_drawing_is_there_and_look_alikes_differ(self) -> None:
        for pair in library().eye.values():
            with self.subTest(pair.id):
                self.assertLessEqual({d for a in pair.answers for d in a.drawn}, set(DRAWN))
                first, second = (another("torpedo", a.drawn, seed=5).svg for a in pair.answers)
                self.assertEqual(first == second, all(a.breaths_per_min for a in pair.answers))

    def test_another_seed_is_another_picture_and_none_is_what_look_shows(self) -> None:
        for drawn in ("grains_few", "sheen", "sore", "tuft", "dust", "rough", "ragged", "bite", "blacks", "flecks"):
            with self.subTest(drawn):
                made = [another("torpedo", (drawn,), seed=s).svg.replace(f"-{s}", "") for s in (3, 4)]
                self.assertNotEqual(made[0], made[1])
        answer = self.client_of().get("/api/reference/plates/torpedo?drawn=sore&seed=0").json()
        self.assertEqual(answer["svg"], plate("torpedo", ("sore",)).svg)

    def test_what_cant_be(self) -> None:
        for path in ("eye", "eye?seed=-1", "eye?seed=1e308", "eye?seed=two", "eye?seed=99999999", "plates/torpedo?seed=-1", "plates/torpedo?seed=x"):
            with self.subTest(path):
                self.assertEqual(self.client_of().get(f"/api/reference/{path}").status_code, 422)
        self.assertEqual(self.client.get("/api/reference/eye?seed=1").status_code, 401)
