"""python -m benchmarks.population [PARTS]: what is kept, condemned and left open, against the truth."""

from __future__ import annotations

import argparse
from collections import Counter
from random import Random

from benchmarks.population.families import FAMILIES
from benchmarks.population.hands import Hand
from benchmarks.population.said import said_of
from benchmarks.population.worlds import worlds
from benchmarks.timing import times

PARTS = 20_000


def counted(parts: int, misread: float = 0.0, all_said: bool = False) -> Counter[tuple[str, str, str]]:
    """How many of each family and mode were kept, condemned, left open; the same at each run."""
    found: Counter[tuple[str, str, str]] = Counter()
    for number in range(parts):
        hand = Hand(Random(f"{number}"), misread, all_said)
        part = FAMILIES[number % len(FAMILIES)](hand)
        found[part.family, part.mode, said_of(part, hand).bucket] += 1
    return found


def share(found: Counter[tuple[str, str, str]], said: str, sound: bool, families: set[str]) -> str:
    """Of the sound or the faulty of these families, how many were told so [%]."""
    of = {key: n for key, n in found.items() if key[0] in families and (key[1] == "sound") is sound}
    whole = sum(of.values())
    return f"{100 * sum(n for key, n in of.items() if key[2] == said) / whole:.1f} %" if whole else "–"


def printed(found: Counter[tuple[str, str, str]], title: str) -> None:
    """The table, by family and together."""
    print(f"\n### {title}\n")
    print("| Family | sound kept | sound condemned | faulty condemned | faulty kept |")
    print("| --- | --- | --- | --- | --- |")
    families = list(dict.fromkeys(one[0] for one in found))
    sensors = {"NTC by B", "NTC by chart", "platinum"}
    rows = [(one, {one}) for one in families]
    rows += [("without temperature sensors", {*families} - sensors), ("all", {*families})]
    for name, of in rows:
        cells = (
            share(found, "kept", True, of),
            share(found, "condemned", True, of),
            share(found, "condemned", False, of),
            share(found, "kept", False, of),
        )
        print(f"| {name} | {' | '.join(cells)} |")
    print("\nFaulty and kept, by what is wrong: ", end="")
    modes = sorted({one[1] for one in found} - {"sound"})
    told = []
    for mode in modes:
        whole = sum(n for key, n in found.items() if key[1] == mode)
        kept = sum(n for key, n in found.items() if key[1] == mode and key[2] == "kept")
        told.append(f"{mode} {kept} of {whole}")
    print("; ".join(told))


def main() -> None:
    """Print the tables: as people measure, with everything said, and with misreadings."""
    parser = argparse.ArgumentParser(prog="bin/bench population", description=__doc__)
    parser.add_argument("parts", nargs="?", type=int, default=PARTS)
    parts = parser.parse_args().parts
    printed(counted(parts), f"{parts} parts, as technicians measure")
    if times(2) == 2:
        printed(counted(parts, all_said=True), "Everything said")
        printed(counted(parts, misread=0.02), "2 % of the readings misread")
        print("\n### Calls from 0.95, over other populations\n")
        for line in worlds(parts):
            print(line)


if __name__ == "__main__":
    main()
