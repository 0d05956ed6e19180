"""JSON documents that people take away and bring back: what is wrong with one is said in sentences."""

from __future__ import annotations

import json
from typing import TypeVar

from pydantic import BaseModel, ValidationError

from hembit_core.errors import InputError
from hembit_core.records.forms import Kind, brought_along

Document = TypeVar("Document", bound=BaseModel)


class DocumentError(InputError):
    """The text cannot be read as what it should be. ``problems`` lists field and sentence."""

    def __init__(self, message: str, problems: tuple[tuple[str, str], ...] = ()) -> None:
        super().__init__(message)
        self.problems = problems


def format_of(text: str) -> str:
    """What a JSON document says that it is; empty where it is none, or says nothing."""
    try:
        document = json.loads(text)
    except (ValueError, RecursionError):
        return ""
    said = document.get("format") if isinstance(document, dict) else ""
    return said if isinstance(said, str) else ""


def read_document(
    text: str,
    kind: type[Document],
    name: str,
    version: int,
    noun: str,
    shape: Kind | None = None,
) -> Document:
    """Read a document from JSON text; ``name`` is what its ``format`` must say.

    One of an earlier form is brought along by the steps for its ``shape``.

    Raises
    ------
    DocumentError
        If it is not JSON, not such a document, of a version not known here, or if fields are
        wrong; ``problems`` names each.
    """
    try:
        document = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise DocumentError(f"This is not JSON: {error}.") from None
    if not isinstance(document, dict) or document.get("format") != name:
        raise DocumentError(f'This is not a {noun}: it does not say "format": "{name}".')
    if document.get("version") != version:
        raise DocumentError(
            f"This {noun} is of version {document.get('version')!r}; version {version} is "
            "read here. A newer Hembit may read it."
        )
    if shape is not None:
        document = brought_along(shape, document, form=1)
    try:
        return kind.model_validate(document)
    except ValidationError as error:
        problems = tuple((_place(one["loc"]), one["msg"]) for one in error.errors())
        raise DocumentError(
            f"{len(problems)} fields of this {noun} cannot be used.", problems
        ) from None


def _place(location: tuple[str | int, ...]) -> str:
    return ".".join(str(part) for part in location)


def write_document(document: BaseModel) -> str:
    """A document as JSON text, readable, with a newline at its end."""
    return document.model_dump_json(indent=2) + "\n"


def published_schema(kind: type[BaseModel], title: str) -> str:
    """The JSON Schema of a document, as it is published, as text."""
    schema = {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": title,
        **{key: value for key, value in kind.model_json_schema().items() if key != "title"},
    }
    return json.dumps(schema, indent=2, ensure_ascii=False) + "\n"
