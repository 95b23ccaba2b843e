from datetime import timedelta
from uuid import uuid4

from django.core.cache import caches
from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import DeviationKind, SproutsGo
from server.evidence.selectors.fingerprint import newest_counts, trial_fingerprint
from server.evidence.selectors.usual import usual_scatters
from server.lots.services import change_lot
from server.people.services import change_work_year
from server.record_kinds.services import change_thing
from server.taxa.services import add_taxon
from server.tests.builders import (
    bag_look,
    begin,
    dishes_of,
    look,
    make_batch,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    now,
)
from server.trials.models import Look, Treatment, Trial
from server.trials.services.closings import close_dish, open_trial, reopen_dish, send_on, set_aside, take_back_set_aside
from server.trials.services.layout import NewTreatment, add_treatment
from server.trials.services.looks import record_look
from server.trials.services.new_look import NewLook
from server.trials.services.story import note_deviation


class OfATrial(TestCase):
    """Whatever changes a result changes its fingerprint; what does not leaves it alone."""

    def setUp(self):
        self.lot = make_lot("F-1", seeds=5000)
        self.trial = make_sown_trial(20, lot=self.lot, dishes=3)
        self.dishes = dishes_of(self.trial)
        look(self.dishes[0], 4, 2)
        self.by = make_person()

    def assertChanged(self, change):  # noqa: N802  # reads like unittest's own
        before = trial_fingerprint(self.trial)
        change()
        self.trial.refresh_from_db()
        self.assertNotEqual(trial_fingerprint(self.trial), before)

    def test_a_look_changes_it(self):
        self.assertChanged(lambda: look(self.dishes[1], 5, 0))

    def test_a_correction_of_a_look_changes_it(self):
        from server.trials.models import Look
        from server.trials.services.looks import record_look
        from server.trials.services.new_look import NewLook

        first = Look.objects.get()
        corrected = NewLook(at=first.at, client_id=uuid4(), new_germinated=1, corrects=first)
        self.assertChanged(lambda: record_look(by=self.by, dish=self.dishes[0], new=corrected))

    def test_closing_and_reopening_change_it(self):
        self.assertChanged(lambda: close_dish(by=self.by, dish=self.dishes[0], at=now(), client_id=uuid4(), found=ClosingFates(fresh=1)))
        self.assertChanged(lambda: reopen_dish(by=self.by, dish=self.dishes[0], at=now()))

    def test_setting_aside_and_back_change_it(self):
        self.assertChanged(lambda: set_aside(by=self.by, dish=self.dishes[0], at=now(), why="x"))
        self.assertChanged(lambda: take_back_set_aside(by=self.by, dish=self.dishes[0]))

    def test_sending_on_changes_it(self):
        self.assertChanged(lambda: send_on(by=self.by, trial=self.trial, dishes=[self.dishes[0]], at=now(), name="cold"))

    def test_opening_it_changes_it(self):
        self.assertChanged(lambda: open_trial(by=self.by, trial=self.trial, at=now(), version=1))

    def test_a_treatment_added_later_changes_it(self):
        new = NewTreatment("later")
        self.assertChanged(lambda: add_treatment(by=self.by, trial=self.trial, new=new, dishes=1, seeds_per_dish=5, at=now()))

    def test_a_deviation_changes_it(self):
        note = {"kind": DeviationKind.OTHER, "words": "x", "at": now(), "client_id": uuid4()}
        self.assertChanged(lambda: note_deviation(by=self.by, trial=self.trial, **note))

    def test_a_lot_that_is_named_changes_it(self):
        flax = add_taxon(by=self.by, scientific_name="Linum lewisii", common_name="Lewis flax")
        self.assertChanged(lambda: change_lot(by=self.by, lot=self.lot, version=1, changes={"taxon": flax}))

    def test_the_bands_change_it(self):
        self.assertChanged(lambda: change_work_year(by=self.by, version=1, changes={"band_usual": 0.8}))

    def test_what_a_bag_did_changes_it(self):
        bag = make_batch(lot=self.lot, place=make_place())
        self.assertChanged(lambda: begin(bag, 3))
        self.assertChanged(lambda: bag_look(bag, 1, misted=True))

    def test_a_look_in_another_trial_leaves_it_and_changes_what_dishes_usually_do(self):
        other = make_sown_trial(10, lot=self.lot, dishes=1)
        mine, all_counts = trial_fingerprint(self.trial), newest_counts()
        look(dishes_of(other)[0], 4, 1)
        self.assertEqual(trial_fingerprint(self.trial), mine)
        self.assertNotEqual(newest_counts(), all_counts)

    def test_it_takes_one_query_for_any_size(self):
        large = make_sown_trial(20, lot=self.lot, dishes=10)
        for dish in dishes_of(large):
            look(dish, 4, 1)
        for trial in (self.trial, large):
            with self.assertNumQueries(1):
                trial_fingerprint(trial)


class OfAllCounts(TestCase):
    """What is kept of past trials is never older than their records: after any change it is what a fresh reading gives."""

    def setUp(self):
        self.by = make_person()
        lot = make_lot("F-2", seeds=9000)
        self.trial = make_sown_trial(30, lot=lot, dishes=4, seeds=25)
        for n, dish in enumerate(dishes_of(self.trial)):
            look(dish, 4, 5 + 3 * (n % 4))
        self.dishes = dishes_of(self.trial)
        usual_scatters()

    def assertFresh(self, change):  # noqa: N802  # reads like unittest's own
        before = usual_scatters().past
        change()
        kept = usual_scatters().past
        caches["default"].clear()
        fresh = usual_scatters().past
        self.assertEqual({pk: x.shares for pk, x in kept.items()}, {pk: x.shares for pk, x in fresh.items()})
        self.assertNotEqual({pk: x.shares for pk, x in kept.items()}, {pk: x.shares for pk, x in before.items()})

    def test_after_a_look_and_its_correction(self):
        self.assertFresh(lambda: look(self.dishes[0], 6, 2))
        first = Look.objects.filter(dish=self.dishes[0]).first()
        corrected = NewLook(at=first.at, client_id=uuid4(), new_germinated=1, corrects=first)
        self.assertFresh(lambda: record_look(by=self.by, dish=self.dishes[0], new=corrected))

    def test_after_setting_a_dish_aside_and_back(self):
        self.assertFresh(lambda: set_aside(by=self.by, dish=self.dishes[0], at=now(), why="x"))
        self.assertFresh(lambda: take_back_set_aside(by=self.by, dish=self.dishes[0]))

    def test_after_sending_dishes_on(self):
        at = now() - timedelta(days=28)
        self.assertFresh(lambda: send_on(by=self.by, trial=self.trial, dishes=[self.dishes[0]], at=at, name="cold"))

    def test_after_a_dish_was_changed(self):
        self.assertFresh(lambda: change_thing(self.dishes[0], {"seeds": 30}, by=self.by, version=self.dishes[0].version))

    def test_after_a_trial_was_deleted_and_brought_back(self):
        def change(deleted_at):
            trial = Trial.everything.get(pk=self.trial.pk)
            change_thing(trial, {"deleted_at": deleted_at}, by=self.by, version=trial.version)

        self.assertFresh(lambda: change(now()))
        self.assertFresh(lambda: change(None))

    def test_after_a_bag_was_looked_at(self):
        recipe = make_recipe()
        bag = make_batch(recipe, self.trial.lot, seeds=200)
        Treatment.objects.filter(trial=self.trial, name="cold").update(recipe=recipe)
        for dish in dishes_of(self.trial, "cold"):
            change_thing(dish, {"batch": bag}, by=self.by, version=dish.version)
        begin(bag, 60)
        usual_scatters()
        self.assertFresh(lambda: bag_look(bag, 40, sprouted=12, sprouts_go=SproutsGo.POTTED))
