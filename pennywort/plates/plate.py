"""A whole plate: the fish with its signs, and where each place of it lies."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from pennywort.plates.body import Fish
from pennywort.plates.compose import draw, focus
from pennywort.plates.drawn import DRAWN
from pennywort.plates.pens import num, smooth
from pennywort.plates.shapes import shapes

# fewer and larger scales than the largest print: a plate stays under 60 kB
COARSE = 1.3
LENS_COARSE = 1.6
# what a lens shows, in the units of the box at a zoom of one
LENS = 250.0
Point = tuple[float, float]
STYLE = re.compile(r'style="([^"]*)"')


@dataclass(frozen=True, kw_only=True)
class BodyPlace:
    """A place of the fish: the outline that is pressed (empty where it is only a point), and the point that its label leads to."""

    outline: str
    point: Point


@dataclass(frozen=True, kw_only=True)
class Plate:
    """The inside of an SVG in a box of 640 x 330, and the places of the fish on it."""

    svg: str
    places: dict[str, BodyPlace]


def check(shape: str, drawn: Sequence[str]) -> None:
    """:raises KeyError: no such shape or drawing, by its name."""
    if shape not in shapes():
        raise KeyError(shape)
    for name in drawn:
        if name not in DRAWN:
            raise KeyError(name)


def _fish(shape: str, drawn: Sequence[str], coarse: float, seed: int = 0) -> tuple[Fish, str]:
    check(shape, drawn)
    mods = {m for name in drawn for m in DRAWN[name].mods}
    # scales that stand off are a swelling of their own
    if "swollen" in mods:
        mods -= {"swollen_flat", "thin"}
    fish = Fish(shape, mods, coarse, "-".join([*drawn, *([str(seed)] if seed else [])]) or "plain", seed)
    return fish, STYLE.sub(_attributes, draw(fish, drawn))


def _attributes(style: re.Match[str]) -> str:
    """Pens as attributes: the page's policy allows no style inside an element."""
    return " ".join(f'{name.strip()}="{value.strip()}"' for name, value in (pair.split(":", 1) for pair in style[1].split(";") if pair.strip()))


@lru_cache(maxsize=128)
def plate(shape: str, drawn: tuple[str, ...] = ()) -> Plate:
    """A body with signs on it. :raises KeyError: no such shape or drawing."""
    fish, svg = _fish(shape, drawn, COARSE)
    return Plate(svg=svg, places=_places(fish))


@lru_cache(maxsize=256)
def another(shape: str, drawn: tuple[str, ...], *, seed: int) -> Plate:
    """The same signs elsewhere on such a fish, and more or fewer of them, for one who learns to see; coarser, to come quickly by phone.

    :param seed: 1 or more; the same seed is the same picture. :raises KeyError: no such shape or drawing.
    """
    fish, svg = _fish(shape, drawn, LENS_COARSE, seed)
    return Plate(svg=svg, places=_places(fish))


@lru_cache(maxsize=128)
def lens(name: str, shape: str = "torpedo") -> tuple[str, str]:
    """One sign, seen near: the inside of an SVG and its view box. :raises KeyError: no such shape or drawing."""
    fish, svg = _fish(shape, (name,), LENS_COARSE)
    at, size = focus(fish, DRAWN[name].at), LENS / DRAWN[name].zoom * 1.6
    return svg, f"{num(at[0] - size * 0.75)} {num(at[1] - size / 2)} {num(size * 1.5)} {num(size)}"


def _places(fish: Fish) -> dict[str, BodyPlace]:
    """Outlines and points of the places that lie on the body itself."""
    spec = fish.spec
    eye = (spec.get("eyes") or [spec["eye"]])[0]
    start = 0.2 if fish.oper is None else spec["oper"][0]
    mouth = spec["mouth"][0] if spec.get("mouth") else tuple(fish.at(0.02, 0.5))
    flank = [fish.at(u, 0) for u in np.linspace(start, 1, 14)] + [fish.at(u, 1) for u in np.linspace(1, start, 14)]
    cover = fish.oper if fish.oper is not None else [fish.at(start, v) for v in np.linspace(0.1, 0.9, 7)]
    cheek = [p - np.array([0.09 * fish.L * np.sin(np.pi * k), 0]) for p, k in zip(cover, np.linspace(0, 1, len(cover)), strict=True)]
    main = fish.fin("dorsal", "caudal", "pectoral")
    tail = fish.fin("caudal", "dorsal", "pectoral")

    def point(p: Sequence[float]) -> Point:
        return round(float(p[0]), 1), round(float(p[1]), 1)

    x, y, r = (float(v) for v in eye)
    return {
        "back_flank": BodyPlace(outline=smooth(flank, True, 0.4), point=point(fish.at(0.45, 0.12))),
        "fins": BodyPlace(
            outline="".join(f["path"] for name, f in fish.fins.items() if name != "adipose"), point=point(fish.onfin(main, main["rays"] // 2, 0.5))
        ),
        "eye": BodyPlace(
            outline=f"M{num(x - r)} {num(y)}a{num(r)} {num(r)} 0 1 0 {num(2 * r)} 0a{num(r)} {num(r)} 0 1 0 {num(-2 * r)} 0Z", point=point((x, y))
        ),
        "mouth": BodyPlace(outline=_box(mouth, 16.0), point=point(mouth)),
        "gill_cover": BodyPlace(outline=smooth([*cover, *cheek[::-1]], True, 0.4), point=point(cover[len(cover) * 2 // 3])),
        "behaviour": BodyPlace(outline="", point=point(fish.onfin(tail, tail["rays"] // 3, 0.6))),
        "head": BodyPlace(outline="", point=point(fish.at(0.72, 0.45))),
    }


def _box(at: Sequence[float], half: float) -> str:
    return f"M{num(at[0] - half)} {num(at[1] - half)}h{num(2 * half)}v{num(2 * half)}h{num(-2 * half)}Z"
