"""What every shop's library begins with: usual curves, bands and rules without a maker."""

from __future__ import annotations

from hembit.apps.library.models import Spec
from hembit.apps.library.schemas import SpecIn
from hembit.apps.library.services import add_spec
from hembit_core.library.library import starter_library


def load_starter() -> int:
    """Add what ships to a library that is empty; how many specs."""
    if Spec.objects.exists():
        return 0
    specs = starter_library().specs
    for entry in specs:
        add_spec(SpecIn(entry=entry), None)
    return len(specs)
