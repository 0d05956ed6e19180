"""The core's version: stored with every judgement, so that an old one can be reproduced."""

from typing import Final

CORE_VERSION: Final = "0.1.0"
