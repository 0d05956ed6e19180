"""Figures that a shop may set; these are what holds until it does."""

from __future__ import annotations

from typing import Final, Literal

from hembit_core.data_files import table

_DEFAULTS = table("defaults")

SHORT_SHARE: Final[float] = _DEFAULTS["short_share_of_nominal"]
"""Net R below this share of nominal (or below U) is a short [1]."""
LEAKING_BELOW: Final[float] = _DEFAULTS["leaking_below_ohm"]
"""A figure to the case below this is a leak, on a multimeter [Ω]."""
LEADS_BAD_ABOVE: Final[float] = _DEFAULTS["leads_bad_above_ohm"]
"""Shorted leads that read more than this are bad [Ω]."""
LEADS_UNKNOWN_UP_TO: Final[float] = _DEFAULTS["leads_unknown_up_to_ohm"]
"""What leads that were not zeroed may add [Ω]."""
CONTACT_CLOSED_UP_TO: Final[float] = _DEFAULTS["contact_closed_up_to_ohm"]
"""A closed contact reads this at most, net of leads [Ω]."""
SUPPLY_TOLERANCE: Final[float] = _DEFAULTS["supply_tolerance"]
"""Share by which a 230 V supply may differ from its nominal (IEC 60038) [1]."""
PROOF_OF_DEAD_MINUTES: Final[int] = _DEFAULTS["proof_of_dead_minutes"]
"""A proof of dead lapses after this [min]."""
DEAD_BELOW: Final[float] = _DEFAULTS["dead_below_volts"]
"""What a tester may show between two conductors that are dead [V]."""
PROTECTIVE_CONDUCTOR_UP_TO: Final[float] = _DEFAULTS["protective_conductor_up_to_ohm"]
"""A protective conductor reads this at most (EN 50678, leads up to 5 m) [Ω]."""
INSULATION_AT_LEAST: Final[float] = _DEFAULTS["insulation_at_least_ohm"]
"""Insulation reads this at least, at 500 V DC (EN 50678, protection class I) [Ω]."""
REFERENCE_TEMPERATURE: Final[float] = _DEFAULTS["reference_temperature_C"]
"""Cold resistances are given at this temperature [°C]."""
COIL_RUNNING: Final[float] = _DEFAULTS["coil_running_C"]
"""A coil that has been on for long is about this warm [°C]."""
HOLD_CURRENT_SHARE: Final[float] = _DEFAULTS["hold_current_share"]
"""An AC coil's hold current may differ by this share from VA/U [1]."""
LOOP_RESISTANCE_UP_TO: Final[float] = _DEFAULTS["loop_resistance_up_to_ohm"]
"""A thermocouple's loop reads this at most where nothing else is given [Ω]."""
GHOST_VOLTS: Final[tuple[float, float]] = (
    _DEFAULTS["ghost_volts_from"],
    _DEFAULTS["ghost_volts_to"],
)
"""What a 10 MΩ input shows on a floating wire beside live ones [V]."""
BUZZER_BELOW: Final[float] = _DEFAULTS["buzzer_below_ohm"]
"""A continuity buzzer sounds below this [Ω]; makers' limits lie from 20 to 50 Ω."""
SWITCHING_TOLERANCE: Final[float] = _DEFAULTS["switching_tolerance_K"]
"""A thermostat may switch this far from its setting where nothing else is given [K]."""
COMPANION_POLICY: Final[Literal["pair", "one"]] = _DEFAULTS["companion_policy"]
"""Whether a contact's companion is proposed for renewal with it."""
