"""Styles and inks of papers."""

from xml.sax.saxutils import escape

from reportlab.lib.colors import Color, HexColor
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph

from server.labels.paper import BOLD, CODE, HEADING, ITALIC, TEXT, register_fonts
from server.people.reader import written_for_reader

INK, QUIET, LINE, SOFT = HexColor("#1f2a24"), HexColor("#566056"), HexColor("#d8cdb8"), HexColor("#e7dfce")
INKS = [HexColor(c) for c in ("#44708f", "#9c762c", "#2d5a3d", "#8d3f57", "#3f8583", "#6d6076", "#bd6a3f", "#6b5140")]
DASHES: list[tuple[int, ...]] = [(), (7, 4), (2, 3), (9, 3, 2, 3), (14, 4), (4, 2)]


def styles(tight: float = 1.0) -> dict[str, ParagraphStyle]:
    """Styles of the papers by name; `tight` below 1 sets lines closer."""
    register_fonts()
    plain = ParagraphStyle("plain", fontName=TEXT, fontSize=9, leading=12 * tight, textColor=INK)
    return {
        "plain": plain,
        "small": ParagraphStyle("small", plain, fontSize=7.5, leading=9.4 * tight),
        "quiet": ParagraphStyle("quiet", plain, fontSize=8, leading=10.2 * tight, textColor=QUIET),
        "title": ParagraphStyle("title", plain, fontName=HEADING, fontSize=18, leading=22, spaceAfter=2),
        "lead": ParagraphStyle("lead", plain, fontSize=11.5, leading=15.5 * tight, spaceAfter=6),
        "head": ParagraphStyle(
            "head", plain, fontName=HEADING, fontSize=12, leading=15, spaceBefore=10 * tight, spaceAfter=4 * tight, keepWithNext=True
        ),
        "term": ParagraphStyle("term", plain, fontName=BOLD, fontSize=8.5, leading=11.4 * tight),
        "latin": ParagraphStyle("latin", plain, fontName=ITALIC, fontSize=10, leading=13.4, textColor=QUIET),
        "code": ParagraphStyle("code", plain, fontName=CODE, fontSize=7, leading=8.6, alignment=1),
    }


def para(text: str, style: ParagraphStyle) -> Paragraph:
    """A paragraph of plain text; what looks like markup in it stays text."""
    return Paragraph(escape(written_for_reader(text)), style)


def ink(index: int) -> Color:
    """The ink of treatment number `index`."""
    return INKS[index % len(INKS)]
