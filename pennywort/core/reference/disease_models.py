"""What the reference holds about signs, conditions, and how looks are weighed."""

from __future__ import annotations

from functools import cached_property
from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference import phrases
from pennywort.core.reference.figures import Datum, Figure, Sourced, Statement

WaterType = Literal["freshwater_tropical", "coldwater_pond", "brackish", "marine"]
Urgency = Literal["hours", "days", "weeks", "none"]
Kit = Literal["eye", "ask", "torch", "hand", "test", "scope"]
Step = Literal["nearly_always", "often", "sometimes", "seldom", "almost_never"]
Gate = Literal["open", "care", "vet", "block"]
# the id of a reading of the register; of the gate also the medicine, and for a sign all of them
Measure = str


class Region(Datum):
    """A place on the fish plan."""

    id: str
    name: str


class LookKind(Sourced):
    """One way of looking: it answers several signs at once. ``trouble`` is relative, a glance being 1.

    ``at_seller``: it can be done before the fish are bought.
    """

    id: str
    name: str
    kit: Kit
    minutes: Figure
    trouble: Figure
    how: str
    at_seller: bool


class Sign(Sourced):
    """Something a keeper can see or test.

    ``reading`` marks signs that follow from a water test, not from a press; ``daily`` and ``arrival`` put a sign on
    the short lists of those looks; ``good`` signs speak of a well fish. ``after``: it is asked only once one of these
    was seen; ``sizes``: the scale it is told in, besides being there;
    ``over_days``: only looks on several days tell it, so that no look today can be for it. ``drawn``: how the plate shows it.
    """

    id: str
    region: str
    kit: Kit
    taken_by: str
    short: str
    label: str
    look: str
    not_if: str
    daily: bool = False
    arrival: bool = False
    good: bool = False
    reading: Measure | None = None
    after: tuple[str, ...] = ()
    sizes: Literal["", "count", "degree"] = ""
    over_days: bool = False
    drawn: str = ""


class Worsening(Sourced):
    """What is worse than what: ladders of signs from mild to grave, the weight of a sign in the sum (1 if not named), and the words of sizes, small first."""

    ladders: tuple[tuple[str, ...], ...]
    weights: dict[str, int]
    sizes: dict[str, tuple[str, ...]]

    @model_validator(mode="after")
    def _each_on_one_ladder(self) -> Worsening:
        rungs = [sign for ladder in self.ladders for sign in ladder]
        if len(rungs) != len(set(rungs)):
            raise ValueError(phrases.SIGN_ON_TWO_LADDERS)
        return self


class Likelihoods(Datum):
    """How evidence is weighed: the five steps, baselines, caps, groups, and what missing a condition costs."""

    steps: dict[Step, Figure]
    baseline: dict[str, float]
    baseline_source: Statement
    something_else: Figure
    cap_ordinary: Figure
    cap_direct: Figure
    cap_context: Figure
    further_in_group: Figure
    two_at_once: Figure
    stray_per_fish: Figure
    strays: tuple[str, ...]
    direct_view: tuple[str, ...]
    correlated_groups: dict[str, tuple[str, ...]]
    exclusive_sets: tuple[tuple[str, ...], ...]
    missed: dict[Urgency, Figure]
    missed_reportable_adds: Figure
    missed_something_else: Figure
    scrape_cost: Figure
    drug_in_bad_water_adds: Figure
    out_of_range_costs: Figure

    @model_validator(mode="after")
    def _each_sign_in_one_set(self) -> Likelihoods:
        for sets in (self.exclusive_sets, tuple(self.correlated_groups.values())):
            members = [sign for one in sets for sign in one]
            if len(members) != len(set(members)):
                raise ValueError(phrases.SIGN_IN_TWO_SETS)
        return self


class AnswerGroup(Sourced):
    """Conditions that the eye cannot tell apart, and the looks that can, in the order in which they are done.

    ``water``: where it is an answer. ``whenever_seen``: signs that ask for this answer whatever leads, as long as one of
    ``unread`` was not read and none of the looks by microscope or torch was taken; ``first`` stands first among its members.
    """

    id: str
    name: str
    members: tuple[str, ...]
    separates: str
    looks: tuple[str, ...]
    water: tuple[WaterType, ...] = ("freshwater_tropical", "coldwater_pond", "brackish", "marine")
    whenever_seen: tuple[str, ...] = ()
    unread: tuple[str, ...] = ()
    first: str = ""


class Modifier(Sourced):
    """What multiplies the priors of some conditions."""

    id: str
    times: dict[str, float]

    @model_validator(mode="after")
    def _not_negative(self) -> Modifier:
        if any(factor < 0 for factor in self.times.values()):
            raise ValueError(phrases.FACTOR_BELOW_NOUGHT)
        return self


class Degrees(Datum):
    """A span of warmth in degC, its upper end not in it."""

    from_c: float
    to_c: float

    @model_validator(mode="after")
    def _in_order(self) -> Degrees:
        if self.from_c >= self.to_c:
            raise ValueError(phrases.SPAN_OF_WARMTH)
        return self


class Context(Modifier):
    """A fact of the fish or the tank. ``known_from`` record: the app knows it; ask: the keeper says.

    ``same_reading``: the sign that the very reading behind this fact may give as well; the two never count twice.
    ``degrees``: the warmth of the water in which it is true.
    """

    words: str
    known_from: Literal["record", "ask"]
    same_reading: str = ""
    degrees: Degrees | None = None


class Kin(Modifier):
    """A kind of fish and what it is prone to. ``counts_as``: wider kinds whose cautions hold for it as well."""

    name: str
    counts_as: tuple[str, ...] = ()


class Action(Sourced):
    """Something that can be done before one is sure. ``cost`` is what it costs by itself, on the scale of the losses.

    ``only_if``: signs seen or facts known of which one must be there, or there is nothing to do it to; ``unless_absent``: a sign
    that takes the sense out of it once it was looked for and is not there; ``instead_of``: a smaller act that it stands for.
    ``never_while``: signs that forbid it where all of one set were seen, however small the chance of what it would harm.
    """

    id: str
    text: str
    kind: Literal["mend", "guard", "move", "treat", "vet", "end"]
    gate: Gate
    cost: Figure
    if_seen: tuple[tuple[str, ...], ...] = ()
    only_if: tuple[str, ...] = ()
    unless_absent: str = ""
    instead_of: str = ""
    never_while: tuple[tuple[str, ...], ...] = ()


class Contradiction(Sourced):
    """A sign that one fish cannot show together with any of the others, and what to ask where both were marked."""

    one: str
    others: tuple[str, ...] = Field(min_length=1)
    ask: str


class Mend(Sourced):
    """What mends a reading that is at fault. ``amount``: what is reckoned for a tank: a share to change, a rate, or how much is given.

    ``gives``: the active that is given, in the keeper's words ``gives_words``: a salt for its chloride, or a binder, ``per`` mg of it for
    each mg that was read. ``course``: the protocol that makes tasks of it ("": none).
    """

    id: str
    reading: Measure
    state: Literal["above", "below", "swung"]
    water: tuple[WaterType, ...] = ("freshwater_tropical", "coldwater_pond", "brackish", "marine")
    acts: tuple[str, ...] = Field(min_length=1)
    amount: Literal["", "share", "chloride", "binder", "rate"]
    gives: str = ""
    gives_words: str = ""
    per: float | None = Field(default=None, gt=0)
    say: str
    course: str = ""

    @model_validator(mode="after")
    def _complete(self) -> Mend:
        if (self.amount in ("chloride", "binder")) != bool(self.gives and self.gives_words) or (self.amount == "binder") != (self.per is not None):
            raise ValueError(phrases.given_without_amount(self.id))
        return self


class BringBack(Sourced):
    """How fast warmth is brought back that lies up to ``beyond_c`` degrees outside the range of the fish."""

    id: str
    direction: Literal["up", "down"]
    beyond_c: float = Field(gt=0)
    text: str


class Pair(Sourced):
    """Conditions that are mixed up at a cost, and what separates them."""

    one: tuple[str, ...]
    other: tuple[str, ...]
    cost: str
    separates: str
    meanwhile: str
    decide_by: str


class Progress(Sourced):
    """What to expect after a treatment began; empty where nothing is to be seen that day."""

    started_by: str
    day_1: str
    day_3_4: str
    day_7: str
    look_again_if: str


class Condition(Datum):
    """One disease or water trouble."""

    id: str
    name: str
    short_name: str
    water: tuple[WaterType, ...]
    kind: str
    prior: dict[WaterType, float]
    prior_source: Statement
    urgency: Urgency
    notifiable: Literal["most places", "some places"] | None = None
    harms_keeper: Literal["none", "possible", "known"]
    summary: Statement
    course: Statement
    contagion: Statement
    test: Statement
    life_cycle: Statement | None = None
    first_actions: Statement
    treatment: Statement
    never: Statement
    vet: Statement
    zoonotic: Statement
    lookalikes: tuple[Statement, ...]
    progress: Progress | None = None
    signs: dict[Step, tuple[str, ...]]
    # what a second person wrote down without having seen the first list; empty where nobody did
    signs_second: dict[Step, tuple[str, ...]] = Field(default_factory=dict)
    signs_source: Statement
    helps: dict[str, float]
    harms: dict[str, float]
    acts_source: Statement
    protocols: tuple[str, ...]

    @cached_property
    def step_of(self) -> dict[str, Step]:
        """The step of each sign this condition lists."""
        return {sign: step for step, signs in self.signs.items() for sign in signs}

    @cached_property
    def second_step_of(self) -> dict[str, Step]:
        """The same by the second hand; empty where there was none."""
        return {sign: step for step, signs in self.signs_second.items() for sign in signs}

    @model_validator(mode="after")
    def _consistent(self) -> Condition:
        if set(self.prior) != set(self.water):
            raise ValueError(phrases.PRIOR_FOR_EACH_WATER)
        if any(weight <= 0 for weight in self.prior.values()):
            raise ValueError(phrases.PRIOR_ABOVE_NOUGHT)
        for hand in (self.signs, self.signs_second):
            listed = [sign for signs in hand.values() for sign in signs]
            if len(listed) != len(set(listed)):
                raise ValueError(phrases.SIGN_UNDER_TWO_STEPS)
        if any(not 0 < share <= 1 for share in self.helps.values()) or any(loss < 0 for loss in self.harms.values()):
            raise ValueError(phrases.ACT_TAKES_OR_ADDS)
        if set(self.helps) & set(self.harms):
            raise ValueError(phrases.HELPS_AND_HARMS)
        if self.notifiable == "most places" and self.protocols:
            raise ValueError(phrases.REPORTED_NOT_TREATED)
        return self


# The order matters where steps are listed for people: the most telling first.
STEPS: tuple[Step, ...] = ("nearly_always", "often", "sometimes", "seldom", "almost_never")
