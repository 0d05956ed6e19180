"""The word about a part: each aspect's, what speaks for and against, and what would settle it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from enum import StrEnum
from functools import cached_property

from hembit_core.data_files import table
from hembit_core.families.registry import AnySpec
from hembit_core.model import Model
from hembit_core.rules.values import Rules
from hembit_core.soundness.asking import Asks, asks_of
from hembit_core.soundness.evidence import Evidence
from hembit_core.soundness.hypotheses import OFF, SOUND, harmed
from hembit_core.soundness.modes import Aspect, Modes, modes_of
from hembit_core.soundness.part import Weights, weigh

_SAID = table("soundness")
LIKELY: float = _SAID["thresholds"]["likely"]
CALL: float = _SAID["thresholds"]["call"]
_COUNTS: float = _SAID["thresholds"]["counts"]
_SPOKEN: float = _SAID["thresholds"]["spoken_against"]
_DOUBTED: float = _SAID["thresholds"]["doubted"]
_NAMED = 3
"""So many faults are named where which one it is cannot be told."""
_TOLD_FOR = 0.25
"""A fault with a side is told for "off" from this share of its weight on [1]."""
_AT_ODDS = 0.5
"""Two readings that are not the part's with this weight together cannot both be right [1]."""
VERSION = 1
"""Of the weights and words: what is kept says which it was made by."""


class Word(StrEnum):
    """What is said of an aspect, or of a part; the worst first."""

    FAULT = "fault"
    """This one."""
    FAULTY = "faulty"
    """Which one cannot be told."""
    LIKELY_FAULT = "likely fault"
    CANNOT_TELL = "cannot tell yet"
    LIKELY_GOOD = "likely good"
    GOOD = "good"


ALONE: float = _SAID["sound_before"]["alone_in_check"]
"""Of a part alone in Check: the weight of a sound one before anything was read [1]."""
_ORDER = tuple(Word)
_FAULTS = (Word.FAULT, Word.FAULTY, Word.LIKELY_FAULT)


class AspectCall(Model):
    """The word about one aspect that was tested: ``faults`` are the modes it is about, heaviest first.

    ``weight`` is that of the word: of a sound aspect, of the fault, or of any fault [1].
    """

    aspect: Aspect
    word: Word
    faults: tuple[str, ...] = ()
    weight: float


class Call(Model):
    """The word about a part.

    Attributes
    ----------
    word, faults, weight : of its worst aspect.
    aspects : those that were tested.
    untested : those of its kind that were not; without them it is good in what was read, no more.
    weights : each fault that weighs anything, and ``sound`` [1], on demand.
    doubted : tests whose reading may well not be the part's, to be taken again, probes moved.
    at_odds : two tests that cannot both be right.
    asks : where no call is made of it, what was not said and leaves it open, the most first.
    version : of the weights it was made by.
    """

    word: Word
    faults: tuple[str, ...] = ()
    weight: float
    aspects: tuple[AspectCall, ...]
    untested: tuple[Aspect, ...] = ()
    weights: Mapping[str, float]
    doubted: tuple[str, ...] = ()
    at_odds: tuple[str, ...] = ()
    asks: tuple[Asks, ...] = ()
    version: int = VERSION

    def told(self, spec: AnySpec) -> str:
        """The fault it is called by, in words; empty where it is none, two where it cannot be told.
        What comes and goes is not told beside the fault that it would be, nor that a figure is off
        beside a fault that says to which side.
        """
        declared = modes_of(spec)
        steady = [one for one in self.faults if declared and not _comes_and_goes(declared, one)]
        said = steady or [*self.faults]
        least = _TOLD_FOR * self.weights.get(OFF, 0.0)
        if said[:1] == [OFF] and len(said) > 1 and self.weights.get(said[1], 0.0) >= least:
            said = said[1:2]
        names = [
            declared.modes[one].told if declared and one in declared.modes else "not as it should be"
            for one in said
        ]
        return ", or ".join(names[:2])

    def may_go(self, spec: AnySpec, law: str) -> bool:
        """Whether the fault it is called by takes the path all the way, ``open`` or ``short``, or says
        nothing of how far.
        """
        declared = modes_of(spec)
        mode = declared.modes.get(self.faults[0]) if declared and self.faults else None
        if mode is None:
            return not self.faults
        return mode.path is None or mode.path.law == law

    @property
    def sound_in_read(self) -> float:
        """The weight that nothing is wrong [1]."""
        return self.weights.get(SOUND, 0.0)

    def sound_in(self, aspect: Aspect) -> float:
        """The weight that a tested aspect is sound [1]; KeyError where it was not tested."""
        found = {one.aspect: one for one in self.aspects}[aspect]
        return 1 - found.weight if found.word in _FAULTS else found.weight

    @cached_property
    def is_fault(self) -> bool:
        """Whether it is called faulty, whichever fault it is."""
        return self.word in (Word.FAULT, Word.FAULTY)


def call_of(
    spec: AnySpec, evidence: Sequence[Evidence], sound_before: float, rules: Rules
) -> Call | None:
    """What all readings of one part say together; None where none of them could have shown anything.

    Good takes the threshold of a call and, for each fault that could count, a reading that speaks
    against it: nothing is good because everything else was ruled out. What comes and goes counts with
    the heaviest fault that stays: which of the two it is, is a second question.

    Parameters
    ----------
    evidence : of its readings in the order of their times, of one epoch.
    sound_before : the weight of a sound part before anything was read [1].
    """
    declared = modes_of(spec)
    read = [one for one in evidence if one.aspect is not None]
    if declared is None or not read:
        return None
    weights = weigh(spec, read, sound_before, rules)
    calls = tuple(_of_aspect(declared, weights, one) for one in weights.tested)
    if not calls:
        return None
    worst = min(calls, key=lambda one: (_ORDER.index(one.word), -one.weight))
    doubted = [place for place, one in enumerate(weights.misread) if one >= _DOUBTED]
    return Call(
        word=worst.word,
        faults=worst.faults,
        weight=worst.weight,
        aspects=calls,
        untested=tuple(one for one in declared.aspects if one not in weights.tested),
        weights=_told(weights),
        doubted=tuple(dict.fromkeys(read[place].test for place in doubted)),
        at_odds=_at_odds(declared, read, weights),
        asks=()
        if worst.word in (Word.FAULT, Word.FAULTY, Word.GOOD)
        else asks_of(figure for one in read for figure in one.figures),
    )


def _told(weights: Weights) -> dict[str, float]:
    """Everything that weighs a thousandth, rounded to that."""
    every = {**weights.modes, **{name: one for name, one in weights.apart.items() if name != SOUND}}
    every[SOUND] = weights.sound
    return {name: round(one, 3) for name, one in every.items() if one >= 0.0005}


def _of_aspect(declared: Modes, weights: Weights, aspect: Aspect) -> AspectCall:
    sound = weights.aspects[aspect]
    faults = _faults_of(declared, weights, aspect)
    steady = {name: one for name, one in faults.items() if not _comes_and_goes(declared, name)}
    heaviest = next(iter(steady.values()), 0.0) + sum(faults.values()) - sum(steady.values())
    names = tuple(name for name, one in faults.items() if one >= _COUNTS)[:_NAMED]
    if heaviest >= CALL:
        first = next(iter(steady), names[0])
        return AspectCall(aspect=aspect, word=Word.FAULT, faults=(first,), weight=heaviest)
    if 1 - sound >= CALL:
        return AspectCall(aspect=aspect, word=Word.FAULTY, faults=names, weight=1 - sound)
    if 1 - sound >= LIKELY:
        return AspectCall(aspect=aspect, word=Word.LIKELY_FAULT, faults=names, weight=1 - sound)
    if sound >= CALL and all(_spoken_against(declared, weights, one) for one in faults):
        return AspectCall(aspect=aspect, word=Word.GOOD, weight=sound)
    word = Word.LIKELY_GOOD if sound >= LIKELY else Word.CANNOT_TELL
    return AspectCall(aspect=aspect, word=word, faults=names, weight=sound)


def _faults_of(declared: Modes, weights: Weights, aspect: Aspect) -> dict[str, float]:
    """The weight of each mode that harms an aspect, the heaviest first."""
    every = {**weights.modes, **weights.apart}
    found = {
        name: one for name, one in every.items() if name != SOUND and aspect in harmed(declared, name)
    }
    return dict(sorted(found.items(), key=lambda one: -one[1]))


def _comes_and_goes(declared: Modes, name: str) -> bool:
    """Whether a mode is another's that is not there at each reading: both are one fault."""
    return name in declared.modes and declared.modes[name].comes_and_goes


def _spoken_against(declared: Modes, weights: Weights, name: str) -> bool:
    """Whether a reading speaks against a mode, beside a sound part, where it could count at all."""
    mode = declared.modes.get(name)
    before, after = weights.before, weights.modes
    if mode is not None and mode.apart is not None:
        before, after = weights.apart_before, weights.apart
    if before[name] <= _COUNTS:
        return True
    return after[name] / before[name] <= _SPOKEN * after[SOUND] / before[SOUND]


def _at_odds(declared: Modes, read: Sequence[Evidence], weights: Weights) -> tuple[str, ...]:
    """Two readings that no fault that stays explains together; none where there are not two such.

    The one is the likeliest not to be the part's, the other the next to that of what goes with it.
    """
    doubts = weights.misread
    goes = sum(one for name, one in weights.modes.items() if _comes_and_goes(declared, name))
    first = max(range(len(read)), key=lambda place: doubts[place])
    beside = [
        place
        for place, one in enumerate(read)
        if place != first and (one.apart is None) is (read[first].apart is None)
    ]
    explained = 1 - sum(doubts) - (goes if read[first].apart is None else 0.0)
    if not beside or explained > 1 - _AT_ODDS:
        return ()
    other = max(beside, key=lambda place: doubts[place])
    return tuple(read[place].test for place in sorted((first, other)))
