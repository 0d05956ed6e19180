"""A measurement in a circuit: where the probes go, and how the machine stands."""

from __future__ import annotations

from typing import Literal

from hembit_core.model import Model

Kind = Literal["ohms", "volts", "amps", "millivolts"]
UNITS: dict[Kind, str] = {"ohms": "Ω", "volts": "V", "amps": "A", "millivolts": "mV"}


class Probe(Model):
    """A measurement. ``first`` and ``second`` are nodes; amps go by ``part`` and its ``path``.

    Attributes
    ----------
    kind : ohms are taken dead, volts and amps live; millivolts where no supply has a volt.
    alone : the parts whose wires are lifted: only they are between the probes.
    lifted : parts whose wires are off while something else is measured.
    called : contacts that are not as at rest.
    """

    kind: Kind
    first: str = ""
    second: str = ""
    part: str = ""
    path: int = 0
    alone: tuple[str, ...] = ()
    lifted: tuple[str, ...] = ()
    called: tuple[str, ...] = ()

    @property
    def is_live(self) -> bool:
        """Whether the machine must be live for it."""
        return self.kind != "ohms"


class Reading(Model):
    """What a probe read.

    Attributes
    ----------
    value : in the kind's unit; none for an overflow.
    standard : the meter's standard uncertainty, in the same unit.
    ceiling : above which the display overflows [Ω].
    input_ohms : the voltmeter's input resistance [Ω].
    weight : 1, or less where it was taken hot or in a state that nobody vouches for.
    """

    key: str = ""
    probe: Probe
    value: float | None
    standard: float
    ceiling: float = 4e7
    input_ohms: float = 1e7
    weight: float = 1.0
