"""The words in which a journey is told: a house with invented tanks and fish, and what a keeper does in it."""

from __future__ import annotations

import json
from datetime import date, timedelta
from typing import Any
from urllib.parse import urlencode
from uuid import uuid4

from django.test import Client
from django.utils import timezone
from selenium.webdriver.remote.webelement import WebElement

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.accounts.services import read_cautions
from tests.browser.base import BrowserCase


class Walk(BrowserCase):
    """Maren's fishroom, empty. What stood there before a journey is put there by the API; the journey itself is walked on the screen."""

    def setUp(self) -> None:
        super().setUp()
        self.maren = Keeper(username="maren", display_name="Maren V.", kit_basis="ion")
        self.maren.set_unusable_password()
        self.maren.save()
        self.room = Fishroom.objects.create(name="Alder Lock", time_zone="Europe/London")
        Membership.objects.create(fishroom=self.room, keeper=self.maren, role="owner")
        read_cautions(self.maren, now=timezone.now())
        self.client_of_maren = Client()
        self.client_of_maren.force_login(self.maren, backend="django.contrib.auth.backends.ModelBackend")
        self.enter_as(self.maren)

    # what stood there before

    def put(self, path: str, body: dict[str, Any]) -> str:
        """Something that stood there before; its id."""
        answer = self.client_of_maren.post(
            f"/api/rooms/{self.room.uid}/{path}", json.dumps({"write_id": str(uuid4()), **body}), content_type="application/json"
        )
        self.assertEqual(answer.status_code, 200, answer.content)
        return str(answer.json()["uid"])

    def tank(self, name: str, water: str = "freshwater_tropical", *, net: str, **more: Any) -> str:
        return self.put("tanks", {"name": name, "water_type": water, "measured_net_volume": net, **more})

    def fish(self, tank: str, species: str, count: int, *, days_ago: int = 0, **more: Any) -> str:
        came = self.day(-days_ago).isoformat()
        return self.put(f"tanks/{tank}/groups", {"species": species, "count": count, "arrived_on": came, **more})

    def read(self, tank: str, **what: str) -> None:
        self.put(f"tanks/{tank}/readings", what)

    def day(self, ahead: int) -> date:
        return timezone.localdate() + timedelta(days=ahead)

    def ago(self, days: float, hours: float = 0) -> str:
        """An hour that has been, as the API takes it."""
        return (timezone.now() - timedelta(days=days, hours=hours)).isoformat()

    # what the keeper does

    def one_word(self, element: WebElement) -> str:
        """What stands on something, without the spaces that only set it."""
        return "".join(element.text.split())

    def measures(self, what: str = "dose", **fields: str) -> None:
        """Open Measure with its fields filled, as a link of the house does."""
        named = {name.replace("__", "."): value for name, value in fields.items()}
        self.open(f"/measure?{urlencode({'what': what, **named})}")

    def slip_says(self, *words: str) -> None:
        """The slip stands there and holds these words or figures."""
        for part in words:

            def said(wanted: str = "".join(part.split())) -> bool:
                return bool(self.all("[data-testid='measured']")) and wanted in self.one_word(self.tid("measured"))

            self.until(said, f"{part!r} on the slip")

    def answers_all(self) -> None:
        """What must be confirmed first is so."""
        self.press(self.tid("confirm-all"))

    def treats(self, group: str, *, condition: str = "", school: str = "") -> None:
        """Choose a course: against what, and in which way."""
        self.open(f"/courses/for/{group}{f'?condition={condition}' if condition else ''}")
        if school:
            self.press(self.until(lambda: next((e for e in self.all("[data-testid^='school-']") if school in e.text), None), f"the school {school}"))

    def starts(self) -> None:
        """Confirm what is asked, and begin."""
        for box in self.all("[data-testid^='confirm-']"):
            if not box.is_selected():
                self.press(box)
        self.press(self.tid("start-course"))

    def closes(self) -> None:
        self.until(lambda: not self.shown("[role=dialog]"), "the form to close")

    def makes_bath(self, group: str, *, use: str, water: str) -> str:
        """Make a bath ready, up to the match of the waters; its id."""
        self.open(f"/baths?group={group}")
        self.choose("bath-use", use)
        self.fill("Water in the vessel", water)
        self.press(self.driver.find_element("id", "bath-sure"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        return self.driver.current_url.rsplit("/", 1)[-1].split("?")[0]

    def walks_to_the_match(self) -> None:
        while (
            self.until(lambda: self.all("[data-testid='next-step'], [data-testid='match'], [data-testid='fish-in']"), "a step")[0].get_attribute("data-testid")
            == "next-step"
        ):
            self.press(self.tid("next-step"))

    def matches(self, *figures: str) -> None:
        """What both thermometers, and where it matters both meters, say."""
        inputs = self.shown("form input")
        for field, text in zip(inputs, figures, strict=False):
            field.clear()
            field.send_keys(text)
        self.press(self.tid("match"))
