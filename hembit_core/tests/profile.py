"""How properties are tried: by examples, not by the clock, so that a slow machine finds the same."""

from __future__ import annotations

from hypothesis import HealthCheck, settings

settings.register_profile("house", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("house")
