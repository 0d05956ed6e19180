"""manage.py drop_second_factor USER: for a last lead who lost their telephone and their words."""

from __future__ import annotations

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from hembit.apps.people.door.second_factor import take_off
from hembit.apps.people.models import Person


class Command(BaseCommand):
    """Whoever has the server's account may take a person's time codes off."""

    help = "Ask this person for time codes no more."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("username")

    def handle(self, *args: Any, **options: Any) -> None:
        person = Person.objects.filter(username=options["username"]).first()
        if person is None:
            raise CommandError(f"Nobody has the user name {options['username']}.")
        take_off(person, reason="at the server")
        self.stdout.write(f"{person.name} is asked for time codes no more.")
