"""The published schema: one name for one thing."""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Iterator
from unittest import TestCase

from hembit.api.api import api
from hembit_core.model import Model


def models(base: type[Model] = Model) -> Iterator[type[Model]]:
    for one in base.__subclasses__():
        yield one
        yield from models(one)


class Names(TestCase):
    def test_no_two_models_of_the_schema_share_a_name(self) -> None:
        published = set(api.get_openapi_schema()["components"]["schemas"])
        named: dict[str, set[str]] = defaultdict(set)
        for one in models():
            # What pydantic makes of a model it validates by has the model's own module.
            named[one.__name__].add(f"{one.__module__}.{one.__qualname__}")
        shared = {name: found for name, found in named.items() if len(found) > 1 and name in published}
        self.assertEqual(shared, {})

    def test_every_route_needs_a_person_but_the_session(self) -> None:
        open_routes = [
            (path, operation.operation_id)
            for path, router in api._routers
            for view in router.path_operations.values()
            for operation in view.operations
            if operation.auth_param is None
        ]
        self.assertEqual(open_routes, [("", "get_session")])

    def test_the_server_takes_a_file_where_the_schema_says_that_one_is_sent(self) -> None:
        takes = api.takes_files()
        for path, methods in api.get_openapi_schema()["paths"].items():
            asked = re.sub(r"{[^}]+}", "7", path.removeprefix("/api/v1"))
            for method, operation in methods.items():
                bodies = operation.get("requestBody", {}).get("content", {})
                with self.subTest(path, method=method):
                    found = takes.fullmatch(f"{method.upper()} {asked}") is not None
                    self.assertEqual(found, "multipart/form-data" in bodies)
