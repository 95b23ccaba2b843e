"""The app is told of every thing that is saved."""

from django.apps import AppConfig


class FindingConfig(AppConfig):
    name = "server.finding"

    def ready(self) -> None:
        from server.finding.services import listen

        listen()
