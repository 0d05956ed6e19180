"""Somebody's browser, for tests of the door."""

from __future__ import annotations

import json
from typing import Any

from hembit.apps.checks.tests.contract import ContractClient

SLATE, TELEPHONE = "Pebble/1.0 (Slate 4; Mobile)", "Telephone or tablet, Slate 4; Mobile"


class Browser:
    """One of somebody's, with the token that lets it write."""

    def __init__(self) -> None:
        self.client = ContractClient(enforce_csrf_checks=True, headers={"User-Agent": SLATE})
        self.client.get("/sign-in")

    def send(self, method: str, path: str, body: Any = None) -> Any:
        return getattr(self.client, method)(
            f"/api/v1/{path}",
            json.dumps(body),
            content_type="application/json",
            headers={"X-CSRFToken": self.client.cookies["csrftoken"].value},
        )

    def sign_in(self, username: str, password: str) -> Any:
        return self.send("post", "session", {"username": username, "password": password})
