"""A reading that only stands in the register is typed, kept, judged, drawn, written out and read in like any other."""

from __future__ import annotations

from typing import get_args

from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.tanks.models import WaterReading
from tests.api.room import RoomCase

NEW = {"phosphate": "0.5", "kh": "7", "gh": "215 mg/L"}


class FromTheRegisterAlone(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(name="Sill")
        self.fish = self.group(self.sill)

    def test_phosphate_and_hardness_are_typed_in_degrees_or_milligrams(self) -> None:
        self.send(f"tanks/{self.sill}/readings", NEW)
        kept = WaterReading.objects.get()
        # one degree is 17.848 mg/L of CaCO3 (arithmetic: 10 mg of CaO in a litre)
        self.assertAlmostEqual(kept.carbonate_hardness_mg_per_l or 0, 7 * 17.848, delta=1e-6)
        self.assertEqual((kept.phosphate_mg_per_l, kept.general_hardness_mg_per_l), (0.5, 215.0))
        row = self.get(f"tanks/{self.sill}/water")[0]
        self.assertEqual(row["more"], "phosphate 0.50 mg/L, carbonate hardness 7.0 °dKH, general hardness 12.0 °dGH")

    def test_what_a_look_asks_first(self) -> None:
        """Six of them, in the order of the register's places: chlorine of tap water, salinity of sea and brackish water."""
        asked = {
            water: [k.id for k in sorted(library().readings.values(), key=lambda k: k.at_look) if k.at_look and (not k.at_look_in or water in k.at_look_in)]
            for water in get_args(WaterType)
        }
        tap = ["ammonia", "nitrite", "ph", "temperature", "chlorine", "oxygen"]
        sea = ["ammonia", "nitrite", "ph", "temperature", "salinity", "oxygen"]
        self.assertEqual(asked, {"freshwater_tropical": tap, "coldwater_pond": tap, "brackish": sea, "marine": sea})
        nitrate = library().readings["nitrate"].model_dump()
        with self.assertRaisesRegex(ValueError, "nitrate: it says in which water"):
            ReadingKind.model_validate(nitrate | {"at_look_in": ["marine"]})

    def test_more_than_any_kit_reads_is_a_slip_of_the_point(self) -> None:
        for field, typed in (("phosphate", "60"), ("kh", "70"), ("gh", "-1"), ("kh", "1e308"), ("phosphate", "NaN")):
            told = self.send(f"tanks/{self.sill}/readings", {field: typed}, status=422)
            self.assertEqual(told["field"], field, typed)
        self.assertEqual(WaterReading.objects.count(), 0)

    def test_the_gate_holds_them_against_their_limits(self) -> None:
        body = {"signs": {}, "temperature": "25", "ph": "7", "ammonia": "0", "nitrite": "0", "kh": "0.5", "phosphate": "5"}
        lines = {x["name"]: x for x in self.ask(f"groups/{self.fish}/weigh", body)["gate"]["lines"]}
        self.assertEqual((lines["kh"]["state"], lines["kh"]["figure"], lines["kh"]["unit"]), ("below", "0.5", "°dKH"))
        self.assertEqual((lines["phosphate"]["state"], lines["phosphate"]["words"]), ("above", "too much"))
        self.assertNotIn("gh", lines)
        # what bears no limit that harms shuts nothing
        self.assertEqual(self.ask(f"groups/{self.fish}/weigh", body)["gate"]["state"], "half")

    def test_they_are_drawn_and_written_out_and_read_in(self) -> None:
        self.send(f"tanks/{self.sill}/readings", NEW)
        rows = {r["name"]: r for r in self.get(f"tanks/{self.sill}/water-chart?days=30")["rows"]}
        self.assertEqual([(rows[n]["unit"], rows[n]["points"][0]["words"]) for n in NEW], [("mg/L", "0.50"), ("°dKH", "7.0"), ("°dGH", "12.0")])
        # 18 mg/L of CaCO3 is one degree
        self.assertAlmostEqual(rows["kh"]["low"], 18 / 17.848, delta=1e-9)
        text = self.client_of().get(self.url(f"tanks/{self.sill}/tests.csv")).content.decode()
        self.assertIn("phosphate,kh,gh", text.splitlines()[0])
        other = self.tank(name="Weir two")
        self.send(f"tanks/{other}/tests-csv", {"text": text})
        self.assertAlmostEqual(WaterReading.objects.get(tank__uid=other).general_hardness_mg_per_l or 0, 12.0 * 17.848, delta=0.1)
        again = self.send(f"tanks/{self.sill}/tests-csv", {"text": text})
        self.assertEqual((again["kept"], again["known"]), (0, 1))

    def test_they_go_to_the_vet_and_with_the_case(self) -> None:
        case = self.course(self.fish)["case"]
        self.send(f"tanks/{self.sill}/readings", NEW)
        self.assertEqual(self.get(f"cases/{case}/file")["readings"][0]["phosphate_mg_per_l"], 0.5)
        water = " ".join(line["words"] for line in self.get(f"cases/{case}/vet-sheet")["water"])
        for words in ("phosphate 0.50 mg/L", "carbonate hardness 7.0 °dKH", "general hardness 12.0 °dGH"):
            self.assertIn(words, water)

    def test_no_two_readings_share_a_column(self) -> None:
        kinds = library().readings.values()
        self.assertEqual(len({k.column for k in kinds}), len(kinds))
