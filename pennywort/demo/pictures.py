"""Made-up photos for the demo fishroom: a fish drawn by a few lines, with a pale patch that changes over the days."""

from __future__ import annotations

from io import BytesIO
from random import Random

from PIL import Image, ImageDraw, ImageFilter

SIZE = (900, 600)
WATER_TOP, WATER_BOTTOM = (58, 92, 84), (24, 44, 40)
BODY, BELLY, PATCH, BLOTCH = (196, 178, 148), (222, 208, 182), (226, 224, 216), (52, 50, 46)


def fish_picture(*, patch_share: float, seed: int) -> BytesIO:
    """A JPEG of a small pale catfish on sand. ``patch_share`` 0-1: how much of its flank lies under a grey film."""
    draw_by = Random(seed)  # noqa: S311 - the same picture each time
    picture = Image.new("RGB", SIZE)
    pen = ImageDraw.Draw(picture)
    for y in range(SIZE[1]):
        part = y / SIZE[1]
        pen.line([(0, y), (SIZE[0], y)], fill=tuple(round(a + (b - a) * part) for a, b in zip(WATER_TOP, WATER_BOTTOM, strict=True)))
    for _ in range(1400):
        x, y = draw_by.randrange(SIZE[0]), draw_by.randrange(478, SIZE[1])
        tone = draw_by.randrange(86, 150)
        pen.ellipse([x, y, x + 7, y + 5], fill=(tone + 22, tone + 10, tone - 10))
    shift = draw_by.randrange(-30, 30)

    def at(*points: tuple[int, int]) -> list[tuple[int, int]]:
        return [(x + shift, y) for x, y in points]

    pen.polygon(at((650, 330), (800, 240), (770, 340), (800, 430)), fill=BODY)
    pen.polygon(at((380, 230), (450, 120), (520, 245)), fill=BODY)
    pen.polygon(at((350, 420), (400, 490), (450, 425)), fill=BODY)
    pen.ellipse([170 + shift, 220, 690 + shift, 450], fill=BODY)
    pen.chord([170 + shift, 220, 690 + shift, 450], 20, 160, fill=BELLY)
    pen.ellipse([205 + shift, 262, 285 + shift, 350], fill=BLOTCH)
    pen.ellipse([222 + shift, 280, 262 + shift, 320], fill=(226, 196, 120))
    pen.ellipse([232 + shift, 290, 254 + shift, 312], fill=(16, 16, 16))
    pen.ellipse([430 + shift, 160, 480 + shift, 232], fill=BLOTCH)
    pen.ellipse([630 + shift, 300, 690 + shift, 366], fill=BLOTCH)
    film = Image.new("L", SIZE, 0)
    over = ImageDraw.Draw(film)
    width, height = 60 + 260 * patch_share, 40 + 110 * patch_share
    over.ellipse([470 - width / 2 + shift, 320 - height / 2, 470 + width / 2 + shift, 320 + height / 2], fill=round(235 * min(1.0, patch_share * 3)))
    picture.paste(Image.new("RGB", SIZE, PATCH), mask=film.filter(ImageFilter.GaussianBlur(9)))
    file = BytesIO()
    picture.filter(ImageFilter.GaussianBlur(1.2)).save(file, format="JPEG", quality=88)
    file.seek(0)
    return file
