"""Make a backup from the command line."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError

from server.backups.services.making import BY_HAND, make_backup
from server.rest.problems import Problem


class Command(BaseCommand):
    help = "Make a backup of the database and the photos, while everything goes on."

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            self.stdout.write(str(make_backup(BY_HAND)))
        except Problem as problem:
            raise CommandError(problem.detail) from problem
