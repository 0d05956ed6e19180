"""Photos: add one, pair before with after, name what it shows."""

from __future__ import annotations

from datetime import datetime
from typing import BinaryIO
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from hembit.apps.base.records.stored import Stored
from hembit.apps.jobs.change import AlreadyNamed
from hembit.apps.jobs.services import find_open_job
from hembit.apps.machines.services import find_position, named
from hembit.apps.people.models import Person
from hembit.apps.photos.files import encode, staged
from hembit.apps.photos.models import Photo
from hembit.apps.photos.schemas import PhotoChange, PhotoIn
from hembit_core.errors import InputError

MOST_IN_A_JOB = 200


def add_photo(
    number: int,
    given: PhotoIn,
    file: BinaryIO,
    size: int | None,
    person: Person,
    now: datetime | None = None,
) -> Stored[Photo]:
    """Check, re-encode and store a photo; the same one twice is stored once.

    Nobody else's writing waits for it: the picture is written before the record is locked.

    Raises
    ------
    InputError
        If it is no photo, too large, or the job has its fill.
    """
    find_open_job(number)
    encoded = encode(file, size)
    with staged(given.id, encoded) as files, transaction.atomic():
        job = find_open_job(number)
        earlier = Photo.objects.filter(pk=given.id).first()
        if earlier:
            if (earlier.job_id, earlier.digest) != (number, encoded.digest):
                raise AlreadyNamed
            return Stored(earlier, new=False)
        if job.photos.count() >= MOST_IN_A_JOB:
            raise InputError(f"A job holds {MOST_IN_A_JOB} photos; this one has them.").at("file")
        position = None
        if given.position is not None:
            position = named(lambda one: find_position(one, job.machine), given.position, "position")
        pair = _before(number, given.pair) if given.pair else None
        files.publish()
        photo = Photo.objects.create(
            id=given.id,
            job=job,
            position=position,
            step=given.step,
            caption=given.caption,
            pair=pair,
            width=encoded.width,
            height=encoded.height,
            digest=encoded.digest,
            taken_at=now or timezone.now(),
            taken_by=person,
        )
    return Stored(photo)


def _before(job: int, number: UUID) -> Photo:
    found = Photo.objects.filter(pk=number, job=job).first()
    if found is None:
        raise InputError("The photo from before is not in this job.").at("pair")
    if found.pair_id:
        raise InputError("This photo is itself an “after”. Choose the one from before.").at("pair")
    return found


def find_photo(number: UUID) -> Photo | None:
    """The photo, or None."""
    return Photo.objects.filter(pk=number).select_related("taken_by", "position").first()


def change_photo(photo: Photo, given: PhotoChange) -> Photo:
    """Change what is said of a photo, or which one from before it belongs to."""
    with transaction.atomic():
        if "caption" in given.model_fields_set and given.caption is not None:
            photo.caption = given.caption
        if "pair" in given.model_fields_set:
            if given.pair == photo.pk:
                raise InputError("A photo is not its own before. Choose another.").at("pair")
            before = _before(photo.job_id, given.pair) if given.pair else None
            if before and Photo.objects.filter(pair=before).exclude(pk=photo.pk).exists():
                raise InputError("This photo has its “after” already.").at("pair")
            if before and Photo.objects.filter(pair=photo).exists():
                raise InputError("Another photo takes this one as its “before”.").at("pair")
            photo.pair = before
        photo.save(update_fields=["caption", "pair"])
    return photo
