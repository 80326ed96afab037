"""Courses in the browser: fish that meet, clocks that begin again, protocols of one's own, calendar addresses, a shared sump."""

from __future__ import annotations

from datetime import timedelta

from django.test import Client
from django.utils import timezone

from pennywort.courses.models import Course, OwnProtocol, Task
from pennywort.fish.models import Group
from pennywort.people.models import Feed
from pennywort.tanks.models import Tank
from tests.browser.test_screens import DemoCase


class Courses(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.enter_as(self.maren)

    def choose(self, testid: str, words: str, *, whole: bool = True) -> None:
        super().choose(testid, words, whole=whole)

    def test_fish_move_and_the_clock_they_meet_begins_again(self) -> None:
        """Three grammas into the copper of Sill: told before, done once, and the end of copper moves with it."""
        course = Course.objects.get(tank__name="Sill")
        pound = Tank.objects.get(name="Pound")
        self.open(f"/tanks/{pound.uid}")
        self.press(self.one("[aria-label='Move royal gramma']"))
        self.choose("move-to", "Sill")
        self.until(lambda: "With these fish it begins again" in self.text(), "what the move does")
        self.assertIn("theirs begins again", self.tid("move-ahead").text)
        out = Task.objects.filter(course=course, title="Change half: copper out").order_by("due_at")
        before = out[0].due_at
        self.press(self.tid("save-move"))
        self.sees("3 royal grammas joined")
        self.assertEqual(Group.objects.get(species_id="royal_gramma").tank.name, "Sill")
        self.assertGreater(out.all()[0].due_at, before)
        self.open(f"/tanks/{Tank.objects.get(name='Sill').uid}")
        self.until(lambda: "3 royal grammas joined" in self.tid("slip-words").text, "what stopped the clock")

    def test_a_start_that_is_too_far_back_is_told_at_its_field_and_mended_there(self) -> None:
        group = Group.objects.get(species_id="royal_gramma")
        self.open(f"/courses/for/{group.uid}")
        self.until(lambda: self.all("[data-testid='start-course']"), "the slip")
        far, near = (timezone.now() - timedelta(days=days) for days in (90, 10))
        self.fill("Begins", f"{far:%Y-%m-%d} 10:00")
        self.sees("It began within the last sixty days, or begins within two weeks.")
        self.fill("Begins", f"{near:%Y-%m-%d} 10:00")
        self.until(lambda: self.all("[data-testid='start-course']"), "the slip again")
        self.press(self.tid("confirm-0"))
        self.press("Write it down")
        course = self.until(lambda: Course.objects.filter(case__group=group).first(), "the course")
        self.assertEqual(course.starts_at.date(), near.date())

    def test_the_gate_says_what_is_missing_and_leads_to_the_move(self) -> None:
        group = Group.objects.get(tank__name="Sluice")
        self.open(f"/tanks/{Tank.objects.get(name='Sluice').uid}")
        self.press("Release")
        self.until(lambda: "no treatment runs" in self.tid("gate").text, "the gate")
        self.assertIn("salt still in the water", self.tid("gate").text)
        self.assertIn("waiting alone is not enough", self.text())
        self.choose("release-to", "Leat")
        self.until(lambda: "temperature matched" in self.tid("gate").text, "the match with the destination")
        self.press("Move them all the same")
        self.until(lambda: self.all("[data-testid='save-move']"), "the move of these fish")
        self.assertIn("11 cherry barbs", self.text())
        self.assertEqual(Group.objects.get(pk=group.pk).tank.name, "Sluice")

    def test_the_ledger_and_the_life_cycle_stand_on_the_tank(self) -> None:
        self.open(f"/tanks/{Tank.objects.get(name='Sill').uid}")
        words = self.until(lambda: self.tid("ledger-copper").text, "the ledger")
        for part in ("in range, as reckoned", "1.50 mg/L to 2.50 mg/L", "where all of it went", "given", "expected"):
            self.assertIn(part, words)
        few = len(self.all("[data-testid='ledger-copper'] .lines tbody tr"))
        self.press(self.one("[data-testid='ledger-copper'] .link"))
        self.assertGreater(len(self.all("[data-testid='ledger-copper'] .lines tbody tr")), few)
        stages = self.tid("stages").text
        self.assertIn("White spot of sea water at 25", stages)
        self.assertIn("cyst on the bottom", stages)

    def test_a_protocol_is_copied_changed_kept_and_found_beside_the_schools(self) -> None:
        self.open("/courses")
        self.press("Protocols, and your own")
        self.press("Salt with raised temperature")
        area = self.tid("protocol-text")
        self.until(lambda: str(area.get_attribute("value")).startswith("id: own_salt_and_warmth"), "the text")
        self.until(lambda: "66.7 g" in self.tid("protocol-preview").text, "what it would do")
        text = str(area.get_attribute("value"))
        self.write(text.replace("kind: look", "kind: prayer", 1))
        self.until(lambda: "steps." in self.tid("protocol-preview").text, "the fault and its place")
        self.assertFalse(self.tid("keep-protocol").is_enabled())
        self.write(text.replace("name: Salt with raised temperature", "name: Our salt and warmth", 1).replace("value: 2.0", "value: 1.5", 1))
        self.until(lambda: "50 g" in self.tid("protocol-preview").text, "thirds of 150 g")
        self.press(self.tid("keep-protocol"))
        self.until(lambda: OwnProtocol.objects.exists() and "Our salt and warmth" in self.text(), "the own protocol on the list")
        group = Group.objects.get(tank__name="Paddle")
        self.open(f"/courses/for/{group.uid}?condition=ich")
        self.until(lambda: self.all("[data-testid='protocol-own_salt_and_warmth']"), "it among the schools")

    def write(self, text: str) -> None:
        """Put a whole text into the protocol's field, as a paste does."""
        script = "arguments[0].value = arguments[1]; arguments[0].dispatchEvent(new Event('input', {bubbles: true}))"
        self.driver.execute_script(script, self.tid("protocol-text"), text)

    def test_a_calendar_address_is_made_shown_once_and_revoked(self) -> None:
        self.open("/settings")
        self.fill("For which device", "wall tablet")
        self.press(self.tid("make-feed"))
        address = self.until(lambda: self.tid("feed-address").text.replace("\n", ""), "the address")
        path = address[address.index("/calendar/") :]
        self.assertIn(b"BEGIN:VEVENT", Client(headers={"host": "127.0.0.1"}).get(path).content)
        self.driver.refresh()
        self.until(lambda: self.all("[data-testid='feed']"), "the list")
        self.assertNotIn("/calendar/", self.text())
        self.press("Revoke")
        self.until(lambda: not self.all("[data-testid='feed']"), "it to go")
        self.assertIsNotNone(Feed.objects.get().revoked_at)
        self.assertEqual(Client(headers={"host": "127.0.0.1"}).get(path).status_code, 404)

    def test_two_tanks_on_one_sump_are_one_water(self) -> None:
        pound, sill = Tank.objects.get(name="Pound"), Tank.objects.get(name="Sill")
        whole = pound.net_volume_l + sill.net_volume_l
        self.open(f"/tanks/{pound.uid}/measures")
        self.until(lambda: self.field("Water depth").get_attribute("value"), "the old measures")
        self.choose("shares-water", "Sill")
        self.press("Keep these measures")
        self.until(lambda: f"{whole:.3g}" in self.tid("one-water").text, "the water of both")
        self.assertIn("One water with Sill", self.tid("one-water").text)
        pound.refresh_from_db()
        self.assertAlmostEqual(pound.net_volume_l, whole, places=3)
