"""The tables of this area, each beside what it is for."""

from hembit.apps.base.audit import AuditEvent
from hembit.apps.base.records.sequence import Counter

__all__ = ["AuditEvent", "Counter"]
