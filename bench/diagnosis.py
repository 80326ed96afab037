"""How fast the diagnosis is, and how often it is right on cases drawn from its own table.

Run: ``.venv/bin/python -m bench.diagnosis``. All figures come from this one run; docs/performance.md keeps the last.
"""

from __future__ import annotations

from typing import Final

import numpy as np
from pgmpy.inference import VariableElimination

from bench.timing import say, seconds
from pennywort.core.diagnosis.acts import acts
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import network, weigh
from pennywort.core.diagnosis.next_look import next_looks, outlook
from pennywort.core.diagnosis.ranking import ranking_of
from pennywort.core.reference import library
from tests.core.oracle import model_of
from tests.core.sampling import draw, draw_cases, equal_network, exact, hits, place_of, typical_eight
from tests.core.second_hand import ALL_KITS, BY_EYE, acts_right, hits_of
from tests.core.written import WRITTEN, score

FOUND = library()
WATER: Final = "freshwater_tropical"


def speed() -> None:
    """The same posterior by both, on a look of forty signs; then all that one mark on the screen sets off in the core."""
    net = network(FOUND, WATER)
    drawn = draw(net, np.random.default_rng(3), row=net.conditions.index("ich"))
    signs = dict(list(drawn.items())[:40])
    facts, plain = LookFacts(water=WATER, signs=signs), exact(FOUND)
    # the whole network, as the core holds it, and the forty looks as evidence
    model, _ = model_of(WATER, {s: drawn.get(s, False) for s in net.signs})
    _, evidence = model_of(WATER, signs)

    def ask(engine: VariableElimination) -> object:
        return engine.query(["condition"], evidence=evidence, show_progress=False)

    engine = VariableElimination(model)
    apart = float(np.abs(weigh(facts, found=plain).posterior_prob - ask(engine).values).max())  # type: ignore[attr-defined]
    kept, fresh = seconds(lambda: ask(engine), rounds=9), seconds(lambda: ask(VariableElimination(model)), rounds=9)
    core = seconds(lambda: weigh(facts, found=FOUND), rounds=300)
    weighed = weigh(facts, found=FOUND)
    # reckoned anew each time: what one case asks for twice is kept
    ahead, asked = seconds(lambda: outlook.__wrapped__(weighed)), 2 * len(outlook(weighed).signs)
    say(f"largest difference to pgmpy: {apart:.1e}")
    say(f"one posterior, {len(signs)} signs: core {core * 1e3:.3f} ms")
    say(f"  pgmpy, its engine kept: {kept * 1e3:.2f} ms (x {kept / core:.0f}); made anew: {fresh * 1e3:.1f} ms (x {fresh / core:.0f})")
    say(f"the {asked} posteriors behind one next look: core {ahead * 1e3:.2f} ms, pgmpy {asked * kept * 1e3:.0f} ms (x {asked * kept / ahead:.0f})")

    def mark() -> None:
        now = weigh(facts, found=FOUND)
        ranking_of(now)
        next_looks(now)

    both = seconds(mark)
    say(f"full ranking and next look: {both * 1e3:.1f} ms; what to do meanwhile, after it: {seconds(lambda: acts(weighed)) * 1e3:.1f} ms")


def hit_rates() -> None:
    """Whole looks without the microscope, all conditions equally frequent: this method beside the scorer that knows the model."""
    found, net = equal_network()
    cases = draw_cases(net, count=61 * 40, seed=1)
    for name, by in (("the ceiling", exact(found)), ("this method", found)):
        first, three = hits(cases, found=by)
        say(f"{name}: first {first:.1%}, among three {three:.1%} of {len(cases)}")


def written() -> None:
    """Cases written down by hand, beside those drawn from the table."""
    got = score()
    say(f"{len(WRITTEN)} written cases: first {got.first:.0%}, among three {got.among_three:.0%}, an act meant among the first three {got.act:.0%}")


def described_blind() -> None:
    """The second person's descriptions, written before he saw the table."""
    for name, kits in (("by eye alone", BY_EYE), ("with kit and microscope", ALL_KITS)):
        count, first, three = hits_of(kits)
        say(f"{count} diseases described blind, {name}: first {first:.0%}, among three {three:.0%}")
    say(f"  one of his first two acts among the first three: {acts_right():.0%}")


def one_wrong(*, whole: bool) -> None:
    """One of eight signs turned round, where the truth stood among three: how often it still does."""
    found, net = equal_network()
    random = np.random.default_rng(5)
    before = after = 0
    for i in range(61 * 20):
        row = i % (len(net.conditions) - 1)
        if whole:
            drawn = draw(net, random, row=row)
            seen = [s for s, there in drawn.items() if there]
            random.shuffle(seen)
            signs = {**{s: False for s, there in drawn.items() if not there}, **dict.fromkeys(seen[:8], True)}
            turned = seen[0] if i // 61 % 2 else next(s for s in random.permutation(list(signs)) if not signs[s])
        else:
            signs = typical_eight(net, random, row=row)
            turned = str(random.choice(list(signs)))
        if place_of(signs, row, found=found) < 3:
            before += 1
            after += place_of({**signs, turned: not signs[turned]}, row, found=found) < 3
    what = "eight seen in a whole look" if whole else "only eight looks in all"
    say(f"one wrong sign, {what}: {after / before:.0%} of {before} stay among the first three")


def brier() -> None:
    """Cases drawn with the priors: the score of the shares, of plain Bayes on the same table, and of the priors alone."""
    net = network(FOUND, WATER)
    random = np.random.default_rng(21)
    rows = random.choice(len(net.conditions), size=2000, p=net.prior_prob)
    truth = np.zeros((len(rows), len(net.conditions)))
    truth[np.arange(len(rows)), rows] = 1
    cases = [draw(net, random, row=int(row)) for row in rows]

    def score(shares: np.ndarray) -> float:
        return float(((shares - truth) ** 2).sum(axis=1).mean())

    ours, best = (score(np.array([weigh(LookFacts(water=WATER, signs=s), found=by).posterior_prob for s in cases])) for by in (FOUND, exact(FOUND)))
    say(f"Brier score: this method {ours:.3f}, plain Bayes on its own model {best:.3f}, priors alone {score(np.tile(net.prior_prob, (len(rows), 1))):.3f}")


if __name__ == "__main__":
    speed()
    hit_rates()
    written()
    described_blind()
    one_wrong(whole=True)
    one_wrong(whole=False)
    brier()
