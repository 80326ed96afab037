"""What the formulary may hold: actives, their uses with gate and guard rail, and what must not meet what."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference import phrases
from pennywort.core.reference.disease_models import Gate, WaterType
from pennywort.core.reference.figures import Datum, Figure, Sourced, Statement
from pennywort.core.reference.models import Caution, Spoons

Route = Literal["prolonged", "bath", "dip", "food", "eggs", "topical", "gear", "test"]
# Who or what lives in the water and may not bear a medicine; kinds of fish go by their ids in kin.yaml.
Life = Literal["invertebrates", "snails", "plants", "elasmobranchs", "fry", "soft_water_fish"]
Equipment = Literal["carbon", "uv", "skimmer", "ozone"]


class LifeAsked(Datum):
    """Somebody who may live in a water and bears a medicine poorly: as it is asked, and of which water; empty, of any."""

    id: str
    label: str
    water: tuple[WaterType, ...] = ()


class Strength(Sourced):
    """A form in which an active is sold or kept. One of the figures says how much active it holds.

    ``mg_per_ml`` mass of active in a millilitre (liquids; as the ``basis`` of the doses), ``share`` its mass share in a
    powder (above one for a salt with less water in its crystals than the dose counts).
    ``mg_per_ul``: doses are microlitres of this very product, which holds so much of the active each; a level is reckoned by
    its mass like the rest. ``ask``: a strength that is seldom meant, asked back.
    """

    id: str
    name: str
    mg_per_ml: float | None = Field(default=None, gt=0)
    share: float | None = Field(default=None, gt=0, le=2.5)
    mg_per_ul: float | None = Field(default=None, gt=0)
    ask: str = ""
    note: str = ""
    form: str = ""

    @model_validator(mode="after")
    def _one(self) -> Strength:
        if [self.mg_per_ml, self.share, self.mg_per_ul].count(None) != 2:
            raise ValueError(phrases.ONE_STRENGTH)
        return self


class Form(Datum):
    """One of the kinds in which an active is sold where their levels lie far apart; ``text`` is how a label says it."""

    id: str
    name: str
    text: str


class StoppedBy(Sourced):
    """What uses this active up, by mass: so many mg of ``active`` for each mg, and how much more is given to be sure.

    ``strength`` is the listed strength it is measured in; ``words`` where it goes by eye, without a sum; ``say`` is how much
    that is of the sum, and what else a keeper minds.
    """

    active: str
    strength: str
    ratio: float | None = Field(default=None, gt=0)
    margin: float = Field(default=1.0, ge=1)
    words: str = ""
    say: str = ""

    @model_validator(mode="after")
    def _by_sum_or_words(self) -> StoppedBy:
        if (self.ratio is None) == (not self.words):
            raise ValueError(phrases.STOPPED_BY_RATIO_OR_EYE)
        return self


class WaterBound(Sourced):
    """A bound of the water itself. ``level`` never: refused beyond it; care: warned."""

    measure: Literal["temperature", "oxygen", "alkalinity", "ph", "un_ionised_ammonia"]
    level: Literal["never", "care"]
    least: float | None = None
    most: float | None = None
    text: str

    @model_validator(mode="after")
    def _bounded(self) -> WaterBound:
        if self.least is None and self.most is None:
            raise ValueError(phrases.BOUND_WITHOUT_EDGE)
        return self


class Shorter(Sourced):
    """Fish, or a warmth, in which a bath is cut short. ``lives`` are ids of kin or of Life; ``minutes`` the most."""

    lives: tuple[str, ...] = ()
    warmer_than_c: float | None = None
    minutes: float = Field(gt=0)
    text: str

    @model_validator(mode="after")
    def _for_someone(self) -> Shorter:
        if not self.lives and self.warmer_than_c is None:
            raise ValueError(phrases.SHORTER_FOR_SOME)
        return self


class PhRow(Datum):
    """The most of a medicine at one pH, in soft and in hard water, in the unit of the dose."""

    ph: float
    soft: float = Field(gt=0)
    hard: float = Field(gt=0)


class Use(Sourced):
    """One way to use an active: the dose with its range, how long, in which water, and whether it may be reckoned.

    ``dose`` is None where nothing is reckoned; ``dose_text`` always says what is published. ``refuse_above`` is the
    guard rail in the unit of the dose. ``most_minutes`` is the longest a fish may stay in it.
    A use in the tank that has ``minutes`` is a day by the clock: stopped at its end, or before.
    """

    id: str
    name: str
    route: Route
    water: tuple[WaterType, ...]
    gate: Gate
    dose: Figure | None
    dose_text: str
    refuse_above: Figure | None
    duration: str
    minutes: Figure | None
    most_minutes: float | None = Field(default=None, gt=0)
    # a bath that is thinner than home on purpose: fresh water, or thinned sea water
    thinner: Literal["", "fresh", "sea"] = ""
    # how far a test kit's figure of it can be off, mg/L
    kit_off: Figure | None = None
    # the least time between two of it for the same fish, or in the same tank
    apart_h: Figure | None = None
    # of a day in the tank: the most that may be given in all, where it is spent too soon and given again
    most_in_all: Figure | None = None
    targets: str
    depends: str
    contraindications: str
    confirm: tuple[str, ...]
    bounds: tuple[WaterBound, ...] = ()
    per_alkalinity: float | None = Field(default=None, gt=0)
    # mass of active, as the strengths count it, in each mass of what the dose counts: copper in its sulfate
    active_share: float | None = Field(default=None, gt=0, le=1)
    # which kind of product its level is for, where the active has kinds that lie far apart
    form: str = ""
    # which of the listed strengths may be used; none: only the keeper's own product, by its label
    strengths: tuple[str, ...] | None = None
    by_ph: tuple[PhRow, ...] = ()
    shorter: tuple[Shorter, ...] = ()

    @model_validator(mode="after")
    def _table_rises(self) -> Use:
        if [r.ph for r in self.by_ph] != sorted({r.ph for r in self.by_ph}):
            raise ValueError(phrases.ROWS_BY_PH)
        return self


class Active(Datum):
    """An active ingredient: its forms, what it does to life, water, equipment and keeper, and all its uses.

    ``counted`` says what strengths are counted as, where a label may mean something else ("as copper").
    ``dissolves`` is how much a litre of water at 20 to 25 degC takes up, in g/L, where that bounds how it is made up.
    """

    id: str
    name: str
    short_name: str
    family: str
    # what keepers type for it: everyday words, its class
    also: tuple[str, ...] = ()
    strengths: tuple[Strength, ...]
    spoons: Spoons | None
    counted: str = ""
    forms: tuple[Form, ...] = ()
    # how one mix of a bath ends: a test strip tells, its colour tells, it is spent after one sitting, or salt that stays
    mix: Literal["", "strip", "colour", "spent", "salt"] = ""
    stopped_by: tuple[StoppedBy, ...] = ()
    # which water test reads it, and which other actives a mixture holds
    read_by: str = ""
    holds: tuple[str, ...] = ()
    # hardness, mg as CaCO3, that each mg of it adds
    hardens: Figure | None = None
    # it is for gear, and its strength counts available chlorine
    disinfects: bool = False
    # what touched it keeps it, whatever it is washed with: never again where it would harm
    lingers_on_gear: bool = False
    # what binds chlorine in tap water binds it as well
    used_up_by_conditioner: bool = False
    dissolves: Figure | None = None
    colour: Literal["grey", "clear", "olive", "blue", "brown", "teal", "violet"] = "clear"
    cautions: tuple[Caution, ...] = ()
    never_with: tuple[Life, ...]
    care_with: tuple[str, ...]
    equipment_off: tuple[Equipment, ...]
    bounds: tuple[WaterBound, ...]
    biofilter: str
    removed_by: Statement
    stop: Statement
    keeper_hazard: Statement
    regulation: Statement
    uses: tuple[Use, ...] = Field(min_length=1)

    @property
    def mg_per_ul(self) -> float:
        """Of the product that is dosed as itself, mg of active in a microlitre; 1 where there is none."""
        return next((s.mg_per_ul for s in self.strengths if s.mg_per_ul is not None), 1.0)

    @model_validator(mode="after")
    def _forms_named(self) -> Active:
        forms = {f.id for f in self.forms}
        named = {what.id: what.form for what in self.strengths} | {what.id: what.form for what in self.uses}
        for name, form in named.items():
            if bool(forms) != bool(form) or (form and form not in forms):
                raise ValueError(phrases.none_of_its_forms(self.id, name))
        return self


class Interaction(Sourced):
    """Two things that must not meet in one water, or only with care. ``one`` and ``other`` are ids of actives or groups."""

    id: str
    one: tuple[str, ...]
    other: tuple[str, ...]
    level: Literal["never", "care"]
    text: str


class Allergen(Sourced):
    """What a keeper may be allergic to, and the actives that hold it or are kin to it."""

    id: str
    name: str
    actives: tuple[str, ...] = Field(min_length=1)


class Sensitivity(Sourced):
    """What a kind of fish or a system bears poorly, and what well."""

    id: str
    name: str
    poorly: str
    well: str
