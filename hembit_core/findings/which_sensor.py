"""Which sensor is this? Rank known curves by how well they fit what was read."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from pydantic import TypeAdapter

from hembit_core.curves.ends import CurveRangeError
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.sensor_due import no_band_stated
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import CurveSensor, SwitchingPtc
from hembit_core.rules import Rules, default_rules


@dataclass(frozen=True)
class SensorMatch:
    """A curve of the library and how far off it is.

    Attributes
    ----------
    residuals : t(R) − t for each point [K]; positive reads warm.
    worst : the largest of them in size [K].
    allowed : what a sound one may be off, and the thermometer with it [K].
    """

    name: str
    residuals: tuple[float, ...]
    worst: float
    allowed: float


@cache
def library() -> tuple[tuple[str, CurveSensor], ...]:
    """The curves that ship with the core, by name."""
    adapter: TypeAdapter[CurveSensor] = TypeAdapter(CurveSensor)
    return tuple(
        (one["name"], adapter.validate_python(one["sensor"]))
        for one in table("sensor_library")["sensors"]
    )


def which_sensor(
    points: Sequence[tuple[float, float]],
    curves: Sequence[tuple[str, CurveSensor]] | None = None,
    thermometer_limit: float = 1.0,
    rules: Rules | None = None,
) -> tuple[SensorMatch, ...]:
    """Rank curves by the largest residual [K]; those whose ends do not reach a point are left out.

    Parameters
    ----------
    points : (t [°C], R [Ω]), net of leads; two or more tell far better than one.
    curves : by name; the library where none are given.
    thermometer_limit : of the temperatures [K].
    rules : the shop's, for sensors without a stated band; the defaults where none are given.

    Raises
    ------
    InputError
        If there are no points, or a resistance is not above zero.

    Examples
    --------
    >>> [one.name for one in which_sensor([(0.0, 16_325.0), (25.0, 5_010.0)])[:2]]
    ['NTC 5 kΩ, B 3977', 'NTC 4.7 kΩ, B 3977']
    """
    if not points:
        raise InputError("Give at least one temperature with its ohms.")
    if any(ohms <= 0 for _, ohms in points):
        raise InputError("Ohms lie above zero. Open and shorted sensors match no curve.")
    found = []
    rules = rules or default_rules()
    for name, sensor in library() if curves is None else curves:
        try:
            curve = sensor.curve()
            residuals = tuple(float(curve.temperature(ohms)) - celsius for celsius, ohms in points)
            limit = max(
                (sensor.class_limit(celsius) or no_band_stated(celsius, rules))[0]
                for celsius, _ in points
            )
        except (CurveRangeError, InputError):
            continue
        worst = max(abs(one) for one in residuals)
        found.append(SensorMatch(name, residuals, worst, limit + thermometer_limit))
    return tuple(sorted(found, key=lambda one: one.worst))


def candidates(
    points: Sequence[tuple[float, float]], spec: TemperatureSensor
) -> tuple[SensorMatch, ...]:
    """Curves of the library that read these points unlike the spec's own, best first."""
    found = which_sensor(points)
    if isinstance(spec.sensor, SwitchingPtc):
        return found
    own = which_sensor(points, [("own", spec.sensor)])
    if not own:
        return found
    return tuple(one for one in found if not _alike(one.residuals, own[0].residuals))


def _alike(first: Sequence[float], second: Sequence[float]) -> bool:
    """Whether two curves read the same here, within 0.05 K: the same curve under another name."""
    return all(abs(a - b) < 0.05 for a, b in zip(first, second, strict=True))
