"""Revisions: a number that goes up with every change of a trial, a lot, a batch or the nursery.

A stored answer names the revisions it was made from, and is good for as long as they are the same.
"""

from collections.abc import Collection, Iterable, Mapping
from enum import StrEnum
from typing import Any
from uuid import UUID, uuid4

from django.db import OperationalError, models
from django.db.models import F, Q

# `of` where there is one of a kind
ALL = 0


class RevisionOf(StrEnum):
    """What has a revision. `SHARED` is of what many trials, lots and batches rest on: plants, recipes, places, logs, the work year."""

    NURSERY = "nursery"
    SHARED = "shared"
    TRIAL = "trial"
    LOT = "lot"
    BATCH = "batch"


class Revision(models.Model):
    """How often a thing and its records were changed since somebody first asked; `of` is its id, 0 for what there is one of.

    `stamp` is another one after each change: a restored database counts again from an earlier number.
    """

    kind = models.CharField(max_length=8)
    of = models.PositiveBigIntegerField(default=ALL)
    number = models.PositiveBigIntegerField(default=1)
    stamp = models.UUIDField(default=uuid4)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kind", "of"], name="one_revision_of_each")]

    def __str__(self) -> str:
        return name_of(self.number, self.stamp)


def name_of(number: int, stamp: UUID) -> str:
    """A revision as text: its number for people, and enough of its stamp for machines."""
    return f"{number}-{stamp.hex[:12]}"


def raise_revisions(touched: Iterable[tuple[RevisionOf, Any]]) -> None:
    """Raise the revisions of what was touched, and that of the nursery; kinds with ids, each as a collection or as a query.

    A revision that nobody asked for has no row yet, and no answer was made from it: there is nothing to raise.
    """
    wanted = Q(kind=RevisionOf.NURSERY)
    for kind, ids in touched:
        wanted |= Q(kind=kind, of__in=ids)
    Revision.objects.filter(wanted).update(number=F("number") + 1, stamp=uuid4())


def raise_all() -> None:
    """Raise every revision: where everything was changed at once, as when time passes on a practice bench."""
    Revision.objects.update(number=F("number") + 1, stamp=uuid4())


def nursery_revision() -> str:
    """The revision of the nursery, which every change raises: one query."""
    return revisions_of({RevisionOf.NURSERY: (ALL,)})[RevisionOf.NURSERY][ALL]


def revisions_of(wanted: Mapping[RevisionOf, Collection[int]]) -> dict[RevisionOf, dict[int, str]]:
    """Revisions by kind and id: one query, and one more where somebody asks for the first time.

    Ask before reading the records: what is written in between raises what was read here, so that no answer outlives it.
    """
    asked = Q(pk__in=())
    for kind, ids in wanted.items():
        asked |= Q(kind=kind, of__in=ids)
    found: dict[tuple[str, int], str] = _read(asked)
    missing = [(kind, of) for kind, ids in wanted.items() for of in ids if (kind, of) not in found]
    if missing:
        try:
            Revision.objects.bulk_create([Revision(kind=kind, of=of) for kind, of in missing], ignore_conflicts=True)
            found = _read(asked)
        except OperationalError:
            # a full disk can still be read: what is answered then is kept under a name that nobody finds again
            found |= {key: uuid4().hex for key in missing}
    return {kind: {of: found[kind, of] for of in ids} for kind, ids in wanted.items()}


def _read(asked: Q) -> dict[tuple[str, int], str]:
    return {
        (kind, of): name_of(n, stamp) for kind, of, n, stamp in Revision.objects.filter(asked).values_list("kind", "of", "number", "stamp")
    }
