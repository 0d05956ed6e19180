"""Judge a reading, keep a check. The rules are the core's; this stores what it says."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import IntegrityError, transaction
from django.db.models import QuerySet
from django.utils import timezone
from pydantic import TypeAdapter

from hembit.apps.base.records.sent import age_of, made_at
from hembit.apps.base.records.stored import Stored
from hembit.apps.base.texts.full_text import quoted
from hembit.apps.checks.bench_proofs import hold
from hembit.apps.checks.figures_digest import digest_of
from hembit.apps.checks.models import Check, CheckLabel, body_of
from hembit.apps.checks.schemas import CheckIn, ConditionsIn, FindingIn, Judged, JudgementIn, Submission
from hembit.apps.people.models import Person
from hembit.apps.rules.services import rules_here
from hembit.apps.shop.services import find_meter, find_thermometer
from hembit_core import (
    CORE_VERSION,
    Conditions,
    Expectation,
    Judgement,
    PartSpec,
    State,
    expectations,
    judge,
)
from hembit_core.errors import InputError
from hembit_core.families.registry import about
from hembit_core.findings.find import find
from hembit_core.findings.finding import Conclusion, Finding
from hembit_core.judge import describe
from hembit_core.judging.judgement import Question
from hembit_core.judging.measurand import Role
from hembit_core.judging.summary import figure_of
from hembit_core.judging.unsaid import connection_is_missing
from hembit_core.records.said_again import SaidAgain, said_again
from hembit_core.soundness.alone import by_itself
from hembit_core.soundness.evidence import evidence_of
from hembit_core.visits.dead.safety import Live, MachineState, ProvedDead, admit

_SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)


class NotSettled(Exception):
    """The judgement asks something first; nothing is kept until it is answered."""

    def __init__(self, questions: tuple[Question, ...]) -> None:
        super().__init__("questions are open")
        self.questions = questions


class DifferentCheck(Exception):
    """The client's id already names another check."""


def conditions_of(given: ConditionsIn) -> Conditions:
    """The core's conditions, with the shop's meter and thermometer as they stand today."""
    thermometer = find_thermometer(given.thermometer, given.part_temperature)
    return Conditions(
        meter=find_meter(given.meter, given.meter_air),
        part_temperature=given.part_temperature,
        temperature_source=thermometer.source if thermometer else given.temperature_source,
        thermometer=thermometer,
        thermometer_limit=given.thermometer_limit,
        supply=given.supply,
        cold_junction=given.cold_junction,
        cold_junction_source=given.cold_junction_source,
        stands_at=given.stands_at,
        rules=rules_here(given.rule_set),
    )


def expect(spec: PartSpec, given: ConditionsIn) -> tuple[Expectation, ...]:
    """What every check of the part should show under these conditions."""
    return expectations(spec, conditions_of(given))


def judge_reading(given: JudgementIn, by: Person, now: datetime | None = None) -> Judged:
    """Judge a reading that the machine's state admits, for the person, with what it says of the part by
    itself; store nothing.
    """
    _check_prover(given.dead_or_live, by)
    conditions = conditions_of(given.conditions)
    moment = now or timezone.now()
    admit(given.reading.measurand, given.dead_or_live, moment, conditions.rules)
    judgement = judge(given.spec, given.reading, conditions, given.rule)
    told = by_itself(given.spec, given.reading, conditions, judgement)
    return Judged.model_construct(**dict(judgement), by_itself=told)


def keep(given: CheckIn, by: Person | None = None, now: datetime | None = None) -> Stored[Check]:
    """Judge and keep a check for the person; the same submission under the same id is stored once.

    Raises
    ------
    InputError
        If the reading cannot be used or the machine's state forbids it.
    NotSettled
        If the judgement asks something first.
    DifferentCheck
        If the id names a check with another submission.
    """
    submission = Submission(
        label=given.label or describe(given.spec)[:120],
        spec=given.spec,
        reading=given.reading,
        dead_or_live=given.dead_or_live,
        conditions=(conditions := conditions_of(given.conditions)),
        rule=given.rule or conditions.rules.decision_rule,
    )
    made = made_at(given.sent, now or timezone.now())
    return keep_submission(given.id, submission, by, made, given.part_checks)


def keep_submission(
    number: UUID,
    given: Submission,
    by: Person | None,
    now: datetime,
    part_checks: tuple[UUID, ...] = (),
) -> Stored[Check]:
    """The same of what is whole already: its conditions with the shop's meter and rules.

    ``now`` is when it was made; ``part_checks`` are those of the same part so far.
    """
    submission = given.model_dump(mode="json")
    earlier = find_check(number)
    if earlier:
        return _same(earlier, submission)
    _check_prover(given.dead_or_live, by)
    must_stay_dead = isinstance(given.dead_or_live, Live) and _must_stay_dead(part_checks)
    rules = given.conditions.rules
    admit(given.reading.measurand, given.dead_or_live, now, rules, must_stay_dead=must_stay_dead)
    _check_connection_said(given)
    judgement = judge(given.spec, given.reading, given.conditions, given.rule)
    if judgement.state is State.PLEASE_CONFIRM:
        raise NotSettled(judgement.questions)
    check = Check(
        id=number,
        label=submission["label"],
        kept_at=now,
        kept_by=by,
        core_version=judgement.core_version,
        state=judgement.state,
        outcome=judgement.outcome,
        title=judgement.expectation.title[:80],
        figure=figure_of(judgement)[:80],
        figures_digest=digest_of(submission["spec"]),
    )
    try:
        with transaction.atomic():
            check.save()
            body_of(check, submission, judgement.model_dump(mode="json")).save()
    except IntegrityError:  # the same submission arrived twice at once
        return _same(Check.objects.get(pk=number), submission)
    return Stored(check)


def keep_on_the_bench(given: CheckIn, by: Person) -> Stored[Check]:
    """Keep a check that belongs to no job: a proof of dead is as old as the server knows it to be.

    Raises
    ------
    InputError, NotSettled, DifferentCheck
        As :func:`keep`; and if the proof of dead has lapsed.
    """
    stated = given.dead_or_live
    if isinstance(stated, ProvedDead) and not Check.objects.filter(pk=given.id).exists():
        _check_prover(stated, by)
        needed = about(given.reading.measurand).dead_or_live
        if needed == "dead":
            hold(stated, by, conditions_of(given.conditions).rules, age_of(given.sent))
    return keep(given, by)


def _check_prover(stated: MachineState, by: Person | None) -> None:
    """A proof of dead is that of whoever is signed in; nobody proves in another's name."""
    if isinstance(stated, ProvedDead) and by is not None and stated.by != by.name:
        raise InputError(
            f"{by.name} is signed in, and the proof of dead is {stated.by}'s. A proof is one "
            "person's: prove it dead yourself."
        ).at("dead_or_live")


def _must_stay_dead(checks: tuple[UUID, ...]) -> bool:
    """Whether the kept checks of a part say that it must not be energised."""
    kept = tuple(Check.objects.filter(pk__in=checks).values_list("pk", flat=True))
    if not kept:
        return False
    return finding_of(FindingIn(checks=kept)).conclusion is Conclusion.DO_NOT_ENERGISE


def _check_connection_said(given: Submission) -> None:
    """How it was connected is answered, never assumed, where a path beside turns a verdict."""
    if connection_is_missing(given.reading):
        raise InputError("Say how it was connected: isolated, with one end off, or in circuit.").at(
            "reading.connection"
        )


def _same(earlier: Check, submission: dict[str, Any]) -> Stored[Check]:
    stored = Submission.model_validate(earlier.submission).model_dump(mode="json")
    if _sent(stored) != _sent(submission):
        raise DifferentCheck("Another check was already kept under this id. Nothing was stored.")
    return Stored(earlier, new=False)


def _sent(submission: dict[str, Any]) -> dict[str, Any]:
    """What the client sent of it: what the shop adds may stand otherwise when it comes again."""
    own = dict(submission["conditions"])
    for name in ("meter", "thermometer"):
        own[name] = own[name] and own[name]["name"]
    del own["rules"]
    return {**submission, "conditions": own}


def kept_by_figures(specs: Iterable[PartSpec]) -> QuerySet[Check]:
    """Kept checks of parts with just these figures, the newest first."""
    digests = [digest_of(one.model_dump(mode="json")) for one in specs]
    return Check.objects.filter(figures_digest__in=digests)


def judgement_of(check: Check) -> Judgement:
    """The judgement as rules can read it.

    One that was kept before judgements had codes, or said how it was read to the case, is judged
    again from its stored inputs; what was stored that day stays what is shown.
    """
    kept = Judgement.model_validate(check.judgement)
    is_case = about(kept.measurand).role in (Role.TO_CASE, Role.INSULATION)
    if kept.code is not None and (kept.case is not None or not is_case):
        return kept
    given = Submission.model_validate(check.submission)
    return judge(given.spec, given.reading, given.conditions, given.rule)


def said_again_of(check: Check) -> SaidAgain:
    """What today's core says of a kept check, by the inputs and the rules that are stored with it."""
    try:
        given = Submission.model_validate(check.submission)
        kept = Judgement.model_validate(check.judgement)
        return said_again(kept, judge(given.spec, given.reading, given.conditions, given.rule))
    except InputError as error:
        return SaidAgain(core_version=CORE_VERSION, cannot=error.message)


def list_checks() -> QuerySet[Check]:
    """Kept checks, the newest first."""
    return Check.objects.all()


def search_checks(words: Iterable[str]) -> QuerySet[CheckLabel]:
    """Those whose label holds every one of ``words``, the newest first, in capitals or not.

    A word of one or two letters is looked for at the beginnings of words.
    """
    question = " AND ".join(quoted(one if len(one) > 2 else f"  {one}") for one in words)
    return CheckLabel.objects.filter(label__matches=question).select_related("check_kept")


def find_check(number: UUID) -> Check | None:
    """The kept check, or None."""
    return Check.objects.select_related("body").filter(pk=number).first()


def finding_of(given: FindingIn) -> Finding:
    """What kept checks of one part and observations say together.

    Raises
    ------
    InputError
        If a check is not kept here, or they are not of one part.
    """
    found = Check.objects.select_related("body").in_bulk(given.checks)
    kept = sorted(found.values(), key=lambda one: one.sequence)
    if len(kept) < len(set(given.checks)) or not kept:
        raise InputError("A finding rests on kept checks; one of these is not kept here.").at("checks")
    specs = [one.submission["spec"] for one in kept]
    if any(spec != specs[0] for spec in specs):
        raise InputError("These checks are of different parts. A finding is about one.").at("checks")
    spec = _SPEC.validate_python(specs[0])
    conditions = Conditions.model_validate(kept[-1].submission["conditions"])
    judgements = [judgement_of(one) for one in kept]
    given_then = [Submission.model_validate(one.submission) for one in kept]
    weighed = [
        evidence_of(spec, then.reading, then.conditions, judgement)
        for then, judgement in zip(given_then, judgements, strict=True)
    ]
    return find(spec, judgements, given.observed, conditions, weighed=weighed)
