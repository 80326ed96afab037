"""Skin: scales, scutes, prickles, rings, and the stipple that models the body."""

from __future__ import annotations

import math
import random

import numpy as np

from pennywort.plates.pens import dots, num, path, rel, smooth, xy


def draw_skin(fish):
    sp, c = (fish.spec, fish.coarse)
    kind = sp["skin"]
    o = ""
    D = fish.depth
    dice = random.Random(3)
    if kind in ("scales", "dash"):
        bold, fine, faint = ([], [], [])
        lift = "swollen" in fish.mods
        opx = (lambda y: np.interp(y, [p[1] for p in fish.oper], [p[0] for p in fish.oper])) if fish.oper else lambda y: fish.at(0.28, 0.5)[0]
        x = fish.x0 + fish.L * (sp["oper"][0] - sp["oper"][4])
        col = 0
        dm = max(D(u) for u in np.linspace(0.2, 0.6, 9))
        size = sp.get("size", 1.0) * c
        while x < fish.x1 + 3:
            u = min(fish.xu(x), 1)
            t, b = (fish.at(u, 0)[1], fish.at(u, 1)[1])
            dep = b - t
            kk = (dep / dm) ** 0.62
            step, h = ((7.6 * kk + 0.9) * size, 8.4 * kk * size)
            ly = t + dep * np.interp(u, [0.15, 0.4, 1], [0.32, 0.43, 0.5])
            for j in range(-26, 27):
                y = ly + (j + (0.5 if col % 2 else 0)) * h
                if y < t + h * 0.3 or y > b - h * 0.25 or x < opx(y) + 1.5:
                    continue
                u2 = min(fish.xu(x + step), 1)
                v = (y - t) / dep
                sl = np.interp(v, [0, 1], [fish.at(u2, 0)[1] - t, fish.at(u2, 1)[1] - b])
                if kind == "dash":
                    if (j * 7 + col * 3) % 5:
                        fine.append(f"M{num(x)} {num(y)}q{num(step * 0.28)} {num(sl * 0.2)} {num(step * 0.3)} {num(h * 0.4)}")
                    continue
                w = step * 0.98
                A = (x, y - h * 0.5)
                arc = (
                    f"M{xy(A)}q"
                    + rel(A, (x + w * 0.95, A[1] + sl * 0.6 + h * 0.06), (x + w, y + sl))
                    + "q"
                    + rel((x + w, y + sl), (x + w * 0.95, y + h * 0.5 + sl * 0.6 - h * 0.06), (x, y + h * 0.5))
                )
                if lift and 0.18 < u < 0.8:
                    continue
                if v < 0.4:
                    bold.append(arc)
                elif v < 0.78:
                    fine.append(arc)
                else:
                    faint.append(
                        f"M{num(x + w * 0.7)} {num(y - h * 0.36 + sl * 0.6)}q"
                        + rel((x + w * 0.7, y - h * 0.36 + sl * 0.6), (x + w, y + sl - h * 0.1), (x + w * 0.9, y + h * 0.28))
                    )
            x += step
            col += 1
        o += path("".join(bold), "sc b") + path("".join(fine), "sc f") + path("".join(faint), "sc g")
    if kind == "scutes":
        d = ""
        n = int(19 / c**0.3)
        for i in range(n + 1):
            u = 0.295 + 0.69 * i / n
            w = 0.044
            d += smooth([fish.at(u - 0.012, 0.03), fish.at(u + w * 0.5, 0.14), fish.at(u + w, 0.3), fish.at(u + w * 0.75, 0.42), fish.at(u + 0.004, 0.5)])
            d += smooth([fish.at(u + 0.004, 0.5), fish.at(u + w * 0.75, 0.6), fish.at(u + w, 0.72), fish.at(u + w * 0.5, 0.86), fish.at(u - 0.012, 0.96)])
        o += path(d, "sc s") + path(smooth([fish.at(u, 0.5) for u in np.linspace(0.29, 0.99, 12)]), "sc s", stroke_width=1.3 * c)
        d = "".join(
            (
                f"M{xy(fish.at(u, v))}" + "L" + xy(fish.at(u + 0.012, v + 0.008))
                for i in range(n)
                for u, v in [(0.285 + 0.71 * i / n, q) for q in (0.2, 0.34, 0.66, 0.8)]
            )
        )
        o += path(d, "sc f")
    if kind == "prickles":
        d = ""
        for p in fish.inside(int(230 / c), dice, 0.16, 0.92, 0.05, 0.97, gap=9 * c**0.5):
            d += f"M{xy(p)}l3.4 -1.6M{xy(p)}l3.2 1.5"
        o += path(d, "sc f")
    if kind == "rings":
        d = ""
        kn = ""
        for i in range(30):
            u = 0.12 + 0.88 * (0.02 + 0.97 * (i / 29) ** 0.92) ** 0.625
            d += smooth([fish.at(u, 0), fish.at(u + 0.006, 0.28), fish.at(u + 0.009, 0.5), fish.at(u + 0.006, 0.72), fish.at(u, 1)])
            for v in (0.3, 0.66):
                if i < 22:
                    q = fish.at(u, v)
                    kn += f"M{xy(q)}h0"
        o += path(d, "sc s") + path(kn, "dot", stroke="var(--ink)", stroke_width=2.4)
        for v in (0.3, 0.66):
            o += path(smooth([fish.at(u, v) for u in np.linspace(0.2, 0.9, 26)]), "sc f")
    pts = []
    q = 1 / c**1.3
    dense = {"stipple": 1.25, "prickles": 0.5, "rings": 0.25, "dash": 0.7, "scutes": 0.6}.get(kind, 0.62)
    for _ in range(int(1000 * dense * q)):
        u, v = (dice.uniform(0.03, 0.99), abs(dice.gauss(0, 0.085)))
        if v < 0.3:
            pts.append(fish.at(u, v) + [0, 0.8])
    for _ in range(int(260 * dense * q)):
        u, v = (dice.uniform(0.1, 0.98), 1 - abs(dice.gauss(0, 0.035)))
        pts.append(fish.at(u, v) - [0, 0.8])
    if sp.get("above"):
        pts = []
        for _ in range(int(900 * q)):
            u = dice.uniform(0.02, 0.98)
            v = dice.choice((abs(dice.gauss(0, 0.09)), 1 - abs(dice.gauss(0, 0.09)), dice.gauss(0.5, 0.09)))
            pts.append(fish.at(u, min(0.99, max(0.01, v))))
    if kind == "stipple" and (not sp.get("above")):
        for _ in range(int(420 * q)):
            pts.append(fish.at(dice.uniform(0.1, 0.98), min(0.95, abs(dice.gauss(0, 0.36)))))
    if fish.oper:
        for _ in range(int(240 * q)):
            i = dice.randrange(1, 10)
            p = fish.oper[i] - [abs(dice.gauss(0, 13)) + 1, dice.uniform(-4, 4)]
            if not fish.strip and fish.top(p[0]) + 4 < p[1] < fish.bot(p[0]) - 2:
                pts.append(p)
    eyes = sp.get("eyes") or [sp["eye"]]
    pts = [p for p in pts if all(math.hypot(p[0] - e[0], p[1] - e[1]) > e[2] * 1.15 for e in eyes)]
    o += dots(pts, 0.85 * c**0.5)
    return o
