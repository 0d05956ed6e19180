"""Whether a meter is rated for what feeds the machine: asked before anything live."""

from __future__ import annotations

from hembit_core.errors import InputError
from hembit_core.families.supply.spec import Supply
from hembit_core.measuring.meters import Category, Meter, Rated
from hembit_core.notation import plain

_ORDER = tuple(Category)


def needed_category(supply: Supply) -> Rated | None:
    """The measurement category and volts to earth that a supply asks for; None at extra-low voltage.

    References
    ----------
    IEC 61010-2-030, 6.101 (categories); IEC 60664-1, table F.1 (volts to earth of a system).
    """
    row = supply.entry
    if "category" not in row:
        return None
    return Rated(category=Category(row["category"]), volts=row["earth_V"])


def is_rated_for(meter: Meter, needed: Rated) -> bool | None:
    """Whether one of its categories reaches; None where none of them is known."""
    if not meter.rated:
        return None
    least = _ORDER.index(needed.category)
    return any(_ORDER.index(one.category) >= least and one.volts >= needed.volts for one in meter.rated)


def check_rated(meter: Meter, supply: Supply) -> None:
    """Refuse a meter of too low a category for live work on this supply.

    One whose category nobody knows is not refused: it is read off its terminals, beside the step.

    Raises
    ------
    InputError
        If none of its categories reaches what the supply asks for.
    """
    needed = needed_category(supply)
    if needed is None or is_rated_for(meter, needed) is not False:
        return
    has = ", ".join(f"CAT {one.category} {plain(one.volts)} V" for one in meter.rated)
    label = supply.entry["label"]
    raise InputError(
        f"{meter.name} is rated {has}; live work on {label} takes CAT {needed.category} "
        f"{plain(needed.volts)} V at least. Choose another meter, and leads of that category."
    )
