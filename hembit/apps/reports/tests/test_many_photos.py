"""A job of many photos: its report can be sent by mail."""

from __future__ import annotations

import io
import random
import tempfile
from pathlib import Path
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from django.utils import timezone
from PIL import Image, ImageFilter

from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.photos.files import path_of
from hembit.apps.photos.models import Photo
from hembit.apps.photos.schemas import PhotoIn
from hembit.apps.photos.services import add_photo

MANY = 72
LARGEST = 5_000_000


def busy_picture() -> bytes:
    """A picture of 12 MP with as much in it as one of a wiring harness."""
    noise = random.Random(7).randbytes(400 * 300 * 3)
    small = Image.frombytes("RGB", (400, 300), noise).filter(ImageFilter.GaussianBlur(1.2))
    out = io.BytesIO()
    small.resize((4000, 3000)).save(out, "JPEG", quality=90)
    return out.getvalue()


class ManyPhotos(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        change = override_settings(MEDIA_ROOT=Path(folder.name))
        change.enable()
        self.addCleanup(change.disable)

    def test_the_report_of_72_photos_is_at_most_5_mb(self) -> None:
        self.open_job()
        taken = busy_picture()
        self.assertGreater(len(taken), 500_000)
        file = SimpleUploadedFile("a.jpg", taken, "image/jpeg")
        given = PhotoIn.model_validate({"id": uuid4(), "step": "look"})
        first = add_photo(self.number, given, file, len(taken), self.person).row
        picture = Image.open(path_of(first.pk, "full"))
        picture.load()
        for place in range(MANY - 1):
            number = uuid4()
            path_of(number, "full").parent.mkdir(parents=True, exist_ok=True)
            # Each is another picture: the same one twice would be in the report once.
            picture.paste((place, place, place), (10 * place, 100, 10 * place + 60, 160))
            picture.save(path_of(number, "full"), "JPEG", quality=86)
            first.pk, first._state.adding, first.taken_at = number, True, timezone.now()
            first.sequence = None
            first.save()
        self.assertEqual(Photo.objects.count(), MANY)
        answer = self.get(f"jobs/{self.number}/report.pdf")
        self.assertEqual(answer.status_code, 200)
        whole = answer.getvalue() if answer.streaming else answer.content
        self.assertLess(len(whole), LARGEST)
        self.assertEqual(whole.count(b"/Subtype /Image"), MANY)
