"""A plan and a ledger by themselves: the API and ``manage.py plan`` and ``ledger`` read and answer the same."""

from __future__ import annotations

import json
import tempfile
from io import StringIO
from pathlib import Path
from typing import Any

from django.core.management import CommandError, call_command

from tests.api.room import RoomCase

PLAN = {
    "protocol": "copper_30_strict", "water": "marine", "volume": "100 L", "uncertainty": "3 L", "starts_at": "2026-03-27T14:20:00Z",
    "time_zone": "Europe/London", "species": ["royal gramma"], "products": {"copper": {"own": {"kind": "mg_per_ml", "value": "5", "form": "bound"}}},
    "prices": {"copper": 0.2},
}  # fmt: skip
LEDGER = {
    "volume": "100 L", "active": "copper", "starts_at": "2026-11-24T14:20:00Z", "window": {"low_mg_per_l": 1.5, "high_mg_per_l": 2.5},
    "events": [
        {"at": "2026-11-24T14:20:00Z", "added_mg": 225}, {"at": "2026-11-25T14:20:00Z", "changed_fraction": 0.5},
        {"at": "2026-11-26T14:20:00Z", "reading_mg_per_l": 2.0},
    ],
    "at": ["2026-11-24T15:20:00Z", "2026-11-25T15:20:00Z", "2026-11-26T15:20:00Z"], "clock": {"length_h": 720},
}  # fmt: skip


def command(case: RoomCase, name: str, content: str) -> Any:
    with tempfile.NamedTemporaryFile("w", suffix=".json", delete=False) as file:
        file.write(content)
    case.addCleanup(Path(file.name).unlink)
    out = StringIO()
    call_command(name, file.name, stdout=out)
    return json.loads(out.getvalue())


class Plans(RoomCase):
    def test_copper_on_the_calendar(self) -> None:
        """2.25 mg/L of 100 L is 225 mg, 45 mL of 5 mg/mL, in four quarters a day apart; days keep their hour over summer time."""
        told = self.ask("plan", PLAN)
        doses = [s for s in told["steps"] if s["kind"] == "dose"]
        self.assertEqual([(s["amount"], s["unit"]) for s in doses], [(11.25, "mL")] * 4)
        for i, level in enumerate((0.5625, 1.125, 1.6875, 2.25)):
            self.assertAlmostEqual(doses[i]["expected_mg_per_l"], level)
        # 27 March 14:20 UTC is 14:20 in London; from the 29th on London is an hour ahead, and 14:20 there is 13:20 UTC
        self.assertEqual([s["at"] for s in doses], [f"2026-03-{d}T{h}:20:00Z" for d, h in ((27, 14), (28, 14), (29, 13), (30, 13))])
        copper = next(t for t in told["totals"] if t["active"] == "copper")
        # the weekly tenth puts a tenth back each time: four changes within thirty days
        self.assertAlmostEqual(copper["amount"], 45 + 4 * 4.5)
        self.assertAlmostEqual(copper["cost"], copper["amount"] * 0.2)
        self.assertEqual((told["never"], told["clock"]["length_h"], told["clock"]["slip"]), ([], 720, "restart"))

    def test_the_command_answers_as_the_api_does(self) -> None:
        self.assertEqual(command(self, "plan", json.dumps(PLAN)), self.ask("plan", PLAN))
        both = command(self, "plan", json.dumps([PLAN, {**PLAN, "invertebrates": True}]))
        self.assertEqual(both[0]["never"], [])
        self.assertIn("without a backbone", both[1]["never"][0])

    def test_the_same_every_time(self) -> None:
        first = self.ask("plan", PLAN)
        self.later(days=20)
        self.assertEqual(self.ask("plan", PLAN), first)

    def test_what_is_wrong_is_named(self) -> None:
        for change, field, status in (
            ({"protocol": "leeches"}, "", 404), ({"volume": "0 L"}, "volume", 422), ({"volume": "1e308 L"}, "volume", 422),
            ({"time_zone": "Mars/Olympus"}, "time_zone", 422), ({"species": ["kraken"]}, "species.0", 422), ({"prices": {"salt": 1}}, "prices.salt", 422),
            ({"water": "freshwater_tropical"}, "protocol", 422),
            ({"products": {}}, "products.copper", 409),
            ({"starts_at": "2026-11-24T14:20:00"}, "starts_at", 422),
            ({"parameters": {"target": "9 mg/L"}}, "parameters.target", 422),
            ({"parameters": {"days": "NaN"}}, "parameters.days", 422),
        ):  # fmt: skip
            with self.subTest(change=change):
                told = self.ask("plan", {**PLAN, **change}, status=status)
                if field:
                    self.assertEqual(told["field"], field)

    def test_a_file_cut_in_half(self) -> None:
        with self.assertRaisesMessage(CommandError, "cut short"):
            command(self, "plan", json.dumps(PLAN)[:90])
        with self.assertRaisesMessage(CommandError, "request 2, volume"):
            command(self, "plan", json.dumps([PLAN, {**PLAN, "volume": "-3 L"}]))


class Ledgers(RoomCase):
    def test_dilution_reading_window_and_clock(self) -> None:
        """225 mg in 100 L, half changed, read at 2.0: 2.25, 1.125, 2.0 mg/L; 24 h and 1 h in range (arithmetic)."""
        told = self.ask("ledger", LEDGER)
        for level, right in zip(told["levels"], (2.25, 1.125, 2.0), strict=True):
            self.assertAlmostEqual(level["concentration_mg_per_l"], right)
            self.assertLess(level["low_mg_per_l"], right)
        self.assertAlmostEqual(told["hours_in_window"], 25.0, places=2)
        self.assertEqual((told["readings"][0]["plausible"], told["clock"]["counted_h"], told["clock"]["day_number"]), (False, 1.0, 1))
        m = told["masses"]
        self.assertAlmostEqual(m["given_mg"], m["water_mg"] + m["sand_mg"] + m["removed_mg"] + m["decayed_mg"])

    def test_the_command_answers_as_the_api_does(self) -> None:
        self.assertEqual(command(self, "ledger", json.dumps(LEDGER)), self.ask("ledger", LEDGER))

    def test_what_is_wrong_is_named(self) -> None:
        at = {"at": "2026-11-24T14:20:00Z"}
        for change, field in (
            ({"active": "arsenic"}, "active"), ({"window": None}, "window"), ({"window": {"low_mg_per_l": 3, "high_mg_per_l": 1}}, "window.low_mg_per_l"),
            ({"events": [{**at, "added_mg": -1}]}, "events.0.added_mg"), ({"events": [{**at, "changed_fraction": 2}]}, "events.0.changed_fraction"),
            ({"events": [{"at": "2020-01-01T00:00:00Z"}]}, "events.0.at"), ({"at": ["2020-01-01T00:00:00Z"]}, "at.0"), ({"at": []}, "at"),
            ({"level_mg_per_l": 1e308}, "level_mg_per_l"), ({"evaporation": "3 kg"}, "evaporation"), ({"clock": {"length_h": 0}}, "clock.length_h"),
        ):  # fmt: skip
            with self.subTest(change=change):
                self.assertEqual(self.ask("ledger", {**LEDGER, **change}, status=422)["field"], field)
