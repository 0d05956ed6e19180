"""What the core says when it cannot work with what it was given."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Option:
    """One way to answer a question: ``value`` is sent back, ``label`` is read by a person."""

    value: str
    label: str


class InputError(ValueError):
    """Something given cannot be used. Says what was understood and what to do.

    ``field`` is the dotted name of the input it belongs to (empty when the
    caller knows it), ``message`` is one or two plain sentences.
    """

    def __init__(self, message: str, field: str = "") -> None:
        super().__init__(message)
        self.message = message
        self.field = field

    def at(self, field: str) -> InputError:
        """Return the same error, placed at ``field``."""
        self.field = field
        return self


class FigureForbids(InputError):
    """A figure that was measured forbids what was to be recorded: it is kept, and what was answered."""


class AmbiguousInput(InputError):
    """The text has two meanings; ``options`` names them. Never resolved by guessing.

    ``code`` names the question; its answer is one of the options' values.
    """

    def __init__(self, code: str, message: str, options: tuple[Option, ...]) -> None:
        super().__init__(message)
        self.code = code
        self.options = options
