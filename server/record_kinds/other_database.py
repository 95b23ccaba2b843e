"""Working on another database file of the same shape, in this thread, for as long as a block lasts."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.db import DEFAULT_DB_ALIAS, connections
from django.db.utils import load_backend

SALT = "CACHE_SALT"


@contextmanager
def other_database(path: Path) -> Iterator[None]:
    """Let every read and write of this thread go to the file at `path`, transactions included; then everything is as before.

    The connection to the file lasts as long as the block. Other threads notice nothing.
    """
    before = connections[DEFAULT_DB_ALIAS]
    settings = {**before.settings_dict, "NAME": str(path), "CONN_MAX_AGE": 0, SALT: str(path)}
    there = load_backend(settings["ENGINE"]).DatabaseWrapper(settings, DEFAULT_DB_ALIAS)
    connections[DEFAULT_DB_ALIAS] = there
    try:
        yield
    finally:
        connections[DEFAULT_DB_ALIAS] = before
        there.close()


def opened_to_read(path: Path) -> sqlite3.Connection:
    """A database file opened beside whoever works with it; nothing can be written through it."""
    return sqlite3.connect(f"{path.absolute().as_uri()}?mode=ro", uri=True)


def cache_key(key: str, prefix: str, version: int) -> str:
    """Django's KEY_FUNCTION: what was computed from one database is never handed out for another."""
    salt = connections[DEFAULT_DB_ALIAS].settings_dict.get(SALT, "")
    return f"{prefix}:{version}:{salt}:{key}".replace(" ", "_")
