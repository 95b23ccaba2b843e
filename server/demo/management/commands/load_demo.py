"""Load the demo scenario into an empty database."""

from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from server.demo.build import LOGINS, build_demo, password_of
from server.people.models import Person


class Command(BaseCommand):
    help = "Load the demo scenario, relative to now; a database that holds people already is left as it is."

    def handle(self, *args: Any, **options: Any) -> None:
        if Person.objects.exists():
            self.stdout.write("The demo data is there already and stays as it is.")
        else:
            build_demo(timezone.now())
            self.stdout.write("The demo data is laid out relative to today.")
        for username, initials, role in LOGINS:
            self.stdout.write(f"  sign in as {username} / {password_of(username)}   ({initials}, {role})")
