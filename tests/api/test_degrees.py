"""A reader of °F reads no °C: in the reference, in refusals, in slips and in amounts; what a keeper typed stays as he typed it."""

from __future__ import annotations

import json
import re
from typing import Any
from unittest import TestCase

from pennywort.core.reference import library
from pennywort.core.units import Preferences, degrees, degrees_apart, in_own_degrees
from tests.api.room import COPPER, LABEL, RoomCase
from tests.api.test_course_engine import SEA

F, C = Preferences(temperature="f"), Preferences()


class Sentences(TestCase):
    def test_points_ranges_and_differences(self) -> None:
        """27 °C is 80.6 °F, 21 is 69.8, 30 is 86; five degrees apart are nine (arithmetic)."""
        for text, told in (
            (f"never above {degrees(27)}, or", "never above 80.6\u00a0°F, or"),
            ("29 to 32\u00a0°C; 30\u00a0°C is the most", "84.2 to 89.6\u00a0°F; 86\u00a0°F is the most"),
            ("heat 30–33\u00a0°C", "heat 86–91.4\u00a0°F"),
            (f"{degrees_apart(5.0)} colder", "9.0\u202f°F colder"),
            ("she wrote 26 °C here", "she wrote 26 °C here"),
        ):
            with self.subTest(text):
                self.assertEqual(in_own_degrees(text, F), told)
                self.assertEqual(in_own_degrees(text, C), text)

    def test_the_reference_writes_every_temperature_so(self) -> None:
        """No file holds one that would be passed over: each is a point on the scale, never a difference."""
        from pennywort.core.reference.library import DATA
        from pennywort.core.reference.yaml_files import read_yaml

        def texts(value: Any) -> list[str]:
            if isinstance(value, str):
                return [value]
            return [t for v in (value.values() if isinstance(value, dict) else value if isinstance(value, list) else ()) for t in texts(v)]

        found = [t for path in DATA.rglob("*.yaml") for t in texts(read_yaml(path)) if re.search(r"\d.°C", t)]
        self.assertGreater(len(found), 40)
        for text in found:
            self.assertNotIn("°C", in_own_degrees(text, F), text)


class Reader(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        client = self.client_of()
        client.put("/api/me/preferences", json.dumps({"temperature_unit": "f"}), content_type="application/json")

    def no_celsius(self, told: Any, where: str) -> None:
        text = json.dumps(told, ensure_ascii=False)
        # the scales of hydrometers are named so, whoever reads them
        around = [text[max(0, m.start() - 80) : m.end() + 20] for m in re.finditer("°C", text) if not re.search(r"\d/\d+ $", text[: m.start()])]
        self.assertEqual(around, [], where)

    def asked(self, path: str, body: dict[str, Any]) -> Any:
        """An answer, or the words of a refusal."""
        answer = self.client_of().post(self.url(path), json.dumps(body), content_type="application/json")
        self.assertLess(answer.status_code, 500, answer.content)
        return answer.json()

    def test_the_whole_reference(self) -> None:
        for path in ("conditions", "actives", "sensitivities", "species", "looks", "losses", *(f"conditions/{c}" for c in library().conditions)):
            answer = self.client_of().get(f"/api/reference/{path}")
            if answer.status_code == 200:
                self.no_celsius(answer.json(), path)

    def test_every_course_and_every_use(self) -> None:
        """In water that is 9 °C, where many a use and a life cycle says that it is too cold for it."""
        waters = {"freshwater_tropical": "ram_cichlid", "marine": "royal_gramma", "coldwater_pond": "goldfish"}
        for water, species in waters.items():
            tank = self.tank(**{**SEA, "name": f"T {water}", "code": "", "water_type": water})
            group = self.group(tank, species=species)
            self.send(f"tanks/{tank}/readings", {"temperature": "9 C", "ph": "8", "ammonia": "0.1", "oxygen": "4"})
            self.no_celsius(self.get(f"tanks/{tank}/water"), water)
            for condition in ("", "ich", "marine_ich", "skin_flukes"):
                self.no_celsius(self.asked(f"groups/{group}/schools", {"condition": condition}), condition)
            for protocol in library().courses.values():
                if water in protocol.water:
                    products = COPPER if any(m.active == "copper" for m in protocol.medicines) else {}
                    wish = {"protocol": protocol.id, "products": products, "label": {**LABEL} if protocol.kind == "label" or protocol.needs_label else None}
                    self.no_celsius(self.asked(f"groups/{group}/slip", wish), protocol.id)
            self.no_celsius(self.get("today"), "today")
            for use in (u for _, u in library().uses.values() if water in u.water):
                bath = {"temperature": "60 F", "home_temperature": "75 F"} if use.route in ("bath", "dip") else None
                told = self.asked(
                    "measure", {"kind": "dose", "use": use.id, "volume": "40 L", "tank": tank, "confirmed": True, "prescribed": True, "bath": bath}
                )
                self.no_celsius(told, use.id)

    def test_a_refusal_and_a_difference(self) -> None:
        """Kept at 82 °F in a bath of 73: 9 degrees apart, told as such."""
        tank = self.tank()
        self.send(f"tanks/{tank}/readings", {"temperature": "82 F"})
        told = self.asked("measure", {"kind": "dose", "use": "km_2", "tank": tank, "volume": "10 L", "confirmed": True, "bath": {"temperature": "73 F"}})
        self.assertIn("the bath is 9.0\u202f°F colder", told["words"])
        group = self.group(tank, species="panda_corydoras")
        told = self.asked(f"groups/{group}/slip", {"protocol": "ich_heat"})
        self.assertIn("bear at most 77\u00a0°F", told["detail"])

    def test_what_was_typed_stays(self) -> None:
        tank = self.tank()
        group = self.group(tank)
        self.send(f"groups/{group}/losses", {"count": 1, "note": "at 29 °C, by the heater"})
        self.assertIn("t 29 °C, by the heater", json.dumps(self.get(f"groups/{group}/book"), ensure_ascii=False))
