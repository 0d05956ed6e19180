"""Which reading of a part stands in a job, to be taken again."""

from __future__ import annotations

from typing import Any


def standing(job: dict[str, Any], part: str, measurand: str) -> str | None:
    """Its number, by what the server gave of the job."""
    found = [
        one["id"]
        for one in job["readings"]
        if one["part"] == part and one["measurand"] == measurand
        if not one["superseded_by"] and not one["past"] and not one["spare"]
    ]
    return found[-1] if found else None
