"""Make a backup from the command line."""

from argparse import ArgumentParser
from getpass import getpass
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from server.backups.services.making import BY_HAND, make_backup
from server.errors import DomainError


class Command(BaseCommand):
    help = "Make a backup of the database and the photos, while everything goes on."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--lock", action="store_true", help="ask for a passphrase, and make a backup that only it opens")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            self.stdout.write(str(make_backup(BY_HAND, chosen_passphrase() if options["lock"] else "")))
        except DomainError as problem:
            raise CommandError(problem.detail) from problem


def chosen_passphrase() -> str:
    """A passphrase typed twice."""
    first = getpass("Passphrase for the backup: ")
    if getpass("The same once more: ") != first:
        raise CommandError("The two differ. Start again.")
    return first
