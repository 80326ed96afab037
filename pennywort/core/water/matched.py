"""How near two waters are in warmth to count as matched: the one place that says it, for baths, dips and the release."""

from __future__ import annotations

from pennywort.core.water import phrases

# degrees apart that count as the same water: at a bath, where fish go over at once (reference, FWD-1), and at a release, where they are
# dripped over (common practice)
WITHIN_C = {"bath": 0.5, "release": 1.0}
MATCHED_WORDS = {"bath": phrases.HALF_A_DEGREE, "release": phrases.ONE_DEGREE}
# this far apart a change at once is a shock of its own (common practice)
SHOCK_C = 2.0
