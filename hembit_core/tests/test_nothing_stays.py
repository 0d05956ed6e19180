"""What is added to the verdict of one reading is not said of the next."""

from __future__ import annotations

import unittest
from unittest.mock import patch

from hembit_core import HeatingElement, judge
from hembit_core.families.to_case import TerminalToCase
from hembit_core.judging.verdict import Verdict


class NothingStays(unittest.TestCase):
    def test_ol_as_it_should_be_is_said_afresh_each_time(self) -> None:
        reading = TerminalToCase.model_validate({"display": "OL", "connection": "isolated"})
        spec = HeatingElement.model_validate(
            {
                "kind": "heating_element",
                "rating": {"by": "plate", "pairs": [{"power": 2200, "voltage": 230}]},
            }
        )
        before = judge(spec, reading)
        build = Verdict.build

        def adding(self: Verdict, *given: object, **more: object) -> object:
            self.explanation.append("Off from its siblings.")
            self.pattern = "off:2"
            return build(self, *given, **more)  # type: ignore[arg-type]

        with patch.object(Verdict, "build", adding):
            self.assertEqual(judge(spec, reading).pattern, "off:2")
        self.assertEqual(judge(spec, reading), before)
