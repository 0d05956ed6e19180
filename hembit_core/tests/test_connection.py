"""How a part was connected is asked for where it could turn the verdict, and nowhere else."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from hembit_core.errors import InputError
from hembit_core.families.registry import AnySpec, readings_of
from hembit_core.judge import judge
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Judgement
from hembit_core.measuring.resistance_reading import Connection
from hembit_core.tests.readers import part
from hembit_core.tests.test_every_family import EXAMPLES

SPECS = [one.spec for one in EXAMPLES.values()] + [
    part("contact", device="limit"),
    part("unknown_part"),
    part("thermocouple", letter="K"),
]


DISPLAYS = ("OL", "0.L", "0.3", "24.6", "118", "4.70k", "0.4M")


def asks(judgement: Judgement) -> bool:
    return any(one.code == NoticeCode.CONNECTION_NOT_SAID for one in judgement.warnings)


class Connected(unittest.TestCase):
    @given(
        st.sampled_from(SPECS), st.sampled_from(["OL", "0.L", "0.3", "24.6", "118", "4.70k", "0.4M"])
    )
    def test_a_verdict_that_does_not_ask_is_the_same_either_way(
        self, spec: AnySpec, display: str
    ) -> None:
        kinds: tuple[Any, ...] = readings_of(type(spec))
        for kind in kinds:
            if not {"connection", "display"} <= set(kind.model_fields):
                continue
            try:
                silent = judge(spec, kind(display=display))
            except InputError:  # another function's figure
                continue
            if asks(silent):
                continue
            for connection in Connection:
                told = judge(spec, kind(display=display, connection=connection))
                self.assertEqual((told.state, told.outcome), (silent.state, silent.outcome))

    def test_an_overflow_needs_no_word_on_it_and_a_figure_does(self) -> None:
        element = EXAMPLES["heating element"].spec
        along: Any = readings_of(type(element))[0]
        self.assertFalse(asks(judge(element, along(display="OL"))))
        self.assertTrue(asks(judge(element, along(display="24.6"))))
