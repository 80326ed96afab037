"""Two look-alikes side by side, and what separates them."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from pennywort.core.diagnosis import phrases
from pennywort.core.diagnosis.network import network
from pennywort.core.diagnosis.ranking import DECIBAN
from pennywort.core.errors import InvalidInput
from pennywort.core.reference.disease_models import Pair, WaterType
from pennywort.core.reference.library import Library

# Rows worth a keeper's eye: a sign at least twice as likely in one as in the other.
TELLS_LOG = math.log(2)


@dataclass(frozen=True, kw_only=True)
class Row:
    """One sign in both: its chance in each (0-1), how many decibans seeing it speaks for the first, and what was found."""

    sign: str
    one_prob: float
    other_prob: float
    decibans: float
    answer: bool | None


@dataclass(frozen=True, kw_only=True)
class Comparison:
    """Signs that separate the two, most telling first; ``question`` is the open one that separates best for its trouble."""

    one: str
    other: str
    rows: tuple[Row, ...]
    question: str
    pair: Pair | None


def compare(one: str, other: str, *, water: WaterType, signs: Mapping[str, bool], found: Library) -> Comparison:
    """Lay two conditions side by side.

    The separating question is the open sign, of those that can be answered now, with the most information between the two at even odds, over its trouble.

    :raises InvalidInput: an unknown condition, the same twice, or one that this water does not know.
    """
    net = network(found, water)
    for field, name in (("one", one), ("other", other)):
        if name not in net.conditions[:-1]:
            raise InvalidInput(phrases.NOT_OF_THIS_WATER if name in found.conditions else phrases.NO_SUCH_CONDITION, field=field)
    if one == other:
        raise InvalidInput(phrases.TWO_CONDITIONS, field="other")
    a, b = net.conditions.index(one), net.conditions.index(other)
    rows, questions = [], []
    for column, sign in enumerate(net.signs):
        p, q = float(net.seen_prob[a, column]), float(net.seen_prob[b, column])
        if max(abs(math.log(p / q)), abs(math.log((1 - p) / (1 - q)))) < TELLS_LOG:
            continue
        rows.append(Row(sign=sign, one_prob=p, other_prob=q, decibans=math.log(p / q) * DECIBAN, answer=signs.get(sign)))
        told = found.signs[sign]
        if sign not in signs and not told.over_days and (not told.after or any(signs.get(s) for s in told.after)):
            questions.append((_bits(p, q) / found.looks[told.taken_by].trouble.value, sign))
    rows.sort(key=lambda r: (-_bits(r.one_prob, r.other_prob), r.sign))
    pair = next((x for x in found.pairs if (one in x.one and other in x.other) or (other in x.one and one in x.other)), None)
    return Comparison(one=one, other=other, rows=tuple(rows), question=max(questions, default=(0.0, ""))[1], pair=pair)


def _bits(p: float, q: float) -> float:
    """Mutual information in bits between the answer to a sign and two conditions at even odds (Jensen-Shannon)."""
    seen = (p + q) / 2
    return sum(0.5 * x * math.log2(x / m) for x, m in ((p, seen), (q, seen), (1 - p, 1 - seen), (1 - q, 1 - seen)) if x > 0)
