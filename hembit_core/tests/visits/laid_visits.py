"""What the route says through visits at random, in digests: it changes only where somebody meant it to.

    python -m hembit_core.tests.visits.laid_visits

writes them anew; ``... laid_visits NUMBER PLACE`` prints a visit's route at one of its places, to be
compared with that of another revision.
"""

from __future__ import annotations

import hashlib
import json
import sys
from collections.abc import Iterator
from pathlib import Path
from random import Random
from typing import Any

from hembit_core.conformity.states import State
from hembit_core.findings.case_danger import CaseDanger, CaseDangerKind, Lacks
from hembit_core.findings.finding import Conclusion
from hembit_core.tests.visits.test_random_visits import SimulatedVisit
from hembit_core.tests.visits.test_route_properties import items
from hembit_core.visits.closing import left_open, what_blocks_closing
from hembit_core.visits.lay import lay
from hembit_core.visits.route import Added, Choices, RouteItem, School, Skip, StepKind
from hembit_core.visits.symptoms import Symptom

FILE = Path(__file__).parent / "data" / "laid_visits.json"
VISITS = 80
PLACES = 24
"""So many things are done in each; what comes next, or anything else that is due [1]."""
DANGERS = tuple(
    CaseDanger(kind=kind, lacks=lacks, begun=begun)
    for kind in CaseDangerKind
    for lacks in ((Lacks.INSULATION_TEST,), tuple(Lacks))
    for begun in (False, True)
)


class OddVisit(SimulatedVisit):
    """One in which nothing goes by the book: figures, dangers, spares, choices of one's own."""

    def __init__(self, chance: Random) -> None:
        super().__init__(chance)
        self.choices = Choices(school=chance.choice(list(School)))
        for key in self.parts:
            if chance.random() < 0.3:
                self.change(key, behind_panel=True)

    def measure(self, key: str, measurand: str) -> None:
        super().measure(key, measurand)
        chance, one = self.chance, self.parts[key]
        figure = chance.choice(("", "12.0 Ω", "231 V"))
        last = one.taken[-1].model_copy(update={"state": chance.choice(list(State)), "figure": figure})
        # What was only seen, and the records of before a danger was data, conclude it without one.
        danger = chance.choice((None, *DANGERS)) if one.danger else None
        self.change(key, taken=(*one.taken[:-1], last), danger=danger)

    def spare(self, key: str, measurand: str) -> None:
        super().spare(key, measurand)
        if self.chance.random() < 0.5:
            return
        (one,) = self.parts[key].spare_taken
        self.change(key, spare_taken=(one.model_copy(update={"figure": "3.0 Ω"}),))

    def disturb(self, route_items: list[RouteItem]) -> None:
        """Something that nobody asked for."""
        chance = self.chance
        key, item = chance.choice(list(self.parts)), chance.choice(route_items)
        match chance.randint(0, 8):
            case 0:
                self.change(key, touch_ended=True)
            case 1:
                self.done = self.done.model_copy(update={"on_order": (*self.done.on_order, key)})
            case 2:
                self.done = self.done.model_copy(update={"followed": (*self.done.followed, key)})
            case 3:
                self.done = self.done.model_copy(update={"bypassed": (self.parts[key].name,)})
            case 4:
                skip = Skip(key=chance.choice((item.key, "sensors", "live")), reason="no time")
                self.choices = self.choices.model_copy(update={"skipped": (skip,)})
            case 5:
                added = Added(key="own:1", step=chance.choice(list(StepKind)), text="ask the baker")
                self.choices = self.choices.model_copy(
                    update={"added": (added.model_copy(update={"done": chance.random() < 0.5}),)}
                )
            case 6:
                order = chance.sample([one.key for one in route_items], k=2)
                steps = [f"step:{one}" for one in chance.sample(list(StepKind), k=2)]
                self.choices = self.choices.model_copy(update={"order": (*order, *steps)})
            case 7:
                self.change(key, decided=chance.choice((None, *Conclusion)))
            case 8:
                self.change(key, changed=chance.choice(("", "Part 0")), fitted=False)


def visit(number: int) -> Iterator[dict[str, Any]]:
    """The route at each place of a visit, with what keeps it from closing and what it leaves open."""
    chance = Random(number)
    odd = OddVisit(chance)
    symptom = chance.choice(list(Symptom))
    complaint = chance.choice(("", "part 1 smells", "Part 0, member 2"))
    for _ in range(PLACES):
        there = tuple(odd.parts.values())
        route = lay(symptom, there, odd.choices, odd.done, complaint)
        yield {
            "route": route.model_dump(mode="json"),
            "blocks": what_blocks_closing(there, odd.done),
            "open": [one.model_dump(mode="json") for one in left_open(route, there)],
        }
        there_items = items(route)
        due = [one for one in there_items if one.state == "due" and one.key != "own:1"]
        if due and chance.random() < 0.8:
            odd.do(due[0] if chance.random() < 0.6 else chance.choice(due))
        else:
            odd.disturb(there_items)


def digests() -> dict[str, list[str]]:
    """By visit, one digest for each of its places."""
    return {str(number): [_digest(one) for one in visit(number)] for number in range(VISITS)}


def _digest(said: dict[str, Any]) -> str:
    text = json.dumps(said, ensure_ascii=False, sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:6]


def main() -> None:
    """Write them down, or print one."""
    if len(sys.argv) == 3:
        print(json.dumps(list(visit(int(sys.argv[1])))[int(sys.argv[2])], ensure_ascii=False, indent=1))
        return
    FILE.write_text(json.dumps(digests(), indent=0) + "\n", "utf-8")


if __name__ == "__main__":
    main()
