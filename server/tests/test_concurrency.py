"""Several people at once, on the database as it is: threads with connections of their own."""

from concurrent.futures import ThreadPoolExecutor
from uuid import uuid4

from django.db import connection
from django.test import TransactionTestCase

from core.vocabulary import AmountKnown, DeviationKind, PlanMode, StockKind
from server.batches.models import BagLook, Batch, StepBegun, StepEnded
from server.batches.services.batches import split as split_batch
from server.batches.services.looks import NewBagLook, record_bag_look
from server.batches.services.steps import begin_step, end_step
from server.errors import DomainError, StaleVersion
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.lots.services import change_lot, enter_stock
from server.lots.services.descent import Part, split_lot
from server.reference.models import Photo
from server.reference.services.photos import keep_photo
from server.stands.models import Visit
from server.stands.services.visits import NewVisit, record_visit
from server.tests.builders import (
    DAY,
    begin,
    dishes_of,
    make_batch,
    make_lot,
    make_person,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_trial,
    now,
    picture,
)
from server.trials.models import Deviation, Dish, Look, Sown
from server.trials.selectors.courses import course_of
from server.trials.services.bags import put_in_bags
from server.trials.services.deviations import note_deviation
from server.trials.services.looks import record_look, sow_trial
from server.trials.services.new_look import NewLook

PEOPLE = 6


def together(work):
    """Run the work on several threads; what each returned or raised."""

    def one(n):
        try:
            return work(n)
        except DomainError as problem:
            return problem
        finally:
            connection.close()

    with ThreadPoolExecutor(PEOPLE) as pool:
        return list(pool.map(one, range(PEOPLE)))


class AtOnce(TransactionTestCase):
    def setUp(self):
        self.person = make_person()

    def test_the_same_look_sent_by_several_threads_is_recorded_once(self):
        dish = dishes_of(make_sown_trial(days_ago=10))[0]
        new = NewLook(at=now() - DAY, client_id=uuid4(), new_germinated=2)
        found = together(lambda n: record_look(by=self.person, dish=dish, new=new))
        self.assertEqual([created for _, created in found].count(True), 1)
        self.assertEqual({look.pk for look, _ in found}, {Look.objects.get().pk})

    def test_looks_that_do_not_fit_into_the_dish_together_are_not_all_taken(self):
        dish = dishes_of(make_sown_trial(days_ago=10))[0]

        def count(n):
            new = NewLook(at=now() - (n + 1) * DAY, client_id=uuid4(), new_germinated=4)
            return record_look(by=self.person, dish=dish, new=new)

        found = together(count)
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 2)
        self.assertEqual(course_of(dish).record.germinated, 8)

    def test_of_several_people_who_count_a_dish_at_once_one_is_taken_and_the_others_are_asked(self):
        dish = dishes_of(make_sown_trial(days_ago=10))[0]

        def count(n):
            new = NewLook(at=now() - (n + 1) * DAY, client_id=uuid4(), new_germinated=1, after=None)
            return record_look(by=self.person, dish=dish, new=new)

        found = together(count)
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 1)
        self.assertEqual({f.code for f in found if isinstance(f, DomainError)}, {"counted_meanwhile"})
        self.assertEqual(course_of(dish).record.germinated, 1)

    def test_the_same_photo_sent_by_several_threads_is_kept_once(self):
        name = uuid4()
        found = together(lambda n: keep_photo(by=self.person, upload=picture(), at=now(), client_id=name))
        self.assertEqual({photo.pk for photo in found}, {Photo.objects.get().pk})

    def test_the_same_deviation_sent_by_several_threads_is_noted_once(self):
        trial, name = make_sown_trial(), uuid4()
        kind = DeviationKind.OTHER
        together(lambda n: note_deviation(by=self.person, trial=trial, kind=kind, words="x", at=now(), client_id=name))
        self.assertEqual(Deviation.objects.count(), 1)

    def test_one_of_several_changes_of_a_version_wins_and_the_others_are_told(self):
        lot = make_lot()
        found = together(lambda n: change_lot(by=self.person, lot=lot, version=1, changes={"note": f"note {n}"}))
        won = [f for f in found if isinstance(f, Lot)]
        lost = [f for f in found if isinstance(f, StaleVersion)]
        self.assertEqual((len(won), len(lost)), (1, PEOPLE - 1))
        self.assertEqual({f.extra["current"]["note"] for f in lost}, {won[0].note})

    def test_a_lot_is_not_drawn_below_nothing(self):
        lot = make_lot(seeds=100, known=AmountKnown.COUNTED)
        found = together(lambda n: enter_stock(by=self.person, lot=lot, kind=StockKind.DRAWN, amount=40, at=now()))
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 2)
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 20)

    def test_a_lot_is_not_split_beyond_what_it_holds(self):
        lot = make_lot(seeds=100)
        found = together(lambda n: split_lot(by=self.person, lot=lot, parts=[Part(30, form=f"part {n}")], at=now()))
        parts = [f[0] for f in found if not isinstance(f, DomainError)]
        self.assertEqual((len(parts), len({p.code for p in parts})), (3, 3))
        left = stocks([lot.pk, *(p.pk for p in parts)])
        self.assertEqual(sum(s.seeds for s in left.values()), 100)

    def test_the_same_visit_sent_by_several_threads_is_recorded_once(self):
        stand = make_stand()
        new = NewVisit(at=now(), client_id=uuid4(), share_ripe=0.4)
        found = together(lambda n: record_visit(by=self.person, stand=stand, new=new))
        self.assertEqual([created for _, created in found].count(True), 1)
        self.assertEqual(Visit.objects.count(), 1)

    def test_lots_entered_at_once_without_a_code_get_codes_of_their_own(self):
        found = together(lambda n: make_lot("", seeds=None))
        self.assertEqual(len({x.code for x in found}), PEOPLE)

    def test_trials_laid_out_at_once_share_no_code_of_a_dish_or_of_a_trial(self):
        lot = make_lot(seeds=5000)
        found = together(lambda n: make_trial(lot=lot, layout_seed=3))
        self.assertEqual(len({t.code for t in found}), PEOPLE)
        self.assertEqual(Dish.objects.values("code").distinct().count(), 6 * PEOPLE)

    def test_a_trial_is_sown_once(self):
        trial = make_trial()
        found = together(lambda n: sow_trial(by=self.person, trial=trial, at=now()))
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 1)
        self.assertEqual(Sown.objects.count(), 6)

    def test_the_same_look_at_a_bag_sent_by_several_threads_is_recorded_once(self):
        batch = make_batch()
        begin(batch, 10)
        new = NewBagLook(at=now(), client_id=uuid4(), misted=True)
        found = together(lambda n: record_bag_look(by=self.person, batch=batch, new=new))
        self.assertEqual([created for _, created in found].count(True), 1)
        self.assertEqual(BagLook.objects.count(), 1)

    def test_a_step_is_begun_and_ended_once(self):
        batch = make_batch()
        step = batch.recipe.steps.get()
        found = together(lambda n: begin_step(by=self.person, batch=batch, step=step, at=now(), client_id=uuid4()))
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 1)
        begun = StepBegun.objects.get()
        ended = together(lambda n: end_step(by=self.person, begun=begun, at=now(), client_id=uuid4()))
        self.assertEqual(sum(not isinstance(f, DomainError) for f in ended), 1)
        self.assertEqual(StepEnded.objects.count(), 1)

    def test_batches_put_in_at_once_have_codes_of_their_own_and_never_more_seed_than_there_is(self):
        lot = make_lot(seeds=100)
        recipe = make_recipe("8 weeks cold", 56)
        found = together(lambda n: make_batch(lot=lot, recipe=recipe, seeds=40))
        made = [f for f in found if not isinstance(f, DomainError)]
        self.assertEqual((len(made), len({b.code for b in made})), (2, 2))
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 20)

    def test_a_bag_is_not_split_beyond_what_it_holds(self):
        batch = make_batch(seeds=100)
        begin(batch, 3)
        found = together(lambda n: split_batch(by=self.person, batch=batch, seeds=45, at=now()))
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 2)

    def test_the_bags_of_a_trial_are_put_in_once(self):
        recipe = make_recipe("8 weeks cold", 56)
        trial = make_trial()
        trial.treatments.filter(is_control=False).update(recipe=recipe)
        found = together(
            lambda n: put_in_bags(by=self.person, trial=trial, at=now(), mode=PlanMode.SOW_TOGETHER, place=None, bag_for_each_dish=False)
        )
        self.assertEqual(sum(not isinstance(f, DomainError) for f in found), 1)
        self.assertEqual(Batch.objects.count(), 1)
