"""A temporary bypass: what it means, and where it is refused."""

from __future__ import annotations

from hembit_core.errors import InputError
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.registry import AnySpec
from hembit_core.notation import plain, quantity

SAFETY_KINDS = ("igniter", "spark_igniter", "ignition_sequence", "thermocouple_magnet")
SAFETY_DEVICES = (
    ContactDevice.LIMIT,
    ContactDevice.FUSE,
    ContactDevice.SWITCH,
    ContactDevice.PRESSURE_SWITCH,
)


def is_safety_device(spec: AnySpec) -> bool:
    """Whether the part is a safety device unless a lead says otherwise.

    Limits, cut-outs, fuses, interlocks, flame and pressure devices are.
    """
    if isinstance(spec, Contact):
        return spec.device in SAFETY_DEVICES
    return spec.kind in SAFETY_KINDS


def section_load(sections: int, left_out: int) -> float:
    """Factor on the watts per metre of the sections that stay in series [1].

    (n / (n − k))²: the same volts over fewer ohms, the current squared.

    Raises
    ------
    InputError
        If no section would stay, or none is left out.

    Examples
    --------
    >>> round(section_load(4, 1), 2)
    1.78
    """
    if not 0 < left_out < sections:
        raise InputError("At least one section is left out, and at least one stays.")
    return (sections / (sections - left_out)) ** 2


def left_with(
    sections: int, left_out: int, watts: float | None = None, most: float | None = None
) -> str:
    """What a bypass of sections in series means for those that stay, in words.

    Parameters
    ----------
    watts : what the sections take as they are [W/m].
    most : what their spec allows them [W/m].

    Raises
    ------
    InputError
        If no section would stay, none is left out, the limit is given without the watts that it is
        for, or the rest would take more than the limit.
    """
    load = section_load(sections, left_out)
    said = f"{left_out} of {sections} sections left out: the rest run at × {load:.2f} of their watts"
    if watts is None:
        if most is not None:
            raise InputError("Say what they take now, too: the limit is compared with that.").at(
                "watts"
            )
        return f"{said} per metre"
    then = f"{quantity(watts * load, 'W/m', 3)} instead of {plain(watts)} W/m"
    if most is None:
        return f"{said}: {then}"
    if watts * load > most:
        raise InputError(
            f"With {left_out} of {sections} left out the rest would take {then}, and "
            f"{plain(most)} W/m is what they may. Leave it off until it is mended."
        ).at("most")
    return f"{said}: {then}, where {plain(most)} W/m is allowed"
