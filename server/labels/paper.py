"""Labels on paper: a PDF in common label sizes, or single labels for a roll."""

import io
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path

import segno
from django.conf import settings
from reportlab.lib.colors import black, white
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from core.vocabulary import LabelSheet
from server.labels.selectors import LabelContent
from server.people.reader import written_for_reader

TEXT, BOLD, ITALIC, HEADING, CODE = "Text", "TextBold", "TextItalic", "Heading", "Code"
PENCIL_LINE_GAP = 5.5 * mm


@dataclass(frozen=True)
class Sheet:
    """A sheet of labels, lengths in mm: the page, columns and rows, the label, the first label's corner, the gaps."""

    page: tuple[float, float]
    columns: int
    rows: int
    label: tuple[float, float]
    corner: tuple[float, float] = (0, 0)
    gap: tuple[float, float] = (0, 0)


def _single(width: float, height: float) -> Sheet:
    return Sheet((width, height), 1, 1, (width, height))


A4, LETTER = (210, 297), (215.9, 279.4)
SHEETS = {
    LabelSheet.A4_24: Sheet(A4, 3, 8, (70, 37), (0, 0.5)),
    LabelSheet.A4_14: Sheet(A4, 2, 7, (99.1, 38.1), (4.65, 15.15), (2.5, 0)),
    LabelSheet.A4_8: Sheet(A4, 2, 4, (99.1, 67.7), (4.65, 13.1), (2.5, 0)),
    LabelSheet.LETTER_30: Sheet(LETTER, 3, 10, (66.7, 25.4), (4.8, 12.7), (3.1, 0)),
    LabelSheet.SINGLE_57_32: _single(57, 32),
    LabelSheet.SINGLE_62_29: _single(62, 29),
    LabelSheet.SINGLE_100_50: _single(100, 50),
}


@cache
def register_fonts() -> None:
    """Register the fonts of the application, as `scripts.make_fonts` makes them."""
    folder = Path(settings.PAPER_FONTS)
    if not folder.is_dir():
        raise RuntimeError(f"The fonts of papers are missing in {folder}. Make them: make .venv/stamps/fonts")
    for name in (TEXT, BOLD, ITALIC, HEADING, CODE):
        pdfmetrics.registerFont(TTFont(name, str(folder / f"{name}.ttf")))


def labels_pdf(contents: Sequence[LabelContent], sheet: LabelSheet, skip: int = 0) -> bytes:
    """A PDF of labels; `skip` leaves the first ones of a begun sheet free."""
    register_fonts()
    layout = SHEETS[sheet]
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(layout.page[0] * mm, layout.page[1] * mm), pageCompression=1)
    canvas.setTitle("Labels")
    for n, content in enumerate(contents, skip % (layout.columns * layout.rows)):
        index = n % (layout.columns * layout.rows)
        if index == 0 and n:
            canvas.showPage()
        row, column = divmod(index, layout.columns)
        left = layout.corner[0] + column * (layout.label[0] + layout.gap[0])
        top = layout.corner[1] + row * (layout.label[1] + layout.gap[1])
        _label(canvas, content, left * mm, (layout.page[1] - top - layout.label[1]) * mm, layout.label[0] * mm, layout.label[1] * mm)
    canvas.save()
    return out.getvalue()


def _label(canvas: Canvas, content: LabelContent, x: float, y: float, width: float, height: float) -> None:
    """One label: the QR at the left, the code large, name, facts, the warning inverted at the foot, pencil lines where there is room."""
    pad = 2.5 * mm
    foot = 5 * mm if content.warning else 0
    side = min(height - foot - 2 * pad, 0.36 * width)
    draw_qr(canvas, content.path, x + pad, y + height - pad - side, side)
    left, right, top = x + pad + side + 2.5 * mm, x + width - pad, y + height - pad
    code_size = min(22.0, _fitting(content.code, CODE, 22, right - left))
    canvas.setFillColor(black)
    canvas.setFont(CODE, code_size)
    at = top - 0.8 * code_size
    canvas.drawString(left, at, content.code)
    small = max(5.5, min(10.0, height / mm / 5))
    floor = y + foot + pad
    for text, font, size in [
        (content.name, HEADING, small + 1),
        (content.latin, ITALIC, small),
        *((written_for_reader(line), TEXT, small) for line in content.lines),
    ]:
        at -= 1.28 * size
        if at < floor - 0.5:
            break
        canvas.setFont(font, _fitting(text, font, size, right - left))
        canvas.drawString(left, at, text)
    _pencil_lines(canvas, x + pad, right, min(at - 2 * mm, y + height - pad - side - 1 * mm), floor)
    if content.warning:
        canvas.setFillColor(black)
        canvas.rect(x + 1 * mm, y + 1 * mm, width - 2 * mm, foot - 1 * mm, stroke=0, fill=1)
        canvas.setFillColor(white)
        canvas.setFont(BOLD, _fitting(f"! {content.warning}", BOLD, 8, width - 2 * pad))
        canvas.drawString(x + pad, y + 2.1 * mm, f"! {content.warning}")
        canvas.setFillColor(black)


def _fitting(text: str, font: str, size: float, width: float) -> float:
    """The size at which a text fits into a width, at most `size`."""
    wide = pdfmetrics.stringWidth(text, font, size)
    return size if wide <= width else size * width / wide


def _pencil_lines(canvas: Canvas, left: float, right: float, top: float, floor: float) -> None:
    canvas.setLineWidth(0.3)
    at = top - PENCIL_LINE_GAP
    while at >= floor:
        canvas.line(left, at, right, at)
        at -= PENCIL_LINE_GAP


def draw_qr(canvas: Canvas, path: str, x: float, y: float, side: float) -> None:
    """A QR code as one rectangle a module, its quiet zone inside `side`; a merged path is not read by every scanner."""
    matrix = list(segno.make(path, error="m", micro=False).matrix_iter(border=2))
    module = side / len(matrix)
    canvas.setFillColor(black)
    for row, line in enumerate(matrix):
        for column, dark in enumerate(line):
            if dark:
                canvas.rect(x + column * module, y + side - (row + 1) * module, module, module, stroke=0, fill=1)
