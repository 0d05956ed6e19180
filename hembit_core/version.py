"""The core's version: stored with every judgement. It moves when any example is judged otherwise.

A test compares the examples with what this version said of them (``tests/judged_examples``); a kept
record shows whether today's version would say the same.
"""

from typing import Final

CORE_VERSION: Final = "0.2.0"
