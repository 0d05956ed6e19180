"""manage.py add_person: a person of the shop, or a new password and role for one."""

from __future__ import annotations

import sys
from getpass import getpass
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError

from hembit.apps.people.models import Role
from hembit.apps.people.services import add_person


class Command(BaseCommand):
    """Ask for the password at the terminal, or read it from standard input."""

    help = "Add a person, or give the one of that user name a new password and role."

    def add_arguments(self, parser: Any) -> None:
        """User name, name, role."""
        parser.add_argument("username")
        parser.add_argument("name", help="as it stands beside everything they measure")
        parser.add_argument("--lead", action="store_true", help="a lead; without it a technician")

    def handle(self, *args: Any, **options: Any) -> None:
        password = getpass("Password: ") if sys.stdin.isatty() else sys.stdin.readline().strip()
        try:
            validate_password(password)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from None
        role = Role.LEAD if options["lead"] else Role.TECHNICIAN
        person = add_person(options["username"], options["name"], role, password)
        self.stdout.write(f"{person.name} may sign in as {person.username}, {person.role}.")
