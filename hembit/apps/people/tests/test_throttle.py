"""Guessing is slowed down, by name and by place; whoever is known in a browser is not locked out."""

from __future__ import annotations

import threading
import time
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager, nullcontext
from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.http import HttpResponse
from django.test import RequestFactory, TestCase
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.people.door import throttle
from hembit.apps.people.door.throttle import (
    COOKIE,
    FREE_FOR_A_NAME,
    FREE_FOR_A_PLACE,
    IN_LINE,
    IN_LINE_OF_A_PLACE,
    Door,
    Line,
    MustWait,
    remember,
)
from hembit.apps.people.models import Guesses, Role
from hembit.apps.people.services import add_person, says_own_password
from hembit.apps.people.tests.browser import Browser


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
        # What was put right is kept: the wait ends when it was said to, by whichever clock.
        self.assertLess(Guesses.objects.latest("until").until, timezone.now() + timedelta(seconds=31))

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

    def test_who_has_to_wait_anyway_is_told_how_long_though_the_line_is_full(self) -> None:
        self.guess(FREE_FOR_A_NAME)
        with patch.object(throttle, "_strangers", Line()) as line:
            line._waiting["127.0.0.1"] = IN_LINE_OF_A_PLACE
            answer = Browser().sign_in("ilse", PASSWORD)
            self.assertRegex(answer.json()["errors"][0]["message"], r"Wait [23]\d s")
            self.assertEqual(line._waiting["127.0.0.1"], IN_LINE_OF_A_PLACE)

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


class Lines(TestCase):
    """A few are in line, one is worked out at a time, and who is refused takes nobody's place."""

    def test_a_few_are_in_line_and_one_is_worked_out_at_a_time(self) -> None:
        line, inside, most, go_on = Line(), [], [], threading.Event()

        def at_the_door(place: str) -> None:
            with line.stand_in(place):
                inside.append(1)
                most.append(len(inside))
                go_on.wait(10)
                inside.pop()

        threads = [
            threading.Thread(target=at_the_door, args=(f"10.0.0.{number}",)) for number in range(4)
        ]
        for one in threads:
            one.start()
        deadline = time.monotonic() + 10
        while line._waiting.total() < 4 and time.monotonic() < deadline:
            pass
        with self.assertRaises(MustWait), line.stand_in("10.0.0.99"):
            pass
        go_on.set()
        for one in threads:
            one.join()
        self.assertEqual(most, [1] * 4)
        with line.stand_in("10.0.0.99"):
            pass

    def test_one_place_never_fills_it(self) -> None:
        line = Line()
        with ExitStack() as held:
            line._working = nullcontext()  # type: ignore[assignment]  # each is worked out at once
            for _ in range(2):
                held.enter_context(line.stand_in("10.0.0.1"))
            with self.assertRaises(MustWait), line.stand_in("10.0.0.1"):
                pass
            with line.stand_in("10.0.0.2"):
                pass

    def door(self, known: bool = False) -> Door:
        request = RequestFactory().post("/", REMOTE_ADDR="10.0.0.1")
        if known:
            response = HttpResponse()
            remember(request, response, add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD))
            request.COOKIES = {COOKIE: response.cookies[COOKIE].value}
        return Door(request, "ilse")

    def test_whoever_is_known_or_inside_passes_a_line_that_strangers_fill(self) -> None:
        """Twelve connections of wrong passwords from one machine kept a known browser out."""
        full = Line()
        full._waiting.update({"10.0.0.7": IN_LINE})
        with patch("hembit.apps.people.door.throttle._strangers", full):
            with self.assertRaises(MustWait), self.door().working_out():
                pass
            with self.door(known=True).working_out():
                pass
            with self.door().working_out(inside=True):
                pass

    def test_whoever_says_their_own_once_more_is_inside(self) -> None:
        person = add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD)
        full = Line()
        full._waiting.update({"10.0.0.7": IN_LINE})
        with patch("hembit.apps.people.door.throttle._strangers", full):
            says_own_password(RequestFactory().post("/"), person, PASSWORD)

    def test_a_try_that_is_refused_takes_no_place(self) -> None:
        door, line = self.door(), Line()
        for _ in range(FREE_FOR_A_NAME):
            door.was_wrong()
        with (
            patch("hembit.apps.people.door.throttle._strangers", line),
            patch.object(line, "stand_in", side_effect=AssertionError("it took a place")),
            self.assertRaises(MustWait),
            door.working_out(),
        ):
            pass

    def test_whoever_stood_before_may_have_been_wrong_for_the_same_name(self) -> None:
        door, line = self.door(), Line()
        stand_in = line.stand_in

        @contextmanager
        def behind_others(place: str) -> Iterator[None]:
            for _ in range(FREE_FOR_A_NAME):
                self.door().was_wrong()
            with stand_in(place):
                yield

        with (
            patch("hembit.apps.people.door.throttle._strangers", line),
            patch.object(line, "stand_in", behind_others),
            self.assertRaises(MustWait),
            door.working_out(),
        ):
            self.fail("it was tried")

    def test_a_right_password_does_not_begin_the_count_of_its_place_anew(self) -> None:
        """Somebody with an account of their own guesses those of others from the same place."""
        add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD)
        for number in range(FREE_FOR_A_PLACE):
            Browser().sign_in(f"somebody-{number}", "a wrong one")
            if number % 5 == 4 and number < FREE_FOR_A_PLACE - 1:
                self.assertEqual(Browser().sign_in("ilse", PASSWORD).status_code, 200)
        self.assertEqual(Browser().sign_in("ilse", PASSWORD).status_code, 429)
