"""Customers and machines in the administration, which is for leads."""

from __future__ import annotations

from django.contrib import admin

from hembit.apps.base.admin import Trailed
from hembit.apps.machines.models import Customer, Machine, Position


@admin.register(Customer)
class CustomerAdmin(Trailed):
    """Customers; erasing is done in Hembit, which keeps the measurements."""

    list_display = ("name", "contact", "phone", "erased_at")
    search_fields = ("name", "contact", "address")
    readonly_fields = ("erased_at",)


@admin.register(Machine)
class MachineAdmin(Trailed):
    """Machines and where they stand."""

    list_display = ("name", "place", "customer", "supply_system")
    list_select_related = ("customer",)
    # What feeds a machine is chosen in the app, which knows the shop's own supplies.
    readonly_fields = ("supply_system",)
    search_fields = ("name", "place", "customer__name")
    autocomplete_fields = ("customer",)


@admin.register(Position)
class PositionAdmin(Trailed):
    """Positions, and which are safety devices."""

    list_display = ("name", "machine", "part_of", "behind_panel", "safety_device")
    readonly_fields = ("safety_device",)
    list_select_related = ("machine", "part_of")
    search_fields = ("name", "machine__name")
    autocomplete_fields = ("machine", "part_of")
