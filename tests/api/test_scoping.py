"""Nobody without a membership sees or guesses anything: one test that walks every route."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from uuid import uuid4

from django.test import Client
from django.urls import get_resolver
from django.urls.resolvers import URLPattern, URLResolver

from pennywort.people.models import Feed
from tests.api.room import RoomCase

OPEN = {"api/", "api/session", "api/session/link", "api/set-up", "api/time-zones", "api/join", "api/join/look"}


METHODS = ("GET", "POST", "PUT", "PATCH", "DELETE")


def routes(resolver: URLResolver | None = None, prefix: str = "") -> Iterator[str]:
    """Every API route, read from the URL configuration itself."""
    for pattern in (resolver or get_resolver()).url_patterns:
        if isinstance(pattern, URLResolver):
            yield from routes(pattern, prefix + str(pattern.pattern))
        elif isinstance(pattern, URLPattern) and prefix.startswith("api/"):
            yield prefix + str(pattern.pattern)


class Scoping(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        tank = self.tank()
        group = self.group(tank)
        made = self.course(group)
        task = self.due()[0]["task"]
        self.ids = {
            "room_id": str(self.room.uid),
            "tank_id": tank,
            "group_id": group,
            "case_id": made["case"],
            "course_id": made["uid"],
            "task_id": task,
            "bath_id": str(uuid4()),
            "protocol_id": "own_salt",
            "feed_id": str(Feed.objects.create(fishroom=self.room, recorded_at=self.clock, recorded_by=self.maren, keeper=self.maren, name="x").uid),
            "condition_id": "ich",
            "active_id": "formalin",
            "photo_id": self.photo(group),
            "individual_id": str(self.send(f"groups/{group}/individuals", {"name": "Tin"})["uid"]),
            "instrument_id": str(self.send("instruments", {"kind": "thermometer", "name": "T1", "tank": tank})["uid"]),
            "invitation_id": str(uuid4()),
            "standing_id": str(self.send(f"tanks/{tank}/standing", {"kind": "glass", "every_days": 7})["uid"]),
            "gear_id": str(self.send("gear", {"name": "net 1", "kind": "net", "home": tank})["uid"]),
            "order_id": str(self.send("orders", {"species": "guppy", "count": 3, "expected_on": "2026-12-01"})["uid"]),
            "username": "ivo",
            "size": "small",
            "shape": "koi",
            "drawn": "dust",
        }

    def fill(self, route: str, ids: dict[str, str]) -> str:
        for name, value in ids.items():
            route = re.sub(rf"<(uuid:|uuidstr:|str:)?{name}>", value, route)
        self.assertNotIn("<", route, "a route with a parameter this test does not know")
        return f"/{route}"

    def statuses(self, ids: dict[str, str], *, by: object) -> dict[str, int]:
        client = self.client_of(by)  # type: ignore[arg-type]
        found = {}
        for route in set(routes()):
            if "room_id" not in route:
                continue
            for method in METHODS:
                body = json.dumps({"write_id": str(uuid4())})
                answer = client.generic(method, self.fill(route, ids), body, content_type="application/json")
                if answer.status_code != 405:
                    found[f"{method} {route}"] = answer.status_code
        return found

    def test_the_walk_reaches_the_whole_api(self) -> None:
        found = set(routes())
        self.assertGreaterEqual(len(found), 46)
        self.assertIn("api/rooms/<uuid:room_id>/tasks/<uuidstr:task_id>/dose", found)

    def test_a_stranger_gets_404_everywhere(self) -> None:
        """Whoever does not belong can't tell this fishroom from one that never was, whatever the body he sends."""
        seen = self.statuses(self.ids, by=self.stranger)
        nowhere = self.statuses({**self.ids, "room_id": str(uuid4())}, by=self.stranger)
        allowed = {404, 422}
        self.assertEqual({k: v for k, v in seen.items() if v not in allowed}, {})
        self.assertEqual(seen, nowhere)

    def test_a_complete_request_of_a_stranger_is_404_too(self) -> None:
        """With bodies that would pass: the answer is still that there is no such fishroom."""
        for path, body in (
            (f"tanks/{self.ids['tank_id']}/groups", {"species": "guppy", "count": 3}),
            (f"tasks/{self.ids['task_id']}/dose", {"amount": "10 g"}),
            (f"groups/{self.ids['group_id']}/looks", {"signs": {"flashing": True}}),
            (f"cases/{self.ids['case_id']}/close", {"outcome": "lost"}),
            ("cases/import", {"text": "{}"}),
            ("strike", {"ledger": "dose", "entry": str(uuid4())}),
        ):
            with self.subTest(path):
                self.assertEqual(self.send(path, body, by=self.stranger, status=404)["type"], "urn:pennywort:not-found")

    def test_another_fishrooms_ids_are_404_in_ones_own(self) -> None:
        """The stranger, inside his own fishroom, asks for this one's tank, group, case, course and task."""
        mine = self.statuses({**self.ids, "room_id": str(self.elsewhere.uid)}, by=self.stranger)
        for name, status in mine.items():
            if "_id>/" in name.split("room_id>/", 1)[1] or name.endswith("_id>"):
                with self.subTest(name):
                    self.assertIn(status, (404, 422))
        for path, body in ((f"tasks/{self.ids['task_id']}/dose", {"amount": "10 g"}), (f"groups/{self.ids['group_id']}/losses", {"count": 1})):
            url = self.url(path, self.elsewhere)
            answer = self.client_of(self.stranger).post(url, json.dumps({"write_id": str(uuid4()), **body}), content_type="application/json")
            self.assertEqual(answer.status_code, 404)

    def test_nobody_gets_in_without_signing_in(self) -> None:
        client = Client(headers={"host": "127.0.0.1"})
        for route in set(routes()) - OPEN:
            for method in METHODS:
                with self.subTest(f"{method} {route}"):
                    answer = client.generic(method, self.fill(route, self.ids), "{}", content_type="application/json")
                    self.assertIn(answer.status_code, (401, 405))
                    self.assertEqual(answer["Content-Type"], "application/problem+json")

    def test_an_address_that_is_none_is_a_problem_document(self) -> None:
        answer = self.client_of().get("/api/rooms/not-an-id/today")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (404, "application/problem+json"))
