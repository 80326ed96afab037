"""A tank is kept up: planned once, done on Today by one press or by the form that is its own, and written down."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone

from pennywort.accounts.models import Keeper
from pennywort.tanks.models import StandingTask, Tank, Upkeep, WaterChange
from tests.browser.base import BrowserCase
from tests.browser.chromium import PHONE
from tests.browser.demo import demo_house


class KeptUp(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        demo_house()
        self.enter_as(Keeper.objects.get(username="maren"))
        self.pound = Tank.objects.get(name="Pound")

    def plan(self, what: str, *, every: str) -> None:
        self.opens(lambda: self.one("[data-testid='upkeep'] .presses button"))
        self.press(self.one("[role=dialog] .p-select"))
        self.press(self.one(f"[role=option][aria-label='{what}']"))
        self.fill("Every so many days", every)
        self.press(self.tid("save-standing"))
        self.until(lambda: not self.all("[role=dialog]"), "the form to close")

    def test_planned_on_its_tank_and_done_on_today(self) -> None:
        """A sponge every two weeks and a fifth of the water: a press for the one, its own form for the other."""
        self.open(f"/tanks/{self.pound.uid}")
        self.until(lambda: "Empty the skimmer cup" in self.text(), "what is planned already")
        self.sees("last ")
        # a change that was planned opens with its share; closed, any other change is a quarter as before
        for press, share in (("[aria-label='Change 20 %, Change water']", "Changed 20 %"), (".presses button:nth-of-type(3)", "Changed 25 %")):
            self.opens(lambda p=press: self.one(p))  # type: ignore[misc]
            self.until(lambda w=share: [b for b in self.all("[role=dialog] button") if b.text.startswith(w)], share)  # type: ignore[misc]
            self.press(self.one("[role=dialog] .p-dialog-close-button"))
            self.until(lambda: not self.all("[role=dialog]"), "the form to close")
        # a week without days is refused at its field
        self.opens(lambda: self.one("[data-testid='upkeep'] .presses button"))
        self.fill("Every so many days", "seven")
        self.press(self.tid("save-standing"))
        self.until(lambda: "Write for example" in self.one("[role=dialog]").text, "what is wrong")
        self.press(self.one("[role=dialog] .p-dialog-close-button"))
        self.until(lambda: not self.all("[role=dialog]"), "the form to close")
        self.plan("Squeeze out the sponge", every="14")
        self.sees("every two weeks")
        # one day less than have passed since the last: how many hangs on the hour at which the demo was made
        last = WaterChange.objects.filter(tank=self.pound).latest("happened_at").happened_at
        passed = (timezone.localdate() - timezone.localtime(last).date()).days
        StandingTask.objects.filter(kind="change").update(every_days=passed - 1)
        self.open("/")
        due = self.until(lambda: self.all("[data-testid='upkeep-due']"), "the upkeep")[0]
        self.assertIn("1 day late", due.text)
        self.press(self.one("[aria-label='Done, Pound, Squeeze out the sponge']"))
        self.until(lambda: "Pound: sponge squeezed out" in self.text(), "it among what is done")
        before = WaterChange.objects.count()
        self.press(self.one("[aria-label='Change 20 %, Pound, Change water']"))
        self.press(self.until(lambda: [b for b in self.all("[role=dialog] button") if b.text.startswith("Changed 20 %")], "the change")[0])
        self.until(lambda: not self.all("[data-testid='upkeep-due']"), "nothing of the upkeep to be due")
        self.assertEqual((WaterChange.objects.count(), Upkeep.objects.latest("pk").kind), (before + 1, "sponge"))

    def test_without_a_connection_a_press_waits(self) -> None:
        StandingTask.objects.filter(kind="skimmer").update(every_days=1)
        # in the evening the demo's last time lies after midnight, and nothing would be due today
        Upkeep._base_manager.filter(kind="skimmer").update(happened_at=timezone.now() - timedelta(days=2))
        self.open("/")
        self.until(lambda: self.all("[data-testid='upkeep-due']"), "the upkeep")
        before = Upkeep.objects.count()
        self.offline(True)
        self.press(self.one("[aria-label='Done, Pound, Empty the skimmer cup']"))
        self.sees("written down here; it is sent when there is a connection")
        self.assertEqual(Upkeep.objects.count(), before)
        self.offline(False)
        self.until(lambda: Upkeep.objects.count() == before + 1, "it to arrive")

    def test_written_down_on_a_phone_and_taken_back(self) -> None:
        self.size(*PHONE)
        self.open(f"/tanks/{self.pound.uid}")
        self.until(lambda: self.all("[data-testid='upkeep-done']"), "what was done")
        self.assert_fits("upkeep")
        self.opens(lambda: self.all("[data-testid='upkeep'] .presses button")[1])
        self.fill("What was done", "turned the wood")
        self.press(self.tid("save-upkeep"))
        self.until(lambda: "Turned the wood" in self.tid("upkeep-done").text, "it among what was done")
        self.press(self.one("[aria-label^='strike out: Turned the wood']"))
        self.until(lambda: "Turned the wood" not in self.tid("upkeep-done").text, "it to go")
