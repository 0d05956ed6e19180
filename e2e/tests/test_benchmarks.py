"""Every benchmark of the server still does what it measures: each a few times, beside a served demo."""

from __future__ import annotations

import os
import re
import subprocess
import sys

from e2e.served import ROOT, ServedDemo

COMMAND = re.compile(r'^"\$PYTHON" -m (benchmarks\.\w+)(.*)$', re.MULTILINE)


class Benchmarks(ServedDemo):
    def test_each_that_bin_bench_starts_ends_well(self) -> None:
        self.load()
        server = self.start()
        few = {**os.environ, "HEMBIT_BENCH_TIMES": "1"}
        started = COMMAND.findall((ROOT / "bin" / "bench").read_text())
        self.assertGreater(len(started), 8)
        for module, arguments in started:
            with self.subTest(module):
                given = [self.address] if "http:" in arguments else []
                if "pgrep" in arguments:
                    given.append(str(server.pid))
                done = subprocess.run(
                    [sys.executable, "-m", module, *given],
                    cwd=ROOT,
                    env=few,
                    capture_output=True,
                    text=True,
                    timeout=300,
                )
                self.assertEqual(done.returncode, 0, done.stderr[-2000:] + done.stdout[-500:])
                self.assertTrue(done.stdout.strip())
