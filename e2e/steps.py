"""Count what a person does on a screen: each click, each key that is not text, each field filled."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from typing import Any
from unittest.mock import patch

from playwright.sync_api import Keyboard, Locator

_ONE_EACH: tuple[tuple[type[Any], str], ...] = (
    (Locator, "click"),
    (Locator, "check"),
    (Locator, "uncheck"),
    (Locator, "press"),
    (Locator, "fill"),
    (Keyboard, "press"),
    (Keyboard, "type"),
)


class Steps(list[str]):
    """The steps so far, each as a short text."""


@contextmanager
def counted() -> Iterator[Steps]:
    """Every step that is taken while this is open, of whichever page."""
    steps = Steps()
    with ExitStack() as stack:
        for owner, name in _ONE_EACH:
            stack.enter_context(patch.object(owner, name, _counting(owner, name, steps)))
        yield steps


def _counting(owner: type[Any], name: str, steps: Steps) -> Any:
    whole = getattr(owner, name)

    def step(self: Any, *given: Any, **more: Any) -> Any:
        steps.append(" ".join([name, *(str(one) for one in given)]))
        return whole(self, *given, **more)

    return step
