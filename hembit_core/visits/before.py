"""How likely a part of a machine is sound before anything was read of it."""

from __future__ import annotations

from collections.abc import Iterable

from hembit_core.about_kinds import kinds
from hembit_core.data_files import table
from hembit_core.visits.symptoms import Symptom, kind_weight

_SAID = table("soundness")["sound_before"]
_NOT_ENTERED = 3.0
"""What nobody entered counts as so many parts of the mean weight."""


def sound_before(kind: str, beside: Iterable[str], symptom: Symptom) -> float:
    """The weight of a sound part of ``kind`` before anything was read [1], in a machine that this is
    said of and that has parts of the kinds ``beside``, itself among them.

    (1 − 0.85)^(w / (Σw + 3 w̄)): with a complaint something is wrong in 85 of 100 machines; each part
    has its share of that by its weight, prior(kind) · weight(symptom, kind), and what nobody entered
    has the share of three parts. Where nothing is complained of, what is usual of such parts.

    References
    ----------
    Orders of magnitude of the trade; ``data/soundness.json``, and each kind's about.json.

    Examples
    --------
    >>> one = ["heating_element"]
    >>> round(sound_before(one[0], one, Symptom.NO_HEAT), 2)
    0.62
    >>> round(sound_before(one[0], one * 8, Symptom.NO_HEAT), 2)
    0.84
    """
    if symptom is Symptom.YEARLY_CHECK:
        usual: float = _SAID["without_complaint"]
        return usual
    weights = [_weight(one, symptom) for one in beside]
    whole = sum(weights) + _NOT_ENTERED * sum(weights) / max(len(weights), 1)
    share = _weight(kind, symptom) / whole if whole else 0.0
    return float((1 - _SAID["with_complaint"]) ** share)


def _weight(kind: str, symptom: Symptom) -> float:
    return float(kinds()[kind]["prior"]) * kind_weight(symptom, kind)
