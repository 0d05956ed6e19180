"""CSVs from the command line: only the display differs (15,000 rows/s), or everything does (3,000)."""

from __future__ import annotations

import math
import random
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from benchmarks.timing import times

ROWS = 100_000
_Display = Callable[[random.Random, float], str]


def _ntc(source: random.Random, celsius: float) -> str:
    ohms = 5e3 * math.exp(3470 * (1 / (celsius + 273.15) - 1 / 298.15)) * source.gauss(1, 0.03)
    return f"{ohms / 1e3:.2f}k"


_PARTS: dict[str, tuple[str, _Display]] = {
    "heating element": (
        '{"kind": "heating_element", "rating": {"by": "plate", "pairs": [{"power": "2200", '
        '"voltage": "230"}]}}',
        lambda source, celsius: f"{source.gauss(24.6, 1.2):.1f}",
    ),
    "winding": (
        '{"kind": "winding", "resistance": "118"}',
        lambda source, celsius: f"{118 * (234.5 + celsius) / 254.5 * source.gauss(1, 0.04):.1f}",
    ),
    "NTC, in kelvin": (
        '{"kind": "temperature_sensor", "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"}}',
        _ntc,
    ),
    "platinum": (
        '{"kind": "temperature_sensor", "sensor": {"type": "platinum", "tolerance_class": "B"}}',
        lambda source, celsius: f"{100 + 0.389 * celsius + source.gauss(0.2, 0.2):.1f}",
    ),
}
_SOURCES = ("contact_probe", "infrared", "air_settled", "another_sensor", "guessed")


def _alike(display: _Display, source: random.Random) -> str:
    return f"{display(source, 20)},0.2,20,ice_bath,,,isolated"


def _all_differ(display: _Display, source: random.Random) -> str:
    celsius = source.uniform(5, 35)
    return (
        f"{display(source, celsius)},{source.uniform(0.1, 0.4):.2f},{celsius:.1f},"
        f"{source.choice(_SOURCES)},{source.uniform(0.5, 3):.2f},{source.uniform(210, 245):.1f},"
        f"{source.choice(('isolated', 'in_circuit'))}"
    )


def main() -> None:
    """Write the files, judge each in a process of its own, and print rows per second."""
    for name, (spec, display) in list(_PARTS.items())[: times(len(_PARTS))]:
        for what, row in (
            ("only the display differs", _alike),
            ("every condition differs", _all_differ),
        ):
            source = random.Random(7)
            with tempfile.NamedTemporaryFile("w", suffix=".csv", delete=False) as file:
                file.write(
                    "name,display,lead_zero,part_temperature,temperature_source,"
                    "thermometer_limit,supply,connection\n"
                )
                for number in range(times(ROWS)):
                    file.write(f"no. {number},{row(display, source)}\n")
            start = time.perf_counter()
            command = [sys.executable, "manage.py", "judge", file.name, "--spec", spec]
            done = subprocess.run(command, capture_output=True, text=True, check=False)
            took = time.perf_counter() - start
            Path(file.name).unlink()
            last = (done.stdout.strip().splitlines() or [done.stderr.strip()])[-1]
            print(f"{name}, {what}: {times(ROWS) / took:,.0f} rows/s; {last}", flush=True)


if __name__ == "__main__":
    main()
