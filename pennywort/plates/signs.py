"""Signs drawn on a body: what sits on it."""

from __future__ import annotations

import math

import numpy as np

from pennywort.plates.pens import dots, num, path, rel, smooth, xy


def grain(p, r, shade=True):
    if not shade:
        return f'<circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(r)}" class="gr"/>'
    return (
        f'<circle cx="{num(p[0] + r * 0.32)}" cy="{num(p[1] + r * 0.42)}" r="{num(r * 1.06)}" class="pupil"/>'
        + f'<circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(r)}" class="gr"/>'
    )


def finpoints(fish, dice, per):
    pts = []
    for n, F in fish.fins.items():
        if n in ("adipose",):
            continue
        m = max(1, int(per * F["rays"] / 12))
        for _ in range(m):
            pts.append(fish.onfin(F, dice.randrange(1, F["rays"] - 1 if F["rays"] > 2 else 2), dice.uniform(0.3, 0.88)))
    return pts


def grains_few(fish, n=17):
    dice = fish.dice(21)
    n = dice.randint(9, 24) if fish.seed else n
    r = 4.1 * fish.k()
    return "".join(grain(p, r * dice.uniform(0.9, 1.1)) for p in fish.inside(n, dice, 0.1, 0.95, 0.1, 0.9, gap=26 * fish.k()) + finpoints(fish, dice, 1.3))


def grains_many(fish, n=190):
    dice = fish.dice(22)
    r = 3.0 * fish.k()
    n = int(n * min(1.3, fish.depth(0.45) / 110 + 0.2))
    return "".join(
        grain(p, r * dice.uniform(0.85, 1.12), False) for p in fish.inside(n, dice, 0.03, 0.98, 0.05, 0.95, gap=7.2 * fish.k()) + finpoints(fish, dice, 6)
    )


def _beam(fish, u=0.42, v=0.22):
    """A torch that shines on a place: where it stands, its way and width, and how far it reaches."""
    u, v = fish.moved(u, v)
    p = fish.at(u, v)
    src = np.array([14.0, 16.0]) if p[0] > 230 else np.array([626.0, 16.0])
    d = p - src
    return src, d / np.linalg.norm(d), 760, 0.21


def torch(fish):
    """night hatch everywhere but in the torch's cone"""
    src, d, far, wide = _beam(fish)
    n = np.array([-d[1], d[0]])
    a, b = (src + d * 22 + n * 7, src + d * 22 - n * 7)
    A, B = (src + d * far + n * far * wide, src + d * far - n * far * wide)
    cone = f"M{xy(a)}L{xy(A)}L{xy(B)}L{xy(b)}Z"
    cid = f"cone-{fish.id}"
    t = math.degrees(math.atan2(d[1], d[0]))
    o = f'<clipPath id="{cid}"><path clip-rule="evenodd" d="M-40-40H700V380H-40Z{cone}"/></clipPath><g clip-path="url(#{cid})"><rect x="-24" y="-8" width="696" height="352" style="fill:var(--ink);opacity:.30"/><rect x="-24" y="-8" width="696" height="352" fill="url(#night)"/></g>'
    o += (
        f'<clipPath id="{cid}b"><rect x="-24" y="-8" width="696" height="352"/></clipPath><g clip-path="url(#{cid}b)">'
        + path(cone, "", fill="#fff6e0", opacity=0.34)
        + path(f"M{xy(a)}L{xy(A)}M{xy(b)}L{xy(B)}", "", fill="none", stroke="var(--tannin)", stroke_width=1, stroke_dasharray="6 5")
        + "</g>"
    )
    return (
        o
        + f'<g transform="translate({xy(src)}) rotate({num(t)})"><path class="body" d="M-18 -7H6L22 -12V12L6 7H-18Z"/><path class="thin" d="M6 -7V7M22 -12V12M-10 -7V7"/></g>'
    )


def dust(fish):
    """dust, which shows only in the cone of a torch"""
    dice = fish.dice(23)
    src, d, far, wide = _beam(fish)
    n = np.array([-d[1], d[0]])
    pts = []
    for _ in range(9000):
        q = fish.at(dice.uniform(0.02, 0.99), min(0.98, abs(dice.gauss(0.0, 0.42))))
        w = q - src
        x = float(np.dot(w, d))
        y = float(np.dot(w, n))
        if 20 < x < far and abs(y) < 6 + x * wide * 0.94:
            pts.append(q)
        if len(pts) > 950:
            break
    big, small = (pts[:170], pts[170:])
    return torch(fish) + dots(small, 1.75, "var(--tannin)", 0.95) + dots(big, 2.5, "#c58a35", 1)


def tuft(fish, u=0.42, v=0.03, r=30, n=84, seed=31):
    """a white puff standing off the skin: soft outline of fine threads, no dark heart"""
    u = fish.moved(u, v)[0]
    dice = fish.dice(seed)
    c = fish.at(u, v)
    r = r * fish.k()
    up = fish.out(u, v)
    a0 = math.atan2(up[1], up[0])
    t = np.array([-up[1], up[0]])
    base = c - up * r * 0.1
    W = lambda a: r * (1.12 - 0.16 * math.cos(2 * (a - a0)))
    puffs = [(base + np.array([math.cos(a0 + q), math.sin(a0 + q)]) * W(a0 + q) * 0.62, r * dice.uniform(0.33, 0.42)) for q in np.linspace(-2.15, 2.15, 11)]
    ring = "".join(
        (
            f'<circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(q)}" style="fill:#fff;stroke:var(--ink);stroke-width:1.1;stroke-dasharray:1.6 1.5"/>'
            for p, q in puffs
        )
    )
    o = (
        ring
        + "".join((f'<circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(q - 0.7)}" style="fill:#fff"/>' for p, q in puffs))
        + f'<ellipse cx="{num(base[0])}" cy="{num(base[1])}" rx="{num(r * 0.86)}" ry="{num(r * 0.66)}" transform="rotate({num(math.degrees(a0) + 90)} {xy(base)})" style="fill:#fff"/>'
    )
    hair = ""
    tips = []
    for i in range(n):
        a = a0 + dice.uniform(-1.75, 1.75)
        dr = np.array([math.cos(a), math.sin(a)])
        w = W(a)
        st = base + dr * w * dice.uniform(0.34, 0.72)
        e = base + dr * w * dice.uniform(0.98, 1.24)
        bend = np.array([-dr[1], dr[0]]) * dice.uniform(-0.3, 0.3) * w * 0.6
        e = e + up * r * dice.uniform(0, 0.16)
        hair += "M" + xy(st) + "q" + rel(st, (st + e) / 2 + bend, e + bend * 0.5)
        tips.append(e + bend * 0.5)
    low = ""
    for i in range(n // 2):
        a = a0 + math.pi + dice.uniform(-1.35, 1.35)
        dr = np.array([math.cos(a), math.sin(a)])
        w = W(a) * 0.93
        st = base + dr * w * dice.uniform(0.8, 0.98)
        e = base + dr * w * dice.uniform(1.0, 1.14) + t * dice.uniform(-3, 3)
        low += "M" + xy(st) + "L" + xy(e)
    curls = "".join(
        "M"
        + xy(q)
        + f"c{num(dice.uniform(-6, 6))} {num(dice.uniform(-6, 6))} {num(dice.uniform(-9, 9))} {num(dice.uniform(-4, 4))} {num(dice.uniform(-10, 10))} {num(dice.uniform(-7, 7))}"
        for q in [base + t * dice.uniform(-0.7, 0.7) * r + up * dice.uniform(-0.3, 0.5) * r for _ in range(20)]
    )
    return o + path(hair + low, "hair") + path(curls, "hair", opacity=0.4) + dots(tips[::3], 1.3, op=0.6)


def worms(fish):
    dice = fish.dice(6)
    v = fish.vent()
    k = max(0.8, fish.k())
    o = ""
    dn = np.array([1.0, 0.0]) if fish.spec.get("above") else fish.out(0.5, 0.9) if not fish.strip else np.array([-0.9, 0.3])
    dn = dn * 0.86 + np.array([0.28, 0.12])
    dn = dn / np.linalg.norm(dn)
    sd = np.array([-dn[1], dn[0]])
    o += f'<ellipse cx="{num(v[0])}" cy="{num(v[1])}" rx="{num(8 * k)}" ry="{num(5 * k)}" style="fill:#e9c9c0;stroke:var(--brick);stroke-width:1.3"/>'
    for i, a in enumerate((-0.62, -0.3, 0.02, 0.32, 0.66)):
        L = (46, 36, 62, 42, 52)[i] * k
        ph = dice.uniform(0, 6)
        pts = [
            v + (dn * math.cos(a) + sd * math.sin(a)) * L * q + sd * (math.sin(q * 8.5 + ph) - math.sin(ph)) * 3.6 * k * q**0.7 for q in np.linspace(0, 1, 9)
        ]
        d = smooth(pts)
        o += path(d, "", fill="none", stroke="var(--ink)", stroke_width=3.0 * k, stroke_linecap="round") + path(
            d, "", fill="none", stroke="var(--brick)", stroke_width=2.1 * k, stroke_linecap="round"
        )
    return o


def blacks(fish):
    dice = fish.dice(19)
    o = ""
    k = fish.k()
    for p in fish.inside(26, dice, 0.08, 0.96, 0.08, 0.92, gap=21 * k) + finpoints(fish, dice, 1.1):
        r = dice.uniform(2.6, 4.4) * k
        o += f'<circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(r + 1.5)}" style="fill:var(--plate);opacity:.9"/><circle cx="{num(p[0])}" cy="{num(p[1])}" r="{num(r)}" class="pupil"/><circle cx="{num(p[0] - r * 0.3)}" cy="{num(p[1] - r * 0.35)}" r="{num(r * 0.2)}" class="glint"/>'
    return o


def cauli(fish):
    dice = fish.dice(29)
    o = ""
    k = max(0.8, fish.k())
    spots = []
    F = fish.fin("dorsal")
    spots.append((fish.onfin(F, max(1, int(F["rays"] * 0.55)), 0.96), 15))
    if "caudal" in fish.fins:
        F = fish.fin("caudal")
        spots += [(fish.onfin(F, int(F["rays"] * 0.78), 0.93), 17), (fish.onfin(F, int(F["rays"] * 0.3), 0.78), 10)]
    if "pectoral" in fish.fins:
        F = fish.fin("pectoral")
        spots.append((fish.onfin(F, F["rays"] // 2, 0.92), 11))
    spots.append((fish.at(0.62, 0.3), 9))
    for c, r in spots:
        r *= k
        big = []
        for i in range(9):
            a = i * 2 * math.pi / 9 + 0.3
            big.append((c[0] + r * 0.68 * math.cos(a), c[1] + r * 0.62 * math.sin(a), r * dice.uniform(0.34, 0.46)))
        for i in range(6):
            a = i * 2 * math.pi / 6
            big.append((c[0] + r * 0.34 * math.cos(a), c[1] + r * 0.3 * math.sin(a) - r * 0.08, r * dice.uniform(0.3, 0.38)))
        big.append((c[0], c[1] - r * 0.1, r * 0.34))
        for x, y, q in big:
            o += f'<circle cx="{num(x)}" cy="{num(y)}" r="{num(q)}" class="nod"/>' + path(
                f"M{num(x + q * 0.1)} {num(y + q * 0.7)}a{num(q * 0.7)} {num(q * 0.7)} 0 0 0 {num(q * 0.6)} {num(-q * 0.7)}", "thin"
            )
    return o
