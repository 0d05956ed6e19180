"""Every way of ending somebody's sessions ends what every way of beginning one began."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.people.models import Role
from hembit.apps.people.services import add_person
from hembit.apps.people.staff import new_one_time
from hembit.apps.people.tests.browser import Browser

OWN, OTHER = "kelp-and-kiln-7", "gull-and-gasket-8"


class EveryEnding(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.count = 0
        self.another_orla()

    def another_orla(self) -> None:
        """Somebody of whom nothing is known yet."""
        self.count += 1
        self.username, self.name = f"orla-{self.count}", f"Orla Quennell {self.count}"
        self.orla = add_person(self.username, self.name, Role.LEAD, PASSWORD)

    def signed_in(self, password: str = PASSWORD) -> Browser:
        browser = Browser()
        self.assertEqual(browser.sign_in(self.username, password).status_code, 200)
        return browser

    def works_here_again(self) -> None:
        worker = {"username": self.username, "name": self.name, "role": "lead", "is_active": True}
        self.good(self.send("put", f"staff/{self.orla.pk}", worker, self.as_lead()))

    def begins(self) -> dict[str, Callable[[], Browser]]:
        """Each is a browser in which Orla is signed in; her password is hers as it stands then."""

        def chosen() -> Browser:
            browser = self.signed_in()
            self.good(browser.send("put", "session/password", {"now": PASSWORD, "password": OWN}))
            return browser

        def first_own() -> Browser:
            _, word = new_one_time(self.orla.pk)
            browser = self.signed_in(word)
            self.good(browser.send("put", "session/password", {"now": word, "password": OWN}))
            return browser

        def unlocked() -> Browser:
            browser = self.signed_in()
            browser.send("post", "session/lock")
            self.good(browser.send("post", "session/unlock", {"password": PASSWORD}))
            return browser

        def ended_elsewhere_but_here() -> Browser:
            browser = self.signed_in()
            self.assertEqual(browser.send("delete", "session/places").status_code, 200)
            return browser

        return {
            "signed in": self.signed_in,
            "chose a password": chosen,
            "chose the first of her own": first_own,
            "opened a locked screen": unlocked,
            "signed out everywhere else": ended_elsewhere_but_here,
        }

    def ends(self) -> dict[str, Callable[[str], Any]]:
        """Each takes the password that she has just now."""
        worker = {"username": self.username, "name": self.name, "role": "lead", "is_active": True}
        path = f"staff/{self.orla.pk}"

        def changed(**change: Any) -> Callable[[str], Any]:
            return lambda _: self.good(self.send("put", path, {**worker, **change}, self.as_lead()))

        def chooses_elsewhere(password: str) -> None:
            other = self.signed_in(password)
            self.good(other.send("put", "session/password", {"now": password, "password": OTHER}))

        def everywhere_else(password: str) -> None:
            self.good(self.signed_in(password).send("delete", "session/places"))

        return {
            "a lead ends them": lambda _: self.good(
                self.send("delete", f"{path}/sessions", None, self.as_lead())
            ),
            "she loses the role": changed(role="technician"),
            "she is let go": changed(is_active=False),
            "a password for once": lambda _: self.good(
                self.send("post", f"{path}/password", None, self.as_lead())
            ),
            "she chooses another password elsewhere": chooses_elsewhere,
            "she ends them from elsewhere": everywhere_else,
        }

    def test_every_one_ends_every_other(self) -> None:
        for begun in self.begins():
            for ended in self.ends():
                with self.subTest(begun=begun, ended=ended):
                    self.another_orla()
                    browser = self.begins()[begun]()
                    self.assertEqual(browser.client.get("/api/v1/jobs").status_code, 200)
                    own = begun.startswith("chose")
                    self.ends()[ended](OWN if own else PASSWORD)
                    self.assertEqual(browser.client.get("/api/v1/jobs").status_code, 401)
                    self.works_here_again()
                    self.assertEqual(browser.client.get("/api/v1/jobs").status_code, 401)

    def test_where_she_is_signed_in_is_told_under_whatever_key(self) -> None:
        for begun, begin in self.begins().items():
            with self.subTest(begun):
                self.another_orla()
                browser = begin()
                places = self.good(browser.client.get("/api/v1/session/places"))
                self.assertEqual([one["is_this_one"] for one in places].count(True), 1)
