"""The administration's pages do not grow with the shop."""

from __future__ import annotations

from django.db import connection
from django.test.utils import CaptureQueriesContext

from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.machines.models import Machine, Position

PAGES = ("customer/", "machine/", "position/")


class Administration(VisitCase):
    def asked(self, path: str) -> tuple[int, int]:
        """How many bytes a page has, and how many queries it took."""
        client, _ = self.as_lead()
        with CaptureQueriesContext(
            connection,
        ) as queries:
            answer = client.get(f"/admin/machines/{path}")
        self.assertEqual(answer.status_code, 200)
        return len(answer.content), len(queries)

    def test_a_form_does_not_list_every_machine_there_is(self) -> None:
        forms = (f"position/{self.element}/change/", f"machine/{self.machine.pk}/change/")
        before = {one: self.asked(one) for one in (*PAGES, *forms)}
        many = Machine.objects.bulk_create(
            Machine(customer=self.customer, name=f"Kiln {one}", supply_system="dc_12")
            for one in range(300)
        )
        Position.objects.bulk_create(Position(machine=one, name="Upper element") for one in many)
        for form in forms:
            bytes_now, queries_now = self.asked(form)
            self.assertLess(bytes_now, before[form][0] + 2_000, form)
            self.assertLessEqual(queries_now, before[form][1], form)
        for page in PAGES:
            self.assertLessEqual(self.asked(page)[1], before[page][1] + 1, page)
