"""Names of fish in the number at hand (plurals of English, by hand)."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.reference import library
from pennywort.core.reference.naming import plural


class Plurals(TestCase):
    def test_as_keepers_say_them(self) -> None:
        for one, many in (
            ("cherry barb", "cherry barbs"), ("kuhli loach", "kuhli loaches"), ("guppy", "guppies"), ("betta", "bettas"), ("firefish", "firefish"),
            ("koi", "koi"), ("panda corydoras", "panda corydoras"), ("discus", "discus"), ("ray", "rays"), ("lynx", "lynxes"),
        ):  # fmt: skip
            with self.subTest(one):
                self.assertEqual((plural(one, 1), plural(one, 2), plural(one, 0)), (one, many, many))

    def test_no_name_of_the_list_is_doubled(self) -> None:
        names = [plural(s.name, 2) for s in library().species.values()]
        self.assertEqual(len(names), len(set(names)))
        self.assertEqual([n for n in names if n.endswith(("ss", "fishs", "chs", "yies"))], [])
