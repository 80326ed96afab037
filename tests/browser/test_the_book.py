"""The book in the browser: a whole case to release, a group from recount to leaving, files cut and whole, a silent thermometer."""

from __future__ import annotations

import json
from datetime import timedelta
from pathlib import Path
from uuid import uuid4
from zoneinfo import ZoneInfo

from django.conf import settings
from django.utils import timezone
from PIL import Image
from selenium.webdriver.common.keys import Keys

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.accounts.services import read_cautions
from pennywort.archive.export import write_archive
from pennywort.courses.models import Case
from pennywort.fish.models import Group, Leaving, Loss, Move, Observation, Photo, Recount
from pennywort.instruments import services
from pennywort.instruments.models import Instrument
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank, WaterReading
from tests.browser.chromium import PHONE
from tests.browser.test_screens import DemoCase


class Book(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.enter_as(self.maren)

    def choose_by_label(self, label: str, part: str) -> None:
        control = next(e for e in self.all(f"[aria-label='{label}']"))
        self.press(control)
        self.press(self.option(part))

    def picture(self) -> str:
        path = Path(self.folder) / "fish.jpg"
        Image.new("RGB", (320, 200), (60, 80, 90)).save(path)
        return str(path)

    def test_a_typed_date_is_read_or_refused(self) -> None:
        """The loss typed with a date nobody can read stays in its dialog; with one that can be read it lies on that day."""
        group = self.paddle
        before = Loss.objects.count()
        self.open(f"/fish/{group.uid}")
        self.press(self.tid("ask-loss"))
        self.fill("Found", "24th, in the evening")
        self.field("Found").send_keys(Keys.TAB)
        self.sees("This can’t be read as a day and an hour.")
        self.field("Found").send_keys(Keys.ENTER)
        self.assertEqual(self.field("Found").get_attribute("value"), "24th, in the evening")
        self.assertEqual(Loss.objects.count(), before)
        day = timezone.now().astimezone(ZoneInfo(group.fishroom.time_zone)) - timedelta(days=2)
        self.fill("Found", f"{day:%d.%m.%Y} 21.30")
        self.sees(f"{day:%a} {day.day} {day:%b %Y}, 21:30")
        self.field("Found").send_keys(Keys.ENTER)
        loss = self.until(lambda: Loss.objects.standing().filter(group=group).order_by("-pk").first() if Loss.objects.count() > before else None, "the loss")
        self.assertEqual(loss.happened_at, day.replace(hour=21, minute=30, second=0, microsecond=0))

    def test_a_group_from_its_book(self) -> None:
        """A loss with all that is known and a picture; a recount that misses one; one put down; the rest given away."""
        group = self.paddle
        self.open(f"/fish/{group.uid}")
        self.press(self.tid("ask-loss"))
        self.press(self.tid("more-loss"))
        self.choose_by_label("Which", "the pale one")
        self.choose_by_label("During", "disease")
        self.choose_by_label("Suspected", "Columnaris")
        self.one("input[type=file]").send_keys(self.picture())
        self.press(self.tid("save-loss"))
        self.sees("the pale one lost, found dead, during disease")
        loss = Loss.objects.standing().filter(group=group, fish="the pale one").get()
        picture = self.until(lambda: Photo.objects.filter(loss=loss).first(), "its picture")
        self.assertEqual((loss.cause_id, picture.group_id), ("columnaris", group.pk))
        self.until(lambda: not self.all("[role=dialog]"), "the form to go")
        self.press(self.tid("ask-recount"))
        self.fill("Counted", "7")
        self.press(self.tid("save-recount"))
        self.sees("The book said 8: 1 missing.")
        self.assertEqual(Recount.objects.filter(group=group).count(), 1)
        self.press(self.tid("ask-end"))
        self.choose_by_label("Method", "by a veterinarian")
        self.sees("The surest.")
        self.press("yes")
        self.press(self.tid("save-end"))
        self.sees("1 lost, put down, by a veterinarian")
        self.press(self.tid("ask-leave"))
        self.fill("To", "the school’s tank")
        self.press(self.tid("save-leaving"))
        self.sees("None of 12 are left.")
        self.assertEqual(Leaving.objects.get(group=group).count, 6)
        self.press("strike out")
        self.one("[role=dialog]")
        self.assert_accessible("strike out of a book")

    def test_two_groups_of_a_kind_are_put_together(self) -> None:
        """Six more pandas from another van: nine and six are fifteen, and one book."""
        first = self.paddle
        by = {"fishroom": first.fishroom, "recorded_at": timezone.now(), "recorded_by": self.maren}
        more = Group.objects.create(
            uid=uuid4(), tank=first.tank, species_id=first.species_id, species_name=first.species_name, arrived_on=timezone.localdate(), count=6, **by
        )
        self.open(f"/fish/{more.uid}")
        self.sees("6 panda corydoras of 6 in Paddle.")
        self.press(self.tid("ask-merge"))
        self.sees("are one group from now on")
        self.assert_accessible("put together")
        self.press(self.tid("save-merge"))
        self.until(lambda: self.driver.current_url.endswith(f"/fish/{first.uid}"), "the book of all")
        self.sees("6 put together with others of their kind")
        self.sees("15 panda corydoras")
        self.open(f"/fish/{more.uid}")
        self.sees("None of 6 are left.")
        self.assertEqual(self.all("[data-testid='ask-merge']"), [])

    def test_a_whole_case_to_release(self) -> None:
        """Signs, a course, its end, weeks of watching, the gate, the move: the story, the look back and the vet's sheet tell it."""
        weir = Tank.objects.get(name="Weir")
        group = Group.objects.get(tank=weir)
        case = Case.objects.get(group=group)
        self.open(f"/release/{group.uid}")
        self.sees("things are missing; waiting alone is not enough")
        # what time does, the test does: they came forty days ago and nothing has been seen for thirty
        day = timedelta(days=1)
        Group.objects.filter(pk=group.pk).update(arrived_on=timezone.now().date() - 40 * day)
        self.open(f"/records/{case.uid}")
        self.press(self.tid("close-case"))
        self.press("cured")
        self.fill("What you would tell the next keeper", "Two rounds were enough.")
        self.press(self.tid("save-close"))
        self.sees("cured after")
        self.press("how did it do?")
        self.press("improved")
        self.press(self.tid("save-outcome"))
        self.sees("improved")
        back = self.tid("look-back").text
        self.assertIn("That is what it was.", back)
        self.assertIn("doses given", back)
        self.press("For the vet")
        self.sees("What was given")
        actor = Actor(keeper=self.maren, fishroom=Fishroom.objects.get(), now=timezone.now())
        entry = {"fishroom": actor.fishroom, "recorded_at": actor.now, "recorded_by": self.maren, "group": group}
        for n in range(3):
            Observation.objects.create(uid=uuid4(), happened_at=actor.now - n * day, appetite="all", **entry)
        self.open(f"/release/{group.uid}")
        self.press(self.tid("release-to"))
        self.press(self.option("Leat"))
        self.until(lambda: self.all("[data-testid='check-yes']"), "what is met")
        self.sees("5 small feeds a day")
        self.press("Move them all the same" if "Move them all the same" in self.text() else "Move them over")
        self.until(lambda: self.all("[role=dialog]"), "the move")
        # the tank that was chosen at the gate stands chosen, and against the gate a reason is asked and kept
        self.until(lambda: "Leat" in self.tid("move-to").text, "the display, still chosen")
        self.sees("The release is not open yet.")
        self.fill("Why all the same", "the heater in Weir failed")
        self.press(self.tid("save-move"))
        self.until(lambda: Move.objects.filter(group=group, to_tank__name="Leat").exists(), "the move")
        self.open(f"/fish/{group.uid}")
        self.press(self.tid("ask-scuffle"))
        self.fill("By whom", "the rainbowfish")
        self.press(self.tid("save-scuffle"))
        self.sees("Chased by the rainbowfish")

    def test_an_archive_cut_in_half_and_then_whole(self) -> None:
        actor = Actor(keeper=self.maren, fishroom=Fishroom.objects.get(name="Alder Lock"), now=timezone.now())
        content = write_archive(actor).read()
        other = Keeper.objects.create(username="tove", display_name="Tove")
        read_cautions(other, now=timezone.now())
        room = Fishroom.objects.create(name="New Lock")
        Membership.objects.create(fishroom=room, keeper=other)
        self.enter_as(other)
        half, whole = Path(self.folder) / "half.zip", Path(self.folder) / "whole.zip"
        half.write_bytes(content[: len(content) // 2])
        whole.write_bytes(content)
        self.open("/records")
        self.tid("archive-file").send_keys(str(half))
        self.until(lambda: "cut short" in self.tid("archive-failed").text, "why it failed")
        self.assertFalse(Tank.objects.filter(fishroom=room).exists())
        self.tid("archive-file").send_keys(str(whole))
        self.until(lambda: self.all("[data-testid='archive-done']"), "the end of it")
        self.sees("5 open, 10 closed.")
        self.assertEqual(Tank.objects.filter(fishroom=room).count(), 11)
        pictures = {p.name.split(".")[0] for p in (Path(settings.PHOTO_ROOT) / str(room.uid)).glob("*.jpg")}
        self.assertEqual(pictures, {str(u) for u in Photo.objects.filter(fishroom=room).values_list("uid", flat=True)})
        self.tid("archive-file").send_keys(str(whole))
        self.until(lambda: "not empty" in self.tid("archive-failed").text, "that it is not empty any more")

    def test_tests_from_a_file_and_an_instrument_let_in(self) -> None:
        sill = Tank.objects.get(name="Sill")
        before = WaterReading.objects.filter(tank=sill).count()
        good, bad = Path(self.folder) / "tests.csv", Path(self.folder) / "bad.csv"
        good.write_text("when,temperature,nitrate\n2026-01-03 18:00,25.2,45\n")
        bad.write_text("when,temperature,nitrate\n2026-01-03 18:00,25.2\n")
        self.open(f"/tanks/{sill.uid}/water")
        self.tid("tests-file").send_keys(str(bad))
        self.sees("Line 2 has too few columns, or too many: the file is cut.")
        self.tid("tests-file").send_keys(str(good))
        self.until(lambda: "1 test kept" in self.tid("tests-brought").text, "that it is kept")
        self.assertEqual(WaterReading.objects.filter(tank=sill).count(), before + 1)
        self.open("/instruments")
        self.choose_by_label("What", "thermometer")
        self.choose_by_label("In which tank", "Sill")
        self.fill("Its name", "T1")
        self.press(self.tid("make-instrument"))
        token = self.until(lambda: self.tid("instrument-token").text, "the token")
        now = timezone.now()
        line = json.dumps({"at": now.isoformat(), "measure": "temperature_c", "value": -127})
        services.ingest(services.by_token(token), line, form="ndjson", now=now)
        self.open("/instruments")
        self.until(lambda: "not believed" in self.tid("instrument-T1").text, "that it is not believed")
        self.press("revoke")
        self.sees("None speaks here yet.")
        self.assertIsNotNone(Instrument.objects.get().revoked_at)

    def test_looking_for_words_by_key_on_any_screen(self) -> None:
        self.open("/tanks")
        self.driver.find_element("tag name", "body").send_keys("/")
        field = self.tid("timeline-words")
        self.until(lambda: self.driver.switch_to.active_element == field, "the cursor in it")
        field.send_keys("dust torch")
        self.until(lambda: "hold “dust torch”" in self.text(), "what was found")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("pale one")
        self.press(self.until(lambda: next((e for e in self.all("[data-testid='place']") if "corydoras" in e.text), None), "where it leads"))
        self.sees("From order to now")

    def test_a_picture_of_the_round_on_a_phone(self) -> None:
        self.size(*PHONE)
        self.open("/round")
        fish = self.until(lambda: self.all("[data-testid^='camera-']"), "a camera")[0]
        fish.find_element("css selector", "input").send_keys(self.picture())
        self.sees("1 picture, one more")
        self.press("fed")
        self.press(self.tid("round-more"))
        self.tid("round-ph").send_keys("7.4")
        before = Photo.objects.count()
        self.press(self.tid("round-next"))
        self.until(lambda: Photo.objects.count() == before + 1, "the picture")
        self.until(lambda: WaterReading.objects.filter(ph=7.4, temperature_c=None).exists(), "the reading")
        self.until(lambda: Observation.objects.filter(fed="usual", appetite="").exists(), "that they were fed")
