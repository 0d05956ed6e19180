"""The area of the people who work here."""

from __future__ import annotations

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """Sign-ins are written into the trail, wherever they come from."""

    name = "hembit.apps.people"

    def ready(self) -> None:
        """Connect what listens."""
        from hembit.apps.people import trail

        trail.listen()
