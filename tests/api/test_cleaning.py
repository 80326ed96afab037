"""What is typed is kept; what nobody typed is not, and no cell becomes a formula."""

from __future__ import annotations

import csv
import json
from io import StringIO
from unittest import TestCase

from icalendar import Calendar

from pennywort.fish.models import Observation, Photo
from pennywort.records.cleaning import clean, clean_text, safe_cell
from pennywort.tanks.models import Tank
from tests.api.room import TANK, RoomCase


class Texts(TestCase):
    def test_what_people_type_stays(self) -> None:
        for text in ("Weir", "5 µg/L at 25\u00a0°C", "Ärger, 魚, שלום, 🐟", "two\nlines\tand a tab", "a\u200db"):
            self.assertEqual(clean_text(text), text)

    def test_what_nobody_can_see_goes(self) -> None:
        """Control characters, controls of direction (Unicode UAX 9), and line ends of other systems; half an emoji is shown as such."""
        for text, kept in (
            ("We\x00ir\x07", "Weir"),
            ("Weir\u202etxt.exe", "Weirtxt.exe"),
            ("\ufeffWeir\u2066", "Weir"),
            ("one\r\ntwo\rthree", "one\ntwo\nthree"),
            ("a fish \ud83d", "a fish \ufffd"),
            ("\x85next", "next"),
        ):
            self.assertEqual(clean_text(text), kept)
        self.assertEqual(clean({"a": ["x\x00", {"b\x00": 3}], "password": "p\x00"}), {"a": ["x", {"b": 3}], "password": "p\x00"})

    def test_cells(self) -> None:
        for text in ("=1+1", "+A1", "-A1", "@x", "\t=1", "\r=1", "＝1", "＋A1", "－A1", "＠x", "-1 mL"):
            self.assertEqual(safe_cell(text), f"'{text}")
        for text in ("Weir", "-1", "+3.5", "", "1=1"):
            self.assertEqual(safe_cell(text), text)


class ThroughTheApi(RoomCase):
    def test_names_and_notes(self) -> None:
        """In a body and in a form; nothing of it is a 500, and what is kept can be written to every file."""
        tank = self.tank(name="We\u202eir\x00")
        self.assertEqual(Tank.objects.get().name, "Weir")
        barbs = self.group(tank)
        self.send(f"groups/{barbs}/observations", {"note": "hides \ud83d behind\r\nthe wood"})
        self.assertEqual(Observation.objects.get().note, "hides \ufffd behind\nthe wood")
        self.photo(barbs, note="left\u202e side\x07")
        self.assertEqual(Photo.objects.get().note, "left side")
        self.assertEqual(self.client_of().get(self.url("archive")).status_code, 200)

    def test_every_text_of_a_tank_may_hold_anything(self) -> None:
        for strange in ("\ud800", "\udfff\ud800", "\x00", "\u202e", "\ufffe", "💧" * 20):
            body = json.dumps({**TANK, "name": f"{strange}x", "code": strange, "write_id": "5d5f2c6e-9d0a-4a53-9b57-2b7b6f0d1c11"})
            answer = self.client_of().post(self.url("tanks"), body, content_type="application/json")
            self.assertLess(answer.status_code, 500, (strange, answer.content))

    def test_water_as_csv(self) -> None:
        """A wide sign begins a formula in some spreadsheets; in again it is the note that was typed."""
        weir = self.tank()
        self.send(f"tanks/{weir}/readings", {"temperature": "25", "note": "＝HYPERLINK(1)"})
        content = self.client_of().get(self.url(f"tanks/{weir}/tests.csv")).content.decode()
        self.assertEqual([row["note"] for row in csv.DictReader(StringIO(content))], ["'＝HYPERLINK(1)"])

    def test_a_line_end_in_a_name_stays_inside_its_line_of_the_calendar(self) -> None:
        weir = self.tank(name="Weir\nATTENDEE:mailto:x@example.org")
        self.course(self.group(weir))
        answer = self.client_of().get(self.url(f"cases/{self.get('cases')['cases'][0]['uid']}/calendar"))
        self.assertEqual(answer.status_code, 200, answer.content)
        text = b"".join(answer).decode().replace("\r\n ", "")
        self.assertFalse([line for line in text.split("\r\n") if line.startswith("ATTENDEE")])
        events = Calendar.from_ical(text).walk("VEVENT")
        self.assertTrue(events)
        self.assertTrue(all(str(e["summary"]).startswith("Weir\nATTENDEE") for e in events))
