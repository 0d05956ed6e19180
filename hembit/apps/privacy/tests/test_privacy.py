"""A customer's personal data is handed out whole, and erased as a lead chose; measurements stay."""

from __future__ import annotations

import io
import json
import tempfile
from pathlib import Path
from typing import Any
from uuid import uuid4

from django.apps import apps
from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection, models
from django.test import SimpleTestCase, override_settings
from PIL import Image

from hembit.apps.base.audit import AuditEvent
from hembit.apps.base.texts.letters import BETWEEN_DIGITS, letters_of
from hembit.apps.checks.models import Check
from hembit.apps.jobs.entries.registry import AnyEntry
from hembit.apps.jobs.models import Entry, Reading
from hembit.apps.jobs.tests.circuits import CircuitCase
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.machines.models import Customer, Position
from hembit.apps.machines.schemas import CustomerIn, MachineIn
from hembit.apps.machines.services import save_customer, save_machine
from hembit.apps.privacy.again import erase_again
from hembit.apps.privacy.fields import INDEXED, NO_WORDS, OF_CUSTOMERS, PERSONAL, WORDS, in_log
from hembit.apps.privacy.found import elsewhere, pictures_of, places
from hembit.apps.privacy.services import line_of

FIGURES = ("body__content", "figure", "state", "outcome", "title")


class Erasing(VisitCase):
    """Ilse has worked at a machine of people whose names stand everywhere."""

    name, contact = "Harbour Bakery", "Orla Quennell"

    def setUp(self) -> None:
        super().setUp()
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.photos = Path(holder.name)
        change = override_settings(MEDIA_ROOT=self.photos)
        change.enable()
        self.addCleanup(change.disable)
        for field, value in (
            ("name", self.name),
            ("contact", self.contact),
            ("phone", "0555 / 21 47"),
            ("email", "orla@harbour.example"),
            ("address", "4 Quay Lane\nSkerrow"),
        ):
            setattr(self.customer, field, value)
        self.customer.save()
        self.machine.place = "behind Orla Quennell's kitchen"
        self.machine.name = "Deck oven of Harbour Bakery"
        self.machine.save()
        Position.objects.filter(pk=self.element).update(name="Orla's front element")
        self.open_job(error_code="call Quennell", complaint="Bakes pale, says Orla Quennell.")
        self.good(
            self.entry(
                "proved_dead",
                isolation=self.isolation(
                    switched_off=["isolator beside Orla's desk"],
                    locked=False,
                    not_locked_because="Mrs Quennell keeps watch",
                ),
            )
        )
        self.good(self.reading(self.element, "24.6"))
        self.good(
            self.reading(
                self.element, "24.4", relation="again", reason="Orla asked", supersedes=self.last()
            )
        )
        self.good(self.entry("noted", text="Orla Quennell wants to be called at noon."))
        follow = {"kind": "other", "text": "call orla quennell", "due_on": self.tomorrow()}
        self.good(self.send("post", f"jobs/{self.number}/follow-ups", {"id": str(uuid4()), **follow}))
        self.photo = self.picture("Orla's burn")

    def last(self) -> str:
        return str(self.whole()["readings"][-1]["id"])

    def picture(self, caption: str) -> str:
        out = io.BytesIO()
        Image.new("RGB", (64, 48)).save(out, "JPEG")
        file = SimpleUploadedFile("a.jpg", out.getvalue(), "image/jpeg")
        body = {"id": str(uuid4()), "step": "look", "caption": caption, "file": file}
        answer = self.client.post(
            f"/api/v1/jobs/{self.number}/photos", body, headers={"X-CSRFToken": self.token}
        )
        return str(self.good(answer)["id"])

    @property
    def path(self) -> str:
        return f"customers/{self.customer.pk}"

    def words(self) -> dict[str, Any]:
        return dict(self.good(self.get(f"{self.path}/words", self.as_lead())))

    def erase(self, **chosen: Any) -> Any:
        body = {"seen": self.words()["seen"], **chosen}
        return self.send("post", f"{self.path}/erase", body, self.as_lead())

    def shown(self) -> str:
        """Everything that is stored, but what people who work here are called."""
        said = []
        for model in apps.get_models():
            for row in model._base_manager.values():
                said.append(json.dumps(row, default=str, ensure_ascii=False))
        return "\n".join(said)


class Whole(Erasing):
    def test_every_name_is_gone_and_every_figure_stays(self) -> None:
        before = list(Check.objects.order_by("pk").values(*FIGURES))
        self.good(self.erase())
        shown = self.shown().lower()
        for name in ("orla", "quennell", "harbour", "kitchen", "quay lane", "0555 / 21", "21 47"):
            self.assertNotIn(name, shown, name)
        self.assertEqual(list(Check.objects.order_by("pk").values(*FIGURES)), before)
        self.assertEqual(Reading.objects.count(), 2)
        job = self.whole()
        self.assertEqual(job["readings"][0]["figure"], "24.60 ± 0.57 Ω")
        self.assertEqual(self.get(f"jobs/{self.number}/report.pdf").status_code, 200)
        self.assertEqual(list(self.photos.rglob("*.jpg")), [])
        self.assertEqual(self.get(f"photos/{self.photo}/full").status_code, 404)
        for check in Check.objects.all():
            self.assertEqual(self.get(f"checks/{check.pk}").status_code, 200)

    def test_it_is_one_line_of_the_trail_without_the_words(self) -> None:
        self.good(self.erase())
        events = AuditEvent.objects.filter(what="customer_erased")
        self.assertEqual(events.get().by, self.lead)
        self.good(self.erase())
        self.assertEqual(events.count(), 1)

    def test_an_erased_customer_is_not_changed_any_more(self) -> None:
        self.good(self.erase())
        said = self.refused(self.send("put", self.path, {"name": "x"}))
        self.assertIn("was erased", said["customer"])

    def test_exported_whole(self) -> None:
        found = self.good(self.get(f"{self.path}/export", self.as_lead()))
        self.assertEqual(found["customer"]["contact"], "Orla Quennell")
        text = json.dumps(found)
        for words in ("kitchen", "Bakes pale", "called at noon", "call orla", "keeps watch"):
            self.assertIn(words, text)
        self.assertEqual([one["id"] for one in found["pictures"]], [self.photo])
        self.assertTrue(all(one["what"] and one["count"] >= 1 for one in found["texts"]))
        self.assertTrue(AuditEvent.objects.filter(what="customer_exported").exists())

    def test_the_words_of_others_are_not_handed_out(self) -> None:
        neighbour = Customer.objects.create(name="Brack", note="next door to Orla Quennell")
        mentioned = [one["text"] for one in self.words()["texts"] if one["mentioned"]]
        self.assertIn(neighbour.note, mentioned)
        found = self.good(self.get(f"{self.path}/export", self.as_lead()))
        self.assertNotIn("next door", json.dumps(found))

    def test_of_a_log_of_others_the_lines_that_mention_them_alone(self) -> None:
        brack = save_customer(CustomerIn(name="Brack"))
        self.machine = save_machine(
            MachineIn(customer=brack.pk, name="Kiln", supply_system="single_phase_230")
        )
        self.open_job()
        self.good(self.entry("noted", text="Orla Quennell has the key"))
        secured = {"locked": False, "not_locked_because": "the door sticks"}
        isolation = self.isolation(switched_off=["the fuse by Orla Quennell's door"], **secured)
        isolation["readings"] = dict.fromkeys(self.whole()["pairs_to_prove"], "0.0")
        self.good(self.entry("proved_dead", isolation=isolation))
        mentioned = [one["text"] for one in self.words()["texts"] if one["mentioned"]]
        self.assertIn("Orla Quennell has the key", mentioned)
        self.assertIn("the fuse by Orla Quennell's door", mentioned)
        self.assertNotIn("the door sticks", mentioned)


class Again(Erasing):
    """What a backup brought back is erased again by the list that lies beside it."""

    def line(self) -> dict[str, Any]:
        customer = Customer.objects.get(pk=self.customer.pk)
        pictures = [one.id for one in pictures_of(customer)]
        return line_of(customer.pk, list(places(customer.pk)), pictures)

    def again(self, *lines: dict[str, Any]) -> int:
        return erase_again(json.dumps(one) for one in lines)

    def test_all_that_the_line_names_and_it_is_said_how_many_customers_that_were(self) -> None:
        line = self.line()
        unknown = ["cellar", "label", "1", []], ["job", "colour", "1", []]
        line["rows"] += unknown
        gone = {**line, "customer": 10**6}
        self.assertEqual(self.again(gone, line, line), 1)
        shown = self.shown().lower()
        for name in ("orla", "quennell", "kitchen", "21 47"):
            self.assertNotIn(name, shown, name)
        self.assertEqual(list(self.photos.rglob("*.jpg")), [])
        event = AuditEvent.objects.get(what="customer_erased")
        self.assertEqual(event.after, {"again": True})

    def test_where_the_text_stands_elsewhere_by_now_all_of_its_field_goes(self) -> None:
        line = self.line()
        moved = [
            [model, field, pk, [*path[:-1], "elsewhere"] if path else []]
            for model, field, pk, path in line["rows"]
        ]
        self.assertEqual(self.again({**line, "rows": moved}), 1)
        self.assertNotIn("quennell", self.shown().lower())

    def test_a_row_that_is_not_there_any_more_is_passed_by(self) -> None:
        line = self.line()
        self.assertEqual(self.again({**line, "rows": [["followup", "text", str(uuid4()), []]]}), 1)


class Indexes(Erasing):
    """What was erased is not left in the files of the full-text indexes, three letters at a time."""

    def groups_in(self, table: str) -> set[bytes]:
        with connection.cursor() as cursor:
            cursor.execute(f"SELECT block FROM {table}_data")
            blocks = b"".join(bytes(one) for (one,) in cursor.fetchall())
        letters = b"quennell"
        every = {letters[place : place + 3] for place in range(len(letters) - 2)}
        return {one for one in every if one in blocks}

    def test_nothing_of_a_name_is_left_in_them(self) -> None:
        self.entry("noted", text="Orla Quennell rang twice")
        for one in WORDS:
            if one.model in INDEXED and one.leaves is None:
                first = one.model._base_manager.order_by("pk")[:1]
                one.model._base_manager.filter(pk__in=first).update(**{one.field: "Orla Quennell"})
        tables = {letters_of(one._meta.db_table) for one in INDEXED}
        tables.add("checks_search")
        self.assertTrue(all(self.groups_in(one) for one in tables))
        self.good(self.erase())
        self.assertEqual({one for one in tables if self.groups_in(one)}, set())

    def test_each_that_there_is_follows_what_it_is_asked_for(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("SELECT name FROM sqlite_master WHERE name LIKE '%_letters'")
            there = {name for (name,) in cursor.fetchall()}
        self.assertEqual(there, {letters_of(one._meta.db_table) for one in INDEXED})


class Figures(Erasing):
    """Names that stand in figures, plates and keys as well."""

    name, contact = "230", "21 4"

    def test_figures_specs_and_verdicts_are_never_touched(self) -> None:
        before = list(Check.objects.order_by("pk").values("body__content", "figure"))
        specs = [one.submission["spec"] for one in Check.objects.order_by("pk")]
        self.good(self.erase())
        self.assertEqual(list(Check.objects.order_by("pk").values("body__content", "figure")), before)
        self.assertEqual([one.submission["spec"] for one in Check.objects.order_by("pk")], specs)
        entry = Entry.objects.get(kind="proved_dead")
        self.assertEqual(entry.data["isolation"]["readings"], self.isolation()["readings"])
        self.assertEqual(self.whole()["parts"][1]["description"], "Heating element, 2200 W 230 V")


class OnTheCircuit(Erasing, CircuitCase):
    """A name that is the machine's volts, a point, how a part was swapped, and a word in a reason."""

    name, contact = "230", "volts elsewhere"

    def test_what_was_read_between_points_still_explains(self) -> None:
        self.good(self.send_rows(self.bank_of_three()))
        taken = {"asked": {"kind": "ohms", "first": "2", "second": "N"}, "display": "16.5"}
        self.good(self.entry("points_read", taken=taken))
        path = f"jobs/{self.number}/circuit"
        wrong = self.good(self.get(path))["points"][0]["id"]
        why = "volts said it was wrong"
        self.good(self.entry("points_read", taken=taken, corrects=wrong, reason=why))
        key = self.good(self.get(path))["swappable"][0]
        self.good(self.entry("swapped", row=key, way="elsewhere", works=True))
        before = self.good(self.get(path))
        self.good(self.erase())
        after = self.good(self.get(path))
        self.assertEqual(after["readings"], before["readings"])
        self.assertEqual(
            [one["weight"] for one in after["explanations"]],
            [one["weight"] for one in before["explanations"]],
        )
        self.assertEqual([one["figure"] for one in after["points"]], ["16.5 Ω"])
        self.assertEqual([one["is_past"] for one in after["swaps"]], [False])
        self.assertNotIn(why, self.shown())


class Chosen(Erasing):
    def key(self, text: str) -> str:
        return str(next(one["key"] for one in self.words()["texts"] if text in one["text"]))

    def test_one_by_one_what_a_lead_keeps_stays(self) -> None:
        keep = [self.key("Orla's front element"), self.key("Bakes pale"), self.photo]
        self.good(self.erase(keep=keep))
        job = self.whole()
        self.assertEqual(job["complaint"], "Bakes pale, says Orla Quennell.")
        self.assertEqual(job["parts"][1]["name"], "Orla's front element")
        self.assertEqual(self.get(f"photos/{self.photo}/full").status_code, 200)
        self.assertNotIn("keeps watch", json.dumps(job))

    def test_the_same_words_kept_here_and_erased_elsewhere(self) -> None:
        other = save_customer(CustomerIn(name="Gull Rock Smokehouse"))
        there = save_machine(
            MachineIn(customer=other.pk, name=self.machine.name, supply_system="single_phase_230")
        )
        key = self.key("Deck oven of Harbour Bakery")
        self.good(self.erase(keep=[key], also=[key]))
        self.machine.refresh_from_db()
        there.refresh_from_db()
        self.assertEqual(self.machine.name, "Deck oven of Harbour Bakery")
        self.assertEqual(there.name, f"Machine {there.pk}")

    def test_what_was_written_meanwhile_is_looked_at_first(self) -> None:
        seen = self.words()["seen"]
        self.good(self.entry("noted", text="Ring the bell twice."))
        self.assertIn("since you looked", self.refused(self.erase(seen=seen))["seen"])
        self.assertFalse(Customer.objects.filter(erased_at__isnull=False).exists())

    def test_what_else_mentions_them_is_shown_and_goes_where_it_is_chosen(self) -> None:
        other = save_customer(CustomerIn(name="Gull Rock Smokehouse", note="friends of the Quennells"))
        for note in (
            "lent by Orla", "ring 0555 2147", "mail orla@harbour.example", "by 4 quay lane",
            "the Harbour Bakery's key", "a corner of Orlando",
        ):  # fmt: skip
            save_machine(
                MachineIn(
                    customer=other.pk,
                    name=f"Cabinet {note[:4]}",
                    supply_system="single_phase_230",
                    note=note,
                )
            )
        mentioned = {one["text"]: one["key"] for one in self.words()["texts"] if one["mentioned"]}
        self.assertEqual(
            set(mentioned),
            {"lent by Orla", "ring 0555 2147", "mail orla@harbour.example", "by 4 quay lane",
             "the Harbour Bakery's key"},
        )  # fmt: skip
        note = Customer.objects.filter(pk=other.pk)
        note.update(note="sends Orla's bread over")
        words = {one["text"]: one for one in self.words()["texts"]}
        self.assertTrue(words["sends Orla's bread over"]["mentioned"])
        also = [mentioned["lent by Orla"], words["sends Orla's bread over"]["key"]]
        self.good(self.erase(also=also))
        self.assertEqual(note.get().note, "")
        shown = self.shown()
        self.assertNotIn("lent by Orla", shown)
        self.assertIn("ring 0555 2147", shown)


class EveryField(SimpleTestCase):
    """No text of a customer's is forgotten because somebody added a field."""

    def test_each_field_holds_words_or_it_is_said_what_it_holds(self) -> None:
        words = {(one.model, one.field) for one in WORDS}
        texts = (models.CharField, models.TextField, models.JSONField, models.BinaryField)
        for model, known in NO_WORDS.items():
            for field in model._meta.concrete_fields:
                if not isinstance(field, texts) or field.is_relation or field.primary_key:
                    continue
                is_personal = model is Customer and field.name in PERSONAL
                with self.subTest(f"{model.__name__}.{field.name}"):
                    said = [(model, field.name) in words, field.name in known, is_personal]
                    self.assertEqual(said.count(True), 1)

    def test_every_table_of_theirs_is_looked_at(self) -> None:
        theirs = {"machines", "jobs", "photos", "checks"}
        there = {one for one in apps.get_models() if one._meta.app_label in theirs}
        self.assertEqual(there, set(NO_WORDS))

    def test_figures_in_the_log_are_none_whatever_entry_they_are_of(self) -> None:
        figures = "supply rated fuse cable contactor protective_conductor insulation readings measured"
        choices = "kind key step order school gas conclusion found part seen way from code"
        said = dict.fromkeys(f"{figures} {choices}".split(), "0.3 Ω")
        self.assertEqual(list(in_log({**said, "text": "call"})), [("text",)])
        self.assertEqual(
            list(in_log({"gate": {**said, "why": ["a", {"b": "c"}, ""]}})),
            [
                ("gate", "why", 0),
                ("gate", "why", 1, "b"),
            ],
        )

    def test_what_people_write_into_the_log_is_taken_for_words(self) -> None:
        written = {
            "reason", "cause", "text", "note", "serial", "switched_off", "not_locked_because",
            "unmeasured_because", "no_protective_conductor_because", "no_insulation_because", "reasons",
        }  # fmt: skip
        found: set[str] = set()
        for kind in AnyEntry.__origin__.__args__:  # type: ignore[attr-defined]
            for name, schema in _strings(kind.model_json_schema()):
                if list(in_log({name: "x"})):
                    found.add(name)
                self.assertNotIn("enum", schema)
        self.assertLessEqual(written, found)


def _strings(schema: dict[str, Any]) -> list[tuple[str, dict[str, Any]]]:
    """Properties that hold free strings, within a schema and what it is made of."""
    found = []
    for part in (schema, *schema.get("$defs", {}).values()):
        for name, one in part.get("properties", {}).items():
            kinds = [one, one.get("items", {}), one.get("additionalProperties", {})]
            is_text = any(isinstance(kind, dict) and kind.get("type") == "string" for kind in kinds)
            if is_text and not {"enum", "const", "format"} & set(one):
                found.append((name, one))
    return found


class Pictures(SimpleTestCase):
    def test_they_are_not_in_a_public_place(self) -> None:
        self.assertFalse(Path(settings.MEDIA_ROOT).is_relative_to(settings.WEB_BUILD))


class Sieve(Erasing):
    """What searches for mentions leaves nothing out that the words themselves would find."""

    contact, phone = "Zoë Müller-Wu", "0555 21-47"

    def test_digits_of_another_script_stand_in_a_log_as_well(self) -> None:
        self.customer.phone = "٠٥٥٥ ٢١٤٧"
        self.customer.save()
        other = save_customer(CustomerIn(name="Gull Rock Smokehouse"))
        there = save_machine(
            MachineIn(customer=other.pk, name="Retort", supply_system="single_phase_230")
        )
        self.open_job(machine=there.pk)
        said = "ring ٠٥٥٥/٢١٤٧"
        self.good(self.entry("noted", text=said))
        found = {one["text"] for one in self.words()["texts"] if one["mentioned"]}
        self.assertIn(said, found)

    def test_in_every_field_of_everybody(self) -> None:
        """Somebody who has no machine, named in a row of each table that there is, field by field."""
        who = Customer.objects.create(name="Zennor Pargeter", phone="0777 31-42")
        tried = set()
        for words in (*WORDS, *OF_CUSTOMERS):
            rows = words.model._base_manager.exclude(pk=who.pk).order_by("pk")
            if words.leaves is None and (row := rows.first()):
                for said in ("zennor pargeter", "07 77/3142"):
                    with self.subTest(f"{words.model.__name__}.{words.field}: {said}"):
                        rows.filter(pk=row.pk).update(**{words.field: said})
                        found = {(one.words.label, one.text) for one in elsewhere(who, [])}
                        self.assertIn((words.label, said), found)
                tried.add(words.model)
        self.assertLessEqual(INDEXED - {Entry}, tried)

    def test_in_whatever_field_and_however_it_is_written(self) -> None:
        other = save_customer(CustomerIn(name="Gull Rock Smokehouse"))
        self.customer.name, self.customer.phone = "Hafen “Süd” 50%", self.phone
        self.customer.save()
        written = [f"0555{one}21{one * 2}4{one}7" for one in BETWEEN_DIGITS]
        for said in (
            *written, "MÜLLER-WU rang", "müller-wu", "Zoë", "05 55/2147", "0-5-5-5-2-1-4-7",
            "hafen “süd” 50%", "(0555)\u00a021\n47",
        ):  # fmt: skip
            other.note = said
            other.save()
            there = save_machine(
                MachineIn(customer=other.pk, name=f"Retort {said}", supply_system="single_phase_230")
            )
            self.open_job(machine=there.pk)
            self.good(self.entry("noted", text=f"7 4, {said}"))
            with self.subTest(said):
                found = {one["text"] for one in self.words()["texts"] if one["mentioned"]}
                self.assertLessEqual({said, there.name, f"7 4, {said}"}, found)
