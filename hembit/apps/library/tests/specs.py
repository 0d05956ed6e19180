"""What tests of specs share."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile

from hembit.apps.jobs.tests.visits import VisitCase

PLATE = {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]}
ELEMENT = {"kind": "heating_element", "rating": PLATE}


def entry(**more: Any) -> dict[str, Any]:
    given = {
        "name": "Deck element, front",
        "maker": "Brannoch Ovens",
        "part_number": "OH-2200-F",
        "spec": ELEMENT,
        "handling": "Ceramic ends: no side load.",
        "source": {"kind": "document", "title": "Deck oven, service sheet", "page": "14"},
    }
    return {**given, **more}


class SpecCase(VisitCase):
    def send_spec(self, by_lead: bool = True, **more: Any) -> Any:
        who = self.as_lead() if by_lead else None
        return self.send("post", "specs", {"entry": entry(**more)}, who)

    def add(self, by_lead: bool = True, **more: Any) -> Any:
        return self.good(self.send_spec(by_lead, **more))

    def send_file(
        self, path: str, data: bytes, name: str = "specs", by_lead: bool = True, **form: Any
    ) -> Any:
        client, token = self.as_lead() if by_lead else (self.client, self.token)
        file = SimpleUploadedFile(name, data)
        headers = {"X-CSRFToken": token}
        return client.post(f"/api/v1/{path}", {"file": file, **form}, headers=headers)

    def revise(self, of: Any, by_lead: bool = True, why: str = "newer sheet", **more: Any) -> Any:
        body = {"entry": entry(**more), "base": of["current"]["id"], "why": why}
        who = self.as_lead() if by_lead else None
        return self.send("post", f"specs/{of['id']}/revisions", body, who)

    def retire(self, spec: Any, retired: bool = True) -> Any:
        return self.send("put", f"specs/{spec['id']}/retired", {"retired": retired}, self.as_lead())

    def position(self, name: str = "Lower deck, rear element", **given: Any) -> Any:
        return self.send("post", f"machines/{self.machine.pk}/positions", {"name": name, **given})

    def settle(self, revision: int, accepted: bool, why: str = "") -> Any:
        body = {"accepted": accepted, "why": why}
        return self.send("put", f"revisions/{revision}/settled", body, self.as_lead())

    def names(self, query: str = "") -> list[str]:
        return [one["name"] for one in self.good(self.get(f"specs{query}"))["items"]]

    def found(self, text: str, machine: int | None = None) -> list[dict[str, Any]]:
        more = f"&machine={machine}" if machine else ""
        return list(self.good(self.get(f"specs/found?text={text}{more}")))
