"""The trail: who changed what people rely on, with before and after. Nobody edits or deletes it."""

from __future__ import annotations

from typing import Any, TypeVar

from django.conf import settings
from django.core.serializers.json import DjangoJSONEncoder
from django.db import models, transaction
from django.db.models.signals import post_delete, post_save, pre_save
from django.utils import timezone

from hembit.apps.base.actor import actor
from hembit.apps.base.records.append_only import AppendOnly

Changed = TypeVar("Changed", bound=type[models.Model])

NEVER_SHOWN = frozenset({"password", "last_login", "identity"})
"""Fields whose values are no business of the trail: that they changed is."""


class AuditEvent(AppendOnly):
    """One thing that was done: what, to what, by whom, by which way; what stood before and after."""

    at = models.DateTimeField(default=timezone.now)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+")
    by_way_of = models.CharField(max_length=16)
    what = models.CharField(max_length=40, db_index=True)
    subject = models.CharField(max_length=40, blank=True)
    number = models.CharField(max_length=40, blank=True)
    before = models.JSONField(null=True, encoder=DjangoJSONEncoder)
    after = models.JSONField(null=True, encoder=DjangoJSONEncoder)
    reason = models.CharField(max_length=400, blank=True)

    class Meta:
        ordering = ["-sequence"]
        indexes = [models.Index(fields=["subject", "number"])]
        verbose_name = "event of the trail"
        verbose_name_plural = "trail"

    def __str__(self) -> str:
        return f"{self.what} {self.subject} {self.number}".strip()


def record(
    what: str,
    row: models.Model | None = None,
    *,
    before: dict[str, Any] | None = None,
    after: dict[str, Any] | None = None,
    reason: str = "",
) -> None:
    """Write down what whoever asks did, to ``row`` where it is about one."""
    who = actor()
    AuditEvent(
        by_id=who.person,
        by_way_of=who.by_way_of,
        what=what,
        subject=row._meta.model_name or "" if row is not None else "",
        number=str(row.pk) if row is not None else "",
        before=before,
        after=after,
        reason=reason[:400],
    ).save()


def audited(model: Changed) -> Changed:
    """A class decorator: every row of the model that is added, changed or deleted is written down.

    By the framework's signals, so that it holds for the app, the administration and commands alike;
    a row and its line of the trail are stored together or not at all.
    """
    model.save = transaction.atomic(model.save)  # type: ignore[method-assign]
    model.delete = transaction.atomic(model.delete)  # type: ignore[method-assign]
    pre_save.connect(_remember, sender=model)
    post_save.connect(_saved, sender=model)
    post_delete.connect(_deleted, sender=model)
    return model


def _values(row: models.Model) -> dict[str, Any]:
    return {field.attname: getattr(row, field.attname) for field in row._meta.concrete_fields}


def _remember(sender: type[models.Model], instance: models.Model, **_: Any) -> None:
    there = None if instance._state.adding else sender._base_manager.filter(pk=instance.pk).first()
    instance._stood = _values(there) if there else None  # type: ignore[attr-defined]


def _saved(sender: type[models.Model], instance: models.Model, created: bool, **_: Any) -> None:
    stood, stands = getattr(instance, "_stood", None), _values(instance)
    name = sender._meta.model_name
    if created or stood is None:
        record(f"{name}_added", instance, after=_shown(stands))
        return
    changed = {key for key, value in stands.items() if stood[key] != value} - {"last_login"}
    if changed:
        before = _shown({key: stood[key] for key in changed})
        record(
            f"{name}_changed", instance, before=before, after=_shown({k: stands[k] for k in changed})
        )


def _deleted(sender: type[models.Model], instance: models.Model, **_: Any) -> None:
    record(f"{sender._meta.model_name}_deleted", instance, before=_shown(_values(instance)))


def _shown(values: dict[str, Any]) -> dict[str, Any]:
    return {key: "…" if key in NEVER_SHOWN else value for key, value in values.items()}
