"""Two commits in turns on one machine: python -m benchmarks.against REF [ROUNDS] [--only WHAT ...].

Absolute figures swing with the machine, the ratio of two that ran in turns does not: today's over
REF's, in the middle of all rounds, and from the least to the most. REF is a commit; it gets a tree of
its own.
"""

from __future__ import annotations

import argparse
import os
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from contextlib import ExitStack
from functools import cached_property
from pathlib import Path
from uuid import uuid4

from playwright.sync_api import Browser

from benchmarks.client import Client
from benchmarks.first_load import PLACES, kilobytes
from benchmarks.keypress import Typing
from benchmarks.server import BODY
from benchmarks.timing import milliseconds, times
from e2e.browser import chromium
from e2e.served import free_port

ROOT = Path(__file__).resolve().parents[1]
LOCKS = ("requirements", "web/package-lock.json")
PARTS = ["judging", "keeping", "browser"]
HELD = 1.05
"""A release says why, where a ratio is above that [1]."""
_JUDGING = """
import json, time
from pathlib import Path
from pydantic import TypeAdapter
from hembit_core import Conditions, InputError, PartReading, PartSpec, judge
spec_of, reading_of = TypeAdapter(PartSpec), TypeAdapter(PartReading)
work = [(spec_of.validate_python(part["spec"]), reading_of.validate_python(one["reading"]))
        for path in sorted(Path("examples").glob("*.json"))
        for part in json.loads(path.read_text("utf-8")).get("parts", ())
        for one in part.get("readings", ())]
def once():
    for spec, reading in work:
        try: judge(spec, reading, Conditions())
        except InputError: pass
once()
start = time.perf_counter()
for _ in range(ROUNDS): once()
print((time.perf_counter() - start) * 1e3 / ROUNDS / len(work))
"""


class Tree:
    """A commit in a folder, with a demo that is served from it once somebody asks."""

    def __init__(self, folder: Path, held: ExitStack) -> None:
        self.folder = folder
        self.held = held
        self.address = f"http://127.0.0.1:{free_port()}"

    @cached_property
    def client(self) -> Client:
        """Who asks its demo, which is started now."""
        data = Path(self.held.enter_context(tempfile.TemporaryDirectory()))
        port = self.address.rpartition(":")[2]
        environment = os.environ | {"HEMBIT_DATA": str(data / "demo")}
        log = self.held.enter_context((data / "log").open("w"))
        server = subprocess.Popen(
            ["bin/demo", "--port", port], cwd=self.folder, env=environment, stdout=log, stderr=log
        )
        self.held.callback(server.wait)
        self.held.callback(server.terminate)
        while server.poll() is None:
            try:
                return Client(self.address)
            except OSError:
                time.sleep(0.5)
        raise SystemExit(f"The demo of {self.folder} did not start.")

    def run(self, *command: str) -> str:
        """What a command says, in this tree."""
        done = subprocess.run(command, cwd=self.folder, capture_output=True, text=True, check=True)
        return done.stdout


def judging(tree: Tree) -> float:
    """Every example judged in a process of its own; the mean of one [ms]."""
    python = f"{tree.folder}/.venv/bin/python"
    return float(tree.run(python, "-c", f"ROUNDS = {times(10)}\n{_JUDGING}"))


def keeping(tree: Tree) -> float:
    """A check judged and kept, over the API; the median [ms]."""
    tree.client.reconnect(tree.address)  # its connection was left alone while the other had its turn
    post = lambda: tree.client.post("checks", {**BODY, "id": str(uuid4())})  # noqa: E731
    return statistics.median(milliseconds(post, 60, warm_up=5))


def in_turns(name: str, trees: tuple[Tree, Tree], work: Callable[[Tree], float], rounds: int) -> None:
    """Print the ratio of one thing, the order changing from round to round; the first, in which much is
    compiled and filled, does not count where there are more.
    """
    ratios = []
    for turn in range(rounds + (rounds > 2)):
        order = trees if turn % 2 else trees[::-1]
        took = {tree.folder: work(tree) for tree in order}
        ratios.append(took[trees[1].folder] / took[trees[0].folder])
    ratios = ratios[-rounds:]
    middle = statistics.median(ratios)
    note = f", above {HELD}: say why" if rounds > 2 and middle > HELD else ""  # one says nothing
    print(
        f"{name}: {middle:.3f} ({min(ratios):.3f}–{max(ratios):.3f}, {rounds} rounds){note}", flush=True
    )


def compare(trees: tuple[Tree, Tree], rounds: int, only: list[str], suite: list[str]) -> None:
    """All that was asked for, in turns."""
    if "judging" in only:
        in_turns("judging", trees, judging, rounds)
    if "keeping" in only:
        in_turns("keeping", trees, keeping, rounds)
    if "browser" in only:
        _in_a_browser(trees, rounds)
    for name in suite:
        in_turns(f"bin/test {name}", trees, lambda tree, name=name: _test(tree, name), 2)


def _in_a_browser(trees: tuple[Tree, Tree], rounds: int) -> None:
    for tree in trees:
        tree.client  # noqa: B018, its demo is started
    with chromium() as browser:
        typing = {tree.folder: Typing(browser, tree.address) for tree in trees}
        paint = lambda tree: statistics.median(typing[tree.folder].durations(40))  # noqa: E731
        in_turns("key press to painted verdict", trees, paint, rounds)
        for place in PLACES[: times(len(PLACES))]:
            in_turns(
                f"scripts of {place}",
                trees,
                lambda tree, at=place: _load(browser, tree, at),
                min(rounds, 3),
            )


def _load(browser: Browser, tree: Tree, place: str) -> float:
    return kilobytes(browser, tree.address, place)[0]


def _test(tree: Tree, name: str) -> float:
    start = time.perf_counter()
    tree.run("bin/test", name)
    return time.perf_counter() - start


def _checked_out(ref: str, held: ExitStack) -> Path:
    """A tree of a commit; where it locks the same packages it borrows those that are here."""
    folder = Path(held.enter_context(tempfile.TemporaryDirectory())) / "tree"
    git = ("git", "-C", str(ROOT))
    subprocess.run([*git, "worktree", "add", "--quiet", "--detach", str(folder), ref], check=True)
    held.callback(subprocess.run, [*git, "worktree", "remove", "--force", str(folder)], check=True)
    shutil.copytree(ROOT / "web" / "dist", folder / "web" / "dist")  # built anew where it is another
    (folder / ".stamps").mkdir()
    shutil.copy(ROOT / ".stamps" / "web", folder / ".stamps")
    same = subprocess.run([*git, "diff", "--quiet", ref, "--", *LOCKS], check=False).returncode == 0
    if same:
        (folder / ".venv").symlink_to(ROOT / ".venv")
        (folder / "web" / "node_modules").symlink_to(ROOT / "web" / "node_modules")
        for stamp in ("python-dev", "node"):
            if (ROOT / ".stamps" / stamp).exists():
                shutil.copy(ROOT / ".stamps" / stamp, folder / ".stamps")
    return folder


def main(given: list[str]) -> None:
    parser = argparse.ArgumentParser(prog="bin/bench against", description=__doc__)
    parser.add_argument("ref")
    parser.add_argument("rounds", nargs="?", type=int, default=9)
    parser.add_argument("--only", nargs="+", choices=PARTS, default=PARTS, help="what is compared")
    parser.add_argument("--suite", nargs="*", default=[], help="tests to time in both as well")
    asked = parser.parse_args(given)
    with ExitStack() as held:
        before = _checked_out(asked.ref, held)
        trees = (Tree(before, held), Tree(ROOT, held))
        compare(trees, times(asked.rounds), asked.only, asked.suite)


if __name__ == "__main__":
    main(sys.argv[1:])
