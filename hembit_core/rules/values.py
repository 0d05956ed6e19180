"""The rules of a shop as one typed value: every figure that a verdict rests on besides the spec.

The figures are those of ``data/defaults.json``, ``thermometers.json`` and ``supplies.json``
until a shop sets its own. They are passed with the conditions and stored with the judgement;
nothing in the core reads a default from anywhere else.
"""

from __future__ import annotations

from functools import cache
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from hembit_core.about_kinds import kinds
from hembit_core.conformity.states import DecisionRule
from hembit_core.data_files import table
from hembit_core.model import Model

Range = Annotated[tuple[float, ...], Field(min_length=2, max_length=2)]
"""The least and the most."""
_MAINS_FROM = 100.0
"""A ghost shows on a wire beside live ones of this many volts at least [V]."""


_IN_ORDER = (
    ("buzzer_sounds_surely_below_ohm", "buzzer_silent_surely_above_ohm"),
    ("ghost_volts_from", "ghost_volts_to"),
    ("volts_none_share", "volts_full_share"),
    ("small_element_least_share", "small_element_watch_share"),
)


class SupplyLimits(Model):
    """How far volts may lie from nominal, as factors of it [1]."""

    low: float = Field(gt=0)
    high: float = Field(gt=0)


class Rules(Model):
    """A shop's figures, each in the unit that its name ends with; shares are of one [1].

    Attributes
    ----------
    short_share_of_nominal : net R below this share of nominal (or below U) is a short.
    leaking_below_ohm : a figure to the case below this is a leak, on a multimeter.
    leads_bad_above_ohm : shorted leads that read more are bad.
    contact_closed_up_to_ohm : a closed contact reads this at most, net of leads.
    supply_tolerance : share by which a part's supply may differ from its rated volts.
    buzzer_below_ohm, buzzer_sounds_surely_below_ohm, buzzer_silent_surely_above_ohm : the
        continuity buzzer's limit, and between which ohms one meter's sounds and another's does not.
    coil_running_C : a coil that has been on for long is about this warm.
    hold_current_share : an AC coil's hold current may differ by this share from VA/U.
    loop_resistance_up_to_ohm : a thermocouple's loop, where nothing else is given.
    switching_tolerance_K : a thermostat may switch this far from its setting.
    ghost_volts_from, ghost_volts_to : what a 10 MΩ input shows on a floating wire [V].
    volts_full_share, volts_none_share : from and up to which share of the supply volts across a
        contact are full, or none; between them is neither.
    sequence_absent_share : up to this share of its volts a stage of a sequence has none.
    least_move_K : a hand moves a sound sensor by this at least.
    neutral_to_earth_up_to_volts : between neutral and earth, under load.
    panel_minutes : what a panel costs to open.
    proof_of_dead_minutes : a proof of dead lapses after this.
    dead_below_volts : what a tester may show between two conductors that are dead.
    protective_conductor_up_to_ohm, insulation_at_least_ohm : before energising; the latter is what an
        insulation test must show of a part.
    insulation_tester_share : an insulation tester's error as a share of its reading [1].
    companion_policy : whether a contact's companion is proposed for renewal with it.
    reference_temperature_C : cold resistances are given at this temperature.
    usual_alloy : the heating alloy that is taken where none is given; None to take none.
    small_element_least_share, small_element_watch_share : of its rated input, up to 25 W, where
        the borrowed standard has no lower limit.
    sensor_band_K, sensor_band_per_K : band of a thermistor where none is stated,
        ± (a + b · |t − 25 °C|).
    stopwatch_limit_s, feeler_gauge_limit_mm : limits of what is taken by hand, rectangular.
    wire_drop_share : what a sound wire may drop of its supply, loaded.
    unknown_meter_top_ohm : the top of a meter whose ranges are not known.
    leads_unknown_ohm, part_temperature_unknown_C, hot_cold_ratio_unknown, power_factor_unknown :
        the range of a condition that was left out.
    sibling_spread : standard deviation among equal parts, by kind of part, as a share.
    thermometer_limit_K : limit of a temperature by where it comes from, rectangular.
    supplies : limits of each supply system.
    decision_rule : what follows where U reaches a limit, where the reading does not say it.
    element_school, igniter_school, winding_school : where the spec does not say it.
    element_share : share of R by which an element may differ, where that is the school.
    origins : where each figure that is not as shipped comes from, by its name.
    """

    short_share_of_nominal: float = Field(gt=0, lt=1)
    leaking_below_ohm: float = Field(gt=0)
    leads_bad_above_ohm: float = Field(gt=0)
    contact_closed_up_to_ohm: float = Field(gt=0)
    supply_tolerance: float = Field(gt=0, lt=1)
    buzzer_below_ohm: float = Field(gt=0)
    buzzer_sounds_surely_below_ohm: float = Field(gt=0)
    buzzer_silent_surely_above_ohm: float = Field(gt=0)
    coil_running_C: float  # noqa: N815
    hold_current_share: float = Field(gt=0, lt=1)
    loop_resistance_up_to_ohm: float = Field(gt=0)
    switching_tolerance_K: float = Field(gt=0)  # noqa: N815
    ghost_volts_from: float = Field(ge=0)
    ghost_volts_to: float = Field(ge=0)
    volts_full_share: float = Field(gt=0, le=1)
    volts_none_share: float = Field(gt=0, lt=1)
    sequence_absent_share: float = Field(gt=0, lt=1)
    least_move_K: float = Field(gt=0)  # noqa: N815
    neutral_to_earth_up_to_volts: float = Field(gt=0)
    panel_minutes: float = Field(ge=0)
    proof_of_dead_minutes: int = Field(gt=0)
    dead_below_volts: float = Field(gt=0)
    protective_conductor_up_to_ohm: float = Field(gt=0)
    insulation_at_least_ohm: float = Field(gt=0)
    insulation_tester_share: float = Field(gt=0, lt=1)
    companion_policy: Literal["pair", "one"]
    reference_temperature_C: float  # noqa: N815
    usual_alloy: str | None
    small_element_least_share: float = Field(gt=0, lt=1)
    small_element_watch_share: float = Field(gt=0, lt=1)
    sensor_band_K: float = Field(gt=0)  # noqa: N815
    sensor_band_per_K: float = Field(ge=0)  # noqa: N815
    stopwatch_limit_s: float = Field(gt=0)
    feeler_gauge_limit_mm: float = Field(gt=0)
    wire_drop_share: float = Field(gt=0, lt=1)
    unknown_meter_top_ohm: float = Field(gt=0)
    leads_unknown_ohm: Range
    part_temperature_unknown_C: Range  # noqa: N815
    hot_cold_ratio_unknown: Range
    power_factor_unknown: Range
    sibling_spread: dict[str, float]
    thermometer_limit_K: dict[str, float]  # noqa: N815
    supplies: dict[str, SupplyLimits]
    decision_rule: DecisionRule = DecisionRule.SIMPLE
    element_school: Literal["appliance_input", "percent_of_resistance"] = "appliance_input"
    element_share: float = Field(gt=0, lt=1, default=0.1)
    igniter_school: Literal["strict", "lenient", "function_first"] = "strict"
    winding_school: Literal["reject_band", "never_gains_ohms"] = "reject_band"
    origins: dict[str, str] = Field(default_factory=dict)

    @model_validator(mode="after")
    def _in_order(self) -> Rules:
        """Figures that belong together stand in their order."""
        for low, high in _IN_ORDER:
            if getattr(self, low) > getattr(self, high):
                words = f"{low} must not be above {high}".replace("_", " ")
                raise ValueError(words[0].upper() + words[1:])
        return self

    def said(self, *names: str) -> str:
        """Whose figures these are: the shop's default, or the set that they come from."""
        found = [self.origins[name] for name in names if name in self.origins]
        return found[0] if found else "shop default"

    def __hash__(self) -> int:
        """By a few figures: it only has to be quick, equality compares them all."""
        return hash((self.usual_alloy, self.leaking_below_ohm, self.short_share_of_nominal))

    def is_ghost(self, volts: float, supply: float) -> bool:
        """Whether ``volts`` [V] beside a ``supply`` [V] may stand on a floating wire."""
        return self.ghost_volts_from <= volts <= self.ghost_volts_to and supply >= _MAINS_FROM


@cache
def default_rows() -> dict[str, dict[str, Any]]:
    """Each rule with its figure, unit, sentence, limits and source; how much equal parts differ is
    declared by their kinds.
    """
    rows: dict[str, dict[str, Any]] = table("defaults")["rules"]
    spread = {name: one["sibling_spread"] for name, one in kinds().items() if "sibling_spread" in one}
    return {**rows, "sibling_spread": {**rows["sibling_spread"], "value": spread}}


@cache
def default_rules() -> Rules:
    """What holds until a shop sets its own, filled from the tables."""
    figures = {name: row["value"] for name, row in default_rows().items()}
    thermometers = table("thermometers")["sources"]
    systems = table("supplies")["systems"]
    return Rules.model_validate(
        {
            **figures,
            "thermometer_limit_K": {name: row["limit_K"] for name, row in thermometers.items()},
            "supplies": {
                name: {"low": row["low"], "high": row["high"]} for name, row in systems.items()
            },
        }
    )
