"""A water with its fish that lives hour by hour: many ways of going on and many runs of each side by side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from pennywort.core.errors import InvalidInput
from pennywort.core.living import phrases
from pennywort.core.living.burden import Burden
from pennywort.core.living.dice import Array, Dice, whole
from pennywort.core.living.fish import HARDINESS_SD, Ill, dying, grown, healed, ill_of, towards_load, towards_water
from pennywort.core.living.script import Script, stacked
from pennywort.core.living.water import Basin, LivingWater, mass_g
from pennywort.core.reference.library import Library
from pennywort.core.reference.living_models import Scenario, WaterFigure
from pennywort.core.water.chemistry import NITRITE_ION_PER_N
from pennywort.core.water.volume import BoxTank, water_volume

# what the water itself can do to fish, in every scenario of a water
OF_THE_WATER = ("ammonia", "nitrite", "low_oxygen", "chlorine", "ph_osmotic_shock", "medication_overdose")
# the numbers of the hour in which the fish are made
BEGINNING = 2**32
WATER_OF_HOUR = ("temperature_c", "salinity_g_per_kg", "air_times", "feed_times", "changed_fraction", "moved", "filter_lost_fraction", "chlorine_mg_per_l",
                 "unbound", "bound_fraction")  # fmt: skip
MOST_HOURS = 60 * 24
# a bath of a quarter of an hour or so in other water, and back, counts for several hours of it (assumption)
BATH_COUNTS = 4.0


@dataclass(frozen=True, kw_only=True, eq=False)
class State:
    """Everything that goes on from one hour to the next, [way, run, ...]."""

    alive: Array
    # [condition, way, run, fish]
    gravity: Array
    burdens: dict[int, list[Array]]
    water: LivingWater

    def copy(self) -> State:
        return State(
            alive=self.alive.copy(), gravity=self.gravity.copy(), burdens={k: [a.copy() for a in v] for k, v in self.burdens.items()}, water=self.water.copy()
        )

    def repeated(self, ways: int) -> State:
        """The state of one way as that of many."""
        return State(
            alive=np.repeat(self.alive, ways, axis=0), gravity=np.repeat(self.gravity, ways, axis=1),
            burdens={k: [np.repeat(a, ways, axis=1) for a in v] for k, v in self.burdens.items()}, water=self.water.repeated(ways),
        )  # fmt: skip


@dataclass(frozen=True, kw_only=True, eq=False)
class Lived:
    """What came of it. ``alive_count`` [way, run, hour + 1]; ``kept`` the states at the hours that were asked for.

    ``seen``: of run 0 of the first way, at each hour: who is alive, gravity and parasites by fish, and the water.
    """

    alive_count: Array
    last: State
    kept: dict[int, State]
    seen: list[Seen] = field(default_factory=list)

    def lost_count(self) -> Array:
        """Fish lost from the first hour to the last, [way, run]."""
        return self.alive_count[:, :, 0] - self.alive_count[:, :, -1]


@dataclass(frozen=True, kw_only=True, eq=False)
class Seen:
    """One hour of one run. ``gravity`` and ``load_count`` by fish and condition; water in mg/L, nitrogen as N."""

    alive: Array
    gravity: Array
    load_count: Array
    temperature_c: float
    salinity_g_per_kg: float
    ph: float
    ammonia_as_n_mg_per_l: float
    nitrite_as_n_mg_per_l: float
    nitrate_as_n_mg_per_l: float
    oxygen_mg_per_l: float
    chlorine_mg_per_l: float


class World:
    """One scenario: its fish, its water, and what may ail them."""

    def __init__(self, scenario: Scenario, *, found: Library) -> None:
        self.scenario, self.found = scenario, found
        named = dict.fromkeys(h.condition for h in scenario.hidden)
        self.conditions = tuple(dict.fromkeys([*named, *(c for c in OF_THE_WATER if scenario.water in found.conditions[c].water)]))
        self.illnesses: tuple[Ill, ...] = ill_of(self.conditions, found=found)
        missed = found.likelihoods.missed
        self.missed = np.array([missed[i.condition.urgency].value for i in self.illnesses])
        self.length_cm = np.array([f.length_cm for f in scenario.fish for _ in range(f.count)])
        self.drawn_to = (self.length_cm**2 / np.sum(self.length_cm**2)).astype(np.float32)
        box = scenario.tank
        self.net_volume_l = water_volume(BoxTank(length_cm=box.length_cm, width_cm=box.width_cm, water_depth_cm=box.depth_cm)).net_volume_l
        self.basin = Basin(box, net_volume_l=self.net_volume_l, fish_g=float(mass_g(self.length_cm).sum()))
        self.burdens = {
            i.place: Burden(i.living, found.life_cycles[i.living.cycle], temperature_c=box.temperature_c) for i in self.illnesses if i.living.lives == "stages"
        }

    @property
    def fish_count(self) -> int:
        return len(self.length_cm)

    def hardy(self, *, seed: int, runs: int) -> Array:
        """How much each fish bears, [run, fish]: 1 in the middle."""
        dice = Dice(seed=seed, hour=BEGINNING, runs=runs, count=self.fish_count * 2 + len(self.conditions) * self.fish_count * 2)
        return np.exp(np.float32(HARDINESS_SD) * _normal(dice.take(self.fish_count), dice.take(self.fish_count)))

    def begin(self, *, seed: int, runs: int) -> State:
        """The first hour of every run: as many parasites on each as the scenario says, a quarter more or less by chance."""
        dice = Dice(seed=seed, hour=BEGINNING + 1, runs=runs, count=self.fish_count * 40)
        alive = np.ones((1, runs, self.fish_count), dtype=bool)
        gravity = np.zeros((len(self.conditions), 1, runs, self.fish_count), dtype=np.float32)
        burdens = {place: burden.empty(1, runs, self.fish_count) for place, burden in self.burdens.items()}
        for hidden in self.scenario.hidden:
            place = self.conditions.index(hidden.condition)
            order = np.argsort(dice.take(self.fish_count), axis=-1)
            has = order < (hidden.fish or self.fish_count)
            more = 0.75 + 0.5 * dice.take(self.fish_count)
            if place not in self.burdens:
                gravity[place, 0] = np.where(has, np.minimum(hidden.gravity * more, 1.0), 0.0)
                continue
            burden = self.burdens[place]
            chain, parts = burden.settles, burden.settles.compartment_count
            burdens[place][chain.place][:] = whole(hidden.count / parts * more * has, dice.parts(parts, self.fish_count))
            waiting = next((c for c in burden.chains if c.on_bottom), None)
            if waiting is not None and hidden.bottom_count:
                burdens[place][waiting.place][:] = whole(hidden.bottom_count / waiting.compartment_count, dice.parts(waiting.compartment_count, 1))
            load = burden.load(burdens[place])
            gravity[place] = towards_load(self.illnesses[place], load, length_cm=self.length_cm)
        water = self.basin.begin(1, runs)
        # they have lived in this water for a while: what it does to them it has done
        figures = self.figures(water, temperature_c=np.array([self.scenario.tank.temperature_c]), salinity_g_per_kg=water.used_to, guarded=np.zeros(1))
        for ill in self.illnesses:
            if ill.living.figure in figures:
                gravity[ill.place] = towards_water(figures[ill.living.figure], ill.living.grave_at)[..., None]
        return State(alive=alive, gravity=gravity, burdens=burdens, water=water)

    def figures(self, water: LivingWater, *, temperature_c: Array, salinity_g_per_kg: Array, guarded: Array) -> dict[WaterFigure, Array]:
        """What the water does to fish, the more the worse, [way, run]; of oxygen the lack, as its grave level over what is there."""
        # chloride at ten to one by mass keeps nearly all nitrite out (SRAC 462); sea water holds more than that by itself
        held_off = np.where((guarded > 0) | (salinity_g_per_kg > 5), 1 / NITRITE_ION_PER_N / 10, 1.0)[:, None]
        grave = next((i.living.grave_at for i in self.illnesses if i.living.figure == "oxygen"), 1.0)
        return {
            "unionised_ammonia": self.basin.unionised(water, temperature_c=temperature_c, salinity_g_per_kg=salinity_g_per_kg),
            "nitrite": water.nitrogen[1] * held_off,
            "oxygen": grave * (grave / np.maximum(water.oxygen_mg_per_l, 0.05)) ** 2,
            "chlorine": water.chlorine_mg_per_l,
        }


def _normal(one: Array, other: Array) -> Array:
    """Standard normal numbers of two uniform ones (Box and Muller 1958)."""
    return np.sqrt(-2 * np.log1p(-one)) * np.cos(2 * np.pi * other)  # type: ignore[no-any-return]


def live(
    world: World,
    scripts: Sequence[Script],
    *,
    seed: int,
    runs: int,
    begun: State | None = None,
    from_h: int = 0,
    keep_at: Sequence[int] = (),
    seen: bool = False,
) -> Lived:
    """Let the water live from ``from_h`` to the end of the scripts.

    :param seed: 0 or more; the same seed is the same run. :param begun: where to go on from, one way for all or one for each; None: at the beginning.
    :raises InvalidInput: no way, no run, no hour, or scripts of different lengths.
    """
    hours = scripts[0].hour_count if scripts else 0
    if not scripts or runs < 1 or not 0 <= from_h < hours <= MOST_HOURS or any(s.hour_count != hours for s in scripts):
        raise InvalidInput(phrases.runs_of_one_way(MOST_HOURS), field="hours")
    ways = len(scripts)
    first = begun or world.begin(seed=seed, runs=runs)
    state = first.copy() if len(first.alive) == ways else first.repeated(ways)
    day = _Day(world, scripts, seed=seed, runs=runs)
    counts = np.empty((ways, runs, hours - from_h + 1))
    counts[:, :, 0] = state.alive.sum(axis=-1)
    lived = Lived(alive_count=counts, last=state, kept={})
    for hour in range(from_h, hours):
        if hour in keep_at:
            lived.kept[hour] = state.copy()
        if seen:
            lived.seen.append(day.seen(state, hour))
        day.hour(state, hour)
        counts[:, :, hour - from_h + 1] = state.alive.sum(axis=-1)
    if seen:
        lived.seen.append(day.seen(state, hours - 1))
    return lived


class _Day:
    """The stepping of all ways and runs, one hour at a time."""

    def __init__(self, world: World, scripts: Sequence[Script], *, seed: int, runs: int) -> None:
        self.world, self.seed, self.runs = world, seed, runs
        self.of_water = {name: stacked(scripts, name) for name in WATER_OF_HOUR}
        bottom, self.medicine, self.guarded, self.bath_off = (
            stacked(scripts, n) for n in ("bottom_fraction", "medicine_times", "guarded", "bath_off_g_per_kg")
        )
        self.reach, self.bathed, self.care, self.ended, self.dosed = (stacked(scripts, n) for n in ("reach", "bathed", "care", "ended", "dosed"))
        fish = world.fish_count
        self.draws = fish * (1 + len(world.conditions)) + sum(b.draws(fish) for b in world.burdens.values())
        self.hardy = world.hardy(seed=seed, runs=runs)
        self.masses = mass_g(world.length_cm).astype(np.float32)
        water = self.of_water
        # what hangs on the scripts alone is reckoned once, for all hours
        self.passages = {
            place: burden.course(
                temperature_c=water["temperature_c"], reach=self.reach[:, place], bathed=self.bathed[:, place], changed=water["changed_fraction"],
                siphoned=bottom, moved=water["moved"],
            )
            for place, burden in world.burdens.items()
        }  # fmt: skip

    def hour(self, state: State, hour: int) -> None:
        world, fish = self.world, self.world.fish_count
        dice = Dice(seed=self.seed, hour=hour, runs=self.runs, count=self.draws)
        at = {name: values[:, hour] for name, values in self.of_water.items()}
        world.basin.hour(state.water, at, fish_g=(state.alive * self.masses).sum(axis=-1))
        drawn_to = state.alive * world.drawn_to
        for place, burden in world.burdens.items():
            burden.hour(state.burdens[place], dice, self.passages[place], hour, drawn_to=drawn_to)
        figures = self._figures(state, at, hour)
        for ill in world.illnesses:
            caught = dice.take(fish)
            state.gravity[ill.place] = self._gravity(ill, state, at, hour, caught=caught, figures=figures)
        hazard = dying(world.illnesses, state.gravity, care=self.care[:, :, hour], dosed=self.dosed[:, :, hour], missed=world.missed)
        died = state.alive & (dice.take(fish) < -np.expm1(-hazard / self.hardy))
        if died.any():
            state.alive[...] &= ~died
            state.gravity[...] *= state.alive
            for place, burden in world.burdens.items():
                burden.die_with(state.burdens[place], died)

    def _wounds(self, state: State) -> Array:
        """How hurt each fish is, 0 to 1: by bites, by the journey."""
        hurts = [state.gravity[i.place] for i in self.world.illnesses if i.living.lives == "hurt"]
        return np.max(hurts, axis=0) if hurts else np.zeros(1, dtype=np.float32)

    def _gravity(self, ill: Ill, state: State, at: dict[str, Array], hour: int, *, caught: Array, figures: dict[WaterFigure, Array]) -> Array:
        place = ill.place
        now: Array = state.gravity[place]
        if ill.living.lives == "growth":
            found = grown(
                ill, now, alive=state.alive, temperature_c=at["temperature_c"], reach=self.reach[:, place, hour], bathed=self.bathed[:, place, hour],
                caught=caught, cleaner=self.care[:, place, hour], wounds=self._wounds(state),
            )  # fmt: skip
        elif ill.living.lives == "hurt":
            found = healed(ill, now, ended=self.ended[:, place, hour])
        else:
            if ill.living.figure is not None:
                # what is given against it in its range keeps it off: chloride takes the place of nitrite, a binder takes the chlorine
                kept_off = 1 - np.minimum(self.reach[:, place, hour, None], 1.0)
                target = towards_water(figures[ill.living.figure] * kept_off, ill.living.grave_at).astype(np.float32)[:, :, None]
                if not target.any() and not now.any():
                    return now
            else:
                target = towards_load(ill, self.world.burdens[place].load(state.burdens[place]), length_cm=self.world.length_cm)
            found = now + (target - now) * np.float32(ill.lag_fraction)
        kept: Array = found * state.alive
        return kept

    def _figures(self, state: State, at: dict[str, Array], hour: int) -> dict[WaterFigure, Array]:
        """The same, with what baths and medicines do."""
        water, salinity = state.water, at["salinity_g_per_kg"]
        return {
            **self.world.figures(water, temperature_c=at["temperature_c"], salinity_g_per_kg=salinity, guarded=self.guarded[:, hour]),
            "salinity": np.maximum(np.abs(at["salinity_g_per_kg"] - water.used_to), BATH_COUNTS * self.bath_off[:, hour])[:, None] * np.ones((1, self.runs)),
            "medicine": np.maximum(self.medicine[:, hour, None] - 1, 0.0) * np.ones((1, self.runs)),
        }

    def seen(self, state: State, hour: int) -> Seen:
        """Run 0 of the first way as it is now."""
        world, water = self.world, state.water
        loads = np.zeros((world.fish_count, len(world.conditions)))
        for place, burden in world.burdens.items():
            loads[:, place] = burden.load(state.burdens[place])[0, 0]
        return Seen(
            alive=state.alive[0, 0].copy(), gravity=state.gravity[:, 0, 0].T.copy(), load_count=loads, ph=float(world.basin.ph(water)[0, 0]),
            temperature_c=float(self.of_water["temperature_c"][0, hour]), salinity_g_per_kg=float(self.of_water["salinity_g_per_kg"][0, hour]),
            ammonia_as_n_mg_per_l=float(water.nitrogen[0, 0, 0]), nitrite_as_n_mg_per_l=float(water.nitrogen[1, 0, 0]),
            nitrate_as_n_mg_per_l=float(water.nitrogen[2, 0, 0]), oxygen_mg_per_l=float(water.oxygen_mg_per_l[0, 0]),
            chlorine_mg_per_l=float(water.chlorine_mg_per_l[0, 0]),
        )  # fmt: skip
