"""The ledger beside scipy's solver on the same events, and how long plans take. Run: python -m bench.course"""

from __future__ import annotations

from datetime import timedelta

from bench.timing import say, seconds
from pennywort.core.course.ledger import Ledger, Rates, WaterEvent
from tests.core.test_course import plan
from tests.core.test_ledger import START, after, by_solver


def ledger() -> None:
    rates = Rates(decay_per_h=0.01, sand_in_per_h=0.02, sand_out_per_h=0.012)
    events = [WaterEvent(at=after(24 * d), added_mg=100 if d < 4 else 20, changed_fraction=0.1 if d % 7 == 0 else 0.0) for d in range(30)]
    at_h = [12.0 + 24 * d for d in range(30)]
    instants = [START + timedelta(hours=h) for h in at_h]

    def ours() -> list[float]:
        told = Ledger(events, start_at=START, net_volume_l=100, volume_sd_l=2, rates=rates, evaporation_l_per_h=0.02)
        return [told.level(at).concentration_mg_per_l for at in instants]

    def theirs() -> list[float]:
        return by_solver(events, rates=rates, evaporation=0.02, volume=100.0, at_h=at_h)

    apart = max(abs(a - b) for a, b in zip(ours(), theirs(), strict=True))
    core, solver = seconds(ours, rounds=200), seconds(theirs, rounds=9)
    say(f"a month of thirty events, thirty levels with their bands: core {core * 1e3:.2f} ms, scipy's LSODA {solver * 1e3:.0f} ms (x {solver / core:.0f})")
    say(f"largest difference: {apart:.1e} mg/L")


def plans() -> None:
    for name in ("copper_30_strict", "peroxide_in_tank", "salt_and_warmth"):
        say(f"plan {name}: {seconds(lambda n=name: plan(n), rounds=20) * 1e3:.1f} ms")  # type: ignore[misc]


if __name__ == "__main__":
    ledger()
    plans()
