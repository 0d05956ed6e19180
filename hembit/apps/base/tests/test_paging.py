"""Page after page is the whole list, whatever order it is in and whatever is written meanwhile."""

from __future__ import annotations

import json
from base64 import urlsafe_b64encode

from django.core.exceptions import FieldDoesNotExist
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase

from hembit.apps.base import paging
from hembit.apps.base.paging import page_of
from hembit.apps.machines.models import Customer
from hembit_core.errors import InputError

names = st.lists(st.sampled_from(["Ärmel", "b", "B", "c'd", ""]), max_size=130)
orders = st.sampled_from([("name", "id"), ("-name", "-id"), ("-name", "id"), ("name", "-id"), ("id",)])


class Pages(TestCase):
    def walk(self, order: tuple[str, ...]) -> list[int]:
        found: list[int] = []
        after: str | None = ""
        while after is not None:
            page = page_of(Customer.objects.order_by(*order), after, lambda one: one.pk)
            self.assertLessEqual(len(page.items), paging.PAGE_SIZE)
            found += page.items
            after = page.next
        return found

    def test_an_order_in_which_two_may_be_equal_is_refused(self) -> None:
        for order in (("name",), ("-name", "phone")):
            with self.subTest(order), self.assertRaises(FieldDoesNotExist):
                page_of(Customer.objects.order_by(*order), "", lambda one: one.pk)

    def test_a_place_that_is_none_is_refused(self) -> None:
        order = Customer.objects.order_by("name", "id")
        for values in ([None, 1], ["b", None], [None, None], ["b"], {"b": 1}):
            after = urlsafe_b64encode(json.dumps(values).encode()).decode()
            with self.subTest(values), self.assertRaises(InputError):
                page_of(order, after, lambda one: one.pk)

    def test_behind_a_full_last_page_there_is_none(self) -> None:
        Customer.objects.bulk_create([Customer(name=f"{one}") for one in range(paging.PAGE_SIZE)])
        self.assertIsNone(page_of(Customer.objects.order_by("id"), "", lambda one: one.pk).next)

    @given(names, orders)
    def test_all_of_them_once_in_order(self, chosen: list[str], order: tuple[str, ...]) -> None:
        Customer.objects.bulk_create([Customer(name=one) for one in chosen])
        whole = list(Customer.objects.order_by(*order).values_list("pk", flat=True))
        self.assertEqual(self.walk(order), whole)
