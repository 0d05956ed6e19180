"""The shop's rules: read by everybody, changed by leads, with what a change would do."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.people.access import leads_only
from hembit.apps.rules import services
from hembit.apps.rules.models import RuleSet
from hembit.apps.rules.schemas import Effect, EffectsIn, RuleSetIn, RuleSetName, RuleSetOut, RulesOut
from hembit_core.rules.settings import changed_rules, rule_settings

router = Router(tags=["shop"])


def _out(one: RuleSet) -> RuleSetOut:
    return RuleSetOut(id=one.pk, name=one.name, changes=one.changes, is_default=one.is_default)


@router.get("/rules", response=RulesOut, operation_id="get_rules")
def get_rules(request: HttpRequest) -> RulesOut:
    """Every figure with its limits and source, and the shop's sets of them."""
    return RulesOut(settings=rule_settings(), sets=tuple(_out(one) for one in services.all_sets()))


@router.get("/rules/sets", response=list[RuleSetName], operation_id="list_rule_sets")
def list_rule_sets(request: HttpRequest) -> list[RuleSetName]:
    """The sets to choose from."""
    return [
        RuleSetName(id=one.pk, name=one.name, is_default=one.is_default) for one in services.all_sets()
    ]


@router.post("/rules/sets", response={201: RuleSetOut}, operation_id="add_rule_set", auth=leads_only)
def add_rule_set(request: HttpRequest, given: RuleSetIn) -> Status[RuleSetOut]:
    """Add a set of rules."""
    return Status(201, _out(services.save_set(None, given)))


@router.put(
    "/rules/sets/{row:number}", response=RuleSetOut, operation_id="change_rule_set", auth=leads_only
)
def change_rule_set(request: HttpRequest, number: int, given: RuleSetIn) -> RuleSetOut:
    """Change a set of rules: it holds from the next reading on; what was judged stays."""
    return _out(services.save_set(number, given))


@router.post("/rules/effects", response=list[Effect], operation_id="show_effects", auth=leads_only)
def show_effects(request: HttpRequest, given: EffectsIn) -> list[Effect]:
    """Which example readings a change would judge otherwise. Nothing is kept."""
    return services.effects(changed_rules(given.before, "before"), changed_rules(given.after, "after"))
