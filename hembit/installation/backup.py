"""Make a backup of a shop, while it is served or not: bin/backup."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path

from hembit.archive.manifest import DATABASE
from hembit.installation.database import is_up_to_date, manage
from hembit.installation.folder import usual
from hembit.installation.wrong import Wrong


def main(words: list[str]) -> None:
    """Make it as the shop planned it, and say where it is.

    Raises
    ------
    Wrong
        If there is no shop, or the backup failed.
    """
    parser = argparse.ArgumentParser(prog="bin/backup", description="Make a backup of all of a shop.")
    parser.add_argument("--data", type=Path, default=usual(), help="the shop's folder (%(default)s)")
    folder = parser.parse_args(words).data.expanduser().absolute()
    if not (folder / DATABASE).exists():
        raise Wrong(f"There is no shop at {folder}. Say where with --data.")
    if not is_up_to_date(folder):
        raise Wrong(f"The data at {folder} are older than this Hembit. Start it once with bin/serve.")
    done = manage(folder, "make_backup")
    if done.returncode:
        raise Wrong((done.stderr.strip().splitlines() or ["It was interrupted."])[-1])
    print(done.stdout.strip())


if __name__ == "__main__":
    try:
        main(sys.argv[1:])
    except Wrong as wrong:
        sys.exit(f"No backup was made. {wrong}")
