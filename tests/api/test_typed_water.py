"""What is typed of a water, and what must not change under a course."""

from __future__ import annotations

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
