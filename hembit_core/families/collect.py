"""python -m hembit_core.families.collect: every family found in this folder, as a Python module.

A family is a package here whose ``family`` module declares it. The unions are written out, so that a
type checker knows what is in them.
"""

from __future__ import annotations

from importlib import import_module
from importlib.util import find_spec
from pkgutil import iter_modules

import hembit_core.families as folder
from hembit_core.about_kinds import kinds
from hembit_core.families.declared import Family


def found() -> list[tuple[str, Family]]:
    """Each family with the name of its package, in the order of the screen."""
    packages = [one.name for one in iter_modules(folder.__path__) if one.ispkg]
    every: list[tuple[str, Family]] = []
    for name in packages:
        if find_spec(f"{folder.__name__}.{name}.family"):  # else tests that several families take
            declared = import_module(f"{folder.__name__}.{name}.family").DECLARED
            every += [(name, one) for one in declared]
    order = list(kinds())
    return sorted(every, key=lambda one: order.index(one[1].kind))


def written() -> str:
    """The module ``every``."""
    families = found()
    specs = [one.spec for _, one in families]
    readings = list(dict.fromkeys(test for _, one in families for test in one.readings))
    packages = sorted({name for name, _ in families})
    imports = sorted(
        {
            *(f"from {folder.__name__}.{one} import family as {one}" for one in packages),
            *(f"from {one.__module__} import {one.__name__}" for one in (*specs, *readings)),
        }
    )
    names = sorted({*(one.__name__ for one in (*specs, *readings))})
    return "\n".join(
        [
            '"""Made by bin/types from the packages beside it: every family, its spec, its tests."""',
            "",
            *imports,
            "",
            f"AnySpec = {' | '.join(one.__name__ for one in specs)}",
            f"AnyOwnReading = {' | '.join(one.__name__ for one in readings)}",
            f"DECLARED = ({', '.join(f'*{one}.DECLARED' for one in packages)},)",
            f"__all__ = {names}",
            "",
        ]
    )


if __name__ == "__main__":
    print(written(), end="")
