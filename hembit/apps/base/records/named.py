"""What a client names is one thing: the same id with another content names something else."""

from __future__ import annotations

import hashlib
import json

from django.db import models
from pydantic import BaseModel

_NOT_CONTENT = {"sent"}
"""When it was sent: other each time."""


class NamedBySender(models.Model):
    """A row that knows what it was sent as; ``sent_as`` is missing of what is older than that."""

    sent_as = models.CharField(max_length=32, null=True, editable=False)

    class Meta:
        abstract = True

    def was_sent_as(self, given: BaseModel, person: int) -> bool:
        """Whether this is what is sent now, by the person with that number."""
        return self.sent_as is None or self.sent_as == sent_as(given, person)


def sent_as(given: BaseModel, person: int) -> str:
    """A digest of everything that is sent, and of who sends it."""
    content = given.model_dump(mode="json", exclude=_NOT_CONTENT)
    text = json.dumps([person, content], ensure_ascii=False, sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:32]
