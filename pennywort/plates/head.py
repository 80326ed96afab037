"""The head: gill cover, mouth, barbels, nostril and eye."""

from __future__ import annotations

import math

import numpy as np

from pennywort.plates.pens import num, path, smooth


def draw_head(fish):
    sp, o = (fish.spec, "")
    k = fish.k()
    if fish.oper:
        o += path(smooth(fish.oper), "oper") + path(smooth([p - [4.5 * k, -0.4] for p in fish.oper[1:-1]]), "thin2")
        u, v0, v1, a, b = sp["oper"]
        pre = [
            fish.at(u - 0.075 - (a * 0.7 * (1 - 2 * q) ** 2 if q < 0.5 else b * 1.2 * (2 * q - 1) ** 2), v0 + 0.1 + (v1 - v0 - 0.16) * q)
            for q in np.linspace(0, 1, 9)
        ]
        ex, ey, er = sp["eye"]
        pre = [p for p in pre if math.hypot(p[0] - ex, p[1] - ey) > er * 1.25]
        if len(pre) > 3:
            o += path(smooth(pre), "thin")
        st = ""
        for q in (0.34, 0.44, 0.54, 0.64, 0.74):
            st += smooth(
                [fish.at(u - 0.055, v0 + (v1 - v0) * q), fish.at(u - 0.034, v0 + (v1 - v0) * (q + 0.012)), fish.at(u - 0.013, v0 + (v1 - v0) * (q + 0.04))]
            )
        o += path(st, "thin2")
        g1 = fish.at(u - b * 1.5, 0.955)
        g2 = fish.at(u - b * 0.55, 0.985)
        o += path(smooth([g1, (g1 + g2) / 2 + [0, 2.4], g2]), "thin")
    if sp.get("gill"):
        o += path(smooth(sp["gill"]), "oper")
    if sp.get("mouth"):
        o += path(smooth(sp["mouth"]), "mouth")
        if sp["lip"]:
            o += path(smooth(sp["lip"]), "thin")
    if sp.get("beak"):
        o += path("M102 158.500c-4 -.5 -7 1.500 -8.500 5.500c3 -.6 6 -.6 8.800 0M102 169c-4 1 -7.500 -.5 -8.500 -4.600c3 -.4 6 -.4 8.800 0", "vent")
    if sp.get("cheek") == "streaks":
        for q in (0, 1, 2):
            o += path(smooth([(88, 172 + 6 * q), (104, 174 + 6 * q), (122, 170 + 7 * q), (140, 172 + 7 * q)]), "thin2")
    for b in sp.get("barbels", []):
        d = smooth(b)
        o += path(d, "", fill="none", stroke="var(--ink)", stroke_width=3.4 * k, stroke_linecap="round") + path(
            d, "", fill="none", stroke="var(--plate)", stroke_width=1.5 * k, stroke_linecap="round"
        )
    for e in sp.get("eyes") or [sp["eye"]]:
        o += draw_eye(fish, *e)
    if sp.get("eye") and (not fish.strip):
        x, y, r = sp["eye"]
        sx, sy = sp["mouth"][0] if sp.get("mouth") else (fish.x0, y)
        n = (x + (sx - x) * 0.62, y + (sy - y) * 0.3 - r * 0.22)
        if n[1] > fish.top(n[0]) + 3 and (not sp.get("nonos")):
            o += path(f"M{num(n[0] - 2.6)} {num(n[1])}c1.400 -1.900 3.900 -2.300 5 -1.200c-.8 1.800 -3.300 2.500 -5 1.200z", "nos")
    if sp.get("above"):
        for sg in (-1, 1):
            o += path(f"M174 {165 + sg * 23}c7 {sg * -3} 14 {sg * -2} 18 {sg * 3}c-6 {sg * 3} -13 {sg * 3} -18 {sg * -3}z", "pupil")
    return o


def draw_eye(fish, x, y, r):
    if "pop" in fish.mods:
        o = ""
        radius = r * 1.62
        y2 = y - r * 0.1
        o += path(
            "".join(
                f"M{num(x + radius * 1.16 * math.cos(a))} {num(y2 + radius * 1.16 * math.sin(a))}L{num(x + (radius * 1.16 + 5) * math.cos(a + 0.1))} {num(y2 + (radius * 1.16 + 5) * math.sin(a + 0.1))}"
                for a in np.linspace(0.15, 2.7, 18)
            ),
            "thin",
        )
        o += f'<circle cx="{num(x)}" cy="{num(y2)}" r="{num(radius * 1.17)}" class="eye0"/><circle cx="{num(x)}" cy="{num(y2)}" r="{num(radius)}" class="eye0" style="stroke-width:1.8"/>'
        o += path(
            f"M{num(x - radius * 0.8)} {num(y2 + radius * 0.42)}A{num(radius * 0.9)} {num(radius * 0.9)} 0 0 0 {num(x + radius * 0.8)} {num(y2 + radius * 0.42)}A{num(radius * 1.1)} {num(radius * 1.1)} 0 0 1 {num(x - radius * 0.8)} {num(y2 + radius * 0.42)}Z",
            "hat",
            fill="url(#hx)",
        )
        o += f'<circle cx="{num(x)}" cy="{num(y2 - radius * 0.06)}" r="{num(radius * 0.68)}" class="eye1"/><circle cx="{num(x - 0.4)}" cy="{num(y2 - radius * 0.06)}" r="{num(radius * 0.44)}" class="pupil"/><circle cx="{num(x - radius * 0.2)}" cy="{num(y2 - radius * 0.3)}" r="{num(radius * 0.17)}" class="glint"/>'
        return o
    o = f'<circle class="eye0" cx="{num(x)}" cy="{num(y)}" r="{num(r)}"/><circle class="eye1" cx="{num(x)}" cy="{num(y)}" r="{num(r * 0.865)}"/>'
    o += path(
        "".join(
            f"M{num(x + r * 0.55 * math.cos(a))} {num(y + r * 0.55 * math.sin(a))}L{num(x + r * 0.79 * math.cos(a))} {num(y + r * 0.79 * math.sin(a))}"
            for a in np.linspace(0, 2 * math.pi, 28 if r > 8 else 16, endpoint=False)
        ),
        "thin2",
    )
    o += f'<circle class="pupil" cx="{num(x - 0.4)}" cy="{num(y)}" r="{num(r * 0.47)}"/><circle class="glint" cx="{num(x - r * 0.2)}" cy="{num(y - r * 0.2)}" r="{num(max(1, r * 0.14))}"/>'
    return o
