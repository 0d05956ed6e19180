"""A certificate that can be renewed while the server runs."""

from __future__ import annotations

import asyncio
import ssl
from pathlib import Path

from hypercorn.config import Config

LOOKED_AT = 30.0
"""How often the files are looked at [s]."""


class Renewed(Config):
    """The server's settings, with a certificate that is read again when its file changes."""

    context: ssl.SSLContext | None = None

    def create_ssl_context(self) -> ssl.SSLContext | None:
        """As the server makes it, and kept, so that it can be given the next certificate."""
        self.context = super().create_ssl_context()
        if self.context:
            self._watching = asyncio.get_running_loop().create_task(self._watch())
        return self.context

    async def _watch(self) -> None:
        """Connections from now on get the new certificate; those that stand keep theirs."""
        assert self.context and self.certfile and self.keyfile
        read = _changed(self.certfile, self.keyfile)
        while True:
            await asyncio.sleep(LOOKED_AT)
            now = _changed(self.certfile, self.keyfile)
            if now == read:
                continue
            try:
                self.context.load_cert_chain(self.certfile, self.keyfile)
                read = now
            except (OSError, ssl.SSLError):
                await self.log.warning("The new certificate cannot be read yet; the old one stays.")


def _changed(*files: str) -> tuple[int, ...]:
    return tuple(Path(one).stat().st_mtime_ns if Path(one).exists() else 0 for one in files)
