"""Dishes with what was seen in them, read in a fixed number of queries whatever their number."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cached_property

from django.db.models import Count

from core.records import Closing as ClosingFates
from core.records import CountRecord, Inspection
from core.vocabulary import AmountKnown
from server.batches.models import BagLook
from server.batches.selectors.courses import sprouts_in
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, Look, SetAside, Sown

DAY = timedelta(days=1)


@dataclass(frozen=True)
class DishCourse:
    """A dish, its own time zero, and its valid happenings."""

    dish: Dish
    sown_at: datetime | None
    looks: Sequence[Look]
    closing: Closing | None
    set_aside: SetAside | None
    sprouts: Sequence[BagLook] = ()
    dishes_of_bag: int = 0

    def day_of(self, at: datetime) -> float | None:
        """A time on this dish's incubation clock in days; None before it is sown."""
        return None if self.sown_at is None else (at - self.sown_at) / DAY

    @cached_property
    def record(self) -> CountRecord:
        """The counts as core sees them; a dish set aside ends at that moment."""
        looks = [look for look in self.looks if self.set_aside is None or look.at <= self.set_aside.at]
        # what sprouted in a bag that filled this dish alone came up in it, before its day 0
        own = self.sprouts if self.dishes_of_bag == 1 else ()
        return count_record(self.dish, self.sown_at, looks, self.closing, own)

    @property
    def open(self) -> bool:
        """Sown, not closed, not set aside: it wants looks."""
        return self.sown_at is not None and self.closing is None and self.set_aside is None

    @property
    def last_look(self) -> Look | None:
        """The latest valid look."""
        return self.looks[-1] if self.looks else None


def count_record(
    dish: Dish, sown_at: datetime | None, looks: Iterable[Look], closing: Closing | None, sprouts: Iterable[BagLook] = ()
) -> CountRecord:
    """Build core's count record of a dish; raises RecordRefused where it cannot be."""
    inspections = (
        tuple(Inspection(t=(x.at - sown_at) / DAY, germinated=x.sprouted) for x in sprouts if x.at < sown_at)
        + tuple(
            Inspection(
                t=(look.at - sown_at) / DAY,
                germinated=look.new_germinated,
                abnormal=look.new_abnormal,
                rotted=look.new_rotted,
                lost=look.new_lost,
            )
            for look in looks
        )
        if sown_at
        else ()
    )
    fates = ClosingFates(closing.fresh, closing.hard, closing.empty, closing.dead) if closing else None
    return CountRecord(dish.seeds, inspections, fates, name=dish.code, sown_is_estimate=dish.seeds_known != AmountKnown.COUNTED)


def courses_of(dishes: Iterable[Dish], *, with_people: bool = False) -> list[DishCourse]:
    """Courses of the dishes, in the same order: four queries. Who looked is only read along where it is shown."""
    wanted = list(dishes)
    ids = [d.pk for d in wanted]
    sown = {s.dish_id: s.at for s in valid(Sown.objects.filter(dish__in=ids))}
    looks: dict[int, list[Look]] = defaultdict(list)
    found = valid(Look.objects.filter(dish__in=ids)).order_by("at", "pk")
    for look in found.select_related("by", "corrects") if with_people else found:
        looks[look.dish_id].append(look)
    closed = {c.dish_id: c for c in valid(Closing.objects.filter(dish__in=ids)).select_related("by")}
    aside = {s.dish_id: s for s in SetAside.objects.filter(dish__in=ids)}
    bags, sizes = _bags(wanted)
    return [
        DishCourse(
            dish=d,
            sown_at=sown.get(d.pk),
            looks=looks[d.pk],
            closing=closed.get(d.pk),
            set_aside=aside.get(d.pk),
            sprouts=bags.get(d.batch_id or 0, ()),
            dishes_of_bag=sizes.get(d.batch_id or 0, 0),
        )
        for d in wanted
    ]


def _bags(dishes: Sequence[Dish]) -> tuple[dict[int, list[BagLook]], dict[int, int]]:
    """Sprouts of the bags that dishes were drawn from, and how many dishes each bag filled; no query where there is no bag."""
    ids = {d.batch_id for d in dishes if d.batch_id is not None}
    if not ids:
        return {}, {}
    sizes = dict(Dish.objects.filter(batch__in=ids).values("batch").annotate(n=Count("pk")).values_list("batch", "n"))
    return sprouts_in(ids), sizes


def course_of(dish: Dish) -> DishCourse:
    """The course of one dish."""
    return courses_of([dish])[0]
