"""What people concluded from the demo's finished trials."""

from datetime import timedelta
from uuid import UUID, uuid5

from server.evidence.services import conclude
from server.people.models import Person
from server.trials.models import Closing, Trial

# any fixed name space: the same conclusion has the same id each time the demo is laid out
NAMES = UUID("5f2a7c1e-8d64-4b0f-9a35-0c1d2e3f4a5b")
CONCLUSIONS = (
    ("SM-052", "nick", "Nick by hand, with pliers. Hot water is not worth the loss; sandpaper for large lots."),
    ("PT-040", "8 weeks", "Eight weeks, and look from week five on: half of it sprouts in the fridge, and may."),
)


def lay_out_conclusions(grower: Person) -> None:
    """Two growers' words, each two days after its trial was closed."""
    for lot, chosen, words in CONCLUSIONS:
        trial = Trial.objects.filter(treatments__lot__code=lot).order_by("sow_on").first()
        if trial is None:
            continue
        at = Closing.objects.filter(dish__treatment__trial=trial).latest("at").at + timedelta(days=2)
        treatment = trial.treatments.get(name=chosen)
        conclude(by=grower, trial=trial, at=at, client_id=uuid5(NAMES, trial.code), words=words, treatment=treatment.pk)
