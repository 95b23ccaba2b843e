from server.evidence.selectors.recipe_results import recipe_results
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_recipe, make_sown_trial, make_taxon


class WhatARecipeDid(ApiCase):
    def tried(self, recipe, taxon, code, germinated):
        """A trial of the recipe on a lot of a plant, with so many of ten in each of three dishes."""
        trial = make_sown_trial(20, lot=make_lot(code, taxon=taxon))
        trial.treatments.filter(name="cold").update(recipe=recipe)
        for dish in dishes_of(trial):
            look(dish, 9, germinated if dish.treatment.name == "cold" else 1)
        return trial

    def setUp(self):
        super().setUp()
        self.cold = make_recipe("8 weeks cold", 56)
        self.flax, self.sumac = make_taxon("Linum lewisii", "Lewis flax"), make_taxon("Rhus trilobata", "skunkbush sumac")

    def results(self):
        return self.client.get(f"/api/v1/recipes/{self.cold.pk}/results/").json()

    def test_each_plant_has_its_average_lot_the_best_first(self):
        self.assertEqual(self.results(), [])
        self.tried(self.cold, self.flax, "F-1", 3)
        self.tried(self.cold, self.flax, "F-2", 4)
        self.tried(self.cold, self.sumac, "S-1", 9)
        self.assertEqual([(r["name"], r["trials"]) for r in self.results()], [("skunkbush sumac", 1), ("Lewis flax", 2)])
        for r in self.results():
            mean, next_lot = r["pooled"]["mean"], r["pooled"]["next_lot"]
            self.assertLess(mean["lower"], mean["median"])
            self.assertLessEqual(next_lot["lower"], mean["lower"])
        self.assertAlmostEqual(self.results()[1]["pooled"]["mean"]["median"], 0.35, delta=0.1)

    def test_seed_of_an_unknown_species_is_named_by_its_lot(self):
        self.tried(self.cold, None, "U-1", 5)
        (found,) = self.results()
        self.assertIsNone(found["taxon"])
        self.assertIsNotNone(found["lot"])

    def test_another_version_or_an_uncounted_trial_is_not_among_them(self):
        self.tried(make_recipe("12 weeks cold", 84), self.flax, "F-1", 9)
        make_sown_trial(2, lot=make_lot("F-2", taxon=self.flax)).treatments.filter(name="cold").update(recipe=self.cold)
        self.assertEqual(self.results(), [])

    def test_any_number_of_trials_needs_the_same_queries(self):
        for n, plant in enumerate([self.flax, self.flax, self.sumac, self.sumac, self.sumac]):
            self.tried(self.cold, plant, f"F-{n}", 4)
            # what all trials share is read once
            recipe_results(self.cold)
            with self.assertNumQueries(11):
                recipe_results(self.cold)
