"""Try small changes of the code that decides, and say which of them no test noticed.

python -m mutants [NUMBER] [--seed N] [--area NAME] [--only N,N] [--by TESTS]
"""

from __future__ import annotations

import argparse
import collections
import hashlib
import os
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path

from mutants.changed import Import
from mutants.covering import Passed, Recorder, tests_for
from mutants.drawing import Mutant, changes_nothing, draw, tree_of
from mutants.operators import sites
from mutants.places import AREAS, ROOT, files, module_of
from mutants.running import SERVER, Outcome, Run, begin, make_database, preload, run

FOLDER = ROOT / ".data" / "mutants"
DATABASE = "server.sqlite3"
_APPS = "hembit.apps"
TESTS = {
    "core": ("hembit_core", "hembit_circuits"),
    "people": tuple(f"{_APPS}.{one}" for one in ("people", "privacy", "machines", "base", "workshop")),
    "jobs": tuple(
        f"{_APPS}.{one}" for one in ("jobs", "history", "photos", "checks", "reports", "shop")
    ),
}
"""The tests of what is tried, in parts that are run once each: not those of all else that passes by."""
AT_MOST = 60.0
"""Of tests so many seconds are tried with each change."""
LONGEST = 20.0
"""A test that takes longer [s] is not among them."""
IN_STEP = [
    "hembit.api.tests.test_in_step.InStep.test_no_migration_is_missing",
    "hembit.api.tests.test_in_step.InStep.test_the_front_end_has_the_schema_of_the_api",
]
"""Tables and shapes are declared when a module is imported: no test passes through these lines."""
HELD = 0.9
"""So much of what changes anything must be noticed."""


def main() -> int:
    parser = argparse.ArgumentParser(prog="bin/mutants", description=__doc__)
    parser.add_argument("number", nargs="?", type=int, default=400)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--area", choices=AREAS, action="append")
    parser.add_argument("--only", default="", help="the numbers of those to try, by commas")
    parser.add_argument("--by", default="", help="tests to try them with, in place of their own")
    parser.add_argument(
        "--as-before", action="store_true", help="go by what was found of an older state"
    )
    asked = parser.parse_args()
    drawn = draw(asked.number, asked.seed, tuple(asked.area or AREAS))
    if asked.only:
        wanted = {int(one) for one in asked.only.split(",")}
        drawn = [one for one in drawn if one.number in wanted]
    FOLDER.mkdir(parents=True, exist_ok=True)
    sys.dont_write_bytecode = True  # of a module that is changed
    preload()
    by = [one for one in asked.by.split(",") if one]
    with tempfile.TemporaryDirectory() as made:
        folder = Path(made)
        make_database(folder / DATABASE)
        passed = Passed() if by else _passed(asked.as_before, folder)
        ended = dict(_tried(drawn, passed, by, folder))
    return _told(drawn, ended)


def _passed(as_before: bool, folder: Path) -> Passed:
    """Which tests pass through what, found anew when any code has changed."""
    passed = Passed()
    kept = {part: FOLDER / f"passed-{part}-{_state_of_the_code(part)}.json" for part in TESTS}
    for part in TESTS:
        for old in FOLDER.glob(f"passed-{part}-*.json"):
            if as_before:
                kept[part] = old
            elif old != kept[part]:
                old.unlink()
    missing = [part for part, path in kept.items() if not path.exists()]
    if missing:
        print(f"Finding which tests pass through what: {', '.join(missing)}", flush=True)
        running = [
            begin(n, folder / part, folder / DATABASE, 3600, _recording(TESTS[part], kept[part]))
            for n, part in enumerate(missing)
        ]
        for outcome in _all(running):
            if not outcome.took:
                raise SystemExit(f"The tests could not be run: {outcome.by}")
    for path in kept.values():
        passed.read(path)
    return passed


def _state_of_the_code(part: str) -> str:
    """The core's own tests say nothing of how the server's pass through it."""
    found = hashlib.sha256()
    core = [*(ROOT / "hembit_core").rglob("*.py"), *(ROOT / "hembit_circuits").rglob("*.py")]
    for path in sorted(core):
        if part == "core" or "tests" not in path.parts:
            found.update(path.read_bytes())
    for path in sorted((ROOT / "hembit").rglob("*.py")) if part != "core" else ():
        found.update(path.read_bytes())
    return found.hexdigest()[:16]


def _recording(packages: tuple[str, ...], path: Path) -> Callable[[], Outcome]:
    def work() -> Outcome:
        recorder = Recorder([file for area in AREAS for file in files(area)])
        recorder.start()
        outcome = run(
            [*packages], recorder.suite_class(), on_start=recorder.test_begins, failfast=False
        )
        recorder.write(path, outcome.took)
        return outcome

    return work


def _all(running: list[Run]) -> Iterator[Outcome]:
    for one in running:
        while (outcome := one.ended()) is None:
            time.sleep(0.2)
        yield outcome


def _tried(
    drawn: list[Mutant], passed: Passed, by: list[str], folder: Path
) -> Iterator[tuple[int, str]]:
    """The number of each, with the test that noticed it or "", one at a time on each processor."""
    waiting = list(drawn)
    running: dict[int, tuple[Mutant, list[list[str]], Run]] = {}
    slots = list(range(os.cpu_count() or 1))
    print(f"{len(drawn)} drawn", flush=True)
    while waiting or running:
        while waiting and slots:
            one = waiting.pop(0)
            batches = _batches(one, passed, by)
            slot = slots.pop()
            if batches:
                running[slot] = (one, batches[1:], _begin(one, batches[0], passed, folder / str(slot)))
            else:
                slots.append(slot)
                print(f"ALIVE {one}  (no test)", flush=True)
                yield one.number, ""
        for slot, (one, more, process) in list(running.items()):
            outcome = process.ended()
            if outcome is None:
                continue
            for name, seconds in outcome.took.items():  # less than what was found while recording
                passed.took[name] = min(seconds, passed.took.get(name, seconds))
            if not outcome.by and more:
                running[slot] = (one, more[1:], _begin(one, more[0], passed, folder / str(slot)))
                continue
            del running[slot]
            slots.append(slot)
            print(f"{'ok   ' if outcome.by else 'ALIVE'} {one}  {outcome.by}", flush=True)
            yield one.number, outcome.by
        time.sleep(0.05)


def _batches(one: Mutant, passed: Passed, by: list[str]) -> list[list[str]]:
    """Tests of the core first, without the server."""
    names = by or tests_for(passed, one.file, tree_of(one.file), one.line)
    found = []
    for is_server in (False, True):
        own, left = [], AT_MOST
        for name in names:
            took = passed.took.get(name, 0.0)
            if name.startswith(SERVER) is is_server and took < min(left, LONGEST):
                own.append(name)
                left -= took
        if own:
            found.append(own)
    if not by:
        found.append(IN_STEP)
    return found


def _begin(one: Mutant, names: list[str], passed: Passed, folder: Path) -> Run:
    def work() -> Outcome:
        tree = tree_of(one.file)
        list(sites(tree))[one.at].change()
        Import(module_of(one.file), str(ROOT / one.file), tree).install()
        return run(names)

    seconds = 60 + 2 * sum(passed.took.get(name, 10.0) for name in names)
    return begin(one.number, folder, folder.parent / DATABASE, seconds, work)


def _told(drawn: list[Mutant], ended: dict[int, str]) -> int:
    left = [one for one in drawn if not ended[one.number]]
    same = [one for one in left if changes_nothing(one)]
    alive = [one for one in left if one not in same]
    print()
    for title, key in (("area", "area"), ("operator", "operator")):
        tried = collections.Counter(getattr(one, key) for one in drawn)
        missed = collections.Counter(getattr(one, key) for one in alive)
        print(f"by {title}:")
        for name, number in sorted(tried.items()):
            print(f"  {number - missed[name]:4d} of {number:4d}  {name}")
    print("alive:" if alive else "")
    for one in alive:
        print(one)
    counted = len(drawn) - len(same)
    share = (counted - len(alive)) / counted
    print(
        f"{len(drawn)} drawn, {len(same)} change nothing ({len(same) / len(drawn):.1%}); "
        f"of the others {counted - len(alive)} of {counted} were noticed ({share:.1%})"
    )
    return 0 if share >= HELD and len(same) <= 0.05 * len(drawn) else 1


if __name__ == "__main__":
    sys.exit(main())
