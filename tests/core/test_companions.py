"""Who goes for whom in a tank, and how a newcomer is dripped into a vessel that holds too little."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome.companions import trouble_ahead
from pennywort.core.outcome.release import drip
from pennywort.core.reference import library
from pennywort.core.reference.models import Species


def kind(name: str, **facts: object) -> Species:
    """A species of the list with some of its facts changed."""
    return library().species[name].model_copy(update={"bullies": (), "needs": (), **facts})


class Companions(TestCase):
    def test_its_own_kind(self) -> None:
        tang = kind("yellow_tang", bullies=("own_kind",))
        self.assertEqual(trouble_ahead(tang, [tang]), ["Yellow tangs fight their own kind."])

    def test_its_outline(self) -> None:
        """A tang that goes for its own outline meets another tang, and not a goby."""
        tang = kind("yellow_tang", bullies=("look_alikes",))
        other = tang.model_copy(update={"id": "another", "name": "purple tang", "bullies": ()})
        goby = kind("firefish")
        self.assertEqual(trouble_ahead(other, [tang]), ["Yellow tangs go for fish of their own outline, and purple tangs have it."])
        self.assertEqual(trouble_ahead(tang, [other]), ["Yellow tangs go for fish of their own outline, and purple tangs have it."])
        self.assertEqual(trouble_ahead(goby, [tang]), [])

    def test_smaller_ones(self) -> None:
        """Two thirds of 20 cm are 13.3: a fish of 13 is small to it, one of 14 is not."""
        big = kind("yellow_tang", bullies=("small",), adult_cm=20.0)
        for length, told in ((13.0, 1), (14.0, 0), (None, 0)):
            with self.subTest(length=length):
                self.assertEqual(len(trouble_ahead(kind("firefish", adult_cm=length), [big])), told)

    def test_kept_alone(self) -> None:
        alone = kind("firefish", needs=("kept_alone",))
        self.assertEqual(trouble_ahead(alone, [kind("yellow_tang")]), ["A firefish is kept alone."])
        self.assertEqual(trouble_ahead(alone, []), [])


class DripSteps(TestCase):
    def test_a_vessel_that_holds_all_of_it(self) -> None:
        """Of 3 degrees no more than half one: five times the 5 L, 25 L, in a vessel of 40."""
        told = drip(box_l=5, apart=3.0, within=0.5, holds_l=40)
        self.assertEqual((told.steps_count, told.step_l, told.add_l), (1, 25, 25))

    def test_in_steps_of_doubling(self) -> None:
        """A vessel of 12 L: 5 L more each time, poured off to 5: halved each time; a sixth is left after log2(6) = 2.6, so three times."""
        told = drip(box_l=5, apart=3.0, within=0.5, holds_l=12)
        self.assertEqual((told.steps_count, told.step_l, told.add_l), (3, 5, 15))
        self.assertLessEqual(3.0 / 2**3, 0.5)

    def test_less_than_double(self) -> None:
        """A vessel of 7 L: 2 L more each time leaves 5/7; ln 6 / ln 1.4 = 5.3, so six times."""
        told = drip(box_l=5, apart=3.0, within=0.5, holds_l=7)
        self.assertEqual((told.steps_count, told.step_l), (6, 2))
        self.assertLessEqual(3.0 * (5 / 7) ** 6, 0.5)
        with self.assertRaises(InvalidInput) as caught:
            drip(box_l=5, apart=3.0, within=0.5, holds_l=5.5)
        self.assertEqual(caught.exception.field, "holds")

    def test_the_time_goes_with_the_difference(self) -> None:
        """45 minutes for small ones; sixteen times apart is four halvings, an hour; what is typed stands."""
        self.assertEqual(drip(box_l=5, apart=1.0, within=0.5).lasts_min, 45)
        self.assertEqual(drip(box_l=5, apart=8.0, within=0.5).lasts_min, 60)
        self.assertEqual(drip(box_l=5, apart=8.0, within=0.5, lasts_min=30).lasts_min, 30)
