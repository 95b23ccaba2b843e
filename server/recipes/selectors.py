"""What is derived of recipes."""

from django.db.models import Exists, OuterRef

from server.recipes.models import Recipe


def sown_somewhere() -> Exists:
    """Whether a dish that this edition treated was sown in a trial of the nursery."""
    return Exists(Recipe.everything.filter(pk=OuterRef("pk"), treatments__dishes__sowings__isnull=False))
