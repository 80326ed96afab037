"""The worksheet, the command and the formulary of Measure."""

from __future__ import annotations

import json
import tempfile
from io import StringIO
from pathlib import Path
from typing import Any

from django.core.management import CommandError, call_command

from pennywort.core.reference import library
from tests.api.test_measure import MeasureCase


class Worksheet(MeasureCase):
    CSV = "place,volume,use,target,confirmed\nRack 1,45 L,nacl_3,2 g/L,yes\nRack 2,10 gal,pzq_1,2.5,yes\n=cmd,5 L,no_such,,\nRack 4,0 L,pzq_1,,\n"

    def test_lines_and_their_faults(self) -> None:
        got = self.ask("worksheet/csv", {"text": self.CSV})
        self.assertEqual(
            [r["answer"]["amounts"][0]["big"]["figure"] if r["answer"] else r["problem"]["field"] for r in got["rows"]], ["90", "95", "use", "volume"]
        )
        lines = got["csv"].splitlines()
        self.assertTrue(lines[1].endswith("90,g,2.00 g/L,amount,,"))
        # nothing that a spreadsheet would run
        self.assertTrue(lines[3].startswith("'=cmd"))

    def test_what_comes_out_goes_in(self) -> None:
        first = self.ask("worksheet/csv", {"text": self.CSV.replace("=cmd", "Rack 3")})
        again = self.ask("worksheet/csv", {"text": first["csv"]})
        self.assertEqual(again["csv"], first["csv"])

    def test_a_table_for_every_tank(self) -> None:
        """Tanks by name or mark; lines of other kinds beside doses; what a kind has not is named."""
        self.tank()
        lines = [
            {"tank": "weir", "use": "pzq_1", "target": "2.5", "confirmed": "yes"}, {"tank": "Q3", "use": "hp_6", "confirmed": ""},
            {"kind": "vessel", "shape": "buckets", "measures.count": "4", "measures.each": "10 L"},
            {"kind": "osmolality", "home.tds": "530", "bath.tds": "193"}, {"tank": "Nowhere", "use": "pzq_1"},
            {"kind": "label", "use": "pzq_1", "volume": "5 L"}, {"kind": "moon"}, {"tank": "Q3", "use": "pzq_1", "confirmed": "perhaps"},
        ]  # fmt: skip
        got = self.ask("worksheet/lines", {"lines": lines})
        self.assertEqual(
            [r["answer"]["verdict"] if r["answer"] else r["problem"]["field"] for r in got["rows"]],
            ["amount", "never", "figures", "never", "tank", "use", "kind", "confirmed"],
        )
        self.assertEqual(got["rows"][0]["answer"]["amounts"][0]["exact"], {"figure": "112", "unit": "mg"})
        again = self.ask("worksheet/csv", {"text": got["csv"]})
        self.assertEqual([r["answer"]["verdict"] if r["answer"] else "" for r in again["rows"]][:4], ["amount", "never", "figures", "never"])
        self.assertEqual(self.ask("worksheet/lines", {"lines": [{"moon": "1"}]}, status=422)["field"], "text")

    def test_no_sheet(self) -> None:
        for text in ("", "a,b\n1,2\n", 'place,volume,use\n"Rack 1,45', "volume,use\n45 L\n", "volume,use,moon\n1,2,3\n", "volume,use\n" + "1 L,pzq_1\n" * 1001):
            with self.subTest(text[:20]):
                self.assertEqual(self.ask("worksheet/csv", {"text": text}, status=422)["field"], "text")

    def test_rows_of_any_kind(self) -> None:
        got = self.ask("worksheet", {"rows": [{"kind": "dose", "use": "pzq_1", "volume": "45 L"}, {"kind": "salinity", "value": "2", "scale": "gravity"}]})
        self.assertEqual([bool(r["answer"]) for r in got["rows"]], [True, False])


class Command(MeasureCase):
    def run_on(self, text: str) -> Any:
        with tempfile.NamedTemporaryFile("w", suffix=".json", delete=False) as file:
            file.write(text)
        self.addCleanup(Path(file.name).unlink)
        out = StringIO()
        call_command("measure", file.name, stdout=out)
        return json.loads(out.getvalue())

    def test_the_shape_of_the_api(self) -> None:
        body = {"kind": "dose", "use": "nacl_3", "volume": "45 L", "target": "2 g/L"}
        told = self.run_on(json.dumps(body))
        self.assertEqual(told, self.ask("measure", body))
        self.assertEqual(self.run_on(json.dumps([body, body])), [told, told])

    def test_faults_name_request_and_field(self) -> None:
        for text, words in (
            ("{", "cut short"), ('{"kind": "moon"}', "the request"), ('[{"kind": "dose", "use": "x", "volume": "1 L"}]', "request 1, use"),
            ('{"kind": "dose", "use": "pzq_1", "tank": "00000000-0000-4000-8000-000000000000"}', "tank"),
        ):  # fmt: skip
            with self.subTest(text), self.assertRaises(CommandError) as caught:
                self.run_on(text)
            self.assertIn(words, str(caught.exception))


class Formulary(MeasureCase):
    def test_every_use_in_full(self) -> None:
        got = self.client_of().get("/api/reference/actives").json()
        self.assertEqual((len(got), sum(len(a["uses"]) for a in got)), (53, 126))
        self.assertTrue(all(u["source"] and u["dose_text"] for a in got for u in a["uses"]))
        one = self.client_of().get("/api/reference/actives/formalin").json()
        self.assertIn(("permanganate", "never"), [(m["others"], m["level"]) for m in one["meets"]])
        bears = self.client_of().get("/api/reference/sensitivities").json()
        self.assertEqual(len(bears), len(library().sensitivities))
        self.assertTrue(all(b["poorly"] and b["source"] for b in bears))
        self.assertIn("formalin", next(a for a in self.client_of().get("/api/reference/allergens").json() if a["id"] == "formaldehyde")["actives"])
        self.assertIn("Gloves", one["keeper_hazard"])
        self.assertEqual(self.client_of().get("/api/reference/actives/moonlight").status_code, 404)
