"""Queries whose SQL is built once; that each answers as built anew is tested where there are data."""

from __future__ import annotations

from threading import Thread

from django.db import connection
from django.test import SimpleTestCase, TestCase

from hembit.apps.base.models import Counter
from hembit.apps.base.prepared import Prepared


class PreparedQueries(TestCase):
    def test_it_is_built_once_and_answers_for_each_key(self) -> None:
        built: list[int] = []

        def build(number: int) -> object:
            built.append(number)
            return Counter.objects.filter(pk=number).values_list("last", flat=True)

        Counter.objects.create(pk=5, last=7)
        one = Prepared(build)  # type: ignore[arg-type, var-annotated]
        self.assertEqual([one.of(5), one.of(6), one.of(5)], [[7], [], [7]])
        self.assertEqual(len(built), 1)

    def test_each_thread_asks_by_its_own_connection(self) -> None:
        one = Prepared(lambda number: Counter.objects.filter(pk=number))
        one.of(1)
        failed: list[str] = []

        def ask() -> None:
            try:
                one.of(1)
            except Exception as error:
                failed.append(str(error))
            finally:
                connection.close()

        asking = Thread(target=ask)
        asking.start()
        asking.join()
        self.assertEqual(failed, [])


class WithoutUse(SimpleTestCase):
    def test_a_key_that_the_query_does_not_ask_by_is_refused(self) -> None:
        one = Prepared(lambda number: Counter.objects.filter(pk=number + 1))
        with self.assertRaisesRegex(ValueError, "no use for one of its keys"):
            one.of(1)
