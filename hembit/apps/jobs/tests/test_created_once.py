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

    def test_the_same_name_with_any_other_content_is_something_else(self) -> None:
        """Each field of what has a name changed, one by one; and another person."""
        self.open_job()
        visit = f"jobs/{self.number}"
        told: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
            "jobs": (
                {"machine": self.machine.pk, "complaint": "cold", "symptom": "no_heat"},
                {"complaint": "colder", "symptom": "some_heat", "error_code": "E3"},
            ),
            f"{visit}/entries": (
                {"kind": "noted", "text": "flour in the vents"},
                {"text": "no flour in the vents"},
            ),
            f"{visit}/readings": (
                {
                    "part": self.element,
                    "loose": True,
                    "reading": {
                        "measurand": "between_terminals",
                        "display": "24.6",
                        "connection": "isolated",
                    },
                    "conditions": {"meter": self.meter, "part_temperature": "20"},
                    "relation": "again",
                },
                {
                    "part": self.member,
                    "loose": False,
                    "spare": True,
                    "relation": "dried",
                    "reason": "after drying",
                    "rule": "guarded_acceptance",
                    "conditions": {"meter": None, "part_temperature": "20"},
                    "reading": {
                        "measurand": "between_terminals",
                        "display": "24.7",
                        "connection": "isolated",
                    },
                },
            ),
            f"{visit}/waits": (
                {"kind": "cool_down", "text": "cools", "until": {"how": "minutes", "minutes": 20}},
                {
                    "kind": "other",
                    "text": "warms",
                    "until": {"how": "minutes", "minutes": 21},
                    "item": f"{self.element}:running",
                },
            ),
            f"{visit}/follow-ups": (
                {"kind": "other", "text": "look again", "due_on": "2033-01-01"},
                {
                    "kind": "watch",
                    "text": "look",
                    "due_on": "2033-01-02",
                    "part": self.element,
                },
            ),
        }
        for path, (body, others) in told.items():
            named = {"id": str(uuid4()), **body}
            self.assertEqual(self.send("post", path, named).status_code, 201, path)
            for field, other in others.items():
                with self.subTest(path=path, field=field):
                    changed = {**named, field: other}
                    self.assertEqual(self.send("post", path, changed).status_code, 409)
            with self.subTest(path=path, by="somebody else"):
                self.assertEqual(self.send("post", path, named, self.as_lead()).status_code, 409)
            self.assertEqual(self.send("post", path, named).status_code, 200, path)
