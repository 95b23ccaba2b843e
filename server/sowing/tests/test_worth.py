from core.vocabulary import StepKind
from server.evidence.tests.grown import grow, grown_trial
from server.tests.builders import ApiCase, make_lot, make_recipe, make_sown_trial, make_taxon
from server.trials.models import Treatment


class Planned(ApiCase):
    def weigh(self, lot, *names, **more):
        body = {"treatments": [{"name": "none"}, *names]} | more
        return self.client.post(f"/api/v1/lots/{lot.pk}/weigh-test/", body, format="json").json()

    def cold(self, days=84):
        return {"name": f"{days} days", "recipe": make_recipe(f"{days} days", days).pk}

    def test_much_seed_is_worth_a_test_and_little_is_not(self):
        much, little = make_lot("HR-1", seeds=4000), make_lot("HR-2", seeds=50)
        rows = [self.cold(42), self.cold(84)]
        found = self.weigh(much, *rows)
        self.assertTrue(found["worth_it"])
        self.assertIn("A test is worth it", found["sentence"])
        worths = [d["worth"] for d in found["designs"]]
        self.assertEqual(worths, sorted(worths, reverse=True))
        self.assertTrue(all(abs(d["gained"] - d["spent"] - d["worth"]) < 1e-6 for d in found["designs"]))
        scarce = self.weigh(little, *rows)
        self.assertFalse(scarce["worth_it"])
        self.assertIn("No test is worth its seed. Sow it all", scarce["sentence"])

    def test_nothing_known_rests_on_starting_points_and_says_so(self):
        found = self.weigh(make_lot(seeds=500), self.cold(), belief=8)
        self.assertEqual([b["rests_on"] for b in found["believed"]], ["starting point for unknown dormancy, as sure as 8 seeds"] * 2)
        self.assertAlmostEqual(found["believed"][0]["share"], 0.3)
        self.assertIn("not measured", found["assumed"][-1])

    def test_what_other_lots_showed_is_where_this_lot_will_fall(self):
        taxon = make_taxon()
        tried, new = make_lot("HR-1", taxon=taxon), make_lot("HR-2", seeds=1000, taxon=taxon)
        trial = make_sown_trial(40, treatments=("none", "84 days"), dishes=3, seeds=20, lot=tried)
        grow(trial, "none", (2, 3, 2))
        grow(trial, "84 days", (17, 18, 16))
        row = self.cold()
        Treatment.objects.filter(trial=trial, name="84 days").update(recipe=row["recipe"])
        found = self.weigh(new, row)
        self.assertIn("1 trial of this plant: the next lot", found["believed"][1]["rests_on"])
        self.assertGreater(found["believed"][1]["share"], 0.6)
        self.assertGreater(found["believed"][1]["upper"] - found["believed"][1]["lower"], 0.4)

    def test_the_layout_that_was_chosen_is_weighed_too(self):
        row = self.cold()
        found = self.weigh(make_lot(seeds=3000), row, dishes=3, seeds_per_dish=20)
        (own,) = [d for d in found["designs"] if d["own"]]
        self.assertEqual((own["dishes"], own["seeds_per_dish"], own["seeds"]), (3, 20, 120))
        self.assertIn("This layout: ≈ ", found["own_sentence"])
        too_much = self.weigh(make_lot("HR-9", seeds=60), row, dishes=4, seeds_per_dish=25)
        self.assertEqual(too_much["own_sentence"], "")

    def test_few_plants_wanted_make_a_test_worth_less(self):
        lot, row = make_lot(seeds=4000), self.cold()
        most = max(d["worth"] for d in self.weigh(lot, row)["designs"])
        self.assertLess(max(d["worth"] for d in self.weigh(lot, row, wanted=50)["designs"]), most / 4)

    def test_one_treatment_and_a_lot_without_an_amount_say_what_is_missing(self):
        self.assertIn("nothing to choose", self.weigh(make_lot(seeds=500))["sentence"])
        unknown = self.weigh(make_lot("HR-2", seeds=None), self.cold())
        self.assertEqual((unknown["seeds"], unknown["designs"]), (None, []))
        self.assertIn("Enter the lot's amount", unknown["sentence"])

    def test_numbers_that_cannot_be_are_refused_with_their_place(self):
        lot = make_lot(seeds=500)
        for more in ({"wanted": 0}, {"belief": 0}, {"treatments": []}, {"dishes": 0}):
            with self.subTest(more):
                body = {"treatments": [{"name": "none"}]} | more
                self.assertEqual(self.client.post(f"/api/v1/lots/{lot.pk}/weigh-test/", body, format="json").status_code, 400)


class AfterATrial(ApiCase):
    def test_another_test_is_weighed_from_what_was_found(self):
        trial = grown_trial(none=(2, 3, 2), cold=(12, 13, 11))
        found = self.client.get(f"/api/v1/trials/{trial.pk}/worth/").json()
        names = [b["name"] for b in found["believed"]]
        self.assertEqual(names[:2], ["none", "cold"])
        self.assertIn("of 60", found["believed"][1]["rests_on"])
        self.assertEqual(found["without"], "cold")
        wanted = self.client.get(f"/api/v1/trials/{trial.pk}/worth/", {"wanted": 20}).json()
        self.assertFalse(wanted["worth_it"])

    def test_what_was_decided_clearly_is_not_worth_testing_again(self):
        trial = grown_trial(none=(0, 0, 0), cold=(20, 20, 20))
        found = self.client.get(f"/api/v1/trials/{trial.pk}/worth/", {"belief": 1}).json()
        again = [d for d in found["designs"] if "something new" not in d["treatments"]]
        self.assertTrue(all(d["worth"] < 0 for d in again))

    def test_something_new_is_never_sown_untried(self):
        trial = grown_trial(none=(4, 5, 4), cold=(6, 6, 5))
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=make_recipe("20 weeks", 140))
        found = self.client.get(f"/api/v1/trials/{trial.pk}/worth/").json()
        self.assertIn("something new", [b["name"] for b in found["believed"]])
        self.assertIn(found["without"], ("none", "cold"))

    def test_where_nothing_germinated_the_seed_is_looked_at_first(self):
        found = self.client.get(f"/api/v1/trials/{grown_trial(none=(0, 0, 0), cold=(0, 0, 0)).pk}/worth/").json()
        self.assertEqual((found["designs"], found["worth_it"]), ([], False))
        self.assertIn("whether the seed is alive", found["sentence"])

    def test_before_a_count_there_is_nothing_to_weigh(self):
        early = self.client.get(f"/api/v1/trials/{make_sown_trial(1).pk}/worth/")
        self.assertEqual((early.status_code, early.json()["code"]), (409, "no_look"))

    def test_smoke_has_its_own_starting_point(self):
        body = {"treatments": [{"name": "smoke", "recipe": make_recipe("smoke", 0.5, StepKind.SMOKE_WATER).pk}]}
        found = self.client.post(f"/api/v1/lots/{make_lot(seeds=900).pk}/weigh-test/", body, format="json").json()
        self.assertAlmostEqual(found["believed"][0]["share"], 0.35)
