"""Gives one module changed when it is imported; what lies on disk stays as it is."""

from __future__ import annotations

import ast
import importlib.abc
import importlib.machinery
import importlib.util
import sys
from collections.abc import Sequence
from types import ModuleType
from typing import Any


class _Changed(importlib.machinery.SourceFileLoader):
    tree: ast.Module

    def get_code(self, fullname: str) -> Any:
        return compile(ast.fix_missing_locations(self.tree), self.path, "exec", dont_inherit=True)


class Import(importlib.abc.MetaPathFinder):
    """Finds one module by its name, and gives it with the tree as it was changed."""

    def __init__(self, module: str, path: str, tree: ast.Module) -> None:
        self.module, self.path, self.tree = module, path, tree

    def find_spec(
        self, fullname: str, path: Sequence[str] | None, target: ModuleType | None = None
    ) -> importlib.machinery.ModuleSpec | None:
        if fullname != self.module:
            return None
        loader = _Changed(fullname, self.path)
        loader.tree = self.tree
        return importlib.util.spec_from_file_location(fullname, self.path, loader=loader)

    def install(self) -> None:
        """From now on."""
        if self.module in sys.modules:
            raise RuntimeError(f"{self.module} is imported already")
        sys.meta_path.insert(0, self)
