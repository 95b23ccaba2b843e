"""What a copy of the database must not carry: everything that would let whoever holds the file in, or would let somebody in again."""

import sqlite3
from pathlib import Path

from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.contrib.sessions.models import Session
from django.utils import timezone

from server.people.models import ApiToken, Invitation, SignIn
from server.record_kinds.other_database import other_database
from server.rounds.models import CalendarFeed


def scrub(database: Path) -> None:
    """Take sessions, links that are still open and calendar addresses out of a database file, free pages included.

    The file must have the tables of this version.
    """
    with other_database(database):
        Session.objects.all().delete()
        SignIn.objects.filter(ended_at__isnull=True).update(ended_at=timezone.now())
        SignIn.objects.update(session_key="")
        Invitation.objects.filter(used_at__isnull=True).delete()
        ApiToken.objects.all().delete()
        for feed in (CalendarFeed, CalendarFeed.history.model):
            feed._base_manager.exclude(token_digest="").update(token_digest="")
        for wrong_tries in (AccessAttempt, AccessFailureLog, AccessLog):
            wrong_tries.objects.all().delete()
    # a deleted row stays readable in its page until the file is rewritten
    plain = sqlite3.connect(database, isolation_level=None)
    try:
        plain.execute("PRAGMA journal_mode=DELETE")
        plain.execute("VACUUM")
    finally:
        plain.close()
