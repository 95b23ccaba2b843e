import hashlib
import io
import json
import zipfile
from datetime import UTC, datetime, timedelta
from unittest import mock
from uuid import uuid4

from django.core.cache import caches
from django.core.management import call_command
from django.test import TestCase, TransactionTestCase, tag
from rest_framework.test import APIClient

from core.records import ClosingFates
from core.vocabulary import Role
from server.demo.build import password_of
from server.errors import DomainError
from server.evidence.tests.grown import grown_trial
from server.exchange.formats.archive import ARCHIVE_NAME, archive_of
from server.exchange.formats.package import package_of
from server.exchange.formats.record import json_of
from server.exchange.reading.settled import Settled
from server.exchange.selectors.tables import trial_tables
from server.exchange.services.imports import read_in
from server.lots.models import Lot
from server.people.models import Person
from server.people.services import add_person
from server.recipes.models import Recipe
from server.reference.models import Taxon
from server.sowing.models import SowingPlan
from server.stands.models import Stand
from server.tests.builders import dishes_of, look, make_lot, make_person, make_recipe, make_trial, now
from server.tests.demo_snapshot import demo_data, make_snapshot, snapshot_at
from server.trials.models import Closing, Dish, Look, SetAside, Sown, Stretch, Treatment, Trial
from server.trials.selectors.state import trials
from server.trials.services.closings import close_dish, open_trial, retreat_ungerminated, set_aside
from server.trials.services.layout import lay_out_trial
from server.trials.services.new_treatments import NewTreatment


def forget(trial):
    """Take a trial out of the database, as if it had never been there."""
    dishes = Dish.objects.filter(treatment__trial=trial)
    for model in (Stretch, SetAside, Closing, Look, Sown):
        model.objects.filter(dish__in=dishes, corrects__isnull=False).delete()
        model.objects.filter(dish__in=dishes).delete()
    dishes.delete()
    Treatment.objects.filter(trial=trial).delete()
    trial.delete()


def read(content, name="back.json", by=None):
    return read_in(by=by or make_person(), name=name, content=content, settled=Settled(), client_id=uuid4())


def as_of_one_lot(whole):
    """A trial's file as it was written when a trial had one lot."""
    whole["version"] = 1
    for treatment in whole["treatments"]:
        for later in ("lot", "name", "plant", "scientific_name", "length_days"):
            del treatment[later]


class OwnTrial(TestCase):
    def setUp(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        open_trial(by=make_person(), trial=trial, at=now(), version=1)
        a, b, c, *_ = dishes_of(trial)
        look(a, 35, 0, note="mould at the rim")
        close_dish(by=make_person(), dish=a, at=now(), client_id=uuid4(), found=ClosingFates(fresh=1))
        set_aside(by=make_person(), dish=b, at=now(), why="dried out")
        retreat_ungerminated(by=make_person(), trial=trial, dishes=[c], at=now(), name="sent on")
        self.trial = trials().get(pk=trial.pk)

    def data(self):
        return trial_tables(trials().get(code=self.trial.code))

    def test_its_json_and_its_package_come_back_unchanged(self):
        for write in (json_of, package_of):
            with self.subTest(write.__name__):
                before = write(self.data())
                forget(Trial.objects.get(code=self.trial.code))
                reading = read(before)
                self.assertEqual(Trial.objects.get().pk, reading.made["trials"][0])
                self.assertEqual(json_of(self.data()), before if write is json_of else self._json_in(before))

    def _json_in(self, package):
        with zipfile.ZipFile(io.BytesIO(package)) as box:
            return box.read("trial.json")

    def test_a_trial_of_several_lots_comes_back_with_the_lot_of_each_treatment(self):
        lots = [make_lot("SEV-1"), make_lot("SEV-2")]
        rows = [NewTreatment(n, is_control=n == "none", lot=lot) for lot in lots for n in ("none", "cold")]
        trial = lay_out_trial(
            by=make_person(),
            question="Which lot?",
            treatments=rows,
            dishes_per_treatment=2,
            seeds_per_dish=10,
            sow_on=now().date(),
            at=now(),
            blind=False,
        )
        for dish in dishes_of(trial):
            Sown.objects.create(dish=dish, at=now() - timedelta(days=20), by=make_person())
            look(dish, 6, dish.treatment.order + 3)
        before = json_of(trial_tables(trials().get(pk=trial.pk)))
        told = json.loads(before)["treatments"]
        self.assertEqual(
            [(t["treatment"], t["name"], t["lot"]) for t in told[::3]], [("none, SEV-1", "none", "SEV-1"), ("cold, SEV-2", "cold", "SEV-2")]
        )
        package = package_of(trial_tables(trials().get(pk=trial.pk)))
        for content in (before, package):
            forget(Trial.objects.get(code=trial.code))
            read(content)
            self.assertEqual(json_of(trial_tables(trials().get(code=trial.code))), before)

    def test_it_is_not_read_in_beside_itself(self):
        with self.assertRaises(DomainError) as caught:
            read(json_of(self.data()))
        self.assertEqual(caught.exception.code, "code_taken")

    def test_a_lot_that_is_not_here_is_made_without_an_amount(self):
        whole = json.loads(json_of(self.data()))
        forget(Trial.objects.get())
        as_of_one_lot(whole)
        whole["trial"]["lot"] = "ELSE-1"
        read(json.dumps(whole).encode())
        lot = Lot.objects.get(code="ELSE-1")
        self.assertEqual((lot.origin_kind, lot.stock_entries.count()), ("swapped", 0))

    def test_damaged_newer_and_short_ones_are_refused(self):
        whole = json.loads(json_of(self.data()))
        forget(Trial.objects.get())
        for code, broken in (
            ("other_version", whole | {"version": 99}),
            ("damaged_file", {k: v for k, v in whole.items() if k != "dishes"}),
            ("damaged_file", whole | {"trial": {}}),
        ):
            with self.subTest(code), self.assertRaises(DomainError) as caught:
                read(json.dumps(broken).encode())
            self.assertEqual(caught.exception.code, code)
        self.assertFalse(Trial.objects.exists())


PAGES = (
    "today/?", "lots/?page_size=500", "recipes/?page_size=500", "trials/?page_size=500", "stands/?page_size=500", "places/?page_size=500",
    "taxa/?page_size=500", "bag-rounds/", "timers/", "supplies/?page_size=500", "knowledge/", "sowing-plans/", "work-year/",
)  # fmt: skip


def paths():
    """Every page of the demo, by its address."""
    out = [p.rstrip("?") for p in PAGES]
    for lot in Lot.objects.values_list("pk", flat=True):
        out += [f"lots/{lot}/", f"lots/{lot}/page/", f"lots/{lot}/ledger/", f"lots/{lot}/history/", f"lots/{lot}/sowing-bases/"]
    for trial in Trial.objects.all():
        names = ["overview", "timeline", "set-up", "history", "count-sheet"]
        compared = ["comparison", "decision", "earlier", "report"]
        out += [f"trials/{trial.pk}/{n}/" for n in [*names, *compared]]
    out += [f"stands/{pk}/" for pk in Stand.objects.values_list("pk", flat=True)]
    out += [f"recipes/{pk}/" for pk in Recipe.objects.values_list("pk", flat=True)]
    out += [f"taxa/{pk}/knowledge/" for pk in Taxon.objects.values_list("pk", flat=True)]
    out += [f"sowing-plans/{pk}/page/" for pk in SowingPlan.objects.values_list("pk", flat=True)]
    return out


def answers(at, username="rk"):
    """What every page shows at a moment."""
    with mock.patch("django.utils.timezone.now", return_value=at):
        return _answers(username)


def _answers(username):
    client = APIClient()
    client.force_login(Person.objects.get(username=username), backend="django.contrib.auth.backends.ModelBackend")
    out = {}
    for path in paths():
        answer = client.get(f"/api/v1/{path}")
        out[path] = (answer.status_code, answer.json())
    return out


@tag("long")
class WholeNursery(TransactionTestCase):
    before_all = staticmethod(make_snapshot)

    def test_out_emptied_and_in_again_every_page_shows_the_same(self):
        demo_data()
        at = snapshot_at()
        before = answers(at)
        self.assertGreater(sum(status == 200 for status, _ in before.values()), 200)
        whole = archive_of()
        call_command("flush", interactive=False, verbosity=0)
        caches["answers"].clear()
        add_person(username="rk", initials="RK", role=Role.GROWER, password=password_of("rk"))
        read(whole, "everything.zip", by=Person.objects.get())
        after = answers(at)
        self.assertEqual(set(after), set(before))
        for path, answer in before.items():
            with self.subTest(path):
                self.assertEqual(after[path], answer)
        self.assertTrue(Person.objects.get(username="rk").check_password(password_of("rk")))
        self.assertFalse(Person.objects.get(username="tm").has_usable_password())
        # what came back can be worked on: new records do not collide with old ids
        make_lot(code="NEW-1")
        make_recipe("a new one")

    def test_people_and_ids_are_matched_by_name(self):
        make_lot(code="HR-9")
        whole = archive_of()
        maker = make_person()
        call_command("flush", interactive=False, verbosity=0)
        other = add_person(username="first", initials="FI", role=Role.GROWER, password="only-for-tests-1")
        read(whole, "everything.zip", by=other)
        self.assertEqual(Lot.history.get(code="HR-9").history_user.username, maker.username)
        self.assertEqual(Person.objects.get(username="first").pk, other.pk)


def as_of_version_2(whole):
    """An archive as it was written when a trial had one lot, and lots had no photos."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(whole)) as box, zipfile.ZipFile(out, "w") as old:
        told = json.loads(box.read(ARCHIVE_NAME)) | {"version": 2, "photos": 0, "photo_sha256": {}}
        pages = {t["name"]: [json.loads(line) for line in box.read(t["path"]).splitlines()] for t in told["tables"]}
        lots = {t["trial_id"]: t.pop("lot_id") for t in pages["trials.Treatment"]}
        for trial in (*pages["trials.Trial"], *pages["trials.HistoricalTrial"]):
            trial["lot_id"] = lots[trial["id"]]
            del trial["kind"]
        told["tables"] = [t for t in told["tables"] if t["name"] not in ("lots.LotPhoto", "lots.CountedPhoto")]
        for t in told["tables"]:
            content = "".join(json.dumps(row) + "\n" for row in pages[t["name"]]).encode()
            t["sha256"] = hashlib.sha256(content).hexdigest()
            old.writestr(t["path"], content)
        old.writestr(ARCHIVE_NAME, json.dumps(told))
    return out.getvalue()


def as_of_version_3(whole):
    """An archive as it was written when seed was not counted in photos."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(whole)) as box, zipfile.ZipFile(out, "w") as old:
        told = json.loads(box.read(ARCHIVE_NAME)) | {"version": 3}
        told["tables"] = [t for t in told["tables"] if t["name"] != "lots.CountedPhoto"]
        for name in box.namelist():
            if name not in (ARCHIVE_NAME, "lots/CountedPhoto.jsonl", "lots.CountedPhoto.jsonl"):
                old.writestr(name, box.read(name))
        old.writestr(ARCHIVE_NAME, json.dumps(told))
    return out.getvalue()


class WrittenBefore(TransactionTestCase):
    def test_a_nursery_of_before_photo_counts_is_read(self):
        make_lot("OLD-1")
        whole = as_of_version_3(archive_of())
        call_command("flush", interactive=False, verbosity=0)
        read(whole, "everything.zip", by=add_person(username="first", initials="FI", role=Role.GROWER, password="only-for-tests-1"))
        self.assertEqual([x.code for x in Lot.objects.all()], ["OLD-1"])

    def test_a_nursery_of_trials_of_one_lot_is_read_with_the_lots_of_its_treatments(self):
        lots = [make_lot("OLD-1"), make_lot("OLD-2")]
        trials = [make_trial(lot=lot) for lot in lots]
        whole = as_of_version_2(archive_of())
        call_command("flush", interactive=False, verbosity=0)
        read(whole, "everything.zip", by=add_person(username="first", initials="FI", role=Role.GROWER, password="only-for-tests-1"))
        found = {t.code: [x.code for x in t.lots] for t in Trial.objects.all()}
        self.assertEqual(found, {trials[0].code: ["OLD-1"], trials[1].code: ["OLD-2"]})
        self.assertEqual(Treatment.objects.count(), 4)


class NotInto(TestCase):
    def test_a_nursery_that_is_there_already(self):
        make_lot()
        with self.assertRaises(DomainError) as caught:
            read(archive_of(), "everything.zip")
        self.assertEqual(caught.exception.code, "not_empty")

    def test_anything_from_a_damaged_or_newer_file(self):
        whole = archive_of()
        with zipfile.ZipFile(io.BytesIO(whole)) as box:
            told = json.loads(box.read(ARCHIVE_NAME))
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as box:
            box.writestr(ARCHIVE_NAME, json.dumps(told | {"version": 99}))
        for code, content in (("other_version", out.getvalue()), ("damaged_file", whole[: len(whole) // 2])):
            with self.subTest(code), self.assertRaises(DomainError) as caught:
                read(content, "everything.zip")
            self.assertEqual(caught.exception.code, code)

    def test_tables_of_merged_apps_keep_their_names_in_files(self):
        with zipfile.ZipFile(io.BytesIO(archive_of())) as box:
            names = {n.removesuffix(".jsonl") for n in box.namelist()}
        self.assertLessEqual({"taxa.Taxon", "taxa.HistoricalTaxon", "places.Place", "photos.Photo", "lots.Lot"}, names)

    def test_no_password_leaves_with_the_archive(self):
        person = make_person()
        with zipfile.ZipFile(io.BytesIO(archive_of())) as box:
            lines = box.read("people.Person.jsonl").decode()
        self.assertIn(person.username, lines)
        self.assertNotIn("password", lines)
        self.assertNotIn(person.password, lines)


class MomentsKeepTheirZone(TestCase):
    def test_a_look_in_the_night_the_clocks_change_stays_where_it_was(self):
        trial = grown_trial(only=(3, 4))
        first = Look.objects.order_by("pk").first()
        Look.objects.filter(pk=first.pk).update(at=datetime(2026, 3, 29, 1, 30, tzinfo=UTC))
        open_trial(by=make_person(), trial=trial, at=now(), version=1)
        before = Look.objects.order_by("at").values_list("at", flat=True)[0]
        whole = json_of(trial_tables(trials().get(pk=trial.pk)))
        self.assertIn(before.isoformat(), whole.decode())
