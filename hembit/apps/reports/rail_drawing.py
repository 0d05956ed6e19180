"""The rail on paper: band clear, beyond it hatched, the reading with its U; black on white."""

from __future__ import annotations

from fpdf import FPDF

from hembit.apps.reports.fonts import OWN
from hembit_core.judging.judgement import Rail

HEIGHT = 13.0
_BAR = 4.4
_GATE = 11.0
_ROOM = 0.8


def draw_rail(pdf: FPDF, rail: Rail, x: float, y: float, width: float) -> None:
    """Draw ``rail`` with its left upper corner at ``x``, ``y`` [mm], ``width`` wide, HEIGHT high.

    A reading beyond the scale's ends stands at the end with an arrow and its figure: it is
    never moved silently.
    """
    band = rail.band
    left = x + (_GATE + 1.5 if rail.low_gate else 0)
    right = x + width - (_GATE + 1.5 if rail.high_gate else 0)
    ends = [one for one in (band.lower, band.upper, band.nominal) if one is not None]
    span = max(max(ends) - min(ends), abs(max(ends)) * 0.08)
    start, end = min(ends) - _ROOM * span, max(ends) + _ROOM * span
    if rail.unit != "°C":
        start = max(0.0, start)

    def place(value: float) -> float:
        share = (value - start) / (end - start)
        return left + min(1.0, max(0.0, share)) * (right - left)

    top = y + 3.6
    inner_left = left if band.lower is None else place(band.lower)
    inner_right = right if band.upper is None else place(band.upper)
    pdf.set_line_width(0.15)
    for from_, to in ((left, inner_left), (inner_right, right)):
        _hatch(pdf, from_, to, top)
    pdf.set_line_width(0.25)
    pdf.rect(left, top, right - left, _BAR)
    pdf.set_font(OWN, "", 6)
    for limit, mark in ((band.lower, rail.lower), (band.upper, rail.upper)):
        if limit is not None:
            pdf.line(place(limit), top - 0.8, place(limit), top + _BAR)
            if mark:
                _centred(pdf, place(limit), y, mark.label)
    if band.nominal is not None:
        pdf.set_dash_pattern(dash=0.6, gap=0.6)
        pdf.line(place(band.nominal), top, place(band.nominal), top + _BAR)
        pdf.set_dash_pattern()
    _gate(pdf, rail.low_gate, x, top)
    _gate(pdf, rail.high_gate, x + width - _GATE, top)
    if rail.corrected:
        _reading(pdf, rail, place, (start, end), top)


def _reading(pdf: FPDF, rail: Rail, place, ends: tuple[float, float], top: float) -> None:  # type: ignore[no-untyped-def]
    mark = rail.corrected
    assert mark is not None
    at, middle = place(mark.value), top + _BAR / 2
    beyond = "" if ends[0] <= mark.value <= ends[1] else "← " if mark.value < ends[0] else "→ "
    if rail.expanded and not beyond:
        pdf.set_line_width(0.7)
        pdf.line(place(mark.value - rail.expanded), middle, place(mark.value + rail.expanded), middle)
    pdf.set_fill_color(0)
    pdf.ellipse(at - 1.2, middle - 1.2, 2.4, 2.4, style="F")
    pdf.set_font(OWN, "B", 6.5)
    _centred(pdf, at, top + _BAR + 0.6, f"{beyond}{mark.label}")


def _hatch(pdf: FPDF, left: float, right: float, top: float) -> None:
    if right - left < 0.2:
        return
    with pdf.rect_clip(left, top, right - left, _BAR):
        at = left - _BAR
        while at < right:
            pdf.line(at, top + _BAR, at + _BAR, top)
            at += 1.2


def _gate(pdf: FPDF, gate, x: float, top: float) -> None:  # type: ignore[no-untyped-def]
    if gate is None:
        return
    pdf.set_line_width(0.9 if gate.hit else 0.25)
    pdf.rect(x, top, _GATE, _BAR)
    pdf.set_line_width(0.25)
    pdf.set_font(OWN, "B" if gate.hit else "", 6)
    pdf.set_xy(x, top)
    pdf.cell(_GATE, _BAR, gate.label, align="C")


def _centred(pdf: FPDF, x: float, y: float, text: str) -> None:
    width = pdf.get_string_width(text) + 1
    start = min(max(x - width / 2, pdf.l_margin), pdf.w - pdf.r_margin - width)
    pdf.set_xy(start, y)
    pdf.cell(width, 3, text, align="C")
