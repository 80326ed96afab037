"""A fishroom to test in: two keepers, a tank, fish, and short words for the API's calls."""

from __future__ import annotations

import json
import shutil
import tempfile
from contextlib import nullcontext
from datetime import UTC, datetime, timedelta
from io import BytesIO
from typing import Any
from unittest import mock, skipUnless
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.db.models import Model
from django.test import Client, TestCase, override_settings
from PIL import Image

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.fish.kept import drift

WHOLE_ROOM = {"today", "stands", "cases"}
NOW = datetime(2026, 11, 24, 14, 20, tzinfo=UTC)
TANK = {
    "name": "Weir",
    "code": "Q3",
    "water_type": "freshwater_tropical",
    "length": "60 cm",
    "width": "30 cm",
    "water_depth": "28 cm",
    "measured_net_volume": "45 L",
}
COPPER = {"copper": {"bottle": None, "strength": "", "own": {"kind": "mg_per_ml", "value": "5", "form": "bound"}}}
LABEL = {"product": "mix", "amount": "5 mL", "per_volume": "40 L", "every": "24 h", "days": 7}


def a_picture(width: int = 640, height: int = 480, *, form: str = "JPEG", exif: bytes = b"") -> bytes:
    """A small picture with a light and a dark half."""
    picture = Image.new("RGB", (width, height), (240, 235, 220))
    picture.paste((40, 60, 70), (0, 0, width // 2, height))
    file = BytesIO()
    picture.save(file, format=form, **({"exif": exif} if exif else {}))
    return file.getvalue()


# what is about SQLite's own file: its backup, its pragmas, databases of earlier releases
of_sqlite = skipUnless(connection.vendor == "sqlite", "a matter of SQLite's own file")


class RoomCase(TestCase):
    """Two keepers of one fishroom, a stranger with another, and a clock that stands still."""

    def setUp(self) -> None:
        self.clock = NOW
        photos = tempfile.mkdtemp()
        self.addCleanup(shutil.rmtree, photos, ignore_errors=True)
        folder = override_settings(PHOTO_ROOT=photos)
        folder.enable()
        self.addCleanup(folder.disable)
        self.clients: dict[int, Client] = {}
        self.addCleanup(self._kept_as_the_ledgers_say)
        patcher = mock.patch("django.utils.timezone.now", lambda: self.clock)
        patcher.start()
        self.addCleanup(patcher.stop)
        self.maren, self.ivo, self.stranger = (self.keeper(n) for n in ("maren", "ivo", "stranger"))
        self.room = Fishroom.objects.create(name="Test Lock", time_zone="Europe/London")
        self.elsewhere = Fishroom.objects.create(name="Elsewhere", time_zone="UTC")
        Membership.objects.create(fishroom=self.room, keeper=self.maren)
        Membership.objects.create(fishroom=self.room, keeper=self.ivo, role="keeper")
        Membership.objects.create(fishroom=self.elsewhere, keeper=self.stranger)

    def _kept_as_the_ledgers_say(self) -> None:
        """Whatever a test wrote: the numbers of fish that are kept are those of the ledgers."""
        if not connection.needs_rollback:
            self.assertEqual(drift(), [])

    def __getstate__(self) -> dict[str, Any]:
        """What goes to the process that reports: a client can't be sent there, and a subtest that fails would say nothing."""
        return {name: value for name, value in super().__getstate__().items() if name not in ("client", "async_client", "clients")}  # type: ignore[attr-defined]

    def keeper(self, name: str) -> Keeper:
        keeper = Keeper(username=name, display_name=name.capitalize())
        keeper.set_unusable_password()
        keeper.save()
        return keeper

    def client_of(self, keeper: Keeper | None = None) -> Client:
        who = keeper or self.maren
        if who.pk not in self.clients:
            client = Client(headers={"host": "127.0.0.1"})
            client.force_login(who, backend="django.contrib.auth.backends.ModelBackend")
            self.clients[who.pk] = client
        return self.clients[who.pk]

    def url(self, path: str, room: Fishroom | None = None) -> str:
        return f"/api/rooms/{(room or self.room).uid}/{path}"

    def get(self, path: str, *, by: Keeper | None = None, status: int = 200) -> Any:
        # what screens of a whole fishroom leave out of a row they never ask for: it would be read tank by tank
        left_out = AssertionError("a field that was left out is asked for")
        with mock.patch.object(Model, "refresh_from_db", side_effect=left_out) if path.split("?")[0] in WHOLE_ROOM else nullcontext():
            answer = self.client_of(by).get(self.url(path))
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def send(self, path: str, body: dict[str, Any] | None = None, *, by: Keeper | None = None, status: int = 200, method: str = "post") -> Any:
        """A write, with a fresh id unless the body has one."""
        content = {"write_id": str(uuid4()), **(body or {})}
        answer = getattr(self.client_of(by), method)(self.url(path), json.dumps(content), content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        if status >= 400:
            self.assertEqual(answer["Content-Type"], "application/problem+json")
        return answer.json()

    def ask(self, path: str, body: dict[str, Any], *, status: int = 200, by: Keeper | None = None) -> Any:
        """A question that keeps nothing: no write id."""
        answer = self.client_of(by).post(self.url(path), json.dumps(body), content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def tank(self, **more: Any) -> str:
        return str(self.send("tanks", {**TANK, **more})["uid"])

    def group(self, tank: str, species: str = "cherry_barb", count: int = 10, **more: Any) -> str:
        return str(self.send(f"tanks/{tank}/groups", {"species": species, "count": count, **more})["uid"])

    def photo(self, group: str, picture: bytes | None = None, *, status: int = 200, by: Keeper | None = None, **more: Any) -> Any:
        """A photo sent as a phone sends it; its id, or the problem."""
        file = SimpleUploadedFile("IMG_0001.jpg", picture if picture is not None else a_picture(), content_type="image/jpeg")
        answer = self.client_of(by).post(self.url(f"groups/{group}/photos"), {"write_id": str(uuid4()), "file": file, **more})
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()["uid"] if status == 200 else answer.json()

    def course(self, group: str, protocol: str = "salt_and_warmth", **more: Any) -> dict[str, str]:
        body = {"protocol": protocol, "condition": "ich", "confirmed": list(range(6)), "vet_word": True, "reason": "few, and watched", **more}
        return dict(self.send(f"groups/{group}/courses", body))

    def due(self, kind: str = "dose") -> list[dict[str, Any]]:
        return [d for d in self.get("today")["due"] if d["kind"] == kind]

    def later(self, **delta: float) -> None:
        self.clock = self.clock + timedelta(**delta)
