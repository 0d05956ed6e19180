"""A library of specs as a document and as a table: out and back without loss."""

from __future__ import annotations

import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from hembit_core.errors import InputError
from hembit_core.judge import expectations
from hembit_core.library.entry import LibrarySpec
from hembit_core.library.library import Library, read_library, starter_library, write_library
from hembit_core.library.schema import schema_text
from hembit_core.library.source import FromGoodParts, NotKnown, SaidBy, source_told
from hembit_core.library.spec_csv import read_specs, write_specs
from hembit_core.measuring.conditions import Conditions
from hembit_core.records.documents import DocumentError
from hembit_core.sheets.sheet import read_sheet

ROOT = Path(__file__).resolve().parents[2]
STARTER = starter_library()
EXAMPLES = tuple(
    LibrarySpec(name=part.name, spec=part.spec)
    for path in sorted((ROOT / "examples").glob("*.json"))
    for part in read_sheet(path.read_text("utf-8")).parts
)
EVERY = (*STARTER.specs, *EXAMPLES)


class Kept(unittest.TestCase):
    def test_every_family_goes_out_and_comes_back(self) -> None:
        self.assertGreater(len({one.spec.kind for one in EVERY}), 20)
        library = Library(specs=EVERY)
        self.assertEqual(read_library(write_library(library)), library)
        found = read_specs(write_specs(EVERY))
        self.assertEqual([one.problem for one in found if one.problem], [])
        self.assertEqual([one.entry for one in found], list(EVERY))

    def test_the_published_schema_is_this_one(self) -> None:
        published = ROOT / "docs" / "formats" / "library-1.schema.json"
        self.assertEqual(published.read_text("utf-8"), schema_text())

    def test_what_ships_can_be_judged_and_says_where_it_is_from(self) -> None:
        for one in STARTER.specs:
            with self.subTest(one.name):
                try:
                    expectations(one.spec, Conditions())
                except InputError as error:
                    self.assertTrue(error.field.startswith("conditions"), error)
                known = one.spec.kind != "unknown_part"
                self.assertEqual(isinstance(one.source, NotKnown), not known)

    def test_other_documents_are_refused(self) -> None:
        for text in ("[", "{}", '{"format": "hembit-library", "version": 2, "specs": []}'):
            with self.subTest(text), self.assertRaises(DocumentError):
                read_library(text)
        with self.assertRaises(DocumentError) as caught:
            read_library('{"format": "hembit-library", "version": 1, "specs": [{"name": "x"}]}')
        self.assertEqual(caught.exception.problems[0][0], "specs.0.spec")

    def test_sources_in_words(self) -> None:
        measured = FromGoodParts.model_validate({"count": 3, "by": "Maud", "temperature": "19.5"})
        self.assertEqual(source_told(measured), "3 good parts measured at 19.5 °C by Maud")
        self.assertEqual(source_told(SaidBy(by="the supplier")), "as the supplier says")


class Tables(unittest.TestCase):
    HEAD = "name;spec.kind;spec.resistance\n"

    def problems(self, text: str) -> list[tuple[int, str]]:
        return [(one.line, one.problem) for one in read_specs(text)]

    def test_row_by_row_with_its_line(self) -> None:
        text = (
            self.HEAD
            + 'Coil A;winding;118\n"Coil\nB";winding;1x8\n\nCoil C;windings;3\nD;winding;5;6\n'
        )
        found = self.problems(text)
        self.assertEqual([line for line, _ in found], [2, 3, 6, 7])
        self.assertEqual([bool(problem) for _, problem in found], [False, True, True, True])
        self.assertIn("1x8", found[1][1])
        self.assertTrue(found[1][1].startswith("spec.resistance: "), found[1][1])

    def test_what_is_no_table(self) -> None:
        for text in ("", "a,b\n1,2", "name;spec.kind;name\n", "PK\0", 'name,spec.kind\n"x'):
            with self.subTest(text), self.assertRaises(InputError):
                read_specs(text)
        within = "name,spec.kind,spec.rating,spec.rating.by\nx,heating_element,1,plate\n"
        self.assertIn("figure", self.problems(within)[0][1])

    @given(
        st.sampled_from(
            ["=1+1", "@sum", "+cmd", "-cmd|' /C x'", "-1+cmd|'x'!A0", "'quoted", "-40 to 20"]
        )
    )
    def test_no_cell_is_a_formula_and_words_come_back(self, words: str) -> None:
        one = EVERY[0].model_copy(update={"name": words, "handling": words})
        written = write_specs([one])
        for cell in written.splitlines()[1].split(","):
            self.assertNotRegex(cell, r'^"?(?:[=@]|[+-](?![\d.]+"?$))')
        self.assertEqual(read_specs(written)[0].entry, one)

    @given(st.text(max_size=200))
    def test_any_text_is_read_or_refused(self, text: str) -> None:
        try:
            found = read_specs(self.HEAD + text)
        except InputError:
            return
        self.assertTrue(all(one.entry or one.problem for one in found))
