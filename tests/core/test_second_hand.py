"""The second person's description of each disease, written blind, against the table: which leads, and what stands among three."""

from __future__ import annotations

from unittest import TestCase

from tests.core.second_hand import ALL_KITS, BY_EYE, acts_right, hits_of


class SecondHand(TestCase):
    def test_by_eye_alone(self) -> None:
        """No kit, no microscope, nothing said to be absent: a disease stands among three of about fifty in nine of ten."""
        count, first, three = hits_of(BY_EYE)
        self.assertGreaterEqual(count, 60)
        self.assertGreaterEqual(first, 0.65)
        self.assertGreaterEqual(three, 0.9)

    def test_with_kit_and_microscope(self) -> None:
        count, first, three = hits_of(ALL_KITS)
        self.assertGreaterEqual(count, 60)
        self.assertGreaterEqual(first, 0.85)
        self.assertGreaterEqual(three, 0.9)

    def test_what_he_would_do_first(self) -> None:
        """Two acts of his, three of ours; where they differ it is in which of the good acts comes first."""
        self.assertGreaterEqual(acts_right(), 0.8)
