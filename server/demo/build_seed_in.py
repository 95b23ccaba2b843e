"""Stands, harvests, and what was done with lots on their way to the store, for the demo."""

from datetime import date, datetime, timedelta
from uuid import UUID

import numpy as np
from django.utils import timezone

from core.vocabulary import AmountUnit, CalibrationKind, CleaningKind, DryingKind, Purpose, QualityKind, Shedding, StockKind
from server.demo.build_pictures import as_upload, chance_of
from server.demo.pictures import stand_picture
from server.demo.scenario_stands import ECOREGION, STANDS, StandSpec, VisitSpec
from server.lots.models import Lot
from server.lots.services.bench import record_cleaning, record_drying, record_quality
from server.lots.services.descent import float_lot
from server.lots.services.stock import calibrate, enter_stock
from server.people.models import Person
from server.reference.models import Place, Taxon
from server.stands.models import Harvest, Stand
from server.stands.services.harvests import record_harvest
from server.stands.services.stands import add_stand
from server.stands.services.visits import NewVisit, record_visit

# what a stand holds is far more than what was taken: the demo's harvests keep to the usual limits
RIPE_TIMES_TAKEN = 14


def build_stands(
    grower: Person,
    second: Person,
    taxa: dict[str, Taxon],
    places: dict[str, Place],
    now: datetime,
    draw: np.random.Generator,
    *,
    pictures: bool,
) -> dict[str, Stand]:
    """Make the stands and their visits.

    Returns
    -------
    dict
        For each lot that came from a stand, by its code, the stand.
    """
    found: dict[str, Stand] = {}
    for spec in STANDS:
        stand = _stand(spec, grower, taxa, places["weather mast"], now)
        for visit in spec.visits:
            latest = pictures and visit is min(spec.visits, key=lambda v: v.days_ago)
            picture = stand_picture(visit.share_ripe, chance_of(spec.place_name)) if latest else None
            record_visit(by=second, stand=stand, new=_visit(visit, now, draw), photo=as_upload(picture) if picture else None)
        found |= dict.fromkeys(spec.lots, stand)
    return found


def _stand(spec: StandSpec, by: Person, taxa: dict[str, Taxon], mast: Place, now: datetime) -> Stand:
    today = timezone.localtime(now).date()
    taxon = taxa.get(spec.plant)
    return add_stand(
        by=by,
        taxon=taxon,
        field_name=spec.field_name,
        place_name=spec.place_name,
        latitude=spec.latitude,
        longitude=spec.longitude,
        elevation_m=spec.elevation_m,
        ecoregion=ECOREGION,
        habitat=spec.habitat,
        plants=spec.plants,
        own_ground=spec.own_ground,
        leave_by=spec.leave_by,
        leave_until=None if spec.leave_until_days is None else today + timedelta(days=spec.leave_until_days),
        protected=spec.protected,
        licence=spec.licence,
        may_be_mown=spec.may_be_mown,
        mown_from=today + timedelta(days=12) if spec.may_be_mown else None,
        note=spec.note,
        watch_from=None if spec.watch_from_days_ago is None else today - timedelta(days=spec.watch_from_days_ago),
        weather_place=mast if spec.weather else None,
        shedding=Shedding(taxon.shedding) if taxon else Shedding.HOLDS,
    )


def _visit(spec: VisitSpec, now: datetime, draw: np.random.Generator) -> NewVisit:
    at = (now - timedelta(days=spec.days_ago)).replace(hour=9, minute=20, second=0, microsecond=0)
    return NewVisit(
        at=min(at, now),
        client_id=UUID(bytes=draw.bytes(16), version=4),
        share_ripe=spec.share_ripe,
        signs=list(spec.signs),
        outcome=spec.outcome,
        sick=spec.sick,
        eaten=spec.eaten,
        heads=spec.heads,
        opened=list(spec.opened),
        note=spec.note,
    )


def harvest_for(stand: Stand, by: Person, on: date, parents: int | None, seeds: int | None, *, more_to_come: bool) -> Harvest:
    """The harvest that a lot came from."""
    ripe = seeds * RIPE_TIMES_TAKEN if seeds else None
    return record_harvest(
        by=by,
        stand=stand,
        collected_on=on,
        purpose=Purpose.RESTORATION,
        collector="RK",
        parents=parents,
        ripe_seeds=ripe,
        taken_seeds=seeds,
        weather="dry, still",
        more_to_come=more_to_come,
        # some harvests of the scenario are small on purpose, and were asked about when they were entered
        sure=True,
    )


def work_at_the_bench(lots: dict[str, Lot], grower: Person, second: Person, now: datetime) -> None:
    """Drying, cleaning, tests and counted samples of a few lots, in the states that the screens should show."""

    def ago(days: float) -> datetime:
        return now - timedelta(days=days)

    drying = lots["EN-047"]
    record_drying(by=second, lot=drying, kind=DryingKind.SPREAD, at=ago(7))
    for days in (6, 5, 4, 3):
        record_drying(by=second, lot=drying, kind=DryingKind.TURNED, at=ago(days))
    enter_stock(by=grower, lot=drying, kind=StockKind.IN, amount=65, unit=AmountUnit.MILLILITRES, at=ago(3))

    balsam = lots["HR-114"]
    record_cleaning(by=grower, lot=balsam, kind=CleaningKind.THRESH, at=ago(80), amount_in=64, amount_out=31.5, minutes=25)
    record_cleaning(
        by=grower, lot=balsam, kind=CleaningKind.WINNOW, at=ago(79), amount_in=31.5, amount_out=21.2, minutes=15, kept="heavy seed"
    )
    record_drying(by=second, lot=balsam, kind=DryingKind.SPREAD, at=ago(79))
    record_drying(by=second, lot=balsam, kind=DryingKind.DRY, at=ago(60), humidity_percent=34)
    masses = [0.841, 0.822, 0.868, 0.851, 0.833, 0.859, 0.846, 0.827]
    calibrate(by=second, lot=balsam, kind=CalibrationKind.WEIGHED, counts=[100] * 8, amounts=masses, at=ago(58))
    record_quality(by=second, lot=balsam, kind=QualityKind.CUT, at=ago(58), full=41, empty=7, eaten=2)
    record_quality(by=second, lot=balsam, kind=QualityKind.PURITY, at=ago(58), pure_g=4.7, sample_g=5.0)

    mallow = lots["SM-052"]
    record_quality(
        by=grower,
        lot=mallow,
        kind=QualityKind.IMBIBITION,
        at=ago(40),
        intact_start_g=2.0,
        intact_end_g=2.06,
        nicked_start_g=2.0,
        nicked_end_g=3.1,
        note="48 h in water, blotted dry",
    )

    rabbitbrush = lots["EN-044"]
    calibrate(by=second, lot=rabbitbrush, kind=CalibrationKind.SCOOPED, counts=[212, 198, 225], amounts=[5.0, 5.0, 5.0], at=ago(200))
    record_quality(by=second, lot=rabbitbrush, kind=QualityKind.CUT, at=ago(200), full=19, empty=31)

    cherry = lots["PV-017"]
    record_cleaning(by=second, lot=cherry, kind=CleaningKind.MASH_RINSE, at=ago(50), minutes=40, note="pulp off, rinsed four times")
    floaters, sinkers = float_lot(by=grower, lot=cherry, floated_seeds=180, at=ago(49), note="nothing poured off yet")
    record_quality(by=second, lot=floaters, kind=QualityKind.CUT, at=ago(48), full=11, empty=14)
    record_quality(by=second, lot=sinkers, kind=QualityKind.CUT, at=ago(48), full=23, empty=2)
