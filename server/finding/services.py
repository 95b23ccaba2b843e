"""Keeping what Find knows as things are: told of each save, and of many at once."""

from collections.abc import Sequence
from typing import Any

from django.apps import apps
from django.db import connection, models, transaction
from django.db.models.signals import post_migrate, post_save

from server.finding.models import Findable, FindWord
from server.finding.sources import BY_MODEL, OF_PARTS, SOURCES, Entry, Source, mentioning
from server.finding.words import weighted
from server.record_kinds.models import Recorded, Thing, many_written

AT_ONCE = 500


def listen() -> None:
    """Hear of everything that is saved, and fill the table once where it is new."""
    for source in SOURCES:
        post_save.connect(_saved, sender=source.model)
    for part in OF_PARTS:
        post_save.connect(_part_saved, sender=part)
    many_written.connect(_many_saved)
    post_migrate.connect(fill_where_empty, sender=apps.get_app_config("finding"))


def _saved(sender: type[Thing], instance: Thing, *, raw: bool = False, **_: Any) -> None:
    index(BY_MODEL[sender], [instance.pk])


def _many_saved(sender: type[models.Model], ids: Sequence[int], **_: Any) -> None:
    if sender in BY_MODEL:
        index(BY_MODEL[sender], ids)
    if issubclass(sender, Recorded) and sender in OF_PARTS:
        _index_of_parts(sender, ids)


def _part_saved(sender: type[Recorded], instance: models.Model, *, raw: bool = False, **_: Any) -> None:
    _index_of_parts(sender, [instance.pk])


def _index_of_parts(sender: type[Recorded], ids: Sequence[int]) -> None:
    source, path = OF_PARTS[sender]
    index(source, list(sender._default_manager.filter(pk__in=ids).order_by().values_list(path, flat=True).distinct()))


@transaction.atomic
def index(source: Source, ids: Sequence[int]) -> None:
    """Write what Find says of things that were saved; where that changes, also of the things that name them."""
    for start in range(0, len(ids), AT_ONCE):
        changed = _index(source, ids[start : start + AT_ONCE])
        if changed:
            for other, named in mentioning(source, changed):
                index(other, named)


def _index(source: Source, ids: Sequence[int]) -> list[int]:
    """Write the entries that are not as they should be, and return the ids of those things."""
    things = source.model.objects.filter(pk__in=ids).select_related(*source.along).prefetch_related(*source.beside)
    wanted = {thing.pk: entry for thing in things if (entry := source.entry(thing)) is not None}
    weights = {pk: weighted(e.code, e.title, (source.word, e.detail, *e.words)) for pk, e in wanted.items()}
    known = {f.of: f for f in Findable.objects.filter(kind=source.kind, of__in=ids)}
    rows = {pk: _row(source, pk, entry, weights[pk]) for pk, entry in wanted.items()}
    stale = [pk for pk in {*known, *rows} if pk not in known or pk not in rows or not _same(known[pk], rows[pk])]
    if not stale:
        return []
    Findable.objects.filter(kind=source.kind, of__in=stale).delete()
    made = Findable.objects.bulk_create([rows[pk] for pk in stale if pk in rows])
    FindWord.objects.bulk_create(
        [FindWord(entry=row, word=word, weight=weight) for row in made for word, weight in weights[row.of].items()],
        batch_size=AT_ONCE,
    )
    return stale


def _row(source: Source, pk: int, entry: Entry, weights: dict[str, int]) -> Findable:
    text = " ".join(f"{word}:{weight}" for word, weight in weights.items())
    return Findable(kind=source.kind, of=pk, title=entry.title[:240], detail=entry.detail[:300], code=entry.code, text=text)


def _same(a: Findable, b: Findable) -> bool:
    return (a.title, a.detail, a.code, a.text) == (b.title, b.detail, b.code, b.text)


def fill_where_empty(**_: Any) -> None:
    """Fill the table of an installation that is older than it."""
    if Findable._meta.db_table not in connection.introspection.table_names() or Findable.objects.exists():
        return
    for source in SOURCES:
        index(source, list(source.model.objects.order_by("pk").values_list("pk", flat=True)))
