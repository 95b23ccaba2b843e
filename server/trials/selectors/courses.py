"""Dishes with what was seen in them, in a fixed number of queries whatever their number."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import datetime, timedelta
from functools import cached_property
from itertools import zip_longest

from django.db.models import Count, QuerySet

from core.records import CountRecord, Inspection
from core.vocabulary import AmountKnown, Light
from server.batches.models import BagLook
from server.batches.selectors.courses import origins_of, sprouts_in
from server.people.models import Person
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, Look, SetAside, Sown, Stretch

DAY = timedelta(days=1)
# a trial of fourteen months has thousands of looks: only what counts is read of each
COUNTED = ("dish", "at", "client_id", "new_germinated", "new_abnormal", "new_rotted", "new_lost", "potted")


@dataclass(frozen=True)
class DishCourse:
    """A dish, its own time zero, and its valid happenings.

    `origin` is the batch it was filled from; for a part that was split off, the batch that it was split from.
    """

    dish: Dish
    sown_at: datetime | None
    looks: Sequence[Look]
    closing: Closing | None
    set_aside: SetAside | None
    sprouts: Sequence[BagLook] = ()
    dishes_of_bag: int = 0
    origin: int | None = None
    stretches: Sequence[Stretch] = ()

    def day_of(self, at: datetime) -> float | None:
        """A time on this dish's incubation clock in days; None before it is sown."""
        return None if self.sown_at is None else (at - self.sown_at) / DAY

    @property
    def _own_sprouts(self) -> Sequence[BagLook]:
        # what sprouted in a bag that filled this dish alone came up in it, before its day 0
        return self.sprouts if self.dishes_of_bag == 1 else ()

    @cached_property
    def whole(self) -> CountRecord:
        """All that was counted in the dish, also after it was set aside."""
        return count_record(self.dish, self.sown_at, self.looks, self.closing, self._own_sprouts)

    @cached_property
    def record(self) -> CountRecord:
        """The counts that belong to the treatment: to the moment the dish was set aside, or went on into a second treatment."""
        ends = [x.at for x in (self.set_aside, *self.stretches[:1]) if x is not None]
        if not ends:
            return self.whole
        looks = [look for look in self.looks if look.at <= min(ends)]
        closing = self._closing_before_stretch() if self.stretches else self.closing
        return count_record(self.dish, self.sown_at, looks, closing, self._own_sprouts)

    def _closing_before_stretch(self) -> Closing | None:
        """The fates as they would have been found when the first stretch began: what came up later was asleep, not dead."""
        if self.closing is None:
            return None
        later = [x for x in self.looks if x.at > self.stretches[0].at]
        c = self.closing
        found = c.found
        asleep, died = sum(x.new_germinated + x.new_abnormal for x in later), sum(x.new_rotted for x in later)
        return Closing(**asdict(replace(found, fresh=found.fresh + asleep, dead=found.dead + died)))

    @cached_property
    def stretch_records(self) -> list[CountRecord]:
        """One record for each further treatment: N is what was left, day 0 its beginning. A stretch without seed has none."""
        out = []
        ends = [s.at for s in self.stretches[1:]]
        for stretch, end in zip_longest(self.stretches, ends):
            before = [x for x in self.looks if x.at <= stretch.at]
            left = count_record(self.dish, self.sown_at, before, None, self._own_sprouts).remaining
            if left < 1:
                continue
            within = [x for x in self.looks if x.at > stretch.at and (end is None or x.at <= end)]
            dish = Dish(code=self.dish.code, seeds=left, seeds_known=self.dish.seeds_known)
            out.append(count_record(dish, stretch.at, within, self.closing if end is None else None))
        return out

    @property
    def current(self) -> CountRecord:
        """The record that is being counted: of the last stretch, or of the treatment."""
        return self.stretch_records[-1] if self.stretch_records else self.record

    @property
    def clock_from(self) -> datetime | None:
        """Day 0 of what is being counted."""
        return self.stretches[-1].at if self.stretches else self.sown_at

    @property
    def dark(self) -> bool:
        """Whether it stands in the dark, and so is looked at once, at the end."""
        treatment = self.dish.treatment
        return (treatment.light or treatment.trial.light) == Light.DARK

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
    fates = closing.found if closing else None
    return CountRecord(dish.seeds, inspections, fates, name=dish.code, sown_is_estimate=dish.seeds_known != AmountKnown.COUNTED)


def courses_of(dishes: Iterable[Dish], *, with_people: bool = False) -> list[DishCourse]:
    """Courses of the dishes, in the same order: five queries. Who looked is only read along where it is shown."""
    wanted = list(dishes)
    ids = [d.pk for d in wanted]
    sown = {s.dish_id: s.at for s in valid(Sown.objects.filter(dish__in=ids))}
    looks: dict[int, list[Look]] = defaultdict(list)
    found = valid(Look.objects.filter(dish__in=ids)).order_by("at", "pk")
    for look in _with_people(found) if with_people else found.only(*COUNTED):
        looks[look.dish_id].append(look)
    closed = {c.dish_id: c for c in valid(Closing.objects.filter(dish__in=ids)).select_related("by", "dish")}
    aside = {s.dish_id: s for s in valid(SetAside.objects.filter(dish__in=ids)).select_related("by")}
    stretches: dict[int, list[Stretch]] = defaultdict(list)
    for stretch in valid(Stretch.objects.filter(dish__in=ids)).select_related("by").order_by("at", "pk"):
        stretches[stretch.dish_id].append(stretch)
    bags, sizes, origins = _bags(wanted)
    return [
        DishCourse(
            dish=d,
            sown_at=sown.get(d.pk),
            looks=looks[d.pk],
            closing=closed.get(d.pk),
            set_aside=aside.get(d.pk),
            sprouts=bags.get(d.batch_id or 0, ()),
            dishes_of_bag=sizes.get(d.batch_id or 0, 0),
            origin=origins.get(d.batch_id or 0),
            stretches=stretches[d.pk],
        )
        for d in wanted
    ]


def _with_people(found: "QuerySet[Look]") -> list[Look]:
    """Looks with who looked and what they correct: a few people and corrections, not joined to thousands of looks."""
    looks = list(found)
    people = Person.objects.in_bulk({x.by_id for x in looks})
    corrected = Look.objects.in_bulk({x.corrects_id for x in looks if x.corrects_id is not None})
    for x in looks:
        x.by = people[x.by_id]
        if x.corrects_id is not None:
            x.corrects = corrected[x.corrects_id]
    return looks


def _bags(dishes: Sequence[Dish]) -> tuple[dict[int, list[BagLook]], dict[int, int], dict[int, int]]:
    """Sprouts of the bags that dishes were drawn from, how many dishes each filled, and its origin; no query without a bag."""
    ids = {d.batch_id for d in dishes if d.batch_id is not None}
    if not ids:
        return {}, {}, {}
    sizes = dict(Dish.objects.filter(batch__in=ids).values("batch").annotate(n=Count("pk")).values_list("batch", "n"))
    return sprouts_in(ids), sizes, origins_of(ids)


def course_of(dish: Dish) -> DishCourse:
    """The course of one dish, with who looked."""
    return courses_of([dish], with_people=True)[0]
