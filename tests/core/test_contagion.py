"""What a sick water can have reached: steps by hand, and against a search of every chain of contacts."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.outcome.contagion import DRY, LADDER, Act, Event, Likelihood, Spread, spread, strongest, weakest

START = datetime(2026, 11, 16, 8, tzinfo=UTC)


def at(hours: float) -> datetime:
    return START + timedelta(hours=hours)


def event(hours: float, act: Act, source: str = "", target: str = "", gear: str = "") -> Event:
    return Event(at=at(hours), act=act, source=source, target=target, gear=gear)


def told(*events: Event, homes: dict[str, str] | None = None) -> Spread:
    return spread(events, source="Paddle", since=START, homes=homes or {})


class Steps(TestCase):
    def test_fish_and_water_surely_hands_hardly(self) -> None:
        found = told(event(1, "fish", "Paddle", "Weir"), event(2, "water", "Paddle", "Sluice"), event(3, "hands", "Paddle", "Leat"))
        self.assertEqual(dict(found.waters), {"Weir": "surely", "Sluice": "surely", "Leat": "hardly"})
        self.assertEqual(
            [(c.source, c.target, c.how) for c in found.contacts], [("Paddle", "Weir", "fish"), ("Paddle", "Sluice", "water"), ("Paddle", "Leat", "hands")]
        )

    def test_before_the_first_day_nothing_goes(self) -> None:
        found = spread([event(1, "fish", "Paddle", "Weir")], source="Paddle", since=at(2), homes={})
        self.assertEqual((dict(found.waters), found.contacts), ({}, ()))

    def test_a_chain_is_as_likely_as_its_weakest_step(self) -> None:
        found = told(event(1, "hands", "Paddle", "Weir"), event(2, "fish", "Weir", "Sluice"), event(3, "water", "Sluice", "Leat"))
        self.assertEqual(dict(found.waters), {"Weir": "hardly", "Sluice": "hardly", "Leat": "hardly"})

    def test_order_of_time_matters(self) -> None:
        """Weir gave water to Leat before anything came into Weir."""
        self.assertEqual(dict(told(event(2, "fish", "Paddle", "Weir"), event(1, "water", "Weir", "Leat")).waters), {"Weir": "surely"})

    def test_wet_gear_perhaps_dry_gear_hardly(self) -> None:
        wet = told(event(1, "used", target="Paddle", gear="net"), event(2, "used", target="Weir", gear="net"))
        self.assertEqual((dict(wet.waters), dict(wet.gear)), ({"Weir": "perhaps"}, {"net": "surely"}))
        hung = told(event(1, "used", target="Paddle", gear="net"), event(1 + DRY.total_seconds() / 3600, "used", target="Weir", gear="net"))
        dried = told(event(1, "used", target="Paddle", gear="net"), event(2, "dried", gear="net"), event(3, "used", target="Weir", gear="net"))
        self.assertEqual((dict(hung.waters), dict(dried.waters)), ({"Weir": "hardly"}, {"Weir": "hardly"}))

    def test_disinfected_gear_carries_nothing(self) -> None:
        found = told(event(1, "used", target="Paddle", gear="net"), event(2, "disinfected", gear="net"), event(3, "used", target="Weir", gear="net"))
        self.assertEqual((dict(found.waters), dict(found.gear)), ({}, {}))

    def test_gear_lies_in_its_home(self) -> None:
        """A siphon at home in Paddle was never noted there: used in Weir, it came from Paddle. One of Weir's own used in Paddle brings it home."""
        self.assertEqual(dict(told(event(5, "used", target="Weir", gear="siphon"), homes={"siphon": "Paddle"}).waters), {"Weir": "perhaps"})
        found = told(event(1, "used", target="Paddle", gear="net"), event(2, "used", target="Weir", gear="net"), homes={"net": "Weir"})
        self.assertEqual(dict(found.waters), {"Weir": "perhaps"})
        self.assertEqual(dict(told(event(1, "hands", "Paddle", "Weir"), homes={"rock": "Paddle"}).gear), {"rock": "surely"})

    def test_a_tank_set_up_anew_is_clean(self) -> None:
        found = told(event(1, "fish", "Paddle", "Weir"), event(2, "renewed", target="Weir"), event(3, "water", "Weir", "Leat"))
        self.assertEqual(dict(found.waters), {})

    def test_watched_from_the_last_likeliest_contact(self) -> None:
        """Fish on the first day, hands on the fifth: 28 days from the fish. Hands alone: 14 days."""
        found = told(event(1, "fish", "Paddle", "Weir"), event(120, "hands", "Paddle", "Weir"), event(5, "hands", "Paddle", "Leat"))
        self.assertEqual(found.watch_until("Weir"), at(1) + timedelta(days=28))
        self.assertEqual(found.watch_until("Leat"), at(5) + timedelta(days=14))
        self.assertIsNone(found.watch_until("Sluice"))

    def test_ladder(self) -> None:
        self.assertEqual((weakest("surely", "perhaps"), strongest("hardly", "perhaps"), strongest(None, "hardly")), ("perhaps", "perhaps", "hardly"))


WATERS = ["Paddle", "A", "B", "C", "D"]
GEAR = ["net", "sponge"]
acts = st.one_of(
    st.tuples(st.sampled_from(["fish", "water", "hands"]), st.sampled_from(WATERS), st.sampled_from(WATERS), st.just("")),
    st.tuples(st.just("used"), st.just(""), st.sampled_from(WATERS), st.sampled_from(GEAR)),
    st.tuples(st.sampled_from(["disinfected", "dried"]), st.just(""), st.just(""), st.sampled_from(GEAR)),
)


def reachable(events: list[Event]) -> set[str]:
    """Every water that a chain of contacts leads to, searched from each contact on; gear carries from a use until it is disinfected."""
    links: list[tuple[datetime, str, str]] = [(e.at, e.source, e.target) for e in events if e.source and e.source != e.target]
    for gear in GEAR:
        mine = [e for e in events if e.gear == gear]
        for i, first in enumerate(mine):
            for later in mine[i + 1 :]:
                if later.act == "disinfected":
                    break
                if first.act == later.act == "used" and first.target != later.target:
                    links.append((later.at, first.target, later.target))
                    # what it took up there, it took up at the first use
                    links[-1] = (first.at, first.target, f"{gear}@{later.at}")
                    links.append((later.at, f"{gear}@{later.at}", later.target))

    def follow(water: str, since: datetime, seen: frozenset[tuple[str, datetime]]) -> set[str]:
        found = {water}
        for when, source, target in links:
            if source == water and when >= since and (target, when) not in seen:
                found |= follow(target, when, seen | {(target, when)})
        return found

    return {w for w in follow("Paddle", START, frozenset()) if w in WATERS} - {"Paddle"}


class NothingLeftOut(TestCase):
    @settings(max_examples=250, deadline=None)
    @given(st.lists(acts, max_size=8))
    def test_what_is_reachable_is_named_and_nothing_else(self, made: list[tuple[Act, str, str, str]]) -> None:
        events = [event(i + 1, act, source, target, gear) for i, (act, source, target, gear) in enumerate(made)]
        found = told(*events)
        self.assertEqual(set(found.waters), reachable(events))
        self.assertEqual({c.target for c in found.contacts}, set(found.waters))
        for water, likelihood in found.waters.items():
            best: Likelihood = max((c.likelihood for c in found.contacts if c.target == water), key=LADDER.index)
            self.assertEqual(likelihood, best)
