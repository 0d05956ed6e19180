"""The report as a PDF: A4, black on white."""

from __future__ import annotations

import io
from collections.abc import Iterable
from datetime import datetime
from uuid import UUID
from zoneinfo import ZoneInfo

from django.utils import timezone
from fpdf import FPDF
from fpdf.enums import XPos, YPos
from PIL import Image

from hembit.apps.photos.files import path_of
from hembit.apps.reports.fonts import OWN, add_fonts, spelled
from hembit.apps.reports.rail_drawing import HEIGHT, draw_rail
from hembit.apps.reports.schemas import Found, MeasuredInJob, Report
from hembit_core.notation import inside

PRINTED = (700, 700)
"""The longer edge of a picture in it [px]."""
OUTCOMES = {"accept": "accepted", "reject": "rejected", "undecided": "undecided"}
_SHAPES = {
    "within": "●",
    "just within": "◐",
    "watch": "▲",
    "outside": "■",
    "just outside": "◧",
}


def render(report: Report) -> bytes:
    """The report as the bytes of a PDF; its times are those of the workshop's clock."""
    texts = report.model_dump(mode="json")
    told = spelled(texts)
    if told is not texts:
        report = Report.model_validate(told)
    with timezone.override(ZoneInfo(report.time_zone)):
        return _rendered(report)


def _rendered(report: Report) -> bytes:
    pdf = _Page(report)
    pdf.add_page()
    job = report.job
    pdf.title_line(f"{job.machine}: {job.symptom_label}")
    pdf.text_line(", ".join(one for one in (job.customer, job.place) if one))
    if report.plate:
        pdf.pair("Plate", report.plate)
    pdf.pair("Complaint", job.complaint)
    if report.error_code:
        pdf.pair("Error code", report.error_code)
    closed = f", closed {_when(job.closed_at)}" if job.closed_at else ", still open"
    pdf.pair("Visit", f"opened {_when(job.opened_at)}{closed}; {job.technician}")
    pdf.heading("In short")
    short = report.in_short
    for term, text in (("Wrong", short.wrong), ("Done", short.done), ("Watch", short.watch)):
        pdf.pair(term, text)
    if report.found:
        pdf.heading("What was found")
        for found in report.found:
            _found(pdf, found)
    if report.measured:
        pdf.heading("What was measured, against what it should have been")
        for one in report.measured:
            _measured(pdf, one)
    _list(pdf, "Measured with", report.measured_with)
    _list(pdf, "What was done", (f"{_when(one.at)}, {one.by}: {one.text}" for one in report.work))
    _list(
        pdf,
        "Parts",
        (
            f"{one.part}: {one.description}{f', serial {one.serial}' if one.serial else ''}"
            for one in report.parts
        ),
    )
    _list(
        pdf,
        "What to watch, and what comes",
        (
            f"{_day(one.due_on)}: {' – '.join(x for x in (one.part, one.text) if x)}"
            for one in report.follow_ups
        ),
    )
    _list(pdf, "What was left open", report.left_open)
    _list(pdf, "What was not tested", report.not_tested)
    _list(pdf, "What was skipped", report.skipped)
    _photos(pdf, report)
    _list(pdf, "Cautions", report.cautions)
    _signature(pdf, report)
    return bytes(pdf.output())


class _Page(FPDF):
    """A4 with the shop's sign on top and the page number below."""

    def __init__(self, report: Report) -> None:
        super().__init__(format="A4")
        self.report = report
        add_fonts(self, report.model_dump(mode="json"))
        self.set_margins(18, 14, 18)
        self.set_auto_page_break(True, 18)
        self.set_title(f"Job {report.job.number}, {report.job.machine}")
        self.set_creator("Hembit")

    def header(self) -> None:
        self.set_font(OWN, "B", 9)
        self.cell(100, 6, self.report.shop)
        self.set_font(OWN, "", 8)
        self.cell(0, 6, f"Job {self.report.job.number}", align="R", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        if self.report.shop_address:
            address = ", ".join(self.report.shop_address.split("\n"))
            self.cell(0, 4, address, new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        self.set_line_width(0.4)
        self.line(self.l_margin, self.get_y(), self.w - self.r_margin, self.get_y())
        self.ln(3)

    def footer(self) -> None:
        self.set_y(-13)
        self.set_font(OWN, "", 7)
        self.cell(0, 5, f"Made {_when(self.report.made_at)}, page {self.page_no()}", align="C")

    def title_line(self, text: str) -> None:
        self.set_font(OWN, "B", 14)
        self.multi_cell(0, 7, text, new_x=XPos.LMARGIN, new_y=YPos.NEXT)

    def heading(self, text: str) -> None:
        if self.get_y() > self.h - 45:
            self.add_page()
        self.ln(3)
        self.set_font(OWN, "B", 10)
        self.multi_cell(0, 6, text, new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        self.set_line_width(0.2)
        self.line(self.l_margin, self.get_y(), self.w - self.r_margin, self.get_y())
        self.ln(1)

    def text_line(self, text: str, bold: bool = False, size: float = 8.5) -> None:
        self.set_font(OWN, "B" if bold else "", size)
        self.multi_cell(0, 4.4, text, new_x=XPos.LMARGIN, new_y=YPos.NEXT)

    def pair(self, term: str, text: str) -> None:
        self.set_font(OWN, "", 8.5)
        self.cell(24, 4.6, term)
        self.multi_cell(0, 4.6, text, new_x=XPos.LMARGIN, new_y=YPos.NEXT)


def _found(pdf: _Page, one: Found) -> None:
    which = ", the part before" if one.part_before else ""
    pdf.text_line(f"{one.part}{which}: {one.headline}", bold=True)
    if one.overruled:
        pdf.text_line(
            f"The readings say “{one.conclusion}”; {one.by} decided “{one.decided}”: {one.reason}"
        )
    else:
        who = f"Decided by {one.by}" if one.by else "The readings say"
        pdf.text_line(f"{who}: {one.decided}{f' ({one.reason})' if one.reason else ''}")
    if one.cause:
        pdf.text_line(f"Cause: {one.cause}")
    if one.rests_on:
        pdf.text_line(f"Rests on: {'; '.join(one.rests_on)}", size=7.5)
    pdf.ln(1)


def _measured(pdf: _Page, one: MeasuredInJob) -> None:
    single = len(one.rows) <= 1
    if pdf.get_y() > pdf.h - 20 - (HEIGHT + 12 if single else 10 + 4 * len(one.rows)):
        pdf.add_page()
    which = ", new part" if one.spare else ", the part before" if one.part_before else ""
    pdf.text_line(f"{one.part}{which}: {inside(one.test)}", bold=True)
    shape = _SHAPES.get(one.state, "○")
    pdf.text_line(f"Due {one.due} · read {one.read} · {shape} {one.state}, {OUTCOMES[one.outcome]}")
    if one.now:
        pdf.text_line(f"By the part's spec as mended since: {one.now}", bold=True)
    for doubt in one.doubts:
        pdf.text_line(doubt, bold=True)
    if single:
        y = pdf.get_y() + 0.5
        draw_rail(pdf, one.rail, pdf.l_margin, y, pdf.w - pdf.l_margin - pdf.r_margin)
        pdf.set_xy(pdf.l_margin, y + HEIGHT)
    else:
        for row in one.rows:
            read = row.value.text if row.value else "OL" if row.state else "not read"
            pdf.text_line(
                f"    {row.label}: due {row.due}, read {read}, {row.state or 'not judged'}", size=7.5
            )
    pdf.ln(1.5)


def _list(pdf: _Page, title: str, lines: Iterable[str]) -> None:
    listed = list(lines)
    if not listed:
        return
    pdf.heading(title)
    for line in listed:
        pdf.text_line(line)


def _photos(pdf: _Page, report: Report) -> None:
    there = [one for one in report.photos if path_of(one.id, "full").exists()]
    if not there:
        return
    pdf.heading("Photos")
    width, x = 84.0, pdf.l_margin
    for place, one in enumerate(there):
        height = min(width * one.height / one.width, 100.0)
        column = place % 2
        if column == 0:
            if pdf.get_y() + height + 10 > pdf.h - 18:
                pdf.add_page()
            row_top, lowest = pdf.get_y(), 0.0
        left = x + column * (width + 6)
        pdf.image(_as_printed(one.id), left, row_top, w=width, h=height, keep_aspect_ratio=True)
        pdf.set_xy(left, row_top + height)
        pdf.set_font(OWN, "", 7)
        after = "after: " if one.pair else ""
        words = " – ".join(text for text in (one.part_name, one.caption) if text)
        pdf.multi_cell(width, 3.6, f"{after}{words}", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        lowest = max(lowest, pdf.get_y())
        pdf.set_y(lowest + 1 if column else row_top)
        if place == len(there) - 1:
            pdf.set_y(lowest + 1)


def _as_printed(number: UUID) -> io.BytesIO:
    """A picture as large as it is printed: 84 mm at some 210 dots per inch."""
    with Image.open(path_of(number, "full")) as image:
        image.draft("RGB", PRINTED)
        image.thumbnail(PRINTED, Image.Resampling.BILINEAR)
        out = io.BytesIO()
        image.save(out, "JPEG", quality=70)
    out.seek(0)
    return out


def _signature(pdf: _Page, report: Report) -> None:
    if pdf.get_y() > pdf.h - 42:
        pdf.add_page()
    pdf.ln(14)
    y = pdf.get_y()
    pdf.set_line_width(0.25)
    for x, words in (
        (pdf.l_margin, f"{report.job.technician}, date"),
        (pdf.l_margin + 92, "Customer, date"),
    ):
        pdf.line(x, y, x + 80, y)
        pdf.set_xy(x, y + 0.5)
        pdf.set_font(OWN, "", 7)
        pdf.cell(80, 4, words)


def _when(at: datetime | None) -> str:
    return timezone.localtime(at).strftime("%-d %b %Y, %H:%M") if at else ""


def _day(day: object) -> str:
    return f"{day:%-d %b %Y}"
