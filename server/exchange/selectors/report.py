"""The report of one trial: question, methods exact enough to repeat, map, results, decision, events, versions."""

import hashlib
import platform
from collections import defaultdict
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

import django
import numpy as np
import scipy
from django.conf import settings

from core.verdict import RULES_VERSION
from core.vocabulary import Criterion, Layout, TrialState
from core.wording import day_value, degrees_value
from server.evidence.selectors.comparison import NothingToCompare, TrialComparison, compare_courses
from server.evidence.selectors.conclusions import ConclusionView, of_trial
from server.evidence.selectors.decision import TrialDecision, judged
from server.evidence.selectors.timeline import TrialTimeline, timeline_of
from server.exchange.selectors.wording import recipe_words
from server.lots.models import Lot
from server.trials.models import Trial, TrialPhoto
from server.trials.selectors.lots import listed, plants_of
from server.trials.selectors.state import TrialCourses, with_courses

CRITERIA = {
    Criterion.ROOT_VISIBLE: "the root is visible",
    Criterion.ROOT_2_MM: "the root is 2 mm long or more",
    Criterion.SHOOT: "the shoot is out",
    Criterion.SEED_LEAF: "a seed leaf is open",
}
Progress = Callable[[int, int, str], None]
STEPS = ("reading the dishes", "comparing", "deciding", "events", "the map")


@dataclass(frozen=True)
class Method:
    """One line of the methods."""

    term: str
    text: str


@dataclass(frozen=True)
class MapDish:
    """A dish on the map; its treatment is empty while the trial is blind."""

    code: str
    position: int
    block: int
    treatment: str
    set_aside: bool


@dataclass(frozen=True)
class MapPlace:
    """A place with its dishes in order."""

    place: str
    dishes: list[MapDish]


@dataclass(frozen=True)
class TrialReport:
    """All that a report says. While there is nothing to compare, `comparison` is None and `decisions` are none, with `why_not`."""

    id: int
    code: str
    question: str
    state: TrialState
    lot_code: str
    lot_name: str
    scientific_name: str
    made_at: datetime
    methods: list[Method]
    map: list[MapPlace]
    photos: list[int]
    comparison: TrialComparison | None
    decisions: list[TrialDecision]
    conclusions: list[ConclusionView]
    why_not: str
    timeline: TrialTimeline
    versions: list[Method]


def trial_report(trial: Trial, made_at: datetime, progress: Progress | None = None) -> TrialReport:
    """Gather the report of a trial; `progress` hears of each step begun: done, of how many, doing what."""

    def begin(step: int) -> None:
        if progress:
            progress(step, len(STEPS), STEPS[step])

    begin(0)
    courses = with_courses([trial], with_people=True)[0]
    begin(1)
    compared = compare_courses(courses)
    begin(2)
    decided = judged(courses)
    begin(3)
    timeline = timeline_of(courses)
    begin(4)
    lots = trial.lots
    there = compared if isinstance(compared, TrialComparison) else None
    return TrialReport(
        id=trial.pk,
        code=trial.code,
        question=trial.question,
        state=courses.state,
        lot_code=", ".join(x.code for x in lots),
        lot_name=plants_of(lots),
        scientific_name=listed(dict.fromkeys(x.taxon.scientific_name for x in lots if x.taxon)),
        made_at=made_at,
        methods=_methods(courses, there),
        map=_map(courses),
        photos=list(TrialPhoto.objects.filter(trial=trial).order_by("at", "pk").values_list("photo", flat=True)),
        comparison=there,
        decisions=[] if isinstance(decided, NothingToCompare) else [x.decision for x in decided],
        conclusions=of_trial(trial),
        why_not=compared.detail if isinstance(compared, NothingToCompare) else "",
        timeline=timeline,
        versions=_versions(courses),
    )


def _methods(courses: TrialCourses, compared: TrialComparison | None) -> list[Method]:
    trial = courses.trial
    seeds = sorted({d.record.sown for d in courses.dishes})
    about = "≈" if any(d.record.sown_is_estimate for d in courses.dishes) else ""
    per_dish = f"{about}{seeds[0]}" if len(seeds) == 1 else f"{about}{seeds[0]} to {seeds[-1]}"
    treatments = list(trial.treatments.select_related("recipe").prefetch_related("recipe__steps"))
    lines = [
        *(Method("Seed", _seed(lot, courses)) for lot in trial.lots),
        *(
            Method(
                f"Treatment “{courses.names.get(t.pk, t.name)}”" + (", the control" if t.is_control else ""),
                (f"{t.recipe.name}, version {t.recipe.edition}: {recipe_words(t.recipe)}." if t.recipe else "Sown untreated.")
                + (f" Light: {t.light}." if t.light else "")
                + (f" Added on {day_value(t.added_on)}." if t.added_on else ""),
            )
            for t in treatments
        ),
        Method(
            "Dishes",
            f"{len(courses.dishes)} dishes of {per_dish} seeds, closure {courses.trial.closure}; the dish is the unit of replication.",
        ),
        Method("Layout", _layout(courses)),
        Method("Germination", f"Counts as germinated when {CRITERIA[Criterion(trial.criterion)]}. {_surroundings(trial)}"),
        Method(
            "Counting",
            f"First look after {trial.first_look_days:g} d, then every {trial.every_days:g} d, daily for {trial.daily_for_days} d from the "
            f"first germination; planned for {trial.length_days:g} d. {'Counted blind.' if trial.blind else 'Treatments were known.'}",
        ),
    ]
    return [*lines, Method("Numbers", _numbers(compared))] if compared else lines


def _seed(lot: Lot, courses: TrialCourses) -> str:
    taxon = f" ({lot.taxon.scientific_name})" if lot.taxon else ""
    place = f", from {lot.origin_place}" if lot.origin_place else ""
    sown = courses.sown_at
    return f"Lot {lot.code}, {lot.common_name}{taxon}{place}" + (f"; first sown on {day_value(sown)}." if sown else "; not sown yet.")


def _layout(courses: TrialCourses) -> str:
    trial = courses.trial
    if trial.layout == Layout.BLOCKS:
        blocks = len({d.dish.block for d in courses.dishes})
        return f"Random within {blocks} blocks, seed {trial.layout_seed}."
    return f"Completely random, seed {trial.layout_seed}."


def _surroundings(trial: Trial) -> str:
    warmth = degrees_value(trial.temperature_c) if trial.temperature_c is not None else "temperature not recorded"
    if trial.night_temperature_c is not None:
        warmth += f" by day, {degrees_value(trial.night_temperature_c)} by night"
    return f"On {trial.medium.replace('_', ' ')}, {trial.light}, {warmth}."


def _numbers(c: TrialComparison) -> str:
    o = c.overall
    scatter = f"φ = {o.phi:.3f}" + (f" with {o.df:.1f} degrees of freedom" if o.df is not None else ", without replication")
    return (
        "Shares of sown seed with Wilson intervals widened by the scatter between dishes "
        f"({scatter}; typical dish correlation ρ₀ = {o.rho0:.3f}, {o.rho0_from}) and between bags (correlation ρ_b = {o.rho_b:.3f}). "
        f"Pairs after Rao & Scott with Holm’s adjustment; differences with Newcombe’s intervals, 95 % each, not adjusted.{_blocks(c)} "
        "Times by maximum likelihood on intervals between looks, their intervals from its curvature and the scatter between dishes. "
        f"{c.curve_sentence} Pace over the first {c.horizon or 0:.1f} d. The decision rests on expected germination, drawn together over "
        "the treatments of the trial, and on the chance of each to be the best."
    )


def _blocks(c: TrialComparison) -> str:
    return " Blocks are part of a quasi-binomial model, whose contrasts are tested." if c.blocks and c.blocks.finite else ""


def _map(courses: TrialCourses) -> list[MapPlace]:
    hidden = courses.trial.codes_hidden
    found: dict[str, list[MapDish]] = defaultdict(list)
    for d in courses.dishes:
        place = d.dish.place.full_name if d.dish.place else "no place yet"
        name = "" if hidden else courses.names[d.dish.treatment_id]
        found[place].append(MapDish(d.dish.code, d.dish.position, d.dish.block, name, d.set_aside is not None))
    return [MapPlace(place, dishes) for place, dishes in found.items()]


def _fingerprint(courses: TrialCourses) -> str:
    """A short text of everything that was counted: the same in another installation that holds the same records."""
    records = [(d.dish.code, d.sown_at, d.whole, d.set_aside and d.set_aside.at, [s.at for s in d.stretches]) for d in courses.dishes]
    return hashlib.sha256(repr(records).encode()).hexdigest()[:24]


def _versions(courses: TrialCourses) -> list[Method]:
    looks = sum(len(d.looks) for d in courses.dishes)
    return [
        Method("Awake Furrow", settings.APP_VERSION),
        Method("Rules of the decision", f"version {RULES_VERSION}"),
        Method(
            "Computation",
            f"Python {platform.python_version()}, numpy {np.__version__}, scipy {scipy.__version__}, Django {django.__version__}",
        ),
        Method("Records", f"{looks} looks at {len(courses.dishes)} dishes, fingerprint {_fingerprint(courses)}"),
    ]
