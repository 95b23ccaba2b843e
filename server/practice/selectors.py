"""What the practice bench shows: the briefs, one's tries, what lies in the dishes, and a group's results side by side."""

from dataclasses import dataclass
from datetime import date, datetime

from django.db.models import QuerySet
from django.utils import timezone

from core.vocabulary import ClosingFate, TrialState
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.people.models import Person
from server.practice.biology import life_of
from server.practice.briefs import BRIEFS, BY_SLUG
from server.practice.models import DEMO, Attempt
from server.record_kinds.days import local_day
from server.rounds.selectors.today import today
from server.trials.models import Dish, Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.state import TrialCourses, trials, with_courses


@dataclass(frozen=True)
class BriefView:
    """A brief as one chooses it."""

    slug: str
    level: int
    title: str
    story: str
    asks: str
    seeds: int
    done: bool


@dataclass(frozen=True)
class MarkView:
    """One conclusion with what it was worth."""

    about: str
    mark: str
    words: str


@dataclass(frozen=True)
class ResultView:
    """A finished try: what was found, what the truth is, and one piece of advice."""

    trial: str
    design: str
    days: int
    seeds_used: int
    found: int
    missed: int
    without_ground: int
    left_open: int
    marks: list[MarkView]
    truths: list["TruthView"]
    advice: str
    teaches: str


@dataclass(frozen=True)
class TruthView:
    """A treatment with its true share, and with what the trial made of it; shares 0..1."""

    name: str
    truth: float
    counted: float | None
    lower: float | None
    upper: float | None


@dataclass(frozen=True)
class AttemptView:
    """A try, open or finished."""

    id: int
    brief: str
    level: int
    title: str
    story: str
    asks: str
    code: str
    person: str
    started_at: datetime
    days: int
    finished_at: datetime | None
    result: ResultView | None


@dataclass(frozen=True)
class BenchTrial:
    """A trial on the bench: how many dishes there are, are sown, are due, are still open."""

    id: int
    code: str
    question: str
    state: TrialState
    dishes: int
    due: int
    open: int
    days_to_treat: float
    treatments: list[str]
    untreated: str


@dataclass(frozen=True)
class BenchView:
    """A bench as it stands: the seed that is left, its trials, and when something is due next."""

    attempt: AttemptView
    lot: int
    lot_code: str
    seeds_left: int
    today: date
    due_now: int
    next_on: date | None
    next_in_days: int | None
    trials: list[BenchTrial]


@dataclass(frozen=True)
class DishSeen:
    """What lies in a dish today: new since it was last counted, and what a knife would find in the rest."""

    dish: int
    code: str
    day: float
    new_germinated: int
    new_rotted: int
    mouldy: bool
    left: dict[ClosingFate, int]


def briefs(person: Person) -> list[BriefView]:
    """All briefs, the easiest first."""
    done = set(Attempt.objects.filter(person=person, finished_at__isnull=False).values_list("brief", flat=True))
    return [BriefView(b.slug, b.level, b.title, b.story, b.asks, b.seeds, b.slug in done) for b in BRIEFS]


def attempts_of(person: Person) -> list[AttemptView]:
    """One's own tries, the latest first."""
    return [attempt_view(a) for a in _attempts().filter(person=person).exclude(brief=DEMO)]


def demo_of(person: Person) -> int | None:
    """The bench on which somebody explores the demo, if there is one."""
    return Attempt.objects.filter(person=person, brief=DEMO).values_list("pk", flat=True).first()


def group(code: str) -> list[AttemptView]:
    """Everybody's finished tries at one hidden seed, side by side."""
    return [attempt_view(a) for a in _attempts().filter(code=code, finished_at__isnull=False).order_by("finished_at")]


def _attempts() -> QuerySet[Attempt]:
    return Attempt.objects.select_related("person")


def attempt_view(a: Attempt) -> AttemptView:
    """A try as it is shown."""
    brief = BY_SLUG[a.brief]
    return AttemptView(
        id=a.pk,
        brief=a.brief,
        level=brief.level,
        title=brief.title,
        story=brief.story,
        asks=brief.asks,
        code=a.code,
        person=a.person.initials,
        started_at=a.started_at,
        days=round(a.days),
        finished_at=a.finished_at,
        result=_result(a.result) if a.result else None,
    )


def _result(kept: dict[str, object]) -> ResultView:
    fields = dict(kept)
    fields["marks"] = [MarkView(**m) for m in kept["marks"]]  # type: ignore[attr-defined]  # as it was written
    fields["truths"] = [TruthView(**t) for t in kept["truths"]]  # type: ignore[attr-defined]  # as it was written
    return ResultView(**fields)  # type: ignore[arg-type]  # as it was written


def bench_view(attempt: AttemptView) -> BenchView:
    """The bench that is open now."""
    now = timezone.now()
    page = today(now)
    lot = Lot.objects.order_by("pk")[0]
    days = [c.on for c in page.coming] + [b.on for b in page.batch_days if b.in_days > 0]
    next_on = min(days, default=None)
    return BenchView(
        attempt=attempt,
        lot=lot.pk,
        lot_code=lot.code,
        seeds_left=int(stocks([lot.pk])[lot.pk].seeds or 0),
        today=page.day,
        due_now=sum(r.dishes for r in page.rounds),
        next_on=next_on,
        next_in_days=(next_on - page.day).days if next_on else None,
        trials=[_bench_trial(c, now) for c in with_courses(trials().order_by("pk"))],
    )


def _bench_trial(courses: TrialCourses, now: datetime) -> BenchTrial:
    treatments = {d.dish.treatment_id: d.dish.treatment for d in courses.dishes}
    recipes = [t.recipe for t in treatments.values() if t.recipe]
    first = courses.first_germination_day
    due = [at for d in courses.dishes if (at := courses.next_look_at(d, first)) is not None and local_day(at) <= local_day(now)]
    ordered = sorted(treatments.values(), key=lambda t: t.order)
    return BenchTrial(
        id=courses.trial.pk,
        code=courses.trial.code,
        question=courses.trial.question,
        state=courses.state,
        dishes=len(courses.dishes),
        due=len(due) if courses.state == TrialState.COUNTING else 0,
        open=sum(d.open for d in courses.dishes),
        days_to_treat=max((sum(s.as_core().days for s in r.steps.all()) for r in recipes), default=0.0),
        treatments=[t.name for t in ordered],
        untreated=next((t.name for t in ordered if t.recipe is None), ""),
    )


def foul_dish(attempt: Attempt) -> int | None:
    """The one dish that lies on the foul towel; the second of the first trial that was sown, whatever its treatment."""
    if BY_SLUG[attempt.brief].mould_share == 0:
        return None
    return Dish.objects.order_by("treatment__trial", "position").values_list("pk", flat=True)[1:2].first()


def seen_in(attempt: Attempt, trial: Trial, now: datetime) -> list[DishSeen]:
    """What lies in each sown dish of a trial today."""
    foul = foul_dish(attempt)
    found = with_courses([trial])[0]
    return [_seen(attempt, d, now, foul) for d in found.dishes if d.sown_at is not None]


def _seen(attempt: Attempt, course: DishCourse, now: datetime, foul: int | None) -> DishSeen:
    dish, sown_at, day = course.dish, course.sown_at, course.day_of(now)
    if sown_at is None or day is None:
        raise ValueError(f"{dish.code} is not sown")
    life = life_of(attempt, dish, sown_at, foul)
    counted = course.whole
    # what was counted too much lies in no dish: nothing new then
    germinated = max(0, life.up_by(day) - counted.germinated)
    rotted = max(0, life.rotted_by(day) - counted.rotted)
    rest = life.left_on(day)
    return DishSeen(
        dish=dish.pk,
        code=dish.code,
        day=day,
        new_germinated=germinated,
        new_rotted=rotted,
        mouldy=life.rotted_by(day) > 1,
        left=rest.counts,
    )
