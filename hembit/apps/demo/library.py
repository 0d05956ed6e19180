"""The demo shop's library: what every one begins with, and the specs of its machines."""

from __future__ import annotations

from pathlib import Path

from hembit.apps.library.models import Spec
from hembit.apps.library.schemas import SpecIn
from hembit.apps.library.services import add_spec
from hembit.apps.library.starter import load_starter
from hembit.apps.people.models import Person, Role
from hembit_core.library.library import read_library

_DATA = Path(__file__).parent / "data" / "specs.json"


def load_specs() -> None:
    """Add the specs that are not there yet."""
    load_starter()
    lead = Person.objects.filter(role=Role.LEAD).first()
    there = set(Spec.objects.values_list("name", flat=True))
    for entry in read_library(_DATA.read_text("utf-8")).specs:
        if entry.name not in there:
            add_spec(SpecIn(entry=entry), lead)
