"""The published contract: beside what a route answers with, every refusal it may give."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from ninja import NinjaAPI
from ninja.constants import NOT_SET
from ninja.openapi.schema import OpenAPISchema
from pydantic.json_schema import models_json_schema

from hembit.api.errors import Refusal
from hembit.apps.people.access import leads_only, signed_in

WHY = {
    400: "The request cannot be read",
    401: "Nobody is signed in",
    403: "Not from Hembit's own page, a lead's work, or a password that is for once",
    404: "There is none with this number",
    409: "The id names something else, or somebody was faster",
    413: "Too large",
    415: "Of a media type that is not taken here",
    422: "What is wrong with it, field by field; nothing was stored",
    423: "This screen is locked: its password opens it",
    429: "Too many wrong passwords",
    503: "A fault of disk or database, in a sentence",
}
"""What a refusal of each status says."""

_REFERENCE = "#/components/schemas/{model}"
_OVERTAKEN = {"id", "version", "seen"}
"""With one of these a client names what it sends, or says what it saw: it may be told 409."""


class Api(NinjaAPI):
    """The API with every refusal in its schema."""

    def get_openapi_schema(self, **options: Any) -> OpenAPISchema:
        """The schema; see :data:`WHY` for the refusals."""
        schema = super().get_openapi_schema(**options)
        parts = schema["components"]["schemas"]
        _, made = models_json_schema([(Refusal, "serialization")], ref_template=_REFERENCE)
        parts.update(made["$defs"])
        auth = self._auth()
        for path, methods in schema["paths"].items():
            for method, operation in methods.items():
                answers = operation["responses"]
                asks = auth[operation["operationId"]]
                for status in _refusals(path, method, operation, parts, asks):
                    answers[status] = {
                        "description": WHY[status],
                        "content": {
                            "application/json": {"schema": {"$ref": "#/components/schemas/Refusal"}}
                        },
                    }
        return schema

    def takes_files(self) -> re.Pattern[str]:
        """The routes that are sent files: ``POST /instruments/7/calibrations``, below the API."""
        found = [
            f"{method} {prefix}{re.sub(r'{[^}]+}', '[^/]+', path)}"
            for prefix, router in self._routers
            for path, view in router.path_operations.items()
            for operation in view.operations
            if any(getattr(one, "__ninja_param_source__", "") == "file" for one in operation.models)
            for method in operation.methods
        ]
        return re.compile("|".join(found))

    def _auth(self) -> dict[str, set[Any]]:
        """Who may call each route, by its operation: the route's own word, its router's, the API's."""
        found: dict[str, set[Any]] = {}
        for _, router in self._routers:
            for view in router.path_operations.values():
                for operation in view.operations:
                    words = (operation.auth_param, router.auth, self.auth)
                    said = next(one for one in words if one is not NOT_SET)
                    needed = said if isinstance(said, Sequence) else [said] if said else []
                    found[str(operation.operation_id)] = set(needed)
        return found


def _refusals(
    path: str, method: str, operation: Mapping[str, Any], parts: Mapping[str, Any], auth: set[Any]
) -> Iterator[int]:
    """The statuses with which a route may refuse."""
    bodies = [one["schema"] for one in operation.get("requestBody", {}).get("content", {}).values()]
    yield 400
    if auth:
        yield from (401, 403)
    if signed_in in auth or leads_only in auth:
        yield 423
    if "{" in path:
        yield 404
    if any(_OVERTAKEN & set(_fields(one, parts)) for one in bodies):
        yield 409
    if bodies:
        yield from (413, 415)
    if bodies or operation.get("parameters"):
        yield 422
    if any("password" in _fields(one, parts) for one in bodies):
        yield 429
    yield 503


def _fields(schema: Mapping[str, Any], parts: Mapping[str, Any]) -> Iterator[str]:
    """The names of a body's fields, over all shapes it may have."""
    if "$ref" in schema:
        schema = parts[schema["$ref"].rpartition("/")[2]]
    yield from schema.get("properties", ())
    for one in (*schema.get("oneOf", ()), *schema.get("anyOf", ())):
        yield from _fields(one, parts)
