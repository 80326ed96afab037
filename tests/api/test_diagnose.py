"""A case by itself: the API's ``diagnose`` and ``manage.py diagnose`` read and answer the same."""

from __future__ import annotations

import json
import tempfile
from io import StringIO
from pathlib import Path
from typing import Any

from django.core.management import CommandError, call_command

from tests.api.room import RoomCase

CASE = """
water: freshwater_tropical
species: panda corydoras
fish_count: 9
signs: {flat_grey_sheen: true, rapid_breathing: true, cottony_tufts: false}
counts: {flat_grey_sheen: {seen: 3, of: 9}}
context: [new_arrival_14d]
temperature: "26.4"
ph: "7.1"
ammonia: "0"
"""


class Diagnose(RoomCase):
    def run_on(self, text: str) -> Any:
        with tempfile.NamedTemporaryFile("w", suffix=".yaml", delete=False) as file:
            file.write(text)
        self.addCleanup(Path(file.name).unlink)
        out = StringIO()
        call_command("diagnose", file.name, stdout=out)
        return json.loads(out.getvalue())

    def test_one_case_as_the_api_answers_it(self) -> None:
        told = self.run_on(CASE)
        body = {
            "water": "freshwater_tropical", "species": "panda corydoras", "fish_count": 9, "context": ["new_arrival_14d"],
            "signs": {"flat_grey_sheen": True, "rapid_breathing": True, "cottony_tufts": False}, "counts": {"flat_grey_sheen": {"seen": 3, "of": 9}},
            "temperature": "26.4", "ph": "7.1", "ammonia": "0",
        }  # fmt: skip
        self.assertEqual(told, self.ask("diagnose", body))
        self.assertEqual(set(told), {
            "gate", "verdict", "can_be_told", "ranked", "something_else_in_100", "together", "two", "next_looks", "acts", "signs", "looked_at", "of_signs",
            "mends", "doubts", "known",
        })  # fmt: skip
        self.assertEqual((told["signs"]["water_too_warm"], told["gate"]["state"]), (True, "half"))

    def test_a_list_answers_with_a_list(self) -> None:
        told = self.run_on("[{water: marine, signs: {gold_grey_dust: true}}, {water: coldwater_pond, signs: {threads_from_skin: true}}]")
        self.assertEqual([case["ranked"][0]["condition"] for case in told], ["marine_velvet", "anchor_worm"])
        self.assertEqual(self.run_on("[]"), [])

    def test_water_alone_is_a_case(self) -> None:
        told = self.run_on('{water: freshwater_tropical, signs: {}, ammonia: "2", ph: "8.4", temperature: "27"}')
        self.assertEqual((told["gate"]["state"], told["acts"]["do"][0]["id"], told["acts"]["treat"]), ("shut", "large_change", []))

    def test_what_is_wrong_is_named_by_case_and_field(self) -> None:
        for text, words in (
            ("{water: lava, signs: {}}", "the case, water"),
            ("[{water: marine, signs: {}}, {water: marine, signs: {no_such: true}}]", "case 2, signs.no_such"),
            ("{water: marine, signs: {flashing: 'yes'}}", "the case, signs.flashing"),
            ("{water: marine, signs: {ammonia_raised: true}}", "signs.ammonia_raised"),
            ("{water: marine, signs: {}, ph: '15'}", "the case, ph"),
            ("{water: marine, signs: {}, temperature: 'nan'}", "the case, temperature"),
            ("{water: marine, signs: {}, ammonia: '1e308'}", "the case, ammonia"),
            ("{water: marine, signs: {}, nitrite: '-1'}", "the case, nitrite"),
            ("{water: marine, signs: {}, fish_count: 0}", "the case, fish_count"),
            ("{water: marine, signs: {}, moon: full}", "the case, moon"),
            ("{water: marine", "not YAML, or cut short"),
            ("just words", "a case is a mapping"),
        ):
            with self.subTest(text), self.assertRaises(CommandError) as caught:
                self.run_on(text)
            self.assertIn(words, str(caught.exception))

    def test_no_such_file(self) -> None:
        with self.assertRaisesMessage(CommandError, "can’t be read"):
            call_command("diagnose", "/nowhere/at/all.yaml")

    def test_the_api_names_the_field_too(self) -> None:
        self.assertIn("kin", self.ask("diagnose", {"water": "marine", "signs": {}, "kin": "unicorn"}, status=422)["field"])
        self.assertIn("context", self.ask("diagnose", {"water": "marine", "signs": {}, "context": ["moonlight"]}, status=422)["field"])
        self.assertEqual(self.ask("diagnose", {"water": "marine", "signs": {}}, by=self.stranger, status=404)["status"], 404)
