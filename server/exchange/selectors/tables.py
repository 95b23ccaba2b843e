"""A trial as three tables: its treatments, its dishes, and its looks in long form."""

from collections.abc import Sequence
from dataclasses import dataclass, fields
from functools import cached_property

from core.germination import Indices
from core.records import FATES
from core.vocabulary import AmountKnown, Closure, Criterion, DurationUnit, Layout, Light, Medium, SeenHow, TrialKind
from core.wording import written
from server.errors import DomainError
from server.evidence.selectors.comparison import NothingToCompare, TreatmentResult, TrialComparison, compare_courses
from server.evidence.selectors.shares import TreatmentCourses, by_treatment
from server.exchange.selectors.columns import Cell, Column, Kind, Table
from server.exchange.selectors.time_to_event import time_to_event
from server.exchange.selectors.wording import recipe_words
from server.lots.models import Lot
from server.record_kinds.models import RevisionOf, revisions_of
from server.trials.models import Trial
from server.trials.selectors.courses import DAY, DishCourse
from server.trials.selectors.state import TrialCourses, with_courses

TIMES = {"first", "last", "mgt", "spread", "t10", "t25", "t50", "t75", "t90", "uniformity_90_10", "uniformity_75_25", "horizon"}
UNITS = {
    "mean_rate": "1/d",
    "cvg": "100/d",
    "gsi": "seeds/d",
    "timson": "%·d",
    "area": "%",
    "peak_value": "%/d",
    "mean_daily": "%/d",
    "uncertainty": "bit",
}
WHOLE = {"n", "g", "early"}
INDICES = [f.name for f in fields(Indices) if f.name != "reasons"]


@dataclass(frozen=True)
class TrialTables:
    """A trial ready to leave: what it is, its tables, and the `version` (revision) of the records that they were made from."""

    trial: dict[str, Cell]
    version: str
    treatments: Table
    dishes: Table
    looks: Table

    @property
    def tables(self) -> tuple[Table, Table, Table]:
        """All of them, what others refer to first."""
        return self.treatments, self.dishes, self.looks

    @cached_property
    def times(self) -> Table:
        """The looks as intervals in which seeds germinated."""
        return time_to_event(self.trial, self.treatments, self.dishes, self.looks)

    @property
    def packaged(self) -> tuple[Table, ...]:
        """The tables of a data package."""
        return *self.tables, self.times


def trial_tables(trial: Trial) -> TrialTables:
    """The tables of a trial; refused while it is blind, because they name the treatment of each dish."""
    if trial.codes_hidden:
        raise DomainError(
            f"{trial.code} is blind: its tables show the treatment of each dish. Open the trial first, then export.",
            code="blind",
        )
    # asked before anything is read: what is written in between makes another version
    version = revisions_of({RevisionOf.TRIAL: (trial.pk,)})[RevisionOf.TRIAL][trial.pk]
    courses = with_courses([trial], with_people=True)[0]
    treatments = by_treatment(courses)
    compared = compare_courses(courses)
    return TrialTables(
        _trial(courses),
        version,
        _treatments(treatments, compared),
        Table(
            "dishes",
            "Dishes: one replicate each",
            DISH_COLUMNS,
            [_dish(d, courses.names[d.dish.treatment_id]) for d in courses.dishes],
            ("dish",),
            (("treatment", "treatments"),),
        ),
        Table(
            "looks",
            "Looks, in long form",
            LOOK_COLUMNS,
            [r for d in courses.dishes for r in _looks(d, courses.names[d.dish.treatment_id])],
            (),
            (("dish", "dishes"),),
        ),
    )


def _trial(courses: TrialCourses) -> dict[str, Cell]:
    trial, lots = courses.trial, courses.trial.lots
    return {
        "code": trial.code,
        "kind": trial.kind,
        "question": trial.question,
        "lot": ", ".join(x.code for x in lots),
        "plant": ", ".join(dict.fromkeys(x.common_name for x in lots)),
        "scientific_name": ", ".join(dict.fromkeys(_scientific(x) for x in lots if x.taxon)),
        "criterion": trial.criterion,
        "medium": trial.medium,
        "light": trial.light,
        "closure": trial.closure,
        "temperature_c": trial.temperature_c,
        "night_temperature_c": trial.night_temperature_c,
        "sow_on": trial.sow_on,
        "first_look_days": trial.first_look_days,
        "every_days": trial.every_days,
        "daily_for_days": trial.daily_for_days,
        "length_days": trial.length_days,
        "layout": trial.layout,
        "layout_seed": trial.layout_seed,
        "blind": trial.blind,
        "state": str(courses.state),
    }


def _scientific(lot: Lot) -> str:
    return lot.taxon.scientific_name if lot.taxon else ""


TRIAL_COLUMNS = (
    Column("code", Kind.TEXT, "code of the trial", needed=True, longest=12),
    Column("kind", Kind.TEXT, "treatments compared, or packets each tested by itself", words=tuple(TrialKind), later=True),
    Column("question", Kind.TEXT, "question of the trial", longest=200),
    Column("lot", Kind.TEXT, "codes of the lots the seed came from; each treatment names its own", needed=True),
    Column("plant", Kind.TEXT, "common or field name of the plant"),
    Column("scientific_name", Kind.TEXT, "scientific name; empty if unknown"),
    Column("criterion", Kind.TEXT, "when a seed counts as germinated", words=tuple(Criterion)),
    Column("medium", Kind.TEXT, "medium", words=tuple(Medium)),
    Column("light", Kind.TEXT, "light of the dishes", words=tuple(Light)),
    Column("closure", Kind.TEXT, "how dishes are closed", words=tuple(Closure)),
    Column("temperature_c", Kind.NUMBER, "temperature, of the day where it swings", "°C"),
    Column("night_temperature_c", Kind.NUMBER, "temperature of the night where it swings", "°C"),
    Column("sow_on", Kind.DAY, "planned day of sowing"),
    Column("first_look_days", Kind.NUMBER, "planned first look after sowing", "d"),
    Column("every_days", Kind.NUMBER, "planned gap between looks", "d"),
    Column("daily_for_days", Kind.WHOLE, "planned days of daily looks once it comes up", "d"),
    Column("length_days", Kind.NUMBER, "planned length", "d"),
    Column("layout", Kind.TEXT, "how dishes were put on their places", words=tuple(Layout)),
    Column("layout_seed", Kind.WHOLE, "random seed of the layout: the same seed gives the same layout"),
    Column("blind", Kind.YES_NO, "whether people counted without knowing the treatment"),
    Column("state", Kind.TEXT, "the trial's state when this was exported"),
)

_TREATMENT_OWN = (
    Column(
        "treatment", Kind.TEXT, "name of the treatment in this trial, with its lot where two lots share a name", needed=True, longest=80
    ),
    Column("name", Kind.TEXT, "name of the treatment on its lot", longest=60, later=True),
    Column("lot", Kind.TEXT, "code of the lot the seed came from", longest=20, later=True),
    Column("plant", Kind.TEXT, "common or field name of the lot's plant", later=True),
    Column("scientific_name", Kind.TEXT, "scientific name; empty if unknown", later=True),
    Column("length_days", Kind.NUMBER, "planned length of its own where it differs from the trial's", "d", later=True),
    Column("is_control", Kind.YES_NO, "whether the others are compared with it", needed=True),
    Column("recipe", Kind.TEXT, "recipe and edition; empty where the seed was sown as it is"),
    Column("steps", Kind.TEXT, "the recipe's steps in order, as planned"),
    Column("dose", Kind.NUMBER, "dose of a ladder"),
    Column("dose_unit", Kind.TEXT, "unit of the dose", words=("", *DurationUnit)),
    Column("light", Kind.TEXT, "light of its own where it differs from the trial's", words=("", *Light)),
    Column("level_a", Kind.TEXT, "level of the first factor", longest=40),
    Column("level_b", Kind.TEXT, "level of the second factor", longest=40),
    Column("bags_planned", Kind.WHOLE, "bags its seed was planned to be treated in", later=True),
    Column("bag_put_in", Kind.WHOLE, "seeds put into bags that several of its dishes were drawn from", "seeds"),
    Column("bag_sprouted", Kind.WHOLE, "of them sprouted in the bag, before sowing", "seeds"),
)
_TREATMENT_RESULT = (
    Column("share", Kind.NUMBER, "final germination of sown seed, sprouts of a shared bag included", "0..1"),
    Column("share_lower", Kind.NUMBER, "lower end of its 95 % interval", "0..1"),
    Column("share_upper", Kind.NUMBER, "upper end of its 95 % interval", "0..1"),
    Column("phi", Kind.NUMBER, "scatter between dishes over the whole trial that the interval uses"),
    Column("df", Kind.NUMBER, "its degrees of freedom; empty without replication"),
    Column("rho0", Kind.NUMBER, "typical dish correlation the interval rests on", "0..1"),
    Column("bags", Kind.WHOLE, "bags the treatment rests on; 0 where in none, or one for each dish", later=True),
    Column(
        "n_eff", Kind.NUMBER, "effective number of seeds behind the share: dishes, bags, and an estimated number sown", "seeds", later=True
    ),
    Column("t50_fitted", Kind.NUMBER, "T50 of those that germinated, from the curve; empty where there is none", "d"),
    Column("t50_fitted_lower", Kind.NUMBER, "lower end of its 95 % interval", "d"),
    Column("t50_fitted_upper", Kind.NUMBER, "upper end of its 95 % interval", "d"),
    Column("letters", Kind.TEXT, "treatments that share a letter: not enough evidence that they differ"),
)


def _index_column(name: str) -> Column:
    if name in WHOLE:
        return Column(f"i_{name}", Kind.WHOLE, f"index {name} of the dishes pooled, from the looks that count", "seeds")
    unit = "d" if name in TIMES else "0..1" if name.startswith("germinability") else UNITS.get(name, "")
    return Column(f"i_{name}", Kind.NUMBER, f"index {name} of the dishes pooled, from the looks that count; empty where undefined", unit)


TREATMENT_COLUMNS = (*_TREATMENT_OWN, *_TREATMENT_RESULT, *(_index_column(n) for n in INDICES))


def _treatments(treatments: Sequence[TreatmentCourses], compared: TrialComparison | NothingToCompare) -> Table:
    results = {r.id: r for r in compared.treatments} if isinstance(compared, TrialComparison) else {}
    rows = []
    for t in treatments:
        found = results.get(t.treatment.pk)
        whole = compared if found and isinstance(compared, TrialComparison) else None
        rows.append([*_own(t, found), *_result(found, whole)])
    return Table("treatments", "Treatments with their results", TREATMENT_COLUMNS, rows, ("treatment",))


def _own(t: TreatmentCourses, found: TreatmentResult | None) -> list[Cell]:
    x = t.treatment
    bag = found.bag if found and found.bag and found.bag.together else None
    recipe = f"{x.recipe.name}, edition {x.recipe.edition}" if x.recipe else ""
    # a table has one unit in each of its columns, whoever asks for it
    steps = written(recipe_words(x.recipe))
    lot: list[Cell] = [x.name, x.lot.code, x.lot.common_name, _scientific(x.lot), x.length_days]
    own: list[Cell] = [t.name, *lot, x.is_control, recipe, steps, x.dose, x.dose_unit, x.light, x.level_a, x.level_b, x.bags]
    return [*own, bag.put_in if bag else None, bag.sprouted if bag else None]


def _result(found: TreatmentResult | None, whole: TrialComparison | None) -> list[Cell]:
    if found is None or whole is None:
        return [None] * (len(_TREATMENT_RESULT) + len(INDICES))
    o, half = whole.overall, found.curve.t50 if found.curve else None
    fitted: list[Cell] = [half.estimate, half.lower, half.upper] if half else [None, None, None]
    shown: list[Cell] = [found.share, found.lower, found.upper, o.phi, o.df, o.rho0, found.bags, found.n_eff, *fitted, found.letters]
    return [*shown, *(getattr(found.indices, n) for n in INDICES)]


DISH_COLUMNS = (
    Column("dish", Kind.TEXT, "code of the dish", needed=True, longest=8),
    Column("treatment", Kind.TEXT, "name of its treatment", needed=True),
    Column("block", Kind.WHOLE, "block it was laid out in"),
    Column("place", Kind.TEXT, "where it stands"),
    Column("position", Kind.WHOLE, "position on its place"),
    Column("batch", Kind.TEXT, "bag the seed was drawn from"),
    Column("bag_fills", Kind.WHOLE, "how many dishes that bag filled; more than one are treated together"),
    Column("sown", Kind.WHOLE, "seeds in the dish", "seeds", needed=True),
    Column("sown_known", Kind.TEXT, "how the number is known", words=tuple(AmountKnown)),
    Column("sown_cv", Kind.NUMBER, "coefficient of variation of an estimated number, 0 if counted"),
    Column("sown_at", Kind.MOMENT, "when it was sown: its own day 0"),
    *(Column(row.kind, Kind.WHOLE, f"at the closing: {row.column}", "seeds") for row in FATES.values()),
    Column("closed_at", Kind.MOMENT, "when it was closed; empty while it is not"),
    Column("set_aside_at", Kind.MOMENT, "from when shares and comparisons leave it out"),
    Column("set_aside_why", Kind.TEXT, "why", longest=200),
    Column("sent_on_at", Kind.MOMENT, "when the ungerminated seeds were treated again; later looks are not this treatment's"),
)


def _dish(d: DishCourse, name: str) -> list[Cell]:
    x, fates, aside = d.dish, d.record.closing, d.set_aside
    ends: list[Cell] = list(fates.counts.values()) if fates else [None] * len(FATES)
    return [
        x.code,
        name,
        x.block,
        x.place.full_name if x.place else "",
        x.position,
        x.batch.code if x.batch else "",
        d.dishes_of_bag or None,
        d.record.sown,
        x.seeds_known,
        x.seeds_cv,
        d.sown_at,
        *ends,
        d.closing.at if fates and d.closing else None,
        aside.at if aside else None,
        aside.why if aside else "",
        d.stretches[0].at if d.stretches else None,
    ]


LOOK_COLUMNS = (
    Column("dish", Kind.TEXT, "code of the dish", needed=True),
    Column("treatment", Kind.TEXT, "name of its treatment", needed=True),
    Column("at", Kind.MOMENT, "when it was looked at", needed=True),
    Column("day", Kind.NUMBER, "time on the dish's incubation clock; 0 or less is early", "d", needed=True),
    Column("germinated", Kind.WHOLE, "newly germinated since the last look", "seeds", needed=True),
    Column("abnormal", Kind.WHOLE, "newly abnormal, never part of germinated", "seeds", needed=True),
    Column("rotted", Kind.WHOLE, "newly rotted", "seeds", needed=True),
    Column("lost", Kind.WHOLE, "newly lost", "seeds", needed=True),
    Column("seen_how", Kind.TEXT, "opened, seen through, or a sprout in the bag before sowing", words=(*SeenHow, "in_bag")),
    Column("potted", Kind.WHOLE, "of the germinated, potted", "seeds"),
    Column("note", Kind.TEXT, "what was noted", longest=300),
    Column("by", Kind.TEXT, "initials of who looked"),
    Column("counts", Kind.YES_NO, "whether it belongs to the treatment's result: not after it was set aside or treated again", needed=True),
)


def _looks(d: DishCourse, name: str) -> list[list[Cell]]:
    if d.sown_at is None:
        return []
    ends = [x.at for x in (d.set_aside, *d.stretches[:1]) if x is not None]
    end = min(ends) if ends else None
    own = d.sprouts if d.dishes_of_bag == 1 else ()
    code = d.dish.code
    rows: list[list[Cell]] = [
        [code, name, x.at, (x.at - d.sown_at) / DAY, x.sprouted, 0, 0, 0, "in_bag", 0, "", "", True] for x in own if x.at < d.sown_at
    ]
    for x in d.looks:
        counts = end is None or x.at <= end
        new: list[Cell] = [x.new_germinated, x.new_abnormal, x.new_rotted, x.new_lost]
        rows.append([code, name, x.at, (x.at - d.sown_at) / DAY, *new, x.seen_how, x.potted, x.note, x.by.initials, counts])
    return rows
