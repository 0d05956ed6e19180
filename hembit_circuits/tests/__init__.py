"""The tests of circuits, with the core's profile: a property is no stopwatch."""

import hembit_core.tests  # noqa: F401
