"""Nothing for whoever is not signed in, on any route of the schema."""

from __future__ import annotations

from functools import cache
from typing import Any

from hembit.api.api import api
from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.people.access import leads_only

DOOR = ("/api/v1/session", "/api/v1/first-lead")
"""For whoever is not signed in yet."""


@cache
def paths() -> dict[str, Any]:
    """Every path of the schema, which takes seconds to make."""
    return dict(api.get_openapi_schema()["paths"])


class Access(VisitCase):
    def test_every_route_refuses_whoever_is_not_signed_in(self) -> None:
        # A number that is a UUID is not found before anybody is asked who they are.
        self.refused_everywhere(ContractClient(), "", (401, 404), DOOR)

    def test_every_route_refuses_at_a_locked_screen(self) -> None:
        client, token = self.as_lead()
        self.send("post", "session/lock", {}, (client, token))
        opens = ("/api/v1/session/unlock", "/api/v1/session/password")
        self.refused_everywhere(client, token, (423, 404), (*DOOR, *opens))

    def test_every_route_of_a_leads_refuses_a_technician(self) -> None:
        asked = 0
        auth = api._auth()
        for path, methods in paths().items():
            for method, operation in methods.items():
                if leads_only not in auth[operation["operationId"]]:
                    continue
                asked += 1
                url = path.replace("{number}", "1").replace("{size}", "full")
                with self.subTest(f"{method} {url}"):
                    answer = self.client.generic(
                        method.upper(),
                        url,
                        b"{}",
                        "application/json",
                        headers={"X-CSRFToken": self.token},
                    )
                    self.assertIn(answer.status_code, (403, 404))
        self.assertGreater(asked, 25)

    def refused_everywhere(
        self, client: ContractClient, token: str, statuses: tuple[int, ...], but: tuple[str, ...]
    ) -> None:
        for path, methods in paths().items():
            for method in methods:
                if path in but:
                    continue
                url = path.replace("{number}", "1").replace("{size}", "full")
                with self.subTest(f"{method} {url}"):
                    answer = client.generic(
                        method.upper(), url, b"{}", "application/json", headers={"X-CSRFToken": token}
                    )
                    self.assertIn(answer.status_code, statuses)
                    self.assertNotIn("Harbour", answer.content.decode())
