"""Records with valid defaults for the server's tests; each is made through the services."""

import io
from datetime import UTC, date, datetime, timedelta
from uuid import uuid4

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone
from PIL import Image
from rest_framework.test import APIClient, APITestCase, APITransactionTestCase

from core.temperature import log_csv
from core.treatment import WorkCalendar
from core.vocabulary import AmountKnown, OriginKind, PlaceKind, PlanMode, Role, StepKind, StockKind
from server.batches.models import BagLook, Batch
from server.batches.selectors.plans import on_calendar
from server.batches.services.batches import NewBatch, put_in
from server.batches.services.looks import NewBagLook, record_bag_look
from server.batches.services.steps import begin_step, checks_for
from server.lots.models import Lot
from server.lots.services import add_lot, enter_stock
from server.people.models import Person
from server.people.services import add_person
from server.recipes.models import Recipe
from server.recipes.services import write_recipe
from server.record_kinds.models import RevisionOf, revisions_of
from server.reference.models import Place, Taxon
from server.reference.services.places import add_place
from server.reference.services.plants import add_taxon
from server.stands.models import Stand, Visit
from server.stands.services.stands import add_stand
from server.stands.services.visits import NewVisit, record_visit
from server.temperature.services import import_log
from server.trials.models import Dish, Look, Trial
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import record_look, sow_trial
from server.trials.services.new_look import NewLook
from server.trials.services.new_treatments import NewTreatment
from server.trials.services.packet_day import Packet, lay_out_packet_day

PASSWORD = "only-for-tests"
DAY = timedelta(days=1)


def now() -> datetime:
    """The present second."""
    return timezone.now().replace(microsecond=0)


def make_person(role: Role = Role.GROWER) -> Person:
    found = Person.objects.filter(username=role.value).first()
    return found or add_person(username=role.value, initials=role.value[:2].upper(), role=role, password=PASSWORD)


def make_taxon(scientific_name: str = "Linum lewisii", common_name: str = "Lewis flax", **fields) -> Taxon:
    return add_taxon(by=make_person(), scientific_name=scientific_name, common_name=common_name, **fields)


def make_place(name: str = "shelf B", order: int = 1, parent: Place | None = None) -> Place:
    return add_place(by=make_person(), name=name, kind=PlaceKind.SHELF, order=order, parent=parent)


def make_lot(code: str = "LL-015", seeds: int | None = 2000, known: AmountKnown = AmountKnown.COUNTED, **fields) -> Lot:
    wild = {"origin_kind": OriginKind.WILD, "leave": "own ground"}
    fields = wild | {"field_name": "dune, unnamed", "collected_on": date(2026, 8, 1)} | fields
    lot = add_lot(by=make_person(), code=code, **fields)
    if seeds is not None:
        enter_stock(by=make_person(), lot=lot, kind=StockKind.IN, amount=seeds, known=known, at=now() - 400 * DAY)
    return lot


def stock_line(lot: Lot, amount: int = 5) -> int:
    """A line of the ledger that came in; its id."""
    return enter_stock(by=make_person(), lot=lot, kind=StockKind.IN, amount=amount, at=now()).pk


def make_stand(**fields) -> Stand:
    """A stand on one's own ground, of a plant whose name nobody knows."""
    fields = {"field_name": "dune, unnamed", "place_name": "Coldwell Flat", "own_ground": True} | fields
    return add_stand(by=make_person(), **fields)


def make_visit(stand: Stand, share_ripe: float = 0.5, days_ago: float = 0, photo=None, **fields) -> Visit:
    new = NewVisit(at=now() - days_ago * DAY, client_id=uuid4(), share_ripe=share_ripe, **fields)
    return record_visit(by=make_person(), stand=stand, new=new, photo=photo)[0]


def picture(kind: str = "JPEG", size=(40, 30), name: str = "shot.jpg", **more) -> SimpleUploadedFile:
    """An uploaded picture; `more` goes to the encoder (exif, say)."""
    out = io.BytesIO()
    Image.new("RGB", size, "olive").save(out, kind, **more)
    return SimpleUploadedFile(name, out.getvalue())


def make_recipe(name: str = "4 weeks cold", days: float = 28, kind: StepKind = StepKind.COLD_MOIST) -> Recipe:
    return write_recipe(by=make_person(), name=name, steps=[{"kind": kind, "duration": days}])


def make_trial(treatments=("none", "cold"), dishes: int = 3, seeds: int = 10, lot: Lot | None = None, **fields) -> Trial:
    """A trial whose first treatment is the control."""
    lot = lot or Lot.objects.first() or make_lot()
    fields = {"question": "Does cold wake it?", "sow_on": now().date(), "layout_seed": 7} | fields
    return lay_out_trial(
        by=make_person(),
        lot=lot,
        treatments=[NewTreatment(name, is_control=i == 0 and len(treatments) > 1) for i, name in enumerate(treatments)],
        dishes_per_treatment=dishes,
        seeds_per_dish=seeds,
        at=now() - 300 * DAY,
        **fields,
    )


def make_packet_day(seeds=(20, 20), claims=(), days_ago: float = 10) -> Trial:
    """A sown packet day of packets that gave so many seeds, and of which so much was claimed in percent."""
    packets = [
        Packet(n, new={"field_name": f"packet {i}", "amount": 200, "claimed_percent": claims[i] if i < len(claims) else None})
        for i, n in enumerate(seeds)
    ]
    trial = lay_out_packet_day(by=make_person(), packets=packets, sow_on=now().date(), at=now() - 300 * DAY)
    sow_trial(by=make_person(), trial=trial, at=now() - days_ago * DAY)
    return trial


def make_sown_trial(days_ago: float = 10, **fields) -> Trial:
    trial = make_trial(**fields)
    sow_trial(by=make_person(), trial=trial, at=now() - days_ago * DAY)
    return trial


def dishes_of(trial: Trial, treatment: str | None = None) -> list[Dish]:
    found = Dish.objects.filter(treatment__trial=trial).order_by("position")
    return list(found.filter(treatment__name=treatment) if treatment else found)


def look(dish: Dish, day: float, new_germinated: int = 0, **fields) -> Look:
    """A look on a day after sowing."""
    sown = dish.sowings.get().at
    new = NewLook(early=day < 0, at=sown + day * DAY, client_id=uuid4(), new_germinated=new_germinated, **fields)
    return record_look(by=make_person(), dish=dish, new=new)[0]


def trial_of(code: str) -> Trial:
    """The first trial of a lot."""
    return Trial.objects.filter(treatments__lot__code=code).earliest("pk")


def make_batch(recipe: Recipe | None = None, lot: Lot | None = None, seeds: int = 100, place: Place | None = None, **fields) -> Batch:
    """A batch planned to begin today; nothing of it has begun."""
    recipe = recipe or Recipe.objects.filter(name="8 weeks cold").first() or make_recipe("8 weeks cold", 56)
    lot = lot or Lot.objects.first() or make_lot()
    plan = on_calendar(recipe, PlanMode.START_TOGETHER, now().date(), WorkCalendar(frozenset(range(7))))
    new = NewBatch(lot=lot, recipe=recipe, seeds=seeds, place=place, **fields)
    return put_in(by=make_person(), new=new, plan=plan, at=now() - 300 * DAY, sure=True)


def begin(batch: Batch, days_ago: float = 0, step: int = 1, **fields):
    """Begin a step of a batch, its cautions confirmed."""
    found = batch.recipe.steps.get(order=step)
    confirmed = fields.pop("confirmed", list(checks_for(batch, found)))
    fields = {"client_id": uuid4(), "confirmed_by": "RK"} | fields
    return begin_step(by=make_person(), batch=batch, step=found, at=now() - days_ago * DAY, confirmed=confirmed, **fields)[0]


def bag_look(batch: Batch, days_ago: float = 0, **fields) -> BagLook:
    """A look at a bag."""
    new = NewBagLook(at=now() - days_ago * DAY, client_id=uuid4(), **fields)
    return record_bag_look(by=make_person(), batch=batch, new=new)[0]


def looked_before() -> None:
    """As where somebody looked before: the revisions of everything there is were asked for once."""
    kinds = {RevisionOf.TRIAL: Trial, RevisionOf.LOT: Lot, RevisionOf.BATCH: Batch}
    ids = {kind: set(model.objects.values_list("pk", flat=True)) for kind, model in kinds.items()}
    revisions_of({RevisionOf.NURSERY: {0}, RevisionOf.SHARED: {0}, **ids})


def make_log(place: Place, temps, end_days_ago: float = 0, hours: float = 1, until: datetime | None = None):
    """A log of a place whose last reading is that long ago, counted from `until` (now)."""
    start = (until or now()) - end_days_ago * DAY - timedelta(hours=hours) * (len(temps) - 1)
    text = log_csv(start.astimezone(UTC), np.asarray(temps, dtype=float), timedelta(hours=hours))
    return import_log(by=make_person(), place=place, name="logger.csv", text=text, at=now(), said={})


class ApiChecks:
    """A signed-in client for each role, with problems read out of answers."""

    def as_role(self, role: Role = Role.GROWER) -> APIClient:
        client = APIClient()
        client.force_login(make_person(role), backend="django.contrib.auth.backends.ModelBackend")
        return client

    def setUp(self):
        self.client = self.as_role()

    def assertProblem(self, response, status: int, code: str, *pointers: str):  # noqa: N802  # reads like unittest's own
        self.assertEqual(response.status_code, status, response.content)
        self.assertEqual(response["Content-Type"], "application/problem+json")
        body = response.json()
        self.assertEqual((body["status"], body["code"]), (status, code))
        self.assertTrue(body["title"])
        self.assertTrue(body["detail"])
        self.assertEqual([e["pointer"] for e in body["errors"]], list(pointers))
        return body


class ApiCase(ApiChecks, APITestCase):
    """Each test in a transaction of its own."""


class CommittedApiCase(ApiChecks, APITransactionTestCase):
    """For work that a thread of its own does, on a connection of its own: it sees only what is committed."""
