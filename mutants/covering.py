"""Which tests pass through which lines of the code that decides, and how long each takes."""

from __future__ import annotations

import ast
import json
import unittest
from collections import Counter
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path
from typing import Any

import coverage

from mutants.places import ROOT, module_of

CLASS = "class:"
"""Before the name of a class of tests: what ran in its setUpClass."""


@dataclass
class Passed:
    """What passed through which lines."""

    lines: dict[str, dict[int, list[str]]] = field(default_factory=dict)
    """By file, below the root, and line: names of tests, and of classes of tests."""
    took: dict[str, float] = field(default_factory=dict)
    """How long each test took [s]."""

    _width: dict[str, Counter[str]] = field(default_factory=dict)

    def read(self, path: Path) -> None:
        """What was written before, of another package's tests."""
        kept = json.loads(path.read_text())
        self.took |= kept["took"]
        for name, lines in kept["lines"].items():
            here = self.lines.setdefault(name, {})
            for line, tests in lines.items():
                here.setdefault(int(line), []).extend(tests)

    def tests_of(self, file: str, lines: range) -> list[str]:
        """The tests that pass through these lines, those first that notice most for their time."""
        found = {one for line in lines for one in self.lines.get(file, {}).get(line, ())}
        return self._in_order(found, self._widths(file), Path(file).stem)

    def _in_order(
        self, found: set[str], width: Counter[str] | None = None, stem: str = ""
    ) -> list[str]:
        whole = {one.removeprefix(CLASS) for one in found if one.startswith(CLASS)}
        tests = {one for one in found if not one.startswith(CLASS)}
        for name in whole:
            tests |= self._by_class.get(name, set())
        known = [one for one in tests if one in self.took]
        # Those that are named for the file come first; one that passes much of it notices more for
        # its time.
        wide = width or Counter()
        return sorted(
            known,
            key=lambda one: (not stem or stem not in one, self.took[one] / (1 + wide[one]), one),
        )

    def _widths(self, file: str) -> Counter[str]:
        """Through how many lines of a file each test passes."""
        if file not in self._width:
            self._width[file] = Counter(
                one for tests in self.lines.get(file, {}).values() for one in tests
            )
        return self._width[file]

    @cached_property
    def _by_class(self) -> dict[str, set[str]]:
        found: dict[str, set[str]] = {}
        for one in self.took:
            found.setdefault(one.rpartition(".")[0], set()).add(one)
        return found

    def naming(self, module: str) -> list[str]:
        """The tests in files that import from a module, the quickest first."""
        files = {one.rsplit(".", 2)[0] for one in self.took}
        found = {
            one
            for one in files
            for path in [ROOT / f"{one.replace('.', '/')}.py"]
            if path.is_file() and f"from {module} import" in path.read_text()
        }
        return self._in_order({one for one in self.took if one.rsplit(".", 2)[0] in found})

    def of_package(self, package: str) -> list[str]:
        """All tests of a package, the quickest first."""
        return self._in_order({one for one in self.took if one.startswith(f"{package}.")})


class Recorder:
    """Runs tests and notes which lines each of them passes through."""

    def __init__(self, files: list[Path]) -> None:
        self.cover = coverage.Coverage(
            data_file=None, include=[str(one) for one in files], config_file=False
        )
        self.files = files

    def start(self) -> None:
        """From now on."""
        self.cover.start()

    def test_begins(self, name: str) -> None:
        """What runs from here on, runs for this test."""
        self.cover.switch_context(name)

    def suite_class(self) -> type[unittest.TestSuite]:
        """A suite that says which class is being set up, and which test runs."""
        cover = self.cover

        class Suite(unittest.TestSuite):
            def _handleClassSetUp(self, test: Any, result: Any) -> None:  # noqa: N802, as unittest has it
                kind = type(test)
                cover.switch_context(f"{CLASS}{kind.__module__}.{kind.__qualname__}")
                super()._handleClassSetUp(test, result)  # type: ignore[misc]
                cover.switch_context(test.id())

        return Suite

    def write(self, path: Path, took: dict[str, float]) -> None:
        """Write what was noted, with how long each test took [s]."""
        self.cover.stop()
        data = self.cover.get_data()
        lines = {
            str(one.relative_to(ROOT)): {
                line: [name for name in contexts if name]
                for line, contexts in data.contexts_by_lineno(str(one)).items()
            }
            for one in self.files
        }
        path.write_text(json.dumps({"lines": lines, "took": took}))


def around(tree: ast.Module, line: int) -> range | None:
    """The lines within the innermost function that holds a line; None where no function does."""
    spans = [
        range(node.body[0].lineno, (node.end_lineno or node.lineno) + 1)
        for node in ast.walk(tree)
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef)
        and node.lineno <= line <= (node.end_lineno or node.lineno)
    ]
    return min(spans, key=len, default=None)


def tests_for(passed: Passed, file: str, tree: ast.Module, line: int) -> list[str]:
    """The tests to try a change of a line with: through the line, else its function, else its module,
    else those of the package it stands in.
    """
    within = around(tree, line)
    if within is not None and line in within:
        found = passed.tests_of(file, range(line, line + 1)) or passed.tests_of(file, within)
        # What is called when the server starts is passed by no test: those of its package tell.
        return found or passed.of_package(module_of(file).rpartition(".")[0])
    if within is not None and (found := passed.tests_of(file, within)):
        return found  # a default of an argument
    functions = [
        number
        for node in ast.walk(tree)
        if isinstance(node, ast.FunctionDef)
        for number in range(node.body[0].lineno, (node.end_lineno or node.lineno) + 1)
    ]
    of_module = passed.tests_of(file, range(min(functions), max(functions) + 1)) if functions else []
    package = module_of(file).rpartition(".")[0]
    naming = passed.naming(module_of(file))
    of_package = passed.of_package(package) or passed.of_package(package.split(".")[0])
    return of_module or [*naming, *(one for one in of_package if one not in naming)]
