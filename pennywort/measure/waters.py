"""Vessels, true volume, salinity, osmolality, salt and ammonia: everything about the water itself."""

from __future__ import annotations

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine import salts
from pennywort.core.medicine.correct import changes_needed
from pennywort.core.reference import library
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units import show_fraction, show_mass, show_temperature, show_volume
from pennywort.core.water import salt
from pennywort.core.water.build_up import ammonia_build_up
from pennywort.core.water.chemistry import PER_N, as_nitrogen_mg_per_l
from pennywort.core.water.from_salt import volume_from_rise
from pennywort.core.water.osmolality import compare_words, osmolality_mosmol_per_kg
from pennywort.core.water.salt import gravity_from_grams
from pennywort.core.water.vessels import MEASURES, less_than_gross_words, less_than_named_words
from pennywort.core.water.volume import Standing, vessel_volume
from pennywort.measure.amounts import plain_amount
from pennywort.measure.answer import answer, figure, step
from pennywort.measure.dose import need_water, place_of
from pennywort.measure.requests import (
    AmmoniaRequest,
    CarriesRequest,
    NitriteRequest,
    OsmolalityRequest,
    SalinityRequest,
    SaltStepsRequest,
    TrueVolumeRequest,
    VesselRequest,
)
from pennywort.measure.salts import dissolved, salt_of
from pennywort.measure.schemas import (
    MeasuredOut,
)
from pennywort.records.actor import Actor
from pennywort.tanks.salt import read_grams_per_l

# how far off a reading is where nobody says: a colour kit for a trace, and salt by a refractometer (common practice)
TRACE_ERROR_MG_PER_L, SALT_ERROR_MG_PER_L = 0.05, 100.0
FEED_SOURCE = "Timmons and Ebeling 2013"


def vessel(actor: Actor, body: VesselRequest) -> MeasuredOut:
    """Gross, net, and the difference in words."""
    wanted = MEASURES[body.shape]
    unknown = [name for name in body.measures if name not in wanted]
    if unknown:
        raise InvalidInput(f"A {body.shape.replace('_', ' ')} has no {unknown[0]}.", field=f"measures.{unknown[0]}")
    kinds = {"volume": "volume", "each": "volume", "count": "number"}
    typed = {n: actor.read(body.measures[n], kind=kinds.get(n, "length"), field=f"measures.{n}") for n in wanted if body.measures.get(n, "").strip()}
    try:
        water = vessel_volume(body.shape, typed, _standing(actor, body))
    except InvalidInput as error:
        raise InvalidInput(error.message, field=f"measures.{error.field}" if error.field in wanted else error.field) from error
    mine = actor.preferences
    named = actor.read_optional(body.named, kind="volume", field="named")
    net, gross, spread = (show_volume(v, mine) for v in (water.net_volume_l, water.gross_volume_l, 2 * water.net_uncertainty_l))
    if named:
        words = less_than_named_words(net_volume_l=water.net_volume_l, named_volume_l=named)
    else:
        words = less_than_gross_words(net_volume_l=water.net_volume_l, gross_volume_l=water.gross_volume_l)
    lines = [figure("net water", net.figure, net.unit, words), figure("gross", gross.figure, gross.unit), figure("give or take", spread.figure, spread.unit)]
    return answer("vessel", "Water in a vessel", figures=lines, trace=water.trace, source="solid geometry; sand and rock by common practice")


def _standing(actor: Actor, body: VesselRequest) -> Standing:
    """What stands in it, as typed."""

    def read(name: str, kind: str, default: float = 0.0) -> float:
        value = actor.read_optional(getattr(body, name), kind=kind, field=name)
        return default if value is None else value

    return Standing(
        sand_depth_cm=read("sand_depth", "length"),
        sand_area_cm2=read("sand_length", "length") * read("sand_width", "length"),
        sand_porosity_fraction=read("sand_porosity", "fraction", Standing.sand_porosity_fraction),
        rock_mass_kg=read("rock_mass", "mass_heavy"),
        rock_density_kg_per_l=read("rock_density", "density", Standing.rock_density_kg_per_l),
        rock_volume_l=read("rock_volume", "volume"),
        equipment_volume_l=read("equipment", "volume"),
        sump_volume_l=read("sump", "volume"),
    )


def true_volume(actor: Actor, body: TrueVolumeRequest) -> MeasuredOut:
    """The net volume, with its uncertainty."""
    salt_read = body.reads == "salt"
    kind = "dose_g_per_l" if salt_read else "dose_mg_per_l"
    scale = 1000.0 if salt_read else 1.0
    added_mg = actor.read(body.added, kind="mass", field="added") * 1000
    before, after = (actor.read(text, kind=kind, field=name) * scale for name, text in (("before", body.before), ("after", body.after)))
    typed = actor.read_optional(body.reading_error, kind=kind, field="reading_error")
    error = typed * scale if typed is not None else (SALT_ERROR_MG_PER_L if salt_read else TRACE_ERROR_MG_PER_L)
    found = volume_from_rise(added_mg=added_mg, before_mg_per_l=before, after_mg_per_l=after, reading_error_mg_per_l=error, added_error_mg=added_mg * 0.005)
    volume, spread = show_volume(found.net_volume_l, actor.preferences), show_volume(2 * found.net_uncertainty_l, actor.preferences)
    trace = [TraceLine(label="added over the rise", formula=f"{plain(added_mg)} ÷ ({plain(after)} − {plain(before)})", value=found.net_volume_l, unit="L")]
    lines = [figure("true water", volume.figure, volume.unit, f"give or take {spread.text}")]
    return answer("true_volume", "True volume", figures=lines, trace=trace, source="dilution; arithmetic")


def salinity(actor: Actor, body: SalinityRequest) -> MeasuredOut:
    """One reading in every scale."""
    warmth = actor.read_optional(body.temperature, kind="temperature", field="temperature")
    warmth = 25.0 if warmth is None else warmth
    if body.scale == "gravity":
        sample = actor.read_optional(body.sample_temperature, kind="temperature", field="sample_temperature")
        reference = actor.read_optional(body.reference_temperature, kind="temperature", field="reference_temperature")
        value = actor.read(body.value, kind="gravity", field="value")
        marked = {"sample_c": 25.0 if sample is None else sample, "reference_c": 25.0 if reference is None else reference}
        grams = _named(lambda: salt.salinity_from_gravity(value, **marked))
    elif body.scale == "conductivity":
        value = actor.read(body.value, kind="conductivity", field="value")
        grams = _named(lambda: salt.salinity_from_conductivity(value, temperature_c=warmth))
    else:
        grams = actor.read(body.value, kind="salinity", field="value")
    factor = actor.read_optional(body.tds_factor, kind="number", field="tds_factor")
    every = salt.in_every_scale(salinity_g_per_kg=grams, temperature_c=warmth, tds_factor=0.64 if factor is None else factor)
    lines = [
        figure("salinity", f"{every.salinity_g_per_kg:.2f}", "g/kg", "parts per thousand, near enough"),
        figure("practical salinity", f"{every.practical:.2f}", "", "PSS-78"),
        figure("in a litre", f"{every.grams_per_l:.2f}", "g/L"),
        figure("specific gravity", f"{every.gravity_25_25:.4f}", "25/25 °C"),
        figure("specific gravity", f"{every.gravity_20_20:.4f}", "20/20 °C"),
        figure("density at 25 over water at 4", f"{every.gravity_25_4:.4f}", "25/4 °C", "some glass hydrometers"),
        figure("conductivity", f"{every.conductivity_ms_per_cm:.2f}", "mS/cm", f"at {show_temperature(warmth, actor.preferences).text}"),
        figure("TDS", f"{every.tds_mg_per_l:.0f}", "mg/L", "as a meter with this factor shows it"),
    ]
    return answer("salinity", "Salinity in every scale", figures=lines, source="TEOS-10 and PSS-78, by gsw")


def _named(run: object) -> float:
    try:
        return run()  # type: ignore[operator, no-any-return]
    except InvalidInput as error:
        raise InvalidInput(error.message, field="value" if error.field == "salinity" else error.field) from error


def osmolality(actor: Actor, body: OsmolalityRequest) -> MeasuredOut:
    """Bath against home; a bath that dilutes is stopped."""
    bath, home = (osmolality_mosmol_per_kg(dissolved(actor, typed, name)) for name, typed in (("bath", body.bath), ("home", body.home)))
    which, words = compare_words(bath_mosmol=bath, home_mosmol=home)
    lines = [figure("bath", f"{bath:.0f}", "mOsmol/kg"), figure("where they come from", f"{home:.0f}", "mOsmol/kg")]
    verdict = "never" if which == "thinner" else "figures"
    source = "Robinson and Stokes; Millero; TDS roughly"
    return answer("osmolality", "Is this bath saltier?", figures=lines, words=words, verdict=verdict, source=source, recalled=True)


def salt_steps(actor: Actor, body: SaltStepsRequest) -> MeasuredOut:
    """Day by day, or one swap for brine."""
    volume = need_water(place_of(actor, body)).net_volume_l
    now, target = (read_grams_per_l(actor, text, field=name) for name, text in (("now", body.now), ("target", body.target)))
    mine, which = actor.preferences, library().actives[salt_of(body.salt, field="salt").id]
    days = salts.steps(net_volume_l=volume, now_g_per_l=now, target_g_per_l=target, fish=body.fish, share=which.strengths[0].share or 1.0)
    figures = []
    swapped = actor.read_optional(body.swapped, kind="volume", field="swapped")
    if swapped is not None:
        brine = salts.brine_g_per_l(net_volume_l=volume, swapped_l=swapped, now_g_per_l=now, target_g_per_l=target)
        grams = show_mass(brine * swapped * 1000 / (which.strengths[0].share or 1.0), mine)
        figures.append(figure("or swap", f"{brine:.1f}", "g/L", f"{show_volume(swapped, mine).text} of the water for this, {grams.text} of salt in it"))
        gravity = gravity_from_grams(brine)
        figures += [figure("that brine reads", f"{gravity:.4f}", "SG", f"at {show_temperature(25.0, mine).text}, of sea salt")] if gravity is not None else []
    steps = []
    for day in days:
        what = f"change {show_fraction(day.change_fraction, up=True).text} for water without salt"
        if day.add_g:
            what = f"dissolve {show_mass(day.add_g * 1000, mine).text} of {which.short_name}"
        steps.append(step(f"Day {day.day}: {what}, to {day.ends_at_g_per_l:.2f} g/L"))
    amounts = [plain_amount(f"{which.name}, today", "mass", days[0].add_g * 1000, actor, spoons_of=which.id)] if days and days[0].add_g else []
    words = "It is there already." if not days else f"{len(days)} days" if len(days) > 1 else "in one day"
    if days and body.fish == "none":
        words = "Mixed at once, stirred and aired for a day before fish meet it: check salinity and warmth again."
    return answer(
        "salt_steps", "Salt, up or down", amounts=amounts, figures=figures, steps=steps, words=words, source="dilution; steps by common practice"
    )  # fmt: skip


def carries(actor: Actor, body: CarriesRequest) -> MeasuredOut:
    """What evaporation, a top-up and a change do to a salt, and what goes back in."""
    volume, mine, which = need_water(place_of(actor, body)).net_volume_l, actor.preferences, library().actives[salt_of(body.salt, field="salt").id]
    now = read_grams_per_l(actor, body.now, field="now")

    def grams(name: str) -> float:
        text = getattr(body, name)
        return read_grams_per_l(actor, text, field=name) if text.strip() else 0.0

    evaporated = actor.read_optional(body.evaporated, kind="volume", field="evaporated") or 0.0
    share = actor.read_optional(body.share, kind="fraction", field="share") or 0.0
    told = salts.carried(
        net_volume_l=volume,
        now_g_per_l=now,
        evaporated_l=evaporated,
        top_up_g_per_l=grams("top_up"),
        changed_fraction=share,
        new_water_g_per_l=grams("new_water"),
    )
    lines = []
    if evaporated:
        lines.append(figure("with that much evaporated", f"{told.after_evaporation_g_per_l:.2f}", "g/L", "the salt stays behind"))
        carried_in = f"the top-up brings {show_mass(told.carried_in_g * 1000, mine).text}" if told.carried_in_g else "fresh water carries none: nothing to add"
        lines.append(figure("topped up", f"{told.after_top_up_g_per_l:.2f}", "g/L", carried_in))
    if share:
        off = show_mass(told.carried_off_g * 1000, mine).text
        lines.append(figure("after the change", f"{told.after_change_g_per_l:.2f}", "g/L", f"the change carries {off} off"))
    under = body.under.strip() and read_grams_per_l(actor, body.under, field="under")
    if under:
        if not share:
            raise InvalidInput("Of what share is each change?", field="share")
        try:
            count = changes_needed(reading=told.after_top_up_g_per_l, target=under, share=share, fresh=grams("new_water"))
        except InvalidInput as error:
            raise InvalidInput(error.message, field={"target": "under", "fresh": "new_water"}.get(error.field or "", error.field)) from error
        lines.append(figure(f"to come under {under:g} g/L", f"{count}", "changes" if count != 1 else "change", f"of {show_fraction(share).text} each"))
    back_mg = told.put_back_g * 1000 / (which.strengths[0].share or 1.0)
    words = "to hold the level: only what the change took" if back_mg else ""
    amounts = [plain_amount(f"{which.name}, back in", "mass", back_mg, actor, words=words, spoons_of=which.id)] if back_mg and not under else []
    if not lines:
        raise InvalidInput("What evaporated, or what share is changed?", field="share")
    return answer("carries", "What a top-up and a change carry", amounts=amounts, figures=lines, source="mass balance; arithmetic")


def nitrite(actor: Actor, body: NitriteRequest) -> MeasuredOut:
    """Salt in grams for this water, and the ratio it makes."""
    volume = need_water(place_of(actor, body)).net_volume_l
    typed = actor.read(body.nitrite, kind="concentration", field="nitrite")
    as_ion = as_nitrogen_mg_per_l(typed, counted_as=body.nitrite_as) * PER_N["no2"]
    chloride = actor.read_optional(body.chloride, kind="concentration", field="chloride") or 0.0
    ratio = actor.read_optional(body.ratio, kind="number", field="ratio")
    wanted = salts.against_nitrite_mg_per_l(nitrite_mg_per_l=as_ion, chloride_mg_per_l=chloride, ratio=salts.GUARD_RATIO if ratio is None else ratio)
    lines = [
        figure("nitrite as NO₂⁻", f"{as_ion:.2f}", "mg/L"),
        figure("salt in the water", f"{wanted:.0f}", "mg/L", "pure salt, dissolved first, within the hour"),
    ]
    trace = [TraceLine(label="times the water", formula=f"{plain(wanted)} × {plain(volume)}", value=wanted * volume, unit="mg")]
    amounts = [plain_amount("Salt", "mass", wanted * volume, actor, spoons_of=library().chloride_salt.id)] if wanted else []
    words = "It guards, it does not cure: find where the nitrite comes from, and put salt back with each change." if wanted else "The chloride guards already."
    return answer(
        "nitrite", "Salt against nitrite", amounts=amounts, figures=lines, trace=trace, words=words, source="SRAC 462", recalled=True
    )  # fmt: skip


def ammonia(actor: Actor, body: AmmoniaRequest) -> MeasuredOut:
    """Build-up a day, and the daily change that holds it."""
    volume = need_water(place_of(actor, body)).net_volume_l
    limit = actor.read_optional(body.limit, kind="concentration", field="limit")
    if limit is None:
        limit = library().limits["ammonia_seen"].value * 2
    built = ammonia_build_up(
        feed_g_per_day=actor.read(body.feed, kind="mass", field="feed"),
        protein_fraction=actor.read(body.protein, kind="fraction", field="protein"),
        net_volume_l=volume,
        limit_mg_per_l=limit,
    )
    lines = [
        figure("built up each day", f"{built.per_day_mg_per_l:.3g}", "mg/L as N", "total ammonia, no filter"),
        figure("to the limit from clean water", f"{built.to_limit_days:.2g}", "days", f"limit {limit:g} mg/L as N"),
    ]
    if built.daily_fraction <= 0.9:
        words = f"Change {show_fraction(built.daily_fraction, up=True).text} every day to stay under it."
    else:
        words = "No daily change holds this: feed less, more water, or a filter that works."
    return answer("ammonia", "Ammonia without a filter", figures=lines, words=words, source=FEED_SOURCE, recalled=True)
