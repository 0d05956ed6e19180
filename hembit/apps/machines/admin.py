"""Customers and machines in the administration, which is for leads."""

from __future__ import annotations

from django.contrib import admin

from hembit.apps.machines.models import Customer, Machine, Position


@admin.register(Customer)
class CustomerAdmin(admin.ModelAdmin):
    """Customers; erasing is done in Hembit, which keeps the measurements."""

    list_display = ("name", "contact", "phone", "erased_at")
    search_fields = ("name", "contact", "address")
    readonly_fields = ("erased_at",)

    def has_delete_permission(self, request: object, obj: object = None) -> bool:
        """Their measurements would go with them."""
        return False


@admin.register(Machine)
class MachineAdmin(admin.ModelAdmin):
    """Machines and where they stand."""

    list_display = ("name", "place", "customer", "supply_system")
    search_fields = ("name", "place", "customer__name")

    def has_delete_permission(self, request: object, obj: object = None) -> bool:
        """Its measurements would go with it."""
        return False


@admin.register(Position)
class PositionAdmin(admin.ModelAdmin):
    """Positions, and which are safety devices."""

    list_display = ("name", "machine", "part_of", "behind_panel", "safety_device")
    search_fields = ("name", "machine__name")

    def has_delete_permission(self, request: object, obj: object = None) -> bool:
        """Its measurements would go with it."""
        return False
