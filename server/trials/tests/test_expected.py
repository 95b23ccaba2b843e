"""Late courses of a plant: what its past trials let expect before a quiet trial is closed."""

from datetime import timedelta
from uuid import uuid4

from core.records import ClosingFates
from core.vocabulary import StopReason
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_person, make_sown_trial, make_taxon, now
from server.trials.selectors.expected import with_expected
from server.trials.selectors.state import trials, with_courses
from server.trials.services.closings import close_dish


class LateCourses(ApiCase):
    def quiet(self, lot):
        """A trial that the stop rule by itself would close: planned for 20 days, quiet for three weeks."""
        trial = make_sown_trial(28, lot=lot, dishes=2, length_days=20)
        for dish in dishes_of(trial):
            look(dish, 5, 3)
            look(dish, 27, 0)
        return trial

    def late(self, lot):
        """A finished trial of 90 days that germinated after day 40."""
        trial = make_sown_trial(120, lot=lot, dishes=2, length_days=90)
        for dish in dishes_of(trial):
            for day, new in ((40, 0), (60, 3), (80, 4), (90, 1), (95, 0)):
                look(dish, day, new)
            close_dish(by=make_person(), dish=dish, at=now() - timedelta(days=20), client_id=uuid4(), found=ClosingFates(dead=2))
        return trial

    def advice(self, *trials):
        return [t.advice for t in with_expected(with_courses(trials))]

    def test_a_plant_that_came_late_before_is_not_closed_early(self):
        lot = make_lot("E-1", taxon=make_taxon())
        trial = self.quiet(lot)
        self.assertEqual(self.advice(trial), [StopReason.QUIET_AND_LENGTH])
        self.late(lot)
        self.assertEqual(self.advice(trial), [StopReason.MORE_EXPECTED])

    def test_another_plant_says_nothing(self):
        trial = self.quiet(make_lot("E-1", taxon=make_taxon()))
        self.late(make_lot("E-2", taxon=make_taxon("Purshia tridentata", "bitterbrush")))
        self.late(make_lot("E-3", taxon=None))
        self.assertEqual(self.advice(trial), [StopReason.QUIET_AND_LENGTH])

    def test_past_trials_are_read_together_for_any_number_of_trials(self):
        made = []
        for n in range(3):
            lot = make_lot(f"E-{n}", taxon=make_taxon(f"Plantus {n}", f"plant {n}"))
            made.append(self.quiet(lot))
            self.late(lot)
        for wanted in (made[:1], made):
            courses = with_courses(trials().filter(pk__in=[t.pk for t in wanted]))
            # the plants' trials, their lots, then what one reading of trials takes
            with self.assertNumQueries(8):
                found = with_expected(courses)
            self.assertEqual({t.advice for t in found}, {StopReason.MORE_EXPECTED})
