"""The drawings: every shape with every sign is a whole drawing, and what was marked is on it."""

from __future__ import annotations

import re
from unittest import TestCase
from xml.etree import ElementTree

from pennywort.core.reference import library
from pennywort.plates.drawn import DRAWN
from pennywort.plates.plate import lens, plate
from pennywort.plates.shapes import shapes

FOUND = library()
PLACES = {"back_flank", "fins", "eye", "mouth", "gill_cover", "behaviour", "head"}


def read(svg: str) -> ElementTree.Element:
    return ElementTree.fromstring(  # noqa: S314  (our own drawing)
        f"<svg>{svg}</svg>"
    )


def grains(svg: str) -> int:
    """White grains on a body."""
    return sum(1 for e in read(svg).iter("circle") if e.get("class") == "gr")


class Plates(TestCase):
    def test_every_shape_is_drawn_with_its_places(self) -> None:
        """Sixteen outlines; each place of a body lies on the plate."""
        self.assertEqual(len(shapes()), 16)
        for shape in shapes():
            got = plate(shape)
            self.assertGreater(len(list(read(got.svg).iter("path"))), 20, shape)
            self.assertEqual(set(got.places), PLACES)
            for name, place in got.places.items():
                x, y = place.point
                self.assertTrue(0 <= x <= 640 and -10 <= y <= 335, (shape, name, place.point))

    def test_every_sign_changes_the_fish(self) -> None:
        """On a body of each make (side view, disc, spine, from above, scutes): none without its mark, none too heavy for a phone, and no pen
        inside a style, which the page's policy forbids."""
        for shape in ("torpedo", "tall_disc", "seahorse", "ray", "flat_bottom"):
            plain = plate(shape).svg
            for name in DRAWN:
                svg = plate(shape, (name,)).svg
                read(svg)
                self.assertNotIn("style=", svg)
                self.assertLess(len(svg), 110_000, (shape, name))
                if not (shape in ("ray", "seahorse", "box_puffer") and name in ("bloat", "pinecone")):
                    self.assertNotEqual(re.sub(r'id="[^"]*"|url\([^)]*\)', "", svg), re.sub(r'id="[^"]*"|url\([^)]*\)', "", plain), (shape, name))

    def test_grains_can_be_counted_or_not(self) -> None:
        for shape in ("torpedo", "tang", "koi", "eel_like"):
            few, many = grains(plate(shape, ("grains_few",)).svg), grains(plate(shape, ("grains_many",)).svg)
            self.assertTrue(10 <= few <= 40, (shape, few))
            self.assertGreater(many, 3 * few, shape)
            self.assertEqual(grains(plate(shape).svg), 0)

    def test_several_signs_stand_together(self) -> None:
        both = plate("flat_bottom", ("flecks", "grains_few")).svg
        self.assertEqual(grains(both), grains(plate("flat_bottom", ("grains_few",)).svg))
        self.assertIn("var(--brick)", both)

    def test_the_same_fish_every_time(self) -> None:
        first = plate("goby", ("dust", "ragged")).svg
        plate.cache_clear()
        self.assertEqual(plate("goby", ("dust", "ragged")).svg, first)

    def test_a_lens_looks_at_the_sign(self) -> None:
        for name in DRAWN:
            svg, box = lens(name)
            read(svg)
            x, y, width, height = (float(v) for v in box.split())
            self.assertTrue(-150 < x < 640 and -200 < y < 330 and 100 < width <= 500 and height > 60, (name, box))

    def test_what_is_unknown(self) -> None:
        for shape, names in (("dragon", ()), ("koi", ("horns",))):
            with self.assertRaises(KeyError):
                plate(shape, names)

    def test_the_reference_draws_with_what_there_is(self) -> None:
        signs, learnt = {s.drawn for s in FOUND.signs.values() if s.drawn}, {d for pair in FOUND.eye.values() for a in pair.answers for d in a.drawn}
        self.assertEqual(signs | learnt, set(DRAWN))
        self.assertLessEqual({s.shape for s in FOUND.species.values()}, set(shapes()))
