"""Papers of one page: a sowing's tray plan for the bench, and the seed card for seed that is given away."""

from collections.abc import Callable, Sequence

from reportlab.lib.pagesizes import A4, A6
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, LongTable, Spacer, Table, TableStyle

from core.treatment import SowingDay
from core.wording import day_value
from server.exchange.report.filled import Paper, build
from server.exchange.report.trays import expected_said, tray_drawing
from server.exchange.report.words import LINE, para
from server.exchange.selectors.card import SeedCard
from server.labels.paper import draw_qr
from server.sowing.models import SowingPlan
from server.sowing.selectors.plans import SowingPage, trays_planned

Styles = dict[str, ParagraphStyle]
RULED = TableStyle([("LINEBELOW", (0, 0), (-1, -1), 0.4, LINE), ("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0)])
QR_SIDE = 20 * mm


def tray_plan_pdf(plan: SowingPlan, page: SowingPage) -> bytes:
    """A sowing on A4: what to do on which day, and a line for each tray with room for a pencil."""
    taxon = plan.lot.taxon
    latin = taxon.scientific_name if taxon else "species not known"
    cells = f"{plan.cells} cells of {plan.seeds_per_cell}, " if plan.cells else ""
    return _made(A4, f"Tray plan {plan.code}", lambda s: _tray_plan(plan, page, latin, cells, s))


def _tray_plan(plan: SowingPlan, page: SowingPage, latin: str, cells: str, s: Styles) -> list[Flowable]:
    lot = plan.lot
    flow: list[Flowable] = [
        _headed(f"{plan.code}  {lot.common_name}", f"{latin}, lot {lot.code}", f"/c/{plan.code}", A4[0] - 36 * mm, s),
        para(f"{plan.plants_wanted} plants by {day_value(plan.wanted_on)}: {cells}{plan.seeds} seeds, {_trays(plan)}.", s["lead"]),
        para(f"Treatment: {page.recipe_name or 'sown as it is'}. Rests on {page.rests_on}.", s["plain"]),
    ]
    flow += [para(f"! {c.short}: {c.care}", s["term"]) for c in page.cares]
    flow += [para("Days", s["head"]), _days([d.day for d in page.days], s), para("Trays", s["head"])]
    if page.expected is not None:
        flow += [tray_drawing(page.expected, plan.cells_per_tray), para(expected_said(page.expected), s["quiet"])]
    return [*flow, _tray_lines(plan, page, s)]


def seed_card_pdf(card: SeedCard) -> bytes:
    """A card of A6 for seed that is given away."""
    return _made(A6, f"Seed card {card.code}", lambda s: _seed_card(card, s), margin=10 * mm)


def _seed_card(card: SeedCard, s: Styles) -> list[Flowable]:
    flow: list[Flowable] = [_headed(card.common_name, card.scientific_name, f"/c/{card.code}", A6[0] - 20 * mm, s)]
    rows = [[para(name, s["term"]), para(text, s["plain"])] for name, text in card.lines]
    flow += [Table(rows, colWidths=[22 * mm, A6[0] - 42 * mm - 12], style=RULED)]
    flow += [Spacer(1, 4), *(para(f"! {x}", s["term"]) for x in card.hazards)]
    flow.append(para("Facts about plants, treatments and hazards are starting points. Local rules and permits come first.", s["small"]))
    return flow


def _made(size: tuple[float, float], title: str, story: Callable[[Styles], list[Flowable]], margin: float = 18 * mm) -> bytes:
    def paper() -> Paper:
        return Paper(pagesize=size, leftMargin=margin, rightMargin=margin, topMargin=margin, bottomMargin=margin, title=title)

    return build(paper, story).written.getvalue()


def _headed(title: str, below: str, path: str, width: float, s: Styles) -> Table:
    """A title with its line, and the code at the right."""
    words = [para(title, s["title"]), para(below, s["latin"])]
    return Table([[words, _Code(path)]], colWidths=[width - QR_SIDE - 12, QR_SIDE], style=TableStyle([("VALIGN", (0, 0), (-1, -1), "TOP")]))


class _Code(Flowable):
    """A QR code that takes part in a page."""

    def __init__(self, path: str) -> None:
        super().__init__()
        self.path, self.width, self.height = path, QR_SIDE, QR_SIDE

    def draw(self) -> None:
        draw_qr(self.canv, self.path, 0, 0, QR_SIDE)


def _trays(plan: SowingPlan) -> str:
    if not plan.cells:
        return "one seed pan" if plan.way == "pan" else f"{plan.area_m2:g} m² of ground" if plan.area_m2 else "one bed"
    count = trays_planned(plan)
    return f"{count} tray{'s' if count > 1 else ''} of {plan.cells_per_tray}"


def _days(days: Sequence[SowingDay], s: Styles) -> LongTable:
    rows = [[para(f"{d.on:%a %-d %b %Y}", s["term"]), para(d.task.replace("_", " "), s["term"]), para(d.how, s["plain"]), ""] for d in days]
    return LongTable(rows, colWidths=[32 * mm, 34 * mm, 80 * mm, 26 * mm], style=RULED, hAlign="LEFT")


def _tray_lines(plan: SowingPlan, page: SowingPage, s: Styles) -> LongTable:
    heads = ["tray", "cells", "seeds", "place", "emerged", "thinned", "potted", "planted", "alive"]
    known = {t.code: t for t in page.trays}
    codes = list(known) or [f"{plan.code}-T{n}" for n in range(1, page.trays_planned + 1)]
    left = plan.cells
    rows = [[para(h, s["term"]) for h in heads]]
    for code in codes:
        t = known.get(code)
        cells = t.cells if t else min(left, plan.cells_per_tray)
        left -= cells
        seeds = t.seeds if t and t.seeds is not None else cells * plan.seeds_per_cell or plan.seeds
        counted = [t.emerged, t.thinned, t.potted, t.planted, t.alive] if t else [None] * 5
        texts = [code, str(cells or ""), str(seeds), t.place if t else "", *("" if c is None else str(c) for c in counted)]
        rows.append([para(x, s["plain"]) for x in texts])
    return LongTable(rows, colWidths=[32 * mm, 13 * mm, 15 * mm, 30 * mm, *([16.8 * mm] * 5)], style=RULED, repeatRows=1, hAlign="LEFT")
