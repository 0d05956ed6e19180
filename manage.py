#!/usr/bin/env python3
"""Django's command line for Hembit."""

import os
import sys

if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hembit.site.settings")
    if sys.argv[1:2] == ["judge"]:  # it needs neither database nor Django
        from hembit_core.sheets.command import main

        sys.exit(main(sys.argv[2:]))
    else:
        from django.core.management import execute_from_command_line

        execute_from_command_line(sys.argv)
