"""Reading YAML strictly."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import yaml

from pennywort.core.reference import phrases
from pennywort.core.units import in_reference

try:
    # libyaml takes a sixth of the time
    from yaml import CSafeLoader as PlainYaml
except ImportError:  # a PyYAML that was built without it
    from yaml import SafeLoader as PlainYaml  # type: ignore[assignment]

SHIPPED = Path(__file__).parent / "data"


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
        raise ReferenceError(f"{node.start_mark}".strip(), phrases.KEY_IS_NO_WORD)
    keys = [loader.construct_object(k) for k, _ in node.value]
    doubled = {k for k in keys if keys.count(k) > 1}
    if doubled:
        raise ReferenceError(f"{node.start_mark}".strip(), phrases.doubled_keys(sorted(map(str, doubled))))
    return {loader.construct_object(k): loader.construct_object(v, deep=True) for k, v in node.value}


MAPPING = yaml.resolver.BaseResolver.DEFAULT_MAPPING_TAG
StrictYaml.add_constructor(MAPPING, strict_mapping)


def read_yaml(path: Path) -> Any:
    """The plain content of one reference file. :raises ReferenceError: no YAML, or a key given twice."""
    try:
        return yaml.load(in_reference(path.read_text(encoding="utf-8")), Loader=StrictYaml)  # noqa: S506  (a SafeLoader)
    except yaml.YAMLError as error:
        raise ReferenceError(path.name, f"{error}") from error
