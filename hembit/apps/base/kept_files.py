"""Files that rows keep beside the database, and those that no row knows."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import TypeVar
from uuid import UUID

from django.conf import settings
from django.db import models

LEFT_OVER = 3600.0
"""How old a file is that was left over from something interrupted [s]."""

Row = TypeVar("Row", bound=type[models.Model])
_kept: list[tuple[str, type[models.Model], str]] = []


def keeps_files(pattern: str, field: str) -> Callable[[Row], Row]:
    """Of a model: its files lie by ``pattern``, their names beginning with the hex of its ``field``."""

    def known(model: Row) -> Row:
        _kept.append((pattern, model, field))
        return model

    return known


def unknown_files() -> Iterator[Path]:
    """Files of which no row knows: laid there just before the server was killed."""
    for pattern, model, field in _kept:
        there = list(Path(settings.MEDIA_ROOT).glob(pattern))
        # Asked after the files were listed: one that was laid since is not among them.
        rows = model._base_manager.order_by().values_list(field, flat=True)
        known = {one.hex for one in rows.iterator() if isinstance(one, UUID)}
        yield from (one for one in there if one.name[:32] not in known)


def clear_unknown(now: float | None = None) -> int:
    """Remove files that no row knows, unless they are new; how many."""
    return _clear(unknown_files(), now)


def clear_leftovers(now: float | None = None) -> int:
    """Remove what uploads left that were interrupted; how many files."""
    return _clear(Path(settings.MEDIA_ROOT).rglob("*.part"), now)


def _clear(files: Iterator[Path], now: float | None) -> int:
    cleared = 0
    for one in files:
        if (now or time.time()) - one.stat().st_mtime > LEFT_OVER:
            one.unlink(missing_ok=True)
            cleared += 1
    return cleared
