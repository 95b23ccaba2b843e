"""Fonts and styles of the report, and texts that its fonts can say."""

from xml.sax.saxutils import escape

from reportlab.lib.colors import Color, HexColor
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph

from server.labels.paper import BOLD, ITALIC, TEXT, register_fonts
from server.people.reader import written_for_reader

INK, QUIET, LINE, SOFT = HexColor("#1f2a24"), HexColor("#566056"), HexColor("#d8cdb8"), HexColor("#e7dfce")
INKS = [HexColor(c) for c in ("#44708f", "#9c762c", "#2d5a3d", "#8d3f57", "#3f8583", "#6d6076", "#bd6a3f", "#6b5140")]
DASHES: list[tuple[int, ...]] = [(), (7, 4), (2, 3), (9, 3, 2, 3), (14, 4), (4, 2)]
# the font has no Greek and no arrows
SPELLED = {"φ": "phi", "ρ₀": "rho0", "ρ": "rho", "χ²": "chi²", "χ": "chi", "→": "to", "Σ": "sum", "⇒": "so"}


def said(text: str) -> str:
    """A text as it is printed for who asks for the paper, with the signs spelled out that the font does not have."""
    text = written_for_reader(text)
    for sign, word in SPELLED.items():
        text = text.replace(sign, word)
    return text


def styles() -> dict[str, ParagraphStyle]:
    """Styles of the report by name."""
    register_fonts()
    plain = ParagraphStyle("plain", fontName=TEXT, fontSize=8.5, leading=12, textColor=INK)
    return {
        "plain": plain,
        "small": ParagraphStyle("small", plain, fontSize=7, leading=9.2),
        "quiet": ParagraphStyle("quiet", plain, fontSize=7.5, leading=10, textColor=QUIET),
        "title": ParagraphStyle("title", plain, fontName=BOLD, fontSize=17, leading=21, spaceAfter=2),
        "lead": ParagraphStyle("lead", plain, fontSize=11, leading=15.5, spaceAfter=6),
        "head": ParagraphStyle("head", plain, fontName=BOLD, fontSize=11, leading=14, spaceBefore=10, spaceAfter=4, keepWithNext=True),
        "term": ParagraphStyle("term", plain, fontName=BOLD, fontSize=8, leading=11),
        "latin": ParagraphStyle("latin", plain, fontName=ITALIC, fontSize=9.5, leading=13, textColor=QUIET),
        "code": ParagraphStyle("code", plain, fontSize=7, leading=8.6, alignment=1),
    }


def para(text: str, style: ParagraphStyle) -> Paragraph:
    """A paragraph of plain text; what looks like markup in it stays text."""
    return Paragraph(escape(said(text)), style)


def ink(index: int) -> Color:
    """The ink of treatment number `index`."""
    return INKS[index % len(INKS)]
