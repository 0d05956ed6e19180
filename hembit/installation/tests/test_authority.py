"""The certificate authority: for its own names alone, kept while it is trusted, renewed in time."""

from __future__ import annotations

import tempfile
import unittest
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.x509.verification import PolicyBuilder, Store, VerificationError

from hembit.installation.authority import CERTIFICATE_HOLDS, Authority
from hembit.installation.wrong import Wrong

NOW = datetime(2026, 11, 26, 12, tzinfo=UTC)
NAMES = ("bench.skerrow.test", "bench.local", "192.0.2.7", "127.0.0.1", "localhost", "::1")


class Certificates(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.authority = Authority(Path(holder.name) / "certificates")

    def served(self) -> x509.Certificate:
        return x509.load_pem_x509_certificate(self.authority.server_certificate_file.read_bytes())

    def trusted_for(self, name: str, at: datetime = NOW, by: Authority | None = None) -> bool:
        """Whether a browser that trusts the authority takes the certificate for that name."""
        store = Store([(by or self.authority).certificate()])
        verifier = PolicyBuilder().store(store).time(at).build_server_verifier(x509.DNSName(name))
        try:
            verifier.verify(self.served(), [])
        except VerificationError:
            return False
        return True

    def test_good_for_its_names_and_for_no_others(self) -> None:
        self.assertEqual(self.authority.provide(NAMES, NOW), ())
        self.assertTrue(self.trusted_for("bench.skerrow.test"))
        self.assertTrue(self.trusted_for("localhost"))
        self.assertFalse(self.trusted_for("bank.test"))
        self.assertEqual(set(self.authority.covers()), set(NAMES))
        limits = self.authority.certificate().extensions.get_extension_for_class(x509.NameConstraints)
        self.assertTrue(limits.critical)

    def test_keys_are_their_owners_alone(self) -> None:
        self.authority.provide(NAMES, NOW)
        for one in self.authority.folder.iterdir():
            self.assertEqual(one.stat().st_mode & 0o077, 0, one)
        self.assertEqual(self.authority.folder.stat().st_mode & 0o777, 0o700)

    def test_started_again_it_stays_as_it_is(self) -> None:
        self.authority.provide(NAMES, NOW)
        before = self.authority.fingerprint(), self.served().serial_number
        self.authority.provide(NAMES, NOW + timedelta(days=200))
        self.assertEqual((self.authority.fingerprint(), self.served().serial_number), before)

    def test_renewed_before_it_ends_under_the_same_authority(self) -> None:
        self.authority.provide(NAMES, NOW)
        first = self.served().serial_number
        fingerprint = self.authority.fingerprint()
        self.assertFalse(self.authority.renew(NOW + timedelta(days=300)))
        later = NOW + CERTIFICATE_HOLDS - timedelta(days=29)
        self.assertTrue(self.authority.renew(later))
        self.assertNotEqual(self.served().serial_number, first)
        self.assertEqual(self.authority.fingerprint(), fingerprint)
        self.assertTrue(self.trusted_for("bench.local", later + timedelta(days=100)))

    def test_one_that_has_ended_is_said_and_made_anew(self) -> None:
        self.authority.provide(NAMES, NOW)
        later = self.authority.ends() + timedelta(days=1)
        with self.assertRaisesRegex(Wrong, "ended on .*--new-authority"):
            self.authority.provide(NAMES, later)
        self.authority.provide(NAMES, later, anew=True)
        self.assertTrue(self.trusted_for("localhost", later))

    def test_no_longer_than_telephones_take_it(self) -> None:
        self.authority.provide(NAMES, NOW)
        served = self.served()
        self.assertLessEqual((served.not_valid_after_utc - served.not_valid_before_utc).days, 398)

    def test_a_new_address_is_left_out_until_it_is_made_anew(self) -> None:
        self.authority.provide(NAMES, NOW)
        fingerprint = self.authority.fingerprint()
        names = ("192.0.2.99", *NAMES)
        self.assertEqual(self.authority.provide(names, NOW), ("192.0.2.99",))
        self.assertEqual(self.authority.fingerprint(), fingerprint)
        self.assertEqual(self.authority.provide(names, NOW, anew=True), ())
        self.assertNotEqual(self.authority.fingerprint(), fingerprint)
        self.assertTrue(self.trusted_for("localhost"))

    def test_a_file_that_is_none_is_said(self) -> None:
        other = Authority(self.authority.folder / "other")
        other.provide(NAMES, NOW)
        for name, content in (
            ("authority.crt", b"half a file"),
            ("authority.key", b""),
            ("authority.key", None),
            ("authority.key", other.key_file.read_bytes()),
            ("server.crt", b"half a file"),
        ):
            with self.subTest(name):
                self.authority.provide(NAMES, NOW, anew=True)
                if content is None:
                    (self.authority.folder / name).unlink()
                else:
                    (self.authority.folder / name).write_bytes(content)
                with self.assertRaisesRegex(Wrong, f"{name} is missing, empty or damaged"):
                    self.authority.provide((*NAMES[1:], "vm"), NOW)
