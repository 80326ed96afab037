"""A tank is set up: by its measured water alone, and one like another."""

from __future__ import annotations

from pennywort.accounts.models import Keeper
from pennywort.tanks.models import Tank
from tests.browser.base import BrowserCase
from tests.browser.demo import demo_house


class SetUp(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        demo_house()
        self.enter_as(Keeper.objects.get(username="maren"))

    def test_a_bowl_by_its_buckets(self) -> None:
        """42 L, give or take 2 %: 840 mL. No box is drawn beside it."""
        self.open("/tanks/new")
        self.sees("measured by buckets or a meter, is enough")
        self.fill("Name", "Bowl")
        self.fill("Net, if measured", "42 L")
        self.until(lambda: "840 mL" in self.tid("volume").text, "the volume")
        self.assertNotIn("box", self.tid("volume").text)
        self.press(self.tid("save-tank"))
        self.until(lambda: Tank.objects.filter(name="Bowl").exists(), "the tank")
        self.assertEqual(Tank.objects.get(name="Bowl").net_volume_l, 42.0)

    def test_one_like_another(self) -> None:
        """Its measures and what runs on it come along, its name and its mark do not."""
        sill = Tank.objects.get(name="Sill")
        self.open(f"/tanks/{sill.uid}")
        self.press("Another like it")
        self.until(lambda: self.field("Length").get_attribute("value").startswith("50"), "its measures")  # type: ignore[union-attr]
        self.assertEqual((self.field("Name").get_attribute("value"), self.field("Short mark").get_attribute("value")), ("", ""))
        self.press(self.tid("save-tank"))
        self.sees("Give the tank a name")
        self.fill("Name", "Sill two")
        self.press(self.tid("save-tank"))
        two = self.until(lambda: Tank.objects.filter(name="Sill two").first(), "the tank")
        self.assertEqual((two.net_volume_l, two.water_type, two.shares_water_with_id), (sill.net_volume_l, sill.water_type, None))
