"""What is made from the code, and committed beside it, is what the code says now."""

from __future__ import annotations

import io
import json
import tempfile
from pathlib import Path

from django.core.management import call_command
from django.test import TestCase

ROOT = Path(__file__).resolve().parents[3]


class InStep(TestCase):
    def test_no_migration_is_missing(self) -> None:
        told = io.StringIO()
        try:
            call_command("makemigrations", check_changes=True, dry_run=True, stdout=told)
        except SystemExit:
            self.fail(told.getvalue())

    def test_the_front_end_has_the_schema_of_the_api(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            made = Path(folder, "openapi.json")
            call_command("export_openapi_schema", api="hembit.api.api.api", output=str(made))
            now = json.loads(made.read_text())
        kept = json.loads((ROOT / "web/src/api/openapi.json").read_text())
        self.assertEqual(now["components"]["schemas"], kept["components"]["schemas"])
        self.assertEqual(now["paths"], kept["paths"])
