"""How long to wait: cooling, heating up."""

from __future__ import annotations

from math import copysign, log

from hembit_core.errors import InputError

WATER_HEAT_CAPACITY = 4186.0
"""c of water near 40 °C [J/(kg·K)]."""


def cooling_wait(start: float, room: float, time_constant: float, until_within: float = 2.0) -> float:
    """Time [unit of ``time_constant``] until a part is within ``until_within`` [K] of the room.

    t(τ) = t_room + (t₀ − t_room) · e^(−τ/τ₀), so τ = τ₀ · ln(|t₀ − t_room| / Δ);
    0 when it is that near already.

    Raises
    ------
    InputError
        If the time constant or the nearness asked for is not positive.

    References
    ----------
    Newton's law of cooling.

    Examples
    --------
    >>> round(cooling_wait(74.0, 19.0, 14.0))
    46
    """
    if time_constant <= 0 or until_within <= 0:
        raise InputError("A time constant and the nearness asked for lie above zero.")
    away = abs(start - room)
    return 0.0 if away <= until_within else time_constant * log(away / until_within)


def cooling_time_constant(first: float, second: float, room: float, apart: float) -> float:
    """Time constant [unit of ``apart``] from two temperatures [°C] ``apart`` and the room's.

    τ₀ = Δτ / ln((t₁ − t_room) / (t₂ − t_room)). Two resistances of a winding,
    turned into temperatures, serve as well.

    Raises
    ------
    InputError
        If the two readings do not approach the room.

    Examples
    --------
    >>> round(cooling_time_constant(74.0, 46.0, 19.0, 10.0), 1)
    14.1
    """
    if apart <= 0:
        raise InputError("The second reading comes after the first.")
    before, after = first - room, second - room
    if before * after <= 0 or abs(after) >= abs(before):
        raise InputError(
            "The two readings do not approach the room's temperature. Check them, or wait longer."
        )
    return apart / log(before / after)


def cooling_wait_limits(
    first: tuple[float, float],
    second: tuple[float, float],
    room: float,
    apart: float,
    until_within: float = 2.0,
) -> tuple[float, float]:
    """The shortest and the longest wait [unit of ``apart``] that two temperatures leave.

    ``first`` and ``second`` are each a temperature and how far it may be off [°C, K], ``apart`` from
    each other. Shortest is the steepest fall within those limits, longest the least steep.

    Raises
    ------
    InputError
        If within those limits the two may not approach the room at all.

    References
    ----------
    Newton's law of cooling, between the limits of its inputs (JCGM 100, 4.3.7).

    Examples
    --------
    >>> [round(one) for one in cooling_wait_limits((74.0, 0.5), (46.0, 0.5), 19.0, 10.0)]
    [35, 38]
    """
    falling = copysign(1.0, first[0] - room)

    def wait(steeper: float) -> float:
        before, after = first[0] + steeper * first[1], second[0] - steeper * second[1]
        constant = cooling_time_constant(before, after, room, apart)
        return cooling_wait(after, room, constant, until_within)

    try:
        longest = wait(-falling)
    except InputError:
        raise InputError(
            "The two differ by no more than their last digits may be off. Read again after some more "
            "minutes."
        ) from None
    try:
        return wait(falling), longest
    except InputError:  # it may have come to the room's temperature already
        return 0.0, longest


def heat_up_time(
    mass: float,
    start: float,
    end: float,
    power: float,
    efficiency: float = 1.0,
    heat_capacity: float = WATER_HEAT_CAPACITY,
) -> float:
    """Time [s] to heat ``mass`` [kg] from ``start`` to ``end`` [°C] with ``power`` [W].

    t = m · c · Δθ / (η · P). With η = 1 there are no losses: it is the least time.

    Raises
    ------
    InputError
        If mass, power or efficiency is not positive, or the end not above the start.

    Examples
    --------
    >>> round(heat_up_time(60, 12, 78, 4500) / 60)
    61
    """
    if mass <= 0 or power <= 0 or not 0 < efficiency <= 1 or heat_capacity <= 0:
        raise InputError("Mass and power lie above zero, the efficiency above 0 and up to 1.")
    if end <= start:
        raise InputError("The end temperature must lie above the start.")
    return mass * heat_capacity * (end - start) / (efficiency * power)
