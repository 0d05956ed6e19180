"""Start a workshop's own Hembit: bin/serve."""

from __future__ import annotations

import os
import sys
import threading
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from hembit.installation import command
from hembit.installation.authority import Authority
from hembit.installation.database import bring_up_to_date, is_up_to_date, manage
from hembit.installation.folder import SHOP, claim, held
from hembit.installation.names import is_address, names_for, stays_here
from hembit.installation.phone_page import as_text, phone_page
from hembit.installation.wrong import Wrong
from hembit.server.run import Serving, run

A_DAY = 24 * 3600.0
A_LITTLE = 600.0
"""How often it is looked whether tonight's backup is due [s]."""


def main(words: list[str]) -> None:
    """Make ready what is missing, say where Hembit is, and serve.

    Raises
    ------
    Wrong
        If it cannot be started as it was told.
    """
    told = command.read(words)
    claim(told.data, SHOP)
    lock = _up_to_date(told.data)  # held for as long as this process lives
    names = names_for(told.host, told.names)
    serving, typed = _serving(told, names)
    is_secure = bool(serving.certificate or told.proxies)
    os.environ |= {
        "HEMBIT_DATA": str(told.data),
        "HEMBIT_NAMES": " ".join(names),
        "HEMBIT_SECURE": "1" if is_secure else "",
        # A browser that was told so never asks without TLS again: not with a certificate of our own,
        # which may have to be made anew.
        "HEMBIT_HSTS": "1" if told.certificate or told.proxies else "",
        "HEMBIT_PROXIES": " ".join(told.proxies),
    }
    if serving.plain:
        authority = Authority(told.data / "certificates")
        os.environ |= {
            "HEMBIT_PHONE_PAGE": _address("http", typed, serving.plain_port),
            "HEMBIT_FINGERPRINT": authority.fingerprint(),
            "HEMBIT_AUTHORITY_ENDS": authority.ends().isoformat(),
        }
    _say_where(told, names, serving, typed)
    _again_and_again(A_LITTLE, "backups", lambda: _tonights_backup(told.data))
    run(serving)
    lock.close()


def _up_to_date(folder: Path) -> Any:
    """The database migrated, and the folder held with others that may serve it."""
    try:
        lock = held(folder, alone=True)
    except Wrong:
        if not is_up_to_date(folder):
            raise
        return held(folder, alone=False)
    before = bring_up_to_date(folder, datetime.now())
    if before:
        print(f"The data were brought up to date; as they were before: {before}")
    lock.close()
    return held(folder, alone=False)


def _serving(told: command.Told, names: tuple[str, ...]) -> tuple[Serving, str]:
    """How it serves, and the name or address that is typed at another machine."""
    where = Serving(told.listens_at, told.port, log_requests=told.log_requests)
    if told.certificate:
        serving = replace(where, certificate=str(told.certificate), key=str(told.key))
        return serving, _typed(told, names)
    if told.proxies or stays_here(told.host):
        return where, _typed(told, names)
    authority = Authority(told.data / "certificates")
    left_out = authority.provide(names, datetime.now(UTC), anew=told.new_authority)
    if left_out:
        print(
            f"Not by these: {', '.join(left_out)}. The authority that telephones trust was made "
            "without them; --new-authority makes another, and every telephone has to be given it."
        )
    # What is printed and drawn is what the certificate is good for.
    typed = _typed(told, tuple(one for one in names if one not in left_out))
    _again_and_again(A_DAY, "renewal", lambda: authority.renew(datetime.now(UTC)))
    serving = replace(
        where,
        certificate=str(authority.server_certificate_file),
        key=str(authority.server_key_file),
        plain=phone_page(
            authority.certificate_file,
            authority.fingerprint(),
            _address("https", typed, told.port),
            _address("http", typed, told.port + 1),
        ),
        plain_port=told.port + 1,
    )
    return serving, typed


def _again_and_again(pause: float, what: str, do: Callable[[], Any]) -> None:
    def rounds() -> None:
        while True:
            time.sleep(pause)
            try:
                do()
            except (Wrong, OSError) as error:
                print(f"{what.capitalize()}: {error}", file=sys.stderr)

    threading.Thread(target=rounds, name=what, daemon=True).start()


def _tonights_backup(folder: Path) -> None:
    """In a process of its own: nobody who measures waits for it."""
    done = manage(folder, "make_backup", "--nightly")
    if done.returncode:
        raise Wrong((done.stderr.strip().splitlines() or ["it was interrupted"])[-1])


def _say_where(told: command.Told, names: tuple[str, ...], serving: Serving, typed: str) -> None:
    """The addresses, and once the one at which the first lead begins."""
    scheme = "https" if serving.certificate or told.proxies else "http"
    shown = [names[0]] if told.proxies else [one for one in names if _is_shown(one, names)]
    port = None if told.proxies else told.port
    print(f"Hembit serves {told.data} at")
    for one in shown:
        print(f"  {_address(scheme, one, port)}")
    if serving.plain:
        page = os.environ["HEMBIT_PHONE_PAGE"]
        print(f"On a telephone, once: {page}\n{as_text(page)}")
        print(f"The fingerprint (SHA-256) shown there must be\n  {os.environ['HEMBIT_FINGERPRINT']}")
    token = manage(told.data, "invite_first_lead").stdout.strip()
    if token:
        print("Nobody works here yet. The first lead begins at this address, which is good once:")
        print(f"  {_address(scheme, typed, port)}/begin#{token}")
    print("Ctrl-C stops it.", flush=True)


def _typed(told: command.Told, names: tuple[str, ...]) -> str:
    """What is typed at another machine: the name that was said, else an address, which always works."""
    reached = [one for one in names if not stays_here(one)]
    return next((one for one in reached if told.names or is_address(one)), names[0])


def _is_shown(name: str, names: tuple[str, ...]) -> bool:
    return not stays_here(name) or name == names[0]


def _address(scheme: str, name: str, port: int | None) -> str:
    host = f"[{name}]" if ":" in name else name
    return f"{scheme}://{host}" + (f":{port}" if port else "")


if __name__ == "__main__":
    try:
        main(sys.argv[1:])
    except Wrong as wrong:
        sys.exit(f"Hembit does not start. {wrong}")
