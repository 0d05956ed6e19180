#!/usr/bin/env python3
"""Django's command line for Hembit."""

import os
import sys

if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hembit.site.settings")
    if sys.argv[1:2] == ["judge"]:  # it needs no database, so that the areas' models can stay unread
        from hembit.apps.checks.management.commands.judge import Command

        Command().run_from_argv(sys.argv)
    else:
        from django.core.management import execute_from_command_line

        execute_from_command_line(sys.argv)
