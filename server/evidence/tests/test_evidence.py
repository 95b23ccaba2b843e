import time

from django.core.cache import caches
from django.test import TestCase

from core.tests.examples import HARD_CASE_DAYS, HARD_CASE_NEW
from core.vocabulary import SproutsGo, TrialState
from server.evidence.selectors.comparison import NothingToCompare, TrialComparison, comparison
from server.evidence.selectors.overview import overview
from server.evidence.selectors.shares import by_treatment
from server.evidence.selectors.typical_scatter import counted_of
from server.evidence.tests.grown import grown_trial
from server.tests.builders import (
    DAY,
    ApiCase,
    bag_look,
    begin,
    dishes_of,
    look,
    looked_before,
    make_batch,
    make_lot,
    make_person,
    make_sown_trial,
    make_trial,
    now,
)
from server.trials.models import Dish
from server.trials.selectors.state import trials, with_courses
from server.trials.services.closings import open_trial, retreat_ungerminated, set_aside
from server.trials.services.looks import NewLook, record_course


def counted(trial, treatment, *per_dish, day=5):
    """One look at each dish of a treatment."""
    for dish, germinated in zip(dishes_of(trial, treatment), per_dish, strict=True):
        look(dish, day, germinated)


class Comparing(TestCase):
    def compare(self, trial) -> TrialComparison:
        found = comparison(trial)
        self.assertIsInstance(found, TrialComparison)
        return found

    def test_the_hand_checked_dishes_come_back_from_the_records(self):
        trial = make_sown_trial(30, treatments=("only",), dishes=4, seeds=25)
        for dish, new in zip(dishes_of(trial), HARD_CASE_NEW.values(), strict=True):
            for day, count in zip(HARD_CASE_DAYS, new, strict=True):
                look(dish, day, count)
        result = self.compare(trial).treatments[0]
        self.assertEqual((result.germinated, result.sown), (64, 100))
        self.assertAlmostEqual(result.indices.t50, 6.769, 3)
        self.assertAlmostEqual(result.gsi_mean.estimate, 2.152, 3)
        self.assertAlmostEqual(result.lower, 0.508, 3)
        self.assertEqual(result.course.shares, [0, 0.04, 0.22, 0.48, 0.6, 0.64, 0.64])

    def test_nothing_looked_at_yet_is_said(self):
        for trial in (make_trial(), make_sown_trial()):
            found = comparison(trial)
            self.assertIsInstance(found, NothingToCompare)
            self.assertEqual(found.code, "no_look")

    def test_each_treatment_is_compared_with_the_control_in_words(self):
        trial = make_sown_trial(dishes=3, seeds=10)
        counted(trial, "none", 0, 1, 0)
        counted(trial, "cold", 9, 8, 9)
        none, cold = self.compare(trial).treatments
        self.assertIsNone(none.against_control)
        self.assertTrue(cold.against_control.differs)
        self.assertIn("points more than “none”", cold.against_control.sentence)
        self.assertEqual((cold.letters, none.letters), ("a", "b"))

    def test_zero_everywhere_is_a_finding(self):
        trial = make_sown_trial()
        counted(trial, "none", 0, 0, 0)
        counted(trial, "cold", 0, 0, 0)
        found = self.compare(trial)
        self.assertIn("no seed germinated", found.head.lower())
        for result in found.treatments:
            self.assertIsNone(result.indices.t50)
            self.assertEqual(result.time_sentence, "nothing germinated, so there is no time")

    def test_a_dish_set_aside_is_left_out_and_its_effect_is_shown(self):
        trial = make_sown_trial(dishes=3, seeds=10)
        counted(trial, "none", 1, 1, 1)
        counted(trial, "cold", 9, 8, 0)
        bad = dishes_of(trial, "cold")[2]
        set_aside(by=make_person(), dish=bad, at=now(), why="mouldy all over")
        found = self.compare(trial)
        cold = found.treatments[1]
        self.assertEqual((cold.germinated, cold.sown, len(cold.dishes), len(cold.set_aside)), (17, 20, 2, 1))
        self.assertAlmostEqual(cold.share_with_set_aside, 17 / 30)
        self.assertTrue(any("mouldy all over" in w for w in found.warnings))

    def test_a_treatment_all_set_aside_leaves_nothing_to_compare(self):
        trial = make_sown_trial(dishes=1)
        counted(trial, "none", 3)
        set_aside(by=make_person(), dish=dishes_of(trial, "cold")[0], at=now(), why="spilled")
        found = comparison(trial)
        self.assertEqual((type(found), found.code), (NothingToCompare, "all_set_aside"))

    def test_a_blind_trial_shows_no_codes_beside_treatments_until_it_is_opened(self):
        trial = make_sown_trial()
        counted(trial, "none", 4, 1, 0)
        counted(trial, "cold", 9, 0, 9)
        blind = self.compare(trial)
        self.assertEqual({d.code for t in blind.treatments for d in t.dishes}, {""})
        self.assertFalse(any(d.code in str(blind) for d in dishes_of(trial)))
        opened = self.compare(open_trial(by=make_person(), trial=trial, at=now(), version=1))
        self.assertEqual({d.code for t in opened.treatments for d in t.dishes}, {d.code for d in dishes_of(trial)})

    def test_one_dish_a_treatment_is_a_hint(self):
        trial = make_sown_trial(dishes=1)
        counted(trial, "none", 0)
        counted(trial, "cold", 10)
        found = self.compare(trial)
        self.assertIn("hint", found.head)
        self.assertFalse(found.treatments[1].against_control.differs)

    def timed(self, trial):
        start = time.process_time()
        self.compare(trial)
        return time.process_time() - start

    def test_a_large_trial_grows_in_step_with_its_dishes(self):
        """No absolute times: four times the dishes may take a little over four times as long, not sixteen."""

        def seconds(treatments):
            names = tuple(f"t{i}" for i in range(treatments))
            trial = make_trial(treatments=names, dishes=4, seeds=25, lot=make_lot(f"X-{treatments}", seeds=9000))
            sown = now() - 90 * DAY
            for dish in dishes_of(trial):
                looks = [NewLook(at=sown + d * DAY, client_id=_uuid(dish, d), new_germinated=int(d % 4 == 0)) for d in range(1, 61)]
                record_course(by=make_person(), dish=dish, sown_at=sown, looks=looks)
            self.compare(trial)
            return min(self.timed(trial) for _ in range(3))

        self.assertLess(seconds(12), 10 * seconds(3))


def _uuid(dish, day):
    from uuid import UUID

    return UUID(int=dish.pk * 1000 + day)


class Overviews(TestCase):
    def test_a_planned_trial_shows_its_furrows_and_when_to_sow(self):
        view = overview(make_trial(), now())
        self.assertEqual(view.state, TrialState.PLANNED)
        self.assertEqual([(f.name, f.share, f.course) for f in view.furrows], [("none", None, []), ("cold", None, [])])
        self.assertEqual([(n.kind, n.dishes) for n in view.next_steps], [("sow", 6)])

    def test_steps_stand_before_sowing(self):
        from server.tests.builders import make_recipe
        from server.trials.models import Treatment

        trial = make_sown_trial()
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=make_recipe(days=28))
        step = overview(trial, now()).furrows[1].steps[0]
        self.assertEqual((step.start_day, step.end_day), (-28, 0))

    def test_what_can_hurt_is_said_until_the_treatments_are_behind_us(self):
        from core.vocabulary import StepKind
        from server.tests.builders import make_recipe
        from server.trials.models import Treatment

        planned, sown = make_trial(), make_sown_trial()
        Treatment.objects.filter(name="cold").update(recipe=make_recipe("acid", 1, StepKind.ACID))
        self.assertIn("Trained people only", overview(planned, now()).cautions[0])
        self.assertEqual(overview(sown, now()).cautions, [])

    def test_a_counted_trial_says_so_far_what_came_up_and_what_is_next(self):
        trial = make_sown_trial(10)
        counted(trial, "none", 0, 0, 1, day=9)
        counted(trial, "cold", 8, 9, 7, day=9)
        view = overview(trial, now())
        self.assertTrue(view.sentence.startswith("So far: “Cold”: about"))
        self.assertEqual(view.next_steps[0].kind, "count")
        self.assertEqual([f.germinated for f in view.furrows], [1, 24])
        self.assertEqual(sum(d.pips.new for d in view.dishes), 25)

    def test_blind_places_show_no_treatment_and_treatments_no_codes(self):
        trial = make_sown_trial()
        view = overview(trial, now())
        self.assertEqual({d.treatment for d in view.dishes}, {""})
        self.assertEqual({(d.code, d.id) for f in view.furrows for d in f.dishes}, {("", 0)})
        opened = overview(open_trial(by=make_person(), trial=trial, at=now(), version=1), now())
        self.assertEqual({d.treatment for d in opened.dishes}, {"none", "cold"})


class EvidenceApi(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = make_sown_trial()
        counted(self.trial, "none", 0, 1, 0)
        counted(self.trial, "cold", 9, 8, 9)

    def test_the_comparison_carries_every_figure_with_its_doubt(self):
        body = self.client.get(f"/api/v1/trials/{self.trial.pk}/comparison/").json()
        cold = body["treatments"][1]
        self.assertEqual(cold["indices"]["g"], 26)
        self.assertLessEqual({"mgt", "t50", "area", "uniformity_90_10", "synchrony"}, set(cold["doubt"]))
        self.assertLess(cold["lower"], cold["share"])
        self.assertIsNone(cold["indices"]["germinability_viable"])
        self.assertEqual(cold["indices"]["reasons"]["germinability_viable"], "fate_unknown")

    def test_while_there_is_nothing_it_says_why(self):
        trial = make_sown_trial()
        self.assertProblem(self.client.get(f"/api/v1/trials/{trial.pk}/comparison/"), 409, "no_look")

    def test_queries_do_not_grow_with_the_trial(self):
        large = make_sown_trial(dishes=10, lot=make_lot("BIG"))
        counted(large, "none", *[1] * 10)
        counted(large, "cold", *[5] * 10)
        # one asks whether anything was changed since, nine more read how much dishes usually differ; the comparison also
        # asks what it would be made from
        looked_before()
        for page, queries in (("overview", 18), ("comparison", 21)):
            for trial in (self.trial, large):
                caches["default"].clear()
                with self.assertNumQueries(queries):
                    self.assertEqual(self.client.get(f"/api/v1/trials/{trial.pk}/{page}/").status_code, 200)

    def test_a_comparison_is_worked_out_once_and_read_again_while_nothing_changes(self):
        address = f"/api/v1/trials/{self.trial.pk}/comparison/"
        first = self.client.get(address).json()
        with self.assertNumQueries(7):
            self.assertEqual(self.client.get(address).json(), first)
        look(dishes_of(self.trial, "none")[0], 7, 3)
        self.assertEqual(self.client.get(address).json()["treatments"][0]["germinated"], first["treatments"][0]["germinated"] + 3)

    def test_nobody_reads_it_without_signing_in(self):
        self.client.logout()
        for page in ("overview", "comparison"):
            self.assertProblem(self.client.get(f"/api/v1/trials/{self.trial.pk}/{page}/"), 401, "not_authenticated")


class SumsAgreeWithRecords(TestCase):
    """What pages over many trials count in sums is what each trial's own records say."""

    def agree(self, trial):
        (courses,) = with_courses(trials().filter(pk=trial.pk))
        summed = counted_of([trial.pk])[trial.pk]
        own = {t.treatment.pk: t.as_counted() for t in by_treatment(courses)}
        self.assertEqual({pk: sorted((d.g, d.n) for d in t.dishes) for pk, t in summed.items()},
                         {pk: sorted((d.g, d.n) for d in t.dishes) for pk, t in own.items()})  # fmt: skip
        return own

    def test_dishes_sent_on_set_aside_and_drawn_from_their_own_bag(self):
        trial = grown_trial(none=(4, 5, 6), cold=(12, 14, 13))
        sent, aside, bagged, *_ = dishes_of(trial)
        retreat_ungerminated(by=make_person(), trial=trial, dishes=[sent], at=now() - 5 * DAY, name="cold")
        look(sent, 38, 3)
        set_aside(by=make_person(), dish=aside, at=now() - 4 * DAY, why="dry")
        batch = make_batch(lot=trial.one_lot, seeds=20)
        begin(batch, 60)
        bag_look(batch, 45, sprouted=2, sprouts_go=SproutsGo.GO_ON)
        Dish.objects.filter(pk=bagged.pk).update(batch=batch)
        own = self.agree(trial)
        self.assertTrue(any(d.g for t in own.values() for d in t.dishes))

    def test_an_estimated_number_keeps_its_doubt(self):
        trial = grown_trial(only=(4, 5))
        Dish.objects.filter(treatment__trial=trial).update(seeds_cv=0.12, seeds_known="scooped")
        self.assertEqual(next(iter(counted_of([trial.pk])[trial.pk].values())).estimate_cv, 0.12)
        self.agree(trial)
