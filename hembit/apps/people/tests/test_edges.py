"""The door's figures are what they say, to the second, to the letter and to the count."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from unittest.mock import patch

import pyotp
from django.contrib.sessions.backends.db import SessionStore
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.test import RequestFactory, SimpleTestCase, TestCase, override_settings
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent
from hembit.apps.base.clocks import instant
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.people.door import bench_lock, second_factor, throttle
from hembit.apps.people.door.bench_lock import IDLE, is_locked
from hembit.apps.people.door.passwords import NotANameHere, one_time_password
from hembit.apps.people.door.sessions import _device, open_sessions
from hembit.apps.people.door.throttle import (
    FIRST_WAIT,
    FORGOTTEN_AFTER,
    FREE_FOR_A_NAME,
    LONGEST_WAIT,
    MOST_PEOPLE,
    Door,
    MustWait,
    _wait,
)
from hembit.apps.people.models import Guesses, OpenSession, Person, Role, SecondFactor
from hembit.apps.people.schemas import WorkerIn
from hembit.apps.people.services import add_person, list_people
from hembit.apps.people.staff import add_worker, change_worker, list_staff
from hembit_core import InputError

NOW = datetime(2026, 3, 4, 12, 0, tzinfo=UTC)


class Locks(TestCase):
    def ask(self, seconds: float, after: int | None = 5, **headers: str) -> bool:
        """Whether a screen that was last touched so long ago [s] is locked."""
        request = RequestFactory().get("/", headers=headers)
        request.session = self.session = SessionStore()
        self.session["sign"] = instant(NOW - timedelta(seconds=seconds)).model_dump(mode="json")
        self.session["lock_after"] = after
        with patch.object(bench_lock, "timezone") as clock, patch.object(bench_lock, "instant") as both:
            clock.now.return_value = NOW
            both.side_effect = lambda at, idle=timedelta(0): instant(at, idle)
            return is_locked(request)

    def touched(self) -> float:
        """How long before now the session says that it was touched [s]."""
        return (NOW - datetime.fromisoformat(self.session["sign"]["wall"])).total_seconds()

    def test_after_the_workshops_time_and_not_at_it(self) -> None:
        self.assertFalse(self.ask(299))
        with patch.object(bench_lock, "elapsed", return_value=timedelta(minutes=5)):
            self.assertFalse(self.ask(300))
        self.assertTrue(self.ask(301))
        self.assertFalse(self.ask(1e6, after=None))

    def test_a_sign_is_noted_when_it_is_newer_by_twenty_seconds(self) -> None:
        for ago, idle, left in ((100, "10", 10), (20, "0", 20), (21, "0", 0), (100, "90", 100)):
            self.ask(ago, **{IDLE: idle})
            self.assertEqual(self.touched(), left, (ago, idle))

    def test_what_says_nothing_of_a_person_is_no_sign(self) -> None:
        for said in ("", "soon", "-1", "1" * 10, "9" * 40):
            self.ask(100, **({IDLE: said} if said else {}))
            self.assertEqual(self.touched(), 100, said)
        self.ask(100, **{IDLE: "000000007"})
        self.assertEqual(self.touched(), 7)


class Passwords(TestCase):
    def test_little_more_than_a_name(self) -> None:
        person = Person(username="mo", name="Maud Fennick")
        for password, is_good in (
            ("fennick-123", False),
            ("fennick-1234", True),
            ("mo12", True),
            ("xMAUDyz!", False),
            ("the fells of Fennick", True),
        ):
            with self.subTest(password):
                if is_good:
                    NotANameHere().validate(password, person)
                else:
                    with self.assertRaises(ValidationError):
                        NotANameHere().validate(password, person)

    def test_one_for_once_is_three_times_four_that_are_read_out_clearly(self) -> None:
        word = one_time_password()
        self.assertRegex(word, r"\A[a-hjkmnp-z2-9]{4}(-[a-hjkmnp-z2-9]{4}){2}\Z")
        self.assertNotIn("l", word)


class TimeCode(TestCase):
    def setUp(self) -> None:
        self.person = add_person("maud", "Maud Fennick", Role.LEAD, PASSWORD)
        self.totp = pyotp.TOTP(second_factor.offer(self.person).secret)
        self.words = second_factor.confirm(self.person, self.code(-1), NOW)

    def code(self, steps: int) -> str:
        return str(self.totp.at(NOW + timedelta(seconds=30 * steps)))

    def last(self) -> int:
        return SecondFactor.objects.get(person=self.person).last_step - int(NOW.timestamp()) // 30

    def test_one_step_early_or_late_and_no_more(self) -> None:
        for steps, is_taken in ((-2, False), (2, False), (0, True), (1, True)):
            with self.subTest(steps):
                self.assertEqual(second_factor.takes(self.person, self.code(steps), NOW), is_taken)
        self.assertEqual(self.last(), 1)

    def test_none_again_and_none_before_it(self) -> None:
        self.assertTrue(second_factor.takes(self.person, self.code(1), NOW))
        for steps in (1, 0, -1):
            self.assertFalse(second_factor.takes(self.person, self.code(steps), NOW), steps)

    def test_a_last_one_beyond_the_next_step_was_by_another_clock(self) -> None:
        this = int(NOW.timestamp()) // 30
        for ahead, is_taken in ((1, False), (2, True)):
            SecondFactor.objects.update(last_step=this + ahead)
            self.assertEqual(second_factor.takes(self.person, self.code(0), NOW), is_taken, ahead)

    def test_eight_words_each_once_with_blanks_around_it(self) -> None:
        self.assertEqual(len(set(self.words)), 8)
        for word in self.words:
            self.assertTrue(second_factor.takes(self.person, f" {word} ", NOW))
            self.assertFalse(second_factor.takes(self.person, word, NOW))
        self.assertEqual(SecondFactor.objects.get(person=self.person).recovery, [])
        self.assertEqual(AuditEvent.objects.filter(what="recovery_word_used").count(), 8)

    def test_confirmed_once_and_not_offered_while_it_is_on(self) -> None:
        with self.assertRaisesRegex(InputError, "Begin anew"):
            second_factor.confirm(self.person, self.code(0), NOW)
        with self.assertRaisesRegex(InputError, "are on"):
            second_factor.offer(self.person)

    def test_an_offer_begins_with_nothing_of_the_one_before(self) -> None:
        second_factor.take_off(self.person)
        SecondFactor.objects.create(
            person=self.person, secret="x", last_step=9, recovery=["one"], confirmed_at=None
        )
        second_factor.offer(self.person)
        now = SecondFactor.objects.get(person=self.person)
        self.assertEqual((now.last_step, now.recovery, now.confirmed_at), (0, [], None))


class Waits(TestCase):
    def door(self) -> Door:
        return Door(RequestFactory().get("/"), "ilse")

    def test_each_is_twice_the_one_before_up_to_an_hour(self) -> None:
        waits = [_wait(beyond).total_seconds() for beyond in (-1, 0, 1, 2, 6, 7, 25)]
        self.assertEqual(waits, [0, 30, 60, 120, 1920, 3600, 3600])

    def test_the_wait_is_over_when_it_is_over(self) -> None:
        door = self.door()
        for _ in range(FREE_FOR_A_NAME - 1):
            self.assertFalse(door.was_wrong(NOW))
        door.let_try(NOW)
        self.assertTrue(door.was_wrong(NOW))
        for seconds in (0, FIRST_WAIT - 1):
            with self.assertRaises(MustWait):
                door.let_try(NOW + timedelta(seconds=seconds))
        door.let_try(NOW + timedelta(seconds=FIRST_WAIT))

    def test_the_longest_wait_is_none_of_another_clock(self) -> None:
        door = self.door()
        for _ in range(30):
            door.was_wrong(NOW)
        for ahead, waits in ((0, LONGEST_WAIT), (-1, LONGEST_WAIT)):
            with self.assertRaises(MustWait) as caught:
                door.let_try(NOW + timedelta(seconds=ahead))
            self.assertEqual(caught.exception.seconds, waits)

    def test_forgotten_a_day_after_its_wait(self) -> None:
        door = self.door()
        door.was_wrong(NOW)
        other = Door(RequestFactory().get("/"), "maud")
        other.was_wrong(NOW + FORGOTTEN_AFTER)
        self.assertEqual(Guesses.objects.count(), 3)
        other.was_wrong(NOW + FORGOTTEN_AFTER + timedelta(seconds=1))
        self.assertEqual(Guesses.objects.count(), 2)

    def test_a_browser_knows_the_last_twenty(self) -> None:
        people = [Person(pk=number, username=str(number)) for number in range(1, MOST_PEOPLE + 3)]
        cookies: dict[str, str] = {}
        devices = set()
        for one in (*people, people[5]):
            request = RequestFactory().get("/")
            request.COOKIES = cookies
            answer = throttle.HttpResponse()
            throttle.remember(request, answer, one)
            cookies = {throttle.COOKIE: answer.cookies[throttle.COOKIE].value}
            request.COOKIES = cookies
            device, known = throttle._read(request)
            devices.add(device)
        self.assertEqual(len(devices), 1)
        self.assertGreaterEqual(len(device), 16)
        self.assertEqual(
            known, [6, *(n for n in range(MOST_PEOPLE + 2, 2, -1) if n != 6)][:MOST_PEOPLE]
        )

    def test_the_mark_of_a_browser_is_for_the_server_alone_and_by_tls_where_that_is_spoken(
        self,
    ) -> None:
        person = Person(pk=7, username="seven")
        for by_tls in (True, False):
            with override_settings(SESSION_COOKIE_SECURE=by_tls):
                answer = throttle.HttpResponse()
                throttle.remember(RequestFactory().get("/"), answer, person)
            mark = answer.cookies[throttle.COOKIE]
            self.assertEqual(bool(mark["secure"]), by_tls)
            self.assertTrue(mark["httponly"])
            self.assertEqual((mark["samesite"], mark["max-age"]), ("Strict", 365 * 24 * 3600))


class Devices(SimpleTestCase):
    def test_what_a_browser_tells_in_short(self) -> None:
        for told, short in (
            ("", ""),
            ("x", "Computer"),
            ("A/1 (X11; Linux) B", "Computer, X11; Linux"),
            ("A/1 (Some OS) Mobile", "Telephone or tablet, Some OS"),
            ("A (Tablet)", "Telephone or tablet, Tablet"),
        ):
            self.assertEqual(_device(told), short)
        self.assertEqual(len(_device(f"A ({'y' * 500})")), 200)


class Lists(TestCase):
    def setUp(self) -> None:
        for username, name in (("c", "Ceri"), ("d", "Dagny"), ("b", "Berit"), ("a", "Anna")):
            add_person(username, name, Role.LEAD, PASSWORD)
        Person.objects.filter(username__in=("a", "d")).update(is_active=False)

    def test_who_works_here_first_by_name(self) -> None:
        self.assertEqual([one.name for one in list_staff()], ["Berit", "Ceri", "Anna", "Dagny"])
        self.assertEqual([one.name for one in list_people()], ["Berit", "Ceri"])

    def test_who_is_added_works_here_unless_it_is_said(self) -> None:
        added, _ = add_worker(WorkerIn(username="new", name="New"))
        self.assertEqual((added.is_active, added.role), (True, Role.TECHNICIAN))

    def test_names_differ_by_more_than_their_case(self) -> None:
        for username, name, field in (("B", "Bo", "username"), ("bo", "BERIT", "name")):
            with self.assertRaises(InputError) as caught:
                add_worker(WorkerIn(username=username, name=name, role="technician"))
            self.assertEqual(caught.exception.field, field)

    def test_whoever_is_not_the_last_lead_is_clean(self) -> None:
        berit, ceri = (Person.objects.get(username=one) for one in "bc")
        technician = add_person("t", "Tamsin", Role.TECHNICIAN, PASSWORD)
        for one in (berit, technician, Person(username="new", name="New", password="x")):
            one.clean()
        berit.is_active = False
        berit.clean()
        berit.save()
        ceri.clean()
        ceri.role = Role.TECHNICIAN
        with self.assertRaises(ValidationError):
            ceri.clean()

    def test_one_of_two_leads_may_go_and_the_other_may_not(self) -> None:
        berit, ceri = (Person.objects.get(username=one) for one in "bc")
        gone = WorkerIn(username="b", name="Berit", role="lead", is_active=False)
        change_worker(berit.pk, gone)
        for change, field in (({"is_active": False}, "is_active"), ({"role": "technician"}, "role")):
            given = {"username": "c", "name": "Ceri", "role": "lead", **change}
            with self.assertRaises(InputError) as caught:
                change_worker(ceri.pk, WorkerIn.model_validate(given))
            self.assertEqual(caught.exception.field, field)

    def test_where_somebody_is_signed_in_the_latest_first_and_none_that_is_over(self) -> None:
        person = Person.objects.get(username="b")
        now = timezone.now()
        for key, hours in (("one", 1), ("two", 2), ("over", -1)):
            Session.objects.create(session_key=key, expire_date=now + timedelta(hours=hours))
        for place, key in enumerate(("one", "over", "two", "none")):
            OpenSession.objects.create(person=person, key=key, since=now + timedelta(seconds=place))
        self.assertEqual([one.key for one in open_sessions(person)], ["two", "one"])
        self.assertEqual(OpenSession.objects.count(), 2)
