"""Add to a shop's own lists, and find in them."""

from __future__ import annotations

from typing import Annotated, Any

from django.db import transaction
from pydantic import AfterValidator, ValidationError

from hembit.apps.base.not_found import NotFound
from hembit.apps.lists.models import OwnEntry, OwnList
from hembit.apps.lists.schemas import OwnEntryIn, OwnInspectionIn, OwnSupplyIn, OwnSymptomIn
from hembit_core import PartSpec
from hembit_core.about_kinds import kinds
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.supply.own import OwnSystem, read_pairs
from hembit_core.families.supply.spec import Supply, SupplySystem, SystemName
from hembit_core.findings.rules.general import label as observed
from hembit_core.notation import plain, signed
from hembit_core.visits.looking import Inspection, inspections
from hembit_core.visits.symptoms import Symptom

_OWN = "own_"


def entries(kind: OwnList | None = None, *, also_retired: bool = False) -> list[OwnEntry]:
    """The shop's own entries, of one list or all."""
    found = OwnEntry.objects.all() if also_retired else OwnEntry.objects.filter(retired=False)
    return list(found.filter(list=kind) if kind else found)


def add_entry(given: OwnEntryIn) -> OwnEntry:
    """Add an entry to a list.

    Raises
    ------
    InputError
        If it is there already, or what belongs to it cannot be.
    """
    with transaction.atomic():
        if given.label.casefold() in {one.casefold() for one in _labels(OwnList(given.list))}:
            raise InputError("This is in the list already. Choose it there.").at("label")
        return OwnEntry.objects.create(list=given.list, label=given.label, said=_said(given))


def set_retired(number: int, retired: bool) -> OwnEntry:
    """Offer an entry no more, or again; records that rest on it stay as they are."""
    with transaction.atomic():
        one = OwnEntry.objects.filter(pk=number).first()
        if one is None:
            raise NotFound("There is no such entry in the shop's lists.")
        others = _labels(OwnList(one.list)) if one.retired and not retired else []
        if one.label.casefold() in {other.casefold() for other in others}:
            raise InputError(f"“{one.label}” is in the list already.")
        one.retired = retired
        one.save()
        return one


def told(one: OwnEntry) -> str:
    """What belongs to an entry, in a line."""
    if one.list == OwnList.SUPPLY_SYSTEM:
        own = OwnSystem.model_validate(one.said)
        pairs = ", ".join(
            f"{name} {plain(volts)} V" for name, volts in {**own.pairs, **own.earth}.items()
        )
        category = f", CAT {own.category}" if own.category else ""
        low, high = 100 * (own.low - 1), 100 * (own.high - 1)
        return f"{own.coupling}, {pairs}, {signed(low)}/{signed(high)} %{category}"
    if one.list == OwnList.SYMPTOM:
        return f"as “{Symptom(one.said['means']).label}”"
    if one.list == OwnList.INSPECTION:
        own_one = inspection_of(one)
        kinds = ", ".join(one.replace("_", " ") for one in own_one.kinds) or "every part"
        makes = f"; counts as “{observed(own_one.observation)}”" if own_one.observation else ""
        return f"on {kinds}{makes}"
    return ""


def supply_of(code: str) -> Supply:
    """The supply of that name, of the table or the shop's own.

    Raises
    ------
    InputError
        If there is none.
    """
    if code.startswith(_OWN):
        one = _find(OwnList.SUPPLY_SYSTEM, code)
        return Supply(system=code, own=OwnSystem.model_validate(one.said))
    return Supply(system=SupplySystem(code))


def known_supply(code: SystemName) -> SystemName:
    """The same name, once it is known that there is such a supply; InputError where there is none."""
    supply_of(code)
    return code


def whole_spec(spec: Any) -> Any:
    """A spec with what the shop says of its supply system, where it only names it.

    One that brings its own description, as a check sheet of another shop does, keeps it.
    """
    if isinstance(spec, Supply) and spec.own is None and not isinstance(spec.system, SupplySystem):
        return spec.model_copy(update={"own": supply_of(spec.system).own})
    return spec


SpecIn = Annotated[PartSpec, AfterValidator(whole_spec)]
"""A spec as it is sent: it may name a supply system of the shop's own."""
KnownSupply = Annotated[SystemName, AfterValidator(known_supply)]
"""The name of a supply system that there is."""


def symptom_of(code: str) -> tuple[Symptom, OwnEntry | None]:
    """What a symptom is in the table, and the shop's own words for it, if it is one of those."""
    if not code.startswith(_OWN):
        return Symptom(code), None
    try:
        one = _find(OwnList.SYMPTOM, code)
    except InputError as error:
        raise error.at("symptom") from None
    return Symptom(one.said["means"]), one


def inspection_of(one: OwnEntry) -> Inspection:
    """An own thing to look for, as those of the table are."""
    return Inspection.model_validate({"value": one.code, "label": one.label, **one.said})


def own_inspections() -> tuple[Inspection, ...]:
    """What the shop looks for besides the table."""
    return tuple(inspection_of(one) for one in entries(OwnList.INSPECTION))


def _find(kind: OwnList, code: str) -> OwnEntry:
    number = code.removeprefix(_OWN)
    one = OwnEntry.objects.filter(list=kind, pk=int(number)).first() if number.isdecimal() else None
    if one is None:
        raise InputError("This is not in the shop's list any more. Choose another.")
    return one


def _labels(kind: OwnList) -> list[str]:
    ours = [one.label for one in entries(kind)]
    if kind is OwnList.SUPPLY_SYSTEM:
        return [*ours, *(row["label"] for row in table("supplies")["systems"].values())]
    if kind is OwnList.SYMPTOM:
        return [*ours, *(one.label for one in Symptom)]
    if kind is OwnList.INSPECTION:
        return [*ours, *(one.label for one in inspections())]
    return [*ours, *table("corrections")["reasons"]]


def _said(given: OwnEntryIn) -> dict[str, Any]:
    if isinstance(given, OwnSupplyIn):
        return _system(given).model_dump(mode="json")
    if isinstance(given, OwnSymptomIn):
        return {"means": given.means.value}
    if isinstance(given, OwnInspectionIn):
        unknown = set(given.kinds) - {*kinds(), "machine"}
        if unknown:
            raise InputError(f"“{min(unknown)}” is no kind of part. Choose from the list.").at("kinds")
        return given.model_dump(mode="json", include={"kinds", "observation"})
    return {}


def _system(given: OwnSupplyIn) -> OwnSystem:
    read = {}
    for field in ("pairs", "earth"):
        try:
            read[field] = read_pairs(getattr(given, field))
        except InputError as error:
            raise error.at(field) from None
    try:
        return OwnSystem.model_validate(
            {
                "label": given.label,
                "coupling": given.coupling,
                **read,
                "low": round(1 - given.below / 100, 6),
                "high": round(1 + given.above / 100, 6),
                "category": given.category,
            }
        )
    except ValidationError as error:
        first = error.errors()[0]
        message = str(first["msg"]).removeprefix("Value error, ")
        at = str(first["loc"][0]) if first["loc"] else ""
        field = at or ("category" if "category" in message else "pairs")
        raise InputError(message).at(field) from None
