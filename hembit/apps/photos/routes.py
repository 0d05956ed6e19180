"""Photos of a job."""

from __future__ import annotations

from typing import BinaryIO, Literal, cast
from uuid import UUID

from django.http import FileResponse, HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from ninja import File, Form, Router, UploadedFile
from ninja.responses import Status

from hembit.apps.base.not_found import NotFound
from hembit.apps.jobs.services import find_job, find_open_job
from hembit.apps.people.access import asking
from hembit.apps.photos import services
from hembit.apps.photos.files import path_of
from hembit.apps.photos.models import Photo
from hembit.apps.photos.schemas import PhotoChange, PhotoIn, PhotoOut
from hembit_core.visits.route import StepKind

router = Router(tags=["photos"])


def photo_out(photo: Photo) -> PhotoOut:
    """A photo as it is shown."""
    return PhotoOut(
        id=photo.pk,
        step=StepKind(photo.step),
        part=str(photo.position_id) if photo.position_id else None,
        part_name=photo.position.name if photo.position else "",
        caption=photo.caption,
        pair=photo.pair_id,
        width=photo.width,
        height=photo.height,
        erased=photo.erased_at is not None,
        taken_at=photo.taken_at,
        taken_by=photo.taken_by.name,
    )


def _found(number: UUID) -> Photo:
    photo = services.find_photo(number)
    if photo is None:
        raise NotFound("There is no photo with this number.")
    return photo


@router.get("/jobs/{row:number}/photos", response=list[PhotoOut], operation_id="list_photos")
def list_photos(request: HttpRequest, number: int) -> list[PhotoOut]:
    """The photos of a job, in the order taken; two hundred at the most."""
    job = find_job(number)
    return [photo_out(one) for one in job.photos.select_related("taken_by", "position")]


@router.post(
    "/jobs/{row:number}/photos", response={200: PhotoOut, 201: PhotoOut}, operation_id="add_photo"
)
def add_photo(
    request: HttpRequest, number: int, given: Form[PhotoIn], file: File[UploadedFile]
) -> Status[PhotoOut]:
    """Add a photo: JPEG, PNG or WebP, checked and re-encoded here."""
    photo = services.add_photo(number, given, cast(BinaryIO, file), file.size, asking(request))
    return Status(photo.status, photo_out(photo.row))


@router.patch("/photos/{uuid:number}", response=PhotoOut, operation_id="change_photo")
def change_photo(request: HttpRequest, number: UUID, given: PhotoChange) -> PhotoOut:
    """Change the caption, or pair it with the photo from before."""
    photo = _found(number)
    find_open_job(photo.job_id)
    return photo_out(services.change_photo(photo, given))


@router.get("/photos/{uuid:number}/{size}", operation_id="get_photo", include_in_schema=False)
def get_photo(request: HttpRequest, number: UUID, size: Literal["full", "small"]) -> HttpResponseBase:
    """The picture itself."""
    photo = _found(number)
    if photo.erased_at:
        raise NotFound("This picture was erased.")
    path = path_of(photo.pk, size)
    if not path.exists():
        raise NotFound("The picture of this photo is missing on the disk.")
    # Kept by the browser, and shown only once the server has said that they may see it still.
    tag = f'"{photo.digest[:32]}-{size}"'
    kept = {"ETag": tag, "Cache-Control": "private, no-cache"}
    if request.headers.get("If-None-Match") == tag:
        return HttpResponse(status=304, headers=kept)
    response = FileResponse(path.open("rb"), content_type="image/jpeg", headers=kept)
    response["X-Content-Type-Options"] = "nosniff"
    return response
