"""Run the core's tests and doctests without Django: python -m hembit_core.tests.alone [NAME ...].

With names, those alone: a module, a class or one test; hembit_core is all of them.

How it went is written for the last lines of bin/test (see counts).
"""

from __future__ import annotations

import doctest
import importlib
import pkgutil
import sys
import unittest
from pathlib import Path

import hembit_core
from hembit_core.tests.counts import write_counts


class _NoDjango:
    """Makes any import of Django fail, so that the core is shown to stand without it."""

    def find_spec(self, name: str, path: object = None, target: object = None) -> None:
        if name.partition(".")[0] in ("django", "ninja", "hembit"):
            raise ImportError(f"the core imported {name}")


def core_doctests() -> unittest.TestSuite:
    """The examples in the docstrings of every module of the core, and in docs/core.md."""
    suite = unittest.TestSuite()
    for found in pkgutil.walk_packages(hembit_core.__path__, "hembit_core."):
        if ".tests" not in found.name:
            suite.addTests(doctest.DocTestSuite(importlib.import_module(found.name)))
    suite.addTests(doctest.DocTestSuite(hembit_core))
    page = Path(__file__).resolve().parents[2] / "docs" / "core.md"
    suite.addTests(doctest.DocFileSuite(str(page), module_relative=False))
    return suite


def main() -> int:
    sys.meta_path.insert(0, _NoDjango())
    names = [one for one in sys.argv[1:] if one != hembit_core.__name__]
    loader = unittest.defaultTestLoader
    suite = (
        loader.loadTestsFromNames(names)
        if names
        else loader.discover(str(Path(__file__).parent), top_level_dir=str(Path(__file__).parents[2]))
    )
    result = unittest.TextTestRunner().run(suite)
    write_counts(result)
    return 0 if result.wasSuccessful() else 1


if __name__ == "__main__":
    sys.exit(main())
