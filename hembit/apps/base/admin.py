"""The trail in the administration: to be read."""

from __future__ import annotations

from typing import Any

from django.contrib import admin

from hembit.apps.base.audit import AuditEvent

admin.site.site_header = "Hembit: administration"
admin.site.site_title = "Hembit"


class Trailed(admin.ModelAdmin):  # type: ignore[type-arg]  # generic for the checker alone
    """A page of the administration whose changes stand in the trail alone.

    The framework's own log would keep names that were erased everywhere else.
    """

    show_full_result_count = False

    def log_addition(self, *_: object) -> Any:
        """The trail has it."""

    def log_change(self, *_: object) -> Any:
        """The trail has it."""

    def log_deletions(self, *_: object) -> Any:
        """The trail has it."""

    def has_delete_permission(self, request: object, obj: object = None) -> bool:
        """Measurements would go with it, and names beside what somebody did."""
        return False


@admin.register(AuditEvent)
class AuditEventAdmin(Trailed):
    """Who did what. Nothing is added, changed or deleted here."""

    list_display = ("at", "what", "by", "by_way_of", "subject", "number", "reason")
    list_filter = ("what", "by_way_of")
    search_fields = ("=subject", "=number", "=what")
    list_select_related = ("by",)

    def has_add_permission(self, request: object) -> bool:
        """By what was done alone."""
        return False

    def has_change_permission(self, request: object, obj: object = None) -> bool:
        """Never."""
        return False
