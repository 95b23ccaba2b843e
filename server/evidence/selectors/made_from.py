"""The revisions that a trial's results are made from: its own, those of its lot and its bags, and of what all trials share."""

from collections import defaultdict
from collections.abc import Sequence

from server.batches.selectors.courses import splits_before
from server.record_kinds.models import ALL, RevisionOf, revisions_of
from server.trials.models import Dish, Trial


def made_from(trials: Sequence[Trial]) -> dict[int, str]:
    """The revisions of each trial, by trial, as a text: two that are equal were made from the same records.

    Two queries, and one more for each generation of bags that were split.
    """
    return {pk: f"{own} shared {shared}" for pk, (own, shared) in _read(trials).items()}


def own_records(trials: Sequence[Trial]) -> dict[int, str]:
    """The same without what all trials share: what counts are made from, by trial."""
    return {pk: own for pk, (own, _) in _read(trials).items()}


def _read(trials: Sequence[Trial]) -> dict[int, tuple[str, str]]:
    bags = _bags_of([t.pk for t in trials])
    found = revisions_of(
        {
            RevisionOf.SHARED: {ALL},
            RevisionOf.TRIAL: {t.pk for t in trials},
            RevisionOf.LOT: {t.lot_id for t in trials},
            RevisionOf.BATCH: {b for of_trial in bags.values() for b in of_trial},
        }
    )
    shared = found[RevisionOf.SHARED][ALL]
    out = {}
    for t in trials:
        own = [f"trial {found[RevisionOf.TRIAL][t.pk]}", f"lot {found[RevisionOf.LOT][t.lot_id]}"]
        own += [f"bag {b} {found[RevisionOf.BATCH][b]}" for b in sorted(bags[t.pk])]
        out[t.pk] = ", ".join(own), shared
    return out


def _bags_of(trials: Sequence[int]) -> dict[int, set[int]]:
    """The bags that dishes of each trial were filled from, and those that these were split from."""
    found: dict[int, set[int]] = defaultdict(set)
    rows = Dish.objects.filter(treatment__trial__in=trials, batch__isnull=False).order_by()
    for trial, batch in rows.values_list("treatment__trial", "batch").distinct():
        found[trial].add(batch)
    before = splits_before({b for of_trial in found.values() for b in of_trial})
    return defaultdict(set, {trial: {x for b in bags for x in (b, *before[b])} for trial, bags in found.items()})
