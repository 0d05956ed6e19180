"""Files that are their owner's alone to read: keys, and what passes for one."""

from __future__ import annotations

import os
import tempfile
from pathlib import Path


def write_own(path: Path, content: bytes, *, anew: bool = True) -> None:
    """Write ``content`` whole or not at all, readable by its owner alone (0600).

    What is there already stays unless it is written ``anew``.
    """
    handle, name = tempfile.mkstemp(dir=path.parent, prefix=f"{path.name}.")  # 0600
    aside = Path(name)
    try:
        with os.fdopen(handle, "wb") as out:
            out.write(content)
            out.flush()
            os.fsync(out.fileno())
        if anew:
            aside.replace(path)
        elif not path.exists():
            os.link(aside, path)
    except FileExistsError:
        pass  # whoever started at the same time was first
    finally:
        aside.unlink(missing_ok=True)
