"""The large shop is one like any other: its jobs and checks open, its numbers follow each other."""

from __future__ import annotations

from django.core.management import call_command
from django.test import TestCase
from django.utils import timezone

from hembit.apps.base.records.sequence import last_sequence
from hembit.apps.checks.models import Check, CheckLabel
from hembit.apps.checks.services import judgement_of
from hembit.apps.demo.years import Size, Years
from hembit.apps.jobs.job_detail import job_out
from hembit.apps.jobs.models import Entry, Job, PartFinding, Reading
from hembit.apps.jobs.services import find_job
from hembit.apps.machines.models import Machine
from hembit.apps.people.models import Person
from hembit.apps.photos.models import Photo


class LoadYears(TestCase):
    def test_every_copy_is_whole(self) -> None:
        call_command("load_demo", verbosity=0)
        there, person = Job.objects.count(), Person.objects.get(username="ilse")
        Years(Size(machines=14, jobs=40, readings=330, photos=90)).load()
        self.assertEqual(Job.objects.count(), there + 40)
        self.assertGreaterEqual(Reading.objects.count(), 330)
        self.assertEqual(Reading.objects.count(), len(Reading.objects.values("sequence").distinct()))
        for job in Job.objects.order_by("-number")[:12]:
            shown = job_out(find_job(job.number), person, timezone.now())
            parts = {one.key for one in shown.parts}
            self.assertLessEqual({one.part for one in shown.readings}, parts)
            self.assertLessEqual(
                {one.part for one in shown.entries if one.part and one.part != "machine"}, parts
            )
        for decided in Entry.objects.filter(kind="decided"):
            self.assertTrue(PartFinding.objects.filter(pk=decided.data["finding"]).exists())
        check = Check.objects.select_related("body").first()
        assert check is not None
        self.assertIsNotNone(judgement_of(check).code)
        self.assertEqual(CheckLabel.objects.count(), Check.objects.count())
        newest = max(one.objects.latest("sequence").sequence for one in (Check, Entry, Job, Reading))
        self.assertGreaterEqual(last_sequence(), newest)
        self.assertEqual(Machine.objects.count(), 6 + 14)
        self.assertGreaterEqual(Photo.objects.count(), 90)
