from datetime import timedelta
from uuid import uuid4

from django.core.cache import caches
from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import DeviationKind, SproutsGo
from server.batches.services.batches import split
from server.evidence.selectors.made_from import made_from
from server.evidence.selectors.typical_scatter import typical_scatters
from server.lots.services import change_lot
from server.people.services import change_work_year
from server.record_kinds.models import nursery_revision
from server.record_kinds.services import change_thing
from server.reference.services.plants import add_taxon
from server.tests.builders import (
    bag_look,
    begin,
    dishes_of,
    look,
    make_batch,
    make_log,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_visit,
    now,
)
from server.trials.models import Look, Treatment, Trial
from server.trials.services.closings import close_dish, open_trial, reopen_dish, retreat_ungerminated, set_aside, take_back_set_aside
from server.trials.services.deviations import note_deviation
from server.trials.services.layout import add_treatment
from server.trials.services.looks import record_look
from server.trials.services.new_look import NewLook
from server.trials.services.new_treatments import NewTreatment


class OfATrial(TestCase):
    """Whatever changes a result changes the revisions that it is made from; what does not leaves them alone."""

    def setUp(self):
        self.lot = make_lot("F-1", seeds=5000)
        self.trial = make_sown_trial(20, lot=self.lot, dishes=3)
        self.dishes = dishes_of(self.trial)
        look(self.dishes[0], 4, 2)
        self.by = make_person()

    def revisions(self):
        return made_from([self.trial])[self.trial.pk]

    def assertChanged(self, change):  # noqa: N802  # reads like unittest's own
        before = self.revisions()
        change()
        self.trial.refresh_from_db()
        self.assertNotEqual(self.revisions(), before)

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
        self.assertChanged(lambda: retreat_ungerminated(by=self.by, trial=self.trial, dishes=[self.dishes[0]], at=now(), name="cold"))

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
        bag = make_batch(lot=self.lot, place=make_place(), seeds=200)
        for dish in self.dishes:
            change_thing(dish, {"batch": bag}, by=self.by, version=1)
        self.assertChanged(lambda: begin(bag, 3))
        self.assertChanged(lambda: bag_look(bag, 1, misted=True))

    def test_what_the_bag_did_that_its_own_was_split_from_changes_it(self):
        whole = make_batch(lot=self.lot, place=make_place(), seeds=200)
        begin(whole, 3)
        part = split(by=self.by, batch=whole, seeds=100, at=now())
        change_thing(self.dishes[0], {"batch": part}, by=self.by, version=1)
        self.assertChanged(lambda: bag_look(whole, 1, misted=True))

    def test_where_a_bag_lay_and_how_warm_it_was_there_changes_it(self):
        self.assertChanged(lambda: make_log(make_place(), [4.0] * 24))

    def test_what_has_nothing_to_do_with_it_leaves_it(self):
        other, bag, stand = make_sown_trial(10, lot=make_lot("F-9"), dishes=1), make_batch(lot=make_lot("F-8")), make_stand()
        before, nursery = self.revisions(), nursery_revision()
        for change in (lambda: look(dishes_of(other)[0], 4, 1), lambda: begin(bag, 3), lambda: make_visit(stand)):
            change()
            self.assertEqual(self.revisions(), before)
            self.assertNotEqual(nursery_revision(), nursery)
            nursery = nursery_revision()

    def test_it_takes_the_same_queries_for_any_size_and_number(self):
        large = make_sown_trial(20, lot=self.lot, dishes=10)
        for dish in dishes_of(large):
            look(dish, 4, 1)
        made_from([self.trial, large])
        for several in ([self.trial], [large], [self.trial, large]):
            with self.assertNumQueries(2):
                made_from(several)


class OfAllCounts(TestCase):
    """What is kept of past trials is never older than their records: after any change it is what a fresh reading gives."""

    def setUp(self):
        self.by = make_person()
        lot = make_lot("F-2", seeds=9000)
        self.trial = make_sown_trial(30, lot=lot, dishes=4, seeds=25)
        for n, dish in enumerate(dishes_of(self.trial)):
            look(dish, 4, 5 + 3 * (n % 4))
        self.dishes = dishes_of(self.trial)
        typical_scatters()

    def assertFresh(self, change):  # noqa: N802  # reads like unittest's own
        before = typical_scatters().past
        change()
        kept = typical_scatters().past
        caches["default"].clear()
        fresh = typical_scatters().past
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
        self.assertFresh(lambda: retreat_ungerminated(by=self.by, trial=self.trial, dishes=[self.dishes[0]], at=at, name="cold"))

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
        bag = make_batch(recipe, self.trial.one_lot, seeds=200)
        Treatment.objects.filter(trial=self.trial, name="cold").update(recipe=recipe)
        for dish in dishes_of(self.trial, "cold"):
            change_thing(dish, {"batch": bag}, by=self.by, version=dish.version)
        begin(bag, 60)
        typical_scatters()
        self.assertFresh(lambda: bag_look(bag, 40, sprouted=12, sprouts_go=SproutsGo.POTTED))
