"""bin/release VERSION [--because WHY] [--skip-tests]: the steps of a release.

The tree is clean and on main; tests are green; screenshots, types and the table of versions are
current; the ratios against the release before are in the changelog. Then the version stands in every
file that carries it, and one commit with its tag holds it all. Nothing is sent anywhere.
"""

from __future__ import annotations

import argparse
import subprocess
import sys
from datetime import date
from pathlib import Path

from release.texts import CARRIERS, VERSION, NotReady, dated, measured, with_version

ROOT = Path(__file__).resolve().parents[1]
CHANGELOG = ROOT / "CHANGELOG.md"


def main() -> int:
    parser = argparse.ArgumentParser(prog="bin/release", description=__doc__)
    parser.add_argument("version", help="such as 0.2.0")
    parser.add_argument("--against", help="the commit or tag of the release before")
    parser.add_argument("--because", default="", help="why something became slower")
    parser.add_argument("--skip-tests", action="store_true", help="they were green on this commit")
    asked = parser.parse_args()
    try:
        _release(asked)
    except NotReady as why:
        print(f"Not released: {why}.", file=sys.stderr)
        return 1
    print(f"{asked.version} is committed and tagged here. Nothing was sent.")
    return 0


def _release(asked: argparse.Namespace) -> None:
    if not VERSION.fullmatch(asked.version):
        raise NotReady(f"“{asked.version}” is no version: three numbers with points")
    if _git("status", "--porcelain") or _git("branch", "--show-current") != "main":
        raise NotReady("the tree is not clean, or not on main")
    if _git("tag", "--list", f"v{asked.version}"):
        raise NotReady(f"v{asked.version} is tagged already")
    before = asked.against or _git("describe", "--tags", "--abbrev=0")
    # What can be said at once is said before anything that takes its time.
    texts = {one: (ROOT / one).read_text("utf-8") for one in CARRIERS}
    texts = {one: with_version(text, CARRIERS[one], asked.version) for one, text in texts.items()}
    dated(CHANGELOG.read_text("utf-8"), asked.version, date.today(), "")
    _run("bin/types", "--check")
    if not asked.skip_tests:
        _run("bin/test")
    ratios = _said("bin/bench", "against", before)
    paragraph = measured(ratios, before, asked.because)
    _run("bin/shots")
    entry = dated(CHANGELOG.read_text("utf-8"), asked.version, date.today(), paragraph)
    CHANGELOG.write_text(entry, "utf-8")
    for path, text in texts.items():
        (ROOT / path).write_text(text, "utf-8")
    _git("add", "CHANGELOG.md", "docs/screenshots", *map(str, CARRIERS))
    _git("commit", "--quiet", "--message", f"Release {asked.version}")
    _git("tag", f"v{asked.version}")


def _git(*given: str) -> str:
    done = subprocess.run(["git", *given], cwd=ROOT, capture_output=True, text=True, check=False)
    if done.returncode:
        raise NotReady(f"git {given[0]}: {done.stderr.strip()}")
    return done.stdout.strip()


def _run(*command: str) -> None:
    if subprocess.run(command, cwd=ROOT, check=False).returncode:
        raise NotReady(f"{' '.join(command)} failed")


def _said(*command: str) -> str:
    done = subprocess.run(command, cwd=ROOT, stdout=subprocess.PIPE, text=True, check=False)
    if done.returncode:
        raise NotReady(f"{' '.join(command)} failed")
    print(done.stdout)
    return done.stdout


if __name__ == "__main__":
    sys.exit(main())
