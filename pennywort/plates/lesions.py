"""Signs drawn on a body: what the skin itself shows."""

from __future__ import annotations

import math

import numpy as np

from pennywort.plates.pens import along, blob, dots, num, path, rel, smooth, xy


def sheen(fish, u=0.5, v=0.36, rv=0.26, aspect=1.9):
    u, v = fish.moved(u, v)
    pts = fish.patch(u, v, rv, aspect, n=18, rough=0.1, seed=4)
    d = smooth(pts, True)
    return path(d, "", fill="#f6f5ef", opacity=0.97) + path(d, "", fill="url(#flat)") + path(d, "", fill="none", stroke="var(--ink2)", stroke_width=1.7)


def saddle(fish, u=0.5, w=0.25):
    """a pale band over the back, edge soft and stippled"""
    u = fish.moved(u, 0.1)[0]
    dice = fish.dice(8)
    shp = [
        (-0.52, 0.0),
        (-0.56, 0.1),
        (-0.58, 0.22),
        (-0.53, 0.34),
        (-0.4, 0.42),
        (-0.18, 0.4),
        (0, 0.385),
        (0.18, 0.4),
        (0.4, 0.42),
        (0.53, 0.34),
        (0.58, 0.22),
        (0.56, 0.1),
        (0.52, 0.0),
    ]
    A = [fish.at(u + a * w * 1.25, v) for a, v in shp]
    if fish.spec.get("above"):
        A = fish.patch(0.52, 0.5, 0.24, 1.1, seed=2)
        shp = []
    A2 = fish.patch(0.52, 0.5, 0.28, 1.1, seed=2) if not shp else [fish.at(u + a * w * 1.36, v * 1.18) for a, v in shp]
    o = path(smooth(A2, False, 0.9), "", fill="#fff", opacity=0.62) + path(smooth(A, False, 0.9), "", fill="#fbfaf5", opacity=0.86)
    E = along(A, 170)
    E2 = along(A2, 150)
    o += dots(
        [p + [dice.gauss(0, 1.5), dice.gauss(0, 1.5)] for p in E[4:-4]] + [p + [dice.gauss(0, 2.4), dice.gauss(0, 2.4)] for p in E2[4:-4]],
        1.35,
        "var(--ink2)",
        0.95,
    )
    if shp:
        o += path(smooth([fish.at(u + q * w * 1.25, 0.0) for q in np.linspace(-0.62, 0.62, 9)]), "edge")
    return o


def slime(fish):
    """grey veils: sheets with folds, loose ends trailing off the body"""
    o = ""
    k = fish.k()
    for u, v, rv, asp in ((0.4, 0.24, 0.2, 2.5), (0.66, 0.46, 0.22, 2.2), (0.3, 0.68, 0.16, 2.0)):
        pts = fish.patch(u, v, rv, asp, n=16, rough=0.24, seed=int(u * 90))
        d = smooth(pts, True)
        cid = f"sl-{fish.id}-{int(u * 100)}"
        o += path(d, "", fill="#fff", opacity=0.8)
        folds = ""
        for j in np.linspace(-0.85, 0.85, 6):
            folds += smooth(
                [
                    fish.at(u + a * rv * asp * fish.depth(u) / fish.L, min(0.97, max(0.02, v + rv * j + 0.035 * math.sin(a * 6 + j * 9))))
                    for a in np.linspace(-1, 1, 12)
                ]
            )
        o += (
            f'''<clipPath id="{cid}"><path d="{d}"/></clipPath><g clip-path="url(#{cid})">{path(folds, "", fill="none", stroke="var(--ink2)", stroke_width=1, opacity=0.8)}</g>'''
            + path(d, "", fill="none", stroke="var(--ink2)", stroke_width=0.9, stroke_dasharray="7 2.5 2 2.5")
        )
    for u, v, L, sw in ((0.6, 0.86, 62, 15), (0.8, 0.62, 74, 13), (0.36, 0.95, 50, 12)):
        p = fish.at(u, v)
        A, B = ([], [])
        dn = fish.at(u, 1) - fish.at(u, 0)
        dn = dn / np.linalg.norm(dn)
        bk = np.array([dn[1], -dn[0]])
        if fish.spec.get("above"):
            dn = np.array([0.3, 0.9])
        for q in np.linspace(0, 1, 7):
            c = p + (dn * 0.62 + bk * 0.75) * L * k * q + np.array([0, 5 * math.sin(q * 7)])
            w = sw * k * (1 - q * 0.72) * (1 + 0.18 * math.sin(q * 11))
            A.append(c - bk * w * 0.5)
            B.append(c + bk * w * 0.5)
        d = smooth(A + B[::-1], True)
        o += path(d, "", fill="#fff", opacity=0.9, stroke="var(--ink2)", stroke_width=0.9)
        for w in (0.35, 0.65):
            o += path(smooth([a * (1 - w) + b * w for a, b in zip(A, B)]), "thin2")
    return o


def sore(fish, u=0.6, v=0.42, r=0.15):
    u, v = fish.moved(u, v)
    dice = fish.dice(41)
    A, B, C = (fish.patch(u, v, r * q, 1.35, n=15, rough=z, seed=9) for q, z in ((1.3, 0.1), (1.0, 0.14), (0.55, 0.16)))
    c = fish.at(u, v)
    rad = fish.rv(u, r) * fish.depth(u)
    o = path(smooth(A, True), "", fill="#efd9d2", opacity=0.96) + path(
        smooth(A, True), "", fill="none", stroke="var(--brick)", stroke_width=1.1, stroke_dasharray="2 2.4", opacity=0.9
    )
    o += path(smooth(B, True), "", fill="var(--brick)", stroke="var(--ink)", stroke_width=1.5) + path(
        smooth(C, True), "", fill="#d9a79c", stroke="var(--ink)", stroke_width=0.7
    )
    lines = ""
    for i in range(22):
        a = 2 * math.pi * i / 22 + dice.uniform(-0.1, 0.1)
        lines += f"M{num(c[0] + rad * 0.62 * 1.35 * math.cos(a))} {num(c[1] + rad * 0.58 * math.sin(a))}L{num(c[0] + rad * 0.86 * 1.35 * math.cos(a))} {num(c[1] + rad * 0.84 * math.sin(a))}"
    o += path(lines, "", fill="none", stroke="var(--ink)", stroke_width=0.8, opacity=0.7)
    o += dots([(c[0] + dice.gauss(0, rad * 0.28), c[1] + dice.gauss(0, rad * 0.2)) for _ in range(22)], 1.7, "var(--brick)", 1)
    d = ""
    for i in range(14):
        a = dice.uniform(0, 6.28)
        p = c + np.array([1.45 * math.cos(a), 1.25 * math.sin(a)]) * rad * dice.uniform(0.95, 1.2)
        d += f"M{xy(p)}q3 .8 3.200 3"
    return o + path(d, "sc b")


def flecks(fish):
    dice = fish.dice(43)
    o, fl = ("", "")
    k = fish.k()
    for p in fish.inside(26, dice, 0.14, 0.94, 0.34, 0.95, gap=17 * k):
        o += path(smooth(blob(p, dice.uniform(1.6, 3.6) * k, dice.uniform(1.3, 2.4) * k, dice, 7, 0.3), True), "", fill="var(--brick)")
    for _ in range(9):
        u, v = (dice.uniform(0.34, 0.9), dice.uniform(0.5, 0.92))
        fl += smooth([fish.at(u + q, v + 0.03 * math.sin(q * 90)) for q in np.linspace(0, dice.uniform(0.035, 0.07), 4)])
    for n, F in fish.fins.items():
        if n in ("adipose",):
            continue
        for i in range(1, F["rays"] - 1, 3 if F["rays"] > 9 else 2):
            a, b = (dice.uniform(0.02, 0.12), dice.uniform(0.36, 0.62))
            fl += "M" + xy(fish.onfin(F, i, a)) + "L" + xy(fish.onfin(F, i, b))
    return o + path(fl, "", fill="none", stroke="var(--brick)", stroke_width=1.9 * k, stroke_linecap="round")


def cloudy(fish):
    o = ""
    for x, y, r in fish.spec.get("eyes") or [fish.spec["eye"]]:
        o += f'<circle cx="{num(x)}" cy="{num(y)}" r="{num(r * 0.98)}" style="fill:#dfe2dc;opacity:.90;stroke:var(--ink);stroke-width:1.5"/><circle cx="{num(x)}" cy="{num(y)}" r="{num(r * 0.5)}" style="fill:#fff;opacity:.55;stroke:var(--ink2);stroke-width:.8;stroke-dasharray:1.5 1.8"/>'
        for j in (-0.5, -0.18, 0.15, 0.48):
            o += path(smooth([(x + r * 0.8 * q * math.cos(j), y + r * j + r * 0.12 * math.sin(q * 4 + j * 5)) for q in np.linspace(-1, 1, 7)]), "thin2")
        o += path(
            f"M{num(x - r * 0.6)} {num(y - r * 0.3)}a{num(r * 0.7)} {num(r * 0.7)} 0 0 1 {num(r * 0.8)} {num(-r * 0.42)}",
            "",
            fill="none",
            stroke="#fff",
            stroke_width=2.2,
            stroke_linecap="round",
        )
    return o


def pinecone(fish):
    """scales stand out from the body: tips lifted, a shadow under each, and they break the outline"""
    if fish.spec.get("above") or fish.spec["skin"] in ("rings", "prickles"):
        lo, hi = (0.35, 0.6) if fish.strip else (0.28, 0.78)
        a = "".join(
            smooth(
                [
                    fish.at(u + 0.03 * math.sin(v * 3), v)
                    for v in np.linspace(0.5 if not fish.spec.get("above") else 0.2, 0.95 if not fish.spec.get("above") else 0.8, 6)
                ]
            )
            for u in np.linspace(lo, hi, 7)
        )
        return path(a, "thin")
    c = fish.coarse**0.5
    dep = fish.depth(0.47)
    L = fish.L
    up = ""
    if fish.spec.get("above"):
        h = 17 * c
    else:
        h = 15.5 * c * (dep / 165) ** 0.4
    if dep < 90:
        h = 11 * c
    n = max(4, int(dep / h))
    step = h * 0.86
    items = []
    lo, hi = (0.2, 0.8) if not fish.strip else (0.18, 0.52)
    Lk = L if not fish.strip else 330
    us = np.arange(lo, hi, step / Lk)
    opx = (lambda y: np.interp(y, [p[1] for p in fish.oper], [p[0] for p in fish.oper])) if fish.oper else lambda y: -1
    for i, u in enumerate(us):
        for j in range(n + 1):
            v = (j + (0.5 if i % 2 else 0)) / n
            if v > 1.0:
                continue
            p = fish.at(u, v)
            if p[0] < opx(p[1]) + 4:
                continue
            o1, t = (fish.out(u, v), fish.at(min(1, u + 0.01), v) - fish.at(u - 0.01, v))
            t = t / (np.linalg.norm(t) + 1e-09)
            lift = abs(v - 0.5) * 2
            q = h * 0.92
            side = o1 * lift**1.5 * q * 0.5
            tip = p + t * q * (1.16 - 0.24 * lift) + side
            dn = fish.at(u, 1) - fish.at(u, 0)
            dn = dn / np.linalg.norm(dn)
            A, B = (p - dn * h * 0.46, p + dn * h * 0.46)
            items.append((lift, A, B, tip, dn, t, q))
    for lift, A, B, tip, dn, t, q in sorted(items, key=lambda z: -float(z[1][0]) if not fish.strip else -float(z[1][1])):
        w = h * 0.36
        s0 = tip + dn * w * 1.2 - t * 1.5
        up += path(f"M{xy(A)}c" + rel(A, A + t * q * 0.72, tip - dn * w, tip) + "c" + rel(tip, tip + dn * w, B + t * q * 0.72, B), "lift") + path(
            f"M{xy(s0)}c" + rel(s0, tip + dn * w * 1.15 - t * 1.2, B + t * q * 0.74, B + t * q * 0.18), "und"
        )
    return f"<g>{up}</g>"


def thin(fish):
    """hollow back and belly: hatched hollows, ribs showing"""
    if fish.spec.get("above"):
        h = "".join(
            "M" + xy(fish.at(u, 0.5 + g * 0.05)) + "L" + xy(fish.at(u + 0.02, 0.5 + g * (0.07 + 0.09 * math.sin((u - 0.3) / 0.6 * math.pi))))
            for u in np.linspace(0.32, 0.88, 26)
            for g in (-1, 1)
        )
        hips = "".join(smooth([fish.at(0.86, 0.5 + g * 0.1), fish.at(0.9, 0.5 + g * 0.26), fish.at(0.95, 0.5 + g * 0.42)]) for g in (-1, 1))
        return path(h, "thin") + path(hips, "", fill="none", stroke="var(--ink)", stroke_width=1.6)
    lo, hi = (0.32, 0.72) if not fish.strip else (0.4, 0.59)
    top, bot = ("", "")
    for u in np.linspace(lo, hi, 20):
        q = math.sin((u - lo) / (hi - lo) * math.pi)
        bot += "M" + xy(fish.at(u, 0.985)) + "L" + xy(fish.at(u - 0.012, 0.985 - 0.2 * q))
    for u in np.linspace(lo - 0.02, hi - 0.16, 16):
        q = math.sin((u - lo + 0.02) / (hi - lo - 0.14) * math.pi)
        top += "M" + xy(fish.at(u, 0.02)) + "L" + xy(fish.at(u + 0.012, 0.02 + 0.16 * q))
    ribs = ""
    for u in np.linspace(lo + 0.03, hi - 0.04, 8):
        ribs += smooth([fish.at(u, 0.42), fish.at(u + 0.018, 0.58), fish.at(u + 0.012, 0.76)])
    return (
        path(bot + top, "thin")
        + path(ribs, "", fill="none", stroke="var(--plate)", stroke_width=4)
        + path(ribs, "", fill="none", stroke="var(--ink)", stroke_width=1.3)
    )


def rough(fish, u=0.52, v=0.34, rv=0.24, aspect=1.9):
    """slime gone: a matt patch, sandpaper grain, scraped lines, some scale edges lifted or missing"""
    u, v = fish.moved(u, v)
    dice = fish.dice(17)
    pts = fish.patch(u, v, rv, aspect, n=22, rough=0.26, seed=12)
    d = smooth(pts, True, 0.3)
    cid = f"ro-{fish.id}"
    rv = fish.rv(u, rv)
    rx = min(rv * fish.depth(u) * aspect, 0.17 * fish.L) / fish.L
    grit = [fish.at(u + dice.uniform(-1, 1) * rx, v + dice.uniform(-1, 1) * rv) for _ in range(330)]
    sc = ""
    for _ in range(13):
        a, b = (u + dice.uniform(-0.9, 0.5) * rx, v + dice.uniform(-0.8, 0.8) * rv)
        p = fish.at(a, b)
        L = dice.uniform(0.35, 0.75) * rx
        sc += "M" + xy(p) + "L" + xy(fish.at(a + L, b - rv * 0.34))
    flick = ""
    for _ in range(26):
        p = fish.at(u + dice.uniform(-0.9, 0.9) * rx, v + dice.uniform(-0.9, 0.9) * rv)
        flick += f"M{xy(p)}l4.600 -3.400l1.200 4.400"
    o = (
        path(d, "", fill="#f3f1e8", opacity=0.95)
        + f'''<clipPath id="{cid}"><path d="{d}"/></clipPath><g clip-path="url(#{cid})">{dots(grit, 1.7, op=0.8)}{path(sc, "", fill="none", stroke="var(--plate)", stroke_width=3)}{path(sc, "", fill="none", stroke="var(--ink)", stroke_width=1)}{path(flick, "", fill="none", stroke="var(--ink)", stroke_width=1.1)}</g>'''
    )
    return o + path(d, "", fill="none", stroke="var(--ink)", stroke_width=1, stroke_dasharray="3.5 2 1 2")
