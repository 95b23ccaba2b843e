from uuid import uuid4

from django.test import TestCase

from core.records import ClosingFates
from server.evidence.selectors.lot_tests import _records
from server.tests.builders import DAY, dishes_of, look, make_person, make_sown_trial, now
from server.trials.models import Look
from server.trials.selectors.courses import courses_of
from server.trials.selectors.rows import trial_rows
from server.trials.selectors.sums import dish_sums
from server.trials.services.closings import close_dish, retreat_ungerminated, set_aside
from server.trials.services.looks import record_look
from server.trials.services.new_look import NewLook


class TheSameAsTheCourses(TestCase):
    """Sums by the database are those of the records that are read look by look."""

    def setUp(self):
        self.trial = make_sown_trial(40, dishes=3, seeds=20)
        self.by = make_person()
        self.first, self.aside, self.sent, self.closed, *_ = dishes_of(self.trial)
        for dish in (self.first, self.aside, self.sent, self.closed):
            look(dish, 4, 2, new_rotted=1)
            look(dish, 8, 3, new_abnormal=1)
        self.correct(self.first)
        set_aside(by=self.by, dish=self.aside, at=now(), why="spilled")
        retreat_ungerminated(by=self.by, trial=self.trial, dishes=[self.sent], at=now() - 20 * DAY, name="cold")
        look(self.sent, 30, 6, new_rotted=2)
        for dish, fresh in ((self.closed, 13), (self.sent, 5)):
            close_dish(by=self.by, dish=dish, at=now(), client_id=uuid4(), found=ClosingFates(fresh=fresh))

    def correct(self, dish):
        wrong = Look.objects.filter(dish=dish).earliest("at")
        record_look(by=self.by, dish=dish, new=NewLook(at=wrong.at, client_id=uuid4(), new_germinated=1, corrects=wrong))

    def records(self):
        return {c.dish.pk: c.record for c in courses_of(dishes_of(self.trial)) if c.looks}

    def test_of_each_dish(self):
        sums = dish_sums([self.trial.pk])
        records = self.records()
        self.assertEqual(set(sums), set(records))
        for pk, record in records.items():
            x = sums[pk]
            self.assertEqual((x.germinated, x.abnormal, x.rotted, x.lost), (record.germinated, record.abnormal, record.rotted, record.lost))
            self.assertEqual(x.set_aside, pk == self.aside.pk)

    def test_what_a_lots_test_rests_on_ends_where_a_further_treatment_begins(self):
        found = [r for of_treatment in _records([self.trial.pk]).values() for r in of_treatment]
        kept = [r for pk, r in self.records().items() if pk != self.aside.pk]
        counts = [(r.germinated, r.abnormal, r.rotted, r.fates) for r in found]
        self.assertEqual(counts, [(r.germinated, r.abnormal, r.rotted, r.fates) for r in kept])
        # six came up and two rotted later: they were alive and asleep, or died, when the treatment ended
        self.assertEqual(found[1].fates, ClosingFates(fresh=11, dead=2))

    def test_the_list_of_trials_counts_what_belongs_to_its_treatments(self):
        self.assertEqual(trial_rows([self.trial])[0].germinated, sum(r.germinated for r in self.records().values()))

    def test_three_queries_whatever_the_size(self):
        with self.assertNumQueries(3):
            dish_sums([self.trial.pk])
