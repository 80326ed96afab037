"""Reading YAML strictly, and all files of the reference at once from what was parsed before, as long as none of them changed."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import yaml

from pennywort.core.units import in_reference

try:
    # libyaml takes a sixth of the time
    from yaml import CSafeLoader as PlainYaml
except ImportError:  # a PyYAML that was built without it
    from yaml import SafeLoader as PlainYaml  # type: ignore[assignment]

# what was parsed stands where the interpreter keeps what it compiled
SHIPPED = Path(__file__).parent / "data"
KEPT = Path(__file__).parent / "__pycache__"
_parsed: dict[Path, Any] = {}


class ReferenceError(ValueError):
    """A reference file is wrong: ``where``, the file and the place, and ``what``."""

    def __init__(self, where: str, what: str) -> None:
        super().__init__(f"{where}: {what}")
        self.what = what


class StrictYaml(PlainYaml):
    """YAML that refuses a key given twice."""


def strict_mapping(loader: yaml.SafeLoader | yaml.CSafeLoader, node: yaml.MappingNode) -> dict[Any, Any]:
    """A mapping as a dict. :raises ReferenceError: a key given twice, or one that is a list or a mapping itself."""
    if any(not isinstance(k, yaml.ScalarNode) for k, _ in node.value):
        raise ReferenceError(f"{node.start_mark}".strip(), "a key that is no word")
    keys = [loader.construct_object(k) for k, _ in node.value]
    doubled = {k for k in keys if keys.count(k) > 1}
    if doubled:
        raise ReferenceError(f"{node.start_mark}".strip(), f"doubled keys {sorted(map(str, doubled))}")
    return {loader.construct_object(k): loader.construct_object(v, deep=True) for k, v in node.value}


MAPPING = yaml.resolver.BaseResolver.DEFAULT_MAPPING_TAG
StrictYaml.add_constructor(MAPPING, strict_mapping)


def read_yaml(path: Path) -> Any:
    """The plain content of one reference file. :raises ReferenceError: no YAML, or a key given twice."""
    return _parsed[path] if path in _parsed else _parse(path, path.read_text(encoding="utf-8"))


def _parse(path: Path, text: str) -> Any:
    try:
        return yaml.load(in_reference(text), Loader=StrictYaml)  # noqa: S506  (a SafeLoader)
    except yaml.YAMLError as error:
        raise ReferenceError(path.name, f"{error}") from error


@contextmanager
def parsed_at_once(folder: Path, *, kept_in: Path = KEPT) -> Iterator[None]:
    """Within it ``read_yaml`` takes the files below ``folder`` from what was kept of them under their hash; parsing is three quarters of
    the time of a start. Whatever stands in a file is checked as ever: only its text was read before. Of a folder that is not the shipped
    one nothing is kept, unless elsewhere."""
    if folder != SHIPPED and kept_in == KEPT:
        yield
        return
    texts = {path: path.read_text(encoding="utf-8") for path in sorted(folder.rglob("*.yaml"))}
    mine = _parsed_texts(folder, texts, kept_in)
    _parsed.update(mine)
    try:
        yield
    finally:
        for path in mine:
            _parsed.pop(path, None)


def _parsed_texts(folder: Path, texts: dict[Path, str], kept_in: Path) -> dict[Path, Any]:
    kept = kept_in / f"reference-{_digest(folder, texts)}.json"
    try:
        contents = json.loads(kept.read_text(encoding="utf-8"))
        return {path: contents[str(path.relative_to(folder))] for path in texts}
    except (OSError, ValueError, KeyError, TypeError):
        # none yet, or one that was cut in half
        parsed = {path: _parse(path, text) for path, text in texts.items()}
    _keep(kept, {str(path.relative_to(folder)): content for path, content in parsed.items()})
    return parsed


def _digest(folder: Path, texts: dict[Path, str]) -> str:
    """Of every file with its name, and of the code that reads them."""
    found = hashlib.sha256()
    for source in (Path(__file__), Path(in_reference.__code__.co_filename)):
        found.update(source.read_bytes())
    for path, text in texts.items():
        found.update(f"\0{path.relative_to(folder)}\0{text}".encode())
    return found.hexdigest()[:24]


def _keep(kept: Path, contents: dict[str, Any]) -> None:
    """Keep it for the next start, in place of what was kept of other versions; where nothing can be written it is parsed each time."""
    packed = json.dumps(contents, ensure_ascii=False)
    # a key that is no word, or a date, would come back as another thing: then nothing is kept
    if json.loads(packed) != contents:
        return
    try:
        kept.parent.mkdir(exist_ok=True)
        half = kept.with_suffix(f".{hashlib.sha256(str(id(contents)).encode()).hexdigest()[:8]}.half")
        half.write_text(packed, encoding="utf-8")
        half.replace(kept)
        for old in kept.parent.glob("reference-*.json"):
            if old != kept:
                old.unlink(missing_ok=True)
    except OSError:
        return
