"""A body put together: fins behind, skin, head, signs, pectoral fins before."""

from __future__ import annotations

import random

import numpy as np

from pennywort.plates.drawn import DRAWN
from pennywort.plates.fins import bite_where, draw_fin
from pennywort.plates.head import draw_head
from pennywort.plates.marks import draw_marks
from pennywort.plates.pens import along, dots, num, path, profile, smooth, xy
from pennywort.plates.skin import draw_skin


def draw(fish, names=()):
    """The body with its fins, head and the named signs on it, as the inside of an SVG."""
    sp = fish.spec
    g = []
    fish.fins = {}
    fish.bites = {}
    if "bite" in fish.mods and (not sp.get("above")):
        fish.bites = bite_where(fish)
    if sp.get("whip"):
        c = along(sp["whip"], 40)
        t = np.gradient(np.array(c), axis=0)
        t /= np.linalg.norm(t, axis=1)[:, None]
        w = profile(np.linspace(0, 1, len(sp["whipw"])), sp["whipw"])
        up = [p + np.array([q[1], -q[0]]) * w(k) for p, q, k in zip(c, t, np.linspace(0, 1, 40))]
        dn = [p - np.array([q[1], -q[0]]) * w(k) for p, q, k in zip(c, t, np.linspace(0, 1, 40))]
        g.append(path(smooth(up[::3] + [c[-1]] + dn[::-3], True), "body"))
        x, y = sp["sting"]
        g.append(path(f"M{x} {y - 4}c10 -5 26 -9 40 -11c-10 5 -24 11 -34 14z", "vent"))
    for n, base, edge, rays, o in sp["fins"]:
        if not n.startswith("pectoral"):
            g.append(draw_fin(fish, n, base, edge, rays, o))
    bp = smooth(fish.ring(), True)
    g.append(path(bp, "flesh"))
    g.append(f'<clipPath id="c-{fish.id}"><path d="{fish.body_path()}"/></clipPath><g clip-path="url(#c-{fish.id})">{draw_skin(fish)}{draw_marks(fish)}</g>')
    if sp.get("lateral", True) and (not fish.strip):
        us = np.linspace(sp["oper"][0] + 0.015, 1, 44)
        dip = 0.0 if fish.depth(0.45) < 150 else -0.12
        ll = [fish.at(u, np.interp(u, [0.15, 0.4, 0.75, 1], [0.32, 0.43 + dip, 0.49 + dip * 0.5, 0.5])) for u in us]
        g.append(path(smooth(ll), "ll"))
        d = "".join(f"M{xy(ll[i])}L{xy(ll[i] + (ll[i + 1] - ll[i]) * 0.45)}" for i in range(len(ll) - 1))
        g.append(path(d, "pore"))
    if fish.strip:
        g.append(path(bp, "edge"))
    elif sp.get("above"):
        if "rag" in fish.mods:
            m = "".join(smooth([fish.at(fish.xu(x), v) for x in np.linspace(166, 352, 120)]) for v in (0, 1))
            g.append(
                f'<g clip-path="url(#c-{fish.id})">'
                + path(m, "", fill="none", stroke="var(--ink2)", stroke_width=18, stroke_dasharray="2 2.6")
                + path(m, "", fill="none", stroke="#fff", stroke_width=16)
                + "</g>"
            )
        g.append(path(bp, "edge"))
    else:
        xs = np.linspace(fish.x0 + 2, fish.x1, 46)
        for v in (0, 1):
            g.append(path(smooth([fish.at(0, 0.5)] + [fish.at(fish.xu(x), v) for x in xs]), "edge"))
        t, b = (fish.at(1, 0), fish.at(1, 1))
        h = (b - t)[1]
        g.append(
            path(
                f"M{xy(t)}c{num(h * 0.2)} {num(h * 0.15)} {num(h * 0.26)} {num(h * 0.33)} {num(h * 0.26)} {num(h * 0.5)}c0 {num(h * 0.17)} {num(-h * 0.06)} {num(h * 0.35)} {num(-h * 0.26)} {num(h * 0.5)}",
                "thin",
            )
        )
    if fish.strip:
        h = [np.array(p, float) for p in sp["head"]]
        g.append(path(smooth(h, True, 0.8), "flesh"))
        g.append(path(smooth(h, False, 0.8), "edge"))
        dice = random.Random(5)
        pts = [(dice.gauss(312, 9), dice.gauss(42, 9)) for _ in range(60)]
        g.append(dots([p for p in pts if 300 < p[0] < 332 and p[1] > 34], 0.9))
        g.append(path("M262 68c-16 4 -32 7 -48 9M296 46c4 6 6 10 6 14", "thin2"))
    drawn = [DRAWN[name] for name in names]
    g += [sign.draw(fish) for sign in drawn if sign.draw is not None and sign.under]
    if not sp.get("above") and (not fish.strip):
        v = fish.vent()
        g.append(path(f"M{num(v[0] - 4)} {num(v[1] - 1)}q1 4.600 4 4.300q3 -.3 3.600 -5", "vent"))
    for n, base, edge, rays, o in sp["fins"]:
        if n.startswith("pectoral"):
            g.append(draw_fin(fish, n, base, edge, rays, o))
            b = fish.fins[n]["b"]
            g.append(path(smooth([b[0] + [1, -3], (b[0] + b[-1]) / 2 - [5, 0], b[-1] + [-2, 3]]), "thin"))
    g.append(draw_head(fish))
    g += [sign.draw(fish) for sign in drawn if sign.draw is not None and not sign.under]
    return "".join(g)


def focus(fish, at):
    """Where a lens looks, in the box of the plate."""
    if "bite" in fish.mods and fish.bites:
        c, r = next(iter(fish.bites.values()))
        return np.array(c) - [r * 0.75, 0]
    if at == "eye":
        e = (fish.spec.get("eyes") or [fish.spec["eye"]])[0]
        return np.array(e[:2], float)
    if at == "vent":
        return fish.vent()
    if isinstance(at, str):
        F = fish.fin(at, "dorsal")
        return fish.onfin(F, int(F["rays"] * 0.7), 0.85)
    return fish.at(*at)
