"""A shipped protocol is edited under a running course: the course goes on by what it was started with."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from unittest import mock

from pennywort.core.reference import library
from pennywort.courses.models import Course, KeptProtocol
from pennywort.courses.queries import kept_protocols
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.running import active_mg_in, kept_product, product_amount, product_of
from tests.api.room import COPPER, RoomCase

COURSE = "copper_30_strict"


@contextmanager
def edited() -> Iterator[None]:
    """The reference as a later release might have it: another clock, the first step gone, a narrower range."""
    found = library()
    shipped = found.courses[COURSE]
    assert shipped.clock is not None
    clock = shipped.clock.model_copy(update={"counts": "days", "slip": "pause", "length": "5 d"})
    changed = shipped.model_copy(update={"clock": clock, "steps": shipped.steps[1:], "name": "Another name"})
    active, use = found.uses["cu_2"]
    assert use.dose is not None
    narrow = use.model_copy(update={"dose": use.dose.model_copy(update={"low": 2.2, "high": 2.3})})
    with mock.patch.dict(found.courses, {COURSE: changed}), mock.patch.dict(found.uses, {"cu_2": (active, narrow)}):
        kept_protocols._shipped_digests.cache_clear()
        yield
    kept_protocols._shipped_digests.cache_clear()


class Kept(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(name="Sill", water_type="marine")
        self.fish = self.group(self.sill, species="royal_gramma", count=2)
        self.course(self.fish, COURSE, condition="marine_ich", products=COPPER)
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "5 mL"})
        self.later(days=1)

    def told(self) -> dict[str, Any]:
        """What Today says of the tank: its clock, its range, its days, what is due."""
        today = self.get("today")
        strip = next(s for s in today["strips"] if s["name"] == "Sill")
        due = [(d["title"], d["what"], d["press"], d["hangs_words"], d["text"]) for d in today["due"]]
        return {"days": strip["day_count"], "curves": strip["curves"], "state": strip["state_words"], "due": due, "tomorrow": today["tomorrow"]}

    def test_nothing_of_a_running_course_moves(self) -> None:
        before = self.told()
        self.assertEqual([c["low_mg_per_l"] for c in before["curves"]], [1.5])
        with edited():
            self.assertEqual(self.told(), before)
            # the next one goes by the new text
            weir = self.tank(name="Weir", water_type="marine")
            self.course(self.group(weir, species="royal_gramma", count=2), COURSE, condition="marine_ich", products=COPPER)
            strip = next(s for s in self.get("today")["strips"] if s["name"] == "Weir")
            newest = protocol_of(Course.objects.latest("pk"))
            self.assertEqual((newest and newest.name, strip["curves"][0]["low_mg_per_l"]), ("Another name", 2.2))
        self.assertEqual(KeptProtocol.objects.count(), 2)

    def test_it_goes_out_and_comes_in_with_the_case(self) -> None:
        """The file holds the whole protocol; where the reference is another the course of the file still goes by its own."""
        case = Course.objects.get().case
        file = self.client_of().get(self.url(f"cases/{case.uid}/file")).content.decode()
        with edited():
            self.room, kept = self.elsewhere, self.room
            self.send("cases/import", {"text": file}, by=self.stranger)
            self.room = kept
            brought = Course.objects.get(fishroom=self.elsewhere)
            protocol = protocol_of(brought)
            self.assertIsNotNone(protocol)
            self.assertEqual(protocol and protocol.model_dump(), protocol_of(Course.objects.get(fishroom=self.room)).model_dump())  # type: ignore[union-attr]
            self.assertEqual(brought.ranges_mg_per_l["copper"][:2], [1.5, 2.5])

    def test_a_course_of_an_earlier_version_goes_by_the_shipped_one(self) -> None:
        Course.objects.update(protocol_digest="", ranges_mg_per_l={})
        with edited():
            protocol = protocol_of(Course.objects.get())
            self.assertEqual(protocol and protocol.name, "Another name")

    def test_what_is_dosed_as_itself_is_kept_as_every_release_kept_it(self) -> None:
        """A course of an earlier release says "direct" of its product; a millilitre of it holds 399.6 mg (37 % by weight x 1.08 kg/L)."""
        earlier = {"name": "37 % solution, with methanol", "listed": "formalin_37", "mg_per_ml": None, "share": None, "each_mg": None, "piece": "tablet"}
        course = Course(products={"formalin": {**earlier, "direct": True, "asks": "", "form": ""}})
        self.assertAlmostEqual(active_mg_in(course, "formalin", 1.0), 399.6, places=6)
        self.assertEqual(product_amount(course, "formalin", 399.6), ("volume", 1.0))
        self.assertEqual(kept_product(product_of(course, "formalin")), course.products["formalin"])
