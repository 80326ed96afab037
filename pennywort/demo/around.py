"""What stands around the cure in the invented fishroom: a tank made ready for an order, its filter, and gear that went from tank to tank."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from pennywort.contacts.gear import add_gear, note_contact
from pennywort.demo.player import Player
from pennywort.fish.orders import place_order
from pennywort.readiness.filter import begin_filter, feed_filter
from pennywort.readiness.setup import tick
from pennywort.tanks.models import Tank
from pennywort.tanks.services import TypedTest, add_reading

# days ago what was put in place; days ago what the kit said: ammonia, nitrite, nitrate, as the ions
TICKED = ((14, ("leak",)), (13, ("covered", "lid")), (11, ("hides", "air")), (10, ("thermometer", "light", "floor_bare", "flow")), (5, ("badge",)))
READ = ((11, "2.4", "0.05", "5"), (9, "2.1", "0.4", "5"), (7, "1.4", "1.6", "5"), (5, "0.5", "3.2", "10"), (3, "0.1", "4.0", "10"), (1, "0.05", "3.6", "15"))


def lade(maren: Player, ivo: Player, ago: Any) -> None:
    """Six yellow tangs come on Saturday; the sponge from the display will not be ready for them."""
    tank = maren.at(ago(16)).tank("M4", "Lade", "marine", ("120 cm", "50 cm", "45 cm"), measured_net_volume="246 L")
    room = maren.actor.fishroom
    day = maren.actor.local(ago(0)).date()
    place_order(
        maren.actor, uid=maren.uid(), species="yellow tang", count=6, count_plus_minus=0, supplier="the harbour importer",
        expected_on=day + timedelta(days=4), tank=tank.uid, note="",
    )  # fmt: skip
    for days, items in (
        (14, ("leak",)),
        (13, ("covered", "lid")),
        (11, ("hides", "air")),
        (10, ("thermometer", "light", "floor_bare", "flow")),
        (5, ("badge",)),
    ):
        for item in items:
            tick(ivo.at(ago(days, 17)).actor, uid=ivo.uid(), tank=tank, item=item, note="", happened_at=None)
    tideway = Tank.objects.get(fishroom=room, name="Tideway")
    begin_filter(
        maren.at(ago(12, 18)).actor, uid=maren.uid(), tank=tank, origin="sponge", from_tank=tideway.uid, seasoned_since=day - timedelta(days=20),
        note="", happened_at=None,
    )  # fmt: skip
    feed_filter(maren.actor, uid=maren.uid(), tank=tank, ammonia="2.6 mg/L", counted_as="nh4", feed="", happened_at=None)
    for days, ammonia, nitrite, nitrate in READ:
        typed = TypedTest(ammonia=ammonia, nitrite=nitrite, nitrate=nitrate, temperature="25.4", basis="ion")
        add_reading(maren.at(ago(days, 18)).actor, uid=maren.uid(), tank=tank, typed=typed)


def gear(maren: Player, ivo: Player, ago: Any) -> None:
    """A net of Paddle's own that was used elsewhere, a siphon that was disinfected between."""
    room = maren.actor.fishroom
    tanks = {t.name: t for t in Tank.objects.filter(fishroom=room)}
    made = {}
    maren.at(ago(30))
    for name, kind, home in (("net 1", "net", "Leat"), ("net 2", "net", "Paddle"), ("the long siphon", "siphon", ""), ("blue bucket", "bucket", "Sluice")):
        made[name] = maren.uid()
        add_gear(maren.actor, uid=made[name], name=name, kind=kind, home=tanks[home].uid if home else None)

    def touch(p: Player, days: float, hour: int, kind: str, name: str = "", *, to: str = "", of: str = "", note: str = "") -> None:
        note_contact(
            p.at(ago(days, hour)).actor, uid=p.uid(), kind=kind, gear=made.get(name), from_tank=tanks[of].uid if of else None,
            tank=tanks[to].uid if to else None, note=note, happened_at=None, confirmed=True,
        )  # fmt: skip

    touch(maren, 7, 18, "water", of="Leat", to="Paddle", note="20 L, to fill it up")
    touch(ivo, 5, 9, "used", "the long siphon", to="Paddle")
    touch(ivo, 5, 10, "used", "the long siphon", to="Weir")
    touch(ivo, 4, 19, "disinfected", "the long siphon")
    touch(maren, 3, 8, "used", "the long siphon", to="Sluice")
    touch(maren, 2, 8, "used", "net 2", to="Vat", note="caught the one with a torn fin")
