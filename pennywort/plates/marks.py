"""The colour pattern of a body, as hatching."""

from __future__ import annotations

import math
import random

import numpy as np

from pennywort.plates.pens import blob, dots, num, path, smooth, xy


def draw_marks(fish):
    """colour pattern, as hatching"""
    o, dice = ("", random.Random(11))
    H = "url(#hx)"
    for m in fish.spec.get("marks", []):
        k = m[0]
        if k == "bar":
            u, w = (m[1], m[2])
            A = [fish.at(u - w / 2 + 0.012 * math.sin(v * 3), v) for v in np.linspace(0, 1, 9)] + [
                fish.at(u + w / 2 + 0.012 * math.sin(v * 3), v) for v in np.linspace(1, 0, 9)
            ]
            o += path(smooth(A, True, 0.4), "hat", fill="url(#hx2)")
        if k == "saddles":
            for u in m[1]:
                A = [fish.at(u - m[2] / 2 * (1 - 0.3 * v), v * m[3]) for v in np.linspace(0, 1, 5)] + [
                    fish.at(u + m[2] / 2 * (1 - 0.3 * v), v * m[3]) for v in np.linspace(1, 0, 5)
                ]
                o += path(smooth(A, True), "hat", fill="url(#hx2)")
        if k == "smudge":
            p = fish.at(m[1], m[2])
            o += dots([(dice.gauss(p[0], m[3] * 0.42), dice.gauss(p[1], m[4] * 0.42)) for _ in range(int(240 / fish.coarse))], 1.2 * fish.coarse**0.5, op=0.9)
        if k == "spots":
            for p in fish.inside(m[1], dice, 0.12, 0.95, 0.03, 0.6, gap=19):
                o += path(smooth(blob(p, dice.uniform(3.6, 6.5), dice.uniform(3.2, 5.2), dice, 8), True), "pupil", opacity=0.7)
        if k == "blots":
            for u in m[1]:
                o += path(smooth(blob(fish.at(u, m[2]), m[3], m[4], dice, 10, 0.2), True), "hat", fill=H)
        if k == "patch":
            pts = fish.patch(m[1], m[2], m[4] / 1.25, m[3] * fish.L / (m[4] / 1.25 * fish.depth(m[1])), n=16, rough=0.16, seed=int(m[1] * 100))
            o += path(smooth(pts, True), "hat e", fill="url(#hx2)")
        if k == "stripe":
            v, a, b = m[1:]
            A = [fish.at(u, v - a / 2 + 0.02 * math.sin(u * 20)) for u in np.linspace(0.26, 1, 16)] + [
                fish.at(u, v + b / 2 + 0.02 * math.sin(u * 20 + 2)) for u in np.linspace(1, 0.26, 16)
            ]
            o += path(smooth(A, True), "hat", fill="url(#hx2)")
        if k == "eyeband":
            x, w = m[1:]
            A = [(x - w + 16 * (1 - q), fish.top(x) - 40 + q * (fish.bot(x) - fish.top(x) + 70)) for q in np.linspace(0, 1, 8)]
            o += path(smooth(A + [(p[0] + 2 * w, p[1]) for p in A[::-1]], True), "hat", fill="url(#hx2)")
        if k == "ocellus":
            x, y, r = m[1:]
            o += f'<circle cx="{x}" cy="{y}" r="{r * 1.35}" class="oc"/><circle cx="{x}" cy="{y}" r="{r}" class="pupil"/>'
        if k == "maze":
            for v0, ph, amp in ((0.15, 0, 0.07), (0.4, 2.4, 0.1), (0.66, 0.6, 0.1), (0.9, 3, 0.05)):
                A = [fish.at(u, v0 + amp * math.sin(u * 36 + ph)) for u in np.linspace(0.16 if v0 < 0.3 else 0.3, 0.985, 40)]
                o += path(smooth(A), "", fill="none", stroke="var(--ink)", stroke_width=6.2) + path(
                    smooth(A), "", fill="none", stroke="var(--flesh,var(--plate))", stroke_width=3.6
                )
                o += path("".join(f"M{xy(q)}h0" for q in A[::3]), "dot", stroke="var(--ink)", stroke_width=1.5)
        if k == "rosettes":
            for p in fish.inside(m[1], dice, 0.12, 0.94, 0.07, 0.93, gap=27):
                if p[0] < 232 and abs(p[1] - 165) < 52:
                    continue
                r = dice.uniform(4.5, 7.5)
                o += f'<circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(r)}" class="oc"/>' + path(smooth(blob(p, r * 0.5, r * 0.5, dice, 7), True), "pupil")
        if k == "raydisc":
            d = ""
            for sg in (0, 1):
                for u in np.linspace(0.03, 0.97, int(46 / fish.coarse)):
                    a = fish.at(u, 0.015 if sg == 0 else 0.985)
                    d += "M" + xy(a) + "L" + xy(a + (np.array([232, 165]) - a) * 0.17)
            o += path(d, "sc f")
            o += path(
                smooth([(118, 165), (136, 138), (166, 126), (214, 120), (270, 122), (330, 136), (384, 154), (398, 165)])
                + smooth([(118, 165), (136, 192), (166, 204), (214, 210), (270, 208), (330, 194), (384, 176), (398, 165)]),
                "thin2",
            )
            o += path("M176 165H392", "thin") + path("".join(f"M{x} 165l3 -2.600v5.200z" for x in range(186, 392, 9)), "pupil")
        if k == "blade":
            x, y = m[1:]
            o += path(f"M{x - 15} {y}c8 -5.500 22 -6 30 -1.500c-8 5 -22 5.500 -30 1.500z", "vent") + path(f"M{x - 8} {y - 0.5}h18", "thin")
    return o
