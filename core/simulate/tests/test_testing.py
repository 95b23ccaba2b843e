from unittest import TestCase

from core.simulate import gains, lots_to_test


class Testing(TestCase):
    def test_following_the_worth_beats_testing_always_and_never(self):
        found = [gains(lot, 1000, 3) for lot in lots_to_test()]
        self.assertEqual(len(found), 20)
        followed, always, never = (sum(getattr(g, name) for g in found) for name in ("followed", "always", "never"))
        self.assertGreater(followed, 1.02 * never)
        self.assertGreater(followed, 1.1 * always)

    def test_a_lot_that_is_not_tested_has_the_plants_of_sowing_it(self):
        small = next(g for lot in lots_to_test() if (g := gains(lot, 500, 3)).design is None)
        self.assertEqual(small.followed, small.never)
