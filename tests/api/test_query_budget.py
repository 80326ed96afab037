"""What a page asks the database does not grow with the rows it shows: every address that reads, in a small fishroom and in a larger one."""

from __future__ import annotations

import re
from collections import Counter

from django.db import connection
from django.test.utils import CaptureQueriesContext

from pennywort.core.reference import library
from pennywort.courses.models import Case
from tests.api.room import RoomCase
from tests.api.test_scoping import routes

MOST = 60
PEROXIDE = next(u.id for u in library().actives["hydrogen_peroxide"].uses if u.route == "bath" and u.minutes and u.gate != "vet")
BATH = {"request": {"kind": "dose", "use": PEROXIDE, "volume": "5 L", "confirmed": True, "product_confirmed": True}}
# files of everything read it row by row, in steps
WHOLE = {"archive"}
# what a page asks with, where it asks nothing without
WITH = {
    "before-buying": "?species=neon%20tetra&water=freshwater_tropical&count=5", "inspection": "?species=neon%20tetra&water=freshwater_tropical&fish_count=5",
    "sheets/supplier": "?supplier=a%20shop", "sheets/supplier.pdf": "?supplier=a%20shop",
    "strips": "?tanks={tank_id}",
}  # fmt: skip
# of a rehearsal, which stands in a fishroom of its own
NOTHING_HERE = {"rehearsal", "rehearsal/clock", "rehearsal/reveal"}


class QueryBudget(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.number = 0
        self.first = self.a_tank()
        # so many that lists which show a few at most are full
        for _ in range(5):
            self.entries(self.first)
        self.a_tank()

    def a_tank(self) -> dict[str, str]:
        """A tank with all that can be written of one, and a closed case beside the open one."""
        self.number += 1
        tank = self.tank(name=f"Tank {self.number}")
        group = self.group(tank, count=40, supplier="a shop")
        made = self.course(group)
        other = self.group(tank, species="neon_tetra", count=12)
        self.send(f"groups/{other}/looks", {"signs": {"fin_ragged_white_edge": True}})
        closed = str(Case.objects.get(group__uid=other).uid)
        self.send(f"cases/{closed}/close", {"outcome": "recovered", "condition": "fin_rot"})
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": self.due()[0]["press_amount"]})
        ids = {"tank_id": tank, "group_id": group, "case_id": made["case"], "course_id": made["uid"], "task_id": self.due("temperature")[0]["task"]}
        ids["individual_id"] = str(self.send(f"groups/{group}/individuals", {"name": "Tin"})["uid"])
        ids["instrument_id"] = str(self.send("instruments", {"kind": "thermometer", "name": f"T{self.number}", "tank": tank})["uid"])
        self.send(f"tanks/{tank}/standing", {"kind": "change", "share": "20 %", "every_days": 5})
        self.send(f"tanks/{tank}/standing", {"kind": "test", "every_days": 3})
        self.entries(ids)
        return ids

    def entries(self, ids: dict[str, str]) -> None:
        """One of each kind of entry more."""
        group, tank = ids["group_id"], ids["tank_id"]
        self.later(minutes=10)
        self.send(f"groups/{group}/looks", {"signs": {"flashing": True, "white_spots_countable": True}, "temperature": "25"})
        self.send(f"groups/{group}/looks", {"signs": {"clamped_fins": True}, "fish": "Tin"})
        self.send(f"groups/{group}/observations", {"note": "well", "appetite": "less"})
        self.send(f"groups/{group}/losses", {"count": 1})
        self.send(f"groups/{group}/leavings", {"count": 1, "kind": "given"})
        self.send(f"groups/{group}/scuffles", {"by_whom": "a bully", "degree": "chased"})
        self.send(f"tanks/{tank}/readings", {"temperature": "25", "ammonia": "0.1", "ph": "7"})
        self.send(f"tanks/{tank}/changes", {"share": "20 %", "put_back": True})
        self.send(f"tanks/{tank}/upkeep", {"kind": "glass"})
        ids["photo_id"] = self.photo(group)
        ids["bath_id"] = str(self.send(f"groups/{group}/baths", BATH)["uid"])

    def asked(self) -> dict[str, int]:
        """How many queries each address that reads asks here."""
        found: dict[str, int] = {}
        self.skipped: set[str] = set()
        self.most: dict[str, list[tuple[str, int]]] = {}
        for route in sorted(set(routes())):
            if "room_id" not in route:
                continue
            path = route
            given = {"room_id": str(self.room.uid), "protocol_id": "salt_and_warmth", "size": "small", **self.first}
            for name, value in given.items():
                path = re.sub(rf"<(uuid:|uuidstr:|str:)?{name}>", value, path)
            name = route.split("room_id>/")[1]
            if "<" in path or name in WHOLE:
                continue
            path += WITH.get(name, "").format(**self.first)
            status = self.client_of().get(f"/{path}").status_code
            if status != 200:
                self.skipped |= {name} if status != 405 else set()
                continue
            with CaptureQueriesContext(connection) as queries:
                self.client_of().get(f"/{path}")
            found[name] = len(queries)
            self.most[name] = Counter(q["sql"].split(" WHERE ")[0][-60:] for q in queries.captured_queries).most_common(3)
        with CaptureQueriesContext(connection) as queries:
            answer = self.client_of().get(self.url("archive"))
            self.assertGreater(len(b"".join(answer)), 1000)
        self.archive = len(queries)
        return found

    def test_no_page_asks_more_where_there_is_more(self) -> None:
        few = self.asked()
        archive = self.archive
        for _ in range(3):
            self.a_tank()
            self.entries(self.first)
        many = self.asked()
        self.assertEqual(set(few), set(many))
        self.assertGreater(len(few), 40)
        self.assertEqual(self.skipped, NOTHING_HERE)
        grown = {name: (few[name], count) for name, count in many.items() if count > few[name] or count > MOST}
        self.assertEqual(grown, {}, {name: self.most[name] for name in grown})
        # some for each table it holds, whatever stands in them
        self.assertLessEqual(self.archive, archive)
