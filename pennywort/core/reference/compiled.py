"""The reference as it was read and checked, kept where the interpreter keeps what it compiled, as long as no file and no code of it changes."""

from __future__ import annotations

import hashlib
import pickle
import sys
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

import pydantic

from pennywort.core.reference.yaml_files import SHIPPED
from pennywort.core.units import in_reference

KEPT = Path(__file__).parent / "__pycache__"
T = TypeVar("T")


def compiled(folder: Path, make: Callable[[], T], *, kept_in: Path = KEPT) -> T:
    """What ``make`` makes of the files below ``folder``, or what it made of the very same before: every file was checked then.

    Of a folder that is not the shipped one nothing is kept, unless elsewhere. What is kept lies beside the code and is its owner's, like
    the interpreter's own.
    """
    if folder != SHIPPED and kept_in == KEPT:
        return make()
    kept = kept_in / f"reference-{_digest(folder)}.pickle"
    try:
        found: T = pickle.loads(kept.read_bytes())  # noqa: S301 - made by this program, beside its own code
        return found
    except Exception:
        # none yet, one that was cut in half, or one that this interpreter can't read
        found = make()
    _keep(kept, found)
    return found


def _digest(folder: Path) -> str:
    """Of every file with its name, of the code that reads and checks them, and of what it stands on."""
    told = hashlib.sha256(f"{sys.version} {pydantic.VERSION}".encode())
    for source in (*sorted(Path(__file__).parent.glob("*.py")), Path(in_reference.__code__.co_filename)):
        told.update(source.read_bytes())
    for path in sorted(folder.rglob("*.yaml")):
        told.update(f"\0{path.relative_to(folder)}\0".encode())
        told.update(path.read_bytes())
    return told.hexdigest()[:24]


def _keep(kept: Path, found: object) -> None:
    """Keep it for the next start, in place of what was kept of other versions; where nothing can be written it is made each time."""
    try:
        kept.parent.mkdir(exist_ok=True)
        half = kept.with_suffix(f".{hashlib.sha256(str(id(found)).encode()).hexdigest()[:8]}.half")
        half.write_bytes(pickle.dumps(found, protocol=pickle.HIGHEST_PROTOCOL))
        half.replace(kept)
        for old in kept.parent.glob("reference-*"):
            if old != kept:
                old.unlink(missing_ok=True)
    except OSError:
        return
