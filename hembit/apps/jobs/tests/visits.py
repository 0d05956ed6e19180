"""A visit to the deck oven, told through the API as the front end tells it."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.http import HttpResponse
from django.test import Client, TestCase
from django.utils import timezone

from hembit.apps.checks.tests.requests import PASSWORD, ROOM, ApiRequests, signed_in_client
from hembit.apps.machines.schemas import CustomerIn, MachineIn, PositionIn
from hembit.apps.machines.services import add_position, save_customer, save_machine
from hembit.apps.people.models import Role
from hembit.apps.people.services import add_person
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.visits.dead.proving import pairs_to_prove

ELEMENT = {
    "kind": "heating_element",
    "rating": {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]},
}
LIMIT = {"kind": "contact", "device": "limit"}
BANK = {"kind": "element_bank", "members": 3, "member": ELEMENT}
SYSTEM = SupplySystem.THREE_PHASE_230_400


class Visits(ApiRequests):
    """Ilse, a technician, at a deck oven with an element, a limit and a bank of two named members."""

    assertIn: Any  # noqa: N815, from the test case it is mixed into

    def setUp(self) -> None:
        super().setUp()
        self.lead = add_person("maud", "Maud Fennick", Role.LEAD, PASSWORD)
        self.lead_client, self.lead_token = signed_in_client(self.lead)
        self.customer = save_customer(CustomerIn(name="Harbour Bakery", contact="Orla Quennell"))
        self.machine = save_machine(
            MachineIn(customer=self.customer.pk, name="Deck oven", supply_system=SYSTEM)
        )
        self.element = self.place("Lower deck, front element", ELEMENT)
        self.limit = self.place("Limit", LIMIT)
        self.bank = self.place("Upper deck, bank", BANK)
        self.member = self.place("Upper deck, rear element", ELEMENT, part_of=int(self.bank))

    def place(self, name: str, spec: dict[str, Any], **more: Any) -> str:
        """A position with a part in it; its key."""
        given = PositionIn.model_validate({"name": name, "spec": spec, **more})
        return str(add_position(self.machine, given).pk)

    def as_lead(self) -> tuple[Client, str]:
        """Maud's browser."""
        return self.lead_client, self.lead_token

    def send(
        self, method: str, path: str, body: Any, who: tuple[Client, str] | None = None
    ) -> HttpResponse:
        client, token = who or (self.client, self.token)
        return getattr(client, method)(
            f"/api/v1/{path}",
            json.dumps(body),
            content_type="application/json",
            headers={"X-CSRFToken": token},
        )

    def good(self, response: HttpResponse) -> Any:
        self.assertIn(response.status_code, (200, 201), response.content[:600])
        return response.json()

    def refused(self, response: HttpResponse, status: int = 422) -> dict[str, str]:
        """What is wrong, by field."""
        self.assertEqual(response.status_code, status, response.content[:600])
        return {one["field"]: one["message"] for one in response.json()["errors"]}

    def open_job(self, symptom: str = "some_heat", **more: Any) -> dict[str, Any]:
        body = {
            "id": str(uuid4()),
            "machine": self.machine.pk,
            "complaint": "Bakes pale at the back, says Orla Quennell.",
            "symptom": symptom,
            **more,
        }
        self.job = self.good(self.send("post", "jobs", body))
        self.number = self.job["number"]
        return self.job

    def entry(self, kind: str, who: tuple[Client, str] | None = None, **data: Any) -> HttpResponse:
        body = {"id": str(uuid4()), "kind": kind, **data}
        return self.send("post", f"jobs/{self.number}/entries", body, who)

    def isolation(self, **changes: Any) -> dict[str, Any]:
        return {
            "switched_off": ["isolator Q1"],
            "locked": True,
            "tester_before": True,
            "readings": dict.fromkeys(pairs_to_prove(Supply(system=SYSTEM)), "0.0"),
            "tester_after": True,
            **changes,
        }

    def prove_dead(self, who: tuple[Client, str] | None = None) -> dict[str, Any]:
        return self.good(self.entry("proved_dead", who, isolation=self.isolation()))

    def reading(
        self,
        part: str,
        display: str,
        who: tuple[Client, str] | None = None,
        measurand: str = "between_terminals",
        **more: Any,
    ) -> HttpResponse:
        body = {
            "id": str(uuid4()),
            "part": part,
            "reading": {"measurand": measurand, "display": display, "connection": "isolated"},
            "conditions": {"meter": self.meter, **ROOM},
            **more,
        }
        return self.send("post", f"jobs/{self.number}/readings", body, who)

    def get(self, path: str, who: tuple[Client, str] | None = None) -> HttpResponse:
        client, _ = who or (self.client, self.token)
        return client.get(f"/api/v1/{path}")

    def whole(self) -> dict[str, Any]:
        return self.good(self.get(f"jobs/{self.number}"))

    def part(self, job: dict[str, Any], key: str) -> dict[str, Any]:
        return next(one for one in job["parts"] if one["key"] == key)

    def item(self, job: dict[str, Any], key: str) -> dict[str, Any]:
        return next(one for step in job["route"]["steps"] for one in step["items"] if one["key"] == key)

    def decide(self, key: str, conclusion: str | None = None, reason: str = "") -> HttpResponse:
        finding = self.part(self.whole(), key)["finding"]
        return self.entry(
            "decided",
            part=key,
            finding=finding["number"],
            conclusion=conclusion or finding["finding"]["conclusion"],
            reason=reason,
        )

    def tomorrow(self) -> str:
        return str(timezone.localdate() + timedelta(days=1))


class VisitCase(Visits, TestCase):
    """Tests of visits."""
