"""Fins: a membrane between rays that fork, scalloped, ragged, bitten or clamped."""

from __future__ import annotations

import math
import random

import numpy as np

from pennywort.plates.pens import along, num, path, rel, smooth, xy


def draw_fin(fish, name, base, edge, rays, o):
    dice = fish.dice(len(name) * 7 + rays)
    raw = [np.array(e, float) for e in edge]
    if isinstance(base[0], str):
        side, xa, xb = base
        v = 0.015 if side == "t" else 0.985
        bp = [fish.at(fish.xu(x), v) for x in np.linspace(xa, xb, 5)]
        if fish.mods & {"swollen", "swollen_flat", "thin"}:
            old = fish._t0 if side == "t" else fish._b0
            new = fish.top if side == "t" else fish.bot
            dl = [new(x) - old(x) for x in np.linspace(xa, xb, len(raw))]
            raw = [e + np.array([0, d]) for e, d in zip(raw, dl)]
    else:
        bp = [np.array(q, float) for q in base]
    if "clamp" in fish.mods and name != "adipose":
        rays = max(5, rays * 2 // 5)
        o = dict(o, br=1, sc=o.get("sc", 1.6) * 0.4)
    b, e = (along(bp, rays), along(raw, rays))
    e0 = [q.copy() for q in e]
    bow, sc = (o.get("bow", 0), o.get("sc", 1.6))
    if "clamp" in fish.mods:
        if name == "caudal":
            m = (b[0] + b[-1]) / 2
            e = [np.array([m[0] + (q[0] - m[0]) * 1.06, m[1] + (q[1] - m[1]) * 0.36]) for q in e]
            bow *= 0.15
        elif name.startswith("pectoral"):
            e = [p + np.array([math.cos(a), math.sin(a)]) * np.linalg.norm(q - p) * 1.0 for p, q, a in zip(b, e, np.linspace(0.02, -0.04, rays))]
        else:
            t = b[-1] - b[0]
            t = t / (np.linalg.norm(t) + 1e-09)
            if fish.strip or fish.spec.get("above"):
                t = t
            elif t[0] < 0:
                t = -t
            nn = np.array([t[1], -t[0]])
            sg = 1 if float(np.dot(e[len(e) // 2] - b[len(b) // 2], nn)) > 0 else -1
            nn = nn * sg
            new = []
            for i, (p, q) in enumerate(zip(b, e)):
                L = min(np.linalg.norm(q - p), 120)
                j = i / (rays - 1)
                new.append(p + t * L * 0.93 * (1 - 0.15 * j) + nn * (L * 0.27 + 4.0) * (1 - 0.5 * j))
            e = new
            bow *= 0.5
        sc *= 0.5
    jag = False
    if "rag" in fish.mods and (not fish.spec.get("above")) and (name in ("caudal", "dorsal", "anal", "dorsal2")):
        jag = True
        RR = random.Random(rays * 3 + 1)
        cut = np.array([RR.uniform(0.88, 0.97) for _ in range(rays)])
        x = RR.uniform(0.06, 0.12)
        while x < 0.97:
            wd, dp = (RR.uniform(0.018, 0.04), RR.uniform(0.16, 0.44) * (0.8 if name == "caudal" else 0.7))
            cut -= dp * np.exp(-(((np.linspace(0, 1, rays) - x) / wd) ** 2))
            x += RR.uniform(0.11, 0.19)
        e = [p + (q - p) * c for p, q, c in zip(b, e, cut)]

    def ctl(p, q, kk):
        d = q - p
        n = np.array([-d[1], d[0]])
        return (p + q) / 2 + n / (np.linalg.norm(n) + 1e-09) * kk

    if name == "adipose":
        m = smooth([b[0], e[0] * 0.5 + b[0] * 0.5 - [2, 4], e[0], e[len(e) // 2], e[-1], b[-1]], False, 0.9)
        fish.fins[name] = {"b": b, "e": e, "path": m, "margin": m, "rays": rays}
        t = along([e[0], e[len(e) // 2], e[-1]], 4)
        return (
            "<g>"
            + path(m, "mem", stroke_width=o.get("lead", 1))
            + path(
                "".join(
                    (
                        "M" + xy(b[0] * (1 - q) + b[-1] * q) + "L" + xy((b[0] * (1 - q) + b[-1] * q) * 0.25 + t[i] * 0.75)
                        for i, q in enumerate((0.2, 0.45, 0.7, 0.9))
                    )
                ),
                "ray",
            )
            + "</g>"
        )
    d = "M" + xy(b[0]) + "Q" + xy(ctl(b[0], e[0], bow)) + " " + xy(e[0])
    margin = "M" + xy(e[0])
    sp = o.get("sp", 0)
    for i in range(1, rays):
        inw = (b[i - 1] + b[i]) / 2 - (e[i - 1] + e[i]) / 2
        inw = inw / (np.linalg.norm(inw) + 1e-09)
        dep = o.get("sc2", sc) if i > sp and "sc2" in o else sc
        if jag:
            m = (e[i - 1] + e[i]) / 2 + inw * dice.uniform(0.5, 2.5)
            seg = f"Q{xy(m)} {xy(e[i])}"
        else:
            gap = np.linalg.norm(e[i] - e[i - 1])
            m = (e[i - 1] + e[i]) / 2 + inw * min(dep * 2, gap * 0.55)
            seg = f"Q{xy(m)} {xy(e[i])}"
        d += seg
        margin += seg
    d += "Q" + xy(ctl(b[-1], e[-1], -bow * 0.4)) + " " + xy(b[-1])
    br, r = (o.get("br", 0.55), "")
    for i in range(rays):
        p, q = (b[i], e[i])
        c = ctl(p, q, bow * (1 - i / max(1, rays - 1) * 1.4))
        if i < sp or i == rays - 1 or br >= 1:
            r += "M" + xy(p) + "q" + rel(p, c, q)
            continue
        m = (1 - br) ** 2 * p + 2 * br * (1 - br) * c + br * br * q
        r += "M" + xy(p) + "q" + rel(p, p + (c - p) * br, m)
        l = q + (e[i - 1] - q) * 0.22 if i and (not jag) else q
        rr = q + (e[i + 1] - q) * 0.22 if not jag else q
        for tip in (l, rr) if not jag else (q,):
            r += "M" + xy(m) + "L" + xy(tip)
    lead = "M" + xy(b[0]) + "Q" + xy(ctl(b[0], e[0], bow)) + " " + xy(e[0])
    fish.fins[name] = {"b": b, "e": e, "e0": e0, "path": d + "Z", "margin": margin, "rays": rays}
    g = path(d + "Z", "mem") + path(r, "ray") + path(lead, "lead", stroke_width=o.get("lead", 1.5))
    if jag:
        cid = f"rag-{fish.id}-{name}"
        w = float(np.clip(np.mean([np.linalg.norm(q - p) for p, q in zip(b, e)]) * 0.19, 7, 12))
        bare = "".join(("M" + xy(q) + "L" + xy(q + (z - q) * 0.75) for i, (q, z) in enumerate(zip(e, e0)) if cut[i] > 0.7 and i % 4 == 1))
        g = path(bare, "", fill="none", stroke="var(--ink)", stroke_width=0.8, opacity=0.75) + g
        g += (
            f'<clipPath id="{cid}"><path d="{d}Z"/></clipPath><g clip-path="url(#{cid})">'
            + path(margin, "", fill="none", stroke="var(--ink2)", stroke_width=w * 2 + 1.6, stroke_linejoin="round", stroke_dasharray="2 2.6")
            + path(margin, "", fill="none", stroke="#fff", stroke_width=w * 2, stroke_linejoin="round")
            + path(r, "ray", opacity=0.35)
            + "</g>"
        )
        g += path(margin, "", fill="none", stroke="var(--ink)", stroke_width=1.2)
    hole = fish.bites.get(name)
    if hole:
        cid = f"bite-{fish.id}-{name}"
        (cx, cy), rad = (hole[0], hole[1])
        circ = f"M{num(cx - rad)} {num(cy)}a{num(rad)} {num(rad)} 0 1 0 {num(2 * rad)} 0a{num(rad)} {num(rad)} 0 1 0 {num(-2 * rad)} 0Z"
        g = f'''<clipPath id="{cid}"><path clip-rule="evenodd" d="M-60-60H720V420H-60Z{circ}"/></clipPath><clipPath id="{cid}o"><path d="{d}Z"/></clipPath><g clip-path="url(#{cid})">{g}</g><g clip-path="url(#{cid}o)">{path(circ, "", fill="none", stroke="var(--ink)", stroke_width=1.9)}</g>'''
    return f"<g>{g}</g>"


def bite_where(fish):
    """which fin is bitten, and by what circle"""
    fs = {q[0]: q for q in fish.spec["fins"]}
    n = "caudal" if "caudal" in fs else "dorsal" if "dorsal" in fs else next(iter(fs))
    F = fs[n]
    e = along(F[2], 21)
    i = (6 if n == "caudal" else 9) + (fish.dice(3).randint(-2, 5) if fish.seed else 0)
    p = e[i]
    bp = [fish.at(fish.xu(x), 0.015 if F[1][0] == "t" else 0.985) for x in F[1][1:]] if isinstance(F[1][0], str) else F[1]
    root = np.array(bp[0], float) * 0.6 + np.array(bp[-1], float) * 0.4
    o = p - root
    L = np.linalg.norm(o)
    o = o / L
    seg = lambda a, z: float(np.linalg.norm(p - (a + np.clip(np.dot(p - a, z - a) / np.dot(z - a, z - a), 0, 1) * (z - a))))
    near = seg(np.array(bp[0], float), e[0]) if n == "caudal" else 99
    r = float(min(L * 0.36, 22, near * 1.0))
    return {n: (tuple(p + o * r * 0.46), r)}
