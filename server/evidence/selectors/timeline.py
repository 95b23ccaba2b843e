"""Events of a trial: deviations, missed care, late looks, dishes set aside or treated again; and who did what."""

from collections import Counter
from dataclasses import dataclass
from datetime import datetime
from itertools import pairwise

from core.vocabulary import DeviationKind
from core.wording import day_value
from server.evidence.selectors.bags import bag_notes
from server.evidence.selectors.shares import by_treatment
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Deviation, Trial
from server.trials.selectors.courses import DAY, DishCourse
from server.trials.selectors.state import TrialCourses, with_courses

LATE_GAPS = 1.5


@dataclass(frozen=True)
class TimelineEntry:
    """A deviation or missed care; `deviation` can be taken back where it is set."""

    at: datetime
    by: str
    kind: str
    dish: str
    words: str
    deviation: int | None = None


@dataclass(frozen=True)
class Helper:
    """A person, and how much of the counting was theirs."""

    initials: str
    looks: int
    dishes: int
    last_at: datetime


@dataclass(frozen=True)
class TrialTimeline:
    """Deviations in time order, care missed by treatment, and the people."""

    lines: list[TimelineEntry]
    care: list[str]
    people: list[Helper]


def trial_timeline(trial: Trial) -> TrialTimeline:
    """The timeline of one trial, in a fixed number of queries."""
    return timeline_of(with_courses([trial], with_people=True)[0])


def timeline_of(courses: TrialCourses) -> TrialTimeline:
    """The timeline from courses that were read already, with their people."""
    trial = courses.trial
    treatments = by_treatment(courses)
    notes = bag_notes(treatments)
    care = [f"{t.name}: {s}" for t in treatments if (n := notes.get(t.treatment.pk)) for s in n.sentences]
    lines = [*_told(trial), *_ends(trial, courses), *_late(courses)]
    lines += [
        TimelineEntry(d.sown_at, "", "added_later", d.dish.code, f"Added on {day_value(t.treatment.added_on)}: not run at the same time.")
        for t in treatments
        if t.treatment.added_on
        for d in t.dishes[:1]
        if d.sown_at and not trial.codes_hidden
    ]
    return TrialTimeline(sorted(lines, key=lambda x: x.at), care, _people(courses))


def _told(trial: Trial) -> list[TimelineEntry]:
    found = valid(Deviation.objects.filter(trial=trial)).select_related("by", "dish", "place__parent__parent__parent")
    return [TimelineEntry(d.at, d.by.initials, d.kind, d.dish.code if d.dish else "", _words(d), d.pk) for d in found]


def _words(d: Deviation) -> str:
    if d.kind == DeviationKind.PART_MOVED and d.place:
        return f"{d.seeds} seeds lie at {d.place.full_name} now; they are still part of this dish. {d.words}".strip()
    return d.words


def _ends(trial: Trial, courses: TrialCourses) -> list[TimelineEntry]:
    out = []
    for d in courses.dishes:
        if (aside := d.set_aside) is not None:
            out.append(TimelineEntry(aside.at, aside.by.initials, "set_aside", d.dish.code, f"Set aside: {aside.why}"))
        for s in d.stretches:
            out.append(TimelineEntry(s.at, s.by.initials, "retreated", d.dish.code, f"The ungerminated seeds went on to “{s.name}”."))
    reopened = Closing.objects.filter(dish__treatment__trial=trial, withdrawn=True).select_related("by", "dish")
    out += [TimelineEntry(c.at, c.by.initials, "reopened", c.dish.code, "Reopened: the closing was undone.") for c in reopened]
    return out


def _late(courses: TrialCourses) -> list[TimelineEntry]:
    """Gaps between looks that were longer than planned by half; one line a moment, not one a dish."""
    trial = courses.trial
    gaps: Counter[datetime] = Counter()
    days: dict[datetime, float] = {}
    for d in courses.dishes:
        for before, after in _gaps(d):
            gap = (after - before) / DAY
            wanted = trial.first_look_days if before == d.sown_at else trial.every_days
            if not d.dark and not d.stretches and gap > max(LATE_GAPS * wanted, wanted + 0.5):
                gaps[after] += 1
                days[after] = max(days.get(after, 0.0), gap)
    most = max(trial.first_look_days, trial.every_days)
    return [TimelineEntry(at, "", "late_look", "", _late_words(days[at], n, most)) for at, n in gaps.items()]


def _late_words(gap: float, dishes: int, most: float) -> str:
    return f"{gap:.1f} days passed between looks at {dishes} {'dish' if dishes == 1 else 'dishes'}; planned were at most {most:g}."


def _gaps(course: DishCourse) -> list[tuple[datetime, datetime]]:
    if course.sown_at is None:
        return []
    times = [course.sown_at, *(x.at for x in course.looks if x.at > course.sown_at)]
    return list(pairwise(times))


def _people(courses: TrialCourses) -> list[Helper]:
    looks = [x for d in courses.dishes for x in d.looks]
    found = []
    for initials in sorted({x.by.initials for x in looks}):
        own = [x for x in looks if x.by.initials == initials]
        found.append(Helper(initials, len(own), len({x.dish_id for x in own}), max(x.at for x in own)))
    return found
