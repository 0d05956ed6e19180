"""Every command that a page or a script names is run as it stands, but for ports, files, numbers."""

from __future__ import annotations

import filecmp
import json
import os
import re
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import unittest
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

from e2e.documented import ROOT, in_pages, in_scripts
from e2e.tests.test_own_shop import two_free_ports

MAUD = "HEMBIT_DATA=~/.local/share/hembit .venv/bin/python manage.py"
JUDGE = ".venv/bin/python manage.py judge"
ONCE = "HEMBIT_BENCH_TIMES=1 bin/bench"
SHEET = "examples/deck-oven-elements.json"

SAME_AS = {
    "bin/serve --help": "bin/serve [--data DIR] [--host ADDRESS|all] [--port N]",
    "bin/serve --host all --name hembit.workshop.example": "bin/serve --host all --name hembit.example",
    "bin/restore": "bin/restore FILE [--data DIR] [--passphrase-file FILE]",
    "bin/restore FILE": "bin/restore ~/hembit-20261126-030012.zip",
    "bin/demo --port N": "bin/demo [--port N] [--fresh]",
    f"{JUDGE} SHEET.json": f"{JUDGE} {SHEET}",
    "bin/mutants 400 --seed 1": "bin/mutants",
    "bin/bench": ONCE,
    "bin/shots": "bin/shots [jobs|shop|phone|check ...]",
    "python -m benchmarks.core.siblings": "bin/bench siblings",
    "bin/bench calibration": "bin/bench calibration N FROM",
    "bin/bench crash": "bin/bench crash 50 2",
    "bin/bench crash 100": "bin/bench crash 50 2",
}
"""Named in another way, or with other numbers."""
NOT_RUN = {
    "bin/demo": "is run by e2e.tests.test_start, and killed",
    "bin/test": "is what runs this",
    "bin/types --check": "is run by bin/test",
    "bin/types": "makes what --check compares, and copies it",
    "bin/lock": "asks a registry",
    "bin/release": "is the next line",
    "bin/release 0.2.0": "commits and tags: release.tests makes one in a repository of its own",
    "sudo useradd --system --create-home --home-dir /home/hembit hembit": "is the system's",
    "sudo chown -R hembit: /opt/hembit": "is the system's",
    "systemctl enable --now hembit": "is the system's",
    "journalctl -u hembit": "is the system's",
}


class Commands(unittest.TestCase):
    """Some that share a home, as those of one person do."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.folder = Path(tempfile.mkdtemp())
        cls.addClassCleanup(shutil.rmtree, cls.folder, ignore_errors=True)
        cls.home = cls.folder / "home"
        cls.home.mkdir()
        cls.port = two_free_ports()

    def ways(self) -> dict[str, Callable[[], object]]:
        """How each is run, in an order in which one finds what another has made."""
        return {}

    def run_each(self) -> None:
        """Each does what it is there for."""
        for command, way in self.ways().items():
            with self.subTest(command):
                way()

    def environment(self) -> dict[str, str]:
        """That of a person who has just signed in: a home, and no folder named for Hembit."""
        kept = {name: value for name, value in os.environ.items() if not name.startswith("HEMBIT_")}
        return {**kept, "HOME": str(self.home)}

    def run_well(
        self, command: str, says: str = "", where: Path = ROOT, ends: tuple[int, ...] = (0,)
    ) -> str:
        """Run a line as a shell does; it ends like this, and says this."""
        done = subprocess.run(
            command,
            shell=True,
            cwd=where,
            env=self.environment(),
            input="kelp-in-the-north-wind\n" * 2,  # where a password is asked for
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            timeout=600,
        )
        self.assertIn(done.returncode, ends, done.stdout[-3000:])
        self.assertIn(says, done.stdout)
        return done.stdout

    def knows_its_options(self, command: str) -> None:
        """Every option that stands in brackets behind it is one that it knows."""
        known = self.run_well(f"{command} --help")
        named = next(one for one in in_scripts() if one.startswith(f"{command} ") and "[" in one)
        for option in re.findall(r"--[\w-]+", named):
            self.assertIn(option, known)

    @contextmanager
    def started(self, command: str) -> Iterator[subprocess.Popen[str]]:
        """Start it as a person at a terminal does, and stop it as Ctrl-C would."""
        process = subprocess.Popen(
            command,
            shell=True,
            cwd=ROOT,
            env=self.environment(),
            stdin=subprocess.DEVNULL,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            start_new_session=True,
        )
        try:
            yield process
        finally:
            os.killpg(process.pid, signal.SIGTERM)
            process.wait(20)
            assert process.stdout
            process.stdout.close()

    def serves(self, command: str, says: str) -> None:
        """It says so, and listens."""
        data = f"HEMBIT_DATA={self.folder / 'demo'} " if "bin/demo" in command else ""
        with self.started(f"{data}{command} --port {self.port}") as it:
            assert it.stdout
            said = ""
            for line in it.stdout:
                said += line
                if "Ctrl-C" in line:
                    break
            self.assertIn(says, said)
            self.listens(self.port)

    def listens(self, port: int, host: str = "127.0.0.1") -> None:
        """Within two minutes: it may load the demo first."""
        for _ in range(1200):
            try:
                socket.create_connection((host, port)).close()
                return
            except OSError:
                time.sleep(0.1)
        self.fail(f"Nothing listens at {port}")

    def develops(self) -> None:
        """Both listen: Django, and Vite before it."""
        with self.started(f"HEMBIT_DATA={self.folder / 'dev'} bin/dev"):
            self.listens(8461)
            self.listens(5173, "localhost")

    def backs_up(self) -> None:
        """One file more lies in the shop's folder."""
        self.run_well("bin/backup")
        (made,) = (self.home / ".local/share/hembit/backups").glob("*.zip")
        shutil.copy(made, self.home / "hembit-20261126-030012.zip")

    def restores(self) -> None:
        """The shop is there again, and what was there before beside it."""
        self.run_well("bin/restore ~/hembit-20261126-030012.zip")
        folder = self.home / ".local/share"
        self.assertTrue((folder / "hembit/hembit.sqlite3").exists())
        self.assertTrue(list(folder.glob("hembit.before-*")))

    def judges(self, given: str, says: str) -> None:
        """Whatever it says of them: accepted, rejected, a row not usable, undecided."""
        self.run_well(f"{JUDGE} {given}", says, ends=(0, 1, 2, 3))

    def spec(self) -> Path:
        """The spec of a sheet's first part, in a file of its own."""
        path = self.folder / "spec.json"
        path.write_text(json.dumps(json.loads((ROOT / SHEET).read_text())["parts"][0]["spec"]))
        return path

    def tries_mutants(self) -> None:
        """Two of them, by one file of tests; how many that notices does not matter here."""
        line = "bin/mutants 2 --seed 1 --by hembit_core.tests.test_docs"
        self.assertIn("2 drawn", self.run_well(f"{line} || true"))

    def in_a_copy(self, command: str, same: str = "", written: str = "") -> None:
        """Run what writes into the tree in a copy of it: it makes what is committed, or all anew."""
        copy = Path(tempfile.mkdtemp(dir=self.folder))
        listed = subprocess.run(
            ["git", "ls-files", "--cached", "--others", "--exclude-standard"],
            cwd=ROOT,
            capture_output=True,
            text=True,
            check=True,
        )
        for name in listed.stdout.splitlines():
            if (ROOT / name).is_file():
                (copy / name).parent.mkdir(parents=True, exist_ok=True)
                shutil.copy2(ROOT / name, copy / name)
        shutil.copytree(ROOT / ".stamps", copy / ".stamps")
        for linked in (".venv", "web/node_modules", "web/dist"):
            (copy / linked).symlink_to(ROOT / linked)
        began = time.time()
        self.run_well(command, where=copy)
        for path in sorted((ROOT / same).rglob("*")) if same else ():
            if path.is_file() and "__pycache__" not in path.parts:
                made = copy / path.relative_to(ROOT)
                self.assertTrue(filecmp.cmp(path, made, shallow=False), f"{path.name} is another")
        for made in sorted(copy.glob(written)) if written else ():
            self.assertGreater(made.stat().st_mtime, began, f"{made.name} was not written")


class InAShop(Commands):
    def ways(self) -> dict[str, Callable[[], object]]:
        run, options = self.run_well, self.knows_its_options
        on_the_network = "bin/serve --host all --name hembit.example"
        add = f'{MAUD} add_person maud "Maud Fennick" --lead'
        return {
            "bin/serve": lambda: self.serves("bin/serve", "/begin#"),
            on_the_network: lambda: self.serves(on_the_network, "hembit.example"),
            "bin/serve [--data DIR] [--host ADDRESS|all] [--port N]": lambda: options("bin/serve"),
            add: lambda: run(add),
            f"{MAUD} drop_second_factor maud": lambda: run(f"{MAUD} drop_second_factor maud"),
            "bin/backup": self.backs_up,
            "bin/backup [--data DIR]": lambda: options("bin/backup"),
            "bin/restore ~/hembit-20261126-030012.zip": self.restores,
            "bin/restore FILE [--data DIR] [--passphrase-file FILE]": lambda: options("bin/restore"),
        }

    def test_a_shop_is_begun_backed_up_and_brought_back(self) -> None:
        self.run_each()


class InTheDemo(Commands):
    def starts_anew(self) -> None:
        """In the place of what was there before."""
        kept = self.folder / "demo" / "hembit.sqlite3"
        kept.parent.mkdir()
        kept.write_text("of before")
        self.serves("bin/demo --fresh", "Hembit is at")
        self.assertTrue(kept.read_bytes().startswith(b"SQLite format 3"))

    def ways(self) -> dict[str, Callable[[], object]]:
        return {
            "bin/demo [--port N] [--fresh]": self.starts_anew,
            "bin/dev": self.develops,
        }

    def test_it_starts_and_starts_anew_and_with_reload(self) -> None:
        self.run_each()


class InTheTree(Commands):
    def ways(self) -> dict[str, Callable[[], object]]:
        run, within = self.run_well, self.in_a_copy
        return {
            f"{JUDGE} {SHEET}": lambda: self.judges(SHEET, "within"),
            f"{JUDGE} SHEET.json --json": lambda: self.judges(f"{SHEET} --json", '"headline"'),
            f"{JUDGE} READINGS.csv --spec SPEC.json [--conditions FILE] [--rule RULE]": lambda: (
                self.judges(f"examples/bench-batch.csv --spec {self.spec()}", "WITHIN")
            ),
            "bin/test hembit_core": lambda: run("bin/test hembit_core.tests.test_docs", "0 failed"),
            "bin/symbols": lambda: within("bin/symbols", same="web/src/styles/symbols"),
            "bin/shots [jobs|shop|phone|check ...]": lambda: within(
                "bin/shots check", written="docs/screenshots/check-*.png"
            ),
            "python -m hembit_core.tests.judged_examples": lambda: within(
                "rm hembit_core/tests/data/judged_examples.json; "
                ".venv/bin/python -m hembit_core.tests.judged_examples",
                same="hembit_core/tests/data",
            ),
            "python -m hembit_core.tests.visits.laid_visits": lambda: within(
                ".venv/bin/python -m hembit_core.tests.visits.laid_visits",
                same="hembit_core/tests/visits/data",
            ),
            "python -m hembit_core.tests.drawn_decisions": lambda: within(
                ".venv/bin/python -m hembit_core.tests.drawn_decisions", same="hembit_core/tests/data"
            ),
        }

    def test_sheets_are_judged_and_what_is_made_is_what_is_committed(self) -> None:
        self.run_each()


class Measured(Commands):
    def ways(self) -> dict[str, Callable[[], object]]:
        run = self.run_well
        return {
            "bin/mutants": self.tries_mutants,
            ONCE: lambda: run(ONCE, "verdict"),
            "bin/bench risk": lambda: run(f"{ONCE} risk 40", "coverage"),
            "bin/bench population": lambda: run(f"{ONCE} population 24", "sound kept"),
            "bin/bench siblings": lambda: run(f"{ONCE} siblings 10", "false alarms"),
            "bin/bench diagnosis": lambda: run(f"{ONCE} diagnosis 1", "truth first"),
            "bin/bench calibration N FROM": lambda: run("bin/bench calibration 1 5", "weight"),
            "bin/bench against REF": lambda: run(f"{ONCE} against HEAD --only judging", "judging:"),
        }

    def test_each_measures_what_it_is_there_for(self) -> None:
        self.run_each()


class MeasuredLong(Commands):
    def ways(self) -> dict[str, Callable[[], object]]:
        run = self.run_well
        return {
            "bin/bench years": lambda: run(
                f"{ONCE} years --machines 20 --jobs 40 --readings 200 --photos 20", "cold"
            ),
            "bin/bench crash 50 2": lambda: run("bin/bench crash 1 2", "0 missing, 0 doubled"),
        }

    def test_over_years_and_through_a_kill(self) -> None:
        self.run_each()


class Named(unittest.TestCase):
    def test_whatever_is_named_is_run_here_and_whatever_is_run_here_is_named(self) -> None:
        ways = {
            command
            for one in (InAShop, InTheDemo, InTheTree, Measured, MeasuredLong)
            for command in one().ways()
        }
        named = in_pages() | in_scripts()
        known = {*ways, *SAME_AS, *NOT_RUN}
        self.assertEqual(sorted(named - known), [], "named, and nobody says here how it is run")
        self.assertEqual(sorted(known - named), [], "run here, and named nowhere")
        self.assertLessEqual(set(SAME_AS.values()), ways)
