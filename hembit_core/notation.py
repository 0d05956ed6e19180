"""How figures are written: no false digits, never without a unit.

Rounding follows JCGM 100:2008 (GUM), 7.2.6: the expanded uncertainty to two
significant digits, the value to the same decimal place.
"""

from __future__ import annotations

from math import floor, log10

MINUS = "\N{MINUS SIGN}"
_PREFIXED = {"Ω": ((1e9, "G"), (1e6, "M"), (1e3, "k")), "W": ((1e4, "k"),)}
_NO_PREFIX_BELOW = 999.0
_FACTOR = {"G": 1e9, "M": 1e6, "k": 1e3, "": 1.0}


def _exponent(value: float) -> int:
    return floor(log10(abs(value))) if value else 0


def fixed(value: float, decimals: int) -> str:
    """Write ``value`` with ``decimals`` places (negative: rounded to tens, hundreds …)."""
    text = f"{value:.{decimals}f}" if decimals >= 0 else f"{round(value, decimals):.0f}"
    if text[0] == "-":
        return MINUS + text[1:] if float(text) else text[1:]
    return text


def significant(value: float, digits: int = 4) -> str:
    """Write ``value`` with ``digits`` significant digits, in plain decimals."""
    rounded = f"{value:.{digits - 1}e}"
    return fixed(float(rounded), digits - 1 - int(rounded.partition("e")[2]))


def prefix_for(value: float, unit: str) -> str:
    """The SI prefix a meter would show ``value`` with: k, M, G or none."""
    if abs(value) < _NO_PREFIX_BELOW:
        return ""
    for limit, prefix in _PREFIXED.get(unit, ()):
        if abs(value) >= limit * (1 - 5e-5):
            return prefix
    return ""


def quantity(value: float, unit: str, digits: int = 4) -> str:
    """Write a quantity: ``quantity(2440, "Ω", 3)`` is ``2.44 kΩ``."""
    prefix = prefix_for(value, unit)
    return f"{significant(value / _FACTOR[prefix], digits)} {prefix}{unit}"


def limit_text(value: float, unit: str, digits: int = 4) -> str:
    """Write a limit: at most ``digits`` significant digits, none that says nothing: ``85 Ω``."""
    prefix = prefix_for(value, unit)
    return f"{plain(value / _FACTOR[prefix], digits)} {prefix}{unit}"


def plain(value: float, digits: int = 6) -> str:
    """Write a figure that was given: at most ``digits`` significant digits, none that says nothing.

    Never with a power of ten, and with a minus sign, as people write it.

    Examples
    --------
    >>> plain(230.0), plain(-5.5), plain(1e-3), plain(4.7e6), plain(2 / 3, 3)
    ('230', '−5.5', '0.001', '4700000', '0.667')
    """
    text = significant(value, digits)
    return text.rstrip("0").rstrip(".") if "." in text else text


def signed(value: float, digits: int = 3) -> str:
    """Write a difference: ``+10``, ``−6``."""
    text = plain(value, digits)
    return text if text.startswith(MINUS) else f"+{text}"


def at_step(value: float, step: float, unit: str) -> str:
    """Write ``value`` to the decimal place of ``step``, both in ``unit``: ``24.4 Ω``."""
    prefix = prefix_for(value, unit)
    factor = _FACTOR[prefix]
    return f"{fixed(value / factor, max(0, -_exponent(step / factor * 1.000001)))} {prefix}{unit}"


def measured(value: float, expanded: float, unit: str) -> str:
    """Write a result with its expanded uncertainty: ``24.40 ± 0.67 Ω``.

    The value is given to the decimal place of the uncertainty's second digit.

    References
    ----------
    JCGM 100:2008, 7.2.6.
    """
    prefix = prefix_for(max(abs(value), expanded), unit)
    factor = _FACTOR[prefix]
    decimals = _uncertainty_decimals(expanded / factor)
    return f"{fixed(value / factor, decimals)} ± {fixed(expanded / factor, decimals)} {prefix}{unit}"


def expanded_text(expanded: float, unit: str) -> str:
    """Write an expanded uncertainty to two significant digits: ``0.67 Ω``."""
    prefix = prefix_for(expanded, unit)
    scaled = expanded / _FACTOR[prefix]
    return f"{fixed(scaled, _uncertainty_decimals(scaled))} {prefix}{unit}"


def _uncertainty_decimals(expanded: float) -> int:
    """The decimal place of the second significant digit, after rounding to two."""
    return 1 - int(f"{expanded:.1e}".partition("e")[2])


def interval(lower: float | None, upper: float | None, unit: str, digits: int = 4) -> str:
    """Write a band: ``22.90–26.72 Ω``, ``−0.95 to 1.55 °C``, ``up to 26.72 Ω``, ``at least 20.00 MΩ``.

    Raises
    ------
    ValueError
        If both limits are missing.
    """
    if lower is None and upper is None:
        raise ValueError("a band needs at least one limit")
    if lower is None:
        assert upper is not None
        return f"up to {quantity(upper, unit, digits)}"
    if upper is None:
        return f"at least {quantity(lower, unit, digits)}"
    prefix = prefix_for(upper, unit)
    factor = _FACTOR[prefix]
    decimals = digits - 1 - _exponent(upper / factor)
    low, high = fixed(lower / factor, decimals), fixed(upper / factor, decimals)
    between = " to " if MINUS in low or MINUS in high else "–"
    return f"{low}{between}{high} {prefix}{unit}"


def percent(fraction: float, decimals: int = 1) -> str:
    """Write a signed share: ``percent(0.031)`` is ``+3.1 %``."""
    text = fixed(100 * fraction, decimals)
    return f"{text} %" if text.startswith(MINUS) or not float(text) else f"+{text} %"


def deviation(value: float, nominal: float) -> str:
    """Write how far ``value`` lies from ``nominal``: ``+1.5 %``, or ``about 101 times nominal``."""
    if value > 3 * nominal:
        return f"about {significant(value / nominal, 2 if value < 100 * nominal else 3)} times nominal"
    return percent(value / nominal - 1)


def inside(title: str) -> str:
    """A title within a sentence: only its first letter gets small, ``°C`` and ``F2`` stay.

    Examples
    --------
    >>> inside("At a known °C")
    'at a known °C'
    """
    return title[:1].lower() + title[1:]
