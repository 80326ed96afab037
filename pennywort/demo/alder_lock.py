"""Alder Lock: an invented community fishroom in an old lock-keeper's store, played day by day through the services.

Nothing is written behind the services' back: each entry is made by the same function a press makes, at the instant
it is said to have happened. Ids follow from a fixed seed, so that the same day gives the same fishroom.
"""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from uuid import uuid5

from django.db import transaction

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.courses.models import Case
from pennywort.courses.services import cases, readings, tasks
from pennywort.demo.around import gear, lade
from pennywort.demo.closed import shapes_of_fish
from pennywort.demo.player import SEED, Player
from pennywort.fish.population import AboutLoss, add_leaving, add_scuffle
from pennywort.looks import services as looks
from pennywort.looks.weighing import Looked
from pennywort.records.actor import Actor
from pennywort.shelf.labels import TypedLabel
from pennywort.shelf.services import TypedBottle, add_bottle, add_tool, weigh_spoons
from pennywort.tanks.services import TypedTest
from pennywort.tanks.upkeep import note_upkeep

ZONE = "Europe/London"


@transaction.atomic
def build(*, now: datetime, password: str | None = None) -> Fishroom:
    """Make the fishroom as it stands at ``now``. Keepers can sign in by one-time link, or by ``password`` if given."""
    room = Fishroom.objects.create(uid=uuid5(SEED, "room"), name="Alder Lock", time_zone=ZONE)
    people = []
    for username, name in (("maren", "Maren V."), ("ivo", "Ivo K.")):
        keeper = Keeper(username=username, display_name=name)
        keeper.set_password(password) if password else keeper.set_unusable_password()
        keeper.save()
        Membership.objects.create(fishroom=room, keeper=keeper, role="owner" if username == "maren" else "helper")
        people.append(Player(Actor(keeper=keeper, fishroom=room, now=now)))
    maren, ivo = people

    def ago(days: float, hour: int = 9, minute: int = 0) -> datetime:
        """So many days ago at an hour, as if it were twenty past two now: the room looks alive at any time of day."""
        return min(now - timedelta(days=days) + timedelta(hours=hour - 14, minutes=minute - 20), now)

    _shelf(maren.at(ago(70)))
    _closed_cases(maren.at(ago(60)), ago)
    _sluice(maren, ivo, ago, now)
    _paddle(maren, ago, now)
    _weir(maren, ivo, ago, now)
    _sill(maren, ago, now)
    _pound(maren, ago)
    _vat(maren, ivo, ago, now)
    lade(maren, ivo, ago)
    gear(maren, ivo, ago)
    shapes_of_fish(maren, ago)
    return room


def _shelf(p: Player) -> None:
    """Tools, a weighed spoon, and what stands beside the sink; one stock is past its time."""
    for name, form, mark, holds in (
        ("pocket scale", "scale", "1 mg", "50 g"), ("kitchen scale", "scale", "1 g", "5 kg"), ("small syringe", "syringe", "0.02 mL", "1 mL"),
        ("5 mL syringe", "syringe", "0.2 mL", "5 mL"), ("20 mL syringe", "syringe", "1 mL", "20 mL"), ("lab cylinder", "cylinder", "1 mL", "100 mL"),
    ):  # fmt: skip
        add_tool(p.actor, uid=p.uid(), name=name, form=form, spoon="", mark=mark, holds=holds, drops_per_ml="")
    for spoon in ("teaspoon", "tablespoon"):
        add_tool(p.actor, uid=p.uid(), name=f"level {spoon}", form="spoon", spoon=spoon, mark="", holds="", drops_per_ml="")
    weigh_spoons(p.actor, uid=p.uid(), active_id="sodium_chloride", teaspoon="5.6 g", tablespoon="17 g")
    today = p.actor.local(p.actor.now).date()
    for typed in (
        TypedBottle(name="peroxide, brown bottle", active="hydrogen_peroxide", strength="w3", expires_on=today + timedelta(days=220)),
        TypedBottle(name="worm powder", active="praziquantel", kind="purity_percent", value="99", expires_on=today + timedelta(days=600)),
        TypedBottle(name="blue stock", active="methylene_blue", kind="stock", weighed="1 g", made_up_to="100 mL", made_on=today, keeps_days=365),
        TypedBottle(name="violet stock", active="permanganate", kind="stock", weighed="1 g", made_up_to="100 mL", made_on=today, keeps_days=30),
    ):
        add_bottle(p.actor, uid=p.uid(), typed=typed)


def _closed_cases(p: Player, ago: Any) -> None:
    leat = p.tank("D1", "Leat", "freshwater_tropical", ("120 cm", "45 cm", "48 cm"), sand_depth="5 cm", rock_mass="9 kg")
    rainbows = p.fish(leat, "rainbowfish", 8, supplier="by train from the coast")
    p.fish(leat, "bristlenose", 2)
    p.call(rainbows, "Tin", "a nick in the upper tail fin")
    p.at(ago(52)).look(rainbows, "fin_clean_bite eating_normally", "fin_ragged_white_edge flashing", water=("25.2", "7.4", "0", "0"))
    p.at(ago(49)).look(rainbows, "fin_ragged_white_edge clamped_fins eating_normally", "spread_over_days", water=("25.1", "7.3", "0.3", "0.2"))
    label = TypedLabel(product="acriflavine solution", amount="5 mL", per_volume="10 gal", every="24 h", days=7)
    running = p.start(rainbows, "by_label", "fin_rot", label=label)
    p.follow(running, until=ago(41, 12))
    p.at(ago(40)).observe(rainbows, "all", "calm", "Clear new edge on all three.")
    case = Case.objects.get(group=rainbows)
    p.at(ago(30)).look(rainbows, "eating_normally", "fin_ragged_white_edge clamped_fins flashing rapid_breathing")
    cases.close_case(p.actor, case=case, outcome="recovered", note="Two nippers moved out on the second day.", condition="fin_rot")
    add_leaving(
        p.at(ago(24)).actor, uid=p.uid(), group=rainbows, kind="given", count=2, count_plus_minus=0, whither="the school's tank", note="The two nippers.",
        happened_at=None,
    )  # fmt: skip
    tideway = p.tank("D2", "Tideway", "marine", ("100 cm", "50 cm", "45 cm"), sand_depth="3 cm", rock_mass="18 kg", sump_volume="40 L")
    fire = p.at(ago(46)).fish(tideway, "firefish", 4, supplier="the harbour importer")
    p.at(ago(44, 18)).look(fire, "white_spots_countable:1 flashing:2 eating_normally", "gold_grey_dust rapid_breathing", water=("25.4", "8.2", "0", "0"))
    p.at(ago(43, 19)).look(fire, "white_spots_countable:2 flashing:3", "rapid_breathing")
    p.at(ago(41, 8)).look(
        fire, "rapid_breathing:4 gold_grey_dust:4 lethargy:3 hangs_in_flow:3 off_food", "white_spots_countable", note="Torch in the dark: dust, not grains."
    )
    p.lose(fire, 1, note="Found by the overflow.")
    p.at(ago(40, 7)).lose(fire, 3)
    case = Case.objects.get(group=fire)
    note = "Two days lost to waiting: the first grains were dust by torch."
    cases.close_case(p.at(ago(40, 8)).actor, case=case, outcome="lost", note=note, condition="marine_velvet")
    clowns = p.at(ago(38)).fish(tideway, "clownfish", 2)
    add_scuffle(p.at(ago(36)).actor, uid=p.uid(), group=clowns, by_whom="each other", degree="shown", note="Settled by the evening.", happened_at=None)


def _sluice(maren: Player, ivo: Player, ago: Any, now: datetime) -> None:
    tank = maren.at(ago(40)).tank("Q1", "Sluice", "freshwater_tropical", ("60 cm", "40 cm", "37 cm"), rock_mass="3.6 kg")
    barbs = maren.at(ago(9, 16)).fish(tank, "cherry_barb", 14, supplier="the Saturday van")
    maren.at(ago(7, 8)).lose(barbs, 2, note="Small ones, nothing to see.")
    ivo.at(ago(6, 18)).look(
        barbs,
        "white_spots_countable:4 flashing:6 spread_over_days",
        "gold_grey_dust flat_grey_sheen cottony_tufts saddle_patch",
        water=("25.0", "7.2", "0.1", "0.1"),
    )
    running = maren.at(ago(5, 14, 5)).start(barbs, "salt_and_warmth", "ich")
    ivo.follow(running, until=now, forget_from=ago(0, 2))
    ivo.at(ago(4, 19)).observe(barbs, "less", "fast", "More grains than yesterday, as expected.")
    ivo.at(ago(3, 8)).lose(barbs, 1)
    ivo.at(ago(3, 19)).look(barbs, "white_spots_countable:7 flashing:4 spread_over_days", "gold_grey_dust flat_grey_sheen rapid_breathing clamped_fins")
    maren.at(ago(1, 8, 20)).look(
        barbs,
        "white_spots_countable:2 flashing:1 eating_normally",
        "gold_grey_dust rapid_breathing flat_grey_sheen clamped_fins",
        water=("27.2", "7.2", "0", "0.1"),
    )


def _paddle(p: Player, ago: Any, now: datetime) -> None:
    tank = p.at(ago(40)).tank("Q2", "Paddle", "freshwater_tropical", ("24 in", "12 in", "11 in"), sand_depth="2 cm")
    corys = p.at(ago(7, 17)).fish(tank, "panda_corydoras", 12, supplier="the Saturday van")
    running = p.at(ago(6, 14, 10)).start(corys, "watch", "")
    p.follow(running, until=ago(1, 20))
    p.call(corys, "the pale one", "a dull place behind the left fin")
    p.at(ago(6, 7)).lose(corys, 1, about=AboutLoss(during="arrival", checked=["water"], last_seen_well_at=ago(7, 18)))
    p.at(ago(4, 18)).look(corys, "clamped_fins:1", "flat_grey_sheen flashing white_spots_countable rapid_breathing", water=("26.2", "7.1", "0", "0.1"))
    p.photo(corys, fish="the pale one", patch_share=0.08, note="a dull place behind the fin")
    p.at(ago(3, 7)).lose(corys, 1)
    p.at(ago(2, 18)).look(corys, "clamped_fins:2 flat_grey_sheen:1 rapid_breathing:3", "flashing white_spots_countable cottony_tufts")
    p.photo(corys, fish="the pale one", patch_share=0.4)
    p.at(ago(2, 7)).lose(corys, 1, about=AboutLoss(
        during="disease", signs=["flat_grey_sheen", "rapid_breathing"], cause_id="columnaris", checked=["water", "skin", "gills"], last_seen_well_at=ago(3, 19)
    ))  # fmt: skip
    p.at(ago(0, 9, 20)).photo(corys, fish="the pale one", patch_share=0.95, note="edge sharper than before")
    p.at(ago(0, 9, 40)).look(
        corys,
        "flat_grey_sheen:3 rapid_breathing:9 clamped_fins:5 spread_over_days",
        "cottony_tufts white_spots_countable saddle_patch mouth_white_eroding fin_ragged_white_edge flashing all_species_same_day",
        water=("26.4", "7.1", "0", "0.1"),
    )


def _weir(maren: Player, ivo: Player, ago: Any, now: datetime) -> None:
    tank = maren.at(ago(40)).tank("Q3", "Weir", "freshwater_tropical", ("60 cm", "30 cm", "28 cm"), measured_net_volume="45 L")
    loaches = maren.at(ago(12, 15)).fish(tank, "kuhli_loach", 10, supplier="a breeder two valleys on")
    ivo.at(ago(5, 20)).look(
        loaches, "white_stringy_faeces sunken_belly_eating hiding_apart", "red_worms_vent flashing rapid_breathing", water=("26.2", "6.9", "0", "0")
    )
    running = ivo.at(ago(2, 14)).start(loaches, "two_rounds", "spironucleus")
    ivo.follow(running, until=ago(0, 2))
    ivo.at(ago(1, 19)).observe(loaches, "all", "calm", "Droppings brown again in three.", fed="usual")


def _sill(p: Player, ago: Any, now: datetime) -> None:
    tank = p.at(ago(40)).tank("M1", "Sill", "marine", ("50 cm", "40 cm", "38 cm"))
    cardinals = p.at(ago(13, 14)).fish(tank, "banggai_cardinal", 6, supplier="the harbour importer")
    p.at(ago(11, 19)).look(
        cardinals, "white_spots_countable flashing spread_over_days eating_normally", "gold_grey_dust rapid_breathing", water=("25.6", "8.2", "0", "0")
    )
    # over a weekend nobody read, and the strict school counts anew
    running = p.at(ago(10, 14, 10)).start(cardinals, "copper_30_strict", "marine_ich", own={"copper": ("mg_per_ml", "5.2", "bound")})
    p.follow(running, until=ago(5, 16))
    p.follow(running, until=ago(3, 12), leave=("water_test",))
    p.follow(running, until=ago(0, 2))
    p.at(ago(9, 8)).lose(cardinals, 1)


def _pound(p: Player, ago: Any) -> None:
    tank = p.at(ago(40)).tank("M2", "Pound", "marine", ("60 cm", "40 cm", "36 cm"))
    # it stands ready all year, and is kept up
    p.at(ago(18)).every(tank, "change", days=5, share="20 %")
    cup = p.every(tank, "skimmer", days=3)
    for day in (13, 8, 3):
        tasks.change_water(p.at(ago(day, 17)).actor, uid=p.uid(), tank=tank, share="20 %", task=None, put_back=False, happened_at=None)
    note_upkeep(p.at(ago(1, 18)).actor, uid=p.uid(), tank=tank, kind="", standing_task=cup, note="", happened_at=None)
    note_upkeep(p.at(ago(1, 18, 20)).actor, uid=p.uid(), tank=tank, kind="glass", standing_task=None, note="the front only", happened_at=None)
    looked = Looked(signs={"flat_grey_sheen": False, "white_spots_countable": False, "clamped_fins": False, "rapid_breathing": True, "eating_normally": True})
    looks.record_inspection(
        p.at(ago(2, 11)).actor, uid=p.uid(), water="marine", species="clownfish", fish_count=2, seller="the harbour importer", looked=looked,
        note="Asked to have them held a week.", happened_at=None,
    )  # fmt: skip
    p.at(ago(0, 8)).fish(tank, "royal_gramma", 3, supplier="the harbour importer")
    p.fish(tank, "firefish", 3, dead=1, ordered=4, supplier="the harbour importer")


def _vat(maren: Player, ivo: Player, ago: Any, now: datetime) -> None:
    tank = maren.at(ago(40)).tank("V", "Vat", "coldwater_pond", ("150 cm", "80 cm", "50 cm"))
    shubunkins = maren.at(ago(20, 11)).fish(tank, "shubunkin", 40, plus_minus=3, supplier="the mill pond, before frost")
    ivo.at(ago(8, 17)).look(
        shubunkins, "flashing:6 clamped_fins eating_normally", "white_spots_countable gold_grey_dust red_open_sores", water=("9.5", "7.6", "0", "0.1")
    )
    ivo.at(ago(6, 8)).lose(shubunkins, 1)
    ivo.at(ago(4, 15)).recount(shubunkins, 37, 1, "Three times over, from the plank.")
    # the days of a course in cold water follow the thermometer of that day
    reader = maren.at(ago(3, 18)).actor
    readings.record_reading(reader, uid=maren.uid(), tank=tank, typed=TypedTest(temperature="9.5"))
    running = maren.at(ago(3, 19)).start(shubunkins, "two_rounds", "skin_flukes")
    maren.follow(running, until=ago(0, 2))
    ivo.at(ago(1, 18)).observe(shubunkins, "less", "calm")
    tasks.change_water(ivo.at(ago(0, 10, 30)).actor, uid=ivo.uid(), tank=tank, share="45 %", task=None, put_back=False, happened_at=None)
