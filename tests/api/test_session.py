"""Signing in, setting up, preferences, and the locks on the doors."""

from __future__ import annotations

import gzip
import json
from datetime import timedelta
from typing import Any

from axes.utils import reset
from django.conf import settings
from django.test import Client, RequestFactory, TestCase, override_settings
from django.utils import timezone

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.accounts.services import make_link, set_up
from pennywort.site.proxy import client_address
from tests.api.room import RoomCase

FIRST = {"username": "maren", "display_name": "Maren V.", "password": "slow water runs deep", "fishroom": "Alder Lock", "time_zone": "Europe/London"}


def post(client: Client, path: str, body: dict[str, Any], **headers: str) -> Any:
    return client.post(path, json.dumps(body), content_type="application/json", headers=headers)


class SetUp(TestCase):
    def test_the_first_keeper_is_asked_for_once(self) -> None:
        client = Client(headers={"host": "127.0.0.1"})
        self.assertEqual(client.get("/api/session").json(), {"keeper": None, "needs_set_up": True})
        made = post(client, "/api/set-up", FIRST)
        self.assertEqual(made.status_code, 200, made.content)
        self.assertEqual([r["name"] for r in made.json()["keeper"]["rooms"]], ["Alder Lock"])
        self.assertFalse(client.get("/api/session").json()["needs_set_up"])
        self.assertEqual(post(Client(headers={"host": "127.0.0.1"}), "/api/set-up", {**FIRST, "username": "eve"}).status_code, 404)
        self.assertEqual((Keeper.objects.count(), Fishroom.objects.count()), (1, 1))

    def test_what_can_not_be_an_account(self) -> None:
        for change, field in (
            ({"username": ""}, "username"),
            ({"username": "two words"}, "username"),
            ({"display_name": " "}, "display_name"),
            ({"password": "short"}, "password"),
            ({"password": "password12"}, "password"),
            ({"fishroom": ""}, "fishroom"),
            ({"time_zone": "Middle/Earth"}, "time_zone"),
        ):
            answer = post(Client(headers={"host": "127.0.0.1"}), "/api/set-up", {**FIRST, **change})
            with self.subTest(change=change):
                self.assertEqual((answer.status_code, answer.json()["field"]), (422, field))
        self.assertEqual(Keeper.objects.count(), 0)

    def test_passwords_are_kept_as_argon2(self) -> None:
        set_up(**FIRST)
        self.assertTrue(Keeper.objects.get().password.startswith("argon2$argon2id$"))


class SignIn(TestCase):
    def setUp(self) -> None:
        self.keeper = set_up(**FIRST)
        self.client = Client(headers={"host": "127.0.0.1"})

    def test_name_and_password(self) -> None:
        good = post(self.client, "/api/session", {"username": " Maren ", "password": FIRST["password"]})
        self.assertEqual(good.json()["keeper"]["display_name"], "Maren V.")
        self.assertEqual(self.client.get("/api/session").json()["keeper"]["username"], "maren")
        post(self.client, "/api/session/end", {})
        self.assertIsNone(self.client.get("/api/session").json()["keeper"])

    def test_a_wrong_password_and_an_unknown_name_look_alike(self) -> None:
        one = post(self.client, "/api/session", {"username": "maren", "password": "wrong"}).json()
        other = post(self.client, "/api/session", {"username": "nobody", "password": "wrong"}).json()
        self.assertEqual((one["status"], one["detail"]), (401, other["detail"]))

    @override_settings(AXES_ENABLED=True)
    def test_five_wrong_tries_close_the_door(self) -> None:
        reset()
        statuses = [post(self.client, "/api/session", {"username": "maren", "password": "wrong"}).status_code for _ in range(6)]
        self.assertEqual(statuses, [401, 401, 401, 401, 429, 429])
        right = post(self.client, "/api/session", {"username": "maren", "password": FIRST["password"]})
        self.assertEqual((right.status_code, right["Content-Type"]), (429, "application/problem+json"))
        reset()
        self.assertEqual(post(self.client, "/api/session", {"username": "maren", "password": FIRST["password"]}).status_code, 200)

    @override_settings(AXES_ENABLED=True, PROXIES=1)
    def test_behind_a_proxy_one_visitor_does_not_lock_out_the_other(self) -> None:
        """The proxy adds the address it saw; what a visitor writes before that is not believed, and does not let him go on guessing."""
        reset()
        for i in range(5):
            post(self.client, "/api/session", {"username": "maren", "password": "wrong"}, **{"x-forwarded-for": f"192.0.2.{i}, 203.0.113.9"})
        right = {"username": "maren", "password": FIRST["password"]}
        self.assertEqual(post(self.client, "/api/session", right, **{"x-forwarded-for": "198.51.100.7, 203.0.113.9"}).status_code, 429)
        self.assertEqual(post(self.client, "/api/session", right, **{"x-forwarded-for": "203.0.113.80"}).status_code, 200)

    def test_whose_address_counts(self) -> None:
        for proxies, header, address in (
            (0, "203.0.113.9", "127.0.0.1"),
            (1, "203.0.113.9", "203.0.113.9"),
            (1, "6.6.6.6, 203.0.113.9", "203.0.113.9"),
            (2, "6.6.6.6, 203.0.113.9, 10.0.0.2", "203.0.113.9"),
            (2, "10.0.0.2", "127.0.0.1"),
            (1, "2001:DB8::1", "2001:db8::1"),
            (1, "unknown", "127.0.0.1"),
            (1, " , ", "127.0.0.1"),
        ):
            with self.subTest(header, proxies=proxies), override_settings(PROXIES=proxies):
                request = RequestFactory().get("/", headers={"x-forwarded-for": header})
                self.assertEqual(client_address(request), address)

    def test_a_link_signs_in_once(self) -> None:
        token = make_link(self.keeper, now=timezone.now())
        self.assertEqual(post(self.client, "/api/session/link", {"token": token}).status_code, 200)
        again = post(Client(headers={"host": "127.0.0.1"}), "/api/session/link", {"token": token})
        self.assertEqual(again.status_code, 401)
        old = make_link(self.keeper, now=timezone.now() - timedelta(days=1))
        self.assertEqual(post(Client(headers={"host": "127.0.0.1"}), "/api/session/link", {"token": old}).status_code, 401)

    def test_only_the_hash_of_a_link_is_kept(self) -> None:
        from pennywort.accounts.models import SignInLink

        token = make_link(self.keeper, now=timezone.now())
        self.assertNotEqual(SignInLink.objects.get().token_hash, token)
        self.assertEqual(len(SignInLink.objects.get().token_hash), 64)

    def test_writes_need_the_csrf_token(self) -> None:
        """Sign-in and every write refuse a request that another site could have sent."""
        strict = Client(enforce_csrf_checks=True, headers={"host": "127.0.0.1"})
        self.assertEqual(post(strict, "/api/session", {"username": "maren", "password": FIRST["password"]}).status_code, 401)
        strict.get("/api/session")
        token = strict.cookies["csrftoken"].value
        self.assertEqual(post(strict, "/api/session", {"username": "maren", "password": FIRST["password"]}, **{"x-csrftoken": token}).status_code, 200)
        refused = strict.put("/api/me/preferences", json.dumps({"night": True}), content_type="application/json")
        self.assertEqual((refused.status_code, refused["Content-Type"]), (403, "application/problem+json"))
        token = strict.cookies["csrftoken"].value
        allowed = strict.put("/api/me/preferences", json.dumps({"night": True}), content_type="application/json", headers={"x-csrftoken": token})
        self.assertEqual(allowed.status_code, 200)


class Locks(TestCase):
    def test_the_page_forbids_inline_scripts_and_other_hosts(self) -> None:
        answer = Client(headers={"host": "127.0.0.1"}).get("/")
        policy = dict(part.strip().split(" ", 1) for part in answer["Content-Security-Policy"].split(";"))
        self.assertEqual(policy["default-src"], "'none'")
        self.assertNotIn("unsafe", answer["Content-Security-Policy"])
        self.assertRegex(policy["script-src"], r"^'self' 'nonce-[^']+'$")
        self.assertEqual((policy["connect-src"], policy["frame-ancestors"]), ("'self'", "'none'"))
        self.assertEqual((answer["X-Frame-Options"], answer["X-Content-Type-Options"]), ("DENY", "nosniff"))

    def test_cookies(self) -> None:
        """HttpOnly and same-site always; Secure as soon as there is TLS."""
        self.assertTrue(settings.SESSION_COOKIE_HTTPONLY)
        self.assertEqual((settings.SESSION_COOKIE_SAMESITE, settings.CSRF_COOKIE_SAMESITE), ("Lax", "Lax"))
        self.assertEqual(settings.SESSION_COOKIE_SECURE, settings.HTTPS)

    def test_another_host_name_is_refused(self) -> None:
        self.assertEqual(Client(headers={"host": "evil.example"}).get("/api/session").status_code, 400)


class Preferences(RoomCase):
    def prefer(self, **change: str) -> None:
        answer = self.client_of().put("/api/me/preferences", json.dumps(change), content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)

    def test_each_reads_his_own_units(self) -> None:
        """45 L to one is 11.9 US gal to the other; what one types in gallons the other reads in litres."""
        tank = self.tank()
        self.prefer(volume_unit="us_gal", temperature_unit="f", length_unit="in", mass_unit="oz")
        mine, his = self.get(f"tanks/{tank}"), self.get(f"tanks/{tank}", by=self.ivo)
        self.assertEqual((mine["volume"]["net"], his["volume"]["net"]), ({"figure": "11.9", "unit": "US gal"}, {"figure": "45.0", "unit": "L"}))
        self.assertEqual((mine["typed"]["length"], his["typed"]["length"]), ("23.6 in", "60.0 cm"))
        self.send(f"tanks/{tank}/readings", {"temperature": "77"})
        self.assertEqual(self.get(f"tanks/{tank}/water", by=self.ivo)[0]["temperature"], {"figure": "25.0", "unit": "°C"})

    def test_answers_go_out_compressed_where_the_browser_takes_that(self) -> None:
        path, client = "/api/reference/actives", self.client_of()
        plain, packed = client.get(path), client.get(path, headers={"accept-encoding": "gzip"})
        self.assertEqual((plain.get("Content-Encoding"), packed.get("Content-Encoding")), (None, "gzip"))
        self.assertEqual(gzip.decompress(packed.content), plain.content)
        self.assertLess(len(packed.content), len(plain.content) / 2)
        self.assertIn("Accept-Encoding", packed["Vary"])

    def test_the_warmth_in_a_sentence_is_in_the_readers_unit(self) -> None:
        """82 °F typed is 82.0 °F told, and to the other 27.8 °C: never the 27.7778 that stands between."""
        self.prefer(temperature_unit="f")
        tank = self.tank()
        fish = self.group(tank, species="kuhli_loach")
        self.send(f"tanks/{tank}/readings", {"temperature": "82"})
        for by, told in ((None, "82.0 °F"), (self.ivo, "27.8 °C")):
            words = {s["left_words"] for s in self.ask(f"groups/{fish}/schools", {"condition": "ich"}, **({"by": by} if by else {}))}  # type: ignore[arg-type]
            self.assertTrue(any(f"at {told}, from" in w for w in words), words)
        told = self.ask("measure", {"kind": "salinity", "scale": "g_per_kg", "value": "35", "temperature": "82"})
        self.assertIn("at 82.0 °F", [f["words"] for f in told["figures"]])

    def test_an_unknown_unit_is_refused(self) -> None:
        answer = self.client_of().put("/api/me/preferences", json.dumps({"volume_unit": "barrels"}), content_type="application/json")
        self.assertEqual((answer.status_code, answer.json()["field"]), (422, "volume_unit"))

    def test_kits_that_read_nitrogen_are_kept_apart_from_ions(self) -> None:
        """0.5 mg/L NO2 is 0.152 mg/L N; a keeper whose kit reads N types and sees N."""
        tank = self.tank()
        self.send(f"tanks/{tank}/readings", {"nitrite": "0.5"})
        self.prefer(kit_basis="n")
        self.assertEqual(self.get(f"tanks/{tank}/water")[0]["nitrite"], "0.15")
        self.send(f"tanks/{tank}/readings", {"nitrite": "0.5"})
        self.assertEqual(self.get(f"tanks/{tank}/water", by=self.ivo)[0]["nitrite"], "1.64")
