"""A signed-in client of the demo, on one kept connection."""

from __future__ import annotations

import http.client
import json
import time
from http.cookies import SimpleCookie
from typing import Any
from urllib.parse import urlsplit

PASSWORDS = {"ilse": "skerrow-tide", "maud": "skerrow-gale"}


_TRIES = 60


class Refused(SystemExit):
    """Answered with another status than a good one; ends a benchmark that does not expect it."""

    def __init__(self, status: int, told: str) -> None:
        super().__init__(told)
        self.status = status


class Client:
    """Somebody of the demo, Ilse unless another is named; None is at the door."""

    def __init__(self, address: str, username: str | None = "ilse") -> None:
        self.connection = http.client.HTTPConnection(urlsplit(address).netloc)
        self.cookies: dict[str, str] = {}
        self._ask("GET", "/", None)
        if username:
            self._sign_in({"username": username, "password": PASSWORDS[username]})

    def _sign_in(self, body: dict[str, str]) -> None:
        """As often as the door is too busy: the password is right."""
        for _ in range(_TRIES):
            status, found = self._answer("POST", "/api/v1/session", json.dumps(body))
            if status == 429:
                time.sleep(2)
            elif status < 300:
                return
            else:
                break
        raise SystemExit(f"POST session: {status} {str(found)[:300]}")

    def reconnect(self, address: str) -> None:
        """Go on at another address, or at the same after it was gone, still signed in."""
        self.connection.close()
        self.connection = http.client.HTTPConnection(urlsplit(address).netloc)

    def get(self, path: str) -> Any:
        """What a path gives."""
        return self._ask("GET", f"/api/v1/{path}", None)

    def page(self, path: str) -> Any:
        """A page of the server's own."""
        return self._ask("GET", path, None)

    def post(self, path: str, body: object) -> Any:
        """What posting ``body`` gives."""
        return self._ask("POST", f"/api/v1/{path}", json.dumps(body))

    def put(self, path: str, body: object) -> Any:
        """What putting ``body`` gives."""
        return self._ask("PUT", f"/api/v1/{path}", json.dumps(body))

    def try_to_post(self, path: str, body: object) -> int:
        """Post what may be refused; the status of the answer."""
        status, _ = self._answer("POST", f"/api/v1/{path}", json.dumps(body))
        return status

    def _ask(self, method: str, path: str, body: str | None) -> Any:
        status, found = self._answer(method, path, body)
        if status >= 300:
            raise Refused(status, f"{method} {path}: {status} {str(found)[:300]}")
        return found

    def _answer(self, method: str, path: str, body: str | None) -> tuple[int, Any]:
        headers = {
            "Content-Type": "application/json",
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.cookies.get("csrftoken", ""),
        }
        self.connection.request(method, path, body, headers)
        answer = self.connection.getresponse()
        text = answer.read()
        for line in answer.headers.get_all("Set-Cookie") or []:
            for name, cookie in SimpleCookie(line).items():
                self.cookies[name] = cookie.value
        is_json = "json" in (answer.headers["Content-Type"] or "")
        return answer.status, json.loads(text) if is_json else text
