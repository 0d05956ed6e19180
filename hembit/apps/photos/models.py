"""Photos of a job: of the wiring, of a burn, of a mark; before and after."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from hembit.apps.base.kept_files import keeps_files
from hembit.apps.base.records.sequence import InSequence
from hembit.apps.jobs.models import Job
from hembit.apps.machines.models import Position


@keeps_files("??/*.jpg", "id")
class Photo(InSequence):
    """A photo, re-encoded here. ``pair`` is the photo from before that this one shows after.

    Of one that was ``erased_at`` a time only that it was taken is left.
    """

    id = models.UUIDField(primary_key=True, editable=False)
    sequence = models.PositiveBigIntegerField(unique=True, editable=False)
    job = models.ForeignKey(Job, models.PROTECT, related_name="photos")
    position = models.ForeignKey(Position, models.PROTECT, null=True, related_name="photos")
    step = models.CharField(max_length=12)
    caption = models.CharField(max_length=200, blank=True)
    pair = models.OneToOneField("self", models.SET_NULL, null=True, related_name="after")
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    digest = models.CharField(max_length=64)
    taken_at = models.DateTimeField()
    erased_at = models.DateTimeField(null=True, editable=False)
    taken_by = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")

    class Meta:
        ordering = ["taken_at", "id"]
        indexes = [
            # Digits with whatever is between them are in no index of letters: all captions are read.
            models.Index(
                fields=["caption", "id"],
                condition=~models.Q(caption=""),
                name="photo_with_caption",
            ),
        ]

    def __str__(self) -> str:
        return self.caption or f"Photo of job {self.job_id}"
