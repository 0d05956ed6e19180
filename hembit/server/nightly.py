"""Every night the data are looked through."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable
from datetime import datetime, timedelta

AT_HOUR = 3
log = logging.getLogger("hembit.server")


def seconds_until(hour: int, now: datetime) -> float:
    """How long until the clock next shows that full hour [s]."""
    then = now.replace(hour=hour, minute=0, second=0, microsecond=0)
    return (then if then > now else then + timedelta(days=1)).timestamp() - now.timestamp()


def start(look_through: Callable[[], list[str]]) -> threading.Thread:
    """Look through the data at night, for as long as the server runs."""

    def nights() -> None:
        while True:
            time.sleep(seconds_until(AT_HOUR, datetime.now()))
            try:
                for fault in look_through():
                    log.error("The data are damaged: %s", fault)
            except Exception:  # the next night comes whatever this one was like
                log.exception("The data could not be looked through")
            time.sleep(60)

    thread = threading.Thread(target=nights, name="nightly", daemon=True)
    thread.start()
    return thread
