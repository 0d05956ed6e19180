"""The core's tests. A property is no stopwatch: a busy machine must not fail one."""

from hypothesis import HealthCheck, settings

settings.register_profile(
    "without_a_clock", deadline=None, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("without_a_clock")
