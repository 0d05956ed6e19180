"""Heating elements: ohms between the terminals, terminal to case, volts and amps when running."""

from hembit_core.families.heating_element.family import expectations, judge
from hembit_core.families.heating_element.spec import HeatingElement

__all__ = ["HeatingElement", "expectations", "judge"]
