"""How a rehearsal stands, as its screens show it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from pennywort.accounts.models import Keeper, Membership
from pennywort.core.living.shown import FishShown, shown
from pennywort.core.living.world import Seen
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import Kit
from pennywort.core.reference.living_models import Scenario
from pennywort.core.reference.naming import plural
from pennywort.core.units.shown import show_temperature
from pennywort.fish.models import Loss
from pennywort.records.actor import Actor
from pennywort.rehearse import play_schemas as out
from pennywort.rehearse.models import KeptLine, Rehearsal, RehearsalAct
from pennywort.rehearse.play import next_task
from pennywort.rehearse.played import Played
from pennywort.tanks.models import WATER_TYPES, WaterReading
from pennywort.tanks.shown import as_typed, unit_of

WATER_WORDS = dict(WATER_TYPES)
# what can always be looked at, and what asks for a torch, a hand or a scope
ALWAYS: tuple[Kit, ...] = ("eye", "ask")
CLOSER: dict[str, tuple[str, str]] = {
    "torch": ("Torch in the dark", "looked by torch"), "hand": ("In the hand", "looked at one in the hand"),
    "scope": ("Scrape under the scope", "scraped and looked by scope"),
}  # fmt: skip
EATS = {"all": "eats", "less": "eats less", "none": "leaves food"}


def scenario_out(scenario: Scenario) -> out.ScenarioOut:
    """A scenario without what it was."""
    found = library().species
    fish = ", ".join(f"{f.count} {plural(found[f.species].name, f.count).lower()}" for f in scenario.fish)
    return out.ScenarioOut(id=scenario.id, name=scenario.name, told=scenario.told, water_words=WATER_WORDS[scenario.water], fish_words=fish, days=scenario.days)


def all_out(keeper: Keeper) -> out.RehearsalsOut:
    """What can be rehearsed, what was begun, the newest first, and what was kept."""
    rooms = Membership.objects.filter(keeper=keeper, fishroom__rehearsal=True).values_list("fishroom_id", flat=True)
    begun = Rehearsal.objects.filter(fishroom__in=rooms).select_related("fishroom").order_by("-recorded_at", "-pk")[:30]
    return out.RehearsalsOut(
        scenarios=[scenario_out(s) for s in library().scenarios.values()],
        begun=[
            out.PlayedOut(room=r.fishroom.uid, name=r.fishroom.name, ended=r.ended_at is not None, words=_how_far(r))
            for r in begun
        ],
        kept=list(KeptLine.objects.filter(keeper=keeper).order_by("-kept_at", "pk").values_list("text", flat=True)[:60]),
    )  # fmt: skip


def _how_far(rehearsal: Rehearsal) -> str:
    day = int(rehearsal.fishroom.ahead.total_seconds() // 86_400) + 1
    return f"{'ended on' if rehearsal.ended_at else 'on'} day {day} of {rehearsal.scenario['days']}"


def open_kits(played: Played, *, day: int) -> list[Kit]:
    """With what the fish were looked at on a day, counted from nought."""
    looked = {a.kit for a in played.acts if a.kit and int(played.hour(a.happened_at) // 24) == day}
    return [*ALWAYS, *(kit for kit in ("torch", "hand", "scope") if kit in looked)]


def fish_seen(played: Played, now: Seen, *, day: int, kits: Sequence[Kit]) -> tuple[FishShown, ...]:
    """The living fish with these kits."""
    return shown(played.world, now, seed=played.rehearsal.seed, day=day, kits=kits)


def clock_out(played: Played) -> out.RehearsalClockOut:
    """The day and hour of its own clock: no water is let live for it."""
    day, local = min(played.now_h // 24, played.scenario.days - 1), played.actor.local(played.actor.now)
    return out.RehearsalClockOut(
        name=played.scenario.name, day=day + 1, days=played.scenario.days, clock=f"{local:%a %H:%M}", ended=played.rehearsal.ended_at is not None
    )


def now_out(played: Played) -> out.RehearsalOut:
    """Everything that the side of the tank shows."""
    now, hour, scenario = played.seen[-1], played.now_h, played.scenario
    day = min(hour // 24, scenario.days - 1)
    kits = open_kits(played, day=day)
    fish = fish_seen(played, now, day=day, kits=kits)
    due = next_task(played)
    return out.RehearsalOut(
        **clock_out(played).model_dump(), told=scenario.told, tank=played.tank.uid, group=played.groups[0].uid,
        temperature=show_temperature(now.temperature_c, played.actor.preferences).text, alive=int(now.alive.sum()),
        lost=int((~now.alive).sum()), water=_water_out(played), fish=[_fish_out(played, f) for f in fish],
        kits=[out.PlayedKitOut(id=kit, words=words, open=kit in kits) for kit, (words, _) in CLOSER.items()],
        acts=_acts(played), lines=told_lines(played)[-6:],
        next_task=out.PlayedNextOut(words=due[0].title, hours=due[1]) if due else None,
        over=hour >= played.most_hours,
    )  # fmt: skip


def _fish_out(played: Played, fish: FishShown) -> out.SeenFishOut:
    kind = played.kind_of_fish[fish.place]
    species = library().species[played.scenario.fish[kind].species]
    signs = [library().signs[s] for s in fish.signs]
    return out.SeenFishOut(
        number=fish.place + 1, group=played.groups[kind].uid, species=species.name, shape=species.shape,
        drawn=sorted({s.drawn for s in signs if s.drawn}), seed=played.rehearsal.seed % 9000 + fish.place + 1,
        signs=[s.short for s in signs if not s.drawn], eats=EATS[fish.eats], breaths_per_min=fish.breaths_per_min,
    )  # fmt: skip


def _acts(played: Played) -> list[out.PlayedActOut]:
    library_, kept = library(), {a.act for a in played.doing.acts if a.until_h == float("inf")}
    return [
        out.PlayedActOut(id=a.id, words=library_.actions[a.id].text, once=a.once, kept_up=not a.once and a.id in kept)
        for a in library_.living_acts.values()
    ]  # fmt: skip


def read_words(actor: Actor, reading: WaterReading) -> str:
    """A water test in a line, in the keeper's units and his kits' way of counting."""
    kinds, figures = library().readings, as_typed(reading, actor)
    return ", ".join(f"{kinds[n].name} {figure} {unit_of(kinds[n], actor)}".strip() for n, figure in figures.items())


def _water_out(played: Played) -> str:
    reading = WaterReading.objects.standing().filter(fishroom=played.actor.fishroom, tank=played.tank).order_by("-happened_at", "-pk").first()
    return f"{_when(played.actor, played, reading.happened_at)}: {read_words(played.actor, reading)}" if reading else ""


def act_words(one: RehearsalAct) -> str:
    """What was done, or looked with, in a line."""
    words = CLOSER[one.kit][1] if one.kit else library().actions[one.act].text
    return f"{words}: no longer" if one.ends else words


def changed_words(share: float) -> str:
    return f"changed {share * 100:.0f} % of the water"


def told_lines(played: Played) -> list[out.PlayedLineOut]:
    """What was done at the tank and who was found dead, in the order of time."""
    found: list[tuple[datetime, str]] = [(one.happened_at, act_words(one)) for one in played.acts]
    found += [(at, changed_words(share)) for at, share in played.changes]
    losses = Loss.objects.standing().filter(fishroom=played.actor.fishroom).select_related("group").order_by("happened_at", "pk")
    found += [(x.happened_at, f"{x.count} {plural(x.group.species_name, x.count).lower()} found dead") for x in losses]
    return [out.PlayedLineOut(when=_when(played.actor, played, at), words=words) for at, words in sorted(found, key=lambda f: f[0])]


def _when(actor: Actor, played: Played, at: datetime) -> str:
    return f"day {min(int(played.hour(at) // 24) + 1, played.scenario.days)}, {actor.local(at):%H:%M}"
