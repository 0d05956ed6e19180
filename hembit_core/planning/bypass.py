"""A temporary bypass: what it means, and where it is refused."""

from __future__ import annotations

from hembit_core.errors import InputError
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.registry import AnySpec

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
