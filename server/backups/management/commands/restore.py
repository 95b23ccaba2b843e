"""Restore a backup from the command line, into an empty or a running installation."""

import os
from argparse import ArgumentParser
from getpass import getpass
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from server.backups.selectors import database_file
from server.backups.services.locking import is_locked
from server.backups.services.restoring import restore
from server.backups.services.starting import holds_a_nursery, move_damaged_aside
from server.errors import DomainError


class Command(BaseCommand):
    help = "Put a backup in the place of everything that is here; what was here is kept as a backup first."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        file: Path = options["file"]
        if not file.is_file():
            raise CommandError(f"There is no file {file}.")
        # as when it serves: its owner alone reads what is made here
        os.umask(0o077)
        if moved := move_damaged_aside():
            self.stdout.write(f"The database here is damaged. It was moved to {moved}; nothing in it was deleted.")
        # the nursery that is here is kept as a backup of this version; where there is none, nothing is waited for
        if holds_a_nursery(database_file()):
            call_command("migrate", verbosity=0)
        try:
            manifest, kept = restore(file, getpass("Passphrase of the backup: ") if is_locked(file) else "")
        except DomainError as problem:
            raise CommandError(problem.detail) from problem
        self.stdout.write(f"Restored: {manifest.lots} lots, {manifest.trials} trials, {manifest.looks:,} looks, {manifest.photos} photos.")
        if kept:
            self.stdout.write(f"What was here before is kept as {kept}.")
