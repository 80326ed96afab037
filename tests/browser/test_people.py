"""People in the browser: an owner invites, one comes in by the link, helps, and is removed."""

from __future__ import annotations

from pennywort.accounts.models import Keeper, Membership
from pennywort.courses.models import Case, Course
from pennywort.fish.models import Observation
from pennywort.people.models import Invitation
from tests.browser.test_screens import DemoCase


class People(DemoCase):
    def test_invited_helping_and_removed(self) -> None:
        self.enter_as(self.maren)
        self.open("/settings")
        self.fill("Invite", "Lio")
        self.press(self.tid("invite"))
        link = self.until(lambda: self.all("[data-testid='invitation-address']"), "the link")[0].text
        self.sees("invited as helper")
        self.driver.delete_all_cookies()
        self.driver.get(link)
        self.sees("Maren V. invites you into Alder Lock, as helper")
        self.assertEqual(self.field("Your name").get_attribute("value"), "Lio")
        self.fill("Sign-in name", "lio")
        self.fill("Password", "short")
        self.press(self.tid("join"))
        self.sees("too short")
        self.fill("Password", "a long enough word")
        self.press(self.tid("join"))
        self.press(self.tid("cautions-read"))
        lio = Keeper.objects.get(username="lio")
        self.assertEqual(Membership.objects.get(keeper=lio).role, "helper")
        # an observation is his to make, the end of a course is not
        self.open("/round")
        self.press("eats less")
        self.press(self.tid("round-next"))
        self.until(lambda: Observation.objects.filter(recorded_by=lio).exists(), "his entry")
        case = Case.objects.get(tank__name="Sluice")
        self.open(f"/records/{case.uid}")
        self.press("Stop: Salt with raised temperature")
        self.press("Stop the course")
        self.sees("You are helper here: this is a keeper’s or an owner’s to do. Nothing was written.")
        self.assertFalse(Course.objects.filter(case=case, stopped_at__isnull=False).exists())
        # the link serves once
        self.driver.get(link)
        self.sees("This invitation was used already, taken back, or is too old.")
        self.driver.delete_all_cookies()
        self.enter_as(self.maren)
        self.open("/settings")
        self.sees("1 entry in thirty days")
        self.press(self.one("[aria-label='Remove Lio']"))
        self.press(self.one("[role=dialog] .p-button-danger"))
        self.until(lambda: not Membership.objects.filter(keeper=lio).exists(), "him to be out")
        # one whose sign-in has ended is not let in by what his browser kept of it
        self.driver.delete_all_cookies()
        self.open("/settings")
        self.sees("Sign in")
        self.assertIn("to=/settings", self.driver.current_url)
        self.assertEqual(self.driver.execute_script("return Object.keys(localStorage).filter((k) => k.startsWith('pennywort-session '))"), [])
        self.assertEqual((Invitation.objects.get().used_by, Observation.objects.filter(recorded_by=lio).count()), (lio, 1))
