"""What a plan is made of, and what it is: a water and its fish, what was chosen, dated steps, what is held and bought."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime

from pennywort.core.course.clock import ClockRule
from pennywort.core.course.ledger import Ledger
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.medicine.product import Product
from pennywort.core.reference.course_models import StepKind, ToConfirm
from pennywort.core.reference.models import Species


@dataclass(frozen=True, kw_only=True)
class TankFacts:
    """The water a course runs in, and what meets it. ``levels_mg_per_l`` is what is in the water already, by active.

    ``standing``: sand and rock that take up what is dosed, each as a reader is told of it. ``equipment`` what runs on it. ``suspected``: ids of conditions that
    stood first in the last look at the fish here, ``seen`` ids of the signs of illness seen in it.
    """

    water: Water | None
    temperature_c: float | None
    surroundings: Surroundings
    species: tuple[Species, ...] = ()
    standing: Mapping[str, str] = field(default_factory=dict)
    equipment: frozenset[str] = frozenset()
    suspected: frozenset[str] = frozenset()
    seen: tuple[str, ...] = ()
    salinity_g_per_kg: float | None = None
    evaporation_l_per_h: float = 0.0
    levels_mg_per_l: Mapping[str, float] = field(default_factory=dict)

    @property
    def stays_set_up(self) -> bool:
        """Whether it holds what a disinfectant would kill or never leave: sand, rock, plants, invertebrates. No bare treatment tank."""
        return bool(self.standing) or bool(self.surroundings.lives & {"plants", "invertebrates"})


@dataclass(frozen=True, kw_only=True)
class Chosen:
    """What the keeper set: parameters in their own units, products, prices of a mg, mL or piece, what it is against.

    ``label`` are the directions of a product by its own label, ``also`` those of further ones given at the same time,
    ``tank_count`` how many clean tanks stand ready for its moves.
    """

    parameters: Mapping[str, float] = field(default_factory=dict)
    products: Mapping[str, Product] = field(default_factory=dict)
    label: LabelDirections | None = None
    also: tuple[LabelDirections, ...] = ()
    tank_count: int = 0
    prices: Mapping[str, float] = field(default_factory=dict)
    label_price: float | None = None
    also_prices: tuple[float | None, ...] = ()
    condition: str = ""

    @property
    def labels(self) -> tuple[LabelDirections, ...]:
        """Every product that goes by its own label, the first one first."""
        return (self.label, *self.also) if self.label is not None else self.also

    def price_of(self, place: int) -> float | None:
        """What a mL, mg or piece of one of them costs."""
        prices = (self.label_price, *self.also_prices) if self.label is not None else self.also_prices
        return prices[place] if place < len(prices) else None


@dataclass(frozen=True, kw_only=True)
class PlannedStep:
    """One dated thing to do. ``tank_place``: of a move and of what is emptied after it which of the chosen tanks, -1 for the one they came from.

    ``amount`` in mg, mL or pieces of the product (``measures``) holds ``active_mg``; ``product``
    names one by its label. ``to`` is a warmth in degC or a
    salinity in g/kg, that one ``from_g_per_kg`` where the level before it is known.

    ``place`` is the line of the protocol, ``number`` which time of it this is. ``expected_mg_per_l`` is the level just after.
    """

    place: int
    number: int
    kind: StepKind
    title: str
    due_at: datetime
    active: str | None = None
    product: str = ""
    use: str | None = None
    active_mg: float | None = None
    measures: str = ""
    amount: float | None = None
    share: float | None = None
    put_back: bool = False
    refill: bool = False
    lasts_min: float | None = None
    to: float | None = None
    from_g_per_kg: float | None = None
    reads: tuple[str, ...] = ()
    expected_mg_per_l: float | None = None
    only_if: str = ""
    minimum_h: float | None = None
    every_h: float | None = None
    tank_place: int | None = None
    text: str = ""


@dataclass(frozen=True, kw_only=True)
class HeldMedicine:
    """A medicine that the course holds in the water: target and window in mg/L, its level as planned, what changes take and is put back."""

    active: str
    use: str
    unit: str
    target_mg_per_l: float
    low_mg_per_l: float
    high_mg_per_l: float
    expected: Ledger
    put_back_mg: float


@dataclass(frozen=True, kw_only=True)
class ToBuy:
    """How much of a product the whole course takes, and its cost where a price is known."""

    active: str
    product: str
    measures: str
    amount: float
    cost: float | None


@dataclass(frozen=True, kw_only=True)
class Left:
    """What share (0-1) of a parasite comes through so many days, by its life cycle at a temperature."""

    cycle: str
    left_fraction: float
    days: float
    at_c: float


@dataclass(frozen=True, kw_only=True)
class CoursePlan:
    """A protocol on the calendar. Instants are aware and in UTC; steps stand in the order they fall due.

    Between the end of treatment and the first day of watching the medicine is taken out.
    ``clock_ends_at`` is the first instant that waits for the clock: medicine out, salt up again, or the end itself.
    ``confirm`` is what is ticked before it starts. ``broken`` are never-lines that these fish, this water or these medicines meet:
    it must not start. ``cared`` need a reason.
    ``left`` is what comes through of the parasite it is given against, where its life cycle is known at this warmth.
    """

    protocol: str
    version: str
    parameters: Mapping[str, float]
    starts_at: datetime
    treatment_ends_at: datetime
    observe_starts_at: datetime
    ends_at: datetime
    clock_ends_at: datetime
    steps: tuple[PlannedStep, ...]
    held: tuple[HeldMedicine, ...]
    products: Mapping[str, Product]
    to_buy: tuple[ToBuy, ...]
    clock: ClockRule | None
    confirm: tuple[ToConfirm, ...]
    broken: tuple[SlipCaution, ...]
    cared: tuple[SlipCaution, ...]
    cautions: tuple[SlipCaution, ...]
    vet: bool
    left: Left | None
