"""A customer's personal data: all of it handed out, or erased; measurements stay."""

from __future__ import annotations

import re
from datetime import datetime
from typing import Any

from django.db import transaction
from django.utils import timezone

from hembit.apps.checks.models import Check
from hembit.apps.jobs.models import Entry, FollowUp, Job, Reading, Wait
from hembit.apps.jobs.summaries import summary
from hembit.apps.machines.models import Customer, Machine
from hembit.apps.machines.schemas import CustomerOut
from hembit.apps.machines.services import find_customer
from hembit.apps.photos.models import Photo

NOBODY = "the customer"


def export_customer(number: int) -> dict[str, Any]:
    """Everything that is kept of a customer in words, as one JSON document."""
    customer = find_customer(number)
    jobs = Job.objects.filter(machine__customer=customer).select_related(
        "machine__customer", "technician"
    )
    return {
        "customer": CustomerOut.model_validate(customer).model_dump(mode="json"),
        "machines": list(customer.machines.values("name", "place", "model", "serial", "note")),
        "jobs": [
            summary(job).model_dump(mode="json")
            | {
                "log": [one.data for one in job.entries.all()],
                "waits": [one.text for one in job.waits.all()],
                "follow_ups": [one.text for one in job.follow_ups.all()],
                "photos": [one.caption for one in job.photos.all()],
            }
            for job in jobs.prefetch_related("entries", "waits", "follow_ups", "photos")
        ],
    }


def erase_customer(number: int, now: datetime | None = None) -> Customer:
    """Erase what is personal: name, contact, address, notes, and the name wherever it was written.

    Machines, parts, readings and verdicts stay, without the name. Erasing is the one thing
    that may touch a record: words of the log lose the name, figures are never changed.
    """
    with transaction.atomic():
        customer = find_customer(number)
        if customer.erased_at:
            return customer
        names = [re.escape(one) for one in (customer.name, customer.contact) if one]
        named = re.compile(rf"\b({'|'.join(names)})\b", re.IGNORECASE)
        customer.machines.update(place="", note="")
        jobs = Job.objects.filter(machine__customer=customer)
        _clean(named, Machine.objects.filter(customer=customer), "name")
        _clean(named, jobs, "complaint")
        for model, field in ((Wait, "text"), (FollowUp, "text"), (Entry, "data"), (Photo, "caption")):
            _clean(named, model.objects.filter(job__in=jobs), field)
        _clean(named, Reading.objects.filter(job__in=jobs), "reason")
        checks = Check.objects.filter(reading__job__in=jobs)
        _clean(named, checks, "label")
        _clean(named, checks, "submission")
        customer.name = f"Customer {customer.pk}, erased"
        customer.contact = customer.phone = customer.email = customer.address = customer.note = ""
        customer.erased_at = now or timezone.now()
        customer.save()
    return customer


def _clean(named: re.Pattern[str], rows: Any, field: str) -> None:
    for pk, value in list(rows.values_list("pk", field)):
        cleaned = _without(named, value)
        if cleaned != value:
            rows.model.objects.filter(pk=pk).update(**{field: cleaned})


def _without(named: re.Pattern[str], value: Any) -> Any:
    """A text, or every text in a list or a mapping, with the name replaced."""
    if isinstance(value, str):
        return named.sub(NOBODY, value)
    if isinstance(value, list):
        return [_without(named, one) for one in value]
    if isinstance(value, dict):
        return {key: _without(named, one) for key, one in value.items()}
    return value
