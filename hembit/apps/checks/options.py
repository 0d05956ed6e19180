"""What can be chosen on the Check screen, from the core's tables."""

from __future__ import annotations

from typing import Any

from hembit.apps.checks.schemas import ChoiceOut, OfKindsOut, Options
from hembit.apps.lists.models import OwnEntry, OwnList
from hembit.apps.lists.services import entries, inspection_of, told
from hembit.apps.rules.services import rules_here
from hembit_core import CORE_VERSION
from hembit_core.conformity.states import RULE_TEXT
from hembit_core.data_files import table
from hembit_core.findings.finding import Conclusion
from hembit_core.notation import plain
from hembit_core.visits.looking import inspections
from hembit_core.visits.symptoms import Symptom

_SCHOOLS = (
    ("appliance_input", "+5/−10 % of P", "IEC 60335-1, clause 10, borrowed from appliances"),
    ("percent_of_resistance", "± share of R", "a plain ±10 % unless you set another"),
    ("own_limits", "own limits", "cold ohms, one limit or both"),
)


def _limit(source: dict[str, Any]) -> str:
    note = source.get("note")
    return f"±{plain(source['limit_K'])} K" + (f", {note}" if note else "")


def _of_kinds(name: str) -> tuple[OfKindsOut, ...]:
    return tuple(
        OfKindsOut(value=key, label=one["label"], kinds=tuple(one["families"]))
        for key, one in table(name)[name].items()
    )


def _own(ours: list[OwnEntry], kind: OwnList) -> tuple[ChoiceOut, ...]:
    return tuple(
        ChoiceOut(value=one.code, label=one.label, detail=told(one)) for one in ours if one.list == kind
    )


def options() -> Options:
    """Alloys, temperature sources, schools and decision rules, each with a label."""
    alloys = table("heating_alloys")["alloys"]
    sources = table("thermometers")["sources"]
    ours = entries()
    return Options(
        core_version=CORE_VERSION,
        alloys=tuple(
            ChoiceOut(value=key, label=one["label"], detail=f"Ct {plain(one['working_ratio'])}")
            for key, one in alloys.items()
        ),
        temperature_sources=tuple(
            ChoiceOut(value=key, label=one["label"], detail=_limit(one)) for key, one in sources.items()
        ),
        tolerance_schools=tuple(
            ChoiceOut(value=value, label=label, detail=detail) for value, label, detail in _SCHOOLS
        ),
        rules=tuple(
            ChoiceOut(value=rule, label=text.partition(":")[0], detail=text.partition(": ")[2])
            for rule, text in RULE_TEXT.items()
        ),
        observations=_of_kinds("observations"),
        causes=_of_kinds("causes"),
        supply_systems=tuple(
            ChoiceOut(value=key, label=one["label"], detail=", ".join(one["pairs"]))
            for key, one in table("supplies")["systems"].items()
        )
        + _own(ours, OwnList.SUPPLY_SYSTEM),
        symptoms=tuple(ChoiceOut(value=one, label=one.label) for one in Symptom)
        + _own(ours, OwnList.SYMPTOM),
        inspections=inspections()
        + tuple(inspection_of(one) for one in ours if one.list == OwnList.INSPECTION),
        correction_reasons=(
            *table("corrections")["reasons"],
            *(one.label for one in ours if one.list == OwnList.CORRECTION_REASON),
        ),
        conclusions=tuple(ChoiceOut(value=one, label=one) for one in Conclusion),
        proof_of_dead_minutes=rules_here().proof_of_dead_minutes,
    )
