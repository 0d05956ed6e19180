"""The trail, for leads: who changed what people rely on, with before and after."""

from __future__ import annotations

from datetime import datetime
from functools import cache

from django.apps import apps
from django.http import HttpRequest
from ninja import Router
from pydantic import JsonValue

from hembit.apps.base.audit import AuditEvent
from hembit.apps.base.paging import After, Page, Text, page_of
from hembit.apps.people.access import leads_only
from hembit_core.model import Model

router = Router(tags=["people"])


class TrailChange(Model):
    """One field that was changed: as it stood, and as it stands; null where it did not."""

    field: str
    before: JsonValue
    after: JsonValue


class TrailLine(Model):
    """One thing that was done; ``what`` in words, ``about`` is the kind of row and its number."""

    sequence: int
    at: datetime
    by: str
    what: str
    about: str
    reason: str
    changes: tuple[TrailChange, ...]


@router.get("/trail", response=Page[TrailLine], operation_id="list_trail", auth=leads_only)
def list_trail(request: HttpRequest, text: Text = "", after: After = "") -> Page[TrailLine]:
    """What was done, the newest first; ``text`` is looked for in what it was."""
    found = AuditEvent.objects.select_related("by")
    wanted = text.strip().lower()
    for kind, called in _spoken().items():
        wanted = wanted.replace(called.lower(), kind) if " " in called else wanted
    if wanted:
        found = found.filter(what__icontains=wanted.replace(" ", "_"))
    return page_of(found, after, _line)


@cache
def _spoken() -> dict[str, str]:
    """What the kinds of rows are called, by their names in the trail."""
    models = apps.get_models()
    return {str(one._meta.model_name): str(one._meta.verbose_name) for one in models}


def _line(one: AuditEvent) -> TrailLine:
    before, after = one.before or {}, one.after or {}
    kind = _spoken().get(one.subject, one.subject)
    return TrailLine(
        sequence=one.sequence,
        at=one.at,
        by=getattr(one.by, "name", "") if one.by else "",
        what=one.what.replace(one.subject, kind, 1).replace("_", " "),
        about=f"{kind} {one.number}".strip(),
        reason=one.reason,
        changes=tuple(
            TrailChange(field=name, before=before.get(name), after=after.get(name))
            for name in sorted({*before, *after})
            if before.get(name) != after.get(name)
        ),
    )
