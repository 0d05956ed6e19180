"""Run the tests and doctests of the core and its circuits without Django.

    python -m hembit_core.tests.alone [NAME ...]

With names, those alone: a package, a module, a class or one test.

How it went is written for the last lines of bin/test (see counts).
"""

from __future__ import annotations

import doctest
import importlib
import pkgutil
import sys
import unittest
from pathlib import Path

from hembit_core.tests.counts import write_counts

_ROOT = Path(__file__).resolve().parents[2]
PACKAGES = ("hembit_core", "hembit_circuits")
"""The circuits stand on the core; the core does not know them by anything but this name."""


class _NoDjango:
    """Makes any import of Django fail, so that the core is shown to stand without it."""

    def find_spec(self, name: str, path: object = None, target: object = None) -> None:
        if name.partition(".")[0] in ("django", "ninja", "hembit"):
            raise ImportError(f"{name} was imported without Django")


def core_doctests() -> unittest.TestSuite:
    """The examples in the docstrings of every module, in docs/core.md and docs/circuits.md."""
    suite = unittest.TestSuite()
    for package in map(importlib.import_module, PACKAGES):
        for found in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
            if ".tests" not in found.name:
                suite.addTests(doctest.DocTestSuite(importlib.import_module(found.name)))
        suite.addTests(doctest.DocTestSuite(package))
    for page in ("core.md", "circuits.md"):
        suite.addTests(doctest.DocFileSuite(str(_ROOT / "docs" / page), module_relative=False))
    return suite


def _named(name: str) -> unittest.TestSuite:
    """The tests of a package, or of a name within one."""
    if name not in PACKAGES:
        return unittest.defaultTestLoader.loadTestsFromName(name)
    return unittest.TestLoader().discover(str(_ROOT / name / "tests"), top_level_dir=str(_ROOT))


def main() -> int:
    sys.meta_path.insert(0, _NoDjango())
    suite = unittest.TestSuite(map(_named, sys.argv[1:] or PACKAGES))
    result = unittest.TextTestRunner().run(suite)
    write_counts(result)
    return 0 if result.wasSuccessful() else 1


if __name__ == "__main__":
    sys.exit(main())
