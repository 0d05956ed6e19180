"""A customer's personal data is handed out whole, and erased whole; measurements stay."""

from __future__ import annotations

import json
from pathlib import Path
from uuid import uuid4

from django.conf import settings

from hembit.apps.jobs.models import Reading
from hembit.apps.jobs.tests.visits import VisitCase


class PersonalData(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.machine.place = "behind Orla Quennell's kitchen"
        self.machine.name = "Deck oven of Harbour Bakery"
        self.machine.save()
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))
        self.good(self.entry("noted", text="Orla Quennell wants to be called at noon."))
        follow = {"kind": "other", "text": "call orla quennell", "due_on": self.tomorrow()}
        self.good(self.send("post", f"jobs/{self.number}/follow-ups", {"id": str(uuid4()), **follow}))

    def test_exported_whole(self) -> None:
        found = self.good(self.get(f"customers/{self.customer.pk}/export", self.as_lead()))
        self.assertEqual(found["customer"]["contact"], "Orla Quennell")
        text = json.dumps(found)
        for words in ("kitchen", "Bakes pale", "called at noon", "call orla"):
            self.assertIn(words, text)

    def test_erased_whole_and_the_measurements_stay(self) -> None:
        path = f"customers/{self.customer.pk}/erase"
        self.good(self.send("post", path, {}, self.as_lead()))
        job = self.whole()
        shown = json.dumps(job) + self.get("kept-checks-and-more").content.decode()
        shown += self.get("checks").content.decode() + self.get("jobs").content.decode()
        shown += self.get(f"machines/{self.machine.pk}").content.decode()
        shown += self.get(f"jobs/{self.number}/report").content.decode()
        for name in ("Orla", "Quennell", "Harbour", "kitchen", "orla"):
            self.assertNotIn(name, shown)
        self.assertIn("the customer wants to be called", shown)
        self.assertEqual(job["readings"][0]["figure"], "24.60 ± 0.57 Ω")
        self.assertEqual(Reading.objects.count(), 1)
        self.assertIn(
            "was erased",
            self.refused(self.send("put", f"customers/{self.customer.pk}", {"name": "x"}))["customer"],
        )
        self.good(self.send("post", path, {}, self.as_lead()))

    def test_photos_are_not_in_a_public_place(self) -> None:
        self.assertFalse(Path(settings.MEDIA_ROOT).is_relative_to(settings.WEB_BUILD))
