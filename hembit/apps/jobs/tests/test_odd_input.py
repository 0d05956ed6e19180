"""Whatever stands in a field of a job, a part, a wait: an answer or a sentence, never a crash."""

from __future__ import annotations

import copy
from typing import Any
from uuid import uuid4

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as PropertyTestCase

from hembit.apps.jobs.tests.visits import BANK, ELEMENT, VisitCase

ODD = st.one_of(
    st.sampled_from(
        [
            None,
            "",
            " ",
            "OL",
            "warm",
            "24,600",
            "1e400",
            "-1",
            0,
            -1,
            2**70,
            1e308,
            True,
            [],
            {},
            [None],
            {"a": 1},
            "a\x00b",
            "<b>x</b>",
            "é" * 300,
            "../../x",
            "2026-02-30",
            "9999-12-31T23:59:59Z",
            "0001-01-01T00:00:00+14:00",
            "supply",
            "machine",
            "999999999999999999999999",
        ]
    ),
    st.text(max_size=6),
    st.integers(),
)


def leaves(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every place in a body."""
    if isinstance(value, dict):
        return [path] * bool(path) + [
            one for key, inner in value.items() for one in leaves(inner, (*path, key))
        ]
    if isinstance(value, list):
        return [path] + [
            one for place, inner in enumerate(value) for one in leaves(inner, (*path, place))
        ]
    return [path]


def put(body: Any, path: tuple[Any, ...], value: Any) -> None:
    for key in path[:-1]:
        body = body[key]
    body[path[-1]] = value


class OddInput(VisitCase, PropertyTestCase):
    def bodies(self) -> list[tuple[str, str, dict[str, Any]]]:
        """A good request of every kind."""
        job = f"jobs/{self.number}"
        entries = [
            {"kind": "proved_dead", "isolation": self.isolation()},
            {"kind": "looked", "part": self.element, "seen": ["wet"], "note": "x"},
            {
                "kind": "meter_checked",
                "meter": self.meter,
                "check": {
                    "shorted": "0.2",
                    "steady": True,
                    "open_reads_ol": True,
                    "battery_good": True,
                },
            },
            {"kind": "decided", "part": self.element, "finding": 1, "conclusion": "replace"},
            {"kind": "cause_named", "part": self.limit, "cause": "fluff"},
            {"kind": "fitted", "part": self.element, "spec": ELEMENT, "fitted_on": "2026-01-02"},
            {"kind": "feed_checked", "part": self.bank, "feed": {"fuse": "16"}, "supply": "230"},
            {"kind": "gate_passed", "gate": {"protective_conductor": "0.1", "insulation": "9 M"}},
            {"kind": "noted", "text": "x"},
            {"kind": "reopened", "reason": "x"},
        ]
        reading = {"measurand": "between_terminals", "display": "24.6", "lead_zero": "0.2"}
        cooling = {"sum": "cooling_by_temperature", "now": "74", "room": "19", "time_constant": "14"}
        return [
            *(("post", f"{job}/entries", one) for one in entries),
            (
                "post",
                f"{job}/readings",
                {
                    "part": self.element,
                    "reading": reading,
                    "loose": True,
                    "conditions": {"supply": "230"},
                },
            ),
            (
                "post",
                f"{job}/waits",
                {"kind": "other", "text": "x", "until": {"how": "reckoned", "sum": cooling}},
            ),
            (
                "post",
                f"{job}/waits",
                {"kind": "other", "text": "x", "until": {"how": "minutes", "minutes": 5}},
            ),
            (
                "post",
                f"{job}/follow-ups",
                {
                    "kind": "bypass",
                    "part": self.element,
                    "text": "x",
                    "due_on": "2030-01-01",
                    "sections": 4,
                },
            ),
            ("post", f"{job}/checks", {"check_id": str(uuid4()), "part": self.element}),
            (
                "patch",
                job,
                {
                    "version": 1,
                    "complaint": "x",
                    "choices": {
                        "order": ["a"],
                        "skipped": [{"key": "a", "reason": "x"}],
                        "added": [{"key": "b", "step": "look", "text": "x", "done": False}],
                    },
                },
            ),
            ("post", "jobs", {"machine": self.machine.pk, "complaint": "x", "symptom": "trips"}),
            ("post", f"machines/{self.machine.pk}/positions", {"name": "x", "spec": BANK}),
            ("post", f"positions/{self.element}/parts", {"spec": ELEMENT, "fitted_on": "2026-01-02"}),
            (
                "put",
                f"machines/{self.machine.pk}",
                {"customer": self.customer.pk, "name": "x", "altitude": 5},
            ),
            ("post", "customers", {"name": "x", "email": "a@b"}),
        ]

    def setUp(self) -> None:
        super().setUp()
        self.open_job()

    @settings(max_examples=220, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.data())
    def test_an_answer_or_a_sentence(self, data: st.DataObject) -> None:
        method, path, good = data.draw(st.sampled_from(self.bodies()))
        body = copy.deepcopy(good)
        for place in data.draw(st.lists(st.sampled_from(leaves(good)), min_size=1, max_size=2)):
            try:
                put(body, place, copy.deepcopy(data.draw(ODD)))
            except (TypeError, KeyError, IndexError):
                continue  # the place went with the one above it
        if path != f"jobs/{self.number}":
            body.setdefault("id", str(uuid4()))
        if not path.startswith("jobs"):
            body.pop("id", None)
        answer = self.send(method, path, body)
        self.assertLess(answer.status_code, 500, answer.content[:300])
        if answer.status_code >= 400:
            for one in answer.json()["errors"]:
                self.assertTrue(one["message"].strip())
        self.assertEqual(self.get(f"jobs/{self.number}").status_code, 200)
