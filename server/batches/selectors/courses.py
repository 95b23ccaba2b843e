"""Batches with what was planned, done and found. Everything about their state is derived here."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from functools import cached_property

from django.db.models import Exists, OuterRef, QuerySet

from core.treatment import CareGap, CareState, allowed_days, care_gaps, care_state
from core.vocabulary import AmountKnown, SproutsGo
from server.batches.models import BagLook, Batch, BatchPlan, Leaving, Move, Split, StepBegun, StepEnded
from server.recipes.models import Step
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.temperature.selectors import Stay


@dataclass(frozen=True)
class TakenStep:
    """A step that was begun, and when it ended; `ended` None: it runs."""

    begun: StepBegun
    ended: StepEnded | None

    @property
    def step(self) -> Step:
        """The step of the recipe."""
        return self.begun.step


@dataclass(frozen=True)
class PlannedStretch:
    """When a step is meant to begin and end."""

    start: datetime
    end: datetime

    @classmethod
    def read(cls, kept: dict[str, str]) -> "PlannedStretch":
        """A stretch as a plan keeps it."""
        return cls(datetime.fromisoformat(kept["start"]), datetime.fromisoformat(kept["end"]))

    def kept(self) -> dict[str, str]:
        """It as a plan keeps it."""
        return {"start": self.start.isoformat(), "end": self.end.isoformat()}


@dataclass(frozen=True)
class BatchCourse:
    """A batch and its valid happenings, each in the order of time."""

    batch: Batch
    steps: Sequence[Step]
    plan: Sequence[PlannedStretch]
    taken: Sequence[TakenStep]
    looks: Sequence[BagLook]
    moves: Sequence[Move]
    splits: Sequence[Split]
    leaving: Leaving | None

    @property
    def running(self) -> TakenStep | None:
        """The step that runs now."""
        return next((t for t in reversed(self.taken) if t.ended is None), None) if self.leaving is None else None

    @property
    def next_step(self) -> Step | None:
        """The first step that was not begun yet."""
        begun = {t.step.pk for t in self.taken}
        return next((s for s in self.steps if s.pk not in begun), None) if self.leaving is None else None

    @property
    def started_at(self) -> datetime | None:
        """When its first step began; None while it is only planned."""
        return self.taken[0].begun.at if self.taken else None

    @property
    def starts_at(self) -> datetime | None:
        """When it is planned to begin."""
        return self.plan[0].start if self.plan else None

    @property
    def due_at(self) -> datetime | None:
        """When the running step is due to end: as planned, where that is not too short and not longer than the recipe bears."""
        running = self.running
        if running is None:
            return None
        least = running.begun.due_at
        index = self.steps.index(running.step)
        planned = self.plan[index].end if index < len(self.plan) else least
        # a start on another day than planned moves the end with it
        return planned if least <= planned <= least + timedelta(days=allowed_days(running.step.as_core())) else least

    @property
    def sprouted(self) -> int:
        """Seeds that sprouted in the bag."""
        return sum(x.sprouted for x in self.looks)

    @property
    def mouldy(self) -> int:
        """Seeds found mouldy."""
        return sum(x.mouldy for x in self.looks)

    @property
    def gone(self) -> int:
        """Seeds that left it on the way: sprouts potted, parts that went on as another batch."""
        potted = sum(x.sprouted for x in self.looks if x.sprouts_go == SproutsGo.POTTED)
        return potted + sum(s.seeds for s in self.splits)

    @property
    def seeds_now(self) -> int:
        """Seeds that should be in it."""
        return self.batch.seeds - self.gone

    @property
    def estimated(self) -> bool:
        """Whether the number of seeds is an estimate."""
        return self.batch.seeds_known != AmountKnown.COUNTED

    @cached_property
    def cared_on(self) -> list[date]:
        """Days on which somebody looked after it."""
        return sorted({local_day(x.at) for x in self.looks if not x.missing})

    def care(self, today: date) -> CareState | None:
        """What it wants next; None where the running step wants nothing."""
        running = self.running
        if running is None:
            return None
        begun = local_day(running.begun.at)
        since = max([begun, *(d for d in self.cared_on if d >= begun)])
        return care_state(running.step.as_core(), since, today)

    def deviations(self, today: date) -> list[CareGap]:
        """Care that was missed: gaps between looks longer than the recipe allows."""
        out: list[CareGap] = []
        for t in self.taken:
            end = t.ended.at if t.ended else self.leaving.at if self.leaving else None
            out.extend(care_gaps(t.step.as_core(), local_day(t.begun.at), self.cared_on, local_day(end) if end else today))
        return out

    def stays(self, start: datetime, end: datetime | None) -> list[Stay]:
        """Where it lay between two moments."""
        out: list[Stay] = []
        last = self.leaving.at if self.leaving else None
        stop = min((x for x in (end, last) if x is not None), default=None)
        for index, move in enumerate(self.moves):
            until = self.moves[index + 1].at if index + 1 < len(self.moves) else stop
            a = max(move.at, start)
            b = until if stop is None or (until is not None and until < stop) else stop
            if b is None or a < b:
                out.append(Stay(move.place, a, b))
        return out


def batches_in_use() -> list[BatchCourse]:
    """Batches that have not left: planned or running."""
    out = valid(Leaving.objects.filter(batch=OuterRef("pk")))
    return courses_of(Batch.objects.filter(~Exists(out)))


def courses_of(batches: QuerySet[Batch]) -> list[BatchCourse]:
    """Courses of batches, in the same order, in nine queries whatever their number."""
    found = list(batches.select_related("lot__taxon", "recipe", "place__parent__parent__parent"))
    ids = [b.pk for b in found]
    steps: dict[int, list[Step]] = defaultdict(list)
    for step in Step.objects.filter(recipe__in={b.recipe_id for b in found}).order_by("order"):
        steps[step.recipe_id].append(step)
    by_id = {s.pk: s for group in steps.values() for s in group}
    plans: dict[int, BatchPlan] = {p.batch_id: p for p in BatchPlan.objects.filter(batch__in=ids).order_by("at", "pk")}
    begun = list(valid(StepBegun.objects.filter(batch__in=ids)).select_related("by").order_by("at", "pk"))
    endings = {e.begun_id: e for e in valid(StepEnded.objects.filter(begun__in=[b.pk for b in begun])).select_related("by")}
    taken: dict[int, list[TakenStep]] = defaultdict(list)
    for b in begun:
        b.step = by_id[b.step_id]
        taken[b.batch_id].append(TakenStep(b, endings.get(b.pk)))
    looks: dict[int, list[BagLook]] = defaultdict(list)
    for look in valid(BagLook.objects.filter(batch__in=ids)).select_related("by").order_by("at", "pk"):
        looks[look.batch_id].append(look)
    moves: dict[int, list[Move]] = defaultdict(list)
    for move in valid(Move.objects.filter(batch__in=ids)).select_related("place__parent__parent__parent").order_by("at", "pk"):
        moves[move.batch_id].append(move)
    splits: dict[int, list[Split]] = defaultdict(list)
    for split in valid(Split.objects.filter(parent__in=ids)).select_related("child").order_by("at", "pk"):
        splits[split.parent_id].append(split)
    left = {x.batch_id: x for x in valid(Leaving.objects.filter(batch__in=ids)).select_related("by")}
    return [
        BatchCourse(
            batch=b,
            steps=steps[b.recipe_id],
            plan=[PlannedStretch.read(s) for s in plans[b.pk].steps] if b.pk in plans else [],
            taken=taken[b.pk],
            looks=looks[b.pk],
            moves=moves[b.pk],
            splits=splits[b.pk],
            leaving=left.get(b.pk),
        )
        for b in found
    ]


def course_of(batch: Batch) -> BatchCourse:
    """The course of one batch."""
    return courses_of(Batch.objects.filter(pk=batch.pk))[0]


def sprouts_in(batches: Iterable[int]) -> dict[int, list[BagLook]]:
    """Valid looks that found sprouts, by batch: one query."""
    found: dict[int, list[BagLook]] = defaultdict(list)
    for look in valid(BagLook.objects.filter(batch__in=batches, sprouted__gt=0)).order_by("at", "pk"):
        found[look.batch_id].append(look)
    return found


@dataclass(frozen=True)
class StepLength:
    """How long a step of a batch was planned to last, and lasted, in days."""

    batch: int
    planned_days: float
    actual_days: float


def step_lengths(batches: Iterable[int]) -> list[StepLength]:
    """Planned and actual lengths of the steps of batches that have ended: two queries."""
    begun = list(valid(StepBegun.objects.filter(batch__in=batches)).select_related("step").order_by("at", "pk"))
    ended = dict(valid(StepEnded.objects.filter(begun__in=[b.pk for b in begun])).values_list("begun", "at"))
    return [StepLength(b.batch_id, b.step.as_core().days, (ended[b.pk] - b.at) / timedelta(days=1)) for b in begun if b.pk in ended]


def splits_before(batches: Iterable[int]) -> dict[int, list[int]]:
    """The batches that each was split from, its parent first, by batch; none for one that was not split off. One query per generation."""
    found: dict[int, list[int]] = {b: [] for b in batches}
    while found:
        latest = {b: chain[-1] if chain else b for b, chain in found.items()}
        parents = dict(valid(Split.objects.filter(child__in=set(latest.values()))).values_list("child", "parent"))
        if not parents:
            break
        for b, last in latest.items():
            if last in parents:
                found[b].append(parents[last])
    return found


def origins_of(batches: Iterable[int]) -> dict[int, int]:
    """The batch that each was split from in the end, by batch; one that was not split off is its own. One query per generation."""
    return {b: chain[-1] if chain else b for b, chain in splits_before(batches).items()}
