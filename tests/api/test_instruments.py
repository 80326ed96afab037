"""Instruments through the API: let in, believed or not, never over a hand, a pump and its doses; and water tests as files."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.test import Client

from pennywort.courses.models import Dose
from pennywort.instruments.models import Sample
from pennywort.tanks.models import WaterReading
from tests.api.room import RoomCase


class InstrumentCase(RoomCase):
    """A sea-water tank, and short words for what an instrument says."""

    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank(name="Sill", water_type="marine")

    def let_in(self, kind: str = "thermometer", name: str = "T1", tank: str | None = None) -> str:
        return str(self.send("instruments", {"kind": kind, "name": name, "tank": tank or self.sill})["token"])

    def speak(self, token: str, *lines: Any, raw: str = "", status: int = 200) -> dict[str, Any]:
        body = raw or "".join(f"{json.dumps(x)}\n" for x in lines)
        answer = Client(headers={"host": "127.0.0.1", "authorization": f"Bearer {token}"}).post(
            "/api/instruments/lines", body, content_type="application/x-ndjson"
        )
        self.assertEqual(answer.status_code, status, answer.content)
        return dict(answer.json())

    def figure(self, value: Any, minutes_ago: float = 0, measure: str = "temperature_c") -> dict[str, Any]:
        return {"at": (self.clock - timedelta(minutes=minutes_ago)).isoformat(), "measure": measure, "value": value}

    def shown(self, name: str = "T1") -> dict[str, Any]:
        return next(i for i in self.get("instruments")["instruments"] if i["name"] == name)


class Spoken(InstrumentCase):
    def test_a_token_is_told_once_and_can_be_revoked(self) -> None:
        token = self.let_in()
        self.assertEqual(self.shown()["state"], "new")
        self.assertEqual(self.speak(token, self.figure(25.1))["kept"], 1)
        self.assertNotIn(token, json.dumps(self.get("instruments")))
        self.send(f"instruments/{self.shown()['uid']}/revoke")
        self.speak(token, self.figure(25.2), status=401)
        self.speak("guess", self.figure(25.2), status=401)
        self.assertEqual(self.get("instruments")["instruments"], [])

    def test_figures_fill_the_tests_once_an_hour_and_come_twice_without_harm(self) -> None:
        token = self.let_in()
        lines = [self.figure(25.0 + i % 3 / 10, minutes_ago=5 * i) for i in range(30, -1, -1)]
        self.assertEqual(self.speak(token, *lines)["kept"], 31)
        again = self.speak(token, *lines)
        self.assertEqual((again["kept"], again["repeated"]), (0, 31))
        tests = WaterReading.objects.all()
        self.assertEqual((tests.count(), {t.instrument for t in tests}, Sample.objects.count()), (4, {"T1"}, 31))
        self.assertEqual(self.shown()["state"], "well")

    def test_never_over_a_figure_read_by_hand(self) -> None:
        token = self.let_in()
        self.send(f"tanks/{self.sill}/readings", {"temperature": "26"})
        self.later(minutes=40)
        self.speak(token, self.figure(25.0))
        self.assertEqual([t.temperature_c for t in WaterReading.objects.all()], [26.0])
        self.later(minutes=40)
        self.speak(token, self.figure(25.0))
        self.assertEqual(sorted(t.temperature_c or 0 for t in WaterReading.objects.all()), [25.0, 26.0])

    def test_what_can_not_be_true_is_kept_and_used_nowhere(self) -> None:
        token = self.let_in()
        done = self.speak(token, self.figure(25.0, 70), self.figure(34.0, 5), self.figure(-127, 0))
        self.assertEqual((done["kept"], done["doubted"]), (3, 2))
        self.assertEqual([s.seen for s in Sample.objects.order_by("at")], ["ok", "jump", "out_of_range"])
        self.assertEqual(WaterReading.objects.count(), 1)
        self.assertEqual(self.shown()["state"], "doubted")
        self.assertIn("broken or out of the water", self.shown()["words"])

    def test_a_bad_line_is_refused_by_its_number_and_the_others_stand(self) -> None:
        token = self.let_in()
        future = {**self.figure(25.0), "at": (self.clock + timedelta(hours=1)).isoformat()}
        bad: list[tuple[Any, str]] = [
            (self.figure("NaN"), "value"), (self.figure(True), "value"), (self.figure("1e308"), "value"),
            (self.figure(7, measure="ph"), "measure"), (future, "at"),
            ({**self.figure(1), "at": "yesterday"}, "at"), ({**self.figure(1), "at": "2026-11-24T10:00:00"}, "at"), ({"at": "x", "value": 1}, "measure"),
            ({**self.figure(1), "colour": "red"}, "colour"), ([1], "line"), ({"report": "lunch", "at": "x"}, "report"),
            ({"report": "dose", "at": self.clock.isoformat(), "task": str(uuid4()), "ml": 1}, "report"),
        ]  # fmt: skip
        good = json.dumps(self.figure(25.0))
        raw = "\n".join([good, *(json.dumps(line) for line, _ in bad), '{"at": "2026-11-24T10:0'])
        done = self.speak(token, raw=raw)
        self.assertEqual(done["kept"], 1)
        self.assertEqual([(r["line"], r["field"]) for r in done["refused"]], [*((n, f) for n, (_, f) in enumerate(bad, 2)), (len(bad) + 2, "line")])
        self.assertEqual(self.speak(token, raw="x" * 1_100_000, status=422)["field"], "file")

    def test_a_fault_it_tells_of_itself(self) -> None:
        token = self.let_in()
        self.speak(token, {"report": "fault", "at": self.clock.isoformat(), "words": "battery low"})
        self.assertEqual((self.shown()["state"], self.shown()["words"]), ("fault", "battery low"))
        self.speak(token, {"report": "well", "at": self.clock.isoformat()})
        self.assertNotEqual(self.shown()["state"], "fault")
        self.speak(token, self.figure(25.0))
        self.later(minutes=16)
        self.assertEqual((self.shown()["state"], self.shown()["words"]), ("silent", "silent since Tuesday 14:20"))

    def test_csv_of_an_instrument(self) -> None:
        self.let_in()
        uid = self.shown()["uid"]
        csv = "at,measure,value\n" + "".join(f"{(self.clock - timedelta(hours=i)).isoformat()},temperature_c,25.{i}\n" for i in range(3))
        done = self.ask(f"instruments/{uid}/csv", {"text": csv})
        self.assertEqual((done["kept"], done["refused"]), (3, []))
        cut = self.ask(f"instruments/{uid}/csv", {"text": csv[:-12]})
        self.assertEqual((cut["repeated"], [(r["line"], r["field"]) for r in cut["refused"]]), (2, [(4, "line")]))
        self.ask(f"instruments/{uid}/csv", {"text": "when,what\n1,2"}, status=422)

    def test_a_copper_colorimeter_does_the_copper_test(self) -> None:
        fish = self.group(self.sill, "banggai_cardinal", 5)
        copper = {"copper": {"bottle": None, "strength": "", "own": {"kind": "mg_per_ml", "value": "5", "form": "bound"}}}
        self.course(fish, "copper_30_strict", condition="marine_ich", products=copper)
        self.later(hours=13)
        waiting = self.due("water_test")[0]
        self.speak(self.let_in("copper_colorimeter", "C1"), self.figure(0.4, measure="copper_mg_per_l"))
        self.assertEqual(waiting["title"], "Copper")
        self.assertNotIn(waiting["task"], [d["task"] for d in self.due("water_test")])

    def test_a_copper_test_by_hand_does_it_too(self) -> None:
        fish = self.group(self.sill, "banggai_cardinal", 5)
        copper = {"copper": {"bottle": None, "strength": "", "own": {"kind": "mg_per_ml", "value": "5", "form": "bound"}}}
        self.course(fish, "copper_30_strict", condition="marine_ich", products=copper)
        self.later(hours=13)
        waiting = self.due("water_test")[0]
        self.send(f"tanks/{self.sill}/readings", {"copper": "0.4"})
        self.assertNotIn(waiting["task"], [d["task"] for d in self.due("water_test")])

    def test_names_kinds_and_tanks(self) -> None:
        self.let_in()
        for body, field, status in (
            ({"kind": "crystal_ball", "name": "X", "tank": self.sill}, "kind", 422),
            ({"kind": "thermometer", "name": " ", "tank": self.sill}, "name", 422),
            ({"kind": "thermometer", "name": "T1", "tank": self.sill}, "name", 409),
            ({"kind": "thermometer", "name": "T2", "tank": str(uuid4())}, None, 404),
        ):
            with self.subTest(body):
                self.assertEqual(self.send("instruments", body, status=status).get("field"), field)


class Pump(InstrumentCase):
    def setUp(self) -> None:
        super().setUp()
        fish = self.group(self.sill, "banggai_cardinal", 5)
        self.course(fish, "peroxide_in_tank", condition="marine_velvet", products={"hydrogen_peroxide": {"bottle": None, "strength": "w3", "own": None}})
        self.token = self.let_in("dosing_pump", "P1")

    def schedule(self) -> list[dict[str, Any]]:
        answer = Client(headers={"host": "127.0.0.1", "authorization": f"Bearer {self.token}"}).get("/api/instruments/schedule")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/x-ndjson; charset=utf-8"))
        return [json.loads(line) for line in answer.content.decode().splitlines()]

    def test_it_takes_the_ramp_and_reports_each_dose_once(self) -> None:
        """0.99 mg/L into 45 L is 44.6 mg; 3 % by mass is about 30 mg/mL: some 1.5 mL every twelve hours (by hand)."""
        doses = self.schedule()
        self.assertEqual(len(doses), 5)
        self.assertAlmostEqual(doses[0]["ml"], 1.48, delta=0.03)
        self.later(minutes=1)
        report = {"report": "dose", "task": doses[0]["task"], "at": self.clock.isoformat(), "ml": round(doses[0]["ml"], 2)}
        self.assertEqual(self.speak(self.token, report)["kept"], 1)
        self.assertEqual(self.speak(self.token, report)["repeated"], 1)
        self.assertEqual([(d.by, round(d.amount_ml or 0, 2)) for d in Dose.objects.all()], [("P1", report["ml"])])
        self.assertNotIn(doses[0]["task"], [d["task"] for d in self.schedule()])

    def test_ten_times_too_much_is_refused_and_so_is_another_tank(self) -> None:
        dose = self.schedule()[0]
        much = {"report": "dose", "task": dose["task"], "at": self.clock.isoformat(), "ml": dose["ml"] * 10}
        self.assertEqual(self.speak(self.token, much)["refused"][0]["field"], "amount")
        other = self.let_in("dosing_pump", "P2", tank=self.tank(name="Pound", water_type="marine"))
        self.assertEqual(self.speak(other, {**much, "ml": dose["ml"]})["refused"][0]["field"], "task")
        self.assertEqual(Dose.objects.count(), 0)

    def test_a_keeper_who_gave_it_first_is_not_doubled(self) -> None:
        dose = self.schedule()[0]
        self.send(f"tasks/{dose['task']}/dose", {"amount": f"{dose['ml']:.2f} mL"})
        told = self.speak(self.token, {"report": "dose", "task": dose["task"], "at": self.clock.isoformat(), "ml": dose["ml"]})
        self.assertIn("has done this already", told["refused"][0]["detail"])
        self.assertEqual(Dose.objects.count(), 1)


class WaterFiles(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.group(self.weir)

    def bring(self, text: str, *, status: int = 200) -> dict[str, Any]:
        return dict(self.send(f"tanks/{self.weir}/tests-csv", {"text": text, "basis": "ion"}, status=status))

    def chart(self, days: int = 30) -> dict[str, Any]:
        return dict(self.get(f"tanks/{self.weir}/water-chart?days={days}"))

    def test_out_and_in_again(self) -> None:
        text = "when,temperature,ph,nitrate,note\n2026-11-20 18:30,25.0,7.2,38,evening\n2026-11-21T18:30:00+01:00,25.4,7.1,,\n"
        self.assertEqual((self.bring(text)["kept"], self.bring(text)["known"]), (2, 2))
        first = WaterReading.objects.order_by("happened_at")[0]
        self.assertEqual((first.happened_at.isoformat(), first.temperature_c, first.note), ("2026-11-20T18:30:00+00:00", 25.0, "evening"))
        out = self.client_of().get(self.url(f"tanks/{self.weir}/tests.csv")).content.decode()
        self.assertEqual((self.bring(out)["known"], WaterReading.objects.count()), (2, 2), "its own file, brought back into its own tank, doubles nothing")
        sluice = self.tank(name="Sluice")
        again = self.send(f"tanks/{sluice}/tests-csv", {"text": out, "basis": "ion"})
        self.assertEqual(again["kept"], 2)
        pairs = [
            [(r.happened_at, r.ph, round(r.nitrate_as_n_mg_per_l or 0, 6)) for r in WaterReading.objects.filter(tank__uid=t).order_by("happened_at")]
            for t in (self.weir, sluice)
        ]
        self.assertEqual(pairs[0], pairs[1])

    def test_a_file_that_is_wrong_changes_nothing(self) -> None:
        good = "2026-11-20 18:30,25,7.2\n"
        for text, field in (
            ("temperature,ph\n25,7\n", "file"), ("when,mood\n2026-11-20 18:30,fine\n", "file"), ("when,temperature,colour\n2026-11-20,25,red\n", "file"),
            (f"when,temperature,ph\n{good}2026-11-21 18:30,25\n", "file.3"), (f"when,temperature,ph\n{good}tomorrow,25,7\n", "file.3.when"),
            (f"when,temperature,ph\n{good}2027-11-21 18:30,25,7\n", "file.3.when"), (f"when,temperature,ph\n{good}2026-11-21 18:30,25,19\n", "file.3.ph"),
            (f"when,temperature,ph\n{good}2026-11-21 18:30,,\n", "file.3.temperature"), ("when,temperature,ph\n", "file"),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertIn(self.bring(text, status=409 if text.endswith("ph\n") else 422)["field"], (field,))
        self.assertEqual(WaterReading.objects.count(), 0)

    def test_the_chart_knows_the_limits_and_what_nitrate_asks_for(self) -> None:
        """40 mg/L nitrate as NO3 to under 30 (6.8 as N is 30.1): a twentieth under it is 28.4 %, in steps of five 30 % (by hand)."""
        self.send(f"tanks/{self.weir}/readings", {"temperature": "28.5", "ph": "7.2", "nitrate": "40", "basis": "ion"})
        told = self.chart()
        self.assertEqual([a["words"] for a in told["advice"]], ["Nitrate 40 mg/L NO₃: change 30 % of the water, with water that holds none, to get under 30."])
        rows = {r["name"]: r for r in told["rows"]}
        self.assertEqual((rows["temperature"]["low"], rows["temperature"]["high"], rows["temperature"]["points"][0]["state"]), (23.0, 27.0, "above"))
        self.assertEqual((rows["ph"]["limit_words"], rows["ph"]["points"][0]["state"]), ("6.0 to 8.2", "in_range"))
        self.later(days=2)
        self.send(f"tanks/{self.weir}/readings", {"nitrate": "28", "basis": "ion"})
        self.assertEqual(self.chart()["advice"], [])

    def test_free_ammonia_is_drawn_only_where_ph_and_warmth_were_read(self) -> None:
        """1 mg/L as N at 25 °C and pH 8.0: 5.4 % is free in fresh water (Emerson et al. 1975, table), 0.054 and harmful."""
        self.send(f"tanks/{self.weir}/readings", {"ammonia": "1", "basis": "n"})
        self.assertEqual([r["name"] for r in self.chart()["rows"]], [])
        self.later(hours=1)
        self.send(f"tanks/{self.weir}/readings", {"ammonia": "1", "ph": "8", "temperature": "25", "basis": "n"})
        point = next(r for r in self.chart()["rows"] if r["name"] == "ammonia")["points"][0]
        self.assertEqual((point["words"], point["state"]), ("0.054", "above"))

    def test_days_that_can_not_be(self) -> None:
        for days in ("0", "-3", "99999", "NaN"):
            self.get(f"tanks/{self.weir}/water-chart?days={days}", status=422)


class BesideAHand(InstrumentCase):
    """What speaks every five minutes must not push aside what somebody read once a day."""

    def setUp(self) -> None:
        super().setUp()
        self.fish = self.group(self.sill, "banggai_cardinal", 5)
        self.send(f"tanks/{self.sill}/readings", {"ph": "8.2", "ammonia": "0", "nitrite": "0.1"})
        token = self.let_in()
        self.later(hours=23)
        self.speak(token, *[self.figure(25.0 + n % 4 / 10, minutes_ago=60 * n) for n in range(23)])

    def test_the_hand_still_counts_at_the_gate_and_alone_stands_in_the_story(self) -> None:
        self.send(f"groups/{self.fish}/looks", {"signs": {"flashing": True}})
        told = self.get(f"tanks/{self.sill}/water")
        self.assertEqual([r["ph"] for r in told], ["8.2"])
        self.assertEqual(WaterReading.objects.filter(tank__uid=self.sill).count(), 24)
        line = self.get("timeline?kind=reading")["lines"]
        self.assertEqual(len(line), 1)
        strip = next(s for s in self.get("today")["strips"] if s["tank"] == self.sill)
        self.assertEqual(len(strip["readings"]), 1)
        form = self.get(f"groups/{self.fish}/look")
        self.assertIn("8.2", json.dumps(form["read"]), form["read"])
        self.assertTrue(any(str(v).startswith("25.") for v in form["read"].values()), form["read"])

    def test_the_chart_draws_as_many_as_it_can_show(self) -> None:
        def points(days: int) -> int:
            rows = self.get(f"tanks/{self.sill}/water-chart?days={days}")["rows"]
            return sum(len(r["points"]) for r in rows if r["name"] == "temperature")

        self.assertEqual(points(7), 23)
        self.assertIn(points(30), (3, 4))
        self.assertEqual(points(90), 1)
        self.assertEqual([p["by_hand"] for r in self.get(f"tanks/{self.sill}/water-chart?days=30")["rows"] if r["name"] == "ph" for p in r["points"]], [True])
