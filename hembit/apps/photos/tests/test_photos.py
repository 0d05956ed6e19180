"""Photos: re-encoded, limited, paired, and nobody's without signing in."""

from __future__ import annotations

import errno
import io
import tempfile
import time
from pathlib import Path
from typing import Any
from unittest.mock import patch
from uuid import UUID, uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError, connection
from django.test import override_settings
from PIL import Image

from hembit.apps.base.kept_files import clear_unknown
from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.photos import files, services
from hembit.apps.photos.models import Photo


def jpeg(size: tuple[int, int] = (640, 480), colour: str = "#884422", **more: Any) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, colour).save(out, "JPEG", **more)
    return out.getvalue()


def png(size: tuple[int, int], mode: str) -> bytes:
    """Of one colour: next to nothing in bytes."""
    out = io.BytesIO()
    Image.new(mode, size).save(out, "PNG")
    return out.getvalue()


class Photos(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        change = override_settings(MEDIA_ROOT=self.folder)
        change.enable()
        self.addCleanup(change.disable)
        self.open_job()

    def send_photo(self, content: bytes, name: str = "burn.jpg", **more: Any) -> Any:
        body = {
            "id": str(uuid4()),
            "step": "look",
            "file": SimpleUploadedFile(name, content, "image/jpeg"),
            **more,
        }
        return self.client.post(
            f"/api/v1/jobs/{self.number}/photos", body, headers={"X-CSRFToken": self.token}
        )

    def test_stored_small_and_full_and_served_to_people_alone(self) -> None:
        photo = self.good(self.send_photo(jpeg((4000, 1000)), position=self.element))
        self.assertEqual((photo["width"], photo["height"]), (2000, 500))
        self.assertEqual(photo["part_name"], "Lower deck, front element")
        for size, width in (("full", 2000), ("small", 360)):
            answer = self.get(f"photos/{photo['id']}/{size}")
            self.assertEqual(answer["X-Content-Type-Options"], "nosniff")
            image = Image.open(io.BytesIO(b"".join(answer.streaming_content)))
            self.assertEqual((image.format, image.width), ("JPEG", width))
            self.assertEqual(
                ContractClient().get(f"/api/v1/photos/{photo['id']}/{size}").status_code, 401
            )
        self.assertEqual(len(self.good(self.get(f"jobs/{self.number}/photos"))), 1)

    def test_what_a_camera_wrote_into_it_is_gone_and_it_stands_upright(self) -> None:
        exif = Image.Exif()
        exif[0x010F] = "a maker of cameras"
        exif[0x0112] = 6  # turn it by a quarter
        photo = self.good(self.send_photo(jpeg((600, 300), exif=exif)))
        self.assertEqual((photo["width"], photo["height"]), (300, 600))
        stored = files.path_of(Photo.objects.get().pk, "full").read_bytes()
        self.assertNotIn(b"maker of cameras", stored)
        self.assertEqual(dict(Image.open(io.BytesIO(stored)).getexif()), {})

    def test_what_is_no_photo_is_refused(self) -> None:
        gif = io.BytesIO()
        Image.new("P", (9, 9)).save(gif, "GIF")
        for content, name in (
            (b"<svg onload=alert(1)>", "x.svg"),
            (b"MZ\x90\x00", "tool.exe"),
            (gif.getvalue(), "x.gif"),
            (jpeg()[:400], "half.jpg"),
            (b"", "empty.jpg"),
        ):
            with self.subTest(name):
                self.assertIn("file", self.refused(self.send_photo(content, name)))
        self.assertEqual(list(self.folder.rglob("*.jpg")), [])

    def test_too_large_in_bytes_or_pixels(self) -> None:
        with patch.object(files, "LARGEST_BYTES", 2000):
            said = self.refused(self.send_photo(jpeg((900, 900), quality=100)))
            self.assertIn("larger than", said["file"])
        self.assertIn("megapixels", self.refused(self.send_photo(png((8000, 7600), "1")))["file"])

    def test_small_in_bytes_and_large_in_pixels_is_taken_within_limits(self) -> None:
        """Forty-eight megapixels, as a telephone takes them; deflated they are next to nothing."""
        for content in (png((8000, 6000), "RGBA"), png((8000, 6000), "P"), jpeg((8000, 6000))):
            photo = self.good(self.send_photo(content))
            self.assertEqual((photo["width"], photo["height"]), (2000, 1500))

    def test_a_process_that_ends_without_a_word_is_no_photo(self) -> None:
        with patch.object(files, "_ENCODER", Path("/dev/null")):
            self.assertIn("no photo", self.refused(self.send_photo(jpeg()))["file"])

    def test_nobody_waits_for_the_picture_to_be_written(self) -> None:
        """It is made before the record is locked; nothing is left where it is refused after that."""
        depth, outside = [], len(connection.savepoint_ids)

        def encode(*given: Any) -> files.Encoded:
            depth.append(len(connection.savepoint_ids))
            return files.encode(*given)

        with patch.object(services, "encode", encode):
            self.good(self.send_photo(jpeg()))
            with patch.object(services, "MOST_IN_A_JOB", 1):
                self.refused(self.send_photo(jpeg()))
        self.assertEqual(depth, [outside, outside])
        self.assertEqual(list(self.folder.rglob("*.part")), [])

    def test_a_full_disk_is_said_and_leaves_nothing(self) -> None:
        with (
            patch.object(files.os, "fsync", side_effect=OSError(errno.ENOSPC, "No space left")),
            self.assertLogs("hembit.api", "ERROR"),
        ):
            answer = self.send_photo(jpeg())
        self.assertEqual(answer.status_code, 503)
        self.assertIn("The disk is full", answer.json()["errors"][0]["message"])
        self.assertEqual([one for one in self.folder.rglob("*") if one.is_file()], [])
        self.assertFalse(Photo.objects.exists())

    def test_files_that_no_row_knows_do_not_stay(self) -> None:
        """At once where the row cannot be stored; in the night where the server was killed between."""
        kept = self.good(self.send_photo(jpeg()))["id"]
        with patch.object(Photo.objects, "create", side_effect=OperationalError("database is locked")):
            self.assertEqual(self.send_photo(jpeg()).status_code, 503)
        self.assertEqual(len(list(self.folder.rglob("*.jpg"))), 2)
        left = files.path_of(uuid4(), "full")
        left.parent.mkdir(exist_ok=True)
        left.write_bytes(b"x")
        self.assertEqual(clear_unknown(), 0)  # it may be on its way just now
        self.assertEqual(clear_unknown(time.time() + 7200), 1)
        stored = {one.name for one in self.folder.rglob("*.jpg")}
        self.assertEqual(stored, {files.path_of(UUID(kept), size).name for size in files.SIZES})

    def test_a_name_with_a_path_goes_nowhere(self) -> None:
        self.good(self.send_photo(jpeg(), "../../../etc/passwd.jpg"))
        stored = [one.relative_to(self.folder) for one in self.folder.rglob("*.jpg")]
        self.assertEqual(len(stored), 2)
        self.assertTrue(all(len(one.parts) == 2 for one in stored))
        self.assertEqual(self.get("photos/../../etc/passwd/full").status_code, 404)

    def test_before_and_after(self) -> None:
        before = self.good(self.send_photo(jpeg()))["id"]
        after = self.good(self.send_photo(jpeg(colour="#222222"), step="fit", pair=before))["id"]
        self.assertEqual(
            {one["id"]: one["pair"] for one in self.good(self.get(f"jobs/{self.number}/photos"))},
            {before: None, after: before},
        )
        for body in ({"pair": after}, {"pair": str(uuid4())}, {"pair": before}):
            with self.subTest(body):
                self.assertIn("pair", self.refused(self.send("patch", f"photos/{before}", body)))
        changed = self.good(
            self.send("patch", f"photos/{after}", {"caption": "new spades", "pair": None})
        )
        self.assertEqual((changed["caption"], changed["pair"]), ("new spades", None))

    def test_twice_is_once_and_another_under_its_id_is_refused(self) -> None:
        number = str(uuid4())
        for _ in range(2):
            self.good(self.send_photo(jpeg(), id=number))
        self.assertEqual(Photo.objects.count(), 1)
        self.refused(self.send_photo(jpeg(colour="#000000"), id=number), 409)

    def test_a_job_has_its_fill_and_a_closed_one_takes_none(self) -> None:
        original = services.MOST_IN_A_JOB
        try:
            services.MOST_IN_A_JOB = 1
            self.good(self.send_photo(jpeg()))
            self.assertIn("holds 1 photos", self.refused(self.send_photo(jpeg()))["file"])
        finally:
            services.MOST_IN_A_JOB = original
        self.good(self.entry("closed"))
        self.assertIn("is closed", self.refused(self.send_photo(jpeg()))[""])

    def test_a_position_of_another_machine(self) -> None:
        for none in (999, 0):
            self.assertIn("position", self.refused(self.send_photo(jpeg(), position=none)))
