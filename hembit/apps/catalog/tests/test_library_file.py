"""The library taken out and brought in: whole or not at all."""

from __future__ import annotations

import json
from typing import Any
from unittest.mock import patch

from hembit.apps.catalog import library_file
from hembit.apps.catalog.models import Revision, Spec
from hembit.apps.catalog.starter import load_starter
from hembit.apps.catalog.tests.specs import SpecCase, entry
from hembit_core.errors import InputError


class Files(SpecCase):
    def out(self, kind: str) -> str:
        answer = self.get(f"specs/library.{kind}")
        self.assertEqual(answer.status_code, 200)
        self.assertIn("attachment", answer["Content-Disposition"])
        return answer.content.decode()

    def look(self, text: str) -> Any:
        return self.send("post", "specs/library/looked-at", {"text": text}, self.as_lead())

    def bring(self, text: str) -> Any:
        return self.send("post", "specs/library", {"text": text}, self.as_lead())

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
                self.assertIn("text", self.refused(self.look(text)))
        self.refused(self.send("post", "specs/library", {"text": "{"}), 403)
