"""What to do first, from a reading to its tasks; fish of other shapes; how much of a sign, over days; a kind on no list; whose law."""

from __future__ import annotations

from datetime import timedelta

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from pennywort.accounts.models import Fishroom
from pennywort.courses.models import Case, Course, Task
from pennywort.fish.models import Group, Look, OwnSpecies
from tests.browser.chromium import PHONE
from tests.browser.test_look import Looking


class First(Looking):
    def pick(self, words: str) -> None:
        """An option of the list that is open."""
        self.press(self.option(words, whole=True))

    def choose_by_label(self, label: str, words: str) -> None:
        self.press(self.one(f"[role=combobox][aria-label='{label}']"))
        self.pick(words)


class Emergencies(First):
    def test_oxygen_from_the_reading_to_the_task(self) -> None:
        """1.5 mg/L and gasping: air leads, and one press keeps the look and opens the course that makes tasks of it."""
        self.open(f"/look/{self.grammas.uid}")
        self.sees("Today’s round")
        self.mark("gasping_at_surface", 0)
        self.fill("oxygen", "1.5")
        self.until(lambda: self.all("[data-testid='mend-oxygen']"), "what mends the oxygen")
        self.assertEqual(self.all("[data-testid^='act-']")[0].get_attribute("data-testid"), "act-more_air")
        self.assertNotIn("apart, in clean water", self.tid("meanwhile").text.split("Not now")[0])
        self.press(self.tid("tasks-oxygen"))
        self.until(lambda: "/courses/for/" in self.driver.current_url, "the course")
        self.sees("air before all else")
        self.assertEqual(self.kept(self.grammas).signs["low_oxygen_measured"], True)
        for box in self.until(lambda: self.all("[data-testid^='confirm-'] input"), "what is to be ticked"):
            self.driver.execute_script("if (!arguments[0].checked) arguments[0].click()", box)
        self.press(self.until(lambda: self.tid("start-course"), "the start"))
        self.until(lambda: Course.objects.filter(protocol_id="emergency_oxygen").exists(), "the course to run")
        running = Course.objects.get(protocol_id="emergency_oxygen")
        titles = list(Task.objects.filter(course=running).order_by("due_at", "place").values_list("title", flat=True))
        self.assertIn("Air stone on full", titles[0])
        self.assertTrue(Case.objects.filter(group=self.grammas, closed_at=None).exists())

    def test_what_contradicts_itself_is_asked(self) -> None:
        self.open(f"/look/{self.grammas.uid}")
        self.fill("salinity", "1.001")
        self.sees("Read again: salinity")
        self.sees("So little salt is no sea water")


class Shapes(First):
    def plate(self, shape: str) -> str:
        """What stands on the plate once this shape was drawn."""
        self.until(lambda: len(self.all("[data-testid='plate'] path")) > 20, f"a plate of a {shape}")
        return self.tid("plate").get_attribute("data-drawn") or ""

    def paths(self) -> int:
        return len(self.all("[data-testid='plate'] g path"))

    def test_a_seahorse_a_loach_and_a_tang_have_their_own(self) -> None:
        counts = {}
        for species, shape in (("lined_seahorse", "seahorse"), ("kuhli_loach", "eel_like"), ("yellow_tang", "tang")):
            group = Group.objects.filter(species_id=species).latest("pk")
            self.open(f"/look/{group.uid}")
            self.plate(shape)
            counts[shape] = self.paths()
            for place in ("back_flank", "fins", "eye", "mouth", "gill_cover"):
                self.until(lambda p=place: self.all(f"[data-testid='place-{p}']"), place)  # type: ignore[misc]
        self.assertEqual(len(set(counts.values())), 3)

    def test_a_discus_before_buying_with_what_was_marked_on_it(self) -> None:
        self.open("/look/before-buying")
        self.fill("Fish", "discus")
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ESCAPE)
        self.press("Look at them")
        self.sees("On arrival, from top to tail")
        self.plate("discus")
        self.mark("white_spots_countable", 0)
        self.until(lambda: self.tid("plate").get_attribute("data-drawn") == "grains_few", "grains on the plate")
        self.until(lambda: len(self.all("[data-testid='plate'] circle.gr")) > 9, "grains that can be counted")
        grains = len(self.all("[data-testid='plate'] circle.gr"))
        self.assertLess(grains, 60)
        self.assertNotIn("The log", self.one("[data-testid='next-look']").text)
        # how it is seen, beside its words
        self.press(self.one("[data-testid='sign-white_spots_countable'] button.name"))
        self.until(lambda: self.all("[data-testid='lens'] circle.gr"), "the sign seen near")
        # and no mark, no grain
        self.mark("white_spots_countable", 1)
        self.until(lambda: not self.all("[data-testid='plate'] circle.gr"), "the grains to go")

    def test_the_ranking_stays_in_view_while_one_marks_further_down(self) -> None:
        self.open(f"/look/{self.paddle.uid}")
        self.sees("Today’s round")
        self.driver.execute_script("window.scrollTo(0, 1200)")
        self.until(lambda: 0 <= self.tid("ranking").rect["y"] - self.driver.execute_script("return window.scrollY") < 700, "the ranking in view")


class Sizes(First):
    def test_compared_over_days(self) -> None:
        self.open(f"/look/{self.grammas.uid}")
        self.mark("flat_grey_sheen", 0)
        self.press(self.tid("size-flat_grey_sheen-1"))
        self.press(self.tid("save-look"))
        self.until(lambda: Look.objects.filter(group=self.grammas).exists(), "the first look")
        first = self.kept(self.grammas)
        self.assertEqual(first.sizes, {"flat_grey_sheen": 1})
        # a day ago, as far as the record goes
        Look._base_manager.filter(pk=first.pk).update(happened_at=first.happened_at - timedelta(days=1))
        Case.objects.filter(group=self.grammas).update(opened_at=first.happened_at - timedelta(days=1, minutes=1))
        self.size(*PHONE)
        self.open(f"/look/{self.grammas.uid}")
        self.until(lambda: self.tid("size-flat_grey_sheen-1").get_attribute("aria-pressed") == "true", "the size taken over")
        name = self.one("[data-testid='sign-flat_grey_sheen'] button.name").rect
        for i in (1, 2, 3):
            size = self.tid(f"size-flat_grey_sheen-{i}").rect
            self.assertLessEqual(size["x"] + size["width"], name["x"] + name["width"] + 1, f"size {i} is cut off on a phone")
        self.press(self.tid("size-flat_grey_sheen-3"))
        self.press(self.tid("keep-here"))
        self.until(lambda: Look.objects.filter(group=self.grammas).count() == 2, "the second look")
        self.size(1280, 800)
        self.open(f"/look/{self.grammas.uid}/days")
        self.until(lambda: "slight, now severe" in self.tid("progress").text, "the sizes compared")
        self.assertIn("worse", self.tid("progress").text)


class OnNoList(First):
    def test_a_kind_is_asked_once_and_kept(self) -> None:
        self.open(f"/tanks/{self.grammas.tank.uid}")
        self.press("Fish arrive")
        self.fill("Fish", "moonlit blenny")
        self.until(lambda: self.shown(".p-autocomplete-overlay"), "the list to say that it has none")
        self.driver.switch_to.active_element.send_keys(Keys.TAB)
        self.choose_by_label("What kind of fish", "blennies")
        self.fill("How many came", "2")
        self.press(self.tid("save-group"))
        self.until(lambda: OwnSpecies.objects.filter(name="moonlit blenny").exists(), "the kind to be kept")
        group = Group.objects.get(species_name="moonlit blenny")
        self.open(f"/look/{group.uid}")
        self.sees("blennies")


class WhoseLaw(First):
    def test_said_once_in_the_settings(self) -> None:
        self.open("/settings")
        self.press(self.tid("set-law"))
        self.pick("the United Kingdom")
        self.until(lambda: Fishroom.objects.get().law == "uk", "it to be kept")
