"""Batches for the treatments of a planned trial: the bags that each is planned with, or one for each dish."""

from collections import defaultdict
from datetime import datetime

from django.db import transaction

from core.vocabulary import PlanMode
from server.batches.models import Batch
from server.batches.selectors.plans import on_calendar
from server.batches.services.batches import NewBatch, put_in
from server.errors import DomainError, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.people.selectors import work_calendar
from server.record_kinds.services import change_thing
from server.reference.models import Place
from server.trials.models import Dish, Trial


@transaction.atomic
def put_in_bags(
    *,
    by: Person,
    trial: Trial,
    at: datetime,
    mode: PlanMode,
    place: Place | None,
    bag_for_each_dish: bool = False,
    bags: int | None = None,
    sure: bool = False,
) -> list[Batch]:
    """Put the treated seed of a trial into bags. Its seeds were drawn when it was laid out, so the ledger does not move.

    Each treatment goes into the bags it is planned with, unless `bags` says how many, or each dish gets a bag of its own. Several bags
    make the treatment itself replicated; one bag for all dishes is "treated together".
    """
    require(by, Right.PLAN)
    dishes = Dish.objects.filter(treatment__trial=trial, treatment__recipe__isnull=False, batch__isnull=True, sowings__isnull=True)
    waiting = list(dishes.select_related("treatment__recipe", "treatment__lot__taxon").order_by("treatment__order", "position"))
    if not waiting:
        raise DomainError(f"Every treatment of {trial.code} that has a recipe is in its bags, or is sown.", code="nothing_to_treat")
    of_treatment: dict[int, list[Dish]] = defaultdict(list)
    for dish in waiting:
        of_treatment[dish.treatment_id].append(dish)
    groups = []
    for mine in of_treatment.values():
        wanted = len(mine) if bag_for_each_dish else bags or mine[0].treatment.bags
        if wanted > len(mine):
            message = f"{wanted} bags for the {len(mine)} dishes of “{mine[0].treatment.name}”: each bag fills at least one dish."
            raise refused("/bags", "bags_out_of_range", message)
        # dishes are filled from the bags in turn, so that the bags of a treatment lie all over the places
        groups += [mine[n::wanted] for n in range(wanted)]
    calendar = work_calendar()
    made = []
    for group in groups:
        treatment = group[0].treatment
        if treatment.recipe is None or not treatment.recipe.steps.exists():
            continue
        plan = on_calendar(treatment.recipe, mode, trial.sow_on, calendar)
        new = NewBatch(lot=treatment.lot, recipe=treatment.recipe, seeds=sum(d.seeds for d in group), place=place, draw=False)
        batch = put_in(by=by, new=new, plan=plan, at=at, sure=sure)
        for dish in group:
            change_thing(dish, {"batch": batch}, by=by, version=dish.version)
        made.append(batch)
    return made
