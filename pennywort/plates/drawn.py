"""Which signs can be drawn, how, and where a lens looks for them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from pennywort.plates import lesions, signs
from pennywort.plates.body import Fish

Place = tuple[float, float] | str


@dataclass(frozen=True, kw_only=True)
class Drawn:
    """One drawing of a sign. ``mods``: what it does to the body itself; ``under``: it lies below head and pectoral fin; ``at``: where it is seen best."""

    draw: Callable[[Fish], str] | None = None
    mods: tuple[str, ...] = ()
    under: bool = False
    at: Place = (0.5, 0.4)
    zoom: float = 2.5


DRAWN: dict[str, Drawn] = {
    "grains_few": Drawn(draw=signs.grains_few, at=(0.46, 0.5)),
    "grains_many": Drawn(draw=signs.grains_many, at=(0.52, 0.4)),
    "torch": Drawn(draw=signs.torch, at=(0.4, 0.3), zoom=1.5),
    "dust": Drawn(draw=signs.dust, at=(0.4, 0.3), zoom=1.5),
    "tuft": Drawn(draw=signs.tuft, at=(0.42, -0.02)),
    "sheen": Drawn(draw=lesions.sheen, at=(0.6, 0.42)),
    "saddle": Drawn(draw=lesions.saddle, under=True, at=(0.645, 0.28)),
    "slime": Drawn(draw=lesions.slime, at=(0.6, 0.5)),
    "ragged": Drawn(mods=("rag",), at="caudal"),
    "bite": Drawn(mods=("bite",), at="caudal"),
    "sore": Drawn(draw=lesions.sore, at=(0.6, 0.42)),
    "flecks": Drawn(draw=lesions.flecks, at=(0.5, 0.7)),
    "popeye": Drawn(mods=("pop",), at="eye", zoom=1.9),
    "cloudy": Drawn(draw=lesions.cloudy, at="eye"),
    "pinecone": Drawn(draw=lesions.pinecone, mods=("swollen",), under=True, at=(0.52, 0.93)),
    "bloat": Drawn(mods=("swollen_flat",), at=(0.45, 0.8), zoom=1.2),
    "thin": Drawn(draw=lesions.thin, mods=("thin",), under=True, at=(0.5, 0.8), zoom=1.2),
    "worms": Drawn(draw=signs.worms, at="vent"),
    "clamped": Drawn(mods=("clamp",), at="dorsal", zoom=1.2),
    "rough": Drawn(draw=lesions.rough, at=(0.52, 0.34)),
    "blacks": Drawn(draw=signs.blacks, at=(0.5, 0.4)),
    "cauli": Drawn(draw=signs.cauli, at="caudal"),
}
