"""Every write of the API, walked from its own list, sent twice with one id: the same answer, and nothing is there twice."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import timedelta
from functools import cache
from typing import Any
from uuid import uuid4

from django.apps import apps
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction

from pennywort.accounts.models import Fishroom
from pennywort.courses.models import Course, Task
from pennywort.people.models import Feed, Invitation
from pennywort.site.api import api
from tests.api.room import LABEL, TANK, RoomCase, a_picture
from tests.api.test_baths import BATH
from tests.api.test_protocols import TEXT

# a secret is told once and not kept: its repeat is refused, and nothing more is made
ONCE = {"invite", "make_feed", "make_instrument"}
Made = tuple[str, dict[str, Any]]


@cache
def contract() -> dict[str, Any]:
    """Made once: of 185 routes it takes a second."""
    return dict(json.loads(json.dumps(api.get_openapi_schema(), default=str)))


def writes() -> dict[str, tuple[str, str]]:
    """Every operation whose body carries the id of a write: its method and path."""
    told = contract()
    found = {}
    for path, methods in told["paths"].items():
        for method, operation in methods.items():
            for content in operation.get("requestBody", {}).get("content", {}).values():
                named = content["schema"].get("$ref", "").split("/")[-1]
                schema = told["components"]["schemas"].get(named, content["schema"])
                if "write_id" in schema.get("properties", {}):
                    found[operation["operationId"]] = (method, path)
    return found


class WritesCase(RoomCase):
    """A fishroom in which every write can be made, and what to send for each."""

    def setUp(self) -> None:
        super().setUp()
        self.weir, self.sluice = self.tank(), self.tank(name="Sluice")
        self.barbs, self.others = self.group(self.weir), self.group(self.weir, count=3)
        self.course_made = self.course(self.barbs)
        self.sea = self.tank(name="Sill", water_type="marine")

    def url(self, path: str, room: Fishroom | None = None) -> str:
        """A path of this fishroom, or a whole one, of another."""
        return path if path.startswith("/api/") else super().url(path, room)

    def task(self, kind: str) -> str:
        return str(Task.objects.filter(kind=kind, done_at=None).order_by("due_at")[0].uid)

    def case_file(self) -> str:
        return self.client_of().get(self.url(f"cases/{self.course_made['case']}/file")).content.decode()

    def bath(self) -> str:
        request = {"kind": "dose", "use": BATH, "volume": "5 L", "confirmed": True, "product_confirmed": True}
        return str(self.send(f"groups/{self.barbs}/baths", {"request": request})["uid"])

    def bodies(self) -> dict[str, Callable[[], Made]]:
        """What to send to each operation; made when it is needed, because some want something there first."""
        fish, tank = f"groups/{self.barbs}", f"tanks/{self.weir}"
        end = {"count": 1, "method": "by_vet", "vet_asked": True}
        return self.bodies_of_readiness() | self.bodies_of_rehearsal() | self.bodies_of_instruments_and_baths() | {
            "set_law": lambda: ("law", {"law": ""}),
            "invite": lambda: ("people/invitations", {"name": "Lio", "role": "helper"}),
            "take_back_invitation": self.an_invitation,
            "set_role": lambda: ("people/ivo/role", {"role": "helper"}),
            "remove_person": lambda: ("people/ivo/remove", {}),
            "add_bottle": lambda: ("shelf/bottles", {"name": "peroxide", "active": "hydrogen_peroxide", "kind": "percent_w_w", "value": "3"}),
            "keep_label": lambda: ("shelf/labels", {"label": LABEL}),
            "add_tool": lambda: ("shelf/tools", {"name": "scale", "form": "scale", "mark": "10 mg", "holds": "200 g"}),
            "weigh_spoons": lambda: ("shelf/spoons", {"active": "sodium_chloride", "tablespoon": "15 g"}),
            "set_gone": lambda: ("shelf/gone", {"what": "tool", "uid": self.a_tool()}),
            "make_tank": lambda: ("tanks", {**TANK, "name": "New"}),
            "change_tank": lambda: (tank, {**TANK, "name": "Weir II"}),
            "plan_upkeep": lambda: (f"{tank}/standing", {"kind": "sponge", "every_days": "14"}),
            "end_upkeep": lambda: (f"standing/{self.send(f'{tank}/standing', {'kind': 'glass', 'every_days': '7'})['uid']}/end", {}),
            "note_upkeep": lambda: (f"{tank}/upkeep", {"kind": "glass"}),
            "add_observation": lambda: (f"{fish}/observations", {"appetite": "less"}),
            "add_loss": lambda: (f"{fish}/losses", {"count": 1}),
            "add_losses_over": lambda: (f"{fish}/losses-over", {"days": [{"on": "2026-11-24", "count": 1}]}),
            "add_humane_end": lambda: (f"{fish}/humane-ends", end),
            "add_leaving": lambda: (f"{fish}/leavings", {"kind": "given", "count": 1}),
            "add_recount": lambda: (f"{fish}/recounts", {"count": 8}),
            "add_scuffle": lambda: (f"{fish}/scuffles", {"by_whom": "the old male", "degree": "chased"}),
            "name_fish": lambda: (f"{fish}/individuals", {"name": "Tin"}),
            "describe_fish": lambda: (f"individuals/{self.send(f'{fish}/individuals', {'name': 'Tin'})['uid']}", {"marks": "a torn fin"}),
            "add_group": lambda: (f"{tank}/groups", {"species": "guppy", "count": 5}),
            "move_fish": lambda: (f"{fish}/move", {"to": self.sluice, "count": 2}),
            "merge_groups": lambda: (f"groups/{self.others}/merge", {"into": self.barbs}),
            "add_photo": lambda: (f"{fish}/photos", {}),
            "record_look": lambda: (f"{fish}/looks", {"signs": {"flashing": True}}),
            "record_inspection": lambda: ("inspections", {"water": "freshwater_tropical", "species": "guppy", "fish_count": 4, "signs": {"flashing": True}}),
            "record_reading": lambda: (f"{tank}/readings", {"ph": "7.1"}),
            "start_course": lambda: (f"groups/{self.group(self.sea, species='royal_gramma')}/courses", {"protocol": "watch", "confirmed": [0]}),
            "stop_course": lambda: (f"courses/{self.course_made['uid']}/stop", {"reason": "enough"}),
            "give_dose": lambda: (f"tasks/{self.task('dose')}/dose", {"amount": "30 g", "confirm_unusual": True}),
            "change_water": lambda: (f"{tank}/changes", {"share": "20 %"}),
            "reach_temperature": lambda: (f"tasks/{self.task('temperature')}/warmth", {"temperature": "28"}),
            "reach_salinity": self.a_salinity,
            "do_task": self.a_transfer,
            "leave_out": lambda: (f"tasks/{self.task('look')}/leave-out", {}),
            "take_up": self.a_task_left_out,
            "strike": lambda: ("strike", {"ledger": "loss", "entry": self.send(f"{fish}/losses", {"count": 1})["uid"]}),
            "import_case": lambda: ("cases/import", {"text": self.case_file()}),
            "close_case": lambda: (f"cases/{self.course_made['case']}/close", {"outcome": "recovered"}),
            "judge_course": lambda: (f"courses/{self.course_made['uid']}/outcome", {"outcome": "cured"}),
            "keep_protocol": lambda: ("protocols", {"text": TEXT}),
            "remove_protocol": lambda: (f"protocols/{self.own_protocol()}/remove", {}),
        }  # fmt: skip

    def bodies_of_instruments_and_baths(self) -> dict[str, Callable[[], Made]]:
        fish, tank = f"groups/{self.barbs}", f"tanks/{self.weir}"
        return {
            "make_feed": lambda: ("feeds", {"name": "wall"}),
            "revoke_feed": lambda: (f"feeds/{self.a_feed()}/revoke", {}),
            "import_tests": lambda: (f"{tank}/tests-csv", {"text": "when,ph\n2026-11-20T10:00:00Z,7.2\n", "basis": "ion"}),
            "prepare_bath": lambda: (
                f"{fish}/baths", {"request": {"kind": "dose", "use": BATH, "volume": "5 L", "confirmed": True, "product_confirmed": True}}),
            "match_bath": lambda: (f"baths/{self.bath()}/match", {"bath": {"temperature": "25", "home_temperature": "25"}}),
            "bath_given": lambda: (f"baths/{self.bath()}/given", {"happened_at": (self.clock - timedelta(hours=3)).isoformat(), "minutes": "20"}),
            "note_at_bath": self.a_bath_matched,
            "make_instrument": lambda: ("instruments", {"kind": "thermometer", "name": "T1", "tank": self.weir}),
            "revoke_instrument": lambda: (
                f"instruments/{self.send('instruments', {'kind': 'thermometer', 'name': 'T1', 'tank': self.weir})['uid']}/revoke", {}),
        }  # fmt: skip

    def bodies_of_readiness(self) -> dict[str, Callable[[], Made]]:
        """The same of tanks made ready, of gear and of orders."""
        tank, order = f"tanks/{self.weir}", {"species": "guppy", "count": 3, "expected_on": "2026-12-01"}
        return {
            "mend_stocked": lambda: ("shelf/stocked", {"what": "bottle", "uid": self.a_bottle(), "name": "brown", "content": "50 mL"}),
            "take_by_hand": lambda: ("shelf/taken", {"what": "bottle", "uid": self.a_bottle(), "amount": "2 mL"}),
            "put_plan": lambda: (f"{tank}/plans", {"plan": "release"}),
            "plan_after_bath": self.a_bath_to_follow,
            "tick_setup": lambda: (f"{tank}/setup", {"item": "leak"}),
            "take_down": lambda: (f"tanks/{self.an_empty_tank()}/take-down", {"note": "dried"}),
            "set_up_again": self.a_tank_put_away,
            "begin_filter": lambda: (f"{tank}/filter", {"origin": "sponge", "from_tank": self.sluice}),
            "feed_filter": lambda: (f"{tank}/filter-fed", {"ammonia": "1 mg/L"}),
            "add_gear": lambda: ("gear", {"name": f"net {uuid4().hex[:8]}", "kind": "net", "home": self.weir}),
            "mend_gear": lambda: (f"gear/{self.a_net()}/mend", {"name": "net 2"}),
            "gear_gone": lambda: (f"gear/{self.a_net()}/gone", {"gone": True}),
            "note_contact": lambda: ("contacts", {"kind": "used", "gear": self.a_net(), "tank": self.sluice}),
            "place_order": lambda: ("orders", order),
            "call_off_order": lambda: (f"orders/{self.send('orders', order)['uid']}/call-off", {}),
            "arrive_together": lambda: (f"{tank}/arrivals", {"groups": [{"species": "guppy", "count": 5}, {"species": "cherry barb", "count": 2}]}),
        }

    def bodies_of_rehearsal(self) -> dict[str, Callable[[], Made]]:
        """The same of a rehearsal, which is played in a fishroom of its own."""
        return {
            "begin_rehearsal": lambda: ("rehearsals", {"scenario": "tap_water", "seed": 7}),
            "wait_in_rehearsal": lambda: (self.rehearsed("wait"), {"to": "hours"}),
            "act_in_rehearsal": lambda: (self.rehearsed("act"), {"act": "large_change"}),
            "look_in_rehearsal": lambda: (self.rehearsed("look"), {"kit": "torch"}),
            "test_in_rehearsal": lambda: (self.rehearsed("test"), {}),
            "go_on_in_rehearsal": lambda: (self.rehearsed("go-on"), {}),
            "end_rehearsal": lambda: (self.rehearsed("end"), {}),
            "keep_from_rehearsal": lambda: (self.rehearsed("keep"), {"lines": ["Ask the tap first."]}),
        }

    def rehearsed(self, end: str) -> str:
        """A rehearsal that has just begun, and the path of a write in it."""
        begun = self.send("rehearsals", {"scenario": "tap_water", "seed": 7})
        return f"/api/rooms/{begun['room']}/rehearsal/{end}"

    def a_bath_to_follow(self) -> Made:
        request = {"kind": "dose", "use": BATH, "volume": "5 L", "confirmed": True, "product_confirmed": True}
        run = f"baths/{self.send(f'groups/{self.group(self.weir, count=2)}/baths', {'request': request})['uid']}"
        self.send(f"{run}/match", {"bath": {"temperature": "25", "home_temperature": "25"}})
        self.send(f"{run}/events", {"kind": "in"})
        return f"{run}/plan", {}

    def a_bottle(self) -> str:
        return str(self.send("shelf/bottles", {"name": "peroxide", "active": "hydrogen_peroxide", "kind": "percent_w_v", "value": "3"})["uid"])

    def a_net(self) -> str:
        return str(self.send("gear", {"name": f"net {uuid4().hex[:8]}", "kind": "net"})["uid"])

    def a_tank_put_away(self) -> Made:
        tank = self.an_empty_tank()
        self.send(f"tanks/{tank}/take-down", {"note": "dried"})
        return f"tanks/{tank}/set-up-again", {}

    def an_empty_tank(self) -> str:
        return self.tank(name=f"Old {uuid4().hex[:8]}")

    def own_protocol(self) -> str:
        self.send("protocols", {"text": TEXT})
        return "own_salt_week"

    def new_task(self, kind: str, **more: Any) -> str:
        course = Course.objects.get(uid=self.course_made["uid"])
        base = {"fishroom": self.room, "recorded_at": self.clock, "recorded_by": self.maren}
        return str(Task.objects.create(uid=uuid4(), **base, course=course, kind=kind, title=kind, due_at=self.clock, place=800, number=1, **more).uid)

    def an_invitation(self) -> Made:
        self.send("people/invitations", {"name": "Lio", "role": "helper"})
        return f"people/invitations/{Invitation.objects.get().uid}/revoke", {}

    def a_feed(self) -> str:
        self.send("feeds", {"name": "wall"})
        return str(Feed.objects.get().uid)

    def a_tool(self) -> str:
        return str(self.send("shelf/tools", {"name": "scale", "form": "scale", "mark": "10 mg", "holds": "200 g"})["uid"])

    def a_salinity(self) -> Made:
        return f"tasks/{self.new_task('salinity', salinity_g_per_kg=2.0)}/salinity", {"salinity": "2"}

    def a_transfer(self) -> Made:
        return f"tasks/{self.new_task('carbon_in')}/done", {}

    def a_task_left_out(self) -> Made:
        task = self.task("look")
        self.send(f"tasks/{task}/leave-out")
        return f"tasks/{task}/take-up", {}

    def a_bath_matched(self) -> Made:
        run = self.bath()
        self.send(f"baths/{run}/match", {"bath": {"temperature": "25", "home_temperature": "25"}})
        return f"baths/{run}/events", {"kind": "in"}


class Doubled(WritesCase):
    def twice(self, operation: str, method: str, path: str, body: dict[str, Any]) -> None:
        content = {"write_id": str(uuid4()), **body}
        room, who = (self.elsewhere, self.stranger) if operation == "import_case" else (self.room, self.maren)

        def go() -> Any:
            if operation == "add_photo":
                file = SimpleUploadedFile("a.jpg", a_picture(), content_type="image/jpeg")
                return self.client_of(who).post(self.url(path, room), {**content, "file": file})
            return self.client_of(who).generic(method.upper(), self.url(path, room), json.dumps(content), content_type="application/json")

        before = self.counts()
        first = go()
        self.assertEqual(first.status_code, 200, first.content)
        after = self.counts()
        if operation != "set_law":
            self.assertNotEqual(before, after)
        again = go()
        self.assertEqual(after, self.counts())
        if operation in ONCE:
            self.assertEqual(again.status_code, 409)
        else:
            self.assertEqual((again.status_code, again.json()), (200, first.json()))

    def counts(self) -> dict[str, int]:
        """How many rows there are of everything, and the sum of what can be seen of those that are changed in place."""
        return {m._meta.label: m._default_manager.count() for m in apps.get_models() if not m._meta.label.startswith(("axes", "sessions"))}

    def test_every_write(self) -> None:
        bodies, found = self.bodies(), writes()
        self.assertEqual(set(bodies), set(found), "a write that this test does not know, or one that is gone")
        for operation, (method, _) in found.items():
            with self.subTest(operation):
                point = transaction.savepoint()
                try:
                    self.twice(operation, method, *bodies[operation]())
                finally:
                    transaction.savepoint_rollback(point)
