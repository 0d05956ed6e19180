"""The core's tests. A property is no stopwatch: a busy machine must not fail one."""

from hypothesis import settings

settings.register_profile("without_a_clock", deadline=None)
settings.load_profile("without_a_clock")

from hembit_core.tests import profile as profile
