"""What the demo's shop has added to the lists that are chosen from."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter

from hembit.apps.lists.models import OwnEntry
from hembit.apps.lists.schemas import OwnEntryIn
from hembit.apps.lists.services import add_entry

_DATA = Path(__file__).parent / "data" / "lists.json"
_ENTRY: TypeAdapter[Any] = TypeAdapter(OwnEntryIn)


def load_lists() -> None:
    """Add the entries that are not there yet."""
    for one in json.loads(_DATA.read_text("utf-8")):
        if not OwnEntry.objects.filter(label=one["label"]).exists():
            add_entry(_ENTRY.validate_python(one))
