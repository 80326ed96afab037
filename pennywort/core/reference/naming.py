"""Names of fish in the number at hand."""

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


def mid_sentence(name: str) -> str:
    """A name as it stands within a sentence: "Marine velvet" becomes "marine velvet", "pH or salt shock" and "UV" stay."""
    return f"{name[:1].lower()}{name[1:]}" if name[1:2].islower() and name[:1].isupper() else name
