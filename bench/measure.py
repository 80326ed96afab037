"""How fast a slip and a worksheet are. Run: ``.venv/bin/python -m bench.measure``."""

from __future__ import annotations

from bench.timing import say, seconds
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.formulary import Wanted, measure
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.product import listed_product
from pennywort.core.reference import library

FOUND = library()
TOOLS = list(FOUND.tools.values())
ROWS = 1000


def slip(use_id: str, volume_l: float) -> object:
    active, use = FOUND.uses[use_id]
    here = Surroundings(
        water=use.water[0], lives=frozenset({"loach_catfish"}), in_water=frozenset({"chloroquine"}), readings={"temperature": 20.0, "oxygen": 8.0}
    )
    water = Water(net_volume_l=volume_l, net_uncertainty_l=1.3)
    return measure(
        active, use, product=listed_product(active, ""), water=water, here=here, wanted=Wanted(confirmed=True), found=FOUND, tools=TOOLS
    )  # fmt: skip


def sheet() -> None:
    uses = ("pzq_1", "nacl_3", "hp_6", "cu_1", "mg_1")
    for i in range(ROWS):
        slip(uses[i % len(uses)], 40 + i % 60)


if __name__ == "__main__":
    one = seconds(lambda: slip("pzq_1", 85), rounds=200)
    stock = seconds(lambda: slip("mg_1", 10), rounds=200)
    say(f"one slip: {one * 1e3:.2f} ms; one that needs a stock solution: {stock * 1e3:.2f} ms (median of 200)")
    say(f"a worksheet of {ROWS} rows: {seconds(sheet, rounds=5) * 1e3:.0f} ms")
