"""Names as sentences have them: in the number at hand, at the beginning, in the middle."""

from __future__ import annotations


def plural(name: str, count: int) -> str:
    """'11 cherry barbs': a fish's name in the number at hand. Names of two numbers alike stay as they are."""
    if count == 1 or name.endswith(("fish", "koi", "s")):
        return name
    if name.endswith(("ch", "sh", "x")):
        return f"{name}es"
    if name.endswith("y") and name[-2:-1] not in "aeiou":
        return f"{name[:-1]}ies"
    return f"{name}s"


def capital(words: str) -> str:
    """Words at the beginning of a sentence."""
    return f"{words[:1].upper()}{words[1:]}"


def mid_sentence(words: str) -> str:
    """Words in the middle of a sentence: "Marine velvet" becomes "marine velvet", "pH or salt shock", "KHV" and "UV" stay."""
    ordinary = words[:1].isupper() and (words[1:2].islower() or words[1:2] in ("", " "))
    return f"{words[:1].lower()}{words[1:]}" if ordinary else words
