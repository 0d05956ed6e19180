"""What is computed says its quantities with their units, and what it raises."""

from __future__ import annotations

import ast
import unittest
from collections.abc import Iterator
from pathlib import Path

CORE = Path(__file__).resolve().parents[1]
ROOMS = ("curves", "physics", "conformity", "judging")
NUMBERS = ("float", "ArrayLike", "Floats")


def _functions(room: str) -> Iterator[tuple[str, ast.FunctionDef]]:
    """Every public function of a room, and of its public classes."""
    for path in sorted((CORE / room).rglob("*.py")):
        for node in ast.parse(path.read_text()).body:
            inside = node.body if isinstance(node, ast.ClassDef) and node.name[0] != "_" else [node]
            for one in inside:
                if isinstance(one, ast.FunctionDef) and not one.name.startswith("_"):
                    yield f"{path.relative_to(CORE)}: {one.name}", one


def _lacking(function: ast.FunctionDef) -> Iterator[str]:
    said = ast.get_docstring(function) or ""
    if not said:
        yield "what it does"
    kinds = [one.annotation for one in (*function.args.args, *function.args.kwonlyargs)]
    shown = " ".join(ast.unparse(one) for one in (*kinds, function.returns) if one is not None)
    if any(one in shown for one in NUMBERS) and "[" not in said:
        yield "the units of its quantities"
    for node in ast.walk(function):
        if isinstance(node, ast.Raise) and isinstance(node.exc, ast.Call):
            name = ast.unparse(node.exc.func).partition("(")[0]
            if name.endswith("Error") and name not in said:
                yield f"that it raises {name}"


class Docstrings(unittest.TestCase):
    def test_say_units_and_what_is_raised(self) -> None:
        for room in ROOMS:
            found = dict(_functions(room))
            self.assertGreater(len(found), 10, room)
            for name, function in found.items():
                with self.subTest(name):
                    self.assertEqual(list(_lacking(function)), [])
