"""The migrations that a database which is up to date has gone through."""

from functools import cache

from django.db.migrations.loader import MigrationLoader


@cache
def migration_names() -> frozenset[tuple[str, str]]:
    """Apps and names, among them the names that migrations had before their app was merged into another one."""
    found = MigrationLoader(None).disk_migrations
    return frozenset(found) | {(app, name) for m in found.values() for app, name in m.replaces}
