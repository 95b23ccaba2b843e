from unittest import TestCase

from core.design import Design, power
from core.simulate import power_by_simulation

# named designs of the kinds that a bench lays out
DESIGNS = {
    "one pair of three, 4 × 25": {"p1": 0.5, "p2": 0.75, "dishes": 4, "seeds": 25, "treatments": 3, "rho": 0.05, "comparisons": 1},
    "a ladder of four doses": {
        "p1": 0.4,
        "p2": 0.8,
        "dishes": 4,
        "seeds": 25,
        "treatments": 4,
        "rho": 0.05,
        "comparisons": 3,
    },
    "many dishes for a small difference": {"p1": 0.5, "p2": 0.7, "dishes": 12, "seeds": 25, "treatments": 4, "rho": 0.05, "comparisons": 3},
    "small dishes that differ": {"p1": 0.2, "p2": 0.5, "dishes": 8, "seeds": 10, "treatments": 2, "rho": 0.1, "comparisons": 1},
    "dishes that agree": {"p1": 0.6, "p2": 0.9, "dishes": 5, "seeds": 20, "treatments": 5, "rho": 0.0, "comparisons": 4},
    "nothing to find": {"p1": 0.4, "p2": 0.4, "dishes": 6, "seeds": 25, "treatments": 4, "rho": 0.05, "comparisons": 3},
}


class PowerByDrawing(TestCase):
    def test_formula_and_drawn_trials_agree_within_four_points_in_six_designs(self):
        for name, design in DESIGNS.items():
            with self.subTest(name):
                laid = {k: v for k, v in design.items() if k not in ("p1", "p2")}
                formula = power(design["p1"], design["p2"], Design(**laid))
                self.assertIsNotNone(formula)
                self.assertAlmostEqual(power_by_simulation(**design), formula[1], delta=0.04)

    def test_the_same_seed_draws_the_same_trials(self):
        design = DESIGNS["small dishes that differ"]
        self.assertEqual(power_by_simulation(**design, draws=200, seed=3), power_by_simulation(**design, draws=200, seed=3))
        self.assertNotEqual(power_by_simulation(**design, draws=200, seed=3), power_by_simulation(**design, draws=200, seed=4))

    def test_where_every_dish_is_all_or_none_no_difference_is_shown(self):
        self.assertEqual(power_by_simulation(0.0, 1.0, dishes=4, seeds=10, treatments=2, rho=0.0, comparisons=1, draws=50), 0.0)
