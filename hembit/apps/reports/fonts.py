"""The report's fonts: its own, and for letters that it lacks one of those that have them."""

from __future__ import annotations

import unicodedata
from functools import cache
from pathlib import Path
from typing import Any

from fontTools.ttLib import TTFont
from fpdf import FPDF

OWN = "Hembit"
_FOLDER = Path(__file__).resolve().parent / "faces"
_REGULAR, _BOLD = _FOLDER / "DejaVuSans.ttf", _FOLDER / "DejaVuSans-Bold.ttf"
_OTHERS = tuple(sorted((_FOLDER / "other").glob("*.ttf")))
"""By name: that of most scripts comes first, symbols come late."""


def add_fonts(pdf: FPDF, texts: Any) -> None:
    """Give ``pdf`` its own font, and those of other scripts as far as ``texts`` hold their letters.

    Letters that join, change places or run from right to left are set as their script has them; where
    there are none, that is left out, for it takes several times as long.
    """
    pdf.add_font(OWN, "", _REGULAR)
    pdf.add_font(OWN, "B", _BOLD)
    letters = _letters_in(texts)
    others = missing = letters - _covered(_REGULAR)
    added = []
    for one in _OTHERS:
        found = missing & _covered(one) if missing else frozenset()
        if found:
            pdf.add_font(one.stem, "", one)
            added.append(one.stem)
            missing -= found
    if added:
        pdf.set_fallback_fonts(added, exact_match=False)
    stand_alone = all(unicodedata.east_asian_width(one) in "WF" for one in others)
    if not stand_alone or any(unicodedata.combining(one) for one in letters):
        pdf.set_text_shaping(True)


def spelled(texts: Any) -> Any:
    """The same texts with each sign that no font has by its name in Unicode: "[fire]" for a flame.

    What only joins or varies the sign before it is left out.
    """
    lacking = {one for one in _letters_in(texts) if unicodedata.category(one) != "Cc"}
    lacking -= _covered(_REGULAR)
    for one in _OTHERS:
        if lacking:
            lacking -= _covered(one)
    return _with_names(texts, {ord(one): _name(one) for one in lacking}) if lacking else texts


def _name(letter: str) -> str:
    if unicodedata.category(letter) in ("Cf", "Mn"):
        return ""
    return f"[{unicodedata.name(letter, f'U+{ord(letter):04X}').lower()}]"


def _with_names(texts: Any, names: dict[int, str]) -> Any:
    if isinstance(texts, str):
        return texts.translate(names)
    if isinstance(texts, dict):
        return {key: _with_names(one, names) for key, one in texts.items()}
    if isinstance(texts, list):
        return [_with_names(one, names) for one in texts]
    return texts


def _letters_in(texts: Any) -> frozenset[str]:
    """Every letter that stands anywhere in what JSON can hold."""
    if isinstance(texts, str):
        return frozenset(texts)
    if isinstance(texts, dict):
        return _letters_in(list(texts.values()))
    if isinstance(texts, list):
        return frozenset().union(*map(_letters_in, texts))
    return frozenset()


@cache
def _covered(font: Path) -> frozenset[str]:
    with TTFont(font, lazy=True) as opened:
        return frozenset(map(chr, opened.getBestCmap()))
