"""What comes before serving: a database that can be served, brought up to date."""

import os

import django


def prepare(*, demo: bool) -> None:
    """Set Django up, look whether the database is sound, migrate it and, for the demo, lay out its data; all in this process.

    Ends the process with a sentence where the database must not be served as it is.
    """
    # what the nursery keeps is readable by its owner only, files that SQLite makes included
    os.umask(0o077)
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    # as it serves, it makes its nightly backups
    os.environ.setdefault("AWAKE_FURROW_NIGHTLY", "1")
    django.setup()
    from django.core.management import call_command

    from server.backups.services.starting import reason_not_to_start

    # each day's demo begins with a database of its own, whatever backups lie there
    why = reason_not_to_start(begin_anew=demo or os.environ.get("AWAKE_FURROW_NEW") == "1")
    if why is not None:
        raise SystemExit(why)
    call_command("migrate", verbosity=0)
    if demo:
        call_command("load_demo")
