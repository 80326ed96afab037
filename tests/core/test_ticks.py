"""What is ticked before a course, against what the record says; and what a course switches off against what it doses."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.course.phrases import READS
from pennywort.core.course.plan import TankFacts
from pennywort.core.course.ticks import ticks_of
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.reference import library
from pennywort.core.reference.library import check_course
from pennywort.core.reference.yaml_files import ReferenceError
from tests.core.test_course import plan

FOUND = library()


def offered(name: str, *, condition: str = "", **facts: object) -> tuple[list[str], list[str]]:
    """The words of the ticks that are offered, and of those that the record contradicts."""
    protocol = FOUND.courses[name]
    here = Surroundings(water=protocol.water[0], lives=frozenset(facts.pop("lives", ())), readings=facts.pop("readings", {}))  # type: ignore[call-overload, arg-type]
    tank = TankFacts(water=Water(net_volume_l=100, net_uncertainty_l=0), temperature_c=25, surroundings=here, **facts)  # type: ignore[arg-type]
    ticks, against = ticks_of(protocol, tank=tank, condition=condition, found=FOUND)
    return [t.text for t in ticks], [a.text for a in against]


class AgainstTheRecord(TestCase):
    def test_nothing_recorded_offers_all(self) -> None:
        for name, protocol in FOUND.courses.items():
            with self.subTest(name):
                self.assertEqual(offered(name), ([c.text for c in protocol.confirm], []))

    def test_copper_over_rock_and_sand(self) -> None:
        ticks, against = offered("copper_30_strict", standing={"sand": "3 cm of sand", "rock": "18 kg of rock"})
        self.assertNotIn("No invertebrate, live rock or coral sand is in this water.", ticks)
        self.assertIn("Carbon and resin are out, and UV is off.", ticks)
        words = "it asks for “No invertebrate, live rock or coral sand is in this water”, and by the record there is 18 kg of rock and 3 cm of sand"
        self.assertEqual(against, [words])

    def test_each_line_by_what_it_names(self) -> None:
        cases: list[tuple[str, dict[str, object], str]] = [
            ("low_salinity", {"lives": ["invertebrates"]}, "animals without a backbone"),
            ("salt_and_warmth", {"lives": ["loach_catfish"]}, "loaches and catfish"),
            ("velvet_dark_dye", {"lives": ["plants"]}, "plants"),
            ("fin_rot_label", {"readings": {"ammonia": 0.5, "nitrite": 0.01}}, "ammonia 0.5 mg/L as N"),
            ("peroxide_series", {"readings": {"oxygen": 4.2}}, "oxygen 4.2 mg/L"),
            ("ich_dye", {"readings": {"temperature": 28.0}}, "a water of 28.0\u00a0°C"),
            ("tank_transfer", {"condition": "marine_velvet"}, "marine velvet, which it is chosen against"),
            ("tank_transfer", {"suspected": frozenset(["marine_velvet"])}, "marine velvet first in the last look"),
        ]
        for name, facts, words in cases:
            with self.subTest(name, words=words):
                ticks, against = offered(name, **facts)  # type: ignore[arg-type]
                self.assertEqual(len(ticks), len(FOUND.courses[name].confirm) - 1)
                self.assertTrue(against[0].endswith(f"by the record there is {words}"), against)

    def test_readings_at_their_bound_are_true(self) -> None:
        self.assertEqual(offered("peroxide_series", readings={"oxygen": 5.0, "ammonia": 0.25})[1], [])

    def test_every_bound_can_be_read_out(self) -> None:
        """A reading that a tick names has its words: one without would break the slip of that course alone."""
        for protocol in FOUND.courses.values():
            for line in protocol.confirm:
                self.assertLessEqual({*line.least, *line.most}, set(READS))

    def test_the_plan_asks_a_reason(self) -> None:
        made = plan("copper_30_strict", sand=True)
        self.assertEqual(len(made.confirm), len(FOUND.courses["copper_30_strict"].confirm) - 1)
        self.assertIn("3.0 cm of sand", made.cared[0].text)
        self.assertIn(made.cared[0], made.cautions)


class SwitchedOff(TestCase):
    def test_every_course_switches_off_what_takes_its_medicine_out(self) -> None:
        """The files of the actives say what; the course that doses one has the step, and its words come from the same files."""
        for name, protocol in FOUND.courses.items():
            held = [FOUND.uses[m.use] for m in protocol.medicines]
            needed = {e for active, use in held if use.route == "prolonged" for e in active.equipment_off}
            dosed = {s.active for s in protocol.steps if s.kind == "dose"}
            if not needed or not dosed & {active.id for active, use in held if use.route == "prolonged"}:
                continue
            with self.subTest(name):
                made = plan(name)
                out = next(s for s in made.steps if s.kind == "carbon_out")
                # what goes in an hour later may still be at the bench
                first = min(s.due_at for s in made.steps if s.kind == "dose" and s.active and FOUND.actives[s.active].equipment_off)
                self.assertLessEqual(out.due_at, first)
                for word in needed:
                    self.assertIn("UV" if word == "uv" else word, out.text)

    def test_a_course_that_leaves_it_running_is_refused(self) -> None:
        protocol = FOUND.courses["peroxide_in_tank"]
        running = protocol.model_copy(update={"steps": tuple(s for s in protocol.steps if s.kind != "carbon_out")})
        with self.assertRaisesRegex(ReferenceError, "no step switches off what takes peroxide out .*uv"):
            check_course(running, found=FOUND)

    def test_a_tick_about_what_nobody_knows_is_refused(self) -> None:
        protocol = FOUND.courses["low_salinity"]
        odd = protocol.confirm[0].model_copy(update={"without": ("corals",)})
        with self.assertRaisesRegex(ReferenceError, "unknown corals"):
            check_course(protocol.model_copy(update={"confirm": (odd,)}), found=FOUND)
