"""Checks that an earlier core kept: they open as they were, and findings judge their inputs again."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from uuid import uuid4

from django.utils import timezone

from hembit.apps.checks.models import Check, body_of
from hembit.apps.checks.services import judgement_of
from hembit.apps.checks.tests.requests import ApiTestCase
from hembit_core.findings.finding import Finding

KEPT = json.loads((Path(__file__).parent / "data" / "kept_before_codes.json").read_text("utf-8"))


class KeptBefore(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        for kept in KEPT["checks"]:
            one = copy.deepcopy(kept)
            submission, judgement = one.pop("submission"), one.pop("judgement")
            submission["dead_or_live"] = submission.pop("machine")
            check = Check(id=uuid4(), kept_at=timezone.now(), **one)
            check.save()
            body = body_of(check, submission, judgement)
            del body.content["form"]  # it was kept before records said theirs
            body.save()

    def test_they_open_as_they_were_judged(self) -> None:
        for check in Check.objects.all():
            with self.subTest(check.title):
                answer = self.client.get(f"/api/v1/checks/{check.pk}")
                self.assertEqual(answer.status_code, 200)
                shown, stored = answer.json()["judgement"], check.judgement
                for name in ("state", "outcome", "headline", "next_step", "core_version"):
                    self.assertEqual(shown[name], stored[name])
                self.assertEqual([one["text"] for one in shown["warnings"]], stored["warnings"])

    def test_findings_judge_their_inputs_again(self) -> None:
        for check in Check.objects.all():
            with self.subTest(check.title):
                self.assertNotIn("code", check.judgement)
                self.assertIsNotNone(judgement_of(check).code)
                answer = self.post("findings", {"checks": [str(check.pk)]})
                self.assertEqual(answer.status_code, 200, answer.content[:300])
                self.assertTrue(answer.json()["code"])

    def test_findings_that_were_kept_are_read(self) -> None:
        for one in KEPT["findings"]:
            self.assertEqual(Finding.model_validate(one).headline, one["headline"])
