"""The one place through which records are written: every write raises the revisions of what the record belongs to."""

from collections.abc import Iterable, Iterator
from functools import cache
from typing import Any, ClassVar, TypeVar

from django.db import models, router, transaction
from django.dispatch import Signal

from server.record_kinds.models.revision import ALL, RevisionOf, raise_revisions

M_co = TypeVar("M_co", bound=models.Model, covariant=True)

# many records were made at once, which sends no signal of the framework's; `ids` are theirs
many_written = Signal()

# so many ids go into one statement
AT_ONCE = 5000

# kinds with the ids of what was touched, as a collection or as a query
Touched = list[tuple[RevisionOf, Any]]


class RecordedQuerySet(models.QuerySet[M_co]):
    """Writes of many records at once, which no record hears of."""

    def bulk_create(self, objs: Iterable[Any], *args: Any, **options: Any) -> list[Any]:
        made = list(objs)
        with transaction.atomic(using=self.db, savepoint=False):
            out: list[Any] = super().bulk_create(made, *args, **options)
            for touched in _of_records(self.model, made):
                raise_revisions(touched)
            many_written.send(self.model, ids=[x.pk for x in made])
        return out

    def update(self, **changes: Any) -> int:
        with transaction.atomic(using=self.db, savepoint=False):
            self._raise()
            return super().update(**changes)

    def delete(self) -> tuple[int, dict[str, int]]:
        with transaction.atomic(using=self.db, savepoint=False):
            self._raise()
            return super().delete()

    def _raise(self) -> None:
        """What the records that are about to change belong to."""
        owners = owners_of(self.model)
        touched = [(kind, {of for of in self.order_by().values_list(path, flat=True) if of is not None}) for kind, path in owners]
        raise_revisions(touched or _without_owner(self.model))


class RecordedManager(models.Manager[M_co]):
    """Hands out record sets whose writes raise revisions too."""

    def get_queryset(self) -> models.QuerySet[M_co]:
        return RecordedQuerySet(self.model, using=self._db)


class Recorded(models.Model):
    """A record that answers are made from.

    What it belongs to is found by its foreign keys: the trials, lots and batches that they lead to. A record that belongs to none of
    them is shared by all, unless it is `apart`: no answer about a trial, a lot or a batch shows anything of it.
    Its `objects` are of a `RecordedManager`; the type checker gives every model one that knows its records, and is left with that.
    """

    # what has a revision of its own says so
    revision_of: ClassVar[RevisionOf | None] = None
    # the foreign keys that are followed, where others lead to what does not depend on the record
    belongs_by: ClassVar[tuple[str, ...] | None] = None
    apart: ClassVar[bool] = False
    # fields that no answer shows
    unseen: ClassVar[frozenset[str]] = frozenset()

    class Meta:
        abstract = True

    def save(self, *args: Any, **options: Any) -> None:
        if {*(options.get("update_fields") or ("",))} <= self.unseen:
            super().save(*args, **options)
            return
        with transaction.atomic(using=router.db_for_write(type(self), instance=self), savepoint=False):
            super().save(*args, **options)
            self._raise()

    def delete(self, *args: Any, **options: Any) -> tuple[int, dict[str, int]]:
        with transaction.atomic(using=router.db_for_write(type(self), instance=self), savepoint=False):
            self._raise()
            return super().delete(*args, **options)

    def _raise(self) -> None:
        for touched in _of_records(type(self), [self]):
            raise_revisions(touched)


@cache
def owners_of(model: type[models.Model]) -> tuple[tuple[RevisionOf, str], ...]:
    """What records of a model belong to: its kind, and the path to it along foreign keys."""
    if not issubclass(model, Recorded):
        return ()
    if model.revision_of is not None:
        return ((model.revision_of, "pk"),)
    found: list[tuple[RevisionOf, str]] = []
    for field in model._meta.concrete_fields:
        related = field.related_model
        if not isinstance(field, models.ForeignKey) or not isinstance(related, type) or related is model:
            continue
        if model.belongs_by is None or field.name in model.belongs_by:
            found += [(kind, field.name if path == "pk" else f"{field.name}__{path}") for kind, path in owners_of(related)]
    return tuple(found)


def _without_owner(model: type[models.Model]) -> Touched:
    return [] if issubclass(model, Recorded) and model.apart else [(RevisionOf.SHARED, (ALL,))]


def _of_records(model: type[models.Model], records: list[Any]) -> Iterator[Touched]:
    """What records belong to, in parts; where that is more than one foreign key away, the database finds it while it raises."""
    owners = owners_of(model)
    if not owners:
        yield _without_owner(model)
        return
    for start in range(0, len(records), AT_ONCE):
        touched: Touched = []
        for kind, path in owners:
            first, _, rest = path.partition("__")
            key: Any = model._meta.pk if first == "pk" else model._meta.get_field(first)
            ids = {i for x in records[start : start + AT_ONCE] if (i := getattr(x, key.attname)) is not None}
            if ids:
                touched.append((kind, key.related_model._base_manager.filter(pk__in=ids).values(rest) if rest else ids))
        yield touched
