"""What a medicine is and does stands in its file: no code names one."""

from __future__ import annotations

import re
from pathlib import Path
from unittest import TestCase

from pennywort.core.reference import library

ROOT = Path(__file__).resolve().parents[2]
# treatments whose names are everyday words
EVERYDAY = {"heat", "garlic", "low_salinity", "tank_transfer", "fresh_water_dip", "ultraviolet"}
# the column of a reading of the register
COLUMNS = {("pennywort/tanks/models.py", "copper")}


def names() -> re.Pattern[str]:
    # what a salt is called where it is dissolved
    told = {name.lower() for salt in library().salts.values() for name in (salt.name, salt.label)} - {"salt", "tds", "pure salt", "sea salt"}
    for active in library().actives.values():
        if active.id not in EVERYDAY:
            told |= {active.id, active.id.replace("_", " "), active.short_name.lower()} - {"salt"}
        # the parts of a mixture; chloramine is in tap water as well
        told |= {word for word in re.split(r"[_ /]", active.id) if len(word) > 8 and active.id not in EVERYDAY and word not in ("chloride", "chloramine")}
    return re.compile("|".join(rf"(?<![a-z]){re.escape(name)}(?![a-z])" for name in sorted(told, key=len, reverse=True)), re.IGNORECASE)


def code() -> list[Path]:
    """Our own code: not the reference and what checks it, the demo, tests, moves of tables, nor what is made from the API."""
    python = [p for p in ROOT.glob("pennywort/**/*.py") if not {"demo", "migrations"} & set(p.parts) and "core/reference" not in p.as_posix()]
    front = [p for end in ("ts", "vue", "css") for p in ROOT.glob(f"web/src/**/*.{end}") if ".test." not in p.name and p.name != "schema.d.ts"]
    return [*python, *front]


class NoMedicineIsNamedInCode(TestCase):
    def test_none(self) -> None:
        self.maxDiff = None
        pattern, found = names(), set()
        self.assertTrue(pattern.search("the copper_mg_per_l of it"))
        self.assertGreater(len(code()), 400)
        for path in code():
            where = path.relative_to(ROOT).as_posix()
            for line in path.read_text().splitlines():
                for hit in pattern.findall(line):
                    if (where, hit.lower()) not in COLUMNS:
                        found.add(f"{where}: {hit}: {line.strip()[:90]}")
        self.assertEqual(sorted(found), [])
