"""Sowing, looks and their corrections. Nothing here is ever edited; a correction is a new record."""

from collections.abc import Sequence
from datetime import datetime, timedelta

from django.db import transaction

from core.errors import CoreError
from server.batches.services.batches import take_out_still_in
from server.errors import DomainError, refused, refused_by_core
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.selectors import valid
from server.record_kinds.services import check_not_in_future
from server.trials.models import Dish, Look, Sown, Trial
from server.trials.selectors.courses import count_record, course_of
from server.trials.services.new_look import COUNTS, NewLook, check_new_look


@transaction.atomic
def sow_dishes(*, by: Person, dishes: Sequence[Dish], at: datetime) -> list[Sown]:
    """Give dishes their time zero. A dish is sown once."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    already = list(valid(Sown.objects.filter(dish__in=dishes)).select_related("dish"))
    if already:
        codes = ", ".join(s.dish.code for s in already[:5])
        raise DomainError(f"Sown already: {codes}. A dish is sown once.", code="sown_already")
    return Sown.objects.bulk_create([Sown(dish=d, at=at, by=by) for d in dishes])


@transaction.atomic
def sow_trial(*, by: Person, trial: Trial, at: datetime, dishes: Sequence[Dish] | None = None, sure: bool = False) -> list[Sown]:
    """Sow the dishes given, or all of a trial that are not sown yet.

    Bags that are still in are asked about, and then are out with their medium.
    """
    sown = valid(Sown.objects.filter(dish__treatment__trial=trial)).values("dish")
    waiting = list(Dish.objects.filter(treatment__trial=trial).exclude(pk__in=sown))
    if not waiting:
        raise DomainError(f"All dishes of {trial.code} are sown already.", code="sown_already")
    if dishes is not None:
        strange = [d.code for d in dishes if d not in waiting]
        if strange:
            raise refused("/dishes", "not_waiting", f"Not waiting to be sown in {trial.code}: {', '.join(strange[:5])}.")
        waiting = list(dishes)
    take_out_still_in(by=by, batches={d.batch_id for d in waiting if d.batch_id is not None}, at=at, sure=sure)
    return sow_dishes(by=by, dishes=waiting, at=at)


@transaction.atomic
def take_back_sowing(*, by: Person, trial: Trial, at: datetime) -> list[Sown]:
    """Undo a sowing that was a slip: possible until a dish was looked at. What was said stays, withdrawn."""
    require(by, Right.PLAN)
    standing = list(valid(Sown.objects.filter(dish__treatment__trial=trial)))
    if not standing:
        raise DomainError(f"{trial.code} is not sown: it cannot be undone.", code="not_sown")
    if valid(Look.objects.filter(dish__treatment__trial=trial)).exists():
        raise DomainError(f"Dishes of {trial.code} were looked at already. Undo those looks first.", code="looked_at")
    return Sown.objects.bulk_create([Sown(dish=s.dish, at=at, by=by, corrects=s, withdrawn=True) for s in standing])


@transaction.atomic
def record_look(*, by: Person, dish: Dish, new: NewLook) -> tuple[Look, bool]:
    """Record one look; the same `client_id` a second time is the same look and changes nothing.

    Returns
    -------
    (look, created)
    """
    require(by, Right.COUNT)
    if (known := Look.objects.select_related("by").filter(client_id=new.client_id).first()) is not None:
        return _same_look(known, dish, new), False
    check_not_in_future(new.at)
    course = course_of(dish)
    check_new_look(course, new)
    counts = {c: getattr(new, c) for c in COUNTS}
    look = Look(
        dish=dish,
        at=new.at,
        by=by,
        client_id=new.client_id,
        device_at=new.device_at,
        note=new.note,
        corrects=new.corrects,
        withdrawn=new.withdrawn,
        seen_how=new.seen_how,
        potted=new.potted,
        thrown_out=new.thrown_out,
        watered=new.watered,
        photo=new.photo,
        marks=[list(m) for m in new.marks],
        **counts,
    )
    kept = [x for x in course.looks if x != new.corrects]
    # a tie goes after the look it follows, so that core names the later one
    after = kept if new.withdrawn else sorted([*kept, look], key=lambda x: (x.at, x is look))
    # a dish that is not sown yet is counted as if it were right after: all of it is early
    sown_at = course.sown_at or max(x.at for x in [look, *after]) + timedelta(seconds=1)
    try:
        count_record(dish, sown_at, after, None)
    except CoreError as error:
        raise refused_by_core(error, _pointer(error)) from error
    look.save()
    return look, True


def _pointer(error: CoreError) -> str:
    """The field of the request at fault: a kind of count, the time, or the counts as a whole."""
    last = error.parameter.rsplit(".", 1)[-1]
    if last == "t":
        return "/at"
    return f"/new_{last}" if f"new_{last}" in COUNTS else "/new_germinated"


def _same_look(known: Look, dish: Dish, new: NewLook) -> Look:
    same = known.dish_id == dish.pk and known.at == new.at and all(getattr(known, c) == getattr(new, c) for c in COUNTS)
    if same and known.withdrawn == new.withdrawn:
        return known
    raise DomainError("A look with this client_id is already recorded, with other counts.", code="client_id_reused")


@transaction.atomic
def record_course(*, by: Person, dish: Dish, sown_at: datetime, looks: Sequence[NewLook], counted_by: Person | None = None) -> None:
    """Sow a dish and record a whole series of looks at once, checked as one record: for data that comes in as a block.

    `counted_by` looked, where that was somebody else than who sowed.
    """
    sow_dishes(by=by, dishes=[dish], at=sown_at)
    record_series(by=counted_by or by, dish=dish, sown_at=sown_at, looks=looks)


@transaction.atomic
def record_series(*, by: Person, dish: Dish, sown_at: datetime, looks: Sequence[NewLook]) -> None:
    """Record all looks at a sown dish that nobody has looked at, checked as one record."""
    made = [Look(dish=dish, at=n.at, by=by, client_id=n.client_id, note=n.note, **{c: getattr(n, c) for c in COUNTS}) for n in looks]
    for look in made:
        check_not_in_future(look.at)
    try:
        count_record(dish, sown_at, made, None)
    except CoreError as error:
        raise refused_by_core(error, "/" + error.parameter.replace(".", "/").replace("inspections", "looks")) from error
    Look.objects.bulk_create(made)
