"""Under which names and addresses a machine is reached on the shop's network."""

from __future__ import annotations

import ipaddress
import re
import socket
from contextlib import suppress

from hembit.installation.wrong import Wrong

HERE = ("127.0.0.1", "localhost", "::1")
EVERY = ("all", "0.0.0.0", "::")
_NAME = re.compile(r"(?!-)[a-z0-9-]{1,63}(\.[a-z0-9-]{1,63})*", re.IGNORECASE)


def is_address(name: str) -> bool:
    """Whether ``name`` is an IP address, not a name."""
    try:
        ipaddress.ip_address(name)
    except ValueError:
        return False
    return True


def stays_here(host: str) -> bool:
    """Whether listening at ``host`` reaches this machine alone."""
    return host in HERE or (is_address(host) and ipaddress.ip_address(host).is_loopback)


def names_for(host: str, also: tuple[str, ...] = ()) -> tuple[str, ...]:
    """Every name and address by which who listens at ``host`` is reached; ``also`` as they are given.

    This machine's name, with .local behind it as networks without a server of names have it (RFC 6762),
    and its addresses: all of them, or ``host`` alone.

    Raises
    ------
    Wrong
        If one of ``also`` is neither a name nor an address.
    """
    for one in also:
        if not is_address(one) and not _NAME.fullmatch(one):
            raise Wrong(f"--name {one} is neither a name nor an address. Give one as it is typed.")
    found = [*also]
    if host in EVERY or not stays_here(host):
        found += [own for own in _own_names() if own not in HERE]
        found += _addresses() if host in EVERY else [host]
    return tuple(dict.fromkeys(one.lower() for one in [*found, *HERE]))


def _own_names() -> list[str]:
    name = socket.gethostname().lower()
    if not _NAME.fullmatch(name):
        return []
    short = name.partition(".")[0]
    return list(dict.fromkeys([name, f"{short}.local"]))


def _addresses() -> list[str]:
    """This machine's IPv4 addresses: from which it would send, and which its name has."""
    found = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe, suppress(OSError):
        probe.connect(("192.0.2.1", 9))  # nothing is sent: it only chooses the way
        found.append(str(probe.getsockname()[0]))
    with suppress(OSError):
        told = socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET, socket.SOCK_STREAM)
        found += [str(one[4][0]) for one in told]
    return [one for one in found if not stays_here(one)]
