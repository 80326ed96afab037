"""Photos: kept small and upright, stripped of place and camera, seen by the fishroom alone."""

from __future__ import annotations

from io import BytesIO
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from pennywort.fish.models import Photo
from tests.api.room import RoomCase, a_picture

ORIENTATION, GPS, MODEL = 0x0112, 0x8825, 0x0110


class Photos(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.barbs = self.group(self.tank())

    def picture(self, uid: str, size: str = "full", *, status: int = 200) -> Image.Image:
        answer = self.client_of().get(self.url(f"photos/{uid}/{size}"))
        self.assertEqual(answer.status_code, status)
        return Image.open(BytesIO(b"".join(answer.streaming_content)))  # type: ignore[attr-defined]

    def test_kept_in_two_sizes_by_the_day(self) -> None:
        first = self.photo(self.barbs, a_picture(3000, 2000), fish="torn tail", note="left side")
        self.later(days=2)
        self.photo(self.barbs, a_picture(form="PNG"))
        rows = self.get(f"groups/{self.barbs}/photos")
        self.assertEqual([(r["day"], r["fish"], r["note"]) for r in rows], [(1, "torn tail", "left side"), (3, "", "")])
        self.assertEqual((self.picture(first).size, self.picture(first, "small").size), ((1800, 1200), (420, 280)))
        self.assertTrue(rows[0]["small"].endswith(f"/photos/{first}/small"))

    def test_place_and_camera_are_taken_out_and_it_stands_upright(self) -> None:
        exif = Image.Exif()
        exif[ORIENTATION] = 6
        exif[MODEL] = "a camera"
        exif[GPS] = {1: "N", 2: (51.0, 30.0, 0.0)}
        kept = self.picture(self.photo(self.barbs, a_picture(640, 480, exif=exif.tobytes())))
        self.assertEqual(kept.size, (480, 640))
        self.assertEqual(dict(kept.getexif()), {})
        self.assertNotIn("exif", kept.info)
        # turned by a quarter, the dark left half lies on top
        self.assertLess(sum(kept.getpixel((240, 40))), 300)  # type: ignore[arg-type]
        self.assertGreater(sum(kept.getpixel((240, 600))), 600)  # type: ignore[arg-type]

    def test_a_comment_inside_it_is_taken_out(self) -> None:
        for made, more in ((a_picture(form="JPEG"), {"comment": b"51.5 N, 0.1 W"}), (a_picture(form="PNG"), {})):
            written = BytesIO()
            Image.open(BytesIO(made)).save(written, format="JPEG", **more)
            self.assertEqual(b"51.5 N" in written.getvalue(), bool(more))
            uid = self.photo(self.barbs, written.getvalue())
            for size in ("full", "small"):
                kept = self.picture(uid, size)
                self.assertNotIn("comment", kept.info)
                self.assertEqual({marker for marker, _ in kept.applist}, {"APP0"})  # type: ignore[attr-defined]

    def test_a_large_one_is_unfolded_to_no_more_than_is_kept(self) -> None:
        """48 million pixels, as phones make them: a JPEG comes in, and is as large as any other; a PNG of that size is refused."""
        large = {form: BytesIO() for form in ("JPEG", "PNG")}
        for form, file in large.items():
            Image.new("L", (8000, 6000), 200).save(file, format=form)
        self.assertEqual(self.picture(self.photo(self.barbs, large["JPEG"].getvalue())).size, (1800, 1350))
        self.assertIn("JPEG", self.photo(self.barbs, large["PNG"].getvalue(), status=422)["detail"])

    def test_what_is_no_picture_is_refused_and_leaves_nothing(self) -> None:
        whole = a_picture()
        for name, content in (("cut", whole[: len(whole) // 2]), ("text", b"not a picture"), ("empty", b""), ("svg", b"<svg xmlns='x'/>")):
            with self.subTest(name):
                self.assertEqual(self.photo(self.barbs, content, status=422)["field"], "file")
        self.assertEqual(Photo.objects.count(), 0)

    def test_too_much_is_refused(self) -> None:
        self.assertEqual(self.photo(self.barbs, a_picture() + b"\0" * (20 * 1024 * 1024), status=422)["field"], "file")
        # a small file that would unfold to 120 million pixels
        bomb = BytesIO()
        Image.new("1", (12000, 10000)).save(bomb, format="PNG")
        self.assertEqual(self.photo(self.barbs, bomb.getvalue(), status=422)["field"], "file")

    def test_a_repeated_upload_is_one_photo(self) -> None:
        write, picture = str(uuid4()), a_picture()
        for _ in range(2):
            self.photo(self.barbs, picture, write_id=write)
        self.assertEqual(Photo.objects.count(), 1)
        # the same id with another picture is another write
        self.photo(self.barbs, a_picture(320, 240), write_id=write, status=409)

    def test_nobody_else_sees_it(self) -> None:
        uid = self.photo(self.barbs)
        for path in (f"photos/{uid}/full", f"photos/{uid}/small", f"groups/{self.barbs}/photos"):
            for room in (self.room, self.elsewhere):
                self.assertEqual(self.client_of(self.stranger).get(self.url(path, room)).status_code, 404, path)
        answer = self.client_of().get(self.url(f"photos/{uid}/full"))
        self.assertEqual(answer["Cache-Control"], "private, no-cache")
        # a browser that has it still asks, and is let in or not
        had = {"if-none-match": answer["ETag"]}
        again = self.client_of().get(self.url(f"photos/{uid}/full"), headers=had)
        self.assertEqual((again.status_code, again.content), (304, b""))
        self.assertEqual(self.client_of(self.stranger).get(self.url(f"photos/{uid}/full"), headers=had).status_code, 404)
        self.assertEqual(Client(headers={"host": "127.0.0.1"}).get(self.url(f"photos/{uid}/full"), headers=had).status_code, 401)
        self.assertEqual(self.client_of().get(self.url(f"photos/{uid}/huge")).status_code, 422)

    def test_taken_out_it_is_gone_from_the_days(self) -> None:
        uid = self.photo(self.barbs)
        self.send("strike", {"ledger": "photo", "entry": uid, "reason": "blurred"})
        self.assertEqual(self.get(f"groups/{self.barbs}/photos"), [])
        self.assertEqual(self.client_of().get(self.url(f"photos/{uid}/full")).status_code, 404)

    def test_fields_are_named(self) -> None:
        file = SimpleUploadedFile("a.jpg", a_picture(), content_type="image/jpeg")
        answer = self.client_of().post(self.url(f"groups/{self.barbs}/photos"), {"write_id": "no", "file": file})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("write_id", answer.json()["field"])
        self.assertIn("file", self.client_of().post(self.url(f"groups/{self.barbs}/photos"), {"write_id": str(uuid4())}).json()["field"])
        later = (self.clock.replace(year=2031)).isoformat()
        self.assertEqual(self.photo(self.barbs, taken_at=later, status=422)["field"], "happened_at")
