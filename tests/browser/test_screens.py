"""Every screen with the demo fishroom: axe finds nothing, it fits a phone, keys and errors work."""

from __future__ import annotations

from unittest.mock import patch

from django.utils import timezone
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.accounts.services import make_link
from pennywort.courses.models import Case, Course, Dose
from pennywort.fish.models import Group
from pennywort.tanks.models import Tank
from tests.browser.base import BrowserCase
from tests.browser.chromium import DESKTOP, PHONE
from tests.browser.demo import PASSWORD, demo_house


class DemoCase(BrowserCase):
    """The demo fishroom, and the addresses of its screens."""

    def setUp(self) -> None:
        super().setUp()
        demo_house()
        self.maren, self.ivo = Keeper.objects.get(username="maren"), Keeper.objects.get(username="ivo")
        self.paddle = Group.objects.get(tank__name="Paddle")
        self.sluice = Group.objects.get(tank__name="Sluice")

    def screens(self) -> dict[str, str]:
        tank, case = Tank.objects.get(name="Sluice"), Case.objects.get(tank__name="Sluice")
        return {
            "today": "/",
            "tanks": "/tanks",
            "new tank": "/tanks/new",
            "tank": f"/tanks/{tank.uid}",
            "measures": f"/tanks/{tank.uid}/measures",
            "tank card": f"/tanks/{tank.uid}/card",
            "look list": "/look",
            "look": f"/look/{self.paddle.uid}",
            "look on arrival": f"/look/{Group.objects.get(species_id='royal_gramma').uid}?mode=arrival",
            "over the days": f"/look/{self.paddle.uid}/days",
            "one fish over the days": f"/look/{Group.objects.get(species_id='firefish', tank__name='Tideway').uid}/days",
            "before buying": "/look/before-buying",
            "conditions": "/conditions",
            "side by side": "/conditions/columnaris/or/saprolegnia",
            "measure": "/measure?active=formalin",
            "worksheet": "/measure/sheet",
            "formulary": "/measure/formulary",
            "an active": "/measure/formulary/permanganate",
            "two buckets": "/measure?what=dips",
            "shelf": "/shelf",
            "courses": "/courses",
            "protocols": "/courses/protocols",
            "baths": "/baths",
            "round": "/round",
            "batches": "/records/batches",
            "release": f"/release/{self.paddle.uid}",
            "book of a group": f"/fish/{Group.objects.get(tank__name='Vat').uid}",
            "water over time": f"/tanks/{Tank.objects.get(name='Sill').uid}/water",
            "first steps": "/emergency?what=heater",
            "made ready": f"/tanks/{Tank.objects.get(name='Lade').uid}/ready",
            "what touched what": f"/tanks/{self.paddle.tank.uid}/trace",
            "gear": "/gear",
            "instruments": "/instruments",
            "time line": "/records/timeline?words=paddle",
            "vet sheet": f"/records/{Case.objects.get(tank__name='Paddle').uid}/vet",
            "supplier sheet": "/records/supplier",
            "protocol": "/courses/protocols/salt_and_warmth",
            "tank under copper": f"/tanks/{Tank.objects.get(name='Sill').uid}",
            "choose, by weight": f"/courses/for/{self.sluice.uid}?condition=ich",
            "choose, vet": f"/courses/for/{self.sluice.uid}?condition=skin_flukes",
            "what if": f"/courses/{Course.objects.get(tank__name='Sill', stopped_at=None).uid}/what-if?stop_day=9&less_water=15%25",
            "rehearse": "/rehearse",
            "the eye": "/rehearse/eye",
            "more": "/more",
            "choose, nothing yet": f"/courses/for/{self.sluice.uid}",
            "records": "/records",
            "case": f"/records/{case.uid}",
            "closed case": f"/records/{Case.objects.filter(tank__name='Tideway').earliest('opened_at').uid}",
            "condition": f"/conditions/columnaris?group={self.paddle.uid}",
            "settings": "/settings",
            "nowhere": "/no/such/page",
        }

    def walk(self, part: int) -> None:
        """Open every third screen and let axe look at it: by day, in the colours of the night, and on a phone, where nothing is wider than the window."""
        self.enter_as(self.maren)
        self.open("/more")
        for name, path in list(self.screens().items())[part::3]:
            with self.subTest(screen=name):
                self.go(path)
                self.assert_accessible(name)
                # the same page in other colours
                self.driver.execute_script("document.documentElement.classList.add('night')")
                self.assert_accessible(f"{name}, by night", only="color-contrast")
                # it stood there all the while
                self.assertFalse(self.driver.execute_script("return document.documentElement.classList.toggle('night')"), name)
                self.size(*PHONE)
                self.assert_accessible(f"{name}, on a phone")
                self.assert_fits(name)
                self.size(*DESKTOP)


# three classes, so that they run beside each other
class EveryThird(DemoCase):
    def test_axe_finds_nothing_and_nothing_is_wider_than_the_window(self) -> None:
        self.walk(0)


class EveryThirdFromTheSecond(DemoCase):
    def test_axe_finds_nothing_and_nothing_is_wider_than_the_window(self) -> None:
        self.walk(1)


class EveryThirdFromTheThird(DemoCase):
    def test_axe_finds_nothing_and_nothing_is_wider_than_the_window(self) -> None:
        self.walk(2)


class Screens(DemoCase):
    def test_axe_finds_nothing_in_the_dialogs(self) -> None:
        self.enter_as(self.maren)
        self.open("/more")
        tank = Tank.objects.get(name="Sluice")
        for path, presses in (
            (f"/tanks/{tank.uid}", ("Fish arrive", "Water test", "Water change", "Observe", "Loss")),
            (f"/records/{Case.objects.get(tank__name='Sluice').uid}", ("Close the case", "Stop: Salt with raised temperature", "strike out")),
            (f"/fish/{self.paddle.uid}", ("Put down", "Sold, given, released", "Counted anew", "Chased", "name one")),
            ("/", ("other amount", "correct", "Change 50 %")),
        ):
            for words in presses:
                if words == "correct":
                    continue
                with self.subTest(words):
                    self.go(path)
                    self.press(words)
                    self.one("[role=dialog]")
                    self.assert_accessible(words)
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ESCAPE)
        self.go("/settings")
        self.driver.find_element(By.TAG_NAME, "body").send_keys("?")
        self.sees("night colours, and day again")
        self.assert_accessible("keys")

    def test_first_use_shows_the_words_of_caution(self) -> None:
        Keeper.objects.update(cautions_read_at=None)
        self.enter_as(self.maren)
        self.open("/")
        self.sees("This is not veterinary advice.")
        self.sees("Ornamental fish only.")
        self.assert_accessible("cautions")
        self.accept_cautions()
        self.driver.refresh()
        self.one("[data-testid='strip-Sluice']")
        self.assertEqual(self.all("[data-testid='cautions-read']"), [])

    def test_signing_in_by_form_and_by_link(self) -> None:
        self.open("/records")
        self.assert_accessible("sign in")
        self.fill("Sign-in name", "maren")
        self.fill("Password", "wrong")
        self.press("Sign in")
        self.sees("Name and password don’t fit together.")
        self.fill("Password", PASSWORD)
        self.press("Sign in")
        self.sees("5 open, 10 closed.")
        self.until(self.kept_of_the_room, "something to be kept for walking without a connection")
        self.press("Maren V.")
        self.press("Sign out")
        self.one("input[type=password]")
        self.until(lambda: not self.kept_of_the_room(), "nothing to be kept for whoever comes next")
        self.driver.get(f"{self.live_server_url}/enter#{make_link(self.ivo, now=timezone.now())}")
        self.one("[data-testid='strip-Sluice']")
        self.assertIn("Ivo K.", self.text())

    def kept_of_the_room(self) -> list[str]:
        told = """const done = arguments[0]
            caches.keys().then((names) => Promise.all(names.map((n) => caches.open(n).then((c) => c.keys()))))
                .then((found) => done(found.flat().map((r) => r.url).filter((url) => url.includes('/api/rooms/'))))"""
        return list(self.driver.execute_async_script(told))

    def test_what_another_version_was_answered_is_not_kept(self) -> None:
        """It may be of another shape than this version reads."""
        self.driver.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": self.live_server_url, "storageTypes": "service_workers,cache_storage"})
        self.enter_as(self.maren)
        self.driver.get(f"{self.live_server_url}/api/session")
        names = "caches.keys().then(arguments[0])"
        self.driver.execute_async_script("caches.open('pennywort-answers-of-old').then(() => arguments[0]())")
        self.assertIn("pennywort-answers-of-old", self.driver.execute_async_script(names))
        self.open("/")
        self.until(lambda: "pennywort-answers-of-old" not in self.driver.execute_async_script(names), "what is old to go")

    def test_today_tells_how_things_stand(self) -> None:
        self.enter_as(self.maren)
        self.open("/")
        self.one("[data-testid='strip-Vat']")
        self.assertIn("below range", self.tid("strip-Vat").text)
        self.assertIn("in range", self.tid("strip-Sluice").text)
        plot = self.one("[data-testid='strip-Sluice'] svg.plot")
        self.assertIn("Sluice: 11 cherry barbs, salt, in range, 1.99 g/L", plot.get_attribute("aria-label"))  # type: ignore[arg-type]
        self.assertIn("due", self.one("header .sentence").text)
        self.assertTrue(self.all(".night") == [])

    def test_two_keepers_press_the_same_dose(self) -> None:
        """Ivo's dose is recorded behind Maren's back: her press records nothing and tells her who was quicker."""
        self.enter_as(self.maren)
        self.open("/")
        self.one("[data-testid='due-dose']")
        count = Dose.objects.count()
        from pennywort.courses.models import Task
        from pennywort.courses.services.tasks import give_dose
        from pennywort.records.actor import Actor

        for task in Task.objects.filter(kind="dose", done_at=None, due_at__lt=timezone.now(), course__stopped_at=None).select_related("course__tank"):
            actor = Actor(keeper=self.ivo, fishroom=Fishroom.objects.get(), now=timezone.now())
            give_dose(actor, uid=task.uid, task=task, amount=f"{task.dose_mg} mg", confirm_unusual=False, happened_at=None, corrects=None)
        given = Dose.objects.count() - count
        self.press("Gave 33 mg")
        self.press(self.tid("save-dose"))
        self.sees("Ivo K. has done this already, at ")
        self.assertEqual(Dose.objects.count(), count + given)

    def test_what_a_page_asks_first_is_asked_once(self) -> None:
        """Asked while its script is on the way, and taken by it: where the two addresses differed it would be asked twice."""
        self.enter_as(self.maren)
        room, asked = Fishroom.objects.get(name="Alder Lock").uid, "return performance.getEntriesByType('resource').map((r) => new URL(r.name).pathname)"
        for path, asks in (
            ("/", [f"/api/rooms/{room}/today", "/api/session"]),
            (f"/look/{self.paddle.uid}", [f"/api/rooms/{room}/groups/{self.paddle.uid}/look"]),
            ("/measure?active=formalin", [f"/api/rooms/{room}/tanks", f"/api/rooms/{room}/shelf", "/api/reference/actives"]),
        ):
            self.open(path)
            # an answer is counted when it is there
            self.until(lambda asks=asks: set(asks) <= set(self.driver.execute_script(asked)), "all of them to be answered")  # type: ignore[misc]
            self.settled()
            told = self.driver.execute_script(asked)
            self.assertEqual([told.count(a) for a in asks], [1] * len(asks), path)

    def test_screens_by_their_keys_and_night_by_its_own(self) -> None:
        self.enter_as(self.maren)
        self.open("/")
        self.one("[data-testid='strip-Sluice']")
        body = self.driver.find_element(By.TAG_NAME, "body")
        for key, path in (("2", "/tanks"), ("3", "/look"), ("4", "/measure"), ("5", "/courses"), ("6", "/shelf"), ("7", "/records"), ("1", "/")):
            body.send_keys(key)
            self.until(lambda path=path: self.driver.current_url == f"{self.live_server_url}{path}", path)  # type: ignore[misc]
        body.send_keys("n")
        self.until(lambda: "night" in (self.one("html").get_attribute("class") or ""), "night")
        self.assertTrue(Keeper.objects.get(username="maren").night)

    def test_units_change_what_is_read(self) -> None:
        self.enter_as(self.maren)
        self.open("/settings")
        self.press("US gallons")
        self.press("°F")
        self.until(lambda: Keeper.objects.get(username="maren").temperature_unit == "f", "the setting to be kept")
        self.open(f"/tanks/{Tank.objects.get(name='Sluice').uid}")
        self.sees("23.1 US gal of water")
        self.sees("81.0 °F")

    def test_units_change_what_was_read_before(self) -> None:
        """A page of the reference that the browser has kept, too: it is told anew in the degrees of today."""
        self.enter_as(self.maren)
        self.open("/conditions/carp_edema")
        self.sees("°C")
        self.press(self.one("a[href='/settings']"))
        self.press("°F")
        self.until(lambda: Keeper.objects.get(username="maren").temperature_unit == "f", "the setting to be kept")
        self.driver.back()
        self.sees("°F")
        self.assertNotIn("°C", self.driver.find_element(By.TAG_NAME, "main").text)

    def test_a_page_asks_each_question_once(self) -> None:
        """What Today, a look and Measure ask first is asked by the page itself, before any script is read; the script takes that answer."""
        self.enter_as(self.maren)
        self.open("/")
        entries = "performance.getEntriesByType('resource')"
        begun = f"return {entries}.filter((e) => e.name.includes('/api/')).map((e) => [e.name.split(/rooms.[^/]*/).pop(), e.startTime])"
        # modules are run once the page is read
        read = "return performance.getEntriesByType('navigation')[0].domInteractive"
        for path, first in (("/", "/today"), (f"/look/{self.paddle.uid}", f"/groups/{self.paddle.uid}/look?fish="), ("/measure", "/shelf")):
            self.open(path)
            self.until(lambda first=first: any(name == first for name, _ in self.driver.execute_script(begun)), f"{first} to be asked")  # type: ignore[misc]
            # what follows a key does so a tenth of a second after it
            self.driver.execute_async_script("setTimeout(arguments[0], 600)")
            asked = self.driver.execute_script(begun)
            names = [name for name, _ in asked]
            self.assertEqual([name for name in names if names.count(name) > 1], [], path)
            self.assertLess(next(at for name, at in asked if name == first), self.driver.execute_script(read), path)
            # a style that is asked for as a script is refused by the browser
            self.assertEqual([e["message"] for e in self.driver.get_log("browser") if "MIME" in e["message"]], [], path)  # type: ignore[no-untyped-call]

    def test_older_cases_are_shown_on_a_press(self) -> None:
        self.enter_as(self.maren)
        with patch("pennywort.cases.api.CLOSED_AT_A_TIME", 4):
            self.open("/records")
            for shown in (9, 13, 15):
                self.until(lambda shown=shown: len(self.all("[data-testid^='case-']")) == shown, f"{shown} cases")  # type: ignore[misc]
                self.assertIn("5 open, 10 closed.", self.text())
                if shown < 15:
                    self.press("Show older cases")
            self.assertEqual(self.all("[data-testid='older-cases']"), [])
            numbers = [int(e.text) for e in self.all(".cases tbody td:first-child")]
            self.assertEqual(numbers[5:], sorted(numbers[5:], reverse=True))
            self.assertEqual(sorted(numbers), list(range(1, 16)))

    def test_a_keeper_without_a_fishroom_is_told_so(self) -> None:
        Membership.objects.filter(keeper=self.ivo).delete()
        self.enter_as(self.ivo)
        self.driver.get(f"{self.live_server_url}/")
        self.sees("You belong to no fishroom.")

    def test_another_fishrooms_page_is_not_found(self) -> None:
        stranger = Keeper.objects.create(username="stranger", display_name="Stranger", cautions_read_at=timezone.now())
        Membership.objects.create(keeper=stranger, fishroom=Fishroom.objects.create(name="Elsewhere"))
        self.enter_as(stranger)
        self.open(f"/records/{Case.objects.first().uid}")  # type: ignore[union-attr]
        self.sees("There is no such case here.")
        self.open("/")
        self.sees("No tank is set up yet")
        self.assertNotIn("Sluice", self.text())
