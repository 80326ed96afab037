"""The archive of a fishroom: out, into an empty one exactly, and nothing at all from a damaged file; the time line and search."""

from __future__ import annotations

import csv
import hashlib
import json
import random
import zipfile
from datetime import timedelta
from io import BytesIO, StringIO
from pathlib import Path
from typing import Any
from unittest import mock

from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from PIL import Image

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.archive import timeline as timeline_module
from pennywort.archive.tables import tables
from pennywort.demo.alder_lock import build
from pennywort.fish.kept import forget
from pennywort.fish.models import Group, Observation
from tests.api.room import NOW, RoomCase, a_picture


def jsonl(content: bytes) -> dict[str, bytes]:
    """The records and pictures of an archive, by name."""
    with zipfile.ZipFile(BytesIO(content)) as file:
        return {n: file.read(n) for n in file.namelist() if n != "archive.json"}


class ArchiveCase(RoomCase):
    """A busy fishroom, its archive, and a stranger's empty one."""

    def export(self, *, room: Fishroom | None = None, by: Keeper | None = None) -> bytes:
        answer = self.client_of(by).get(self.url("archive", room))
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/zip"))
        return b"".join(answer.streaming_content)  # type: ignore[attr-defined]

    def restore(self, content: bytes, *, status: int = 200) -> list[dict[str, Any]]:
        """Into the stranger's fishroom; every line that was told."""
        file = SimpleUploadedFile("fishroom.zip", content, content_type="application/zip")
        answer = self.client_of(self.stranger).post(self.url("archive", self.elsewhere), {"file": file})
        self.assertEqual(answer.status_code, status)
        if status != 200:
            return [answer.json()]
        told = b"".join(answer.streaming_content).decode()  # type: ignore[attr-defined]
        return [json.loads(line) for line in told.splitlines()]

    def nothing_there(self) -> None:
        for table in tables():
            self.assertFalse(table.rows(self.elsewhere).exists(), table.name)
        folder = Path(settings.PHOTO_ROOT) / str(self.elsewhere.uid)
        self.assertEqual(list(folder.glob("*")) if folder.exists() else [], [])

    def rewritten(self, content: bytes, name: str, change: Any) -> bytes:
        """An archive in which one file was changed on purpose, its sum with it."""
        out = BytesIO()
        with zipfile.ZipFile(BytesIO(content)) as old, zipfile.ZipFile(out, "w") as new:
            manifest = json.loads(old.read("archive.json"))
            for n in old.namelist():
                body = old.read(n)
                if n == name:
                    body = change(body)
                    manifest["sha256"][n] = hashlib.sha256(body).hexdigest()
                if n != "archive.json":
                    new.writestr(n, body)
            new.writestr("archive.json", json.dumps(manifest))
        return out.getvalue()

    def a_busy_room(self) -> None:
        """A bit of everything, with links of every kind."""
        weir = self.tank()
        sluice = self.tank(name="Sluice", shares_water_with=weir)
        group = self.group(weir, count=12, supplier="=cmd|' /C calc'!A0")
        self.send(f"groups/{group}/individuals", {"name": "Tin"})
        self.send(f"groups/{group}/looks", {"signs": {"white_spots_countable": True}, "temperature": "25", "note": "Ö, “quoted”, and\nlines"})
        loss = self.send(f"groups/{group}/losses", {"count": 1, "signs": ["flashing"]}, by=self.ivo)["uid"]
        self.send(f"groups/{group}/losses", {"count": 2, "corrects": loss})
        self.photo(group)
        self.course(group)
        due = self.due()[0]
        dose = self.send(f"tasks/{due['task']}/dose", {"amount": due["press_amount"]})["uid"]
        self.send("strike", {"ledger": "dose", "entry": dose, "reason": "never given"})
        self.send(f"groups/{group}/move", {"to": sluice, "count": 3})
        self.send(f"groups/{group}/recounts", {"count": 7})
        self.send("instruments", {"kind": "thermometer", "name": "T1", "tank": weir})


class Archives(ArchiveCase):
    def test_out_and_in_again_is_the_same_to_the_byte(self) -> None:
        self.a_busy_room()
        content = self.export()
        told = self.restore(content)
        self.assertEqual(told[-1], {"step": "done", "done": 1, "of": 1}, told[-1])
        self.assertEqual({t["step"] for t in told}, {"reading", "writing", "pictures", "looking through", "done"})
        again = jsonl(self.export(room=self.elsewhere, by=self.stranger))
        mine = jsonl(content)
        self.assertEqual(set(again), set(mine))
        for name, body in mine.items():
            if name.startswith(("records/instruments.instrument", "tables/instruments.instrument")):
                continue  # revoked on the way: nobody keeps a token
            self.assertEqual(again[name], body, name)
        self.elsewhere.refresh_from_db()
        self.assertEqual(self.elsewhere.time_zone, "Europe/London")

    def test_the_demo_too(self) -> None:
        """Eight tanks, seven cases, pictures: everything that the program can write."""
        for mine in (self.maren, self.ivo):
            Keeper.objects.filter(pk=mine.pk).update(username=f"other-{mine.username}")
        room = build(now=NOW)
        maren = Keeper.objects.exclude(pk=self.maren.pk).get(display_name="Maren V.")
        content = self.export(room=room, by=maren)
        self.assertEqual(self.restore(content)[-1], {"step": "done", "done": 1, "of": 1})
        again = self.export(room=self.elsewhere, by=self.stranger)
        self.assertEqual(jsonl(again), jsonl(content))
        groups = self.client_of(self.stranger).get(self.url("groups", self.elsewhere)).json()
        self.assertEqual(sorted(g["words"] for g in groups), sorted(g["words"] for g in self.client_of(maren).get(self.url("groups", room)).json()))

    def test_who_wrote_stays_by_name_and_nobody_gets_in_by_it(self) -> None:
        self.a_busy_room()
        self.restore(self.export())
        kept = Keeper.objects.filter(username__startswith="kept-")
        self.assertEqual(sorted((k.display_name, k.is_active, k.has_usable_password()) for k in kept), [("Ivo", False, False), ("Maren", False, False)])
        self.assertEqual(Membership.objects.filter(keeper__in=kept).count(), 0)

    def test_the_tables_are_for_a_spreadsheet(self) -> None:
        self.a_busy_room()
        text = jsonl(self.export())["tables/fish.group.csv"].decode()
        rows = list(csv.DictReader(StringIO(text)))
        self.assertEqual([r["count"] for r in rows], ["12", "3"])
        self.assertEqual(rows[0]["supplier"], "'=cmd|' /C calc'!A0")

    def test_secrets_stay(self) -> None:
        self.a_busy_room()
        self.send("feeds", {"name": "wall"})
        content = self.export()
        everything = b"".join(jsonl(content).values())
        for word in (b"token", b"password", b'maren"', b"username"):
            self.assertNotIn(word, everything)

    def test_only_into_an_empty_fishroom(self) -> None:
        self.a_busy_room()
        content = self.export()
        self.client_of(self.stranger).post(
            self.url("feeds", self.elsewhere), json.dumps({"write_id": "0b0f4f8e-0000-4000-8000-000000000002", "name": "x"}), content_type="application/json"
        )
        self.assertEqual(self.restore(content)[-1]["step"], "done")
        self.assertEqual(self.restore(content, status=409)[0]["field"], "file")

    def test_a_file_that_is_cut_or_damaged_changes_nothing(self) -> None:
        self.a_busy_room()
        content = self.export()
        rng = random.Random(7)
        cuts = [content[: len(content) * n // 10] for n in (0, 1, 5, 9)] + [content[:-1]]
        for i, cut in enumerate(cuts):
            with self.subTest(cut=i):
                self.assertEqual(self.restore(cut)[-1]["step"], "failed")
                self.nothing_there()
        with zipfile.ZipFile(BytesIO(content)) as file:
            packed = [i for i in file.infolist() if i.filename.startswith(("records", "photos")) and i.compress_size > 20]
        inside = [i.header_offset + 30 + len(i.filename) + i.compress_size // 2 for i in packed]
        for place in rng.sample(inside, 8):
            harmed = bytearray(content)
            harmed[place] ^= 0xFF
            with self.subTest(place=place):
                last = self.restore(bytes(harmed))[-1]
                self.assertEqual((last["step"], last["field"]), ("failed", "file"), last)
                self.nothing_there()
        self.assertEqual(self.restore(b"hello")[-1]["detail"], "This file is cut short, or is not an archive.")

    def test_a_file_that_was_meddled_with_is_refused_by_its_place(self) -> None:
        self.a_busy_room()
        content = self.export()

        def set_first(column: str, value: Any) -> Any:
            def change(body: bytes) -> bytes:
                lines = body.decode().splitlines()
                row = json.loads(lines[0])
                row[column] = value
                return "\n".join([json.dumps(row), *lines[1:]]).encode() + b"\n"

            return change

        for name, change, place in (
            ("fish.group", set_first("count", -5), "fish.group:1.count"), ("fish.group", set_first("count", 2.5), "fish.group:1.count"),
            ("fish.group", set_first("tank", "0b0f4f8e-0000-4000-8000-00000000000a"), "fish.group:1.tank"),
            ("fish.group", set_first("tank", None), "fish.group:1.tank"),
            ("fish.group", set_first("recorded_by", "Nobody"), "recorded_by"), ("fish.group", set_first("colour", "red"), "fish.group.jsonl:1"),
            ("fish.group", set_first("arrived_on", "soon"), "arrived_on"), ("fish.group", set_first("species_name", "x" * 99), "species_name"),
            ("fish.look", set_first("signs", ["flashing"]), "fish.look:1.signs"), ("fish.loss", set_first("manner", "eaten"), "fish.loss:1.manner"),
            ("tanks.tank", set_first("net_volume_l", -4), "tanks.tank"), ("tanks.tank", set_first("length_cm", 1e300), "length_cm"),
            ("tanks.tank", set_first("has_plants", "maybe"), "has_plants"), ("courses.task", set_first("due_at", "2026-11-24T10:00:00"), "due_at"),
            ("courses.course", set_first("targets_mg_per_l", {"sodium_chloride": {}}), "targets_mg_per_l, sodium"),
            ("courses.course", set_first("protocol", {"steps": "none"}), "can’t read"), ("fish.loss", lambda b: b + b, "fish.loss"),
            ("fish.loss", lambda b: b.replace(b"{", b"[", 1), "fish.loss.jsonl:1"),
            ("fish.loss", lambda b: b.replace(b'"count": 1', b'"count": NaN', 1), "fish.loss.jsonl:1"),
        ):  # fmt: skip
            with self.subTest(name=name, place=place):
                last = self.restore(self.rewritten(content, f"records/{name}.jsonl", change))[-1]
                self.assertEqual(last["step"], "failed", last)
                self.assertIn(place, last["detail"])
                self.nothing_there()
        photo = next(n for n in jsonl(content) if n.endswith(".full.jpg"))
        for body in (b"not a picture", a_picture(exif=b"Exif\x00\x00MM\x00*\x00\x00\x00\x08\x00\x01\x01\x0f\x00\x02\x00\x00\x00\x04abc\x00\x00\x00\x00\x00")):
            last = self.restore(self.rewritten(content, photo, lambda _, b=body: b))[-1]
            self.assertEqual(last["step"], "failed", last)
            self.nothing_there()

    def test_a_comment_in_a_picture_stays_behind(self) -> None:
        """Versions before let it through: the archive comes in, what nobody saw does not."""
        self.a_busy_room()
        content = self.export()
        name = next(n for n in zipfile.ZipFile(BytesIO(content)).namelist() if n.endswith(".full.jpg"))

        def with_comment(body: bytes) -> bytes:
            out = BytesIO()
            Image.open(BytesIO(body)).save(out, format="JPEG", comment=b"51.5 N, 0.1 W")
            return out.getvalue()

        self.assertEqual(self.restore(self.rewritten(content, name, with_comment))[-1]["step"], "done")
        kept = Path(settings.PHOTO_ROOT) / str(self.elsewhere.uid) / name.removeprefix("photos/")
        self.assertNotIn(b"51.5 N", kept.read_bytes())
        with Image.open(kept) as picture:
            self.assertEqual(picture.size, (640, 480))

    def test_who_hangs_up_in_the_middle_keeps_nothing(self) -> None:
        self.a_busy_room()
        file = SimpleUploadedFile("fishroom.zip", self.export(), content_type="application/zip")
        answer = self.client_of(self.stranger).post(self.url("archive", self.elsewhere), {"file": file})
        stream = iter(answer.streaming_content)  # type: ignore[attr-defined]
        for line in stream:
            if json.loads(line)["step"] == "pictures":
                break
        # as a server does when the line is cut; the client's own wrapper keeps the test's database open
        answer._iterator.close()  # type: ignore[attr-defined]
        self.nothing_there()

    def begun(self, content: bytes) -> Any:
        """An archive on its way in, up to its pictures; whoever holds the answer decides what becomes of it."""
        file = SimpleUploadedFile("fishroom.zip", content, content_type="application/zip")
        answer = self.client_of(self.stranger).post(self.url("archive", self.elsewhere), {"file": file})
        for line in answer.streaming_content:  # type: ignore[attr-defined]
            if json.loads(line)["step"] == "pictures":
                break
        return answer

    def test_while_one_comes_in_nobody_else_is_let_in(self) -> None:
        self.a_busy_room()
        content = self.export()
        answer = self.begun(content)
        told = self.client_of(self.stranger).get(self.url("today", self.elsewhere))
        self.assertEqual((told.status_code, "An archive is coming into this fishroom" in told.json()["detail"]), (409, True))
        self.assertEqual(self.restore(content)[-1]["detail"], "Another archive is coming in here. Wait until it is done.")
        list(answer.streaming_content)
        self.assertEqual(self.client_of(self.stranger).get(self.url("today", self.elsewhere)).status_code, 200)

    def test_what_was_ended_in_the_middle_is_cleared(self) -> None:
        """The program itself is ended: rows and pictures are there, nobody is let in, and the next one clears them; or the command does."""
        self.a_busy_room()
        content = self.export()
        folder = Path(settings.PHOTO_ROOT) / str(self.elsewhere.uid)
        for clear in ("the next one", "the command"):
            with self.subTest(clear):
                # held, so that nothing of it is tidied up
                held = self.begun(content)
                self.assertTrue(list(folder.glob("*")))
                stray = folder / "00000000-0000-4000-8000-000000000000.full.jpg"
                stray.write_bytes(b"half")
                self.later(minutes=6)
                if clear == "the command":
                    call_command("clear_imports", stdout=StringIO())
                    self.nothing_there()
                    self.assertIsNone(Fishroom.objects.get(pk=self.elsewhere.pk).importing_at)
                else:
                    self.assertEqual(self.restore(content)[-1]["step"], "done")
                    self.assertFalse(stray.exists())
                    forget(self.elsewhere)
                    for table in tables():
                        table.model._base_manager.filter(pk__in=list(table.rows(self.elsewhere).values_list("pk", flat=True)))._raw_delete(using="default")
                self.assertIsNotNone(held)


class TimeLines(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir, supplier="the canal van")

    def page(self, **query: str) -> dict[str, Any]:
        answer = self.client_of().get(self.url("timeline"), query)
        self.assertEqual(answer.status_code, 200, answer.content)
        return dict(answer.json())

    def test_the_latest_first_with_where_and_who(self) -> None:
        self.later(hours=1)
        self.send(f"groups/{self.barbs}/looks", {"signs": {"flashing": True}})
        self.later(hours=1)
        self.send(f"tanks/{self.weir}/readings", {"copper": "0.4", "note": "odd"}, by=self.ivo)
        told = self.page()
        self.assertEqual([x["kind"] for x in told["lines"]], ["reading", "open", "look", "arrival"])
        self.assertEqual((told["lines"][0]["words"], told["lines"][0]["by"], told["lines"][0]["where"]), ("copper 0.40 mg/L", "Ivo", "Weir"))
        self.assertEqual((told["lines"][2]["to"], told["lines"][2]["to_id"]), ("fish", self.barbs))
        self.assertIsNone(told["go_on_before"])

    def test_words_in_any_order_and_where_they_lead(self) -> None:
        self.send(f"groups/{self.barbs}/observations", {"appetite": "less", "note": "Sulks behind the HEATER"})
        self.assertEqual([x["kind"] for x in self.page(words="heater sulk")["lines"]], ["observation"])
        self.assertEqual(self.page(words="heater moon")["lines"], [])
        self.assertEqual([(p["to"], p["words"]) for p in self.page(words="canal")["places"]], [("fish", "10 cherry barbs")])
        self.assertIn(("condition", "marine_velvet"), [(p["to"], p["to_id"]) for p in self.page(words="velvet marine")["places"]])
        self.assertEqual([x["kind"] for x in self.page(kind="arrival")["lines"]], ["arrival"])

    def test_page_by_page_nothing_is_lost_or_doubled(self) -> None:
        """190 notes, many of the same instant, read with small reads: each comes once."""
        group = Group.objects.get()
        for n in range(190):
            Observation.objects.create(
                fishroom=self.room, recorded_at=NOW, recorded_by=self.maren, happened_at=NOW - timedelta(minutes=n // 7), group=group, note=f"note {n}."
            )
        for chunk in (5, 60, 400):
            with self.subTest(chunk), mock.patch.multiple(timeline_module, CHUNK=chunk, AHEAD=chunk):
                notes: list[str] = []
                # with words, and without: then of this one ledger
                query = {"words": "note"} if chunk != 60 else {"kind": "observation"}
                while True:
                    told = self.page(**query)
                    notes += [x["words"] for x in told["lines"]]
                    if not told["go_on_before"]:
                        break
                    query["before"] = told["go_on_before"]
                self.assertEqual(sorted(notes), sorted(f"note {n}." for n in range(190)))

    def test_bad_questions(self) -> None:
        self.get("timeline?before=yesterday", status=422)
        self.get("timeline?before=2026-11-24T10:00:00", status=422)
        self.get(f"timeline?words={'x' * 81}", status=422)
        self.assertEqual(self.get("timeline?kind=dragons", status=422)["field"], "kind")

    def test_struck_lines_do_not_stand(self) -> None:
        seen = self.send(f"groups/{self.barbs}/observations", {"note": "wrong tank"})["uid"]
        self.send("strike", {"ledger": "observation", "entry": seen})
        self.assertEqual(self.page(words="wrong tank")["lines"], [])
