"""What is typed of a water, and what must not change under a course."""

from __future__ import annotations

from uuid import uuid4

from pennywort.tanks.models import WaterReading
from tests.api.room import TANK, RoomCase


class Salinity(RoomCase):
    def read(self, typed: str, *, status: int = 200) -> float | str:
        told = self.send(f"tanks/{self.weir}/readings", {"salinity": typed}, status=status)
        return float(WaterReading.objects.latest("pk").salinity_g_per_kg or 0.0) if status == 200 else str(told["field"])

    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank(water_type="brackish")

    def test_grams_and_gravities_are_told_apart(self) -> None:
        """1.0 is grams, three decimals are a hydrometer's, and pure water holds none; 1.025 at 25 over 25 degC is about 34 g/kg (TEOS-10)."""
        self.assertEqual([self.read(t) for t in ("1.0", "1.0 g/kg", "1", "12.5", "1.000 sg", "1.000")], [1.0, 1.0, 1.0, 12.5, 0.0, 0.0])
        for typed in ("1.025", "1.025 SG"):
            self.assertAlmostEqual(float(self.read(typed)), 33.6, delta=0.3)

    def test_what_may_be_either_is_asked(self) -> None:
        self.assertEqual([self.read(t, status=422) for t in ("1.02", "1,025", "0.99")], ["salinity"] * 3)
        self.assertEqual(WaterReading.objects.count(), 0)
        self.assertEqual(self.read("1.02 g/kg"), 1.02)

    def test_a_shown_figure_can_be_sent_again(self) -> None:
        """One gram goes out into the file as 1.0, and comes back into another tank as one gram."""
        self.read("1 g/kg")
        text = self.client_of().get(self.url(f"tanks/{self.weir}/tests.csv")).content.decode()
        self.assertIn("1.0", text)
        other = self.tank(name="Sluice", water_type="brackish")
        self.assertEqual(self.send(f"tanks/{other}/tests-csv", {"text": text, "basis": "ion"})["kept"], 1)
        self.assertEqual(list(WaterReading.objects.values_list("salinity_g_per_kg", flat=True)), [1.0, 1.0])


class OwnTests(RoomCase):
    def test_the_tests_of_a_tank_brought_back_into_it_are_there_already(self) -> None:
        weir = self.tank()
        self.send(f"tanks/{weir}/readings", {"ammonia": "0.25", "ph": "7.4", "note": "=cloudy"})
        self.later(hours=1)
        self.send(f"tanks/{weir}/readings", {"ammonia": "0.25", "ph": "7.4"})
        text = self.client_of().get(self.url(f"tanks/{weir}/tests.csv")).content.decode()
        told = self.send(f"tanks/{weir}/tests-csv", {"text": text})
        self.assertEqual((told["kept"], told["known"], WaterReading.objects.count()), (0, 2, 2))
        # another figure at the same second is another test
        told = self.send(f"tanks/{weir}/tests-csv", {"text": text.replace("0.25", "0.50")})
        self.assertEqual((told["kept"], WaterReading.objects.count()), (2, 4))


class UnderACourse(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.fish = self.group(self.weir, count=3)

    def test_nobody_is_treated_where_none_are_left(self) -> None:
        self.later(days=2)
        self.send(f"groups/{self.fish}/losses", {"count": 3})
        body = {"protocol": "salt_and_warmth", "condition": "ich", "confirmed": list(range(6)), "vet_word": True, "reason": "few, and watched"}
        self.assertIn("None of them are left", self.send(f"groups/{self.fish}/courses", body, status=409)["detail"])
        # what was begun while they lived can still be written down
        before = (self.clock.replace(hour=8)).isoformat()
        self.send(f"groups/{self.fish}/courses", {**body, "starts_at": before})

    def test_the_kind_of_water_stays_as_long_as_a_course_runs(self) -> None:
        course = self.course(self.fish)
        changed = {**TANK, "water_type": "coldwater_pond"}
        told = self.send(f"tanks/{self.weir}", changed, method="put", status=409)
        self.assertEqual(told["field"], "water_type")
        self.send(f"tanks/{self.weir}", {**TANK, "name": "Weir pool"}, method="put")
        self.send(f"courses/{course['uid']}/stop", {"reason": "moved"})
        self.send(f"tanks/{self.weir}", changed, method="put")


class ByMeasureAlone(RoomCase):
    """A bowl has no length: 42 L by buckets are a tank, give or take 2 % (common practice)."""

    BOWL = {"name": "Bowl", "water_type": "freshwater_tropical", "measured_net_volume": "42 L"}

    def test_a_tank_by_its_measured_water(self) -> None:
        bowl = self.send("tanks", self.BOWL)["uid"]
        told = self.get(f"tanks/{bowl}")
        volume = told["volume"]
        self.assertEqual([(volume[n]["figure"], volume[n]["unit"]) for n in ("net", "uncertainty")], [("42.0", "L"), ("840", "mL")])
        self.assertEqual((volume["measured"], volume["less_words"], [t["label"] for t in volume["trace"]]), (True, "", ["net water, measured"]))
        self.assertEqual([told["typed"][n] for n in ("length", "width", "water_depth", "measured_net_volume")], ["", "", "", "42.0 L"])
        # a dose meets it: 1 g/L
        dose = self.ask("measure", {"kind": "dose", "use": "nacl_1", "tank": bowl, "target": "1 g/L", "confirmed": True})
        self.assertIn("42", dose["amounts"][0]["exact"]["figure"])
        # and it is changed as it was made
        self.send(f"tanks/{bowl}", {**self.BOWL, "measured_net_volume": "40 L"}, method="put")
        self.assertEqual(self.get(f"tanks/{bowl}")["volume"]["net"]["figure"], "40.0")

    def test_two_sides_are_no_box(self) -> None:
        for more, field in (
            ({"length": "60 cm", "width": "30 cm"}, "water_depth"), ({"water_depth": "30 cm"}, "length"), ({"measured_net_volume": "0"}, "measured_net_volume"),
            ({"measured_net_volume": ""}, "length"), ({"measured_net_volume": "-3 L"}, "measured_net_volume"),
            ({"measured_net_volume": "nan"}, "measured_net_volume"),
        ):  # fmt: skip
            with self.subTest(more=more):
                self.assertEqual(self.send("tanks", {**self.BOWL, **more}, status=422)["field"], field)
                self.assertEqual(
                    self.ask("volume", {k: v for k, v in {**self.BOWL, **more}.items() if k not in ("name", "water_type")}, status=422)["field"], field
                )

    def test_its_case_travels(self) -> None:
        bowl = self.send("tanks", self.BOWL)["uid"]
        fish = self.group(bowl, count=3)
        self.send(f"groups/{fish}/looks", {"signs": {"flashing": True}})
        case = self.get("cases")["cases"][0]["uid"]
        text = self.client_of().get(self.url(f"cases/{case}/file")).content.decode()
        url = self.url("cases/import", self.elsewhere)
        answer = self.client_of(self.stranger).post(url, {"write_id": str(uuid4()), "text": text}, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        broken = text.replace('"length_cm": 0.0', '"length_cm": 60.0', 1)
        answer = self.client_of(self.stranger).post(url, {"write_id": str(uuid4()), "text": broken}, content_type="application/json")
        self.assertEqual(answer.status_code, 422)
