"""Packed records open as they were; old dictionaries stay what they are."""

from __future__ import annotations

import hashlib
import sys
import zlib
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from hembit.apps.checks.packing import NEWEST, dictionary, pack, unpack

DIGESTS = {1: "2b36a838f9b60c828ac712ac31e670cadc64a93307f91b805b71b50fcebe7065"}

records = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False, allow_infinity=False)
    | st.text(st.characters(exclude_categories=["Cs"])),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text("abc Ω"), inner, max_size=4),
)  # fmt: skip


class Packing(TestCase):
    def test_no_dictionary_is_ever_changed(self) -> None:
        self.assertEqual(max(DIGESTS), NEWEST)
        for number, digest in DIGESTS.items():
            self.assertEqual(hashlib.sha256(dictionary(number)).hexdigest(), digest)

    @given(records)
    def test_what_comes_out_is_what_went_in(self, record: object) -> None:
        self.assertEqual(unpack(pack(record)), record)

    def test_figures_to_the_last_digit(self) -> None:
        figures = [0.1 + 0.2, 1e-300, sys.float_info.max, -0.0, 24.400000000000002]
        self.assertEqual([str(one) for one in unpack(pack(figures))], [str(one) for one in figures])

    def test_a_damaged_record_is_not_taken_for_another(self) -> None:
        packed = bytearray(pack({"figure": "24.6 Ω", "state": "within"}))
        packed[-1] ^= 1
        with self.assertRaises(zlib.error):
            unpack(bytes(packed))
        with self.assertRaises(zlib.error):
            unpack(bytes(packed[:-6]))
