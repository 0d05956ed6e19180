"""The installation's own certificate authority, for its names and addresses and no others.

Its key never leaves the folder. What it signs is good for its own names alone (RFC 5280, 4.2.1.10), so
that a telephone that trusts it trusts it for nothing else.
"""

from __future__ import annotations

import ipaddress
import os
from collections.abc import Sequence
from datetime import datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from hembit.apps.base.own_file import write_own
from hembit.installation.names import is_address
from hembit.installation.wrong import Wrong

AUTHORITY_HOLDS = timedelta(days=3650)
CERTIFICATE_HOLDS = timedelta(days=390)
"""Telephones take none that holds longer than 398 days."""
RENEWED_BEFORE = timedelta(days=30)
_BEFORE = timedelta(days=1)
"""A telephone's clock may be behind."""


class Authority:
    """What signs this installation's certificates; kept in ``folder``."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.certificate_file = folder / "authority.crt"
        self.key_file = folder / "authority.key"
        self.server_certificate_file = folder / "server.crt"
        self.server_key_file = folder / "server.key"

    def certificate(self) -> x509.Certificate:
        """Its own certificate.

        Raises
        ------
        Wrong
            If it cannot be read.
        """
        return _read_certificate(self.certificate_file)

    def fingerprint(self) -> str:
        """The SHA-256 of its certificate, in pairs of hexadecimal digits, eight by eight."""
        found = self.certificate().fingerprint(hashes.SHA256())
        return " ".join(found[at : at + 8].hex(":").upper() for at in range(0, len(found), 8))

    def covers(self) -> tuple[str, ...]:
        """The names and addresses that it may sign for."""
        found = self.certificate().extensions.get_extension_for_class(x509.NameConstraints)
        # An address stands there as a network of one.
        return tuple(str(one.value).partition("/")[0] for one in found.value.permitted_subtrees or ())

    def provide(self, names: Sequence[str], now: datetime, *, anew: bool = False) -> tuple[str, ...]:
        """See to it that there is an authority and a certificate for ``names`` that does not end soon.

        An authority that is there stays: telephones trust it. The names that it may not sign for are
        given back, unless it is made ``anew``.

        Raises
        ------
        Wrong
            If a key or a certificate that is there cannot be read, or the authority has ended.
        """
        self.folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        if anew or not (self.certificate_file.exists() or self.key_file.exists()):
            self._make(names, now)
        self._pair()
        if self.ends() <= now:
            raise Wrong(
                f"The certificate authority ended on {self.ends():%Y-%m-%d}: nothing trusts it any "
                "more. Start once with --new-authority, and give every telephone the new one."
            )
        covered = self.covers()
        served = [one for one in names if one in covered]
        if self._must_renew(served, now):
            self._sign(served, now)
        return tuple(one for one in names if one not in covered)

    def ends(self) -> datetime:
        """When telephones trust it no more."""
        return self.certificate().not_valid_after_utc

    def renew(self, now: datetime) -> bool:
        """Renew the server's certificate where it ends soon; whether it was."""
        served = _names_of(_read_certificate(self.server_certificate_file))
        if not self._must_renew(served, now):
            return False
        self._sign(served, now)
        return True

    def _must_renew(self, names: Sequence[str], now: datetime) -> bool:
        if not self.server_certificate_file.exists() or not self.server_key_file.exists():
            return True
        found = _read_certificate(self.server_certificate_file)
        ends_soon = found.not_valid_after_utc - now < RENEWED_BEFORE
        return (
            ends_soon
            or set(_names_of(found)) != set(names)
            or found.issuer != self.certificate().subject
        )

    def _make(self, names: Sequence[str], now: datetime) -> None:
        key = ec.generate_private_key(ec.SECP256R1())
        # A name of its own, so that one made anew does not pass for the one before.
        mark = os.urandom(3).hex()
        name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"Hembit of this workshop, {mark}")])
        usage = x509.KeyUsage(
            digital_signature=False,
            content_commitment=False,
            key_encipherment=False,
            data_encipherment=False,
            key_agreement=False,
            key_cert_sign=True,
            crl_sign=True,
            encipher_only=False,
            decipher_only=False,
        )
        made = (
            _builder(name, name, key.public_key(), now, AUTHORITY_HOLDS)
            .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
            .add_extension(usage, critical=True)
            .add_extension(
                x509.NameConstraints([_constraint(one) for one in names], None), critical=True
            )
            .sign(key, hashes.SHA256())
        )
        write_own(self.key_file, _pem(key))
        write_own(self.certificate_file, made.public_bytes(serialization.Encoding.PEM))

    def _pair(self) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
        ours, signing = self.certificate(), _read_key(self.key_file)
        if ours.public_key() != signing.public_key():
            raise Wrong(_unreadable(self.key_file))
        return ours, signing

    def _sign(self, names: Sequence[str], now: datetime) -> None:
        ours, signing = self._pair()
        key = ec.generate_private_key(ec.SECP256R1())
        subject = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, names[0][:64])])
        holds = min(CERTIFICATE_HOLDS, ours.not_valid_after_utc - now)
        made = (
            _builder(subject, ours.subject, key.public_key(), now, holds)
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
            .add_extension(
                x509.AuthorityKeyIdentifier.from_issuer_public_key(signing.public_key()), False
            )
            .add_extension(
                x509.SubjectAlternativeName([_general(one) for one in names]), critical=False
            )
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
            .sign(signing, hashes.SHA256())
        )
        # The key first: what watches reads both once both have changed.
        write_own(self.server_key_file, _pem(key))
        write_own(self.server_certificate_file, made.public_bytes(serialization.Encoding.PEM))


def _builder(
    subject: x509.Name,
    issuer: x509.Name,
    key: ec.EllipticCurvePublicKey,
    now: datetime,
    holds: timedelta,
) -> x509.CertificateBuilder:
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - _BEFORE)
        .not_valid_after(now + holds)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key), critical=False)
    )


def _general(name: str) -> x509.GeneralName:
    return x509.IPAddress(ipaddress.ip_address(name)) if is_address(name) else x509.DNSName(name)


def _constraint(name: str) -> x509.GeneralName:
    return x509.IPAddress(ipaddress.ip_network(name)) if is_address(name) else x509.DNSName(name)


def _names_of(certificate: x509.Certificate) -> list[str]:
    found = certificate.extensions.get_extension_for_class(x509.SubjectAlternativeName)
    return [str(one.value) for one in found.value]


def _pem(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM,
        serialization.PrivateFormat.PKCS8,
        serialization.NoEncryption(),
    )


def _read_certificate(path: Path) -> x509.Certificate:
    try:
        return x509.load_pem_x509_certificate(path.read_bytes())
    except (OSError, ValueError):
        raise Wrong(_unreadable(path)) from None


def _read_key(path: Path) -> ec.EllipticCurvePrivateKey:
    try:
        found = serialization.load_pem_private_key(path.read_bytes(), None)
    except (OSError, ValueError):
        raise Wrong(_unreadable(path)) from None
    if not isinstance(found, ec.EllipticCurvePrivateKey):
        raise Wrong(_unreadable(path))
    return found


def _unreadable(path: Path) -> str:
    return (
        f"{path} is missing, empty or damaged. Put it back from a backup, or start with "
        "--new-authority: telephones then have to be given the new one."
    )
