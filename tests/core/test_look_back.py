"""The look back: every sentence against a record made by hand."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import TestCase

from pennywort.core.outcome import phrases
from pennywort.core.outcome.figures import Count
from pennywort.core.outcome.look_back import CaseFacts, DueDone, LevelKept, Ranked, look_back

FIRST = datetime(2026, 11, 1, 20, tzinfo=UTC)


def after(hours: float) -> datetime:
    return FIRST + timedelta(hours=hours)


def facts(**more: Any) -> CaseFacts:
    plain: dict[str, Any] = {
        "first_sign_at": FIRST, "noticed": "rubs itself", "acted_at": after(19), "acted": "medicine", "ended_at": after(24 * 20), "doses": (), "tests": (),
        "held": (), "restarts": (), "ranked": (Ranked(at=FIRST, order=(("White spot", 0.8), ("Velvet", 0.1))),), "was": "White spot",
        "fish_at_start": Count(count=12), "lost": (), "isolated_at": None, "others_in_water": False,
    }  # fmt: skip
    return CaseFacts(**{**plain, **more})


def said(topic: str, **more: Any) -> list[str]:
    return [f.words for f in look_back(facts(**more)) if f.topic == topic]


class Delays(TestCase):
    def test_from_the_first_sign_to_the_first_step(self) -> None:
        self.assertEqual(said("delay"), ["From the first sign (rubs itself) to the first step (medicine): 19 hours."])
        self.assertEqual(said("delay", acted_at=None), ["From the first sign (rubs itself) nothing was given, changed or moved."])

    def test_a_danger_that_was_named_and_waited_for(self) -> None:
        ranked = (Ranked(at=after(2), order=(("White spot", 0.8), ("Marine velvet", 0.1)), urgent="Marine velvet"),)
        self.assertEqual(
            said("delay", ranked=ranked, acted_at=after(60))[1],
            "The ranking held marine velvet possible, which asks for hours, 2 days 10 hours before the first step.",
        )
        self.assertEqual(len(said("delay", ranked=ranked, acted_at=after(10))), 1)

    def test_who_was_moved_apart(self) -> None:
        self.assertEqual(said("moves"), [])
        self.assertEqual(said("moves", others_in_water=True), ["Other fish shared the water; nobody was moved apart."])
        told = said("moves", others_in_water=True, isolated_at=after(5))
        self.assertEqual(told, ["Other fish shared the water; the sick fish were moved apart 5 hours after the first sign."])

    def test_lengths_of_time(self) -> None:
        for hours, words in (
            (0, "0 minutes"),
            (1 / 60, "1 minute"),
            (1.5, "90 minutes"),
            (5, "5 hours"),
            (47, "47 hours"),
            (52, "2 days 4 hours"),
            (24 * 9 + 3, "9 days"),
        ):
            self.assertEqual(phrases.span(timedelta(hours=hours)), words)


class Rankings(TestCase):
    def test_right_at_once(self) -> None:
        self.assertEqual(said("ranking"), ["At the first look the ranking put white spot first, 80 %. That is what it was."])

    def test_right_later_never_and_not_named(self) -> None:
        later = (*facts().ranked, Ranked(at=after(50), order=(("Velvet", 0.7), ("White spot", 0.2))))
        self.assertEqual(
            said("ranking", ranked=later, was="Velvet"),
            ["At the first look the ranking put white spot first, 80 %. What it was, velvet, stood in place 2. It stood first 2 days 2 hours later."],
        )
        self.assertTrue(said("ranking", was="Velvet")[0].endswith("stood in place 2. It never came to stand first."))
        self.assertTrue(said("ranking", was="KHV")[0].endswith("What it was, KHV, was not among those it named. It never came to stand first."))

    def test_unknown_and_nobody_looked(self) -> None:
        self.assertEqual(said("ranking", was=""), ["At the first look the ranking put white spot first, 80 %."])
        self.assertEqual(said("ranking", ranked=()), ["Nobody looked through the signs, so nothing was ranked."])


class Doses(TestCase):
    def dose(self, due: float, done: float | None, **more: Any) -> DueDone:
        return DueDone(title="dose", due_at=after(due), done_at=after(done) if done is not None else None, **more)

    def test_on_time_is_two_hours_or_a_part_of_the_gap(self) -> None:
        self.assertEqual(said("doses", doses=[self.dose(20, 21.9), self.dose(44, 44)]), ["2 of 2 doses given, all on time."])
        self.assertEqual(said("doses", doses=[self.dose(20, 27, every_h=48)]), ["1 of 1 dose given, all on time."])
        self.assertEqual(said("doses", doses=[self.dose(20, 29, every_h=24)]), ["1 of 1 dose given. 1 late, the latest by 9 hours."])

    def test_left_out_never_written_and_not_due_yet(self) -> None:
        doses = [self.dose(20, 20), self.dose(44, None), self.dose(68, None, left_out=True), self.dose(24 * 30, None)]
        self.assertEqual(said("doses", doses=doses), ["1 of 3 doses given. 1 left out. 1 fell due and were never written down."])
        self.assertEqual(said("doses"), [])

    def test_levels_clocks_and_tests(self) -> None:
        held = LevelKept(name="Copper", within_h=61, below_h=14, above_h=0.1, reached=True)
        self.assertEqual(said("level", held=[held]), ["Copper, once in its range: 2 days 13 hours in it, 14 hours below, above for minutes."])
        never = LevelKept(name="Salt", within_h=0, below_h=0, above_h=0, reached=False)
        self.assertEqual(said("level", held=[never]), ["Salt never reached its range."])
        self.assertEqual(said("clock", restarts=["3 firefish joined"]), ["The clock of the treatment began again: 3 firefish joined."])
        self.assertEqual(said("tests", tests=[self.dose(20, 20), self.dose(44, None)]), ["2 water tests fell due, 1 done."])

    def test_losses_before_during_and_after(self) -> None:
        lost = [(after(10), 2), (after(30), 1), (after(19 + 96), 3)]
        self.assertEqual(said("losses", lost=lost), ["6 of 12 lost: 2 before the first step, 1 within four days of it, 3 later."])
        self.assertEqual(said("losses"), ["None of 12 was lost."])
