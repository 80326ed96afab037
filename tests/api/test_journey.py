"""From a sick fish to a closed case through the API, with the figures each step must give."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from icalendar import Calendar

from pennywort.accounts.models import Fishroom, Membership
from pennywort.courses.models import Case, Dose, Task
from tests.api.room import LABEL, RoomCase

SPOTS = {"white_spots_countable": True, "flashing": True, "gold_grey_dust": False}


class Tanks(RoomCase):
    def test_volume_as_typed(self) -> None:
        """24 x 12 x 12 in is 56.6 L (14.96 US gal); 2 cm of sand and 2.6 kg of rock take 2.2 and 1 L."""
        got = self.ask("volume", {"length": "24 in", "width": "12 in", "water_depth": "12 in", "sand_depth": "2 cm", "rock_mass": "2.6 kg"})
        self.assertEqual((got["gross"]["figure"], got["net"]["figure"], got["less_words"]), ("56.6", "53.4", "6 % less than the box"))
        self.assertEqual([t["figure"] for t in got["trace"]], ["56.63", "-2.23", "-1", "53.4"])

    def test_two_tanks_can_not_share_a_name(self) -> None:
        self.tank()
        self.assertEqual(
            self.send("tanks", {"name": "Weir", "water_type": "marine", "length": "50", "width": "40", "water_depth": "30"}, status=422)["field"], "name"
        )

    def test_new_measures_leave_old_doses_as_they_were_and_lead_the_next(self) -> None:
        """30 g were a third for 45 L; measured anew at 60 L the next third is 40 g, and the old level stays."""
        tank = self.tank()
        self.course(self.group(tank))
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "30 g"})
        body = {"name": "Weir", "water_type": "freshwater_tropical", "length": "60", "width": "30", "water_depth": "28", "measured_net_volume": "60 L"}
        self.send(f"tanks/{tank}", body, method="put")
        self.assertEqual(self.get(f"tanks/{tank}")["volume"]["net"]["figure"], "60.0")
        self.assertEqual(Dose.objects.get().net_volume_l, 45)
        self.assertEqual(self.get("today")["strips"][0]["level"]["figure"], "0.67")
        self.later(days=1)
        due = self.due()[0]
        self.assertEqual((due["press"], due["reaches"]), ("Gave 40 g", "1.33 g/L"))
        self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})


class Fish(RoomCase):
    def test_arrivals_may_be_estimates(self) -> None:
        group = self.group(self.tank(), species="Cardinal tetra", count=600, count_plus_minus=15, dead_on_arrival=20)
        self.send(f"groups/{group}/losses", {"count": 50, "count_plus_minus": 5})
        row = self.get("groups")[0]
        self.assertEqual((row["words"], row["arrived_words"]), ("about 530 ± 16 cardinal tetras", "about 600 ± 15, 20 dead on arrival"))

    def test_a_species_of_the_list_is_known_by_any_of_its_names(self) -> None:
        tank = self.tank()
        for typed in ("kuhli_loach", "Kuhli Loach", "pangio kuhlii"):
            self.group(tank, species=typed, count=2)
        self.assertEqual({g["words"] for g in self.get("groups")}, {"2 kuhli loaches"})


class Look(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def test_weighing_keeps_nothing_and_says_it_all(self) -> None:
        got = self.ask(f"groups/{self.barbs}/weigh", {"signs": SPOTS, "ammonia": "1", "ph": "8.2", "temperature": "26"})
        self.assertEqual(got["ranked"][0]["condition"], "ich")
        self.assertEqual((got["gate"]["state"], got["gate"]["words"]), ("shut", "Mend the water first: ammonia."))
        self.assertEqual(got["acts"]["do"][0]["id"], "large_change")
        self.assertEqual(got["ranked"][0]["evidence_for"][0]["sign"], "white_spots_countable")
        self.assertTrue(got["next_looks"])
        self.assertEqual(Case.objects.count(), 0)

    def test_shares_and_something_else_make_a_hundred(self) -> None:
        got = self.ask(f"groups/{self.barbs}/weigh", {"signs": SPOTS})
        self.assertAlmostEqual(sum(r["in_100"] for r in got["ranked"]) + got["something_else_in_100"], 100, delta=8)
        self.assertGreater(got["something_else_in_100"], 0)

    def test_a_look_with_something_seen_opens_one_case(self) -> None:
        first = self.send(f"groups/{self.barbs}/looks", {"signs": SPOTS, "temperature": "25", "ammonia": "0.1", "nitrite": "0"})
        self.later(days=1)
        second = self.send(f"groups/{self.barbs}/looks", {"signs": {"white_spots_countable": True}})
        self.assertEqual(first["case"], second["case"])
        story = self.get(f"cases/{first['case']}")
        self.assertEqual((story["figures"]["looks"], story["figures"]["days"]), (2, 2))
        self.assertEqual([line["kind"] for line in story["lines"]], ["open", "look", "reading", "look"])

    def test_a_look_at_healthy_fish_opens_none(self) -> None:
        self.assertIsNone(self.send(f"groups/{self.barbs}/looks", {"signs": {"eating_normally": True, "flashing": False}})["case"])

    def test_the_last_look_is_shown_with_its_verdict(self) -> None:
        self.send(f"groups/{self.barbs}/looks", {"signs": SPOTS}, by=self.ivo)
        board = self.get(f"groups/{self.barbs}/look")
        self.assertEqual((board["last_words"], board["last_verdict"], board["carried"]["signs"]), ("Tue 14:20, Ivo", "White spot fits best.", SPOTS))
        self.assertGreaterEqual(sum(len(r["signs"]) for r in board["regions"]), 30)


class Courses(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def test_the_slip(self) -> None:
        """2 g/L in 45 L is 90 g in three parts of 30 g; reach and range in g/L; cautions and sources beside it."""
        slip = self.ask(f"groups/{self.barbs}/slip", {"protocol": "salt_and_warmth"})
        line = slip["lines"][0]
        self.assertEqual((line["big"], line["whole_words"]), ({"figure": "30", "unit": "g"}, "one of 3 parts; 90 g in all"))
        self.assertEqual((line["reaches"]["figure"], line["range_low"]["figure"], line["range_high"]["figure"]), ("2.00", "1.00", "3.00"))
        self.assertIn("The Use of Salt in Aquaculture", line["source"])
        self.assertEqual({c["level"] for c in slip["cautions"]}, {"never", "care", "know"})
        self.assertEqual(slip["days"][0]["amount"], "30 g")
        self.assertTrue(all(c["source"] for c in slip["cautions"]))

    def test_the_slip_of_a_label(self) -> None:
        """5 mL per 10 gal in 45 L: 5.94 mL for a US gallon; 4.95 for an imperial one."""
        label = {**LABEL, "per_volume": "10 gal"}
        slip = self.ask(f"groups/{self.barbs}/slip", {"protocol": "by_label", "label": label})
        self.assertEqual(slip["lines"][0]["trace"][1]["figure"], "5.944")
        self.maren.volume_unit = "imp_gal"
        self.maren.save()
        slip = self.ask(f"groups/{self.barbs}/slip", {"protocol": "by_label", "label": label})
        self.assertEqual(slip["lines"][0]["trace"][1]["figure"], "4.949")

    def test_the_slip_follows_a_chosen_target_and_the_fish(self) -> None:
        slip = self.ask(f"groups/{self.barbs}/slip", {"protocol": "salt_and_warmth", "parameters": {"target": "1 g/L"}})
        self.assertEqual(slip["lines"][0]["big"]["figure"], "15")
        loaches = self.group(self.tank(name="Sluice"), species="kuhli_loach")
        slip = self.ask(f"groups/{loaches}/slip", {"protocol": "salt_and_warmth"})
        self.assertEqual(slip["lines"][0]["target_text"], "1.00 g/L")

    def test_dated_tasks_and_one_press_a_dose(self) -> None:
        made = self.course(self.barbs)
        self.assertEqual(Task.objects.filter(course__uid=made["uid"]).count(), 30)
        due = self.due()[0]
        self.assertEqual((due["press"], due["press_amount"], due["section"], due["reaches"]), ("Gave 30 g", "30 g", "now", "0.67 g/L"))
        self.later(minutes=90)
        self.assertEqual((self.due()[0]["section"], self.due()[0]["late_words"]), ("late", "90 min"))
        self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        dose = Dose.objects.get()
        self.assertEqual((dose.amount_mg, dose.happened_at), (30_000, self.clock))
        done = self.get("today")["done"][0]
        self.assertEqual((done["words"], done["by"], done["at_words"]), ("Weir: gave 30 g salt", "Maren", "15:50"))

    def test_a_water_change_reckons_what_goes_back(self) -> None:
        """At 2 g/L in 45 L a quarter changed takes out 22.5 g; the level holds when it is put back, falls when not."""
        self.course(self.barbs)
        for _ in range(3):
            self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "30 g"})
            self.later(days=1)
        back = self.ask(f"tanks/{self.weir}/goes-back", {"share": "25 %"})
        self.assertEqual((back["volume"]["figure"], back["parts"][0]["amount"]), ("11.2", {"figure": "22.5", "unit": "g"}))
        self.send(f"tanks/{self.weir}/changes", {"share": "25 %", "put_back": True})
        self.assertEqual(self.get("today")["strips"][0]["level"]["figure"], "2.00")
        self.later(hours=2)
        self.send(f"tanks/{self.weir}/changes", {"share": "60 %", "put_back": False})
        strip = self.get("today")["strips"][0]
        self.assertEqual((strip["level"]["figure"], strip["state"], strip["state_words"]), ("0.80", "below", "below range"))

    def test_a_label_puts_back_its_share_of_a_dose(self) -> None:
        self.course(self.barbs, protocol="by_label", label=LABEL)
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "5.6 mL"})
        back = self.ask(f"tanks/{self.weir}/goes-back", {"share": "50 %"})
        self.assertEqual(back["parts"][0]["amount"], {"figure": "2.8", "unit": "mL"})

    def test_a_second_round_is_what_is_missing_on_the_day(self) -> None:
        """Round 2 fills up to 2.5 mg/L: less where nobody changed the half, more once it is changed; never above.

        By hand, half-life 96 h: 45 L × 2.5 × (1 − 0.707) = 33 mg; with half changed 45 × (2.5 − 0.884) = 72.7 mg.
        """
        self.course(self.barbs, protocol="two_rounds", condition="skin_flukes")
        for due in self.due():
            self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})
        self.later(days=2)
        due = self.due()[0]
        self.assertEqual(
            (due["what"], due["press"], due["warning"], due["reaches"]),
            ("praziquantel", "Gave 33 mg", "“Change half before round 2” is still open: change the water first, then dose.", "2.49 mg/L"),
        )
        change = self.due("water_change")[0]
        self.send(f"tanks/{self.weir}/changes", {"share": change["press_amount"], "task": change["task"], "put_back": False})
        due = self.due()[0]
        self.assertEqual((due["press"], due["warning"], due["reaches"]), ("Gave 73 mg", "", "2.50 mg/L"))

    def test_a_treatment_ends_the_watching(self) -> None:
        self.course(self.barbs, protocol="watch", condition="")
        self.course(self.barbs)
        self.assertEqual([s["medicine"] for s in self.get("today")["strips"]], ["salt"])

    def test_warmth_is_a_reading_and_a_task_done(self) -> None:
        self.course(self.barbs)
        warm = self.due("temperature")[0]
        self.assertEqual(warm["press"], "Reached 27.0 °C")
        self.send(f"tasks/{warm['task']}/warmth", {"temperature": "80.6F"})
        self.assertEqual(self.due("temperature"), [])
        self.assertEqual(self.get(f"tanks/{self.weir}/water")[0]["temperature"]["figure"], "27.0")

    def test_a_look_and_a_test_tick_off_what_was_due(self) -> None:
        self.course(self.barbs)
        self.later(days=2)
        self.assertTrue(self.due("look") and self.due("water_test"))
        self.send(f"groups/{self.barbs}/looks", {"signs": SPOTS, "ammonia": "0", "nitrite": "0"})
        self.assertEqual((self.due("look"), self.due("water_test")), ([], []))

    def test_the_head_is_one_sentence(self) -> None:
        self.assertEqual(self.get("today")["sentence"], "Nothing due.")
        self.course(self.barbs, protocol="by_label", label=LABEL)
        self.assertEqual(self.get("today")["sentence"], "One due. Then nothing until Wednesday 14:20.")
        self.later(hours=2)
        self.assertEqual(self.get("today")["sentence"], "One due, late. Then nothing until Wednesday 14:20.")

    def test_strips_carry_curve_ticks_and_words(self) -> None:
        self.course(self.barbs)
        self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "30 g"})
        self.send(f"groups/{self.barbs}/losses", {"count": 1})
        strip = self.get("today")["strips"][0]
        curve = strip["curves"][0]
        self.assertEqual((curve["colour"], curve["low"]["figure"], curve["high"]["figure"]), ("grey", "1.00", "3.00"))
        self.assertAlmostEqual(curve["past"][-1]["concentration_mg_per_l"], 30_000 / 45)
        self.assertAlmostEqual(max(p["concentration_mg_per_l"] for p in curve["ahead"]), 30_000 / 45 + 2 * 30_000 / 45, places=3)
        self.assertEqual([d["done"] for d in strip["doses"]], [True, False, False])
        self.assertEqual((len(strip["losses"]), strip["day_count"]["words"]), (1, "day 1 of 14"))
        self.assertEqual(strip["label"], "Weir: 9 cherry barbs, salt, building up, 0.67 g/L, day 1 of 14")


class Records(RoomCase):
    def lived(self) -> str:
        """A case with one of everything: look, test, course, dose, change, correction, strike, loss, observation."""
        weir = self.tank()
        barbs = self.group(weir, supplier="the Saturday van")
        self.send(f"groups/{barbs}/looks", {"signs": SPOTS, "temperature": "25", "ammonia": "0.1", "nitrite": "0.1", "ph": "7.2"}, by=self.ivo)
        self.later(hours=1)
        case = self.course(barbs)["case"]
        first = self.send(f"tasks/{self.due()[0]['task']}/dose", {"amount": "33 g"})["uid"]
        self.send(f"tasks/{Dose.objects.get().task.uid}/dose", {"amount": "30 g", "corrects": first})  # type: ignore[union-attr]
        self.later(days=1)
        self.send(f"groups/{barbs}/losses", {"count": 1, "note": "small one"})
        self.send(f"groups/{barbs}/observations", {"appetite": "less", "breathing": "fast", "note": "More grains."})
        self.send(f"tanks/{weir}/changes", {"share": "25 %", "put_back": True}, by=self.ivo)
        wrong = self.send(f"groups/{barbs}/losses", {"count": 2})["uid"]
        self.send("strike", {"ledger": "loss", "entry": wrong, "reason": "hid behind the pipe"})
        self.later(days=20)
        self.send(f"cases/{case}/close", {"outcome": "recovered", "note": "Two days sooner next time."})
        return case

    def test_the_story_in_order_with_its_figures(self) -> None:
        case = self.lived()
        story = self.get(f"cases/{case}")
        ats = [line["at"] for line in story["lines"]]
        self.assertEqual(ats, sorted(ats))
        figures = story["figures"]
        self.assertEqual(
            (
                figures["days"],
                figures["doses_given"],
                figures["looks"],
                figures["fish_at_start"],
                figures["fish_lost"],
                figures["fish_left"],
                figures["survived"],
            ),
            (22, 1, 1, "10", "1", "9", "90 %"),
        )
        self.assertEqual(story["sentence"], "White spot, fresh water (Ichthyophthirius): cured after 22 days, 1 lost, 9 left.")
        self.assertEqual((story["lines"][0]["kind"], story["lines"][-1]["kind"]), ("open", "close"))
        self.assertIn("struck out: hid behind the pipe", [line["detail"] for line in story["lines"]])
        self.send(f"cases/{case}/close", {"outcome": "lost"}, status=409)

    def exported(self, case: str, room: Fishroom | None = None) -> dict[str, Any]:
        answer = self.client_of().get(self.url(f"cases/{case}/file", room))
        self.assertEqual(answer.status_code, 200)
        self.assertIn("attachment", answer["Content-Disposition"])
        return dict(answer.json())

    def empty_room(self) -> Fishroom:
        room = Fishroom.objects.create(name="Empty Lock", time_zone="Europe/London")
        Membership.objects.create(fishroom=room, keeper=self.maren)
        return room

    def bring(self, text: str, room: Fishroom, status: int = 200) -> Any:
        answer = self.client_of().post(self.url("cases/import", room), json.dumps({"write_id": str(uuid4()), "text": text}), content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_a_case_comes_in_elsewhere_as_the_same_case(self) -> None:
        """Out as JSON, into an empty fishroom, and out again: the same file but for the fishroom's name."""
        case = self.lived()
        file, empty = self.exported(case), self.empty_room()
        self.assertEqual((file["format"], file["version"], len(file["courses"][0]["doses"])), ("pennywort-case", 2, 3))
        self.assertEqual(self.bring(json.dumps(file), empty)["uid"], case)
        again = self.exported(case, empty)
        self.assertEqual({**again, "fishroom": file["fishroom"]}, file)
        here, there = self.get(f"cases/{case}"), self.client_of().get(self.url(f"cases/{case}", empty)).json()
        self.assertEqual(there["figures"], here["figures"])
        self.assertEqual([(x["words"], x["by"], x["struck"]) for x in there["lines"]], [(x["words"], x["by"], x["struck"]) for x in here["lines"]])

    def test_a_case_comes_in_once(self) -> None:
        text, empty = json.dumps(self.exported(self.lived())), self.empty_room()
        self.bring(text, empty)
        self.assertEqual(self.bring(text, empty, status=409)["field"], "file")
        self.assertEqual(Case.objects.filter(fishroom=empty).count(), 1)

    def test_broken_files_are_refused_whole(self) -> None:
        """Cut in half, of another format, with impossible values or links that lead nowhere: nothing comes in."""
        file, empty = self.exported(self.lived()), self.empty_room()

        def broken(change: Any) -> str:
            copy = json.loads(json.dumps(file))
            change(copy)
            return json.dumps(copy)

        text = json.dumps(file)
        for bad, field in (
            (text[: len(text) // 2], "file"),
            ("", "file"),
            ("[]", "file"),
            ('{"format": "something-else"}', "file"),
            (broken(lambda f: f.update(version=99)), "file"),
            (broken(lambda f: f["tank"].update(length_cm=-1)), "file.tank.length_cm"),
            (broken(lambda f: f["tank"].update(net_volume_l=1e308)), "file.tank.net_volume_l"),
            (broken(lambda f: f["losses"][0].update(count=-3)), "file.losses.0.count"),
            (broken(lambda f: f["losses"][0].update(corrects=str(uuid4()))), "file.losses"),
            (broken(lambda f: f["courses"][0]["doses"][0].update(task=str(uuid4()))), "file.courses.0.doses"),
            (broken(lambda f: f["courses"][0].update(protocol_id="snake_oil")), "file.courses.0.protocol_id"),
            (broken(lambda f: f["case"].update(opened_at="2026-11-24T10:00:00")), "file.case.opened_at"),
            (broken(lambda f: f.update(extra=1)), "file.extra"),
            (broken(lambda f: f.pop("group")), "file.group"),
            (text.replace("0.25", "NaN"), "file.water_changes.0.changed_fraction"),
        ):
            with self.subTest(field=field, start=bad[:30]):
                self.assertEqual(self.bring(bad, empty, status=422)["field"], field)
        twice = broken(lambda f: f["losses"].append(f["losses"][0]))
        self.bring(twice, empty, status=409)
        self.assertEqual((Case.objects.filter(fishroom=empty).count(), Task.objects.filter(fishroom=empty).count()), (0, 0))

    def test_the_calendar_holds_every_task(self) -> None:
        """RFC 5545, read back by the icalendar library: a dated event a task, with amount, and an alarm while open."""
        barbs = self.group(self.tank())
        case = self.course(barbs)["case"]
        answer = self.client_of().get(self.url(f"cases/{case}/calendar"))
        self.assertEqual(answer["Content-Type"], "text/calendar; charset=utf-8")
        events = list(Calendar.from_ical(answer.content).walk("VEVENT"))
        self.assertEqual(len(events), 30)
        first = events[0]
        self.assertEqual((str(first["summary"]), first.decoded("dtstart"), len(first.subcomponents)), ("Weir: First third of the salt, 30 g", self.clock, 1))
        self.assertEqual(len({str(e["uid"]) for e in events}), 30)

    def test_closing_ends_the_course(self) -> None:
        case = self.course(self.group(self.tank()))["case"]
        self.send(f"cases/{case}/close", {"outcome": "lost"})
        self.assertEqual(self.get("today")["due"], [])
        calendar = Calendar.from_ical(self.client_of().get(self.url(f"cases/{case}/calendar")).content)
        self.assertEqual({str(e["status"]) for e in calendar.walk("VEVENT")}, {"CANCELLED"})
