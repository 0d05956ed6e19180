"""A locked screen, and the second factor of leads."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.people.access import asking, leads_only, signed_in, signed_in_at_all
from hembit.apps.people.door import bench_lock, second_factor
from hembit.apps.people.models import Person, SecondFactor
from hembit.apps.people.routes import session_of, waited
from hembit.apps.people.schemas import (
    CodeIn,
    OwnWord,
    RecoveryWords,
    SecondFactorOffered,
    SecondFactorOut,
    SessionOut,
)
from hembit.apps.people.services import says_own_password
from hembit.apps.people.staff import find_worker
from hembit_core import InputError

router = Router(tags=["people"])


@router.post("/session/lock", response=SessionOut, operation_id="lock_screen", auth=signed_in)
def lock(request: HttpRequest) -> SessionOut:
    """Lock this screen."""
    bench_lock.lock(request)
    return session_of(request)


@router.post(
    "/session/unlock", response=SessionOut, operation_id="unlock_screen", auth=signed_in_at_all
)
def unlock(request: HttpRequest, given: OwnWord) -> SessionOut:
    """Open this screen again."""
    _known(request, given)
    bench_lock.unlock(request)
    return session_of(request)


@router.get(
    "/session/second-factor",
    response=SecondFactorOut,
    operation_id="get_second_factor",
    auth=leads_only,
)
def get_second_factor(request: HttpRequest) -> SecondFactorOut:
    """Whether whoever asks is asked for time codes."""
    return _state_of(asking(request))


@router.post(
    "/session/second-factor",
    response=SecondFactorOffered,
    operation_id="offer_second_factor",
    auth=leads_only,
)
def offer_second_factor(request: HttpRequest, given: OwnWord) -> SecondFactorOffered:
    """A secret for a telephone; it holds once a code of it was said."""
    return SecondFactorOffered.model_validate(second_factor.offer(_known(request, given)))


@router.put(
    "/session/second-factor",
    response=RecoveryWords,
    operation_id="confirm_second_factor",
    auth=leads_only,
)
def confirm_second_factor(request: HttpRequest, given: CodeIn) -> RecoveryWords:
    """Say a code: from now on it is asked for. The words that do instead are told once."""
    return RecoveryWords(words=tuple(second_factor.confirm(asking(request), given.code)))


@router.post(
    "/session/second-factor/off",
    response=SecondFactorOut,
    operation_id="end_own_second_factor",
    auth=leads_only,
)
def end_own_second_factor(request: HttpRequest, given: OwnWord) -> SecondFactorOut:
    """Be asked for time codes no more."""
    person = _known(request, given)
    second_factor.take_off(person)
    return _state_of(person)


@router.delete(
    "/staff/{row:number}/second-factor",
    response=SecondFactorOut,
    operation_id="end_second_factor",
    auth=leads_only,
)
def end_second_factor(request: HttpRequest, number: int) -> SecondFactorOut:
    """For somebody who lost their telephone and their words."""
    person = find_worker(number)
    if person.pk == asking(request).pk:
        raise InputError("Take your own off on your own page, with your password.")
    second_factor.take_off(person, reason="by another lead")
    return _state_of(person)


def _known(request: HttpRequest, given: OwnWord) -> Person:
    person = asking(request)
    with waited():
        try:
            says_own_password(request, person, given.password)
        except InputError as error:
            raise error.at("password") from None
    return person


def _state_of(person: Person) -> SecondFactorOut:
    mine = SecondFactor.objects.filter(person=person, confirmed_at__isnull=False).first()
    return SecondFactorOut(
        since=mine.confirmed_at if mine else None, words_left=len(mine.recovery) if mine else 0
    )
