"""Figures of the report: the course with its curve and its doubt, and the shares with every dish."""

from collections.abc import Callable, Sequence
from typing import Literal

from reportlab.graphics.shapes import Circle, Drawing, Line, Polygon, PolyLine, Rect, String
from reportlab.lib.colors import Color, white
from reportlab.pdfbase.pdfmetrics import stringWidth

from server.evidence.selectors.comparison import TreatmentResult
from server.evidence.selectors.decision import TrialDecision
from server.exchange.report.words import DASHES, INK, LINE, QUIET, SOFT, ink
from server.labels.paper import BOLD, TEXT
from server.people.reader import written_for_reader

SIZE = 7
LEFT, BOTTOM, TOP = 30, 26, 8
ROW = 19
NICE = (1, 2, 5)
# as the page chooses them (web/src/shared/format/timescale.ts)
UNITS = ((1 / 24, "hours", 4.0), (1.0, "days", 70.0), (7.0, "weeks", 210.0), (30.4375, "months", float("inf")))


def unit_for(days: float) -> tuple[float, str]:
    """The unit of an axis of this length: its days, and its name."""
    return next((size, name) for size, name, most in UNITS if days <= most)


def steps_between(end: float, wanted: int) -> list[float]:
    """Round numbers from 0 to `end`, about `wanted` of them."""
    rough = max(end, 1e-9) / wanted
    power = 1.0
    while power * 10 <= rough:
        power *= 10
    while power > rough:
        power /= 10
    step = next((n * power for n in NICE if n * power >= rough), 10 * power)
    count = int(end / step + 1e-9)
    return [i * step for i in range(count + 1)]


def course_chart(treatments: Sequence[TreatmentResult], width: float, height: float) -> Drawing:
    """Steps at the looks, the fitted curve over them, the pointwise band behind, each named at its end."""
    drawing = Drawing(width, height)
    names = [written_for_reader(t.name) for t in treatments]
    right = min(130.0, max(stringWidth(n, BOLD, SIZE) for n in names) + 8)
    end = max((t.course.days[-1] for t in treatments if t.course.days), default=1.0) or 1.0
    plot = width - LEFT - right

    def x(day: float) -> float:
        return LEFT + day / end * plot

    def y(share: float) -> float:
        return BOTTOM + share * (height - BOTTOM - TOP)

    _grid(drawing, width - right, y)
    size, unit = unit_for(end)
    for value in steps_between(end / size, 6):
        at = x(value * size)
        drawing.add(Line(at, BOTTOM, at, BOTTOM - 3, strokeColor=LINE))
        drawing.add(_text(at, BOTTOM - 11, f"{value:g}", "middle"))
    drawing.add(_text(LEFT + plot / 2, 3, f"{unit} from sowing", "middle"))
    many = len(treatments) > 4
    for i, t in enumerate(treatments):
        if not many and t.course.lower:
            _band(drawing, t, ink(i), x, y)
    for i, t in enumerate(treatments):
        _curve(drawing, t, i, x, y)
    _labels(
        drawing,
        [(n, y(t.course.shares[-1]), i) for i, (n, t) in enumerate(zip(names, treatments, strict=True)) if t.course.shares],
        width - right + 5,
    )
    return drawing


def _grid(drawing: Drawing, right: float, y: Callable[[float], float]) -> None:
    for p in (0, 25, 50, 75, 100):
        drawing.add(Line(LEFT, y(p / 100), right, y(p / 100), strokeColor=SOFT, strokeWidth=0.6))
        drawing.add(_text(LEFT - 4, y(p / 100) - 2.5, f"{p} %" if p == 100 else str(p), "end"))


def _band(drawing: Drawing, t: TreatmentResult, colour: Color, x: Callable[[float], float], y: Callable[[float], float]) -> None:
    c = t.course
    points: list[float] = []
    for day, upper in zip(c.days, c.upper, strict=True):
        points += [x(day), y(upper)]
    for day, lower in reversed(list(zip(c.days, c.lower, strict=True))):
        points += [x(day), y(lower)]
    if len(c.days) > 1:
        pale = Color(colour.red, colour.green, colour.blue, alpha=0.12)
        drawing.add(Polygon(points, fillColor=pale, strokeColor=None))


def _curve(drawing: Drawing, t: TreatmentResult, index: int, x: Callable[[float], float], y: Callable[[float], float]) -> None:
    colour, points, last = ink(index), [], None
    for day, share in zip(t.course.days, t.course.shares, strict=True):
        if last is not None:
            points += [x(day), y(last)]
        points += [x(day), y(share)]
        last = share
    dash = DASHES[index % len(DASHES)]
    if t.curve is None:
        drawing.add(_line(points, colour, 1.4, dash))
        return
    drawing.add(_line(points, colour, 0.5, ()))
    drawing.add(_line([v for day, share in zip(t.curve.days, t.curve.shares, strict=True) for v in (x(day), y(share))], colour, 1.5, dash))


def _line(points: Sequence[float], colour: Color, width: float, dash: Sequence[int]) -> PolyLine:
    line = PolyLine(list(points), strokeColor=colour, strokeWidth=width)
    if dash:
        line.strokeDashArray = list(dash)
    return line


def _labels(drawing: Drawing, ends: Sequence[tuple[str, float, int]], at: float) -> None:
    """Names at the ends of the curves, pushed apart so that each can be read."""
    placed = sorted(ends, key=lambda e: e[1])
    floor = BOTTOM - 4.0
    for name, height, index in placed:
        floor = max(floor, height - 2.5)
        drawing.add(_text(at, floor, name, "start", ink(index), BOLD))
        floor += SIZE + 1.5


def share_chart(treatments: Sequence[TreatmentResult], width: float) -> Drawing:
    """One row a treatment: interval as a soft bar, estimate as a line, each dish as a ring."""
    height = ROW * len(treatments) + 20
    drawing = Drawing(width, height)
    left = min(150.0, max(stringWidth(written_for_reader(t.name), BOLD, SIZE) for t in treatments) + 12)
    right = width - 60

    def x(share: float) -> float:
        return left + share * (right - left)

    for p in (0, 25, 50, 75, 100):
        drawing.add(Line(x(p / 100), 16, x(p / 100), height, strokeColor=SOFT, strokeWidth=0.6))
        drawing.add(_text(x(p / 100), 5, f"{p} %", "middle"))
    for i, t in enumerate(treatments):
        at = height - ROW * i - ROW / 2
        colour = ink(i)
        drawing.add(_text(0, at - 2.5, written_for_reader(t.name), "start", INK, BOLD))
        soft = Color(colour.red, colour.green, colour.blue, alpha=0.3)
        bar = Rect(x(t.lower), at - 3, max(0.5, x(t.upper) - x(t.lower)), 6, rx=2, ry=2)
        bar.fillColor, bar.strokeColor = soft, None
        drawing.add(bar)
        for j, d in enumerate(sorted(t.dishes, key=lambda d: d.share)):
            lift = (-2.5, 2.5)[j % 2] if len(t.dishes) > 1 else 0
            drawing.add(Circle(x(d.share), at + lift, 2.2, fillColor=white, strokeColor=colour, strokeWidth=0.9))
        drawing.add(Line(x(t.share), at - 6, x(t.share), at + 6, strokeColor=colour, strokeWidth=1.8))
        drawing.add(_text(right + 8, at - 2.5, f"{100 * t.share:.0f} %  {t.letters}", "start", INK, BOLD))
    return drawing


def _text(x: float, y: float, words: str, anchor: Literal["start", "middle", "end"], colour: Color = QUIET, font: str = TEXT) -> String:
    return String(x, y, words, textAnchor=anchor, fontName=font, fontSize=SIZE, fillColor=colour)


PIP, PIP_ROW = 3.0, 34.0


def pip_chart(decision: TrialDecision, width: float) -> Drawing:
    """Twenty pips for each treatment, one chance in 20 each, over a scale of 0 to 100 seeds; those of the one to use are dark."""
    names = [written_for_reader(o.name) for o in decision.options]
    left = min(150.0, max(stringWidth(n, BOLD, SIZE) for n in names) + 10)
    height = PIP_ROW * len(names) + BOTTOM
    drawing, plot = Drawing(width, height), width - left - 12
    for value in (0, 25, 50, 75, 100):
        at = left + value / 100 * plot
        drawing.add(Line(at, BOTTOM, at, height, strokeColor=SOFT, strokeWidth=0.6))
        drawing.add(_text(at, BOTTOM - 10, str(value), "middle"))
    for i, (name, o) in enumerate(zip(names, decision.options, strict=True)):
        ground = height - (i + 1) * PIP_ROW + 2
        colour = INK if o.treatment == decision.use else QUIET
        drawing.add(Line(left, ground, left + plot, ground, strokeColor=LINE, strokeWidth=0.6))
        drawing.add(_text(left - 6, ground + 4, name, "end"))
        for at, level in stacked([left + p * plot for p in o.pips], 2 * PIP):
            drawing.add(Circle(at, ground + PIP + min(level * 2 * PIP, PIP_ROW - 3 * PIP), PIP * 0.8, fillColor=colour, strokeColor=None))
    return drawing


def stacked(places: Sequence[float], wide: float) -> list[tuple[float, int]]:
    """Each place with the lowest level on which it touches no other."""
    ends: list[float] = []
    out = []
    for x in sorted(places):
        level = next((n for n, end in enumerate(ends) if x - end >= wide), len(ends))
        ends[level : level + 1] = [x]
        out.append((x, level))
    return out
