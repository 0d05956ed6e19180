"""The customer's page: everything on record, as data and as PDF."""

from __future__ import annotations

from io import StringIO

from django.core.management import call_command
from django.test import SimpleTestCase, TestCase
from django.utils import timezone

from hembit.apps.jobs.models import Job
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.reports.fonts import spelled
from hembit.apps.reports.pdf import render
from hembit.apps.reports.services import report_of


class Report(VisitCase):
    def test_what_was_measured_against_what_it_should_have_been(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element, "repair", "broken at the spade, welded"))
        report = self.good(self.get(f"jobs/{self.number}/report"))
        (measured,) = report["measured"]
        self.assertEqual((measured["due"], measured["read"]), ("22.90–26.72 Ω", "OL"))
        self.assertTrue(measured["rail"]["high_gate"]["hit"])
        (found,) = report["found"]
        self.assertEqual((found["conclusion"], found["decided"]), ("replace", "repair"))
        self.assertTrue(found["overruled"])
        self.assertIn("Not measured at all: Limit", report["not_tested"][-1])
        self.assertIn("Local codes", report["cautions"][-1])

    def test_a_leaking_part_stands_in_the_cautions(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        report = self.good(self.get(f"jobs/{self.number}/report"))
        self.assertIn("not to be energised", report["cautions"][0])

    def test_in_short_before_anything_was_found(self) -> None:
        self.open_job()
        short = self.good(self.get(f"jobs/{self.number}/report"))["in_short"]
        self.assertEqual(
            short,
            {
                "wrong": "No part was found faulty.",
                "done": "Nothing was replaced.",
                "watch": "There is nothing to watch.",
            },
        )

    def test_the_old_part_by_its_own_readings_and_the_new_one_by_its_own(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element))
        self.good(self.reading(self.element, "24.2", spare=True))
        self.good(self.entry("fitted", part=self.element, serial="N-7"))
        self.good(self.reading(self.element, "24.3"))
        report = self.good(self.get(f"jobs/{self.number}/report"))
        before, now = report["found"]
        self.assertEqual((before["part_before"], before["decided"]), (True, "replace"))
        self.assertIn("OL", before["rests_on"][0])
        self.assertEqual((now["part_before"], now["decided"]), (False, "sound"))
        self.assertIn("24.3", now["rests_on"][0])
        self.assertEqual(
            report["in_short"]["wrong"],
            "Lower deck, front element was broken: no current could pass.",
        )
        self.assertEqual(report["in_short"]["done"], "Lower deck, front element was replaced.")
        self.assertIn("not done", " ".join(report["left_open"]).lower())

    def test_a_danger_stands_first_and_says_not_to_switch_it_on(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.limit, "OL", measurand="contact_closed"))
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        report = self.good(self.get(f"jobs/{self.number}/report"))
        self.assertEqual(report["found"][0]["decided"], "do not energise")
        self.assertIn("Do not switch it on", report["in_short"]["watch"])
        self.assertIn("must not be energised", report["left_open"][0])

    def test_a_danger_that_was_left_says_why(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        self.good(self.decide(self.element))
        self.good(self.entry("cause_named", part=self.element, cause="steam"))
        self.good(self.entry("closed", reasons={self.element: "locked off and tagged"}))
        report = self.good(self.get(f"jobs/{self.number}/report"))
        self.assertIn("Left so: locked off and tagged.", report["left_open"][0])

    def test_due_and_read_are_in_one_unit(self) -> None:
        probe = self.place(
            "Deck probe",
            {
                "kind": "temperature_sensor",
                "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"},
            },
        )
        self.open_job()
        self.prove_dead()
        self.good(self.reading(probe, "6.11k", measurand="sensor_resistance"))
        (measured,) = self.good(self.get(f"jobs/{self.number}/report"))["measured"]
        self.assertIn("°C", measured["read"])
        self.assertIn("°C", measured["due"])

    def test_the_pdf(self) -> None:
        self.open_job(error_code="E 41 <b>Ω</b>")
        answer = self.get(f"jobs/{self.number}/report.pdf")
        self.assertEqual(answer["Content-Type"], "application/pdf")
        self.assertTrue(answer.content.startswith(b"%PDF-"))
        self.refused(self.get("jobs/77/report"), 404)
        self.refused(self.get("jobs/77/report.pdf"), 404)

    def test_whatever_script_somebody_writes_is_drawn(self) -> None:
        for words in (
            "Größe Žižkov Łódź Ωμ Обмотка",
            "סליל תקין",
            "العنصر مقطوع",
            "加熱器斷線 ヒーター 히터 단선",
            "हीटर तत्व তাপ ਹੀਟਰ હીટર வெப்பம் హీటర్ ಹೀಟರ್ ഹീറ്റർ ହିଟର හීටරය",
            "ขดลวดขาด កម្ដៅ အပူပေး ማሞቂያ ჰიტერი Ջեռուցիչ ເຄື່ອງ",
            "e\u0301 ➜ ☎ ① ㎜ 🌡 👍",
            "🔥 👩🏽‍🔧 \U0001fae0\nand 𝔉 \U0010fffd",
        ):
            with self.subTest(words), self.assertNoLogs("fpdf", "WARNING"):
                self.open_job(complaint=words)
                answer = self.get(f"jobs/{self.number}/report.pdf")
                self.assertEqual(answer.status_code, 200)


class Spelled(SimpleTestCase):
    def test_a_sign_that_no_font_has_stands_by_its_name(self) -> None:
        told = spelled({"a": ["It caught 🔥\n", 3, None], "b": "Ω 🔥🔥"})
        self.assertEqual(told, {"a": ["It caught [fire]\n", 3, None], "b": "Ω [fire][fire]"})

    def test_what_only_joins_signs_is_left_out(self) -> None:
        self.assertEqual(spelled("🧯\U000e0067\U000e007f"), "[fire extinguisher]")
        self.assertEqual(spelled("\U0010fffd"), "[u+10fffd]")

    def test_what_the_fonts_have_stays_as_it_is(self) -> None:
        texts = {"a": "Größe, 加熱器\n", "b": ["सी", "➜"]}
        self.assertIs(spelled(texts), texts)


class Demo(TestCase):
    def test_every_visit_of_the_demo_prints(self) -> None:
        call_command("load_demo", stdout=StringIO())
        for job in Job.objects.all():
            with self.subTest(job):
                self.assertGreater(len(render(report_of(job.number, timezone.now()))), 10_000)
