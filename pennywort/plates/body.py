"""A body by its data: every place on it is a pair (u, v), u 0 snout to 1 tail root, v 0 back to 1 belly."""

from __future__ import annotations

import math
import random

import numpy as np

from pennywort.plates.pens import along, num, profile, smooth
from pennywort.plates.shapes import shapes


class Fish:
    "One shape with its mods and signs. coarse > 1 draws fewer, larger scales for small plates."

    def __init__(self, name, mods=(), coarse=1.0, key="plain", seed=0):
        # another seed puts what sits on the body elsewhere; 0 is the picture that Look shows
        self.seed = seed
        self.name, self.spec, self.coarse = (name, shapes()[name], coarse)
        self.mods = set(mods)
        self.fins = {}
        self.bites = {}
        # names of clip paths on one page must differ
        self.id = f"{name}-{key}"
        sp = self.spec
        if "spine" in sp:
            n = 241
            c = np.array(along(sp["spine"], n))
            t = np.gradient(c, axis=0)
            t /= np.linalg.norm(t, axis=1)[:, None]
            nrm = np.stack([t[:, 1], -t[:, 0]], 1)
            k = np.linspace(0, 1, len(sp["back"]))
            q = np.linspace(0, 1, n)
            wb, wf = (profile(k, sp["back"]), profile(k, sp["belly"]))
            wb, wf = (np.array([wb(x) for x in q]), np.array([wf(x) for x in q]))
            g = np.exp(-(((q - 0.23) / 0.09) ** 2))
            if self.mods & {"swollen", "swollen_flat"}:
                wf = wf * (1 + 0.55 * g)
                wb = wb * (1 + 0.12 * g)
            if "thin" in self.mods:
                wf = wf * (1 - 0.52 * g)
                wb = wb * (1 - 0.25 * g)
            self._u, self._U, self._L = (q, c + nrm * wb[:, None], c - nrm * wf[:, None])
            self.strip = True
            self.L = 330.0
        else:
            self.strip = False
            tp, bt = (profile(*zip(*sp["top"])), profile(*zip(*sp["bot"])))
            self.x0, self.x1 = (sp["top"][0][0], sp["top"][-1][0])
            self.L = self.x1 - self.x0
            D = lambda x: bt(x) - tp(x)
            U = lambda x: (x - self.x0) / self.L
            dk = min(1, 135 / max(D(x) for x in np.linspace(self.x0, self.x1, 30))) ** 0.75
            eel = 1.5 if sp.get("skin") == "stipple" and self.L > 500 else 1
            if self.mods & {"swollen", "swollen_flat"}:
                g = lambda x: math.exp(-(((U(x) - 0.47) / 0.2) ** 2))
                self.top, self.bot = (
                    lambda x: tp(x) - D(x) * 0.07 * g(x) * (1 if not sp.get("above") else 1.5),
                    lambda x: bt(x) + D(x) * (0.33 * dk if not sp.get("above") else 0.1) * g(x) * eel,
                )
            elif "thin" in self.mods:
                self.top = lambda x: tp(x) + D(x) * 0.17 * dk * math.exp(-(((U(x) - 0.42) / (0.16 if dk > 0.9 else 0.22)) ** 2))
                self.bot = lambda x: bt(x) - D(x) * 0.36 * dk * math.exp(-(((U(x) - 0.52) / (0.19 if dk > 0.9 else 0.25)) ** 2))
            else:
                self.top, self.bot = (tp, bt)
            if sp.get("above"):
                if "thin" in self.mods:
                    self.top, self.bot = (
                        lambda x: tp(x) + D(x) * 0.055 * math.exp(-(((U(x) - 0.6) / 0.3) ** 2)),
                        lambda x: bt(x) - D(x) * 0.055 * math.exp(-(((U(x) - 0.6) / 0.3) ** 2)),
                    )
                if "rag" in self.mods:
                    RR = random.Random(4)
                    cuts = [(x, RR.uniform(9, 26), RR.uniform(3.5, 7)) for x in (174, 190, 226, 238, 270, 308, 320, 338)]
                    nick = lambda x: sum((h * max(0, 1 - abs(x - c) / w) for c, h, w in cuts))
                    self.top = lambda x: tp(x) + nick(x)
                    self.bot = lambda x: bt(x) - nick(x - 11) * 0.8
                if "bite" in self.mods:
                    self.top = lambda x: tp(x) + math.sqrt(max(0, 24**2 - (x - 296) ** 2)) * 0.95
            self._t0, self._b0 = (tp, bt)
        if sp.get("oper"):
            u, v0, v1, a, b = sp["oper"]
            self.oper = [self.at(u - (a * (1 - 2 * k) ** 2.2 if k < 0.5 else b * (2 * k - 1) ** 2.2), v0 + (v1 - v0) * k) for k in np.linspace(0, 1, 11)]
        else:
            self.oper = None

    def dice(self, base):
        """The dice of one sign on this fish: the same fish and seed throw the same."""
        return random.Random(base + self.seed * 1009)

    def moved(self, u, v):
        """A place on the body, and by another seed one near it."""
        if not self.seed:
            return u, v
        dice = self.dice(77)
        # behind the pectoral fin, which hides what lies under it
        return dice.uniform(0.52, 0.8), min(0.62, max(0.02, v + dice.uniform(-0.1, 0.14)))

    def at(self, u, v):
        if self.strip:
            q = float(np.clip((u - self.spec["u0"]) / (1 - self.spec["u0"]), 0, 1)) ** 1.6 * 0.93
            i = q * (len(self._u) - 1)
            a = int(i)
            b = min(a + 1, len(self._u) - 1)
            w = i - a
            U, L = (self._U[a] * (1 - w) + self._U[b] * w, self._L[a] * (1 - w) + self._L[b] * w)
            return U + (L - U) * v
        x = self.x0 + u * self.L
        t, b = (self.top(x), self.bot(x))
        return np.array([x, t + (b - t) * v])

    def xu(self, x):
        return (x - self.x0) / self.L

    def depth(self, u):
        return float(np.linalg.norm(self.at(u, 1) - self.at(u, 0)))

    def out(self, u, v):
        """unit vector pointing away from the mid-line"""
        d = self.at(u, 0) - self.at(u, 1)
        d = d / (np.linalg.norm(d) + 1e-09)
        return d if v < 0.5 else -d

    def k(self):
        return float(np.clip((self.depth(0.45) / 122) ** 0.5, 0.66, 1.15)) if not self.spec.get("above") else 1.15

    def patch(self, u, v, rv, aspect=1.5, n=18, rough=0.13, seed=1):
        """blob polygon in body coordinates: rv is a share of the local depth"""
        dice = random.Random(seed)
        rv = self.rv(u, rv)
        rx = min(rv * self.depth(u) * aspect, 0.17 * self.L) / self.L
        out = []
        for i in range(n):
            a = 2 * math.pi * i / n
            k = 1 + dice.uniform(-rough, rough)
            out.append(self.at(u + rx * k * math.cos(a), min(1.0, max(0.0, v + rv * k * math.sin(a)))))
        return out

    def rv(self, u, rv):
        return rv * min(1.0, 138 / self.depth(u))

    def inside(self, n, dice, u0=0.05, u1=0.97, v0=0.06, v1=0.94, gap=0.0, avoid_eye=True):
        """n random points on the body, at least gap apart"""
        pts = []
        eyes = self.spec.get("eyes") or [self.spec["eye"]]
        for _ in range(n * 60):
            if len(pts) >= n:
                break
            p = self.at(dice.uniform(u0, u1), dice.uniform(v0, v1))
            if avoid_eye and any(math.hypot(p[0] - e[0], p[1] - e[1]) < e[2] * 1.35 for e in eyes):
                continue
            if gap and any((p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2 < gap * gap for q in pts):
                continue
            pts.append(p)
        return pts

    def fin(self, *names):
        for n in names:
            if n in self.fins:
                return self.fins[n]
        return next(iter(self.fins.values()))

    def onfin(self, F, i, t):
        i = min(i, len(F["b"]) - 1)
        return F["b"][i] + (F["e"][i] - F["b"][i]) * t

    def vent(self):
        if self.spec.get("above"):
            return self.at(0.97, 0.5)
        if self.strip:
            return self.at(0.535, 1)
        a = next((q for q in self.spec["fins"] if q[0] == "anal"), None)
        return self.at(self.xu(a[1][1]) - 0.02, 1)

    def ring(self):
        if self.strip:
            return list(self._U[::4]) + list(self._L[::-4])
        xs = np.linspace(self.x0 + 2.5, self.x1, 44 if not (self.spec.get("above") and self.mods & {"rag", "bite"}) else 120)
        r = self.spec
        if r.get("above"):
            return [self.at(0, 0.5)] + [self.at(self.xu(x), 0) for x in xs] + [self.at(self.xu(x), 1) for x in xs[::-1]]
        t, b = (self.at(1, 0), self.at(1, 1))
        m, h = ((t + b) / 2, (b - t)[1] / 2)
        return (
            [self.at(0, 0.5)]
            + [self.at(self.xu(x), 0) for x in xs]
            + [(self.x1 + h * 0.36, m[1] - h * 0.55), (self.x1 + h * 0.5, m[1]), (self.x1 + h * 0.36, m[1] + h * 0.55)]
            + [self.at(self.xu(x), 1) for x in xs[::-1]]
        )

    def body_path(self):
        return smooth(self.ring(), True) + (smooth(self.spec["head"], True) if self.strip else "")

    def box(self, pad=10):
        """the drawn extent, fins included (call after svg)"""
        q = (
            [np.array(p, float) for p in self.ring()]
            + [e for F in self.fins.values() for e in list(F["e"]) + list(F["b"])]
            + [np.array(p, float) for b in self.spec.get("barbels", []) for p in b]
            + [np.array(p, float) for p in self.spec.get("whip", []) + self.spec.get("head", [])]
        )
        a, b = (np.min(q, axis=0) - pad, np.max(q, axis=0) + pad)
        return f"{num(a[0])} {num(a[1])} {num(b[0] - a[0])} {num(b[1] - a[1])}"
