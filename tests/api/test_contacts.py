"""Gear, what touched what, the warning at the press, and the trace from a sick tank."""

from __future__ import annotations

from typing import Any

from pennywort.courses.models import Task
from pennywort.tanks.models import Contact
from tests.api.room import COPPER, RoomCase


class Touching(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.paddle, self.weir, self.leat = (self.tank(name=n) for n in ("Paddle", "Weir", "Leat"))
        self.later(days=-60)
        self.barbs = self.group(self.weir)
        self.later(days=60)

    def net(self, name: str = "net 2", home: str | None = None) -> str:
        return str(self.send("gear", {"name": name, "kind": "net", "home": home})["uid"])

    def use(self, gear: str, tank: str, *, status: int = 200, **more: Any) -> Any:
        return self.send("contacts", {"kind": "used", "gear": gear, "tank": tank, **more}, status=status)

    def trace(self, tank: str, query: str = "") -> Any:
        return self.get(f"tanks/{tank}/trace{query}")


class Gear(Touching):
    def test_listed_named_anew_thrown_away_and_found(self) -> None:
        net = self.net(home=self.paddle)
        self.send("gear", {"name": "NET 2", "kind": "net"}, status=409)
        self.send(f"gear/{net}/mend", {"name": "the blue net", "home": self.weir})
        row = self.get("gear")["gear"][0]
        self.assertEqual((row["name"], row["kind_name"], row["home_name"]), ("the blue net", "net", "Weir"))
        self.send(f"gear/{net}/gone", {"gone": True})
        other = self.net("the blue net")
        self.send(f"gear/{net}/gone", {"gone": False}, status=409)
        self.send(f"gear/{other}/gone", {"gone": True})
        self.send(f"gear/{net}/gone", {"gone": False})
        for body, field in (({"name": " ", "kind": "net"}, "name"), ({"name": "x", "kind": "boat"}, "kind")):
            self.assertEqual(self.send("gear", body, status=422)["field"], field)

    def test_what_a_contact_needs(self) -> None:
        net = self.net()
        for body, field in (
            ({"kind": "used", "tank": self.weir}, "gear"),
            ({"kind": "dried"}, "gear"),
            ({"kind": "used", "gear": net}, "tank"),
            ({"kind": "water", "tank": self.weir}, "from_tank"),
            ({"kind": "hands", "from_tank": self.weir, "tank": self.weir}, "tank"),
            ({"kind": "used", "gear": net, "tank": self.weir, "happened_at": "2036-01-01T00:00:00Z"}, "happened_at"),
        ):
            with self.subTest(**body):
                self.assertEqual(self.send("contacts", body, status=422)["field"], field)
        self.assertEqual(Contact.objects.count(), 0)


class AtThePress(Touching):
    def test_a_net_from_a_tank_with_newcomers_is_asked_about(self) -> None:
        self.group(self.paddle, count=9)
        self.later(days=3)
        net = self.net(home=self.paddle)
        told = self.use(net, self.weir, status=422)
        self.assertEqual((told["type"], told["field"]), ("urn:pennywort:unusual", "tank"))
        self.assertIn("The fish of Paddle have been watched for 3 days.", told["detail"])
        self.use(net, self.weir, confirmed=True)
        # its own tank asks nothing, and neither does one whose fish came long ago
        self.use(net, self.paddle, confirmed=False)
        self.use(self.net("net 3", home=self.weir), self.leat)

    def test_disinfected_it_is_asked_about_no_more(self) -> None:
        self.group(self.paddle, count=9)
        net = self.net()
        self.use(net, self.paddle)
        self.use(net, self.leat, status=422)
        self.send("contacts", {"kind": "disinfected", "gear": net})
        self.use(net, self.leat)

    def test_a_case_is_named(self) -> None:
        sick = self.group(self.paddle, count=9)
        self.course(sick)
        net = self.net(home=self.paddle)
        self.assertIn("Paddle has white spot.", self.use(net, self.weir, status=422)["detail"])
        self.assertEqual(self.get("gear")["gear"][0]["carries"], ["Paddle has white spot."])
        self.assertIn("Paddle has white spot.", self.send("contacts", {"kind": "water", "from_tank": self.paddle, "tank": self.leat}, status=422)["detail"])

    def test_a_metal_stays_on_it_whatever_it_is_washed_with(self) -> None:
        sill = self.tank(name="Sill", water_type="marine")
        tideway = self.tank(name="Tideway", water_type="marine", has_invertebrates=True)
        sick = self.group(sill, species="royal_gramma")
        self.course(sick, "copper_30_strict", condition="marine_ich", products=COPPER)
        task = Task.objects.filter(kind="dose").order_by("due_at")[0]
        self.send(f"tasks/{task.uid}/dose", {"amount": "1 mL", "confirm_unusual": True})
        net = self.net()
        self.use(net, sill, confirmed=True)
        self.send("contacts", {"kind": "disinfected", "gear": net})
        self.assertIn("net 2 touched copper in Sill: never where invertebrates live.", self.use(net, tideway, status=422)["detail"])
        self.use(net, sill, confirmed=True)
        never = self.trace(sill)["gear"][0]["never"]
        self.assertIn("never into a tank with invertebrates (Tideway)", never[0])


class Tracing(Touching):
    def setUp(self) -> None:
        super().setUp()
        self.later(days=-10)
        self.sick = self.group(self.paddle, count=12)
        self.later(days=3)
        self.net_2 = self.net()
        self.use(self.net_2, self.paddle)
        self.later(hours=1)
        self.use(self.net_2, self.weir, confirmed=True)
        self.later(days=1)
        self.send(f"groups/{self.sick}/move", {"to": self.leat, "count": 2})
        self.later(days=3)
        self.course(self.sick)

    def test_fish_surely_gear_perhaps_in_order_and_until_when(self) -> None:
        """Fish came on Sat 14 Nov; the net on Tue 17 Nov, 28 days to Tue 15 Dec; two moved on Wed 18 Nov, to Wed 16 Dec."""
        told = self.trace(self.paddle)
        self.assertEqual(
            (told["since_on"], told["sentence"]), ("2026-11-14", "White spot may have gone from Paddle since Sat 14 Nov: surely Leat; perhaps Weir.")
        )
        rows = [(r["name"], r["likelihood"], r["watch_words"]) for r in told["rows"]]
        self.assertEqual(rows, [("Paddle", "", ""), ("Leat", "surely", "watch until Wed 16 Dec"), ("Weir", "perhaps", "watch until Tue 15 Dec")])
        self.assertEqual(
            [x["words"] for x in told["lines"]],
            ["Tue 17 Nov 15:20: net 2, from Paddle to Weir", "Wed 18 Nov 15:20: fish moved, from Paddle to Leat"],
        )
        self.assertEqual([(g["name"], g["likelihood"]) for g in told["gear"]], [("net 2", "surely")])
        self.assertEqual(told["untouched"], [])

    def test_from_another_day(self) -> None:
        told = self.trace(self.paddle, "?since=2026-11-18")
        self.assertEqual([r["name"] for r in told["rows"]], ["Paddle", "Leat"])
        self.assertEqual(told["untouched"], ["Weir"])
        self.get(f"tanks/{self.paddle}/trace?since=2036-01-01", status=422)
        self.get(f"tanks/{self.paddle}/trace?since=yesterday", status=422)

    def test_where_it_may_have_come_from(self) -> None:
        """Asked of Weir: the net brought what Paddle had."""
        self.assertEqual([c["words"] for c in self.trace(self.weir)["came"]], ["Tue 17 Nov 15:20: net 2, from Paddle to Weir"])

    def test_hands_of_the_round(self) -> None:
        """Who looked at Paddle and ten minutes later at another tank goes there with wet hands; the day after, washed."""
        bay = self.tank(name="Bay")
        fish = self.group(bay, count=3)
        self.send(f"groups/{self.sick}/observations", {"appetite": "less"})
        self.later(minutes=10)
        self.send(f"groups/{fish}/observations", {"appetite": "all"})
        told = self.trace(self.paddle)
        self.assertIn(("Bay", "hardly"), [(r["name"], r["likelihood"]) for r in told["rows"]])

    def test_one_water_is_one_row(self) -> None:
        self.tank(name="Sump twin", shares_water_with=self.leat)
        names = [r["name"] for r in self.trace(self.paddle)["rows"]]
        self.assertIn("Leat and Sump twin", names)

    def test_struck_out_it_never_touched(self) -> None:
        entry = Contact.objects.filter(tank__uid=self.weir).get().uid
        self.send("strike", {"ledger": "contact", "entry": str(entry)})
        self.assertEqual([r["name"] for r in self.trace(self.paddle)["rows"]], ["Paddle", "Leat"])

    def test_another_kind_of_water_is_said(self) -> None:
        sill = self.tank(name="Sill", water_type="marine")
        self.use(self.net_2, sill, confirmed=True)
        row = next(r for r in self.trace(self.paddle)["rows"] if r["name"] == "Sill")
        self.assertEqual(row["other_water"], "White spot does not live in this kind of water.")
