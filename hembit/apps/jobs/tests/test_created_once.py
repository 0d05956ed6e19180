"""What is sent under an id of the client's own: 201 when it is stored, 200 with the same after that."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from hembit.apps.jobs.tests.visits import ELEMENT, VisitCase


class CreatedOnce(VisitCase):
    def statuses(self, path: str, body: dict[str, Any]) -> list[int]:
        named = body if "check_id" in body else {"id": str(uuid4()), **body}
        return [self.send("post", path, named).status_code for _ in range(3)]

    def test_what_has_a_name_of_its_own(self) -> None:
        self.open_job()
        visit = f"jobs/{self.number}"
        check = self.body()
        self.assertEqual(self.statuses("checks", check), [201, 200, 200])
        bodies: dict[str, dict[str, Any]] = {
            "jobs": {"machine": self.machine.pk, "complaint": "cold", "symptom": "no_heat"},
            f"{visit}/checks": {"check_id": check["id"], "part": self.element},
            f"{visit}/entries": {"kind": "noted", "text": "flour in the vents"},
            f"{visit}/readings": {
                "part": self.element,
                "loose": True,
                "reading": {
                    "measurand": "terminal_to_case",
                    "display": "OL",
                    "connection": "isolated",
                },
            },
            f"{visit}/waits": {
                "kind": "cool_down",
                "text": "cools",
                "until": {"how": "minutes", "minutes": 20},
            },
            f"{visit}/follow-ups": {"kind": "other", "text": "look again", "due_on": "2033-01-01"},
        }
        for path, body in bodies.items():
            with self.subTest(path):
                self.assertEqual(self.statuses(path, body), [201, 200, 200])

    def test_what_has_none(self) -> None:
        customer = {"name": "Gull Rock Smokehouse"}
        machine = {
            "customer": self.customer.pk,
            "name": "Retort",
            "supply_system": "single_phase_230",
        }
        position = {"name": "Upper element", "spec": ELEMENT}
        for path, body in (
            ("customers", customer),
            ("machines", machine),
            (f"machines/{self.machine.pk}/positions", position),
            (f"positions/{self.element}/parts", {"spec": ELEMENT}),
        ):
            with self.subTest(path):
                self.assertEqual(self.send("post", path, body).status_code, 201)
