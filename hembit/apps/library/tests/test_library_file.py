"""The library taken out and brought in: whole or not at all."""

from __future__ import annotations

import io
import json
import resource
import zipfile
from time import perf_counter
from typing import Any
from unittest.mock import patch
from uuid import UUID, uuid4

from openpyxl import Workbook

from hembit.apps.library.files import library_file, progress
from hembit.apps.library.models import Revision, Spec
from hembit.apps.library.services import can_be_judged
from hembit.apps.library.starter import load_starter
from hembit.apps.library.tests.specs import SpecCase, entry
from hembit.apps.rules.models import RuleSet
from hembit_core.errors import InputError


class Files(SpecCase):
    def out(self, kind: str) -> str:
        answer = self.get(f"specs/library.{kind}")
        self.assertEqual(answer.status_code, 200)
        self.assertIn("attachment", answer["Content-Disposition"])
        return answer.content.decode()

    def look(self, text: str) -> Any:
        return self.send_file("specs/library/looked-at", text.encode())

    def bring(self, text: str) -> Any:
        return self.send_file("specs/library", text.encode())

    def test_out_and_back_changes_nothing_as_document_and_as_table(self) -> None:
        load_starter()
        self.add()
        count = Revision.objects.count()
        for kind in ("json", "csv"):
            with self.subTest(kind):
                told = self.good(self.bring(self.out(kind)))
                self.assertEqual(
                    (told["same"], told["new"], told["changed"]), (Spec.objects.count(), 0, 0)
                )
                self.assertEqual(Revision.objects.count(), count)

    def test_into_another_shop_it_is_all_there(self) -> None:
        load_starter()
        out = self.out("json")
        with patch.object(library_file, "_known", return_value=()):
            told = self.good(self.look(out))
        self.assertEqual(told["new"], Spec.objects.count())

    def test_the_rules_a_spec_is_judged_by_go_out_and_come_in_by_their_name(self) -> None:
        kilns = RuleSet.objects.create(name="kilns", changes={})
        body = {"entry": entry(), "rule_set": kilns.pk}
        spec = self.good(self.send("post", "specs", body, self.as_lead()))
        for kind in ("json", "csv"):
            out = self.out(kind)
            self.assertIn("kilns", out)
            self.assertEqual(self.good(self.bring(out))["same"], 1)
            changed = self.good(self.look(out.replace("kilns", "")))
            self.assertEqual(changed["changed"], 1)
            unknown = self.good(self.look(out.replace("kilns", "ovens")))
            self.assertIn("“ovens”, which this shop has not", unknown["rows"][0]["why"])
            with patch.object(library_file, "_known", return_value=()):
                Spec.objects.update(standing="retired")
                self.good(self.bring(out))
            whole = self.good(self.get(f"specs/{Spec.objects.latest('pk').pk}"))
            self.assertNotEqual(whole["id"], spec["id"])
            self.assertEqual(whole["current"]["rule_set"], kilns.pk)

    def test_what_is_changed_is_a_revision_that_says_where_it_is_from(self) -> None:
        spec = self.add()
        text = self.out("csv").replace(",2200,", ",2400,")
        told = self.good(self.look(text))
        self.assertEqual([(one["what"], one["of"]) for one in told["rows"]], [("changed", spec["id"])])
        self.assertEqual(Revision.objects.count(), 1)
        self.good(self.bring(text))
        whole = self.good(self.get(f"specs/{spec['id']}"))
        self.assertEqual((whole["current"]["number"], whole["current"]["why"]), (2, library_file.WHY))

    def test_a_refused_row_keeps_all_out(self) -> None:
        good = {"format": "hembit-library", "version": 1, "specs": [entry(), entry()]}
        told = self.good(self.look(json.dumps(good)))
        self.assertEqual((told["new"], told["refused"]), (1, 1))
        self.assertIn("line 1", told["rows"][0]["why"])
        self.assertIn(
            "Nothing was brought in", "".join(self.refused(self.bring(json.dumps(good))).values())
        )
        table = "name,spec.kind,spec.resistance\nCoil,winding,118\nOther,winding,lots\n"
        self.assertIn("line 3", "".join(self.refused(self.bring(table)).values()))
        self.assertEqual(Spec.objects.count(), 0)

    def test_one_that_fails_half_way_leaves_nothing(self) -> None:
        spec = self.add()
        table = self.out("csv").replace(",2200,", ",2400,").rstrip().split("\r\n")
        new = [
            "Coil" if one == "name" else "winding" if one == "spec.kind" else ""
            for one in table[0].split(",")
        ]
        text = "\n".join([table[0] + ",spec.resistance", table[1] + ",", ",".join(new) + ",118"])
        with patch.object(library_file, "revise_spec", side_effect=InputError("no more")):
            self.assertIn("Line 2", "".join(self.refused(self.bring(text)).values()))
        self.assertEqual([one.pk for one in Spec.objects.all()], [spec["id"]])
        told = self.good(self.bring(text))
        self.assertEqual((told["new"], told["changed"]), (1, 1))

    def test_what_is_no_library(self) -> None:
        for text in ("", "PK\u0003\u0004", "{", '{"format": "other"}', "a,b\n1,2", '{"a": "\\u0000"}'):
            with self.subTest(text):
                self.assertIn("file", self.refused(self.look(text)))
        self.refused(self.send("post", "specs/library", {"file": "{"}), 403)

    def asked(self, watch: UUID) -> Any:
        return self.as_lead()[0].get(f"/api/v1/specs/library/progress/{watch}")

    def test_how_far_it_is_can_be_asked_while_it_lasts(self) -> None:
        watch = uuid4()
        seen: list[Any] = []
        rows = "name,spec.kind,spec.resistance\n" + "".join(f"Coil {n},winding,96\n" for n in range(3))

        def judged(*given: Any) -> None:
            can_be_judged(*given)
            seen.append(self.good(self.asked(watch)))

        with patch.object(progress, "_EVERY", 1), patch.object(library_file, "can_be_judged", judged):
            sent = self.send_file("specs/library/looked-at", rows.encode(), watch=str(watch))
            self.good(sent)
        self.assertEqual([one["done"] for one in seen], [0, 1, 2])
        self.assertEqual(seen[-1]["rows"], 3)
        over = self.good(self.asked(watch))
        self.assertEqual(over, {"done": 0, "rows": 0})


class Sheets(SpecCase):
    """Files as people have them: of a spreadsheet, in another encoding, or no table at all."""

    def bring(self, name: str, data: bytes) -> Any:
        return self.send_file("specs/library/looked-at", data, name)

    def chart(self, name: str, data: bytes) -> Any:
        return self.send_file("files/text", data, name, by_lead=False)

    def book(self, *rows: list[Any], empty_first: bool = False) -> bytes:
        book = Workbook()
        sheet = book.active
        if empty_first:
            sheet = book.create_sheet("Probe 3")
        assert sheet is not None
        for row in rows:
            sheet.append(row)
        out = io.BytesIO()
        book.save(out)
        return out.getvalue()

    def test_a_spreadsheet_of_specs_is_one_of_their_tables(self) -> None:
        rows = (["name", "spec.kind", "spec.resistance"], ["Coil; vent, left", "winding", 96.3])
        told = self.good(self.bring("a.xlsx", self.book(*rows)))
        self.assertEqual((told["new"], told["refused"]), (1, 0))
        self.assertEqual(told["rows"][0]["name"], "Coil; vent, left")

    def test_a_chart_of_a_spreadsheet_is_the_first_sheet_with_anything(self) -> None:
        rows = (["°C", "kΩ"], [-20, 39.58], [0, 14.51], [25, 5.0], [None, None], [50, 2.0321])
        read = self.good(self.chart("a.xlsx", self.book(*rows, empty_first=True)))
        self.assertIn("“Probe 3”", read["how"])
        chart = self.good(self.send("post", "charts", {"text": read["text"]}))
        self.assertEqual(chart["count"], 4)
        self.assertEqual(chart["rows"][-1]["celsius"], "50")

    def test_another_encoding_is_read_and_said(self) -> None:
        read = self.good(self.chart("a.csv", "T (°C);R (kΩ)\n".replace("Ω", "Ohm").encode("cp1252")))
        self.assertIn("Windows-1252", read["how"])
        self.assertIn("°C", read["text"])
        wide = self.good(self.chart("a.csv", "\ufeffT (°C)\tR (Ω)\n".encode("utf-16-le")))
        self.assertEqual(wide["text"], "T (°C)\tR (Ω)\n")

    def test_what_is_no_table_is_refused_with_what_to_do(self) -> None:
        bomb = io.BytesIO()
        with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as packed:
            packed.writestr("xl/workbook.xml", b"0" * 50_000_000)
        broken = self.book(["a"])
        for name, data, said in (
            ("a.csv", b"\x00\x01\x02" * 40, "no text"),
            ("a.csv", b"name\nab\x81c", "Row 2, column 3"),
            ("a.xls", b"\xd0\xcf\x11\xe0" + b"0" * 100, "old kind"),
            ("a.xlsx", broken[:200], "damaged"),
            ("a.xlsx", bomb.getvalue(), "too large"),
            ("a.xlsx", self.book(), "empty"),
            ("a.zip", _zipped({"a.txt": b"a"}), "no .xlsx"),
            ("a.xlsx", _zipped({"xl/workbook.xml": b"<a"}), "cannot be read"),
            ("a.csv", b"a" * 15_000_001, "larger than 15 MB"),
        ):
            with self.subTest(said):
                answer = self.bring(name, data)
                self.assertEqual(answer.status_code, 422)
                (error,) = answer.json()["errors"]
                self.assertEqual(error["field"], "file")
                self.assertIn(said, error["message"])

    def test_a_small_file_that_unpacks_into_much_takes_neither_time_nor_memory(self) -> None:
        far = '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>'
        wide = "<row>" + "<c><v>1</v></c>" * 16_384 + "</row>"
        for said, rows in (
            ("one cell in the last corner", '<row r="1"><c r="A1"><v>1</v></c></row>' + far),
            ("rows without end", "<row><c><v>1</v></c></row>" * 900_000),
            ("as wide as it goes", wide * 120),
        ):
            with self.subTest(said):
                data = _with_rows(self.book(["a"]), rows)
                self.assertLess(len(data), 256_000)
                began = perf_counter()
                self.assertIn(self.chart("a.xlsx", data).status_code, (200, 422))
                self.assertLess(perf_counter() - began, 12)
        # The server itself took none of it.
        self.assertLess(resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss, 900_000)

    def test_formulas_are_taken_by_what_they_came_to(self) -> None:
        told = self.good(self.chart("a.xlsx", self.book(["°C", "Ω"], ["=1+1", "=HYPERLINK()"], [3, 4])))
        self.assertNotIn("HYPERLINK", told["text"])


def _with_rows(book: bytes, rows: str) -> bytes:
    """A spreadsheet with other rows in its first sheet."""
    with zipfile.ZipFile(io.BytesIO(book)) as packed:
        files = {one: packed.read(one) for one in packed.namelist()}
    files["xl/worksheets/sheet1.xml"] = (
        '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">'
        f"<sheetData>{rows}</sheetData></worksheet>"
    ).encode()
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, data in files.items():
            packed.writestr(name, data)
    return out.getvalue()


def _zipped(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        for name, data in files.items():
            packed.writestr(name, data)
    return out.getvalue()
