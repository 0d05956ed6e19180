"""Guessing is slowed down, by name and by place; whoever is known in a browser is not locked out."""

from __future__ import annotations

import threading
from datetime import timedelta
from typing import Any

from django.test import TestCase
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.people.models import Guesses, Role
from hembit.apps.people.services import add_person
from hembit.apps.people.tests.browser import Browser
from hembit.apps.people.throttle import (
    COOKIE,
    FREE_FOR_A_NAME,
    FREE_FOR_A_PLACE,
    IN_LINE,
    MustWait,
    working_out,
)


class Guessing(TestCase):
    def setUp(self) -> None:
        self.person = add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD)

    def guess(self, times: int, browser: Browser | None = None, username: str = "ilse") -> Any:
        browser = browser or Browser()
        for _ in range(times):
            answer = browser.sign_in(username, "a wrong one")
        return answer

    def pass_time(self) -> None:
        Guesses.objects.update(until=timezone.now() - timedelta(seconds=1))

    def test_after_five_tries_the_right_one_waits_too_and_longer_each_time(self) -> None:
        self.assertEqual(self.guess(FREE_FOR_A_NAME).status_code, 401)
        for password in ("a wrong one", PASSWORD):
            answer = Browser().sign_in("ilse", password)
            self.assertEqual(answer.status_code, 429)
            self.assertRegex(answer.json()["errors"][0]["message"], r"Wait [23]\d s")
        self.pass_time()
        self.assertEqual(self.guess(1).status_code, 401)
        self.assertRegex(self.guess(1).json()["errors"][0]["message"], r"Wait [56]\d s")
        for _ in range(12):
            self.pass_time()
            self.guess(1)
        self.assertRegex(self.guess(1).json()["errors"][0]["message"], "Wait (59|60) min")
        self.pass_time()
        self.assertEqual(Browser().sign_in("ilse", PASSWORD).status_code, 200)
        self.assertEqual(self.guess(FREE_FOR_A_NAME - 1).status_code, 401)
        self.assertEqual(Browser().sign_in("ilse", PASSWORD).status_code, 200)

    def test_a_clock_that_is_set_back_makes_no_wait_longer(self) -> None:
        self.guess(FREE_FOR_A_NAME)
        Guesses.objects.update(until=timezone.now() + timedelta(days=300))
        said = self.guess(1).json()["errors"][0]["message"]
        self.assertRegex(said, r"Wait [23]\d s")

    def test_nobody_is_locked_out_of_a_browser_in_which_they_are_known(self) -> None:
        own = Browser()
        own.sign_in("ilse", PASSWORD)
        own.send("delete", "session")
        self.guess(FREE_FOR_A_NAME + 2)
        self.assertEqual(Browser().sign_in("ilse", PASSWORD).status_code, 429)
        self.assertEqual(own.sign_in("ilse", PASSWORD).status_code, 200)

    def test_who_guesses_in_such_a_browser_waits_as_well(self) -> None:
        own = Browser()
        own.sign_in("ilse", PASSWORD)
        self.assertEqual(self.guess(FREE_FOR_A_NAME + 1, own).status_code, 429)
        self.assertEqual(Browser().sign_in("ilse", PASSWORD).status_code, 200)

    def test_many_names_from_one_place(self) -> None:
        own = Browser()
        own.sign_in("ilse", PASSWORD)
        for number in range(FREE_FOR_A_PLACE):
            self.guess(1, username=f"somebody{number}")
        self.assertEqual(self.guess(1, username="another").status_code, 429)
        self.assertEqual(own.sign_in("ilse", PASSWORD).status_code, 200)

    def test_what_somebody_else_signed_is_no_known_browser(self) -> None:
        own = Browser()
        own.sign_in("ilse", PASSWORD)
        cookie = own.client.cookies[COOKIE]
        self.assertEqual((cookie["httponly"], cookie["samesite"]), (True, "Strict"))
        self.guess(FREE_FOR_A_NAME)
        for value in (f"{cookie.value}x", "", "null", "é"):
            other = Browser()
            other.client.cookies[COOKIE] = value
            self.assertEqual(other.sign_in("ilse", PASSWORD).status_code, 429)

    def test_names_and_places_are_not_kept_as_they_are(self) -> None:
        self.guess(2)
        kept = str(list(Guesses.objects.values()))
        self.assertNotIn("ilse", kept)
        self.assertNotIn("127.0.0.1", kept)

    def test_what_is_older_than_a_day_is_forgotten(self) -> None:
        self.guess(2)
        Guesses.objects.update(until=timezone.now() - timedelta(days=2))
        self.guess(1, username="another")
        self.assertEqual(Guesses.objects.count(), 2)

    def test_that_somebody_has_to_wait_stands_in_the_trail(self) -> None:
        self.guess(FREE_FOR_A_NAME + 1)
        event = AuditEvent.objects.filter(what="sign_in_locked").get()
        self.assertEqual(event.number, str(self.person.pk))


class Line(TestCase):
    def test_a_few_are_at_the_door_and_one_is_worked_out_at_a_time(self) -> None:
        inside, most, go_on = [], [], threading.Event()

        def at_the_door() -> None:
            with working_out():
                inside.append(1)
                most.append(len(inside))
                go_on.wait(10)
                inside.pop()

        threads = [threading.Thread(target=at_the_door) for _ in range(IN_LINE)]
        for one in threads:
            one.start()
        while not inside:
            pass
        with self.assertRaises(MustWait), working_out():
            pass
        go_on.set()
        for one in threads:
            one.join()
        self.assertEqual(most, [1] * IN_LINE)
        with working_out():
            pass
