"""Batches for the treatments of a planned trial: one bag for all dishes of a treatment, or one for each dish."""

from collections import defaultdict
from datetime import datetime

from django.db import transaction

from core.vocabulary import PlanMode
from server.batches.models import Batch
from server.batches.selectors.plans import on_calendar
from server.batches.services.batches import NewBatch, put_in
from server.people.models import Person
from server.people.permissions import Right, require
from server.people.selectors import work_calendar
from server.places.models import Place
from server.record_kinds.services import change_thing
from server.rest.problems import Problem
from server.trials.models import Dish, Trial


@transaction.atomic
def put_in_bags(
    *, by: Person, trial: Trial, at: datetime, mode: PlanMode, place: Place | None, bag_for_each_dish: bool, sure: bool = False
) -> list[Batch]:
    """Put the treated seed of a trial into bags. Its seeds were drawn when it was laid out, so the ledger does not move.

    A bag for each dish makes the dishes replicates of the treatment too; one bag for all of them is "treated together".
    """
    require(by, Right.PLAN)
    dishes = Dish.objects.filter(treatment__trial=trial, treatment__recipe__isnull=False, batch__isnull=True, sowings__isnull=True)
    waiting = list(dishes.select_related("treatment__recipe", "treatment__trial__lot__taxon").order_by("treatment__order", "position"))
    if not waiting:
        raise Problem(f"Every treatment of {trial.code} that has a recipe is in its bags, or is sown.", code="nothing_to_treat")
    groups: dict[tuple[int, int], list[Dish]] = defaultdict(list)
    for dish in waiting:
        groups[dish.treatment_id, dish.pk if bag_for_each_dish else 0].append(dish)
    calendar = work_calendar()
    made = []
    for group in groups.values():
        treatment = group[0].treatment
        if treatment.recipe is None or not treatment.recipe.steps.exists():
            continue
        plan = on_calendar(treatment.recipe, mode, trial.sow_on, calendar)
        new = NewBatch(lot=trial.lot, recipe=treatment.recipe, seeds=sum(d.seeds for d in group), place=place, draw=False)
        batch = put_in(by=by, new=new, plan=plan, at=at, sure=sure)
        for dish in group:
            change_thing(dish, {"batch": batch}, by=by, version=dish.version)
        made.append(batch)
    return made
