"""A trial that this application wrote: what it names, and whether that is here."""

from typing import Any

from server.batches.models import Batch
from server.exchange.formats.record import FORMAT_VERSION, ONE_LOT
from server.exchange.reading.checked import check_trial
from server.exchange.reading.files import refused_file
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.trials.models import Trial

Json = dict[str, Any]


def notes_on(found: Json) -> list[str]:
    """What a trial's file names that is not here, and what becomes of it; refused where it cannot be imported at all."""
    if found.get("version") not in (FORMAT_VERSION, ONE_LOT):
        raise refused_file(
            "other_version",
            f"This trial was written in format {found.get('version')}; this application reads format {FORMAT_VERSION} and "
            "earlier ones. Write it out again with the newer application.",
        )
    check_trial(found)
    return _notes(found)


def _notes(found: Json) -> list[str]:
    trial, notes = found["trial"], []
    if Trial.objects.filter(code=trial["code"]).exists():
        raise refused_file("code_taken", f"Trial {trial['code']} is here already, so it cannot be imported a second time.")
    codes = list(dict.fromkeys(lot_code_of(t, trial) for t in found["treatments"]))
    here = set(Lot.objects.filter(code__in=codes).values_list("code", flat=True))
    notes += [f"Lot {code} is not here: it is made, without an amount, as seed swapped with others." for code in codes if code not in here]
    wanted = {t["recipe"] for t in found["treatments"] if t["recipe"]}
    lacking = sorted(r for r in wanted if recipe_named(r) is None)
    if lacking:
        notes.append(f"Not here, so that their treatments are kept by name only: {', '.join(lacking)}.")
    bags = {d["batch"] for d in found["dishes"] if d["batch"]}
    away = sorted(bags - set(Batch.objects.filter(code__in=bags).values_list("code", flat=True)))
    if away:
        notes.append(f"Bags that are not here: {', '.join(away)}. What sprouted in a dish's own bag is kept as looks before its sowing.")
    return notes


def lot_code_of(treatment: Json, trial: Json) -> str:
    """The lot of a treatment; a file of an earlier version names it once, for the trial."""
    return str(treatment.get("lot") or trial["lot"])


def recipe_named(words: str) -> Recipe | None:
    """The recipe that a file names by name and edition; None where it is not here."""
    name, _, edition = words.rpartition(", edition ")
    return Recipe.objects.filter(name=name, edition=int(edition)).first() if edition.isdecimal() else None
