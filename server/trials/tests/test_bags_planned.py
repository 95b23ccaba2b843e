"""Bags as replicates: planned with a treatment, made, printed, shown on the sheet, and counted in the result."""

from core.vocabulary import PlanMode
from server.errors import Refused
from server.evidence.selectors.comparison import comparison
from server.labels.selectors import bag_contents
from server.tests.builders import DAY, ApiCase, begin, dishes_of, look, make_lot, make_person, make_place, make_recipe, now
from server.trials.models import Trial
from server.trials.selectors.bag_numbers import bags_of_treatments
from server.trials.selectors.set_up import set_up_sheet
from server.trials.services.bags import put_in_bags
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import sow_trial
from server.trials.services.new_treatments import NewTreatment


class BagsAsReplicates(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = self.lay_out("LL-015")

    def lay_out(self, lot):
        return lay_out_trial(
            by=make_person(),
            lot=make_lot(lot, seeds=2000),
            question="?",
            treatments=[NewTreatment("none", is_control=True), NewTreatment("cold", make_recipe(f"4 weeks cold, {lot}", 28), bags=2)],
            dishes_per_treatment=4,
            seeds_per_dish=25,
            sow_on=now().date(),
            at=now() - 60 * DAY,
        )

    def put_in(self, **fields):
        return put_in_bags(
            by=make_person(), trial=self.trial, at=now() - 50 * DAY, mode=PlanMode.SOW_TOGETHER, place=make_place(self.trial.code), **fields
        )

    def test_a_treatment_goes_into_the_bags_it_was_planned_with(self):
        bags = self.put_in()
        self.assertEqual([b.seeds for b in bags], [50, 50])
        filled = [{d.batch_id for d in dishes_of(self.trial, "cold")[n::2]} for n in range(2)]
        self.assertEqual(filled, [{bags[0].pk}, {bags[1].pk}])

    def test_more_bags_than_dishes_are_refused_with_both_numbers(self):
        with self.assertRaises(Refused) as caught:
            self.put_in(bags=5)
        self.assertEqual(caught.exception.errors[0]["pointer"], "/bags")
        self.assertIn("5 bags for the 4 dishes of “cold”", str(caught.exception.errors[0]))

    def test_over_http_another_number_of_bags_may_be_said(self):
        answer = self.client.post(f"/api/v1/trials/{self.trial.pk}/put-in-bags/", {"bags": 4})
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(len({d.batch_id for d in dishes_of(self.trial, "cold")}), 4)

    def test_labels_and_the_set_up_sheet_name_the_bag(self):
        bags = self.put_in()
        self.assertEqual([bags_of_treatments([b.pk])[b.pk].words for b in bags], ["cold, bag 1 of 2", "cold, bag 2 of 2"])
        self.assertIn("cold, bag 2 of 2", " ".join(map(str, bag_contents(bags)[1].lines)))
        sheet = set_up_sheet(Trial.objects.get(pk=self.trial.pk), may_plan=True)
        self.assertEqual({d.bag for d in sheet.dishes if d.treatment == "cold"}, {b.code for b in bags})
        self.assertEqual([t.bags for t in sheet.treatments], [1, 2])

    def result(self, bags):
        for bag in bags:
            begin(bag, 45)
        sow_trial(by=make_person(), trial=self.trial, at=now() - 12 * DAY, sure=True)
        for name, up in (("cold", 14), ("none", 4)):
            for dish in dishes_of(self.trial, name):
                look(dish, 10, up)
        return {t.name: t for t in comparison(Trial.objects.get(pk=self.trial.pk)).treatments}

    def test_the_result_says_how_many_bags_it_rests_on(self):
        two = self.result(self.put_in())["cold"]
        self.assertEqual((two.bag.bags, two.bags), (2, 2))
        self.assertIn("rests on 2 replicates", " ".join(two.bag.sentences))

    def test_one_bag_leaves_fewer_effective_seeds_than_two(self):
        two = self.result(self.put_in())["cold"]
        self.trial = self.lay_out("LL-016")
        one = self.result(self.put_in(bags=1))["cold"]
        self.assertEqual(one.share, two.share)
        self.assertLess(one.n_eff, two.n_eff)
