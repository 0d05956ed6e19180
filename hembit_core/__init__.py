"""Hembit's core: the computation of the job, without interface or database.

>>> from hembit_core import BetweenTerminals, HeatingElement, judge
>>> element = HeatingElement.by_plate(2200, 230)
>>> judge(element, BetweenTerminals(display="OL")).headline
'Open: no path from end to end'
"""

from hembit_core.conformity.states import DecisionRule, Outcome, State
from hembit_core.errors import AmbiguousInput, InputError
from hembit_core.families import every
from hembit_core.families.any_ohms.continuity import Continuity
from hembit_core.families.any_ohms.in_circuit import IsolatedAndInCircuit
from hembit_core.families.any_ohms.siblings import Siblings
from hembit_core.families.any_ohms.wriggled import Wriggled
from hembit_core.families.every import *  # noqa: F403
from hembit_core.findings.find import find
from hembit_core.findings.finding import Conclusion, Finding, Observation
from hembit_core.judge import PartReading, PartSpec, expectations, judge
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Display, Function, parse_display
from hembit_core.measuring.meters import Meter, unknown_meter
from hembit_core.measuring.thermometers import TemperatureSource, Thermometer
from hembit_core.sensor_curves.known import known_curves
from hembit_core.sensor_curves.ranking import MeasuredPairs, rank_curves
from hembit_core.version import CORE_VERSION

__all__ = [
    "CORE_VERSION",
    "AmbiguousInput",
    "Conclusion",
    "Conditions",
    "Continuity",
    "DecisionRule",
    "Display",
    "Expectation",
    "Finding",
    "Function",
    "InputError",
    "IsolatedAndInCircuit",
    "Judgement",
    "MeasuredPairs",
    "Meter",
    "Observation",
    "Outcome",
    "PartReading",
    "PartSpec",
    "Siblings",
    "State",
    "TemperatureSource",
    "Thermometer",
    "Wriggled",
    "expectations",
    "find",
    "judge",
    "known_curves",
    "parse_display",
    "rank_curves",
    "unknown_meter",
]
__all__ += every.__all__
