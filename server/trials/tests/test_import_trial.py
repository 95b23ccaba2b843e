from datetime import timedelta
from uuid import uuid4

from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import Role, TrialState
from server.errors import DomainError, Refused
from server.lots.selectors import stocks
from server.tests.builders import DAY, dishes_of, look, make_lot, make_person, make_place, make_sown_trial, now
from server.trials.models import Dish, Look, Sown, Trial
from server.trials.selectors.courses import course_of
from server.trials.selectors.state import trials, with_courses
from server.trials.services.closings import close_dish
from server.trials.services.import_trial import ImportedDish, ImportedLook, import_trial
from server.trials.services.new_treatments import NewTreatment


class Adopting(TestCase):
    """Takes trials over from what is given."""

    def setUp(self):
        self.lot = make_lot(seeds=100)
        self.sown = now() - 60 * DAY

    def dish(self, treatment="cold", code="", counts=(1, 3), seeds=10, **fields):
        """A dish of one of the treatments that `adopt` lays out: the first is called none, or only."""
        looks = [ImportedLook(self.sown + (4 + 3 * n) * DAY, new_germinated=g) for n, g in enumerate(counts)]
        return ImportedDish(int(treatment == "cold"), seeds, self.sown, looks, code=code, **fields)

    def adopt(self, *dishes, treatments=("none", "cold"), **fields):
        made = [NewTreatment(t, is_control=i == 0 and len(treatments) > 1) for i, t in enumerate(treatments)]
        given = {"by": make_person(), "lot": self.lot, "question": "Does cold wake it?", "sow_on": self.sown.date()}
        return import_trial(treatments=made, dishes=dishes, **given | fields)


class TakenOver(Adopting):
    def test_its_dishes_come_in_their_order_with_all_that_was_seen(self):
        trial, rows = self.adopt(self.dish("none", "A1"), self.dish("cold", "B1", counts=(2, 5, 0)), blind=False)
        self.assertEqual([r.code for r in rows], ["A1", "B1"])
        self.assertEqual([d.record.germinated for d in with_courses([trial])[0].dishes], [4, 7])
        self.assertEqual(course_of(rows[1]).day_of(course_of(rows[1]).looks[1].at), 7)
        self.assertEqual(rows[0].history.get().history_user, make_person())

    def test_nothing_is_drawn_from_its_lot(self):
        self.adopt(self.dish("none"), self.dish("cold"))
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, 100)

    def test_codes_that_are_taken_too_long_or_missing_are_drawn_anew(self):
        there = dishes_of(make_sown_trial(lot=self.lot))[0].code
        _, rows = self.adopt(
            self.dish("none", there), self.dish("cold", "a code much too long"), self.dish("cold", ""), self.dish("cold", "OK-1")
        )
        self.assertEqual(rows[3].code, "OK-1")
        self.assertEqual(len({r.code for r in rows}), 4)
        self.assertNotIn(there, [r.code for r in rows])
        self.assertTrue(all(len(r.code) <= 8 for r in rows))

    def test_two_dishes_of_one_code_get_two(self):
        _, rows = self.adopt(self.dish("none", "X"), self.dish("cold", "X"))
        self.assertEqual(rows[0].code, "X")
        self.assertNotEqual(rows[1].code, "X")

    def test_it_ends_as_it_ended(self):
        closed = self.dish("none", fates=ClosingFates(fresh=3, empty=1), closed_at=self.sown + 30 * DAY)
        aside = self.dish("cold", set_aside=(self.sown + 8 * DAY, "dried out"))
        sent = self.dish("cold", retreated_at=self.sown + 20 * DAY)
        trial, rows = self.adopt(closed, aside, sent)
        courses = {d.dish.pk: d for d in with_courses([trial])[0].dishes}
        self.assertEqual(courses[rows[0].pk].closing.fresh, 3)
        self.assertEqual(courses[rows[1].pk].set_aside.why, "dried out")
        self.assertEqual(courses[rows[2].pk].stretch_records[0].sown, 6)

    def test_a_closing_without_its_day_is_that_of_the_last_look(self):
        _, rows = self.adopt(self.dish("only", fates=ClosingFates(dead=6)), treatments=("only",))
        self.assertEqual(course_of(rows[0]).closing.at, self.sown + 7 * DAY)

    def test_it_can_be_counted_on_and_closed_like_any_other(self):
        trial, rows = self.adopt(self.dish("only"), treatments=("only",))
        look(rows[0], 20, 1)
        close_dish(by=make_person(), dish=rows[0], at=now(), client_id=uuid4(), found=ClosingFates(dead=5))
        self.assertEqual(with_courses(trials().filter(pk=trial.pk))[0].state, TrialState.CLOSED)

    def test_a_dish_that_was_never_sown_stays_so(self):
        trial, _ = self.adopt(ImportedDish(0, 10, None, []), treatments=("only",))
        self.assertEqual(with_courses([trial])[0].state, TrialState.PLANNED)
        self.assertFalse(Sown.objects.exists())

    def test_its_place_and_block_are_kept(self):
        place = make_place()
        _, rows = self.adopt(self.dish("only", place=place, block=2, position=7), treatments=("only",))
        self.assertEqual((rows[0].place, rows[0].block, rows[0].position), (place, 2, 7))


class NotTakenOver(Adopting):
    def nothing_is_there(self):
        self.assertFalse(Trial.objects.exists() or Dish.objects.exists() or Look.objects.exists())

    def test_more_than_was_sown(self):
        with self.assertRaises(Refused) as caught:
            self.adopt(self.dish("none", counts=(6, 6)), self.dish("cold"))
        self.assertEqual(caught.exception.code, "more_than_sown")
        self.nothing_is_there()

    def test_looks_that_are_still_to_come(self):
        late = ImportedDish(0, 10, now() - DAY, [ImportedLook(now() + timedelta(days=2), 1)])
        with self.assertRaises(Refused) as caught:
            self.adopt(late, treatments=("only",))
        self.assertEqual(caught.exception.code, "time_in_future")
        self.nothing_is_there()

    def test_a_trial_without_its_control_or_with_a_name_twice(self):
        for treatments, code in ((("a", "A"), "name_twice"), ((), "no_treatment")):
            with self.subTest(code), self.assertRaises(Refused) as caught:
                self.adopt(treatments=treatments)
            self.assertEqual(caught.exception.code, code)

    def test_one_whose_code_is_here(self):
        self.adopt(self.dish("only"), treatments=("only",), code="CRT-01")
        with self.assertRaises(DomainError) as caught:
            self.adopt(self.dish("only"), treatments=("only",), code="CRT-01")
        self.assertEqual(caught.exception.code, "code_taken")

    def test_by_a_helper(self):
        with self.assertRaisesMessage(Exception, "may not"):
            self.adopt(self.dish("only"), treatments=("only",), by=make_person(Role.COUNTER))

    def test_what_hears_of_it_may_stop_it(self):
        def stop(looks):
            raise DomainError("stopped", code="stopped")

        with self.assertRaises(DomainError):
            self.adopt(self.dish("only"), treatments=("only",), tell=stop)
        self.nothing_is_there()
