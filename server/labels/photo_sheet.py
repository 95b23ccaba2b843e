"""The sheet on which seed is photographed: four marks that give the scale, and how to use it."""

import io

from reportlab.lib.colors import black, white
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from core.pictures import DOT_SHARE, HOLE_SHARE, Sheet
from server.labels.paper import A4, BOLD, TEXT, register_fonts

# letter paper is wider and shorter: what is drawn within this height and width is on both
WIDTH, HEIGHT = A4[0], 279.4
CHECK_MM = 50
TOLD = (
    "Spread the seed between the four rings, in one layer, so that most seeds lie alone.",
    "Photograph from straight above, in even light, with all four rings in the picture.",
    f"Print at 100 %. The line below must measure {CHECK_MM} mm, or lengths will be wrong.",
)


def photo_sheet_pdf(sheet: Sheet) -> bytes:
    """One page with the marks of a sheet. What is written on it lies outside of the marks, so that none of it is counted."""
    register_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(WIDTH * mm, HEIGHT * mm), pageCompression=1)
    canvas.setTitle(f"Photo sheet, {sheet.name}")
    left, top = (WIDTH - sheet.across_mm) / 2, 12 + sheet.ring_mm
    for x, y in sheet.corners:
        _mark(canvas, (left + x) * mm, (HEIGHT - top - y) * mm, sheet.ring_mm * mm)
    foot = HEIGHT - top - sheet.down_mm - sheet.ring_mm / 2 - 8
    canvas.setFillColor(black)
    canvas.setFont(BOLD, 9)
    canvas.drawString(left * mm, foot * mm, f"Photo sheet, {sheet.name}: {sheet.across_mm:g} × {sheet.down_mm:g} mm between the rings")
    canvas.setFont(TEXT, 8)
    for n, line in enumerate(TOLD, start=1):
        canvas.drawString(left * mm, (foot - 4 * n) * mm, line)
    canvas.setLineWidth(0.8)
    canvas.line(left * mm, (foot - 4 * len(TOLD) - 3) * mm, (left + CHECK_MM) * mm, (foot - 4 * len(TOLD) - 3) * mm)
    canvas.save()
    return out.getvalue()


def _mark(canvas: Canvas, x: float, y: float, ring: float) -> None:
    for share, colour in ((1.0, black), (HOLE_SHARE, white), (DOT_SHARE, black)):
        canvas.setFillColor(colour)
        canvas.circle(x, y, ring * share / 2, stroke=0, fill=1)
