import unittest

import numpy as np

from core.simulate import Biology, Fates, fates_after, live_dish
from core.treatment import RecipeStep
from core.vocabulary import StepKind

BIOLOGY = Biology(share_empty=0.2, share_hard=0.3, cold_days_needed=30, share_without_cold=0.5, days_to_come_up=8)


def dish(seed=1, seeds=200, **fields):
    return live_dish(BIOLOGY, fates_after(BIOLOGY, []), seeds=seeds, draw=np.random.default_rng(seed), **fields)


class OneDishInTime(unittest.TestCase):
    def test_every_seed_is_somewhere_on_every_day(self):
        for seed in range(20):
            for mould in (0.0, 0.6):
                life = dish(seed, mould_share=mould)
                for day in (0, 3, 9, 40):
                    rest = life.left_on(day)
                    left = rest.fresh + rest.hard + rest.empty + rest.dead
                    self.assertEqual(life.up_by(day) + life.rotted_by(day) + left, life.seeds)

    def test_what_has_come_up_or_rotted_stays_so(self):
        life = dish(mould_share=0.4)
        ups, rots = ([f(d) for d in range(60)] for f in (life.up_by, life.rotted_by))
        self.assertEqual((ups, rots), (sorted(ups), sorted(rots)))
        self.assertEqual((life.up_by(0), life.rotted_by(0)), (0, 0))

    def test_the_same_seed_of_chance_gives_the_same_dish(self):
        self.assertEqual(dish(5), dish(5))
        self.assertNotEqual(dish(5), dish(6))

    def test_over_many_dishes_the_share_is_the_biologys(self):
        fates = fates_after(BIOLOGY, [])
        up = sum(len(dish(s).up) for s in range(200)) / (200 * 200)
        self.assertAlmostEqual(up, fates.early + fates.ready, delta=0.02)

    def test_mould_takes_what_is_not_up_in_time(self):
        clean, mouldy = (sum(len(dish(s, mould_share=m).up) for s in range(50)) for m in (0.0, 0.9))
        self.assertLess(mouldy, 0.6 * clean)
        self.assertEqual(dish(3, mould_share=0).rots, ())

    def test_a_lot_of_which_everything_comes_up_leaves_nothing(self):
        ready = Biology()
        fates = Fates(early=0.0, ready=1.0, dormant=0.0, hard=0.0, empty=0.0, dead=0.0)
        life = live_dish(ready, fates, seeds=30, draw=np.random.default_rng(1))
        self.assertEqual((len(life.up), life.rots), (30, ()))

    def test_a_lot_of_which_nothing_comes_up_is_all_rest(self):
        dead = Biology(share_empty=1.0)
        life = live_dish(dead, fates_after(dead, []), seeds=30, draw=np.random.default_rng(1))
        self.assertEqual((life.up, life.left_on(50).empty), ((), 30))


class StepsOnSeed(unittest.TestCase):
    def test_more_cycles_of_frost_open_more_hard_coats_and_let_cold_work(self):
        hard = Biology(share_hard=0.8, share_empty=0.0, cold_days_needed=30, share_without_cold=0.0)
        cold = RecipeStep(StepKind.COLD_MOIST, 90)
        shares = [fates_after(hard, [RecipeStep(StepKind.FREEZE_THAW, n), cold]).ready for n in (0, 5, 10, 30)]
        self.assertEqual(shares, sorted(set(shares)))
        self.assertAlmostEqual(fates_after(hard, [RecipeStep(StepKind.FREEZE_THAW, 10)]).hard, 0.4)
