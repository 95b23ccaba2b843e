"""Whether the database can be served at all; looked at before anything writes into it."""

import sqlite3
from datetime import UTC, datetime
from pathlib import Path

from server.backups.form import folder
from server.backups.selectors import backups, damaged_pages, database_file

# SQLite takes a file of fewer bytes for an empty one, whatever is in it
SMALLEST_DATABASE = 512
# what SQLite keeps beside a database
BESIDE = ("", "-wal", "-shm")


def reason_not_to_start(*, begin_anew: bool) -> str | None:
    """Why this installation must not be served as it is, with what to do; None where it can.

    `begin_anew`: a missing database beside backups is what somebody wants.
    """
    database = database_file()
    kept = backups()
    if (damage := damage_of(database)) is None and not holds_a_nursery(database):
        if begin_anew or not kept:
            return None
        return (
            f"There is no nursery in {database}, but there are {len(kept)} backups in {folder()}. To restore the latest:\n"
            f"    make restore FILE={folder() / kept[0].name}\n"
            "To start a new nursery instead, set AWAKE_FURROW_NEW=1 once."
        )
    if damage is None:
        return None
    way_out = (
        f"To restore the latest backup ({kept[0].made_at:%Y-%m-%d %H:%M} UTC):\n    make restore FILE={folder() / kept[0].name}"
        if kept
        else f"No backup lies in {folder()}. If you keep one elsewhere: make restore FILE=path"
    )
    return (
        f"The database {database} is damaged: {damage}. Awake Furrow does not start on it, so that nothing is made worse.\n{way_out}\n"
        "The damaged file is kept beside the restored one."
    )


def damage_of(database: Path) -> str | None:
    """What is wrong with a database file, in SQLite's words; None where it is sound, or holds less than any database."""
    if _nearly_nothing(database):
        return None
    there = sqlite3.connect(database, timeout=20)
    try:
        found = damaged_pages(there)
    except sqlite3.DatabaseError as error:
        return str(error)
    finally:
        there.close()
    return found[0] if found else None


def holds_a_nursery(database: Path) -> bool:
    """Whether a sound file is a database with our tables, and not one that was emptied or only begun."""
    if _nearly_nothing(database):
        return False
    there = sqlite3.connect(database, timeout=20)
    try:
        return there.execute("SELECT 1 FROM sqlite_master WHERE name = 'django_migrations'").fetchone() is not None
    finally:
        there.close()


def _nearly_nothing(database: Path) -> bool:
    return not database.is_file() or database.stat().st_size < SMALLEST_DATABASE


def move_damaged_aside() -> Path | None:
    """Move a damaged database out of the way, so that a restore can begin; where to, or None if it is sound or not there."""
    database = database_file()
    if not database.is_file() or damage_of(database) is None:
        return None
    aside = database.with_name(f"{database.name}.damaged-{datetime.now(UTC):%Y%m%d-%H%M%S}")
    for end in BESIDE:
        part = Path(f"{database}{end}")
        if part.exists():
            part.rename(f"{aside}{end}")
    return aside
