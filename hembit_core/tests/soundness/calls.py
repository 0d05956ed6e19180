"""Short ways to a call, for tests."""

from __future__ import annotations

from typing import Any

from hembit_core import Conditions
from hembit_core.judge import AnySpec
from hembit_core.soundness.call import Call, call_of
from hembit_core.soundness.evidence import Evidence, evidence_of
from hembit_core.tests.readers import READING, part, plate

ELEMENT = part("heating_element", **plate("2200", "230"))
ISOLATED = {"connection": "isolated"}


def ohms(display: str, measurand: str = "between_terminals", **more: Any) -> dict[str, Any]:
    """A reading in ohms, of a part whose wires are lifted; nothing else is said of it."""
    return {"measurand": measurand, "display": display, **ISOLATED, **more}


def weighs(spec: AnySpec, reading: dict[str, Any], **conditions: Any) -> Evidence:
    """One reading as evidence, by an unknown meter."""
    given = Conditions.model_validate(conditions)
    return evidence_of(spec, READING.validate_python(reading), given)


def called(spec: AnySpec, *readings: dict[str, Any], before: float = 0.7, **conditions: Any) -> Call:
    """The word about a part by its readings."""
    found = call_of(
        spec, [weighs(spec, one, **conditions) for one in readings], before, Conditions().rules
    )
    assert found is not None
    return found
