"""People in the administration, which is for leads."""

from __future__ import annotations

from django.contrib import admin
from django.contrib.auth.admin import UserAdmin

from hembit.apps.base.admin import Trailed
from hembit.apps.people.models import Person


@admin.register(Person)
class PersonAdmin(Trailed, UserAdmin):  # type: ignore[type-arg]  # generic for the checker alone
    """Name, role, whether they still work here."""

    list_display = ("name", "username", "role", "is_active")
    list_filter = ("role", "is_active")
    search_fields = ("name", "username")
    ordering = ("name",)
    fieldsets = (
        (None, {"fields": ("username", "password")}),
        ("Person", {"fields": ("name", "role", "is_active")}),
    )
    add_fieldsets = (
        (None, {"fields": ("username", "name", "role", "usable_password", "password1", "password2")}),
    )
