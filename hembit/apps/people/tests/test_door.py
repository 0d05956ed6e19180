"""A screen that locks and opens again; time codes as a lead's second factor."""

from __future__ import annotations

import sqlite3
import tempfile
from contextlib import ExitStack, closing
from datetime import UTC, datetime, timedelta
from io import StringIO
from pathlib import Path
from typing import Any
from unittest.mock import patch

import pyotp
from django.core.management import CommandError, call_command
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent
from hembit.apps.base.clocks import ticks
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.people.door import second_factor
from hembit.apps.people.models import Person, SecondFactor
from hembit.apps.people.tests.browser import Browser
from hembit.apps.workshop.services import save_workshop
from hembit.archive.write import _empty
from hembit_core.visits.dead.clocks import Ticks

NOW = datetime(2026, 3, 4, 9, 0, 10, tzinfo=UTC)


class Locked(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.bench = Browser()
        self.bench.sign_in("ilse", PASSWORD)
        self.bench.send("post", "session/lock")

    def opens(self, password: str) -> Any:
        return self.bench.send("post", "session/unlock", {"password": password})

    def test_nothing_is_seen_or_done_until_it_is_opened_by_the_password(self) -> None:
        answer = self.bench.client.get("/api/v1/jobs")
        self.assertEqual(answer.status_code, 423)
        self.assertIn("locked", answer.json()["errors"][0]["message"])
        session = self.bench.client.get("/api/v1/session").json()
        self.assertTrue(session["locked"])
        self.assertEqual(session["person"]["name"], "Ilse Fennick")
        self.assertIn("password", self.refused(self.opens("kelp")))
        self.assertEqual(self.bench.client.get("/api/v1/jobs").status_code, 423)
        self.assertFalse(self.opens(PASSWORD).json()["locked"])
        self.assertEqual(self.bench.client.get("/api/v1/jobs").status_code, 200)

    def test_somebody_else_signs_out_whoever_left_it(self) -> None:
        self.assertEqual(self.bench.send("delete", "session").status_code, 200)
        self.bench.sign_in("maud", PASSWORD)
        self.assertEqual(self.bench.client.get("/api/v1/jobs").status_code, 200)

    def test_guessing_at_it_waits_as_at_the_door(self) -> None:
        for _ in range(5):
            self.assertEqual(self.opens("kelp").status_code, 422)
        self.assertEqual(self.opens(PASSWORD).status_code, 429)

    def test_the_administration_is_no_way_round(self) -> None:
        lead = Browser()
        lead.sign_in("maud", PASSWORD)
        self.assertEqual(lead.client.get("/admin/").status_code, 200)
        lead.send("post", "session/lock")
        self.assertEqual(lead.client.get("/admin/").status_code, 302)

    def test_the_server_locks_what_nobody_touches(self) -> None:
        """By the last sign of a person; what a page asks for by itself is none."""
        save_workshop(lock_after=5)
        self.opens(PASSWORD)
        asks = self.bench.client.get
        for minutes, idle, answer in (
            (4, None, 200),  # a poll, which is no sign
            (4, 1, 200),  # a poll of a page that was touched a second before
            (8, None, 200),
            (9.5, None, 423),
            (9.6, 0, 423),  # it is locked, whoever touches it now
        ):
            said = {} if idle is None else {"Hembit-Idle": str(idle)}
            with self.subTest(minutes), self.passed(minutes):
                self.assertEqual(asks("/api/v1/jobs", headers=said).status_code, answer)
        with self.passed(9.7):
            self.assertEqual(self.opens(PASSWORD).status_code, 200)
            self.assertEqual(asks("/api/v1/jobs").status_code, 200)

    def test_what_is_written_is_a_sign_unless_the_page_says_it_was_not_touched(self) -> None:
        save_workshop(lock_after=5)
        self.opens(PASSWORD)
        with self.passed(4):
            self.bench.send("post", "judgements", self.judgement_body())
        with self.passed(8):
            self.assertEqual(self.bench.client.get("/api/v1/jobs").status_code, 200)

    def test_no_clock_keeps_it_open(self) -> None:
        save_workshop(lock_after=5)
        self.opens(PASSWORD)
        with self.passed(20, wall=1):
            self.assertEqual(self.bench.client.get("/api/v1/jobs").status_code, 423)

    def passed(self, minutes: float, wall: float | None = None) -> Any:
        """So much time has passed; the wall clock says ``wall`` minutes where it was set."""
        here, said = ticks(), timedelta(minutes=minutes if wall is None else wall)
        later = Ticks(boot=here.boot, seconds=here.seconds + 60 * minutes)
        now = timezone.now()
        both = ExitStack()
        both.enter_context(patch("hembit.apps.base.clocks.ticks", lambda: later))
        both.enter_context(patch("django.utils.timezone.now", lambda: now + said))
        return both

    def test_when_it_locks_is_the_shops_to_say(self) -> None:
        details = self.good(self.get("workshop"))
        del details["begun"]
        for wrong in (0, 481):
            told = self.send("put", "workshop", {**details, "lock_after": wrong}, self.as_lead())
            self.assertIn("lock_after", self.refused(told))
        self.good(self.send("put", "workshop", {**details, "lock_after": 5}, self.as_lead()))
        self.assertEqual(self.bench.client.get("/api/v1/session").json()["lock_after"], 5)


class TimeCodes(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.maud = Browser()
        self.maud.sign_in("maud", PASSWORD)
        self.person = Person.objects.get(username="maud")

    def turn_on(self, at: datetime = NOW) -> tuple[str, list[str]]:
        offered = self.maud.send("post", "session/second-factor", {"password": PASSWORD}).json()
        self.assertTrue(offered["address"].startswith("otpauth://totp/Hembit:maud"))
        words = second_factor.confirm(self.person, pyotp.TOTP(offered["secret"]).at(at), at)
        return offered["secret"], words

    def sign_in(self, code: str = "", at: datetime = NOW) -> Any:
        given = {"username": "maud", "password": PASSWORD, "code": code}
        with patch("hembit.apps.people.door.second_factor.timezone.now", return_value=at):
            return Browser().send("post", "session", given)

    def test_off_until_a_code_was_said(self) -> None:
        self.maud.send("post", "session/second-factor", {"password": PASSWORD})
        self.assertEqual(self.sign_in().status_code, 200)
        self.assertIn(
            "code", self.refused(self.maud.send("put", "session/second-factor", {"code": "0"}))
        )
        self.assertEqual(self.sign_in().status_code, 200)

    def test_then_it_is_asked_for_after_the_right_password_alone(self) -> None:
        secret, _ = self.turn_on()
        later = NOW + timedelta(minutes=5)
        self.assertIn("six digits", self.refused(self.sign_in(at=later))["code"])
        wrong = Browser().send("post", "session", {"username": "maud", "password": "kelp"})
        self.assertEqual(wrong.status_code, 401)
        code = pyotp.TOTP(secret).at(later)
        self.assertEqual(self.sign_in(f"{code[:3]} {code[3:]}", later).status_code, 200)

    def test_a_code_is_taken_once_and_a_step_early_or_late(self) -> None:
        secret, _ = self.turn_on()
        later = NOW + timedelta(minutes=5)
        totp = pyotp.TOTP(secret)
        for away in (-61, 61):
            told = self.refused(self.sign_in(totp.at(later + timedelta(seconds=away)), later))
            self.assertIn("does not fit", told["code"])
        code = totp.at(later - timedelta(seconds=30))
        self.assertEqual(self.sign_in(code, later).status_code, 200)
        self.assertIn("code", self.refused(self.sign_in(code, later)))
        self.assertEqual(self.sign_in(totp.at(later), later).status_code, 200)

    def test_one_taken_with_the_clock_a_month_ahead_keeps_nobody_out(self) -> None:
        secret, _ = self.turn_on()
        ahead = NOW + timedelta(days=30)
        totp = pyotp.TOTP(secret)
        self.assertEqual(self.sign_in(totp.at(ahead), ahead).status_code, 200)
        later = NOW + timedelta(minutes=5)
        self.assertEqual(self.sign_in(totp.at(later), later).status_code, 200)
        self.assertIn("code", self.refused(self.sign_in(totp.at(later), later)))

    def test_what_is_no_code_at_all_does_not_fit(self) -> None:
        self.turn_on()
        for code in ("٣٣٣٣٣٣", "abcdef", "1" * 40, "\u2003"):
            self.assertIn("code", self.refused(self.sign_in(code)))

    def test_wrong_codes_count_as_wrong_passwords(self) -> None:
        self.turn_on()
        for _ in range(6):
            self.sign_in("000000")
        self.assertEqual(self.sign_in("000000").status_code, 429)

    def test_a_word_does_instead_once(self) -> None:
        _, words = self.turn_on()
        self.assertEqual(len(set(words)), second_factor.RECOVERY_CODES)
        self.assertEqual(self.sign_in(f" {words[0]} ").status_code, 200)
        self.assertIn("code", self.refused(self.sign_in(words[0])))
        told = self.maud.client.get("/api/v1/session/second-factor").json()
        self.assertEqual(told["words_left"], second_factor.RECOVERY_CODES - 1)

    def test_taken_off_by_oneself_with_the_password_and_by_another_lead(self) -> None:
        self.turn_on()
        told = self.maud.send("post", "session/second-factor/off", {"password": "kelp"})
        self.assertIn("password", self.refused(told))
        own = self.maud.send("delete", f"staff/{self.person.pk}/second-factor")
        self.assertEqual(own.status_code, 422)
        told = self.maud.send("post", "session/second-factor/off", {"password": PASSWORD})
        self.assertIsNone(told.json()["since"])
        self.turn_on()
        orla = self.good(
            self.send(
                "post",
                "staff",
                {"username": "orla", "name": "Orla", "role": "lead", "is_active": True},
                self.as_lead(),
            )
        )
        other = Browser()
        other.sign_in("orla", orla["password"])
        given = {"now": orla["password"], "password": "kelp-in-the-north-wind"}
        other.send("put", "session/password", given)
        told = other.send("delete", f"staff/{self.person.pk}/second-factor")
        self.assertEqual(told.status_code, 200, told.content)
        self.assertEqual(self.sign_in().status_code, 200)
        lines = AuditEvent.objects.filter(what__startswith="second_factor").values_list(
            "what", flat=True
        )
        self.assertEqual(len(lines), 4)

    def test_taken_off_at_the_machine_for_the_last_lead(self) -> None:
        self.turn_on()
        call_command("drop_second_factor", "maud", stdout=StringIO())
        self.assertEqual(self.sign_in().status_code, 200)
        with self.assertRaises(CommandError):
            call_command("drop_second_factor", "nobody", stdout=StringIO())

    def test_a_technician_has_none(self) -> None:
        ilse = Browser()
        ilse.sign_in("ilse", PASSWORD)
        told = ilse.send("post", "session/second-factor", {"password": PASSWORD})
        self.assertEqual(told.status_code, 403)

    def test_the_secret_is_in_no_trail_and_in_no_open_backup(self) -> None:
        secret, words = self.turn_on()
        trail = str(list(AuditEvent.objects.values()))
        self.assertNotIn(secret, trail)
        for word in words:
            self.assertNotIn(word, trail)
        self.assertNotIn(words[0], str(SecondFactor.objects.get().recovery))
        with tempfile.TemporaryDirectory() as folder:
            copy = Path(folder) / "copy.sqlite3"
            with closing(sqlite3.connect(copy)) as made:
                made.execute("CREATE TABLE people_secondfactor (secret TEXT)")
                made.execute("INSERT INTO people_secondfactor VALUES (?)", [secret])
                made.commit()
            self.assertIn(secret.encode(), copy.read_bytes())
            _empty(copy, ("people_secondfactor", "not_there"))
            self.assertNotIn(secret.encode(), copy.read_bytes())
