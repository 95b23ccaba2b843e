"""The report as a PDF."""

from collections.abc import Sequence

from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, KeepTogether, LongTable, SimpleDocTemplate, Spacer, TableStyle

from core.verdict import AIM_WORDS, of_100, percent
from core.vocabulary import DecisionAim
from core.wording import day_value, moment_value
from server.evidence.selectors.comparison import TreatmentResult, TrialComparison
from server.evidence.selectors.conclusions import ConclusionView
from server.evidence.selectors.decision import TrialDecision
from server.evidence.selectors.timeline import TimelineEntry
from server.exchange.report.charts import course_chart, pip_chart, share_chart
from server.exchange.report.filled import Paper, build
from server.exchange.report.words import LINE, QUIET, SOFT, para
from server.exchange.selectors.report import MapDish, MapPlace, Method, Progress, TrialReport
from server.labels.paper import TEXT
from server.people.reader import written_for_reader

MARGIN = 18 * mm
# the frame keeps six points of its own at each side
WIDTH = A4[0] - 2 * MARGIN - 12
MAP_COLUMNS = 8
Styles = dict[str, ParagraphStyle]


def report_pdf(report: TrialReport, progress: Progress | None = None) -> bytes:
    """A report on A4; `progress` hears of each page."""

    def paper() -> Paper:
        return Paper(
            pagesize=A4,
            leftMargin=MARGIN,
            rightMargin=MARGIN,
            topMargin=16 * mm,
            bottomMargin=18 * mm,
            title=f"{report.code}: {report.question}",
            lang="en",
        )

    def foot(canvas: Canvas, _: SimpleDocTemplate) -> None:
        canvas.setFont(TEXT, 7)
        canvas.setFillColor(QUIET)
        canvas.drawString(MARGIN, 10 * mm, written_for_reader(f"{report.code}, made {moment_value(report.made_at)}"))
        canvas.drawRightString(A4[0] - MARGIN, 10 * mm, str(canvas.getPageNumber()))
        if progress:
            progress(canvas.getPageNumber(), 0, f"page {canvas.getPageNumber()}")

    return build(paper, lambda s: _story(report, s), onFirstPage=foot, onLaterPages=foot).written.getvalue()


def _story(r: TrialReport, s: Styles) -> list[Flowable]:
    plant = f"{r.lot_name} · {r.scientific_name}" if r.scientific_name else r.lot_name
    out: list[Flowable] = [para(f"{r.code}  {r.question}", s["title"]), para(f"{plant}, lot {r.lot_code}", s["latin"]), Spacer(1, 6)]
    if r.comparison is None:
        out.append(para(r.why_not, s["lead"]))
    else:
        out.append(para(r.comparison.head, s["lead"]))
    for d in r.decisions:
        out += _decision(d, s)
    if r.decisions and r.conclusions:
        out += [para("Conclusions", s["head"]), *(para(_concluded(c), s["plain"]) for c in r.conclusions)]
    if r.comparison is not None:
        out += _results(r.comparison, s)
    out += [para("Methods", s["head"]), _terms(r.methods, s)]
    out += [para("Map of the dishes", s["head"]), *(x for place in r.map for x in _place(place, s))]
    out += [para("Deviations", s["head"]), *_events(r, s)]
    out += [para("Versions", s["head"]), _terms(r.versions, s)]
    return out


def _decision(d: TrialDecision, s: Styles) -> list[Flowable]:
    """The decision as on its page: headline, pips, what each treatment saves and costs, and what the trial cannot say."""
    out: list[Flowable] = [
        para(f"Decision for lot {d.of_lot.code}" if d.of_lot else "Decision", s["head"]),
        para(d.headline, s["plain"]),
        para(_aim(d), s["quiet"]),
    ]
    if d.options:
        caption = "Germinated of 100 sown; each pip is one chance in 20. The treatment to use is dark."
        out += [Spacer(1, 4), KeepTogether([pip_chart(d, WIDTH), para(caption, s["quiet"])]), Spacer(1, 4), _options(d, s)]
    for head, lines in (
        ("What supports it", [x.text for x in (*d.supports, *d.lot)]),
        ("What this trial cannot say", [x.text for x in d.cannot_say]),
        ("Left in the dishes", [x.text for x in d.left]),
        ("Worth testing next", [x.text for x in d.next]),
    ):
        if lines:
            out += [para(head, s["head"]), *(para(line, s["plain"]) for line in lines)]
    return out


def _aim(d: TrialDecision) -> str:
    costs = f"a week costs {d.week_cost:g} and a hazardous treatment {d.hazard_cost:g} seeds of 100"
    return f"Aim: {AIM_WORDS[d.aim]} ({costs}). Rules of the decision, version {d.rules_version}."


def _options(d: TrialDecision, s: Styles) -> Flowable:
    heads = ("treatment", "of 100", "likely between", "chance it is best", "compared with the one to use")
    rows = [[para(h, s["small"]) for h in heads]]
    for o in d.options:
        cells = [o.name, f"{of_100(o.share)}", f"{of_100(o.lower)} and {of_100(o.upper)}", o.chance, o.against]
        rows.append([para(c, s["small"]) for c in cells])
    table = LongTable(rows, colWidths=[WIDTH * w for w in (0.28, 0.1, 0.17, 0.15, 0.3)], repeatRows=1)
    table.setStyle(_RULED)
    return table


def _concluded(c: ConclusionView) -> str:
    aim = f", aim: {AIM_WORDS[DecisionAim(c.aim)]}" if c.aim else ""
    chosen = f" (“{c.treatment_name}”)" if c.treatment_name else ""
    return f"{c.by}, {day_value(c.at)}: {c.words}{chosen}. Rules version {c.rules_version}{aim}."


def _results(c: TrialComparison, s: Styles) -> list[Flowable]:
    out: list[Flowable] = [para("Results", s["head"])]
    out += [para(w, s["plain"]) for w in c.warnings]
    out.append(
        KeepTogether(
            [
                course_chart(c.treatments, WIDTH, 190),
                para(f"Share germinated at each look. {c.curve_sentence} The band is pointwise.", s["quiet"]),
            ]
        )
    )
    caption = "Rings are dishes, bars 95 % intervals. There is not enough evidence that treatments with a common letter differ."
    out += [Spacer(1, 8), KeepTogether([share_chart(c.treatments, WIDTH), para(caption, s["quiet"])])]
    out += [Spacer(1, 8), _figures(c.treatments, s)]
    against = [f"{t.name}: {t.against_control.sentence}" for t in c.treatments if t.against_control]
    speed = [f"{x.a}: {x.sentence}" for x in c.speed.lines] if c.speed else []
    pace = [f"{x.a}: {x.sentence}" for x in c.pace.lines]
    for head, lines in (
        ("How many, compared with the control", against),
        ("How fast, among those that germinated", [*([c.speed.note] if c.speed else []), *speed]),
        ("Both in one: pace", [c.pace.sentence, *pace]),
        *((f"Dose series of lot {x.lot.code}" if x.lot else "Dose series", x.sentences) for x in c.ladders),
        ("Two factors crossed", c.factors.sentences if c.factors else []),
        ("Blocks", [c.blocks.sentence] if c.blocks and c.blocks.sentence else []),
        ("Dishes that differ, or were set aside", [e.sentence for e in c.effects]),
    ):
        if lines:
            out += [para(head, s["head"]), *(para(line, s["plain"]) for line in lines)]
    return out


def _figures(treatments: Sequence[TreatmentResult], s: Styles) -> Flowable:
    heads = (
        "treatment",
        "germinated / sown",
        "share",
        "95 % interval",
        "T50 (d)",
        "MGT (d)",
        "spread (d)",
        "pace (%)",
        "group",
    )
    rows = [[para(h, s["small"]) for h in heads]]
    for t in treatments:
        cells = [
            t.name + (" (control)" if t.is_control else ""),
            f"{t.germinated} / {t.sown}",
            f"{percent(t.share)} %",
            f"{percent(t.lower)}–{percent(t.upper)} %",
            _number(t.half.value, t.half.lower, t.half.upper),
            _doubted(t, "mgt"),
            _doubted(t, "spread"),
            _doubted(t, "area", 0),
            t.letters,
        ]
        rows.append([para(c, s["small"]) for c in cells])
    table = LongTable(rows, colWidths=[WIDTH * w for w in (0.17, 0.1, 0.08, 0.12, 0.13, 0.13, 0.1, 0.1, 0.07)], repeatRows=1)
    table.setStyle(_RULED)
    return table


def _doubted(t: TreatmentResult, name: str, digits: int = 2) -> str:
    d = t.doubt.get(name)
    return "undefined" if d is None else _number(d.estimate, d.lower, d.upper, digits)


def _number(value: float | None, lower: float | None, upper: float | None, digits: int = 2) -> str:
    if value is None:
        return "undefined"
    return f"{value:.{digits}f}" + (f" ({lower:.{digits}f}–{upper:.{digits}f})" if lower is not None and upper is not None else "")


_RULED = TableStyle(
    [
        ("LINEBELOW", (0, 0), (-1, 0), 0.8, LINE),
        ("LINEBELOW", (0, 1), (-1, -1), 0.4, SOFT),
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
        ("RIGHTPADDING", (0, 0), (-1, -1), 4),
        ("TOPPADDING", (0, 0), (-1, -1), 2),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
    ]
)


def _terms(lines: Sequence[Method], s: Styles) -> Flowable:
    table = LongTable([[para(m.term, s["term"]), para(m.text, s["plain"])] for m in lines], colWidths=[WIDTH * 0.22, WIDTH * 0.78])
    table.setStyle(_RULED)
    return table


def _place(place: MapPlace, s: Styles) -> list[Flowable]:
    cells = [para(_dish(d), s["code"]) for d in place.dishes]
    cells += [para("", s["code"])] * (-len(cells) % MAP_COLUMNS)
    rows = [cells[i : i + MAP_COLUMNS] for i in range(0, len(cells), MAP_COLUMNS)]
    table = LongTable(rows, colWidths=[WIDTH / MAP_COLUMNS] * MAP_COLUMNS)
    table.setStyle(TableStyle([("GRID", (0, 0), (-1, -1), 0.4, LINE), ("VALIGN", (0, 0), (-1, -1), "MIDDLE")]))
    return [para(place.place, s["quiet"]), table, Spacer(1, 5)]


def _dish(d: MapDish) -> str:
    words = [str(d.position), d.code, d.treatment, "set aside" if d.set_aside else ""]
    return " ".join(w for w in words if w)


def _line(x: TimelineEntry) -> str:
    where = [f"{moment_value(x.at)}", x.by, f"dish {x.dish}" if x.dish else ""]
    return f"{', '.join(w for w in where if w)}: {x.words or x.kind}"


def _events(r: TrialReport, s: Styles) -> list[Flowable]:
    lines = [_line(x) for x in r.timeline.lines]
    lines += r.timeline.care
    people = "; ".join(f"{p.initials} {p.looks} looks at {p.dishes} dishes" for p in r.timeline.people)
    found = [para(line, s["plain"]) for line in lines] or [para("None: inspected and cared for as planned.", s["plain"])]
    return [*found, para(f"Counted by: {people}." if people else "Not counted yet.", s["quiet"])]
