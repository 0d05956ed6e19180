"""The shop's own lists: read by everybody, added to by leads."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.lists import services
from hembit.apps.lists.models import OwnEntry
from hembit.apps.lists.schemas import OwnEntryIn, OwnEntryOut, RetiredIn
from hembit.apps.people.access import leads_only

router = Router(tags=["shop"])


@router.get("/lists", response=list[OwnEntryOut], operation_id="list_own_entries")
def list_own_entries(request: HttpRequest) -> list[OwnEntryOut]:
    """Everything that the shop has added to the lists, also what is retired."""
    return [_out(one) for one in services.entries(also_retired=True)]


@router.post("/lists", response={201: OwnEntryOut}, operation_id="add_own_entry", auth=leads_only)
def add_own_entry(request: HttpRequest, given: OwnEntryIn) -> Status[OwnEntryOut]:
    """Add to a list."""
    return Status(201, _out(services.add_entry(given)))


@router.put(
    "/lists/{row:number}", response=OwnEntryOut, operation_id="retire_own_entry", auth=leads_only
)
def retire_own_entry(request: HttpRequest, number: int, given: RetiredIn) -> OwnEntryOut:
    """Offer an entry no more, or again."""
    return _out(services.set_retired(number, given.retired))


def _out(one: OwnEntry) -> OwnEntryOut:
    return OwnEntryOut.model_validate(
        {
            "id": one.pk,
            "list": one.list,
            "label": one.label,
            "told": services.told(one),
            "retired": one.retired,
        }
    )
