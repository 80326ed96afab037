"""Pens: short path data, smooth curves, dots and blots."""

from __future__ import annotations

import math

import numpy as np


def num(x):
    s = f"{x:.1f}".rstrip("0").rstrip(".")
    return "0" if s in ("-0", "") else s


def xy(p):
    return f"{num(p[0])} {num(p[1])}"


def rel(a, *pts):
    """relative coordinates of pts seen from a: short path data"""
    return " ".join(f"{num(q[0] - a[0])} {num(q[1] - a[1])}" for q in pts)


def smooth(pts, closed=False, t=0.5):
    p = [np.array(q, float) for q in pts]
    n = len(p)
    g = (lambda i: p[i % n]) if closed else lambda i: p[max(0, min(n - 1, i))]
    d = "M" + xy(p[0])
    for i in range(n if closed else n - 1):
        a, b, c, e = (g(i - 1), g(i), g(i + 1), g(i + 2))
        d += "c" + rel(b, b + (c - a) * t / 3, c - (e - b) * t / 3, c)
    return d + ("Z" if closed else "")


def profile(xs, ys):
    xs, ys = (np.array(xs, float), np.array(ys, float))
    h = np.diff(xs)
    s = np.diff(ys) / h
    m = np.zeros_like(ys)
    for i in range(1, len(xs) - 1):
        if s[i - 1] * s[i] > 0:
            w1, w2 = (2 * h[i] + h[i - 1], h[i] + 2 * h[i - 1])
            m[i] = (w1 + w2) / (w1 / s[i - 1] + w2 / s[i])
    m[0], m[-1] = (s[0], s[-1])

    def q(x):
        x = min(max(x, xs[0]), xs[-1])
        i = int(np.clip(np.searchsorted(xs, x) - 1, 0, len(h) - 1))
        u = (x - xs[i]) / h[i]
        return (1 + 2 * u) * (1 - u) ** 2 * ys[i] + u * (1 - u) ** 2 * h[i] * m[i] + u * u * (3 - 2 * u) * ys[i + 1] + u * u * (u - 1) * h[i] * m[i + 1]

    return q


def along(pts, n):
    """n points along a Catmull-Rom curve through pts"""
    p = [np.array(q, float) for q in pts]
    m = len(p) - 1
    out = []
    for s in np.linspace(0, m - 1e-06, n):
        i = int(s)
        u = s - i
        a, b, c, e = (p[max(i - 1, 0)], p[i], p[i + 1], p[min(i + 2, m)])
        out.append(0.5 * (2 * b + (-a + c) * u + (2 * a - 5 * b + 4 * c - e) * u * u + (-a + 3 * b - 3 * c + e) * u**3))
    return out


def path(d, cls="", **kw):
    st = ";".join((f"{k.replace('_', '-')}:{v}" for k, v in kw.items()))
    return f'''<path{(f" class={chr(34)}{cls}{chr(34)}" if cls else "")}{(f" style={chr(34)}{st}{chr(34)}" if st else "")} d="{d}"/>'''


def dots(pts, w, colour="var(--ink)", op=0.75):
    d = "".join(f"M{xy(p)}h0" for p in pts)
    return path(d, "dot", stroke=colour, stroke_width=num(w) if w >= 0.1 else w, opacity=op)


def blob(c, rx, ry, dice, n=14, rough=0.12, rot=0.0):
    out = []
    for i in range(n):
        a = 2 * math.pi * i / n
        k = 1 + dice.uniform(-rough, rough)
        x, y = (rx * k * math.cos(a), ry * k * math.sin(a))
        out.append((c[0] + x * math.cos(rot) - y * math.sin(rot), c[1] + x * math.sin(rot) + y * math.cos(rot)))
    return out
