"""A tray from above, as a plan expects it: cells empty, with a plant, and with several."""

from math import ceil, sqrt

from reportlab.graphics.shapes import Circle, Drawing, Rect
from reportlab.lib.colors import HexColor

from core.seedstock import ExpectedFill

CELL, MOST = 9.0, 200
# successive multiples of the golden ratio lie evenly, so that any number of cells is spread over the tray (shared/drawing/tray.ts)
GOLDEN = 0.618034
SOIL, RIM, PLANT, EDGE = HexColor("#b5a698"), HexColor("#8a6d57"), HexColor("#7fae3f"), HexColor("#4e7d2b")


def tray_drawing(expected: ExpectedFill, cells_a_tray: int) -> Drawing:
    """One tray of a plan with its part of what is expected."""
    cells = max(1, min(cells_a_tray, expected.cells, MOST))
    part = cells / max(1, expected.cells)
    full, several = round(expected.filled * part), round(expected.several * part)
    order = sorted(range(cells), key=lambda n: n * GOLDEN % 1)
    kinds = {cell: 2 if n < several else 1 for n, cell in enumerate(order[:full])}
    columns = max(1, ceil(sqrt(cells * 1.9)))
    rows = ceil(cells / columns)
    drawing = Drawing(columns * CELL + 4, rows * CELL + 10)
    rim = Rect(0.5, 6.5, columns * CELL + 3, rows * CELL + 3, rx=2, ry=2)
    rim.fillColor, rim.strokeColor, rim.strokeWidth = None, RIM, 0.8
    drawing.add(rim)
    for n in range(cells):
        x, y = 2 + n % columns * CELL + CELL / 2, 8 + (rows - 1 - n // columns) * CELL + CELL / 2
        soil = Rect(x - 3.8, y - 3.8, 7.6, 7.6, rx=1.4, ry=1.4)
        soil.fillColor, soil.strokeColor = SOIL, None
        drawing.add(soil)
        for dx, dy, r in {0: (), 1: ((0, 0, 2.3),), 2: ((-1.5, -0.8, 1.7), (1.6, 0.9, 1.7))}[kinds.get(n, 0)]:
            drawing.add(Circle(x + dx, y + dy, r, fillColor=PLANT, strokeColor=EDGE, strokeWidth=0.6))
    return drawing


def expected_said(expected: ExpectedFill) -> str:
    """How full the trays are expected to be, in a sentence."""
    several = f", ≈ {expected.several:.0f} of them several" if round(expected.several) else ""
    return f"As expected: ≈ {expected.filled:.0f} of {expected.cells} cells hold a plant{several}."
