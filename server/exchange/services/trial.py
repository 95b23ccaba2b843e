"""A trial that this application wrote, imported unchanged."""

from collections import defaultdict
from datetime import date, datetime

from core.records import FATES, ClosingFates
from core.vocabulary import OriginKind, TrialKind
from server.batches.models import Batch
from server.exchange.reading.trial_file import Json, lot_code_of, recipe_named
from server.exchange.services.tables import Made
from server.lots.models import Lot
from server.lots.services import add_lot
from server.people.models import Person
from server.record_kinds.stopping import Tell
from server.reference.models import Place, Taxon
from server.trials.models import CONDITIONS
from server.trials.services.import_trial import ImportedDish, ImportedLook, import_trial
from server.trials.services.new_treatments import NewTreatment

IN_BAG = "in_bag"


def make_trial(by: Person, found: Json, tell: Tell) -> Made:
    """Take the trial over as it was."""
    t = found["trial"]
    made: Made = {"trials": [], "lots": []}
    lots: dict[str, Lot] = {}
    for x in found["treatments"]:
        code = lot_code_of(x, t)
        if code in lots:
            continue
        there = Lot.objects.filter(code=code).select_related("taxon").first()
        lots[code] = there or _lot(by, code, x if x.get("lot") else t)
        made["lots"] += [] if there else [lots[code].pk]
    looks: dict[str, list[Json]] = defaultdict(list)
    for row in found["looks"]:
        looks[row["dish"]].append(row)
    places = {p.full_name: p for p in Place.objects.select_related("parent__parent__parent")}
    batches = {b.code: b for b in Batch.objects.filter(lot__in=lots.values())}
    at = {x["treatment"]: i for i, x in enumerate(found["treatments"])}
    dishes = [_dish(d, at[d["treatment"]], looks[d["dish"]], places, batches) for d in found["dishes"]]
    total = len(found["looks"])
    trial, _ = import_trial(
        by=by,
        code=t["code"],
        kind=TrialKind(t.get("kind") or TrialKind.TRIAL),
        question=t["question"],
        treatments=[_treatment(x, lots[lot_code_of(x, t)]) for x in found["treatments"]],
        dishes=dishes,
        sow_on=date.fromisoformat(t["sow_on"]),
        layout_seed=t["layout_seed"],
        layout=t["layout"],
        blind=t["blind"],
        opened_at=max((d.closed_at for d in dishes if d.closed_at), default=None) if t["blind"] else None,
        tell=lambda n: tell(n, total, f"{n:,} of {total:,} looks"),
        **{name: t[name] for name in CONDITIONS},
    )
    made["trials"].append(trial.pk)
    return made


def _lot(by: Person, code: str, t: Json) -> Lot:
    taxon = Taxon.objects.filter(scientific_name=t["scientific_name"]).first() if t["scientific_name"] else None
    name = "" if taxon else (t["plant"] or t["scientific_name"] or "unnamed")
    return add_lot(by=by, code=code, taxon=taxon, field_name=name[:120], origin_kind=OriginKind.SWAPPED)


def _treatment(x: Json, lot: Lot) -> NewTreatment:
    return NewTreatment(
        name=x.get("name") or x["treatment"],
        lot=lot,
        length_days=x.get("length_days"),
        recipe=recipe_named(x["recipe"]) if x["recipe"] else None,
        is_control=x["is_control"],
        dose=x["dose"],
        dose_unit=x["dose_unit"] or "",
        light=x["light"] or "",
        level_a=x["level_a"] or "",
        level_b=x["level_b"] or "",
        bags=x.get("bags_planned") or 1,
    )


def _dish(d: Json, treatment: int, looks: list[Json], places: dict[str, Place], batches: dict[str, Batch]) -> ImportedDish:
    batch = batches.get(d["batch"]) if d["batch"] else None
    # sprouts in a bag that is here are read from the bag itself
    own = [x for x in looks if x["seen_how"] != IN_BAG or batch is None]
    # a file of an earlier version may have fewer fates
    fates = {fate: d[fate] for fate in FATES if fate in d}
    return ImportedDish(
        treatment=treatment,
        seeds=d["sown"],
        sown_at=_moment(d["sown_at"]),
        looks=[_look(x) for x in sorted(own, key=lambda x: str(x["at"]))],
        code=d["dish"],
        seeds_known=d["sown_known"],
        seeds_cv=d["sown_cv"] or 0.0,
        block=d["block"] or 1,
        position=d["position"],
        place=places.get(d["place"] or ""),
        batch=batch,
        fates=None if None in fates.values() else ClosingFates.of(fates),
        closed_at=_moment(d["closed_at"]),
        set_aside=(at, d["set_aside_why"] or "") if (at := _moment(d["set_aside_at"])) else None,
        retreated_at=_moment(d["sent_on_at"]),
    )


def _look(x: Json) -> ImportedLook:
    at = _moment(x["at"])
    return ImportedLook(
        at=at or datetime.min,  # noqa: DTZ901  # a look without its time is refused as a record
        new_germinated=x["germinated"],
        new_abnormal=x["abnormal"],
        new_rotted=x["rotted"],
        new_lost=x["lost"],
        seen_how="opened" if x["seen_how"] == IN_BAG else x["seen_how"],
        potted=x["potted"] or 0,
        note=x["note"] or "",
    )


def _moment(text: str | None) -> datetime | None:
    return datetime.fromisoformat(text) if text else None
