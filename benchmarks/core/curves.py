"""Turn a million thermocouple voltages round, against a plain polynomial of the same length."""

from __future__ import annotations

import time

import numpy as np
from numpy.polynomial import polynomial

from hembit_core.curves.thermocouples import ThermocoupleType, temperature, voltage

COUNT = 1_000_000


def main() -> None:
    """Print seconds, the ratio to a polynomial of degree nine, and the largest error."""
    celsius = np.linspace(-190, 1300, COUNT)
    millivolts = voltage(ThermocoupleType.K, celsius)
    start = time.perf_counter()
    back = temperature(ThermocoupleType.K, millivolts)
    inverted = time.perf_counter() - start
    start = time.perf_counter()
    polynomial.polyval(celsius, np.linspace(1, 0.1, 10))
    plain = time.perf_counter() - start
    print(
        f"curve inversion, type K, {COUNT:,}: {inverted:.2f} s, {inverted / plain:.0f} × a plain "
        f"polynomial; largest error {np.abs(back - celsius).max():.1e} K"
    )


if __name__ == "__main__":
    main()
