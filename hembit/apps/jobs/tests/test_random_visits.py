"""Visits at random, against the server's own rules: what comes next is never refused."""

from __future__ import annotations

import os
from random import Random
from typing import Any
from uuid import uuid4

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as EachOnItsOwn

from hembit.apps.checks.tests.requests import ROOM
from hembit.apps.jobs.tests.visits import ELEMENT, VisitCase
from hembit.apps.machines.schemas import MachineIn
from hembit.apps.machines.services import save_machine
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.findings.finding import Conclusion
from hembit_core.visits.dead.proving import pairs_to_prove
from hembit_core.visits.symptoms import Symptom

VISITS = int(os.environ.get("HEMBIT_VISITS", "10"))
STEPS = 150
"""More than any visit here can take: whoever needs more goes in a circle."""
COIL = {"kind": "winding", "resistance": "118"}
SPECS: tuple[dict[str, Any], ...] = (
    ELEMENT,
    COIL,
    {"kind": "contact", "device": "limit"},
    {"kind": "contact", "device": "thermostat"},
    {"kind": "igniter", "usual_lower": "45", "usual_upper": "85"},
    {"kind": "temperature_sensor", "sensor": {"type": "ntc_beta", "r25": "5 k", "beta": "3470"}},
    {"kind": "thermocouple", "letter": "K"},
    {"kind": "high_tension_lead", "length": "0.42", "per_metre": "7.1k"},
    {"kind": "position_sensor", "track": "4k7"},
    {"kind": "ignition_sequence", "stages": [{"name": "igniter powered", "voltage": "24"}]},
    {"kind": "resistive_part", "resistance": "4k7"},
)
GOOD = {
    "heating_element": "24.1",
    "element_bank": "8.1",
    "winding": "118.4",
    "contact": "0.1",
    "igniter": "60.2",
    "temperature_sensor": "6.10k",
    "thermocouple": "8.1",
    "high_tension_lead": "3.0k",
    "resistive_part": "4.70k",
}
"""A new part that passes, by its kind: what comes in when the one before did not."""
OHMS = ("OL", "0.0", "0.6", "24.1", "8.1", "60.2", "118.4", "6.10k", "3.0k", "4.70k", "0.4M")
SHOWN: dict[str, Any] = {
    "terminal_to_case": ("OL", "OL", "0.4M"),
    "insulation_test": ("210 M", "0.3 M"),
    "contact_closed": ("0.10", "OL"),
    "contact_open": ("OL", "0.10"),
    "thermocouple_voltage": ("25.76", "0.0"),
}


def reading_of(measurand: str, system: str, chance: Random) -> dict[str, Any]:
    """A reading of that test, good or bad by chance."""
    volts, amps = chance.choice(("231", "230", "12")), chance.choice(("9.5", "0.00", "4.8"))
    acted = chance.choice(("yes", "no"))
    lists: dict[str, dict[str, Any]] = {
        "supply_volts": {"volts": dict.fromkeys(pairs_of(system), volts)},
        "running": {"voltage": volts, "current": amps},
        "igniter_called": {"voltage": volts, "current": amps, "glows": acted},
        "winding_running": {"voltage": volts, "current": amps, "acted": acted},
        "contact_volts": {"across": volts, "load": chance.choice(("229", "0.1"))},
        "contact_switching": {"opened_at": "85", "closed_at": "70"},
        "controller_shows": {"shown": chance.choice(("20", "31"))},
        "sensor_points": {"points": [{"celsius": t, "display": "5.0k"} for t in ("0", "25", "50")]},
        "sensor_response": {"displays": ["5.0k", "4.6k", "4.4k", "4.3k"]},
        "track_and_halves": {"track": "4.62k", "first_half": "2.29k", "second_half": "2.31k"},
        "sweep": {"displays": ["0.05k", "1.1k", "2.2k", "3.3k", "4.6k"]},
        "siblings": {"displays": ["24.1", "24.2", "24.0"]},
        "sequence": {"stages": [{"voltage": chance.choice(("24.1", "0.3")), "acted": acted}]},
    }
    shown = {"display": chance.choice(SHOWN.get(measurand, OHMS))}
    return {"measurand": measurand, **lists.get(measurand, shown)}


def pairs_of(system: str) -> list[str]:
    return list(Supply(system=SupplySystem(system)).pairs)


class RandomVisits(EachOnItsOwn, VisitCase):
    @settings(
        max_examples=VISITS,
        deadline=None,
        phases=[Phase.generate],  # a visit is told by its own steps; making it shorter takes minutes
        suppress_health_check=list(HealthCheck),
        database=None,
    )
    @given(st.randoms(use_true_random=False))
    def test_what_comes_next_is_never_refused_and_ends_at_close(self, chance: Random) -> None:
        self.chance = chance
        self.system = chance.choice(("three_phase_230_400", "single_phase_230", "split_phase_120_240"))
        given = {"customer": self.customer.pk, "name": "Any machine", "supply_system": self.system}
        self.machine = save_machine(MachineIn.model_validate(given))
        for place, spec in enumerate(chance.choices(SPECS, k=chance.randint(1, 5))):
            self.place(f"Part {place}", spec)
        if chance.random() < 0.4:
            member = self.place("Bank", {"kind": "element_bank", "members": 3, "member": ELEMENT})
            for place in range(3):
                self.place(f"Bank, member {place}", ELEMENT, part_of=int(member))
        school = chance.choice(("dead_first", "live_first"))
        job = self.open_job(chance.choice(list(Symptom)).value, school=school)
        done: list[str] = []
        may_skip = True
        for _ in range(STEPS):
            key = job["route"]["next_key"]
            if job["state"] == "closed":
                self.assertIsNone(key)
                return
            if key is None:  # what was skipped stands in the way of closing: taken up, and then done
                waiting = [
                    (one["key"], one["state"], one["why"])
                    for step in job["route"]["steps"]
                    for one in (step | {"key": step["kind"]}, *step["items"])
                    if one["state"] not in ("done", "folded")
                ]
                self.assertTrue(job["blocks_closing"] and job["choices"]["skipped"], (waiting, done))
                job, may_skip = self.skip(job), False
                continue
            item = self.item(job, key)
            self.assertEqual(item["state"], "due", (key, done))
            done.append(key)
            skipped = may_skip and chance.random() < 0.06 and key != "close"
            job = self.skip(job, key) if skipped else self.do(job, item)
        self.fail(f"it does not end: {done}")

    def skip(self, job: dict[str, Any], *keys: str) -> Any:
        """Skip these as well; without one, nothing is skipped any more."""
        there = job["choices"]["skipped"] if keys else []
        skipped = [*there, *({"key": key, "reason": "known already"} for key in keys)]
        body = {"version": job["version"], "choices": {**job["choices"], "skipped": skipped}}
        return self.good(self.send("patch", f"jobs/{self.number}", body))

    def do(self, job: dict[str, Any], item: dict[str, Any]) -> Any:
        """Do what comes next; the machine is made live or dead for it as the screen does."""
        head, part = item["key"].partition(":")[0], item["part"]
        if item["measurand"]:
            return self.measure(job, item, spare=head == "spare")
        if item["dead_or_live"] == "dead" and job["machine_now"]["state"] != "proved_dead":
            self.good(self.dead(job))
        if head == "look" and part != "machine" and self.whole()["machine_now"]["state"] == "live":
            self.good(self.entry("switched_off"))
        forms: dict[str, Any] = {
            "isolate": lambda: self.dead(job),
            "meter": lambda: self.entry("meter_checked", meter=self.meter, check=METER),
            "look": lambda: self.entry("looked", part=part, seen=["sound"]),
            "cause": lambda: self.entry("cause_named", part=part, cause="water in it"),
            "fit": lambda: self.entry("fitted", part=part),
            "gate": lambda: self.entry("gate_passed", gate=GATE),
            "decide": lambda: self.decided(part),
            "close": lambda: self.closed(job),
        }
        return self.good(forms[head]())

    def measure(self, job: dict[str, Any], item: dict[str, Any], *, spare: bool) -> Any:
        if item["dead_or_live"] == "live" and job["machine_now"]["state"] != "live":
            self.good(self.entry("went_live"))
        if item["dead_or_live"] == "dead" and not spare:
            if job["machine_now"]["state"] == "live":
                self.good(self.entry("switched_off"))
            if job["machine_now"]["state"] != "proved_dead":
                self.good(self.dead(self.whole()))
        standing = [
            one["id"]
            for one in job["readings"]
            if (one["part"], one["measurand"]) == (item["part"], item["measurand"])
            and one["spare"] == spare
            and not (one["superseded_by"] or one["past"])
        ]
        reading = reading_of(item["measurand"], self.system, self.chance)
        kind = self.part(job, item["part"])["spec"]["kind"]
        if spare and standing and kind in GOOD:
            reading["display"] = GOOD[kind]
        body = {
            "part": item["part"],
            # Whatever is read, the unknown meter reads it.
            "conditions": {**ROOM, **TERMINALS, "supply": "230"},
            "spare": spare,
            "supersedes": standing[-1] if standing else None,
            "relation": "another_part" if spare and standing else "again",
        }
        answer = self.taken(body, reading)
        for _ in range(
            2
        ):  # what it asks is answered: how it was connected, then what the figure raised
            if answer.status_code in (200, 201):
                break
            for one in answer.json()["errors"]:
                if one["field"] == "reading.connection":
                    reading["connection"] = "isolated"
                elif one["choices"]:
                    reading.setdefault("answers", {})[one["code"]] = one["choices"][0]["value"]
            answer = self.taken(body, reading)
        return self.good(answer)

    def taken(self, body: dict[str, Any], reading: dict[str, Any]) -> Any:
        body = {**body, "id": str(uuid4()), "reading": reading}
        return self.send("post", f"jobs/{self.number}/readings", body)

    def dead(self, job: dict[str, Any]) -> Any:
        if job["machine_now"]["state"] == "live":
            self.good(self.entry("switched_off"))
        readings = dict.fromkeys(pairs_to_prove(Supply(system=self.system)), "0.0")
        return self.entry("proved_dead", isolation=self.isolation(readings=readings))

    def decided(self, part: str) -> Any:
        found = self.part(self.whole(), part)["finding"]["finding"]["conclusion"]
        allowed = _NOT_SAFE if found == Conclusion.DO_NOT_ENERGISE else list(Conclusion)
        other = self.chance.choice(allowed).value
        conclusion = other if self.chance.random() < 0.2 else found
        return self.decide(part, conclusion, "" if conclusion == found else "seen before")

    def closed(self, job: dict[str, Any]) -> Any:
        self.assertEqual(job["blocks_closing"], [])
        dangers = [one["part"] for one in job["left_open"] if one["kind"] == "danger"]
        return self.entry("closed", reasons=dict.fromkeys(dangers, "locked off and tagged"))


_NOT_SAFE = [
    Conclusion.REPLACE,
    Conclusion.REPAIR,
    Conclusion.DO_NOT_ENERGISE,
    Conclusion.WRONG_PART,
    Conclusion.UNDECIDED,
]
METER = {"shorted": "0.2", "steady": True, "open_reads_ol": True, "battery_good": True}
GATE = {
    "protective_conductor": "0.12",
    "insulation": "210 M",
    "nothing_left_inside": True,
    "bypasses_removed": True,
    "covers_on": True,
    "gas": "tight",
}
TERMINALS = {"cold_junction": "21", "cold_junction_source": "contact_probe"}
