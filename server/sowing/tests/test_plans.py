from datetime import timedelta
from uuid import uuid4

from django.test import TestCase

from core.vocabulary import CalibrationKind, LightNeed, OutcomeStage, Role, SeedSize, SowingTask, SowingWay
from server.errors import DomainError, Questioned, Refused
from server.evidence.tests.grown import grown_trial
from server.lots.selectors import stocks
from server.lots.services.stock import calibrate
from server.record_kinds.days import local_day
from server.sowing.models import Outcome, SowingPlan, Tray, TraySown
from server.sowing.selectors.plans import sowing_page, sowing_plans, sowing_rows, sowings_due
from server.sowing.selectors.preview import SowingWish, preview
from server.sowing.selectors.tested import tested_treatments
from server.sowing.selectors.trays import learned_plant_share, seedlings_waiting
from server.sowing.services import plans, trays
from server.sowing.services.trays import NewOutcome
from server.tests.builders import DAY, begin, dishes_of, look, make_lot, make_person, make_place, make_recipe, make_taxon, now
from server.trials.models import Treatment


class Sowings(TestCase):
    """A lot with a finished trial: cold woke three in four."""

    def setUp(self):
        self.taxon = make_taxon(seed_size=SeedSize.FINE, light_need=LightNeed.LIGHT, years_to_flower=2)
        self.lot = make_lot(taxon=self.taxon, field_name="", seeds=4000)
        self.trial = grown_trial(none=(2, 3, 2), cold=(15, 14, 16))
        self.recipe = make_recipe("4 weeks cold", 28)
        self.cold = Treatment.objects.select_related("recipe", "lot").get(trial=self.trial, name="cold")
        self.cold.recipe = self.recipe
        self.cold.save()
        self.today = local_day(now())

    def wish(self, **fields):
        given = {"lot": self.lot, "plants_wanted": 100, "wanted_on": self.today + timedelta(days=150), "treatment": self.cold}
        return SowingWish(**given | fields)

    def plan(self, sure=False, **fields):
        return plans.plan_sowing(by=make_person(), wish=self.wish(**fields), today=self.today, sure=sure)

    def sown(self, days_ago=20, **fields):
        plan = self.plan(recipe=None, treatment=None, typed_share=0.75, typed_seeds=60, **fields)
        plans.sow(by=make_person(Role.GROWER), plan=plan, at=now() - days_ago * DAY)
        return plan

    def count(self, tray, stage, count, days_ago=1.0, **fields):
        new = NewOutcome(stage, count, now() - days_ago * DAY, uuid4())
        return trays.record_outcome(by=make_person(Role.GROWER), tray=tray, new=new, **fields)[0]


class WhatASowingRestsOn(Sowings):
    def test_the_treatment_of_the_decision_comes_first(self):
        found = tested_treatments(self.lot)
        self.assertEqual([t.name for t in found], ["cold", "none"])
        self.assertEqual((found[0].by_decision, found[0].germinated, found[0].sown), (True, 45, 60))
        self.assertLessEqual(found[0].n_eff, 60)

    def test_another_lot_of_the_plant_is_offered_last_and_said(self):
        other = make_lot("LL-900", taxon=self.taxon, field_name="")
        found = tested_treatments(other)
        self.assertTrue(all(t.other_lot for t in found))
        seen = preview(self.wish(lot=other), self.today)
        self.assertIn("not this one", seen.rests_on)
        self.assertIn("; this lot will fall between ", seen.rests_on)
        best = found[0]
        self.assertTrue(best.next_lower < best.lower < best.sowing_share < best.upper < best.next_upper)
        self.assertLess(best.n_eff, tested_treatments(self.lot)[0].n_eff / 3)
        self.assertEqual((seen.share, seen.n_eff), (best.sowing_share, best.n_eff))
        own = preview(self.wish(), self.today)
        self.assertGreater(seen.seeds_per_cell, own.seeds_per_cell)

    def test_nothing_to_rest_on_is_asked_for(self):
        for fields, code in (({"treatment": None}, "no_basis"), ({"treatment": None, "typed_share": 0.5}, "no_basis")):
            with self.assertRaises(Refused) as caught:
                preview(self.wish(**fields), self.today)
            self.assertEqual(caught.exception.code, code)

    def test_a_typed_percent_counts_as_one_dish(self):
        seen = preview(self.wish(treatment=None, typed_share=0.6, typed_seeds=100), self.today)
        self.assertAlmostEqual(seen.n_eff, 100 / (1 + 99 * 0.05))
        self.assertIsNone(seen.tested)


class WhatItTakes(Sowings):
    def test_ways_stand_side_by_side_and_the_plain_answer_beside_them(self):
        seen = preview(self.wish(), self.today)
        self.assertGreaterEqual(len(seen.choices), 3)
        self.assertEqual(seen.seeds, next(c.choice.seeds_in_all for c in seen.choices if c.choice.seeds == seen.seeds_per_cell))
        self.assertIn("Dividing by the tested percentage", seen.plain_sentence)
        self.assertEqual(seen.remains, 4000 - 120 - seen.seeds)

    def test_grams_are_known_once_seeds_were_weighed(self):
        self.assertIsNone(preview(self.wish(), self.today).grams)
        calibrate(by=make_person(), lot=self.lot, kind=CalibrationKind.WEIGHED, counts=[100, 100], amounts=[0.2, 0.2], at=now())
        seen = preview(self.wish(), self.today)
        self.assertAlmostEqual(seen.grams, seen.seeds * 0.002)

    def test_the_ground_takes_grams_a_square_metre_with_its_pure_live_seed(self):
        ground = {"way": SowingWay.GROUND, "plants_per_m2": 20, "area_m2": 50}
        bare = preview(self.wish(**ground), self.today).ground
        self.assertEqual((bare.sowing.mass, bare.why_no_mass), (None, "no_thousand_seed_weight"))
        calibrate(by=make_person(), lot=self.lot, kind=CalibrationKind.WEIGHED, counts=[500, 500], amounts=[1, 1], at=now())
        seen = preview(self.wish(**ground), self.today)
        self.assertAlmostEqual(seen.ground.sowing.mass, seen.ground.sowing.seeds_per_m2 * 50 * 0.002)
        self.assertAlmostEqual(seen.ground.pls.bulk_mass, seen.ground.sowing.mass)
        with self.assertRaises(Refused):
            preview(self.wish(way=SowingWay.GROUND), self.today)

    def test_fine_seed_of_a_two_year_plant_gets_its_watering_and_says_so(self):
        seen = preview(self.wish(), self.today)
        tasks = [d.task for d in seen.days]
        self.assertIn(SowingTask.SOAK_FROM_BELOW, tasks)
        self.assertIn(SowingTask.BEGIN_TREATMENT, tasks)
        self.assertTrue(any("second year" in n for n in seen.notes))
        self.assertIn("on the surface", next(d.how for d in seen.days if d.task is SowingTask.SOW))

    def test_a_day_that_comes_too_soon_says_when_plants_would_be_ready(self):
        seen = preview(self.wish(wanted_on=self.today + timedelta(days=30)), self.today)
        self.assertLess(seen.begin_in, 0)
        self.assertIn("would have had to start", seen.notes[0])

    def test_what_core_refuses_is_said_at_the_field(self):
        for field, value, pointer in (
            ("target_fill", 1.0, "/target_fill"),
            ("assurance", 0.0, "/assurance"),
            ("plant_share", 0.0, "/plant_share"),
            ("weeks_growing", 0, "/weeks_growing"),
        ):
            with self.subTest(field), self.assertRaises(Refused) as caught:
                preview(self.wish(**{field: value}), self.today)
            self.assertEqual(caught.exception.errors[0]["pointer"], pointer)


class PlannedTreatedSown(Sowings):
    def test_a_plan_keeps_what_it_rests_on_and_draws_nothing(self):
        before = stocks([self.lot.pk])[self.lot.pk].seeds
        plan = self.plan()
        self.assertEqual((plan.code, plan.recipe, plan.treatment), (f"{self.lot.code}-S1", self.recipe, self.cold))
        self.assertEqual(plan.seeds, plan.seeds_per_cell * plan.cells)
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, before)
        self.assertEqual(self.plan().code, f"{self.lot.code}-S2")

    def test_one_that_would_take_more_than_there_is_asks_first(self):
        with self.assertRaises(Questioned) as caught:
            self.plan(plants_wanted=3000)
        self.assertIn("holds 3,880", caught.exception.detail)
        self.assertEqual(self.plan(sure=True, plants_wanted=3000).plants_wanted, 3000)

    def test_its_seed_goes_into_a_bag_back_from_the_sowing_day_and_is_drawn_then(self):
        plan = self.plan()
        before = stocks([self.lot.pk])[self.lot.pk].seeds
        batch = plans.treat(by=make_person(), plan=plan, at=now())
        self.assertEqual((batch.seeds, batch.recipe), (plan.seeds, self.recipe))
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, before - plan.seeds)
        plan.refresh_from_db()
        with self.assertRaises(DomainError):
            plans.treat(by=make_person(), plan=plan, at=now())
        begin(batch, 2)
        with self.assertRaises(Questioned) as caught:
            plans.sow(by=make_person(), plan=plan, at=now())
        self.assertEqual(caught.exception.code, "bags_still_in")
        plans.sow(by=make_person(), plan=plan, at=now(), sure=True)
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, before - plan.seeds)

    def test_trays_share_the_seeds_as_their_cells(self):
        plan = self.plan(cells_per_tray=50)
        plans.sow(by=make_person(), plan=plan, at=now(), place=make_place())
        made = list(TraySown.objects.select_related("tray"))
        self.assertEqual(sum(s.seeds for s in made), plan.seeds)
        self.assertEqual(sum(s.tray.cells for s in made), plan.cells)
        self.assertTrue(all(s.seeds == s.tray.cells * plan.seeds_per_cell for s in made))
        self.assertEqual(made[0].tray.code, f"{plan.code}-T1")

    def test_a_sowing_that_was_a_slip_puts_the_seed_back_until_it_was_counted(self):
        before = stocks([self.lot.pk])[self.lot.pk].seeds
        plan = self.sown()
        self.assertLess(stocks([self.lot.pk])[self.lot.pk].seeds, before)
        plans.take_back_sowing(by=make_person(), plan=plan, at=now())
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, before)
        plans.sow(by=make_person(), plan=plan, at=now())
        self.assertEqual(Tray.objects.filter(plan=plan).count(), 2)
        self.count(plan.trays.first(), OutcomeStage.EMERGED, 3, 0)
        with self.assertRaises(DomainError) as caught:
            plans.take_back_sowing(by=make_person(), plan=plan, at=now())
        self.assertEqual(caught.exception.code, "counted_already")

    def test_what_has_begun_is_not_planned_again_and_history_keeps_what_was_wanted(self):
        plan = self.plan()
        again = plans.plan_again(by=make_person(), plan=plan, version=1, wish=self.wish(plants_wanted=50), today=self.today)
        self.assertEqual((again.plants_wanted, again.history.earliest().plants_wanted), (50, 100))
        self.assertLess(again.cells, plan.cells)
        with self.assertRaises(DomainError) as caught:
            plans.plan_again(by=make_person(), plan=self.sown(), version=1, wish=self.wish(), today=self.today)
        self.assertEqual(caught.exception.code, "begun_already")

    def test_a_plan_is_given_up_and_taken_up_again(self):
        plan = self.plan()
        plans.give_up(by=make_person(), plan=plan, version=1)
        self.assertIsNone(sowing_rows(sowing_plans(), self.today)[0].next_task)
        plan.refresh_from_db()
        plans.give_up(by=make_person(), plan=plan, version=2, given_up=False)
        self.assertEqual(sowing_rows(sowing_plans(), self.today)[0].next_task, SowingTask.BEGIN_TREATMENT)


class WhatCameOfIt(Sowings):
    def test_bench_and_tray_percent_stand_side_by_side_and_teach_the_next_plan(self):
        plan = self.sown(seeds_per_cell=2, weeks_growing=3, wanted_on=self.today)
        for tray in plan.trays.all():
            seeds = tray.sowings.get().seeds
            self.count(tray, OutcomeStage.EMERGED, round(0.6 * seeds), 9)
            self.count(tray, OutcomeStage.THINNED, round(0.2 * seeds), 8)
            self.count(tray, OutcomeStage.PLANTED, round(0.3 * seeds), 2)
        page = sowing_page(sowing_plans().get(), self.today)
        self.assertIn("75 % germinated in the test", page.trays[0].sentence)
        self.assertAlmostEqual(page.trays[0].tray_share, 0.6, delta=0.01)
        self.assertEqual(page.plants, sum(t.planted for t in page.trays))
        learned = learned_plant_share(self.lot)
        self.assertAlmostEqual(learned.own, 0.6 / 0.75 * 0.75, delta=0.02)
        self.assertLess(preview(self.wish(), self.today).plant_share_used, 0.8)

    def test_the_latest_count_stands_and_one_taken_back_does_not(self):
        plan = self.sown()
        tray = plan.trays.first()
        self.count(tray, OutcomeStage.EMERGED, 10, 5)
        later = self.count(tray, OutcomeStage.EMERGED, 14, 3)
        self.assertEqual(sowing_page(sowing_plans().get(), self.today).trays[0].emerged, 14)
        trays.take_back_outcome(by=make_person(), outcome=later)
        self.assertEqual(sowing_page(sowing_plans().get(), self.today).trays[0].emerged, 10)
        with self.assertRaises(DomainError):
            trays.take_back_outcome(by=make_person(), outcome=later)

    def test_numbers_that_can_hardly_be_are_asked_about_by_name(self):
        plan = self.sown()
        tray = plan.trays.first()
        seeds = tray.sowings.get().seeds
        for stage, count, code in (
            (OutcomeStage.EMERGED, seeds + 1, "more_than_sown"),
            (OutcomeStage.THINNED, 30, "more_thinned_than_emerged"),
            (OutcomeStage.PLANTED, 25, "more_than_emerged"),
        ):
            with self.subTest(code), self.assertRaises(Questioned) as caught:
                self.count(tray, stage, count)
            self.assertEqual(caught.exception.code, code)
            self.assertIn(tray.code, caught.exception.detail)
            self.count(tray, OutcomeStage.EMERGED, 20, 6)
        self.count(tray, OutcomeStage.PLANTED, 25, sure=True)

    def test_a_count_is_recorded_once_and_not_before_its_sowing(self):
        tray = self.sown(days_ago=10).trays.first()
        new = NewOutcome(OutcomeStage.EMERGED, 5, now(), uuid4())
        made = [trays.record_outcome(by=make_person(), tray=tray, new=new) for _ in range(2)]
        self.assertEqual([created for _, created in made], [True, False])
        self.assertEqual(Outcome.objects.count(), 1)
        with self.assertRaises(Refused):
            self.count(tray, OutcomeStage.EMERGED, 5, 11)

    def test_seedlings_potted_from_dishes_get_a_tray_of_their_own(self):
        look(dishes_of(self.trial, "none")[0], 30, 2, potted=2)
        self.assertEqual([w.seedlings for w in seedlings_waiting()], [2])
        tray = trays.pot_from_dishes(by=make_person(Role.GROWER), trial=self.trial, seedlings=2, at=now())
        self.assertEqual((tray.lot, seedlings_waiting()), (self.lot, []))
        with self.assertRaises(Questioned):
            trays.pot_from_dishes(by=make_person(), trial=self.trial, seedlings=5, at=now())


class WhatIsDue(Sowings):
    def test_the_next_task_is_due_and_is_over_once_it_is_done(self):
        plan = self.plan(recipe=None, wanted_on=self.today + timedelta(days=98))
        due = sowings_due(self.today)
        self.assertEqual([(d.task, d.plan) for d in due][:1], [(SowingTask.BEGIN_TREATMENT, plan.pk)])
        batch = plans.treat(by=make_person(), plan=plan, at=now())
        begin(batch, 0)
        self.assertNotIn(SowingTask.BEGIN_TREATMENT, [d.task for d in sowings_due(self.today)])

    def test_after_the_sowing_days_count_from_the_day_it_really_was(self):
        plan = self.sown(days_ago=20, wanted_on=self.today + timedelta(days=70))
        page = sowing_page(sowing_plans().get(pk=plan.pk), self.today)
        sow = next(d for d in page.days if d.day.task is SowingTask.SOW)
        self.assertEqual(sow.done_on, self.today - timedelta(days=20))
        up = next(d for d in page.days if d.day.task is SowingTask.COMING_UP)
        self.assertGreater(up.late_days, 0)

    def test_a_page_and_the_list_take_a_fixed_number_of_queries(self):
        self.sown()
        sowing_rows(sowing_plans(), self.today)
        with self.assertNumQueries(6):
            sowing_rows(sowing_plans(), self.today)
        for _ in range(3):
            self.sown()
        with self.assertNumQueries(6):
            self.assertEqual(len(sowing_rows(sowing_plans(), self.today)), 4)
        self.assertEqual(SowingPlan.objects.count(), 4)


class AmountsInGrams(Sowings):
    def test_a_lot_in_grams_without_samples_says_that_nobody_counted(self):
        lot = make_lot("LL-901", seeds=None, taxon=self.taxon, field_name="")
        seen = preview(self.wish(lot=lot), self.today)
        self.assertIsNone(seen.remains)
        self.assertTrue(any("The amount of this lot is unknown" in n for n in seen.notes))
