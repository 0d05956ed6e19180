"""Curves of sensors: shown, compared, matched. Nothing is kept."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.library.curves import MatchedOut, PairsIn, match, show
from hembit_core.sensor_curves.comparing import Curves, CurvesAsked

router = Router(tags=["specs"])


@router.post("/curves", response=Curves, operation_id="show_curves")
def show_curves(request: HttpRequest, asked: CurvesAsked) -> Curves:
    """Draw one to four curves, and say where each two can be told apart."""
    return show(asked)


@router.post("/curves/matched", response=MatchedOut, operation_id="match_curves")
def match_curves(request: HttpRequest, given: PairsIn) -> MatchedOut:
    """Which sensor is this: rank the library's curves by an unknown sensor's readings."""
    return match(given)
