"""Figures that a person writes down: a plate's watts and volts, a thermometer's degrees.

Kept as text, so that the last digit written stays known, and read as a number.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Annotated, Any, Literal

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

from hembit_core.errors import InputError
from hembit_core.measuring.number_text import Quantity, parse_quantity
from hembit_core.notation import limit_text

_WITH_PREFIXES = frozenset({"W", "V", "Ω", "A", "VA"})
"""Units that are written by their prefix alone: 2.2 k of watts, 4k7 of ohms."""
_SMALLEST = 1e-6
"""Nothing that is written on a plate or read off a thermometer is smaller, but not zero."""


@dataclass(frozen=True)
class FigureText:
    """A written figure. ``value`` and ``step`` are in the unit its field declares."""

    text: str
    unit: str

    @cached_property
    def _quantity(self) -> Quantity:
        parsed = parse_quantity(self.text, expected_unit=self.unit)
        if parsed.unit == "°F" and self.unit == "°C":
            return Quantity((parsed.value - 32) / 1.8, parsed.step / 1.8, "°C", "")
        if parsed.unit == "V" and self.unit == "mV":
            return Quantity(parsed.value * 1e3, parsed.step * 1e3, "mV", "")
        return parsed

    @property
    def value(self) -> float:
        """The figure as a number, in ``unit``."""
        return self._quantity.value

    @property
    def step(self) -> float:
        """What one of its last digit is worth, in ``unit``."""
        return self._quantity.step

    @property
    def told(self) -> str:
        """The figure with its unit as people write it: ``2200 W``, ``4.7 MΩ``, ``−5 °C``."""
        return _plain(self.value, "" if self.unit == "1" else self.unit)


_THREE_DECIMALS = re.compile(r"-?\d{1,3}\.\d{3}")
"""What could also be thousands, where a person writes it."""


def unambiguous(text: str, unit: str) -> str:
    """A figure that no person wrote, with a decimal point, so that it is read as it is meant: what is
    written by hand and has three decimals is asked about.
    """
    if not _THREE_DECIMALS.fullmatch(text):
        return text
    return text.replace(".", "R") if unit == "Ω" and not text.startswith("-") else f"{text}0"


def _digits_of(number: float) -> str:
    """A number in plain digits where it has few, else by powers of ten."""
    text = repr(number)
    return text if "e" in text or len(text) <= 17 else f"{number:.15g}"


def _plain(value: float, unit: str = "") -> str:
    """A figure or its limit in plain decimals; by powers where those are out of reach."""
    if value == 0 or 1e-9 < abs(value) < 1e15:
        return limit_text(value, unit, 6).strip()
    by_powers = f"{value:.6g}"
    return f"{by_powers} {unit}".strip()


@dataclass(frozen=True)
class Written:
    """Pydantic annotation: a text or a number, read as a figure in ``unit`` within limits."""

    unit: Literal["W", "V", "Ω", "°C", "K", "%", "m", "A", "VA", "mV", "mm", "min", "s", "l", "1"]
    noun: str
    above: float
    up_to: float
    smallest: float = _SMALLEST

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_plain_validator_function(
            self.read,
            serialization=core_schema.plain_serializer_function_ser_schema(
                lambda figure: figure.text, return_schema=core_schema.str_schema()
            ),
            json_schema_input_schema=core_schema.union_schema(
                [core_schema.str_schema(), core_schema.float_schema()]
            ),
        )

    def __get_pydantic_json_schema__(
        self, schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        shown = "" if self.unit == "1" else f" [{self.unit}]"
        return {"type": "string", "description": f"{self.noun}{shown}, as written"}

    def read(self, given: object) -> FigureText:
        """Read ``given``; raise a PydanticCustomError whose message is a plain sentence."""
        if isinstance(given, FigureText):
            given = given.text
        if isinstance(given, bool) or not isinstance(given, str | int | float):
            raise PydanticCustomError("figure", "A figure is needed here.", {})
        text = given.strip() if isinstance(given, str) else unambiguous(_digits_of(given), self.unit)
        return self._read(text)

    @lru_cache(maxsize=4096)  # noqa: B019 (there are as many of these as kinds of figures)
    def _read(self, text: str) -> FigureText:
        bare = "" if self.unit == "1" else self.unit
        if not text:
            raise self._error(f"Give {self.noun}{f' in {bare}' if bare else ''}.")
        figure = FigureText(text, self.unit)
        try:
            value, unit = figure.value, figure._quantity.unit
        except InputError as error:
            raise self._error(error.message) from None
        bare_prefix = unit is None or self.unit not in _WITH_PREFIXES | {"mV"}
        if bare_prefix and (doubt := self._doubt(figure)):
            raise self._error(doubt)
        if unit not in (None, self.unit) and not (unit == "°F" and self.unit == "°C"):
            raise self._error(
                f"“{figure.text}” is in {unit}, but {self.noun} is in {bare or 'no unit'}."
            )
        was = f"“{figure.text}” was read as {_plain(value, bare)}"
        if not self.above < value <= self.up_to:
            raise self._error(
                f"{was}, but {self.noun} lies {self._lowest} up to {_plain(self.up_to, bare)}. "
                "Check the figure."
            )
        if 0 < abs(value) < self.smallest:
            raise self._error(f"{was}, which is too small to be {self.noun}. Check the figure.")
        return figure

    @property
    def _lowest(self) -> str:
        """Where the values begin; 0 is one of them where the limit is a hair below."""
        return "from 0" if -1e-6 < self.above < 0 else f"above {_plain(self.above)} and"

    def _doubt(self, figure: FigureText) -> str | None:
        """What a prefix without a unit could mean else; None where there is no doubt."""
        quantity = figure._quantity
        prefix = quantity.prefix
        if not prefix or (quantity.embedded and self.unit == "Ω" and prefix != "m"):
            return None
        if self.unit in _WITH_PREFIXES and prefix != "m":
            return None
        if self.unit == "Ω":
            could = "m is milli and M is mega"
            write = "mΩ or MΩ"
        else:
            could = f"“{prefix}” is not a unit of {self.noun}"
            write = self.unit if self.unit != "1" else "the figure alone"
        return f"“{figure.text}”: {could}. Write {write}, so that nothing is guessed."

    @staticmethod
    def _error(sentence: str) -> PydanticCustomError:
        return PydanticCustomError("figure", "{sentence}", {"sentence": sentence})


Power = Annotated[FigureText, Written("W", "the rated power", 0, 1e7)]
Voltage = Annotated[FigureText, Written("V", "the voltage", 0, 1e5)]
Altitude = Annotated[FigureText, Written("m", "the altitude", -431, 6000)]
Resistance = Annotated[FigureText, Written("Ω", "the resistance", 0, 1e12)]
Temperature = Annotated[FigureText, Written("°C", "the temperature", -90, 1800)]
TemperatureLimit = Annotated[FigureText, Written("K", "the thermometer's limit", 0, 100)]
Percent = Annotated[FigureText, Written("%", "the tolerance", 0, 90)]
HotColdRatio = Annotated[FigureText, Written("1", "the hot/cold ratio Ct", 0.9, 20)]
Kelvin = Annotated[FigureText, Written("K", "the limit in kelvin", 0, 500)]
Beta = Annotated[FigureText, Written("K", "the B value", 0, 20_000)]
Length = Annotated[FigureText, Written("m", "the length", 0, 1000)]
Current = Annotated[FigureText, Written("A", "the current", 0, 1e5)]
ApparentPower = Annotated[FigureText, Written("VA", "the apparent power", 0, 1e6)]
Millivolts = Annotated[FigureText, Written("mV", "the voltage in millivolts", 0, 1e4)]
Millimetres = Annotated[FigureText, Written("mm", "the gap", 0, 1000)]
Minutes = Annotated[FigureText, Written("min", "the time", -1e-9, 1e5)]
Seconds = Annotated[FigureText, Written("s", "the time", -1e-9, 1e5)]
ChartAmount = Annotated[FigureText, Written("1", "the amount", -1e6, 1e6)]
Coefficient = Annotated[FigureText, Written("1", "the coefficient", -1, 1, 1e-15)]
Litres = Annotated[FigureText, Written("l", "the amount of water", 0, 1e6)]
Metres = Annotated[FigureText, Written("m", "the altitude", -501, 11_001)]
LoadPerMetre = Annotated[FigureText, Written("W/m", "the watts per metre", 0, 1e5)]
PowerFactor = Annotated[FigureText, Written("1", "the power factor", 0, 1)]
