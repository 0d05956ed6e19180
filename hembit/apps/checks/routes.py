"""Expectations, judgements, kept checks."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.base.not_found import NotFound
from hembit.apps.base.paging import After, Page, Text, page_of
from hembit.apps.checks import bench_proofs, deciding, options, services
from hembit.apps.checks.models import Check
from hembit.apps.checks.schemas import (
    BenchProofIn,
    CheckIn,
    CheckOut,
    CheckSummary,
    DecidersOut,
    DecidingIn,
    ExpectationsIn,
    FindingIn,
    Judged,
    JudgementIn,
    Options,
)
from hembit.apps.people.access import asking
from hembit_core import Expectation
from hembit_core.findings.finding import Finding
from hembit_core.records.said_again import SaidAgain

router = Router(tags=["checks"])


@router.get("/options", response=Options, operation_id="get_options")
def get_options(request: HttpRequest) -> Options:
    """What can be chosen on the Check screen."""
    return options.options()


@router.post("/deciding", response=DecidersOut, operation_id="rank_deciders")
def rank_deciders(request: HttpRequest, given: DecidingIn) -> DecidersOut:
    """Which of the shop's meters and thermometers can decide a test of a part."""
    return deciding.deciders_of(given)


@router.post("/expectations", response=list[Expectation], operation_id="expect")
def expect(request: HttpRequest, part: ExpectationsIn) -> list[Expectation]:
    """What every check of the part should show, before anything is measured."""
    return list(services.expect(part.spec, part.conditions))


@router.post("/judgements", response=Judged, operation_id="judge")
def judge(request: HttpRequest, check: JudgementIn) -> Judged:
    """Judge a reading as it is typed. Nothing is stored."""
    return services.judge_reading(check, asking(request))


@router.post("/checks", response={200: CheckOut, 201: CheckOut}, operation_id="keep_check")
def keep_check(request: HttpRequest, check: CheckIn) -> Status[Check]:
    """Keep a check: 201 when stored, 200 when this submission was stored before."""
    kept = services.keep_on_the_bench(check, asking(request))
    return Status(kept.status, kept.row)


@router.post("/bench-proofs", response=BenchProofIn, operation_id="state_bench_proof")
def state_bench_proof(request: HttpRequest, given: BenchProofIn) -> BenchProofIn:
    """A proof of dead was stated in Check: from now on its age is the server's to know."""
    bench_proofs.hear(given.at, asking(request))
    return given


@router.get("/checks", response=Page[CheckSummary], operation_id="list_checks")
def list_checks(request: HttpRequest, text: Text = "", after: After = "") -> Page[CheckSummary]:
    """Kept checks, newest first."""
    words = text.replace("\0", " ").split()
    if not words:
        return page_of(services.list_checks(), after, CheckSummary.model_validate)
    found = services.search_checks(words)
    return page_of(found, after, lambda one: CheckSummary.model_validate(one.check_kept))


@router.get("/checks/{uuid:number}", response=CheckOut, operation_id="get_check")
def get_check(request: HttpRequest, number: UUID) -> Check:
    """A kept check, exactly as it was judged."""
    check = services.find_check(number)
    if check is None:
        raise NotFound("There is no kept check with this number.")
    return check


@router.get("/checks/{uuid:number}/again", response=SaidAgain, operation_id="judge_check_again")
def judge_check_again(request: HttpRequest, number: UUID) -> SaidAgain:
    """Whether today's core says of a kept check what was said that day."""
    return services.said_again_of(get_check(request, number))


@router.post("/findings", response=Finding, operation_id="find")
def find(request: HttpRequest, given: FindingIn) -> Finding:
    """What the kept checks of one part say together. Nothing is stored."""
    return services.finding_of(given)
