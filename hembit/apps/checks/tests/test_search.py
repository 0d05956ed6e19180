"""Kept checks are found by any letters of their label, in whatever order words are typed."""

from __future__ import annotations

from uuid import uuid4

from django.db import connection
from hypothesis import example, given
from hypothesis import strategies as st

from hembit.apps.checks.models import Check
from hembit.apps.checks.services import search_checks
from hembit.apps.checks.tests.requests import ApiPropertyCase, ApiTestCase

LABELS = (
    "Deck oven, Upper deck: bank",
    "Kühlraum 2, 50% load",
    "Igniter L7 “spare”",
    "Φούρνος, αντίσταση",
    "Backofen_A OR NOT NEAR(x)",
)


class Search(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        for one in LABELS:
            self.post("checks", self.body(id=str(uuid4()), label=one))

    def found(self, text: str) -> list[str]:
        answer = self.client.get("/api/v1/checks", {"text": text})
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return [one["label"] for one in answer.json()["items"]]

    def test_by_letters_anywhere_and_by_the_beginning_of_words(self) -> None:
        deck, cold, igniter, greek, bake = LABELS
        for text, expected in (
            ("oven", [deck]),
            ("OFEN", [bake]),
            ("bank upper", [deck]),
            ("deck kiln", []),
            ("KÜHL", [cold]),
            ("ΦΟΎΡΝ", [greek]),
            ("50%", [cold]),
            ("l7", [igniter]),
            ("7", []),
            ("d", [deck]),
            ("up d", [deck]),
            ('"', []),
            ("“sp", [igniter]),
            ("OR NOT", [bake]),
            ("near(x)", [bake]),
            ("*", []),
        ):
            with self.subTest(text):
                self.assertEqual(self.found(text), expected)

    def test_a_label_that_was_erased_is_not_found(self) -> None:
        Check.objects.filter(label=LABELS[0]).update(label="(erased)")
        self.assertEqual(self.found("bank"), [])
        self.assertEqual(self.found("erased"), ["(erased)"])

    def test_the_index_is_whole(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("INSERT INTO checks_search (checks_search) VALUES ('integrity-check')")
        self.assertEqual(search_checks(["a"]).model._base_manager.count(), Check.objects.count())


class AnyText(ApiPropertyCase):
    @example("\x1c")
    @given(st.text(max_size=40))
    def test_no_text_is_a_question_of_another_kind(self, text: str) -> None:
        answer = self.client.get("/api/v1/checks", {"text": text})
        self.assertIn(answer.status_code, (200, 422))
