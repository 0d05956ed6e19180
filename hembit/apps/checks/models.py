"""Kept checks. Append-only: what was judged that day stays as it was."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Q

from hembit.apps.base.clocks import Ticked
from hembit.apps.base.records.append_only import AppendOnly, WrittenOnce
from hembit.apps.checks.packing import PackedField
from hembit_core.records.forms import FORM, Kind, brought_along


class Check(AppendOnly):
    """One kept check, as a list shows it; what was submitted and judged is its body.

    ``figures_digest`` finds those that were judged by the same figures.
    """

    id = models.UUIDField(primary_key=True, editable=False)
    sequence = models.PositiveBigIntegerField(unique=True, editable=False)
    label = models.CharField(max_length=120)
    kept_at = models.DateTimeField(db_index=True)
    kept_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+", editable=False
    )
    core_version = models.CharField(max_length=20)
    state = models.CharField(max_length=20)
    outcome = models.CharField(max_length=12)
    title = models.CharField(max_length=80)
    figure = models.CharField(max_length=80)
    figures_digest = models.BinaryField(max_length=16, null=True, editable=False)

    class Meta:
        ordering = ["-sequence"]
        indexes = [models.Index(fields=["figures_digest"], name="check_by_figures")]

    def __str__(self) -> str:
        return f"{self.label}: {self.state}"

    @property
    def submission(self) -> dict[str, Any]:
        """What was submitted, whole, in today's form."""
        content = self.body.content
        kept = brought_along(Kind.SUBMISSION, content["submission"], content.get("form", 1))
        stated = kept["dead_or_live"]
        if stated["state"] == "live":
            stated = {**stated, "despite": self.body.despite}
        return {"label": self.label, **kept, "dead_or_live": stated}

    @property
    def judgement(self) -> dict[str, Any]:
        """The verdict of that day, word for word, in today's form."""
        content = self.body.content
        return brought_along(Kind.JUDGEMENT, content["judgement"], content.get("form", 1))


class CheckBody(WrittenOnce):
    """What was submitted and what was judged, packed; by which core, its check says.

    Words of people are not in what is packed: the label stands on the check, and ``despite`` beside
    it: why it was read live all the same.
    """

    check_kept = models.OneToOneField(Check, models.PROTECT, primary_key=True, related_name="body")
    despite = models.CharField(max_length=400, blank=True)
    content = PackedField()

    class Meta:
        indexes = [
            models.Index(
                fields=["despite"], condition=~Q(despite=""), name="check_read_live_all_the_same"
            )
        ]

    def __str__(self) -> str:
        return f"body of {self.check_kept_id}"


class CheckLabel(models.Model):
    """What a check is found by: the full-text index of the labels, three letters at a time.

    Two blanks stand before each word, so that one or two letters find the beginnings of words. See
    :mod:`hembit.apps.base.texts.full_text`.
    """

    check_kept = models.OneToOneField(
        Check, models.DO_NOTHING, to_field="sequence", db_column="rowid", primary_key=True
    )
    label = models.TextField()

    class Meta:
        managed = False
        db_table = "checks_search"
        ordering = ["-check_kept_id"]

    def __str__(self) -> str:
        return self.label


class BenchProof(Ticked):
    """A proof of dead that was stated in Check: by whom, when by the browser, and when it was heard of.

    ``lapsed`` says why it does not hold any more, once that was seen.
    """

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, related_name="+")
    stated_at = models.DateTimeField()
    heard_at = models.DateTimeField()
    lapsed = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["person", "stated_at"], name="bench_proof_once")]

    def __str__(self) -> str:
        return f"{self.person}: {self.stated_at}"


def body_of(check: Check, submission: dict[str, Any], judgement: dict[str, Any]) -> CheckBody:
    """The body of a check, from what was submitted and judged."""
    stated = dict(submission["dead_or_live"])
    despite = stated.pop("despite", "")
    kept = {name: one for name, one in submission.items() if name != "label"}
    return CheckBody(
        check_kept=check,
        despite=despite,
        content={
            "form": FORM,
            "submission": {**kept, "dead_or_live": stated},
            "judgement": judgement,
        },
    )
