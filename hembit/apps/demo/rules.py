"""The demo's two sets of rules, and the machine that names one."""

from __future__ import annotations

import json
from pathlib import Path

from hembit.apps.machines.models import Machine
from hembit.apps.rules.models import RuleSet
from hembit.apps.rules.schemas import RuleSetIn
from hembit.apps.rules.services import save_set

_DATA = Path(__file__).parent / "data" / "rules.json"


def load_rules() -> None:
    """Add the sets that are not there yet, and name them at their machines."""
    for one in json.loads(_DATA.read_text("utf-8")):
        machines = one.pop("machines")
        if RuleSet.objects.filter(name=one["name"]).exists():
            continue
        kept = save_set(None, RuleSetIn.model_validate(one))
        for machine in Machine.objects.filter(name__in=machines):
            machine.rule_set = kept
            machine.save()
