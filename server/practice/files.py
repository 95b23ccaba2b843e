"""The database of a try: made in the shape of the nursery's own, opened for a block, moved in time."""

import sqlite3
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.apps import apps
from django.conf import settings
from django.db import connection, models, transaction
from django.db.migrations.recorder import MigrationRecorder
from django.db.models import F

from server.batches.models import BatchPlan
from server.errors import DomainError
from server.people.models import Person
from server.practice.models import Attempt
from server.record_kinds.migration_names import migration_names
from server.record_kinds.models import raise_all
from server.record_kinds.other_database import opened_to_read, other_database

# what the framework needs to know of the tables; everything else begins empty
YOUNGEST_ORPHAN_SECONDS = 3600
COPIED = ("django_migrations", "django_content_type")


def make_bench(path: Path) -> None:
    """An empty database of the same shape as the nursery's, without any of its records."""
    path.parent.mkdir(parents=True, exist_ok=True)
    path.unlink(missing_ok=True)
    live = opened_to_read(Path(connection.settings_dict["NAME"]))
    bench = sqlite3.connect(path)
    try:
        # all tables in one go: each by itself would wait for the disk
        bench.execute("BEGIN")
        shape = live.execute(
            "SELECT sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' ORDER BY type = 'table' DESC"
        )
        for (sql,) in shape.fetchall():
            bench.execute(sql)
        for table in COPIED:
            rows = live.execute(f"SELECT * FROM {table}").fetchall()  # our own names
            if rows:
                bench.executemany(f"INSERT INTO {table} VALUES ({','.join('?' * len(rows[0]))})", rows)  # our own names
        bench.commit()
    finally:
        bench.close()
        live.close()


def fill_bench(attempt: Attempt, lay_out: Callable[[], None]) -> None:
    """Make the bench of a try and lay out what it begins with; where that fails (a full disk, say) no half bench is left."""
    try:
        make_bench(attempt.file)
        with other_database(attempt.file), transaction.atomic():
            lay_out()
    except BaseException:
        forget_bench(attempt)
        raise


@contextmanager
def on_bench(attempt: Attempt) -> Iterator[Person]:
    """Work on the bench of a try, as its person, who is the lead there; refused where its file is gone."""
    if not attempt.file.is_file():
        raise DomainError("This practice bench no longer exists. Start the exercise again.", code="no_bench")
    with other_database(attempt.file):
        _check_shape()
        yield Person.objects.get(pk=attempt.person_id)


def _check_shape() -> None:
    """A bench of an earlier version is not opened: bringing it up to date takes a minute, beginning again takes none."""
    if set(MigrationRecorder(connection).applied_migrations()) != migration_names():
        raise DomainError(
            "This bench was made by an earlier version of the application. Start the exercise again; results stay.", code="old_bench"
        )


@transaction.atomic
def pass_time(days: float) -> None:
    """Let days go by: everything that happened and everything planned moves that far into the past, and today stays today.

    Works on the database in use, so it is called on a bench, or by a test that moves its clock.
    """
    span = timedelta(days=days)
    for model in _models():
        moments = [f.name for f in model._meta.concrete_fields if isinstance(f, models.DateTimeField)]
        if moments:
            model._base_manager.update(**{name: F(name) - span for name in moments})
        for f in model._meta.concrete_fields:
            if isinstance(f, models.DateField) and not isinstance(f, models.DateTimeField):
                table, column = model._meta.db_table, f.column
                with connection.cursor() as cursor:
                    cursor.execute(f"UPDATE {table} SET {column} = date({column}, %s)", [f"-{round(days)} days"])  # our own names
    raise_all()
    for plan in BatchPlan.objects.all():
        BatchPlan.objects.filter(pk=plan.pk).update(steps=_earlier(plan.steps, span))


def _models() -> list[type[models.Model]]:
    return [m for app in apps.get_app_configs() if app.name.startswith("server.") for m in app.get_models() if m is not Attempt]


def _earlier(value: Any, span: timedelta) -> Any:
    """The moments in what was kept as JSON, moved."""
    if isinstance(value, list):
        return [_earlier(v, span) for v in value]
    if isinstance(value, dict):
        return {k: _earlier(v, span) for k, v in value.items()}
    if isinstance(value, str):
        try:
            return (datetime.fromisoformat(value) - span).isoformat()
        except ValueError:
            return value
    return value


def forget_bench(attempt: Attempt) -> None:
    """Remove the file of a try, and what SQLite keeps beside it."""
    _remove(attempt.file)


def clear_orphans() -> None:
    """Remove benches of tries that are not here any more, as after a restore; one made just now may have no try yet."""
    here = Path(settings.PRACTICE)
    known = {a.file.name for a in Attempt.objects.all()}
    for file in here.glob("*.sqlite3") if here.is_dir() else []:
        if file.name not in known and _age(file) > YOUNGEST_ORPHAN_SECONDS:
            _remove(file)


def _age(file: Path) -> float:
    """In seconds; none when another request removed the file since it was listed."""
    try:
        return time.time() - file.stat().st_mtime
    except FileNotFoundError:
        return 0.0


def _remove(file: Path) -> None:
    for end in ("", "-wal", "-shm"):
        Path(f"{file}{end}").unlink(missing_ok=True)
