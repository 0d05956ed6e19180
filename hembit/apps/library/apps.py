"""The library of specs."""

from __future__ import annotations

from django.apps import AppConfig


class LibraryConfig(AppConfig):
    """Its tables are named as they were when shops began to keep theirs."""

    name = "hembit.apps.library"
    label = "catalog"
