from unittest import TestCase

import numpy as np

from core.simulate import SimulatedSeason, visited
from core.vocabulary import Shedding

KINDS = (Shedding.HOLDS, Shedding.FLESHY, Shedding.SHATTERS, Shedding.FLIES, Shedding.BURSTS)


class Seasons(TestCase):
    """Ten seasons of each kind: the share lost, the visits, and the day of half ripe in its range (docs/methods/ripeness.md)."""

    @classmethod
    def setUpClass(cls):
        draw = np.random.default_rng(5)
        drawn = [SimulatedSeason.draw(kind, draw) for kind in KINDS for _ in range(10)]
        cls.followed = [visited(s, draw, follow=True) for s in drawn]
        cls.fixed = [visited(s, draw, follow=False) for s in drawn]

    def test_following_the_next_visit_loses_a_tenth_at_most_with_no_more_visits(self):
        lost, visits = (np.mean([getattr(s, name) for s in self.followed]) for name in ("lost", "visits"))
        self.assertLessEqual(lost, 0.11)
        self.assertLess(lost, 0.7 * np.mean([s.lost for s in self.fixed]))
        self.assertLessEqual(visits, 1.05 * np.mean([s.visits for s in self.fixed]))

    def test_the_day_of_half_ripe_lies_in_its_range(self):
        self.assertGreaterEqual(np.mean([np.mean(s.held) for s in self.followed]), 0.86)
