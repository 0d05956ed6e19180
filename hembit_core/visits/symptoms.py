"""Symptoms: what a complaint speaks for."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import BeforeValidator

from hembit_core.about_kinds import kinds, tests
from hembit_core.data_files import table
from hembit_core.listed import listed_or_own


class Symptom(StrEnum):
    """The complaint, as the trade sorts it."""

    NO_HEAT = "no_heat"
    SOME_HEAT = "some_heat"
    TOO_MUCH_HEAT = "too_much_heat"
    WILL_NOT_LIGHT = "will_not_light"
    DROPS_OUT = "drops_out"
    TRIPS = "trips"
    WRONG_TEMPERATURE = "wrong_temperature"
    DOES_NOT_ACT = "does_not_act"
    YEARLY_CHECK = "yearly_check"

    @property
    def label(self) -> str:
        """The symptom in words."""
        return str(table("symptoms")["symptoms"][self]["label"])

    @property
    def speaks_for_supply(self) -> bool:
        """Whether the supply is measured first although the school is dead first."""
        return bool(table("symptoms")["symptoms"][self]["supply_speaks"])


SymptomName = Annotated[Symptom | str, BeforeValidator(listed_or_own(Symptom))]
"""A symptom of the table, or the name of one in a shop's own list."""


def suspicion(symptom: Symptom, kind: str, measurand: str) -> float:
    """How much a symptom speaks for one test of one kind of part, relative [1]; 0 for not at all.

    prior(kind) · weight(symptom, kind) · weight(symptom, test). The priors are how
    often such parts fail; priors and weights are declared by each kind and each test.

    Examples
    --------
    >>> trips = Symptom.TRIPS
    >>> to_case, across = "terminal_to_case", "between_terminals"
    >>> suspicion(trips, "heating_element", to_case) > suspicion(trips, "heating_element", across)
    True
    """
    return float(kinds()[kind]["prior"]) * kind_weight(symptom, kind) * test_weight(symptom, measurand)


def kind_weight(symptom: Symptom, kind: str) -> float:
    """How much a symptom speaks for one kind of part, relative [1]."""
    row = table("symptoms")["symptoms"][symptom]
    unsaid = row.get("default", table("symptoms")["unsaid"])
    return float(kinds()[kind]["complaints"].get(symptom, unsaid))


def test_weight(symptom: Symptom, measurand: str) -> float:
    """How much a symptom asks for one test more than for others of the same part, relative [1]."""
    return float(tests()[measurand].get("complaints", {}).get(symptom, 1))


def strongest_weight(symptom: Symptom) -> float:
    """The weight of the test that a symptom asks for most, relative [1]."""
    return max((1.0, *(test_weight(symptom, measurand) for measurand in tests())))
