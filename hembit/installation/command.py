"""What bin/serve is told, and whether it goes together."""

from __future__ import annotations

import argparse
from dataclasses import dataclass
from pathlib import Path

from hembit.installation.folder import usual
from hembit.installation.names import EVERY, HERE, is_address
from hembit.installation.wrong import Wrong


@dataclass(frozen=True)
class Told:
    """The choices of whoever starts it."""

    data: Path
    host: str
    port: int
    names: tuple[str, ...]
    certificate: Path | None
    key: Path | None
    proxies: tuple[str, ...]
    new_authority: bool
    log_requests: bool

    @property
    def listens_at(self) -> str:
        """The address to listen at."""
        return "0.0.0.0" if self.host == "all" else self.host


class _Parser(argparse.ArgumentParser):
    """Says what is wrong as everything else here does."""

    def error(self, message: str) -> None:  # type: ignore[override]  # it ends by raising
        raise Wrong(f"{message[:1].upper()}{message[1:]}. See bin/serve --help.")


def read(words: list[str]) -> Told:
    """The choices in ``words``.

    Raises
    ------
    Wrong
        If something is not known or does not go together.
    """
    parser = _Parser(prog="bin/serve", description="Serve a workshop's own Hembit.")
    say = parser.add_argument
    say(
        "--data", type=Path, default=usual(), help="the folder that holds all of the shop (%(default)s)"
    )
    say("--host", default="127.0.0.1", help='where to listen, or "all" (this machine alone)')
    say(
        "--port", type=int, default=8460, help="the port (8460); the page for telephones is on the next"
    )
    say("--name", action="append", default=[], help="a further name or address that people type")
    say(
        "--cert",
        type=Path,
        help="an own certificate (PEM, with its chain) instead of Hembit's authority",
    )
    say("--key", type=Path, help="its key (PEM)")
    say(
        "--behind-proxy", action="append", default=[], metavar="ADDRESS", help="a proxy that speaks TLS"
    )
    say("--new-authority", action="store_true", help="make the certificate authority anew")
    say("--log-requests", action="store_true", help="one line for each request on standard output")
    given = parser.parse_args(words)
    if not 1 <= given.port <= 65534:
        raise Wrong("--port takes a number from 1 to 65534.")
    if given.host != "all" and given.host not in HERE and not is_address(given.host):
        raise Wrong(f'--host {given.host} is no address of this machine. Give an address, or "all".')
    if bool(given.cert) != bool(given.key):
        raise Wrong("An own certificate needs both --cert and --key.")
    for one in (given.cert, given.key):
        if one and not one.is_file():
            raise Wrong(f"There is no file {one}.")
    for one in given.behind_proxy:
        if not is_address(one):
            raise Wrong(f"--behind-proxy {one} is no address. Give the one from which the proxy asks.")
    if given.behind_proxy and given.cert:
        raise Wrong("Behind a proxy it is the proxy that speaks TLS: leave out --cert and --key.")
    if given.behind_proxy and not given.name:
        raise Wrong("Behind a proxy people type the proxy's name: give it with --name.")
    return Told(
        data=given.data.expanduser().absolute(),
        host="all" if given.host in EVERY else given.host,
        port=given.port,
        names=tuple(given.name),
        certificate=given.cert and given.cert.absolute(),
        key=given.key and given.key.absolute(),
        proxies=tuple(given.behind_proxy),
        new_authority=given.new_authority,
        log_requests=given.log_requests,
    )
