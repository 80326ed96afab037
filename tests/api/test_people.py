"""People: invited once, with a role that means something, removed; where a keeper is signed in; what expired is cleared."""

from __future__ import annotations

import json
import re
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.contrib.sessions.models import Session
from django.test import Client

from pennywort.accounts.models import Keeper, Membership, SignInLink
from pennywort.accounts.services import make_link
from pennywort.fish.models import Loss, Observation
from pennywort.people.models import Feed, Invitation
from pennywort.people.roles import ASKED, HELPERS, OWNERS
from tests.api.room import RoomCase
from tests.api.test_scoping import METHODS, routes

ACCOUNT = {"username": "lio", "display_name": "Lio", "password": "a long enough word"}
PHONE = "Mozilla/5.0 (iPhone; CPU iPhone OS 17_0 like Mac OS X) AppleWebKit/605.1.15 Version/17.0 Safari/604.1"


class Invitations(RoomCase):
    def invite(self, role: str = "helper", name: str = "Lio") -> str:
        return str(self.send("people/invitations", {"role": role, "name": name})["token"])

    def post(self, path: str, body: dict[str, Any], *, client: Client | None = None, status: int = 200) -> Any:
        answer = (client or Client(headers={"host": "127.0.0.1"})).post(f"/api/{path}", json.dumps(body), content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_a_link_lets_one_person_in_once(self) -> None:
        token = self.invite()
        self.assertEqual(
            self.post("join/look", {"token": token}),
            {
                "uid": str(self.room.uid), "fishroom": "Test Lock", "role": "helper",
                "role_words": "reads everything, walks the round, looks, and ticks off what is due",
                "by": "Maren", "name": "Lio",
            },
        )  # fmt: skip
        session = self.post("join", {"token": token, **ACCOUNT})
        self.assertEqual([(r["name"], r["role"]) for r in session["keeper"]["rooms"]], [("Test Lock", "helper")])
        self.post("join", {"token": token, **ACCOUNT, "username": "other"}, status=404)
        self.assertNotIn(token, str(list(Invitation.objects.values())))
        self.assertEqual(Invitation.objects.get().used_by, Keeper.objects.get(username="lio"))

    def test_an_account_that_can_not_be_uses_nothing_up(self) -> None:
        token = self.invite()
        for wrong, field in (({"password": "short"}, "password"), ({"username": "ma ren"}, "username"), ({"username": "Maren"}, "username")):
            self.assertEqual(self.post("join", {"token": token, **ACCOUNT, **wrong}, status=422)["field"], field)
        self.assertEqual(self.post("join", {"token": token, **ACCOUNT})["keeper"]["username"], "lio")

    def test_who_is_signed_in_already_comes_in_as_himself(self) -> None:
        token = self.invite("keeper")
        session = self.post("join", {"token": token}, client=self.client_of(self.stranger))
        self.assertEqual([r["name"] for r in session["keeper"]["rooms"]], ["Elsewhere", "Test Lock"])
        self.post("join", {"token": self.invite()}, client=self.client_of(self.stranger), status=409)

    def test_taken_back_or_too_old_it_lets_nobody_in(self) -> None:
        first, second = self.invite(), self.invite()
        uid = Invitation.objects.order_by("pk")[0].uid
        self.send(f"people/invitations/{uid}/revoke")
        self.post("join/look", {"token": first}, status=404)
        self.later(days=7)
        self.post("join", {"token": second, **ACCOUNT}, status=404)
        self.assertFalse(Keeper.objects.filter(username="lio").exists())

    def test_what_can_not_be_invited(self) -> None:
        self.assertEqual(self.send("people/invitations", {"role": "king", "name": "x"}, status=422)["field"], "role")
        self.assertEqual(self.send("people/invitations", {"role": "helper", "name": " "}, status=422)["field"], "name")
        content = {"write_id": str(uuid4()), "role": "helper", "name": "Lio"}
        self.send("people/invitations", content)
        self.send("people/invitations", content, status=409)
        self.assertEqual(Invitation.objects.count(), 1)


class Roles(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.helper = self.keeper("ole")
        Membership.objects.create(fishroom=self.room, keeper=self.helper, role="helper")
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def test_every_write_of_every_role(self) -> None:
        """Walked from the URL list: a helper is stopped at all but what the table gives him, a keeper only at the owner's."""
        ends = set()
        for route in sorted(set(routes())):
            if not route.startswith("api/rooms/<uuid:room_id>/"):
                continue
            path = "/" + re.sub(r"<[^>]+>", str(uuid4()), route.replace("<uuid:room_id>", str(self.room.uid)))
            end = re.sub(r"<[^>]+>", "*", route.removeprefix("api/rooms/<uuid:room_id>/"))
            for method in METHODS[1:]:
                for keeper, stopped in ((self.helper, end not in ASKED | HELPERS), (self.ivo, end in OWNERS), (self.maren, False)):
                    answer = self.client_of(keeper).generic(method, path, json.dumps({"write_id": str(uuid4())}), content_type="application/json")
                    if answer.status_code == 405:
                        continue
                    ends.add(end)
                    with self.subTest(route=end, method=method, by=keeper.username):
                        self.assertEqual(answer.status_code == 403, stopped, answer.content[:200])
        self.assertGreater(len(ends), 60)
        # no entry of the tables is misspelt
        self.assertLessEqual(ASKED | HELPERS | OWNERS, ends)

    def test_a_helper_walks_the_round_and_ticks_off(self) -> None:
        self.course(self.barbs)
        due = self.due()[0]
        self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]}, by=self.helper)
        self.send(f"groups/{self.barbs}/observations", {"appetite": "less"}, by=self.helper)
        self.send(f"tanks/{self.weir}/readings", {"ph": "7"}, by=self.helper)
        told = self.send(f"groups/{self.barbs}/courses", {"protocol": "watch"}, by=self.helper, status=403)
        self.assertEqual(
            (told["type"], told["detail"]), ("urn:pennywort:not-yours", "You are helper here: this is a keeper’s or an owner’s to do. Nothing was written.")
        )

    def test_a_helper_takes_back_what_he_wrote_himself(self) -> None:
        mine = self.send(f"groups/{self.barbs}/observations", {"appetite": "less"}, by=self.helper)["uid"]
        hers = self.send(f"groups/{self.barbs}/losses", {"count": 1})["uid"]
        self.send("strike", {"ledger": "observation", "entry": mine}, by=self.helper)
        told = self.send("strike", {"ledger": "loss", "entry": hers}, by=self.helper, status=422)
        self.assertEqual(told["field"], "entry")
        self.assertEqual((Observation.objects.standing().count(), Loss.objects.standing().count()), (0, 1))

    def test_who_is_here_and_did_what(self) -> None:
        self.send(f"groups/{self.barbs}/observations", {"appetite": "less"}, by=self.helper)
        for _ in range(2):
            self.send(f"groups/{self.barbs}/losses", {"count": 1})
        told = self.get("people")
        self.assertEqual(
            [(p["name"], p["role"], p["me"], p["lately_words"]) for p in told["people"]],
            [
                ("Maren", "owner", True, "2 entries in thirty days, the last Tue 24 Nov 14:20"),
                ("Ivo", "keeper", False, "nothing written yet"),
                ("Ole", "helper", False, "1 entry in thirty days, the last Tue 24 Nov 14:20"),
            ],
        )
        self.assertEqual((told["may_change"], self.get("people", by=self.ivo)["may_change"]), (True, False))

    def test_a_role_changed_and_somebody_removed(self) -> None:
        self.send("people/ole/role", {"role": "keeper"})
        self.send(f"groups/{self.barbs}/individuals", {"name": "Tin"}, by=self.helper)
        self.send("feeds", {"name": "wall"}, by=self.helper)
        self.send("people/ole/remove")
        self.get("today", by=self.helper, status=404)
        self.assertIsNotNone(Feed.objects.get().revoked_at)
        self.send("people/nobody/remove", status=404)
        self.send("people/stranger/role", {"role": "owner"}, status=404)

    def test_an_owner_stays(self) -> None:
        for path, body in (("people/maren/remove", {}), ("people/maren/role", {"role": "keeper"})):
            self.assertEqual(self.send(path, body, status=409)["field"], "role")
        self.send("people/ivo/role", {"role": "owner"})
        self.send("people/maren/role", {"role": "helper"})
        self.send("people/ivo/remove", by=self.maren, status=403)


class SignIns(RoomCase):
    def sign_in(self, agent: str) -> Client:
        client = Client(headers={"host": "127.0.0.1", "user-agent": agent})
        answer = client.post("/api/session/link", json.dumps({"token": make_link(self.maren, now=self.clock)}), content_type="application/json")
        self.assertEqual(answer.status_code, 200)
        return client

    def test_a_keeper_sees_and_ends_his_sessions(self) -> None:
        desk, phone = self.sign_in("Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0"), self.sign_in(PHONE)
        told = desk.get("/api/me/sign-ins").json()
        self.assertEqual([(s["words"], s["here"]) for s in told[:2]], [("Firefox on Linux", True), ("Safari on iPhone", False)])
        self.assertEqual(datetime.fromisoformat(told[1]["began_at"]), self.clock)
        keys = {s.session_key for s in Session.objects.all()}
        self.assertFalse(keys & {s["id"] for s in told})
        ended = desk.post("/api/me/sign-ins/end", json.dumps({"which": told[1]["id"]}), content_type="application/json")
        self.assertEqual(next(s["here"] for s in ended.json()), True)
        self.assertEqual((phone.get("/api/me/sign-ins").status_code, desk.get("/api/me/sign-ins").status_code), (401, 200))
        self.assertEqual(desk.post("/api/me/sign-ins/end", json.dumps({"which": told[1]["id"]}), content_type="application/json").status_code, 404)

    def test_all_others_at_once_and_nobody_elses(self) -> None:
        desk, phone, other = self.sign_in("Firefox/140.0"), self.sign_in(PHONE), self.client_of(self.ivo)
        desk.post("/api/me/sign-ins/end", json.dumps({"which": "others"}), content_type="application/json")
        self.assertEqual([c.get("/api/session").json()["keeper"] is not None for c in (desk, phone, other)], [True, False, True])

    def test_what_has_expired_is_cleared_at_the_next_sign_in(self) -> None:
        self.sign_in(PHONE)
        make_link(self.ivo, now=self.clock)
        self.send("people/invitations", {"role": "helper", "name": "Lio"})
        Session.objects.update(expire_date=self.clock + timedelta(days=1))
        self.later(days=8)
        self.sign_in(PHONE)
        self.assertEqual((Session.objects.count(), SignInLink.objects.count(), Invitation.objects.count()), (1, 1, 0))
