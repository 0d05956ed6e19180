"""The shop's rules: named sets, which holds where, and that what was judged keeps those of its day."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

from hembit.apps.base.audit import AuditEvent
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.machines.models import Machine

KILNS: dict[str, Any] = {"name": "Kilns", "changes": {"leaking_below_ohm": 2e6}, "is_default": False}
JUDGED = ("spec", "reading", "dead_or_live", "conditions")


class Case(VisitCase):
    def add(self, **more: Any) -> dict[str, Any]:
        return dict(self.good(self.send("post", "rules/sets", KILNS | more, self.as_lead())))

    def change(self, number: int, **more: Any) -> Any:
        return self.send("put", f"rules/sets/{number}", KILNS | more, self.as_lead())

    def leak(self, **conditions: Any) -> dict[str, Any]:
        reading = {"measurand": "terminal_to_case", "display": "5.0M"}
        body = self.body(reading=reading, conditions=conditions)
        return dict(self.good(self.post("judgements", {name: body[name] for name in JUDGED})))


class Sets(Case):
    def test_every_figure_is_listed_with_limits_and_source(self) -> None:
        found = self.good(self.get("rules"))
        self.assertGreater(len(found["settings"]), 60)
        for one in found["settings"]:
            self.assertTrue(one["sentence"] and one["source"] and one["group"], one)

    def test_one_set_is_the_default_one(self) -> None:
        first = self.add(is_default=True)
        self.add(name="Appliances", changes={}, is_default=True)
        sets = self.good(self.get("rules/sets"))
        self.assertEqual([one["name"] for one in sets if one["is_default"]], ["Appliances"])
        self.assertIn(first["id"], [one["id"] for one in sets])

    def test_beyond_its_limits_a_figure_is_refused_where_it_stands(self) -> None:
        sent = self.send(
            "post", "rules/sets", KILNS | {"changes": {"proof_of_dead_minutes": 5000}}, self.as_lead()
        )
        self.assertIn("from 5 to 480", self.refused(sent)["proof_of_dead_minutes"])
        sent = self.send("post", "rules/sets", KILNS | {"changes": {"gravity": 9}}, self.as_lead())
        self.assertIn("gravity", self.refused(sent))

    def test_only_leads_change_them_and_the_trail_has_before_and_after(self) -> None:
        self.assertEqual(self.send("post", "rules/sets", KILNS).status_code, 403)
        number = self.add()["id"]
        self.good(self.change(number, changes={"leaking_below_ohm": 3e6}))
        told = AuditEvent.objects.filter(what="ruleset_changed").first()
        assert told and told.before and told.after
        self.assertEqual(told.before["changes"], {"leaking_below_ohm": 2e6})
        self.assertEqual(told.after["changes"], {"leaking_below_ohm": 3e6})

    def test_what_a_change_would_do_is_shown_before_it_is_kept(self) -> None:
        body = {"before": {}, "after": {"leaking_below_ohm": 1e5}}
        found = self.good(self.send("post", "rules/effects", body, self.as_lead()))
        self.assertTrue(any(one["before"].startswith("leaking") for one in found), found)
        same = {"before": {}, "after": {}}
        self.assertEqual(self.good(self.send("post", "rules/effects", same, self.as_lead())), [])


class WhichHolds(Case):
    def test_the_default_set_from_the_next_key_on(self) -> None:
        self.assertEqual(self.leak()["state"], "leaking")
        number = self.add(is_default=True)["id"]
        judged = self.leak()
        self.assertEqual(judged["state"], "within")
        self.assertIn("rules “Kilns”: leaking below 2.0 MΩ", judged["policy"])
        self.good(self.change(number, is_default=False))
        self.assertEqual(self.leak()["state"], "leaking")

    def test_a_check_may_name_another(self) -> None:
        number = self.add()["id"]
        self.assertEqual(self.leak(rule_set=number)["state"], "within")
        body = self.body(conditions={"rule_set": number + 99})
        sent = self.post("judgements", {name: body[name] for name in JUDGED})
        self.assertIn("conditions.rule_set", self.refused(sent))

    def to_case(self, display: str = "5.0M") -> dict[str, Any]:
        return dict(self.good(self.reading(self.element, display, measurand="terminal_to_case")))

    def state(self, job: dict[str, Any]) -> str:
        return str(job["readings"][-1]["state"])

    def test_a_machines_hold_in_its_jobs_whatever_is_sent(self) -> None:
        Machine.objects.filter(pk=self.machine.pk).update(rule_set=self.add()["id"])
        self.open_job()
        self.prove_dead()
        self.assertEqual(self.state(self.to_case()), "within")

    def test_a_jobs_own_stand_above_the_machines(self) -> None:
        kilns, strict = self.add()["id"], self.add(name="Strict", changes={})["id"]
        Machine.objects.filter(pk=self.machine.pk).update(rule_set=kilns)
        job = self.open_job()
        changed = {"version": job["version"], "rule_set": strict}
        job = self.good(self.send("patch", f"jobs/{self.number}", changed))
        self.assertEqual((job["rule_set"], job["own_rule_set"]), (strict, strict))
        self.prove_dead()
        self.assertEqual(self.state(self.to_case()), "leaking")
        back = {"version": self.whole()["version"], "rule_set": None}
        job = self.good(self.send("patch", f"jobs/{self.number}", back))
        self.assertEqual((job["rule_set"], job["own_rule_set"]), (kilns, None))

    def test_a_positions_stand_above_the_machines_and_below_the_jobs(self) -> None:
        kilns, strict = self.add()["id"], self.add(name="Strict", changes={})["id"]
        place = int(self.element)
        self.good(self.send("patch", f"positions/{place}", {"rule_set": kilns}))
        job = self.open_job()
        by_rules = {one["key"]: one["rule_set"] for one in job["parts"]}
        self.assertEqual(by_rules.pop(self.element), kilns)
        self.assertEqual(set(by_rules.values()), {None})
        self.prove_dead()
        self.assertEqual(self.state(self.to_case()), "within")
        self.good(self.get(f"jobs/{self.number}/meters"))
        changed = {"version": self.whole()["version"], "rule_set": strict}
        self.good(self.send("patch", f"jobs/{self.number}", changed))
        again = self.reading(
            self.element, "5.0M", measurand="terminal_to_case", relation="again",
            supersedes=self.whole()["readings"][-1]["id"], reason="by other rules",
        )  # fmt: skip
        self.assertEqual(self.state(self.good(again)), "leaking")
        self.good(self.send("patch", f"positions/{place}", {"rule_set": None}))
        told = self.refused(self.send("patch", f"positions/{place}", {"rule_set": 9999}))
        self.assertIn("rule_set", told)

    def test_a_proof_of_dead_lapses_by_them(self) -> None:
        self.add(is_default=True, changes={"proof_of_dead_minutes": 45})
        self.open_job()
        job = self.prove_dead()
        now = job["machine_now"]
        self.assertEqual(self.good(self.get("options"))["proof_of_dead_minutes"], 45)
        lapses = datetime.fromisoformat(now["lapses_at"]) - datetime.fromisoformat(now["proof"]["at"])
        self.assertAlmostEqual(lapses, timedelta(minutes=45), delta=timedelta(seconds=1))

    def test_the_shops_decision_rule_holds_where_none_is_named(self) -> None:
        self.add(is_default=True, changes={"decision_rule": "guarded_acceptance"})
        body = self.body(reading__display="26.6")
        kept = self.good(self.post("checks", body))
        self.assertEqual(kept["submission"]["rule"], "guarded_acceptance")


class WhatWasJudged(Case):
    def test_it_keeps_the_rules_of_its_day_and_a_retry_is_the_same(self) -> None:
        number = self.add(is_default=True)["id"]
        body = self.body(reading={"measurand": "terminal_to_case", "display": "5.0M"})
        kept = self.good(self.post("checks", body))
        self.good(self.change(number, is_default=True, changes={"leaking_below_ohm": 9e6}))
        self.assertEqual(self.good(self.get(f"checks/{body['id']}")), kept)
        self.assertEqual(kept["submission"]["conditions"]["rules"]["leaking_below_ohm"], 2e6)
        self.assertEqual(self.post("checks", body).status_code, 200)
