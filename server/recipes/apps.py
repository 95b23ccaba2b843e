"""A new nursery begins with the starter recipes."""

from typing import Any

from django.apps import AppConfig


class RecipesConfig(AppConfig):
    name = "server.recipes"

    def ready(self) -> None:
        from server.people.models import Person, nursery_begun
        from server.recipes.services import add_starter_recipes

        def begin(sender: type[Person], lead: Person, **_: Any) -> None:
            add_starter_recipes(by=lead)

        nursery_begun.connect(begin, weak=False, dispatch_uid="starter recipes")
