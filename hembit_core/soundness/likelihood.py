"""How well each state explains the figures, all together, with what they share and with misreadings."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from hembit_core.data_files import table
from hembit_core.judging.ohms.figures import Figure
from hembit_core.soundness.cells import Bools, Floats
from hembit_core.soundness.hypotheses import Hypotheses, Ints
from hembit_core.soundness.misreadings import REPEATS, misread
from hembit_core.soundness.overflows import alike, log_overflows

_STEP = 1e-4
_FARTHEST = 40.0
"""Nothing is weighed as farther off than that [standard deviations]: it is nothing either way."""
_LOWEST = 1e-300
_LN_TWO_PI = float(np.log(2 * np.pi))
_HALF = 0.5
"""What comes and goes is there at half of the readings [1]."""
_WARMTH_STEP = 0.25
_WARMTHS = np.arange(-2.5, 2.5 + _WARMTH_STEP / 2, _WARMTH_STEP)
"""Where a temperature that is not well known is followed [standard deviations]."""
_RUN = np.arange(2.75, 8.76, _WARMTH_STEP)
"""The same of a part that may have run: on to a coil that was on for long [standard deviations]."""
_HAVE_RUN: float = table("soundness")["unsaid_temperature"]["have_run"]
"""So many parts of which nobody said how warm they are did run [1]."""


@dataclass(frozen=True)
class Likelihood:
    """How well each state explains the figures.

    Attributes
    ----------
    total : ln of the density of all of them, shape (states,).
    right : the same with one of them the part's for certain, shape (figures, states).
    """

    total: Floats
    right: Floats


def log_likelihood(figures: Sequence[Figure], states: Hypotheses) -> Likelihood:
    """ln of the density of all figures in each state.

    Figures are normal together: gain, offset, leads, alloy and warmth are common to those that name
    them, by their covariance; a temperature that moves a figure much is followed at points of its
    law. An overflow is a figure above its range's top. Each figure may be misread, and two of them.

    References
    ----------
    JCGM 101:2008, 6.4.8 (multivariate normal law of what is common); JCGM 100:2008, 5.2.
    """
    count = len(states.share)
    if not figures:
        return Likelihood(np.zeros(count), np.zeros((0, count)))
    due, slopes = _due(figures, states)
    widths, goes = states.widths, states.goes
    warm = any(one.warmth for one in figures)
    if warm:
        run = any(one.warmth and one.warmth.may_have_run for one in figures)
        points = np.concatenate([_WARMTHS, _RUN]) if run else _WARMTHS
        factors = np.stack([_factors(one, points) for one in figures], axis=-1)
        due = (factors[:, None, :] * due).reshape(-1, len(figures))
        slopes = (factors[:, None, :, None] * slopes).reshape(-1, *slopes.shape[1:])
        widths, goes = np.tile(widths, (len(factors), 1)), np.tile(goes, len(factors))
    total, right = _of_states(figures, due, slopes, widths, goes)
    if not warm:
        return Likelihood(total, right)
    weights = _log_weights(len(factors))[:, None]
    return Likelihood(
        np.asarray(np.logaddexp.reduce(total.reshape(-1, count) + weights, axis=0)),
        np.asarray(np.logaddexp.reduce(right.reshape(len(figures), -1, count) + weights, axis=1)),
    )


def _log_weights(count: int) -> Floats:
    """ln of the weight of each point of a temperature's law, shape (points,): normal and, where it has
    more of them, even over those of a part that has run.
    """
    normal = np.exp(-(_WARMTHS**2) / 2)
    normal /= normal.sum()
    if count == len(normal):
        return np.asarray(np.log(normal))
    warm = np.full(len(_RUN), _HAVE_RUN / len(_RUN))
    return np.asarray(np.log(np.concatenate([(1 - _HAVE_RUN) * normal, warm])))


def _factors(figure: Figure, points: Floats) -> Floats:
    """What the temperature makes of a figure at each of its points [1], shape (points,)."""
    if figure.warmth is None:
        return np.ones(len(points))
    return np.asarray(np.exp(figure.warmth.per_kelvin * figure.warmth.off * points))


def _due(figures: Sequence[Figure], states: Hypotheses) -> tuple[Floats, Floats]:
    """What each state would show, shape (states, figures), and how that follows each member's ratio,
    shape (states, figures, members) [unit of the figure].
    """
    with np.errstate(divide="ignore", invalid="ignore"):
        due = np.stack([one.due * one.of(states.ratios) for one in figures], axis=-1)
        slopes = np.zeros((*due.shape, states.ratios.shape[1]))
        for member in range(states.ratios.shape[1]):
            moved = states.ratios.copy()
            moved[:, member] *= 1 + _STEP
            there = np.stack([one.due * one.of(moved) for one in figures], axis=-1)
            slopes[..., member] = (there - due) / (_STEP * states.ratios[:, member, None])
    return due, np.where(np.isfinite(slopes), slopes, 0.0)


def _of_states(
    figures: Sequence[Figure], due: Floats, slopes: Floats, widths: Floats, goes: Bools
) -> tuple[Floats, Floats]:
    """Total and right of :class:`Likelihood`, at one temperature."""
    open_ = ~np.isfinite(due)
    means = np.where(open_, 0.0, due) + np.array([one.beside for one in figures])
    covariance = _covariance(figures, means, slopes, widths)
    standards = np.sqrt(np.einsum("sff->sf", covariance))
    total = np.zeros(len(due))
    alone = np.zeros((len(figures), len(due)))
    seen = [place for place, one in enumerate(figures) if one.shown is not None]
    for same in alike(figures):
        over, certain = log_overflows(
            [figures[one] for one in same], due[:, same], means[:, same], standards[:, same], goes
        )
        total += over
        alone[same] = certain - over
    total += np.log(_HALF) * goes * len(seen)
    if seen:
        away = np.array([figures[place].shown for place in seen]) - means[:, seen]
        away = np.where(open_[:, seen], -np.inf, away)
        far = _FARTHEST * standards[:, seen]
        wrong = np.stack(
            [misread(figures[one], due[:, one], standards[:, one]) for one in seen], axis=-1
        )
        whole, right = _with_misreadings(
            covariance[:, seen][:, :, seen],
            np.clip(away, -far, far),
            np.log(np.maximum(wrong, _LOWEST)),
            [figures[one] for one in seen],
        )
        total += whole
        alone[seen] = right - whole
    return total, total + alone


def _covariance(figures: Sequence[Figure], means: Floats, slopes: Floats, widths: Floats) -> Floats:
    """Of the figures in each state, shape (states, figures, figures)."""
    names = sorted({name for one in figures for name in (*one.shares, *one.fixed)})
    columns = np.zeros((*means.shape, len(names) + 1))
    for place, one in enumerate(figures):
        for at, name in enumerate(names):
            columns[:, place, at] = one.shares.get(name, 0.0) * means[:, place] + one.fixed.get(
                name, 0.0
            )
        if one.warmth:  # between the points at which it is followed
            between = one.warmth.per_kelvin * one.warmth.off * _WARMTH_STEP / np.sqrt(12)
            columns[:, place, -1] = between * means[:, place]
    spread = np.concatenate([columns, slopes * widths[:, None, :]], axis=-1)
    own = np.array([max(one.own, 1e-9 * max(one.due, 1e-6)) for one in figures]) ** 2
    return np.asarray(np.einsum("sfc,sgc->sfg", spread, spread) + np.diag(own))


def _with_misreadings(
    covariance: Floats, away: Floats, wrong: Floats, figures: Sequence[Figure]
) -> tuple[Floats, Floats]:
    """ln of the density of the figures: none misread, each one, and each two of them; and the same
    without those in which one is misread, shape (figures, states).

    Leaving one out of a normal law of n: p(others) = p(all) / p(one | others), by the precision.
    """
    count = away.shape[1]
    precision: Floats = np.asarray(np.linalg.inv(covariance), dtype=np.float64)
    pulled: Floats = np.asarray(np.einsum("sfg,sg->sf", precision, away))
    fit = np.einsum("sf,sf->s", away, pulled) + np.linalg.slogdet(covariance)[1]
    whole = -0.5 * (fit + count * _LN_TWO_PI)
    right = np.array([np.log1p(-one.misread) for one in figures])
    wrong = wrong + np.array([np.log(max(one.misread, _LOWEST)) for one in figures]) - right
    narrow = np.einsum("sff->sf", precision)
    given = -0.5 * (pulled**2 / narrow - np.log(narrow) + _LN_TWO_PI)
    again = [any(_repeats(one, other) for other in figures if other is not one) for one in figures]
    alone = whole[:, None] - given + wrong + np.where(again, np.log(1 - REPEATS), 0.0)
    terms, holding = [whole[:, None], alone], [np.zeros((1, count), bool), np.eye(count, dtype=bool)]
    if count > 1:
        one, other = np.triu_indices(count, 1)
        terms.append(whole[:, None] + _two_misread(precision, pulled, wrong, figures, one, other))
        holding.append(holding[1][one] | holding[1][other])
    every = np.concatenate(terms, axis=1).T
    highest = every.max(axis=0)
    weights = np.exp(every - highest)
    highest = highest + right.sum()
    without = ~np.concatenate(holding).T @ weights
    return (
        np.asarray(highest + np.log(weights.sum(axis=0))),
        np.asarray(highest + np.log(np.maximum(without, _LOWEST))),
    )


def _two_misread(
    precision: Floats,
    pulled: Floats,
    wrong: Floats,
    figures: Sequence[Figure],
    one: Ints,
    other: Ints,
) -> Floats:
    """ln of what two figures that are misread make of the density, shape (states, pairs): ``one`` and
    ``other`` are their places. What is read alike may go wrong alike.
    """
    first, second = pulled[:, one], pulled[:, other]
    a, b, c = precision[:, one, one], precision[:, other, other], precision[:, one, other]
    size = a * b - c**2
    squared = (b * first**2 + a * second**2 - 2 * c * first * second) / size
    given = -0.5 * (squared - np.log(size) + 2 * _LN_TWO_PI)
    both = wrong[:, one] + wrong[:, other]
    pairs = [(figures[i], figures[j]) for i, j in zip(one, other, strict=True)]
    alike = np.array([_repeated(*each) if _repeats(*each) else -np.inf for each in pairs])
    return np.asarray(np.logaddexp(both, both / 2 + np.log(REPEATS) + alike) - given)


def _repeats(first: Figure, second: Figure) -> bool:
    """Whether one may have gone wrong as the other did: the same thing, read alike."""
    return first.key == second.key and not (first.afresh or second.afresh)


def _repeated(first: Figure, second: Figure) -> float:
    """ln of the density of the same wrong figure shown again, up to its last digits."""
    assert first.shown is not None and second.shown is not None
    wide = max(3 * (first.own + second.own), 0.005 * abs(first.shown + second.shown), 1e-9)
    off = (first.shown - second.shown) / wide
    return float(-0.5 * off**2 - np.log(wide * np.sqrt(2 * np.pi)))
