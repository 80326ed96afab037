"""A keeper's own protocol: read strictly, and whatever is written out is read in again as it was."""

from __future__ import annotations

import re
from pathlib import Path
from unittest import TestCase

from pennywort.core.course.build import build_plan
from pennywort.core.course.plan import Chosen, TankFacts
from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.reference import library
from pennywort.core.reference.own import read_own, write_own
from tests.core.test_course import LONDON, START

FOUND = library()
OWN = """
id: own_salt_week
name: A week of weak salt
school: our own, for barbs that were netted
version: "3"
family: salt
kind: steps
water: [freshwater_tropical]
conditions: [ich]
for_it: It calms them.
against_it: Snails die of it.
risks: {fish: 1, filter: 0, plants: 2, keeper: 0, work: 1}
parameters:
  - {id: target, name: salt held, unit: g/L, value: 1, low: 1, high: 3}
  - {id: days, name: days, unit: day, value: 7, low: 3, high: 14}
medicines: [{active: sodium_chloride, use: nacl_2, target: target}]
steps:
  - {kind: dose, title: "Salt, half", at: 0 h, active: sodium_chloride, share: 0.5, minimum: 10 h}
  - {kind: dose, title: "Salt, the other half", at: 24 h, active: sodium_chloride, share: 0.5, minimum: 10 h}
  - {kind: look, title: Look, at: 24 h, every: 24 h, until: days}
  - {kind: water_change, title: Half out, at: days, share: 0.5}
ends: days
observe: 7 d
"""


class Own(TestCase):
    def setUp(self) -> None:
        use = next(u for u in FOUND.actives["sodium_chloride"].uses if u.route == "prolonged" and u.dose and u.dose.unit == "g/L")
        self.text = OWN.replace("nacl_2", use.id).replace("unit: g/L", "unit: g/kg")

    def refused(self, text: str, field: str, *words: str) -> None:
        with self.assertRaises(InvalidInput) as caught:
            read_own(text, found=FOUND)
        self.assertEqual(caught.exception.field, field)
        for word in words:
            self.assertIn(word, str(caught.exception.message))

    def test_it_is_read_and_what_is_not_said_is_the_keepers_own(self) -> None:
        got = read_own(self.text, found=FOUND)
        self.assertEqual((got.id, got.version, len(got.steps)), ("own_salt_week", "3", 4))
        self.assertEqual((got.for_it.text, got.for_it.source, got.parameters[0].source), ("It calms them.", ("own",), ("own",)))
        # brought in from a list of one, as the shipped files are
        self.assertEqual(read_own("- " + self.text.strip().replace("\n", "\n  "), found=FOUND), got)

    def test_the_example_of_the_docs_is_one(self) -> None:
        """1 g/kg in 100 L are 100 g, in two halves (arithmetic)."""
        text = (Path(__file__).parents[2] / "docs" / "courses.md").read_text(encoding="utf-8")
        example = next(block for block in re.findall(r"```yaml\n(.*?)```", text, flags=re.S) if "id: own_" in block)
        protocol = read_own(example, found=FOUND)
        facts = TankFacts(water=Water(net_volume_l=100, net_uncertainty_l=0), temperature_c=25, surroundings=Surroundings(water=protocol.water[0]))
        plan = build_plan(protocol, tank=facts, chosen=Chosen(), start_at=START, zone=LONDON, found=FOUND)
        self.assertEqual([s.active_mg for s in plan.steps if s.kind == "dose"], [50_000.0, 50_000.0])

    def test_every_shipped_protocol_goes_out_and_comes_in(self) -> None:
        for name, protocol in FOUND.courses.items():
            with self.subTest(name):
                back = read_own(write_own(protocol, as_id=f"own_{name}"), found=FOUND)
                # a file's temperatures are plain text; all else is what it was
                shipped = type(protocol).model_validate_json(protocol.model_dump_json().replace("\u00a0°C", " °C"))
                self.assertEqual(back.model_copy(update={"id": name}), shipped)

    def test_nothing_shipped_rests_on_a_keepers_own_word(self) -> None:
        for protocol in FOUND.courses.values():
            self.assertNotIn("own", protocol.source)
            self.assertFalse(any("own" in s.source for s in [protocol.for_it, protocol.against_it, *protocol.parameters, *protocol.confirm]))

    def test_faults_are_named_with_their_place(self) -> None:
        for change, field, words in (
            (("id: own_salt_week", "id: copper_30_strict"), "text.id", ("own_",)),
            (("kind: look", "kind: prayer"), "text.steps.2.kind", ("Input should be",)),
            (("share: 0.5, minimum: 10 h}\n  - {kind: look", "minimum: 10 h}\n  - {kind: look"), "text.steps.1", ("share",)),
            (("until: days}", "until: moons}"), "text", ("moons",)),
            (("low: 1, high: 3", "low: 2, high: 3"), "text.parameters.0", ("in order",)),
            (("conditions: [ich]", "conditions: [gremlins]"), "text", ("gremlins",)),
            (("share: 0.5}\nends", "share: 1.5}\nends"), "text", ("between 0 and 1",)),
            (("observe: 7 d", "observe: 7 moons"), "text.observe", ("no time",)),
            (("name: A week", "name: one\nname: A week"), "text", ("doubled",)),
        ):
            with self.subTest(change[1]):
                self.assertIn(change[0], self.text)
                self.refused(self.text.replace(*change), field, *words)

    def test_files_that_are_none(self) -> None:
        bomb = "a: &a [x, x]\n" + "\n".join(f"b{i}: &b{i} [*a, *a]" for i in range(5))
        for text, words in (
            ("", "begins with"), ("just words", "begins with"), ("[1, 2]", "begins with"), ("a: [", "not readable"), (self.text[: len(self.text) // 2], ""),
            (bomb, "anchors"), ("x: " + "y" * 70_000, "too long"), ("[" * 4000, "not readable"), ("{{7*7}}", "no word"),
            ("? [a, b]\n: 1", "no word"), ("a: !!python/object:os.system {}", "not readable"),
        ):  # fmt: skip
            with self.subTest(text[:20]), self.assertRaises(InvalidInput) as caught:
                read_own(text, found=FOUND)
            self.assertIn(words, str(caught.exception.message))
