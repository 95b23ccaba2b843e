"""Time on the bench, and what a helper would do there: treat and sow, count a round, cut what is left."""

from datetime import timedelta
from uuid import uuid4

from django.db import transaction
from django.utils import timezone

from core.records import ClosingFates
from server.errors import DomainError, refused
from server.practice.files import on_bench, pass_time
from server.practice.models import Attempt
from server.practice.selectors import seen_in
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, SetAside, Trial
from server.trials.selectors.state import trials, with_courses
from server.trials.services.closings import close_dish
from server.trials.services.looks import record_look, sow_trial
from server.trials.services.new_look import NewLook

MOST_DAYS = 400


def go_on(*, attempt: Attempt, days: int) -> None:
    """Let days go by on the bench."""
    if not 1 <= days <= MOST_DAYS:
        raise refused("/days", "days_out_of_range", f"The practice bench can move on by 1 to {MOST_DAYS} days at once, not by {days}.")
    with on_bench(attempt):
        pass_time(days)
    attempt.days += days
    attempt.save(update_fields=["days"])


def treat_and_sow(*, attempt: Attempt, trial: int) -> int:
    """Do every treatment of a trial as its recipe says, so that all dishes are sown on one day; how many days that took.

    The longest treatment begins at once, the shorter ones later; the seed waits for nothing.
    """
    with on_bench(attempt) as by:
        courses = with_courses([_trial(trial)])[0]
        recipes = {d.dish.treatment.recipe_id: d.dish.treatment.recipe for d in courses.dishes if d.dish.treatment.recipe}
        longest = max((sum(s.as_core().days for s in r.steps.all()) for r in recipes.values()), default=0.0)
        days = round(longest)
        with transaction.atomic():
            if days:
                pass_time(days)
            sow_trial(by=by, trial=_trial(trial), at=timezone.now(), sure=True)
    attempt.days += days
    attempt.save(update_fields=["days"])
    return days


def count_round(*, attempt: Attempt, trial: int) -> int:
    """Count every open dish of a trial as it is today; how many dishes."""
    now = timezone.now()
    with on_bench(attempt) as by, transaction.atomic():
        open_ones = {d.dish.pk: d.dish for d in with_courses([_trial(trial)])[0].dishes if d.open}
        if not open_ones:
            raise DomainError("No dish of this trial is open: sow it first, or look at what came of it.", code="nothing_open")
        for seen in seen_in(attempt, _trial(trial), now):
            if (dish := open_ones.get(seen.dish)) is not None:
                note = "mould" if seen.mouldy and seen.new_rotted else ""
                new = NewLook(at=now, client_id=uuid4(), new_germinated=seen.new_germinated, new_rotted=seen.new_rotted, note=note)
                record_look(by=by, dish=dish, new=new)
    return len(open_ones)


def cut_all(*, attempt: Attempt, trial: int) -> int:
    """Count a last time, then cut what is left in every open dish; how many dishes were closed."""
    closed = count_round(attempt=attempt, trial=trial)
    now = timezone.now() + timedelta(seconds=1)
    with on_bench(attempt) as by, transaction.atomic():
        done = valid(Closing.objects.all()).values("dish")
        aside = valid(SetAside.objects.all()).values("dish")
        dishes = {d.pk: d for d in Dish.objects.filter(treatment__trial=trial).exclude(pk__in=done).exclude(pk__in=aside)}
        for seen in seen_in(attempt, _trial(trial), now):
            if (dish := dishes.get(seen.dish)) is not None:
                close_dish(by=by, dish=dish, at=now, client_id=uuid4(), found=ClosingFates.of(seen.left))
    return closed


def _trial(pk: int) -> Trial:
    found = trials().filter(pk=pk).first()
    if found is None:
        raise refused("/trial", "no_such_trial", "There is no such trial on this bench.")
    return found
