"""The one-page sheets for a supplier and for a veterinarian, as data and as PDF."""

from __future__ import annotations

from io import BytesIO
from urllib.parse import quote

from pypdf import PdfReader
from scipy.stats import binomtest

from pennywort.core.outcome.survival import share_band
from pennywort.courses.models import Case
from tests.api.room import RoomCase


class Sheets(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()

    def pdf(self, path: str) -> PdfReader:
        answer = self.client_of().get(self.url(path))
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        return PdfReader(BytesIO(answer.content))

    def test_the_band_is_wilsons(self) -> None:
        """Against scipy's own Wilson interval."""
        for lost, came in ((0, 1), (6, 16), (40, 600), (9, 9)):
            told = binomtest(lost, came).proportion_ci(method="wilson")
            low, high = share_band(lost, came)
            self.assertAlmostEqual(low, told.low, places=9)
            self.assertAlmostEqual(high, told.high, places=9)

    def test_a_supplier(self) -> None:
        """Twelve came, one dead, two lost on day 3 and, of the two that moved on, one on day 5; what dies on day 9 is another matter."""
        group = self.group(self.weir, count=12, ordered_count=14, dead_on_arrival=1, supplier="the canal van")
        self.group(self.weir, "guppy", 4, supplier="another")
        sluice = self.tank(name="Sluice")
        part = self.send(f"groups/{group}/move", {"to": sluice, "count": 2})["uid"]
        self.later(days=3)
        loss = self.send(f"groups/{group}/losses", {"count": 2, "cause_id": "columnaris"})["uid"]
        self.photo(group, loss=loss, note="found by the filter")
        self.later(days=2)
        self.send(f"groups/{part}/losses", {"count": 1})
        self.later(days=4)
        self.send(f"groups/{group}/losses", {"count": 3})
        self.assertEqual(sorted(self.get("suppliers")), ["another", "the canal van"])
        sheet = self.get(f"sheets/supplier?supplier={quote('the canal van')}")
        self.assertEqual(sheet["sentence"], "4 of 12 were dead on arrival or lost within seven days: 33 %.")
        row = sheet["arrivals"][0]
        self.assertEqual((row["ordered"], row["came"], row["dead"], row["lost_week"], row["seen"]), ("14", "12", "1", "4", "Columnaris"))
        self.assertEqual(len(sheet["arrivals"]), 1)
        self.assertTrue(sheet["photos"][0]["words"].endswith("found by the filter"))
        pdf = self.pdf(f"sheets/supplier.pdf?supplier={quote('the canal van')}")
        text = pdf.pages[0].extract_text()
        self.assertEqual(len(pdf.pages), 1)
        for words in ("Arrivals from the canal van", "4 of 12 were dead on arrival", "cherry barbs", "Columnaris", "found by the filter"):
            self.assertIn(words, " ".join(text.split()))
        self.get("sheets/supplier?supplier=nobody", status=404)
        self.get("sheets/supplier", status=422)

    def test_a_vet_sheet_stays_one_page_however_much_was_done(self) -> None:
        group = self.group(self.weir, count=12, supplier="<b>the canal & co</b>")
        for day in range(9):
            signs = {"white_spots_countable": True, "flashing": day % 2 == 0, "clamped_fins": True}
            self.send(f"groups/{group}/looks", {"signs": signs, "note": "as before, perhaps more", "temperature": f"{24 + day / 10}", "ph": "7.2"})
            self.send(f"groups/{group}/losses", {"count": 1, "during": "disease", "signs": ["flashing"], "checked": ["water", "skin"]})
            self.later(days=1)
        self.course(group)
        for _ in range(3):
            for due in self.due():
                self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"], "confirm_unusual": True})
            self.later(days=1)
        self.photo(group)
        case = Case.objects.get()
        sheet = self.get(f"cases/{case.uid}/vet-sheet")
        self.assertEqual((len(sheet["signs"]), len(sheet["losses"]), sheet["fish"][0].split(" ")[0]), (6, 8, "3"))
        self.assertIn("temperature 24.8 °C", [w["words"] for w in sheet["water"]])
        self.assertIn("of the last 9: 24.0 °C to 24.8 °C", [w["detail"] for w in sheet["water"]])
        self.assertTrue(all("into 45.0 L" in g["detail"] for g in sheet["given"]), sheet["given"])
        pdf = self.pdf(f"cases/{case.uid}/vet-sheet.pdf")
        text = " ".join(pdf.pages[0].extract_text().split())
        self.assertEqual(len(pdf.pages), 1)
        for words in ("<b>the canal & co</b>", "Case 1: cherry barbs in Weir", "What was given", "is not a veterinarian"):
            self.assertIn(words, text)
        again = self.client_of().get(self.url(f"cases/{case.uid}/vet-sheet.pdf")).content
        self.assertEqual(again, self.client_of().get(self.url(f"cases/{case.uid}/vet-sheet.pdf")).content)
