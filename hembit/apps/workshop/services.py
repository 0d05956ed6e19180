"""The workshop's details, as everything else asks for them."""

from __future__ import annotations

from typing import Any

from hembit.apps.workshop.models import THE_ONE, Workshop


def workshop() -> Workshop:
    """The workshop; as it is made until a lead says more."""
    return Workshop.objects.filter(pk=THE_ONE).first() or Workshop()


def save_workshop(**details: Any) -> Workshop:
    """Keep the details that are given."""
    found = workshop()
    for name, value in details.items():
        setattr(found, name, value)
    found.save()
    return found
