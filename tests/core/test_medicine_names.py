"""What a medicine is and does stands in its file: no code names one."""

from __future__ import annotations

import re
from pathlib import Path
from unittest import TestCase

from pennywort.core.reference import library

ROOT = Path(__file__).resolve().parents[2]
# treatments whose names are everyday words
EVERYDAY = {"heat", "garlic", "low_salinity", "tank_transfer", "marine_salt", "fresh_water_dip", "ultraviolet"}
# the salts that a water may hold are chemistry of the water: how they press, and how they are typed
SALTS = {"sodium_chloride", "sodium chloride", "magnesium_sulfate", "epsom", "epsom salt"}
OF_SALTS = {
    "pennywort/core/water/osmolality.py", "pennywort/measure/salts.py", "pennywort/measure/requests.py", "pennywort/measure/waters.py",
    "pennywort/baths/api.py", "web/src/features/baths/MatchForm.vue", "web/src/features/measure/DoseMeets.vue", "web/src/features/measure/asked.ts",
    "web/src/features/measure/kinds.ts", "web/src/features/shelf/SpoonsForm.vue",
}  # fmt: skip
# the column of a reading of the register
COLUMNS = {("pennywort/tanks/models.py", "copper")}


def names() -> re.Pattern[str]:
    told = set(SALTS)
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
                    if not (hit.lower() in SALTS and where in OF_SALTS) and (where, hit.lower()) not in COLUMNS:
                        found.add(f"{where}: {hit}: {line.strip()[:90]}")
        self.assertEqual(sorted(found), [])
