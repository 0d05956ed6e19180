"""What the volts of all pairs together say: a leg missing, the neutral lost, a wrong tap."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from hembit_core.data_files import table
from hembit_core.families.supply.spec import Supply
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import plain
from hembit_core.rules.values import Rules

_NEAR = 0.08
_GONE = 0.10


class PatternCode(StrEnum):
    """Which fault the volts make."""

    REVERSED = "reversed"
    NO_SUPPLY = "no_supply"
    NEUTRAL_LOST = "neutral_lost"
    LEG_FED_BACK = "leg_fed_back"
    LEG_MISSING = "leg_missing"
    LINE_AND_NEUTRAL_EXCHANGED = "line_and_neutral_exchanged"
    EARTH_MISSING = "earth_missing"
    FLOATING_WIRE = "floating_wire"
    TWO_LEGS_OF_THREE = "two_legs_of_three"
    OTHER_SUPPLY = "other_supply"
    LOW = "low"
    HIGH = "high"


DANGEROUS = frozenset(
    {
        PatternCode.NEUTRAL_LOST,
        PatternCode.LINE_AND_NEUTRAL_EXCHANGED,
        PatternCode.EARTH_MISSING,
        PatternCode.LEG_FED_BACK,
    }
)
"""Patterns that count although every pair alone may lie in its band."""


@dataclass(frozen=True)
class SupplyPattern:
    """A named fault pattern, what it rests on, and what to do; ``pairs`` it is about, if not all."""

    code: PatternCode
    name: str
    why: str
    next_step: str
    pairs: tuple[str, ...] = ()


def find_pattern(
    spec: Supply, volts: Mapping[str, float], conditions: Conditions
) -> SupplyPattern | None:
    """Name the fault that the volts [V] of the pairs make together; None where none is known.

    Parameters
    ----------
    volts : by the pair's name; pairs that were not read may be missing.
    """
    for find in (_reversed, _all_gone, _neutral_lost, _leg_fed_back, _leg_missing, _earth):
        found = find(spec, volts)
        if found:
            return found
    rules = conditions.rules
    return (
        _ghost(spec, volts, conditions)
        or _wrong_tap(spec, volts, rules)
        or _low_or_high(spec, volts, rules)
    )


def _ratios(spec: Supply, volts: Mapping[str, float]) -> dict[str, float]:
    """Read over nominal, for each pair that has a nominal."""
    return {
        name: volts[name] / nominal for name, nominal in spec.pairs.items() if nominal and name in volts
    }


def _reversed(spec: Supply, volts: Mapping[str, float]) -> SupplyPattern | None:
    if spec.entry["coupling"] != "DC" or all(one >= 0 for one in volts.values()):
        return None
    return SupplyPattern(
        PatternCode.REVERSED,
        "polarity reversed",
        "The volts are there with the wrong sign.",
        "First the probes: red on plus. If they were right, the supply is connected the wrong way "
        "round: electronics and DC coils with diodes do not survive that.",
    )


def _all_gone(spec: Supply, volts: Mapping[str, float]) -> SupplyPattern | None:
    ratios = _ratios(spec, volts)
    if not ratios or any(abs(ratio) > _GONE for ratio in ratios.values()):
        return None
    return SupplyPattern(
        PatternCode.NO_SUPPLY,
        "no supply",
        "No pair has its volts.",
        "Prove the tester on a live point first. Then walk toward the source: isolator, protector, "
        "fuses, plug.",
    )


def _neutral_lost(spec: Supply, volts: Mapping[str, float]) -> SupplyPattern | None:
    """Legs unequal to neutral while the volts between the legs are right: they share them."""
    to_neutral = {name: volts[name] for name in spec.pairs if name.endswith("–N") and name in volts}
    between = [
        volts[name] / spec.pairs[name] for name in spec.pairs if _line_to_line(name) and name in volts
    ]
    if len(to_neutral) < 2 or not between or any(abs(ratio - 1) > _NEAR for ratio in between):
        return None
    ratios = [volts[name] / spec.pairs[name] for name in to_neutral]
    low, high = min(ratios), max(ratios)
    if not (low < 1 - _NEAR and high > 1 + _NEAR):
        return None
    legs = list(to_neutral.values())
    adds = (
        f" {' + '.join(f'{plain(one)}' for one in legs)} V add up to the volts between the legs."
        if len(legs) == 2
        else ""
    )
    return SupplyPattern(
        PatternCode.NEUTRAL_LOST,
        "neutral lost",
        f"The legs are unequal to neutral, yet right between them: the loads share the volts.{adds}",
        "Switch off at once: what stands on the higher leg is being destroyed. The neutral's joints "
        "from here to the source are the suspects; the network's own part is for its operator.",
    )


def _line_to_line(name: str) -> bool:
    return name.count("L") == 2


def _leg_fed_back(spec: Supply, volts: Mapping[str, float]) -> SupplyPattern | None:
    """Two legs right to neutral and nothing between them: one is lost and fed by the other."""
    ratios = _ratios(spec, volts)
    for name, ratio in ratios.items():
        if not _line_to_line(name) or abs(ratio) > _GONE:
            continue
        legs = name.split("–")
        to_neutral = [ratios.get(f"{leg}–N") for leg in legs]
        if all(one is not None and abs(one - 1) <= _NEAR for one in to_neutral):
            return SupplyPattern(
                PatternCode.LEG_FED_BACK,
                f"leg {legs[0]} or {legs[1]} lost, fed back through a load",
                f"Both legs are right to neutral, yet there is nothing between them: they are one and "
                f"the same, since the lost one comes back through a load between {legs[0]} and "
                f"{legs[1]}.",
                "Switch that load off and read again: the lost leg falls away. Then its fuse, "
                "protector or joint, from here toward the source.",
                (name,),
            )
    return None


def _leg_missing(spec: Supply, volts: Mapping[str, float]) -> SupplyPattern | None:
    """Every pair with one leg is off while a pair without it is right."""
    ratios = _ratios(spec, volts)
    legs = sorted({leg for name in ratios for leg in name.split("–") if leg.startswith("L")})
    if len(legs) < 2:
        return None
    for leg in legs:
        with_leg = [ratio for name, ratio in ratios.items() if leg in name.split("–")]
        without = [ratio for name, ratio in ratios.items() if leg not in name.split("–")]
        if not with_leg or not without:
            continue
        if all(ratio < 0.9 for ratio in with_leg) and all(abs(one - 1) <= _NEAR for one in without):
            fed = any(ratio > _GONE for ratio in with_leg)
            return SupplyPattern(
                PatternCode.LEG_MISSING,
                f"leg {leg} missing",
                f"Every pair with {leg} is low or dead, the others are right."
                + (" What it still shows comes back through the loads." if fed else ""),
                f"The fuse, protector or joint of {leg}, from here toward the source. A motor that "
                "runs while the heat is dead, or hums, is this; switch it off.",
            )
    return None


def _earth(spec: Supply, volts: Mapping[str, float]) -> SupplyPattern | None:
    """What the volts to earth say: a line exchanged with the neutral, or the earth itself missing."""
    legs = [name.removesuffix("–PE") for name in spec.pairs if name.endswith("–PE") and name != "N–PE"]
    for leg in legs:
        if len(legs) > 1 and f"{leg}–PE" not in volts:
            continue  # which of several legs it is, only its own volts to earth tell
        if _exchanged_with_neutral(spec, volts, leg):
            line = "line" if len(legs) == 1 else leg
            return SupplyPattern(
                PatternCode.LINE_AND_NEUTRAL_EXCHANGED,
                f"{line} and neutral exchanged",
                f"Full volts from neutral to earth, none from {line} to earth.",
                "Exchanged at the plug, the outlet or the terminals: a single-pole switch then leaves "
                "the part live. Put it right before anything else, by a licensed person where the law "
                "asks.",
            )
    read = [leg for leg in legs if f"{leg}–N" in volts and f"{leg}–PE" in volts]
    right = all(abs(volts[f"{leg}–N"] / spec.pairs[f"{leg}–N"] - 1) <= 0.1 for leg in read)
    low = all(volts[f"{leg}–PE"] < 0.9 * spec.pairs[f"{leg}–PE"] for leg in read)
    if read and right and low:
        return SupplyPattern(
            PatternCode.EARTH_MISSING,
            "protective earth missing",
            "To neutral the volts are right, to earth they are not.",
            "Do not use the machine. Find the break in the protective conductor: a licensed job.",
        )
    return None


def _exchanged_with_neutral(spec: Supply, volts: Mapping[str, float], leg: str) -> bool:
    """Neutral stands as far from earth as the leg should, and the leg on it."""
    line, neutral = volts.get(f"{leg}–N"), volts.get("N–PE")
    nominal = spec.pairs[f"{leg}–PE"]
    if line is None or neutral is None or abs(line / spec.pairs[f"{leg}–N"] - 1) > 0.1:
        return False
    return abs(neutral / nominal - 1) <= 0.1 and volts.get(f"{leg}–PE", 0.0) < 5


def _ghost(spec: Supply, volts: Mapping[str, float], conditions: Conditions) -> SupplyPattern | None:
    low, high = conditions.rules.ghost_volts_from, conditions.rules.ghost_volts_to
    due = {name: nominal for name, nominal in spec.pairs.items() if name in volts}
    floating = [name for name in due if conditions.may_be_ghost(volts[name], due[name])]
    if not floating:
        return None
    return SupplyPattern(
        PatternCode.FLOATING_WIRE,
        "perhaps a floating wire",
        f"{', '.join(floating)}: {plain(low)} to {plain(high)} V is what a 10 MΩ input shows on a wire "
        "that floats beside live ones.",
        "Read again with low impedance, or with a two-pole tester: a ghost collapses.",
        tuple(floating),
    )


def _wrong_tap(spec: Supply, volts: Mapping[str, float], rules: Rules) -> SupplyPattern | None:
    """All pairs off by one factor that is another usual supply."""
    if spec.entry["coupling"] == "DC":
        return None
    between = {name: volts[name] for name in spec.pairs if spec.pairs[name] >= 100 and name in volts}
    if not between:
        return None
    if _two_legs_of_three(spec, volts):
        return SupplyPattern(
            PatternCode.TWO_LEGS_OF_THREE,
            "two legs of a 120/208 V supply",
            "Each leg is right to neutral, but between them it is √3 times, not twice: the building "
            "has three phases.",
            "A 240 V element gives (208/240)² = 75 % of its watts here. Fit parts for 208 V, or set "
            "the tap to 208 V.",
        )
    ratios = [volts[name] / spec.pairs[name] for name in between]
    inside = [spec.band(spec.pairs[name], rules).contains(volts[name]) for name in between]
    if max(ratios) - min(ratios) > 0.06 or any(inside):
        return None
    name = max(between, key=lambda one: spec.pairs[one])
    read = volts[name]
    other = min(table("supplies")["other_nominals_V"], key=lambda one: abs(one - read))
    if abs(other / read - 1) > 0.03 or other == spec.pairs[name]:
        return None
    return SupplyPattern(
        PatternCode.OTHER_SUPPLY,
        "another supply, or a wrong tap",
        f"{name} reads like a {other} V supply where {plain(spec.pairs[name])} V is due.",
        "Compare plate, transformer tap and what the building gives. Watts go with the square of "
        "the volts.",
    )


def _two_legs_of_three(spec: Supply, volts: Mapping[str, float]) -> bool:
    legs = [volts[name] for name in ("L1–N", "L2–N") if name in volts]
    if spec.pairs.get("L1–L2") != 240 or len(legs) != 2 or "L1–L2" not in volts:
        return False
    mean = sum(legs) / 2
    right = all(abs(leg / 120 - 1) <= _NEAR for leg in legs)
    return right and abs(volts["L1–L2"] / (mean * 3**0.5) - 1) < 0.03


def _low_or_high(spec: Supply, volts: Mapping[str, float], rules: Rules) -> SupplyPattern | None:
    off = [
        (name, volts[name] / nominal)
        for name, nominal in spec.pairs.items()
        if nominal and name in volts and not spec.band(nominal, rules).contains(volts[name])
    ]
    if not off:
        return None
    low = all(ratio < 1 for _, ratio in off)
    high = all(ratio > 1 for _, ratio in off)
    if not (low or high):
        return None
    names = ", ".join(name for name, _ in off)
    if low:
        battery = " a flat battery" if spec.entry["coupling"] == "DC" else " too many loads at once"
        return SupplyPattern(
            PatternCode.LOW,
            "low supply",
            f"{names} below the band: watts go with the square of the volts.",
            f"Read it again with the load off. Right then: a thin or long cable, a bad joint,{battery}."
            " Low still: the source.",
        )
    return SupplyPattern(
        PatternCode.HIGH,
        "high supply",
        f"{names} above the band: elements run too hot and die early.",
        "Read it again at another time of day; then the tap, the charger, or the network's operator.",
    )
