"""A proof of dead that somebody states in Check, where there is no job: how old it is, by two clocks.

The browser says when; from when the server first hears of it on, the server's clocks count.
"""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db import IntegrityError, transaction
from django.utils import timezone

from hembit.apps.base.clocks import instant, ticked, ticks_of
from hembit.apps.checks.models import BenchProof
from hembit.apps.people.models import Person
from hembit_core.errors import InputError
from hembit_core.rules.values import Rules
from hembit_core.visits.dead.clocks import Instant, Unknown, elapsed
from hembit_core.visits.dead.safety import ProvedDead

_WHY = {
    Unknown.SET_BACK: "The clock was set back, so the age of the proof is not known",
    Unknown.NEW_BOOT: "The machine that keeps the records was started anew: its age is not known",
}


def hear(stated_at: datetime, by: Person, now: datetime | None = None) -> BenchProof:
    """Note a proof when it is stated; heard of twice it is as old as at first."""
    now = now or timezone.now()
    try:
        with transaction.atomic():
            return BenchProof.objects.get_or_create(
                person=by,
                stated_at=stated_at,
                defaults={"heard_at": now, **ticked(instant(now))},
            )[0]
    except IntegrityError:  # heard of twice at once
        return BenchProof.objects.get(person=by, stated_at=stated_at)


def hold(
    stated: ProvedDead, by: Person, rules: Rules, age_of_reading: timedelta, now: datetime | None = None
) -> None:
    """Refuse a reading under a proof that has lapsed, and write that down.

    ``age_of_reading`` is how long the reading lay in the browser: it is judged as of then.

    Raises
    ------
    InputError
        If the proof is older than it holds, or nobody knows how old it is.
    """
    now = now or timezone.now()
    proof = hear(stated.at, by, now)
    if not proof.lapsed:
        proof.lapsed = _lapse(proof, rules, age_of_reading, now)
        if not proof.lapsed:
            return
        proof.save(update_fields=["lapsed"])
    raise InputError(f"{proof.lapsed}. Prove it dead again.").at("dead_or_live")


def _lapse(proof: BenchProof, rules: Rules, age_of_reading: timedelta, now: datetime) -> str:
    heard = Instant(wall=proof.heard_at, ticks=ticks_of(proof.boot, proof.ticks))
    since = elapsed(heard, instant(now))
    if isinstance(since, Unknown):
        return _WHY[since]
    age = (proof.heard_at - proof.stated_at) + since - age_of_reading
    holds = rules.proof_of_dead_minutes
    if age > timedelta(minutes=holds):
        return f"The proof of dead by {proof.person.name} is older than {holds} min"
    return ""
