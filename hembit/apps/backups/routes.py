"""Backups: leads make them, say where they go, and take sealed ones away."""

from __future__ import annotations

from django.http import FileResponse, HttpRequest
from django.http.response import HttpResponseBase
from django.utils import timezone
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status

from hembit.apps.backups import services
from hembit.apps.backups.models import BackupMade
from hembit.apps.backups.schemas import BackupOut, BackupsOut, PassphraseIn, PlanIn, PlanOut
from hembit.apps.base.audit import record
from hembit.apps.base.not_found import NotFound
from hembit.apps.people.access import asking, leads_only

router = Router(tags=["shop"], auth=leads_only)
_LATELY = 30


@router.get("/backups", response=BackupsOut, operation_id="list_backups")
def list_backups(request: HttpRequest) -> BackupsOut:
    """How backups are made, and the last of them."""
    return _out()


@router.post("/backups", response={201: BackupsOut}, operation_id="make_backup")
def make_backup(request: HttpRequest) -> Status[BackupsOut]:
    """Make one now; one that fails is told among the others."""
    try:
        services.make(asking(request))
    except services.BeingMade as error:
        raise HttpError(409, str(error)) from None
    return Status(201, _out())


@router.put("/backups/plan", response=BackupsOut, operation_id="plan_backups")
def plan_backups(request: HttpRequest, given: PlanIn) -> BackupsOut:
    """Say where copies go, how many stay, and when."""
    services.save_plan(given)
    return _out()


@router.put("/backups/passphrase", response=BackupsOut, operation_id="seal_backups")
def seal_backups(request: HttpRequest, given: PassphraseIn) -> BackupsOut:
    """Seal them from now on, or no more."""
    services.say_passphrase(given.passphrase)
    return _out()


@router.get("/backups/{row:number}", operation_id="get_backup", include_in_schema=False)
def get_backup(request: HttpRequest, number: int) -> HttpResponseBase:
    """The file of a sealed backup. One that is not sealed stays where its owner alone can read it."""
    row = BackupMade.objects.filter(pk=number).first()
    path = services.backups_folder() / row.file if row and row.file else None
    if row is None or path is None or not path.exists():
        raise NotFound("This backup is not here any more. Look in the list.")
    if not row.sealed:
        raise HttpError(403, "Only a sealed backup is handed out. Set a passphrase, and make one.")
    record("backup_taken", row)
    response = FileResponse(
        path.open("rb"), content_type="application/zip", as_attachment=True, filename=row.file
    )
    response["X-Content-Type-Options"] = "nosniff"
    return response


def _out() -> BackupsOut:
    how, stand = services.plan(), services.standing(timezone.now())
    folder = services.backups_folder()
    return BackupsOut(
        plan=PlanOut(target=how.target, keep=how.keep, at_hour=how.at_hour, sealed=bool(how.recipient)),
        made=tuple(
            BackupOut(
                id=one.pk,
                at=one.at,
                by=one.by.name if one.by else "",
                nightly=one.nightly,
                file=one.file,
                size=one.size,
                sealed=one.sealed,
                copied_to=one.copied_to,
                error=one.error,
                there=bool(one.file) and (folder / one.file).exists(),
            )
            for one in BackupMade.objects.select_related("by")[:_LATELY]
        ),
        last_good=stand.last_good,
        told=stand.told,
    )
