"""A client of the API as the front end is one, and bodies that tests change."""

from __future__ import annotations

import copy
import json
from typing import Any
from uuid import uuid4

from django.http import HttpResponse
from django.test import Client, TestCase
from django.utils import timezone
from hypothesis.extra.django import TestCase as PropertyTestCase

from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.people.models import Person, Role
from hembit.apps.people.services import add_person
from hembit.apps.shop.tests.instruments import add_meter
from hembit_core.families.registry import measurands, reading_class
from hembit_core.tests.parts import BENCH_METER

ELEMENT = {
    "kind": "heating_element",
    "rating": {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]},
}

ROOM = {"part_temperature": "20.0", "temperature_source": "contact_probe"}
PASSWORD = "drum-and-damper"


def signed_in_client(person: Person) -> tuple[Client, str]:
    """A browser in which the person is signed in, and its CSRF token."""
    client = ContractClient(enforce_csrf_checks=True)
    client.force_login(person, "django.contrib.auth.backends.ModelBackend")
    client.get("/")
    return client, client.cookies["csrftoken"].value


def _connected(body: dict[str, Any]) -> dict[str, Any]:
    """The same, isolated where the test does not say how it was connected."""
    reading = body["reading"]
    known = isinstance(reading, dict) and reading.get("measurand") in measurands()
    if known and "connection" in reading_class(reading["measurand"]).model_fields:
        body["reading"] = {"connection": "isolated", **reading}
    return body


class ApiRequests:
    """Speaks to the API with CSRF checks on, one bench meter in the shop."""

    assertEqual: Any  # noqa: N815, from the test case it is mixed into

    def setUp(self) -> None:
        self.meter = add_meter(BENCH_METER).pk
        self.person = add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD)
        self.client, self.token = signed_in_client(self.person)

    def body(self, **changes: Any) -> dict[str, Any]:
        """A good check; ``changes`` name places with double underscores: spec__alloy."""
        body: dict[str, Any] = {
            "id": str(uuid4()),
            "label": "Deck oven, front element",
            "spec": copy.deepcopy(ELEMENT),
            "reading": {
                "measurand": "between_terminals",
                "display": "24.6",
                "lead_zero": "0.2",
            },
            "dead_or_live": {"state": "loose_part"},
            "conditions": {"meter": self.meter, **ROOM},
        }
        for path, value in changes.items():
            *parents, last = path.split("__")
            place = body
            for parent in parents:
                place = place[parent]
            place[last] = value
        return _connected(body)

    def judgement_body(self, **changes: Any) -> dict[str, Any]:
        """The same without what only keeping needs."""
        body = self.body(**changes)
        return {key: value for key, value in body.items() if key not in ("id", "label")}

    def post(self, path: str, body: Any) -> HttpResponse:
        text = body if isinstance(body, str) else json.dumps(body)
        return self.client.post(
            f"/api/v1/{path}",
            text,
            content_type="application/json",
            headers={"X-CSRFToken": self.token},
        )

    def refusals(self, path: str, body: Any) -> dict[str, str]:
        """Post something bad; the messages by field."""
        response = self.post(path, body)
        self.assertEqual(response.status_code, 422, response.content[:400])
        return {one["field"]: one["message"] for one in response.json()["errors"]}

    def now(self) -> str:
        return timezone.now().isoformat()


class ApiTestCase(ApiRequests, TestCase):
    """Tests of the API."""


class ApiPropertyCase(ApiRequests, PropertyTestCase):
    """Properties of the API: each example in a transaction of its own."""
