"""What all areas share."""

from __future__ import annotations

from django.apps import AppConfig
from django.urls import register_converter
from django.urls.converters import IntConverter


class RowNumber(IntConverter):
    """A row's number in an address; what no row can have is no address."""

    regex = "[0-9]{1,18}"


class BaseConfig(AppConfig):
    """Addresses name rows as ``{row:number}``."""

    name = "hembit.apps.base"

    def ready(self) -> None:
        """Make the converter known before any route is read."""
        register_converter(RowNumber, "row")
