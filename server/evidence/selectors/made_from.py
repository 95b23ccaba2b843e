"""The revisions that a trial's results are made from: its own, those of its lots and its bags, and of what all trials share."""

from collections import defaultdict
from collections.abc import Mapping, Sequence

from django.db.models import prefetch_related_objects

from server.batches.selectors.courses import splits_before
from server.record_kinds.models import ALL, RevisionOf, revisions_of
from server.trials.models import Dish, Trial


def made_from(trials: Sequence[Trial]) -> dict[int, str]:
    """The revisions of each trial, by trial, as a text: two that are equal were made from the same records.

    Two queries, one more where the treatments of the trials were not read along, and one more for each generation of bags that were split.
    """
    return {pk: f"{own} shared {shared}" for pk, (own, shared) in _read(trials, _lots_of(trials)).items()}


def own_records(trials: Sequence[Trial]) -> dict[int, str]:
    """What counts alone are made from, by trial: neither what all trials share nor their lots."""
    return {pk: own for pk, (own, _) in _read(trials, {t.pk: set() for t in trials}).items()}


def _read(trials: Sequence[Trial], lots: Mapping[int, set[int]]) -> dict[int, tuple[str, str]]:
    bags = _bags_of([t.pk for t in trials])
    found = revisions_of(
        {
            RevisionOf.SHARED: {ALL},
            RevisionOf.TRIAL: {t.pk for t in trials},
            RevisionOf.LOT: {lot for of_trial in lots.values() for lot in of_trial},
            RevisionOf.BATCH: {b for of_trial in bags.values() for b in of_trial},
        }
    )
    shared = found[RevisionOf.SHARED][ALL]
    out = {}
    for t in trials:
        own = [f"trial {found[RevisionOf.TRIAL][t.pk]}", *(f"lot {x} {found[RevisionOf.LOT][x]}" for x in sorted(lots[t.pk]))]
        own += [f"bag {b} {found[RevisionOf.BATCH][b]}" for b in sorted(bags[t.pk])]
        out[t.pk] = ", ".join(own), shared
    return out


def _lots_of(trials: Sequence[Trial]) -> dict[int, set[int]]:
    """The lots that each trial tests: no query where they were read with the trials."""
    prefetch_related_objects(trials, "treatments")
    return {t.pk: {x.lot_id for x in t.treatments.all()} for t in trials}


def _bags_of(trials: Sequence[int]) -> dict[int, set[int]]:
    """The bags that dishes of each trial were filled from, and those that these were split from."""
    found: dict[int, set[int]] = defaultdict(set)
    rows = Dish.objects.filter(treatment__trial__in=trials, batch__isnull=False).order_by()
    for trial, batch in rows.values_list("treatment__trial", "batch").distinct():
        found[trial].add(batch)
    before = splits_before({b for of_trial in found.values() for b in of_trial})
    return defaultdict(set, {trial: {x for b in bags for x in (b, *before[b])} for trial, bags in found.items()})
