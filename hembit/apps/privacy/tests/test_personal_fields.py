"""Each personal field of a customer: taken, shown, handed out, sought by, and erased."""

from __future__ import annotations

from django.db.models import CharField, TextField

from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.machines.models import Customer
from hembit.apps.machines.personal import OF_A_CUSTOMER
from hembit.apps.machines.schemas import CustomerIn, CustomerOut
from hembit.apps.privacy.found import found_of, terms_of
from hembit.apps.privacy.schemas import EraseIn
from hembit.apps.privacy.services import erase_customer

SAID = {
    "name": "Whelk Bakery",
    "contact": "Isbel Thorn",
    "phone": "0555 74 19 22",
    "email": "isbel@whelk.example",
    "address": "9 Net Loft\nSkerrow",
    "note": "asks for Magnus Reed at the back door",
}
SOUGHT = {"name": ["Whelk Bakery"], "contact": ["Isbel", "Thorn"], "email": ["isbel@whelk.example"],
          "address": ["9 Net Loft", "Skerrow"], "note": []}  # fmt: skip


class EachField(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.path = f"customers/{self.customer.pk}"
        self.good(self.send("put", self.path, SAID))
        self.customer.refresh_from_db()

    def test_whatever_has_words_is_declared(self) -> None:
        words = {one.name for one in Customer._meta.fields if isinstance(one, CharField | TextField)}
        declared = {one.field for one in OF_A_CUSTOMER}
        self.assertEqual(words, declared)
        self.assertEqual(set(CustomerIn.model_fields), declared)
        self.assertEqual(set(CustomerOut.model_fields), declared | {"id", "erased_at"})
        self.assertEqual(set(SAID), declared)

    def test_each_is_stored_shown_and_handed_out(self) -> None:
        shown = next(
            one for one in self.good(self.get("customers"))["items"] if one["id"] == self.customer.pk
        )
        handed_out = self.good(self.get(f"{self.path}/export", self.as_lead()))["customer"]
        for field, said in SAID.items():
            with self.subTest(field):
                self.assertEqual(getattr(self.customer, field), said)
                self.assertEqual(shown[field], said)
                self.assertEqual(handed_out[field], said)

    def test_mentions_are_sought_by_each_as_it_is_declared(self) -> None:
        texts, digits = terms_of(self.customer)
        self.assertEqual(sorted(texts), sorted(one for some in SOUGHT.values() for one in some))
        self.assertEqual(digits, "0555741922")

    def test_a_word_of_two_letters_is_sought_by_nobody(self) -> None:
        self.customer.contact = "Jo Thorn"
        self.assertNotIn("Jo", terms_of(self.customer)[0])
        self.assertIn("Thorn", terms_of(self.customer)[0])

    def test_a_number_of_three_digits_is_everybodys(self) -> None:
        for said, sought in (("112", ""), ("11-23", "1123")):
            self.customer.phone = said
            self.assertEqual(terms_of(self.customer)[1], sought)

    def test_each_is_erased(self) -> None:
        erase_customer(self.customer.pk, EraseIn(seen=found_of(self.customer).seen))
        self.customer.refresh_from_db()
        for field, said in SAID.items():
            with self.subTest(field):
                self.assertNotIn(said.split()[0], getattr(self.customer, field))
