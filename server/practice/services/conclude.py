"""What was concluded from a trial on the practice bench, compared with the truth; stored with the attempt, and nowhere else."""

from collections.abc import Mapping
from dataclasses import asdict
from typing import Any

from django.utils import timezone

from core.verdict import Estimate, PracticeTrial, Tried, judge_practice
from core.verdict.facts import TrialFacts
from core.vocabulary import PracticeMark, PracticeSays, TreatmentId
from server.errors import DomainError, refused
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.decision import facts_of
from server.evidence.selectors.shares import by_treatment
from server.practice.biology import biology_of, planned_steps, share_that_comes, steps_done
from server.practice.briefs import BY_SLUG
from server.practice.files import on_bench
from server.practice.models import Attempt
from server.practice.selectors import ResultView, TruthView, foul_dish
from server.trials.models import Trial
from server.trials.selectors.state import TrialCourses, trials, with_courses


def conclude(
    *, attempt: Attempt, trial: int, says: Mapping[str, PracticeSays], low: float | None = None, high: float | None = None, of: str = ""
) -> Attempt:
    """Finish a try: what one believes of each treatment against seed sown as it is, and of one share between what and what.

    `low` and `high` are shares 0..1 of the treatment named `of`.
    """
    if attempt.finished_at is not None:
        raise DomainError(
            "You have already submitted your conclusions and seen the truth. Start the exercise again with new seed.",
            code="concluded_already",
        )
    if (low is None) != (high is None) or (low is not None and high is not None and not 0 <= low <= high <= 1):
        raise refused("/high", "no_range", "Enter the range as two numbers from 0 to 100, the smaller one first.")
    with on_bench(attempt):
        found: Trial | None = trials().filter(pk=trial).first()
        if found is None:
            raise refused("/trial", "no_such_trial", "Choose the trial that you conclude from.")
        courses = with_courses([found])[0]
        result = _result(attempt, courses, says, (of, low, high))
    attempt.concluded = {"trial": found.code, "says": dict(says), "of": of, "low": low, "high": high}
    attempt.result = asdict(result)
    attempt.finished_at = timezone.now()
    attempt.save(update_fields=["concluded", "result", "finished_at"])
    return attempt


def _result(
    attempt: Attempt, courses: TrialCourses, says: Mapping[str, PracticeSays], estimate: tuple[str, float | None, float | None]
) -> ResultView:
    found = facts_of(courses)
    if isinstance(found, NothingToCompare):
        raise DomainError("Nothing was counted in this trial yet: count at least one round before you conclude.", code="nothing_counted")
    # a practice bench has one lot, so there is one decision
    facts = found[0].facts
    biology, brief = biology_of(attempt), BY_SLUG[attempt.brief]
    rows = by_treatment(courses)
    # the bench may be gone when the result is read, so it is asked and kept by name
    ids = {t.treatment.name: t.treatment.pk for t in rows}
    if strange := [n for n in says if n not in ids]:
        raise refused("/says", "no_such_treatment", f"There is no treatment “{strange[0]}” in this trial.")
    untreated = next((t.treatment.pk for t in rows if t.treatment.recipe is None), None)
    truths = {
        t.treatment.pk: share_that_comes(
            biology, steps_done(d.dish, d.sown_at) if (d := t.dishes[0]).sown_at else planned_steps(t.treatment.recipe)
        )
        for t in rows
    }
    tried = [
        Tried(
            id=t.treatment.pk,
            truth=truths[t.treatment.pk],
            dishes=len(t.dishes),
            seeds_per_dish=t.dishes[0].dish.seeds,
            untreated=t.treatment.pk == untreated,
            differs=_differs(facts, t.treatment.pk, untreated),
        )
        for t in rows
    ]
    of, low, high = estimate
    of_treatment = ids.get(of, untreated or rows[0].treatment.pk)
    said = Estimate(of_treatment, low, high) if low is not None and high is not None else None
    foul = foul_dish(attempt)
    practice_trial = PracticeTrial(
        unclosed=sum(d.open for d in courses.dishes),
        mouldy_counted=sum(d.dish.pk == foul and d.set_aside is None for d in courses.dishes),
        rho=brief.rho,
    )
    believed: dict[TreatmentId, PracticeSays] = {ids[name]: word for name, word in says.items()}
    judged = judge_practice(tried, believed, said, share_that_comes(biology, []), practice_trial, facts.called)
    shares = {t.id: t for t in facts.comparison.shares.treatments}
    marks: list[Any] = [asdict(m) | {"about": facts.called.name(m.about)} for m in judged.marks]
    return ResultView(
        trial=courses.trial.code,
        design=f"{len(rows)} × {len(rows[0].dishes)} dishes × {rows[0].dishes[0].dish.seeds} seeds",
        days=round(attempt.days),
        seeds_used=sum(d.dish.seeds for d in courses.dishes),
        found=judged.count(PracticeMark.FOUND),
        missed=judged.count(PracticeMark.MISSED),
        without_ground=judged.count(PracticeMark.WITHOUT_GROUND),
        left_open=judged.count(PracticeMark.LEFT_OPEN),
        marks=marks,
        truths=[TruthView(n, truths[i], shares[i].share, shares[i].lower, shares[i].upper) for n, i in ids.items()],
        advice=judged.advice,
        teaches=brief.teaches,
    )


def _differs(facts: TrialFacts, treatment: int, untreated: int | None) -> bool | None:
    if untreated is None or treatment == untreated or facts.comparison.shares.df is None:
        return None
    return any(p.differs for p in facts.comparison.pairs if {p.a, p.b} == {treatment, untreated})
