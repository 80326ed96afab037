"""Text as people typed it, without what nobody can have meant or seen; and cells that no spreadsheet takes for a formula."""

from __future__ import annotations

import re
import unicodedata
from typing import Any

# line ends and tabs are typed; everything else of this kind is not
_KEPT = "\n\t"
# Unicode's controls of direction (UAX 9) turn the words round that stand after them: a name could show as another
_DIRECTION = "\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069\ufeff"
# a half of a pair, as a field that cuts at a length leaves of an emoji, can be kept by no file
_HALF = "\ufffd"
# what begins a formula, also in its wide form, and what spreadsheets skip before one
_FORMULA = ("=", "+", "-", "@", "\t", "\r", "\n", "＝", "＋", "－", "＠")
_FIGURE = re.compile(r"[-+]?\d+([.,]\d+)?")
# kept to the letter: it is never shown
_SECRET = ("password",)


def clean_text(text: str) -> str:
    """Without control characters and controls of direction; line ends of every system are one; half a character is shown as such."""
    if text.isascii() and text.isprintable():
        return text
    return "".join(_HALF if "\ud800" <= c <= "\udfff" else c for c in text.replace("\r\n", "\n").replace("\r", "\n") if _is_typed(c))


def _is_typed(c: str) -> bool:
    return c in _KEPT or (unicodedata.category(c) != "Cc" and c not in _DIRECTION)


def clean(value: Any) -> Any:
    """Every text in what a request brought, also in lists and parts of it."""
    if isinstance(value, str):
        return clean_text(value)
    if isinstance(value, list):
        return [clean(v) for v in value]
    if isinstance(value, dict):
        return {clean(name): v if name in _SECRET else clean(v) for name, v in value.items()}
    return value


def safe_cell(text: str) -> str:
    """A cell of a CSV file: text that a spreadsheet would reckon is quoted by an apostrophe; a figure with its sign is none."""
    return f"'{text}" if text.startswith(_FORMULA) and not _FIGURE.fullmatch(text) else text
