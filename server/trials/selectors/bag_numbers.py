"""Which bag of which treatment a batch is, for its label and its round."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from server.trials.models import Dish


@dataclass(frozen=True)
class BagOfTreatment:
    """A batch as bag `number` of `bags` of a treatment; without several bags, number and bags are 1."""

    trial_code: str
    treatment: str
    number: int
    bags: int

    @property
    def words(self) -> str:
        """The treatment, and which of its bags where there are several."""
        return f"{self.treatment}, bag {self.number} of {self.bags}" if self.bags > 1 else self.treatment


def bags_of_treatments(batches: Iterable[int]) -> dict[int, BagOfTreatment]:
    """What batches are bags of, by batch; those that fill no dish are left out. Two queries."""
    treatments = Dish.objects.filter(batch__in=list(batches)).values("treatment")
    rows = (
        Dish.objects.filter(treatment__in=treatments, batch__isnull=False)
        .order_by("batch")
        .values_list("treatment", "batch", "treatment__trial__code", "treatment__name")
        .distinct()
    )
    by_treatment: dict[int, list[tuple[int, str, str]]] = defaultdict(list)
    for treatment, batch, code, name in rows:
        by_treatment[treatment].append((batch, code, name))
    return {
        batch: BagOfTreatment(code, name, number, len(found))
        for found in by_treatment.values()
        for number, (batch, code, name) in enumerate(found, 1)
    }
