"""The daily round through the API."""

from __future__ import annotations

import json
from uuid import uuid4

from django.http import HttpResponse

from pennywort.accounts.models import Keeper
from pennywort.fish.models import Observation
from tests.api.room import RoomCase


class Round(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.tank(name="Empty one")
        self.barbs = self.group(self.weir, count=6)

    def test_tanks_with_fish_what_is_due_and_what_was_seen(self) -> None:
        self.course(self.barbs)
        self.send(f"tanks/{self.weir}/readings", {"temperature": "25.5"})
        told = self.get("round")
        self.assertEqual((told["date_words"], [t["name"] for t in told["tanks"]]), ("Tuesday 24 November", ["Weir"]))
        weir = told["tanks"][0]
        self.assertEqual(
            (weir["temperature"], weir["walked"], weir["fish"][0]["words"], weir["fish"][0]["seen_today"]), ("25.5 °C", False, "6 cherry barbs", "")
        )
        self.assertIn("First third of the salt", [d["title"] for d in weir["due"]])
        self.send(f"groups/{self.barbs}/observations", {"appetite": "less", "breaths_per_min": 92, "compared": "changed"}, by=self.ivo)
        fish = self.get("round")["tanks"][0]["fish"][0]
        self.assertEqual((fish["last_words"], fish["breaths"], fish["seen_today"]), ("eating less", "92 a minute", "Ivo at 14:20"))
        self.assertTrue(self.get("round")["tanks"][0]["walked"])
        self.later(days=1)
        self.assertFalse(self.get("round")["tanks"][0]["walked"])

    def test_fish_that_are_gone_are_not_walked_to(self) -> None:
        self.send(f"groups/{self.barbs}/losses", {"count": 6})
        self.assertEqual(self.get("round")["tanks"], [])

    def test_breaths_no_fish_takes(self) -> None:
        for count in (0, -4, 301, 10**9):
            told = self.send(f"groups/{self.barbs}/observations", {"breaths_per_min": count}, status=422)
            self.assertEqual(told["field"], "breaths_per_min")
        self.send(f"groups/{self.barbs}/observations", {}, status=422)

    def test_an_entry_goes_out_in_nobody_elses_name(self) -> None:
        """Maren wrote it without a connection; Ivo is signed in on her phone when it is back."""
        body = json.dumps({"write_id": str(uuid4()), "appetite": "all"})

        def sent(by: Keeper, writer: str) -> HttpResponse:
            path = self.url(f"groups/{self.barbs}/observations")
            return self.client_of(by).post(path, body, content_type="application/json", headers={"x-written-by": writer})  # type: ignore[return-value]

        refused = sent(self.ivo, "maren")
        self.assertEqual((refused.status_code, refused.json()["type"]), (409, "urn:pennywort:another-keeper"))  # type: ignore[attr-defined]
        self.assertEqual(Observation.objects.count(), 0)
        self.assertEqual(sent(self.maren, "maren").status_code, 200)
        self.assertEqual([o.recorded_by for o in Observation.objects.all()], [self.maren])

    def test_answers_of_the_record_are_not_for_the_browsers_own_cache(self) -> None:
        for path in ("/api/session", self.url("today"), self.url("nowhere"), self.url("archive")):
            answer = self.client_of().get(path)
            self.assertIn("no-store", answer["Cache-Control"], path)

    def test_the_worker_keeps_the_built_files(self) -> None:
        answer = self.client_of().get("/sw.js")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "text/javascript; charset=utf-8"))
        self.assertIn("/static/assets/index-", answer.content.decode())
        self.assertNotIn("{{", answer.content.decode())

    def test_the_well_first_and_the_ill_last(self) -> None:
        """A case comes last, newcomers before it, those that came long ago first; each says why it waits."""
        self.later(days=-60)
        sluice = self.tank(name="Sluice")
        self.group(sluice)
        self.later(days=60)
        self.course(self.barbs)
        leat = self.tank(name="Leat")
        self.group(leat)
        told = self.get("round")
        self.assertEqual([t["name"] for t in told["tanks"]], ["Sluice", "Leat", "Weir"])
        self.assertEqual([t["why"] for t in told["tanks"]], ["", "The fish of Leat have been watched for 0 days.", "Weir has white spot."])
        self.assertIn("the ill last", told["order_words"])
