"""Short ways to judge a part of any family, for tests."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from hembit_core import Conditions, Judgement, judge
from hembit_core.judge import AnySpec, PartReading, PartSpec
from hembit_core.tests.parts import BENCH_METER

SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)
READING: TypeAdapter[Any] = TypeAdapter(PartReading)
MILLIVOLTS = BENCH_METER.model_copy(
    update={
        "accuracy": {
            **BENCH_METER.accuracy,
            **type(BENCH_METER)
            .model_validate({"name": "x", "accuracy": {"millivoltage": {"percent": 0.5, "counts": 3}}})
            .accuracy,
        }
    }
)


def part(kind: str, **fields: Any) -> AnySpec:
    """A spec of that kind."""
    spec: AnySpec = SPEC.validate_python({"kind": kind, **fields})
    return spec


def plate(power: str, voltage: str) -> dict[str, Any]:
    """An element's rating by one plate pair, as it is nested in other specs."""
    return {"rating": {"by": "plate", "pairs": [{"power": power, "voltage": voltage}]}}


def here(**changes: Any) -> Conditions:
    """The bench at 20 °C, with a meter for millivolts too, and what the test says."""
    room = {"part_temperature": "20.00", "thermometer_limit": "0.1"}
    return Conditions.model_validate({"meter": MILLIVOLTS, **room, **changes})


def reading_of(measurand: str, **fields: Any) -> Any:
    """One reading; where ohms are taken, the leads are off by REL unless said otherwise."""
    kind = READING.validate_python
    model = {"measurand": measurand, **fields}
    try:
        return kind({"leads_nulled": "lead_zero" not in fields, **model})
    except ValueError:
        return kind(model)


def read(
    spec: AnySpec,
    measurand: str,
    conditions: Any = None,
    **fields: Any,
) -> Judgement:
    """Judge one reading, as :func:`reading_of` has it."""
    return judge(spec, reading_of(measurand, **fields), conditions or here())
