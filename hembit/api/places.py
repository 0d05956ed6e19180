"""Where in a body something is wrong, as whoever sent it would say it.

Pydantic names in a location the shape it took a value for ("spec", "heating_element", "rating").
Which names are those of shapes, and not of fields, stands in the published schema.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator, Mapping, Sequence
from pathlib import Path
from typing import Any

Shapes = frozenset[tuple[str, str]]
_SHAPES = Path(__file__).parent / "shapes.json"


def shapes_of(schema: Mapping[str, Any]) -> Shapes:
    """Each field that may hold one of several shapes, with the name of each; "" is a body itself."""
    found = set()
    for part in schema["components"]["schemas"].values():
        for name, held in part.get("properties", {}).items():
            found |= {(name, tag) for tag in _tags(held)}
    for methods in schema["paths"].values():
        for operation in methods.values():
            for body in operation.get("requestBody", {}).get("content", {}).values():
                found |= {("", tag) for tag in _tags(body["schema"])}
    return frozenset(found)


def _tags(schema: Mapping[str, Any]) -> Iterator[str]:
    yield from schema.get("discriminator", {}).get("mapping", ())
    for key in ("oneOf", "anyOf", "prefixItems"):
        for one in schema.get(key, ()):
            yield from _tags(one)
    if isinstance(schema.get("items"), dict):
        yield from _tags(schema["items"])


def known_shapes() -> Shapes:
    """The shapes of the schema as it was last made: to make it takes seconds, which whoever mistypes
    first after a start would wait.
    """
    return frozenset((field, tag) for field, tag in json.loads(_SHAPES.read_text("utf-8")))


def dotted(location: Sequence[str | int], shapes: Shapes) -> str:
    """``("body", "check", "spec", "heating_element", "rating", "plate", "pairs", 0)`` is
    ``spec.rating.pairs.0``.
    """
    parts = list(location)
    if parts and parts[0] in ("body", "query", "path"):
        parts = parts[2:] if parts[0] == "body" and len(parts) > 1 else parts[1:]
    kept: list[str] = []
    behind = ""  # the name right behind which this part stands, that of a shape included
    for part in parts:
        if isinstance(part, int):
            kept.append(str(part))
            continue
        if (behind, part) not in shapes:
            kept.append(part)
        behind = part
    return ".".join(kept)


def main() -> None:
    """Write the shapes of the schema that is named: python -m hembit.api.places openapi.json."""
    schema = json.loads(Path(sys.argv[1]).read_text("utf-8"))
    print(json.dumps(sorted(shapes_of(schema)), indent=1))


if __name__ == "__main__":
    main()
