"""Are calls from 0.95 right as often as they say, where parts fail otherwise than by the weights?"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from math import sqrt
from random import Random

from benchmarks.population.families import FAMILIES
from benchmarks.population.hands import Hand, World
from benchmarks.population.said import said_of
from hembit_core.soundness.call import Word

_MODES = (
    "open",
    "off",
    "leak",
    "shorted",
    "joint",
    "burnt",
    "stuck closed",
    "member dead",
    "branch open",
)
_NAMES = {
    "open": {"open"},
    "leak": {"leaks", "touches"},
    "shorted": {"shorted_in_part", "off", "shorted"},
    "joint": {"too_high", "off"},
    "off": {"off", "too_high", "shorted_in_part"},
    "burnt": {"burnt"},
    "stuck closed": {"stuck_closed", "tracks"},
    "member dead": {"member_dead"},
    "branch open": {"branch_open"},
}
"""By what name a fault that was drawn is called rightly."""


def wilson(right: int, whole: int) -> tuple[float, float]:
    """The ends of the 95 % interval of a share [1]; E. B. Wilson, J. Am. Stat. Assoc. 22 (1927) 209."""
    z, share = 1.96, right / whole
    middle = (share + z * z / (2 * whole)) / (1 + z * z / whole)
    half = z * sqrt(share * (1 - share) / whole + z * z / (4 * whole**2)) / (1 + z * z / whole)
    return middle - half, middle + half


def worlds(parts: int) -> Iterator[str]:
    """A line for calls of good and of a fault, together, by misreadings and by family."""
    found: Counter[tuple[str, str, bool]] = Counter()
    for number in range(parts):
        draw = Random(f"world {number // 12}")
        tilts = {one: 3 ** draw.choice((-1, 1)) for one in _MODES}
        world = World(
            draw.uniform(0.5, 0.9), draw.choice((0.6, 1.0, 1.7)), draw.choice((1.0, 2.0)), tilts
        )
        misread = draw.choice((0.0, 0.02, 0.05))
        hand = Hand(Random(f"part {number}"), misread, world=world)
        part = FAMILIES[number % len(FAMILIES)](hand)
        call = said_of(part, hand).call
        if call is None:
            continue
        for one in call.aspects:
            if one.word is Word.GOOD and call.word is Word.GOOD:
                right = part.mode == "sound"
            elif one.word is Word.FAULT:
                right = part.mode in _NAMES and bool(set(one.faults) & _NAMES[part.mode])
            elif one.word is Word.FAULTY:
                right = part.mode != "sound"
            else:
                continue
            what = "good" if one.word is Word.GOOD else "a fault"
            for of in ("all", part.family, f"{misread:.0%} misread"):
                found[of, what, right] += 1
    for of, what in sorted({(one, two) for one, two, _ in found}):
        of_these = found[of, what, True]
        whole = of_these + found[of, what, False]
        if whole >= 300 or of == "all":
            low, high = wilson(of_these, whole)
            ends = f"{100 * low:.1f}–{100 * high:.1f}"
            yield f"{of}: {what} {100 * of_these / whole:.1f} % of {whole} ({ends})"
