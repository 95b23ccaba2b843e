"""The way into an empty nursery: six steps, and which of them were done."""

from dataclasses import astuple, dataclass

from django.db.models import Exists, Q

from core.treatment import STARTER_SOURCE
from server.lots.models import Lot
from server.people.models import Person
from server.recipes.models import Recipe
from server.record_kinds.selectors import valid
from server.reference.models import Place
from server.sowing.models import SowingPlan
from server.trials.models import Look, Trial


@dataclass(frozen=True)
class FirstSteps:
    """What the nursery has already; a starter recipe counts as soon as a trial uses it."""

    place: bool
    lot: bool
    recipe: bool
    trial: bool
    look: bool
    sowing: bool

    @property
    def done(self) -> bool:
        """Whether nothing is left to do."""
        return all(astuple(self))


def first_steps() -> FirstSteps | None:
    """Which steps were done; None once all were, and where nobody is yet. One query."""
    own = Recipe.objects.filter(~Q(source=STARTER_SOURCE) | Q(treatments__isnull=False))
    found = (
        Person.objects.order_by()
        .values(
            place=Exists(Place.objects.order_by()),
            lot=Exists(Lot.objects.order_by()),
            recipe=Exists(own.order_by()),
            trial=Exists(Trial.objects.order_by()),
            look=Exists(valid(Look.objects.order_by())),
            sowing=Exists(SowingPlan.objects.order_by()),
        )
        .first()
    )
    steps = FirstSteps(**found) if found else None
    return None if steps is None or steps.done else steps
