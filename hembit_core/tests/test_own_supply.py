"""A supply system of a shop's own: pairs as they are typed, the step of volts to earth, its band."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.supply.own import OwnSystem, read_pairs
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.visits.dead.category import needed_category
from hembit_core.visits.dead.proving import pairs_to_prove


def own(**given: object) -> OwnSystem:
    base = {"label": "site", "coupling": "AC", "low": 0.9, "high": 1.1, "category": "III"}
    return OwnSystem.model_validate({**base, **given})


class Pairs(TestCase):
    def test_as_people_write_them(self) -> None:
        typed = "L1-L2 400 V\nL1–N: 230\n\n 24 V — common = 24,5\n"
        read = {"L1–L2": 400.0, "L1–N": 230.0, "24 V–common": 24.5}
        self.assertEqual(read_pairs(typed), read)

    def test_what_is_none_is_told_by_its_line(self) -> None:
        for typed in ("L1-L2", "400", "L1-L2 4e2", "L1-L2 -5", "L1-L2 99999", "L1-L1 230"):
            with self.assertRaises(InputError, msg=typed) as told:
                read_pairs(f"L1-N 230\n{typed}")
            self.assertIn("Line 2", told.exception.message)
        with self.assertRaises(InputError):
            read_pairs("L1-N 230\nN-L1 230")

    @given(st.text(max_size=60))
    def test_any_text_is_read_or_refused(self, typed: str) -> None:
        try:
            read_pairs(typed)
        except InputError as error:
            self.assertTrue(error.message)


class ToEarth(TestCase):
    def test_the_tables_own_systems_come_to_the_steps_that_the_table_says(self) -> None:
        for system in SupplySystem:
            row = table("supplies")["systems"][system]
            if "earth_V" not in row:
                continue
            mine = own(pairs=row["pairs"], earth=row.get("earth", {}), coupling=row["coupling"])
            self.assertEqual(mine.volts_to_earth, row["earth_V"], system)

    def test_a_conductor_of_which_it_is_not_said_counts_by_the_volts_between(self) -> None:
        high_leg = own(pairs={"L1–N": 120, "L1–L2": 240, "L2–L3": 240})
        self.assertEqual(high_leg.volts_to_earth, 300)
        self.assertEqual(own(pairs={"L1–L2": 400, "N–PE": 0}).volts_to_earth, 600)

    @given(st.floats(1, 1000), st.floats(1, 1000))
    def test_saying_less_never_asks_for_less(self, one: float, other: float) -> None:
        pairs = {"L1–L2": max(one, other), "L1–PE": one, "L2–PE": other}
        whole = own(pairs=pairs)
        for name in ("L1–PE", "L2–PE"):
            less = own(pairs={key: volts for key, volts in pairs.items() if key != name})
            self.assertGreaterEqual(less.volts_to_earth, whole.volts_to_earth)


class Whole(TestCase):
    def test_it_is_proved_and_rated_as_those_of_the_table(self) -> None:
        supply = Supply(system="own_3", own=own(pairs={"L1–L2": 110}, earth={"L1–PE": 55, "L2–PE": 55}))
        self.assertEqual(pairs_to_prove(supply), ("L1–L2", "L1–PE", "L2–PE"))
        needed = needed_category(supply)
        assert needed
        self.assertEqual((needed.category, needed.volts), ("III", 150))

    def test_no_category_only_at_extra_low_voltage(self) -> None:
        self.assertEqual(own(pairs={"a–b": 48}, category=None).category, None)
        self.assertEqual(own(pairs={"a–b": 110}, coupling="DC", category=None).category, None)
        for more in ({"coupling": "AC"}, {"coupling": "DC", "pairs": {"a–b": 230}}):
            with self.assertRaises(ValidationError):
                own(**{"pairs": {"a–b": 110}, "category": None, **more})

    def test_a_name_alone_is_no_supply(self) -> None:
        with self.assertRaises(InputError) as told:
            _ = Supply(system="own_3").pairs
        self.assertEqual(told.exception.field, "system")
        with self.assertRaises(ValidationError):
            Supply(system="steam")
