from itertools import pairwise
from unittest import TestCase

import numpy as np

from core.errors import CoreError
from core.harvest import SeasonBelief, Sighting, ripeness, season_belief, seen_season, thermal_days
from core.vocabulary import Shedding

SEASON = (120.0, 280.0)
DAYS = np.arange(130.0, 280.0)


EARLIER = SeasonBelief(200.0, 8.0)


def believed(shedding=Shedding.SHATTERS, sightings=()):
    return ripeness(shedding, SEASON, sightings, EARLIER)


class Beliefs(TestCase):
    def test_without_earlier_season_or_visit_nothing_is_believed(self):
        self.assertIsNone(ripeness(Shedding.HOLDS, SEASON, []))

    def test_an_earlier_season_is_where_this_one_is_expected(self):
        middle, lower, upper = believed().half_ripe()
        self.assertAlmostEqual(middle, 200, delta=0.6)
        self.assertAlmostEqual(upper - lower, 2 * 1.645 * 8, delta=3)

    def test_a_visit_that_sees_little_moves_the_day_later_and_one_that_sees_much_earlier(self):
        plain = believed().half_ripe()[0]
        self.assertGreater(believed(sightings=[Sighting(200, 0.05)]).half_ripe()[0], plain + 4)
        self.assertLess(believed(sightings=[Sighting(200, 0.95)]).half_ripe()[0], plain - 4)

    def test_visits_narrow_the_day(self):
        seen = [Sighting(190, 0.1), Sighting(196, 0.35), Sighting(201, 0.6)]
        middle, lower, upper = believed(sightings=seen).half_ripe()
        self.assertAlmostEqual(middle, 199, delta=2)
        self.assertLess(upper - lower, 8)

    def test_none_seen_is_no_sharper_than_few_seen(self):
        none = [Sighting(d, 0.0) for d in (170, 172, 174, 176, 178, 180)]
        widths = [u - low for _, low, u in (believed(sightings=none).half_ripe(), believed().half_ripe())]
        self.assertGreater(widths[0], 0.6 * widths[1])

    def test_a_stand_found_bare_was_ripe_before(self):
        self.assertLess(believed(sightings=[Sighting(205, gone=True)]).half_ripe()[0], 195)

    def test_a_harvest_says_that_seed_was_ripe(self):
        self.assertLess(believed(sightings=[Sighting(190, harvested=True)]).half_ripe()[0], 197)

    def test_a_season_without_days_is_refused(self):
        with self.assertRaises(CoreError) as refused:
            ripeness(Shedding.HOLDS, (200, 200), [Sighting(200, 0.5)])
        self.assertEqual(refused.exception.code, "season_impossible")


class Gone(TestCase):
    def test_seed_that_is_held_is_gone_later(self):
        by_kind = [believed(k).chance_gone(212) for k in (Shedding.BURSTS, Shedding.SHATTERS, Shedding.FLESHY, Shedding.HOLDS)]
        self.assertEqual(by_kind, sorted(by_kind, reverse=True))
        self.assertLess(by_kind[-1], 0.05)

    def test_the_chance_that_it_is_gone_rises_with_the_day(self):
        chances = [believed().chance_gone(d) for d in (190, 200, 205, 215, 235)]
        self.assertEqual(chances, sorted(chances))
        self.assertAlmostEqual(believed().chance_gone(205), 0.5, delta=0.08)
        self.assertAlmostEqual(believed().chance_ripe(200), 0.5, delta=0.05)

    def test_the_band_holds_its_expected_shares_and_seed_is_ripe_before_it_is_gone(self):
        for day in believed().band(DAYS):
            self.assertTrue(day.ripe_lower <= day.ripe <= day.ripe_upper)
            self.assertTrue(day.gone_lower <= day.gone <= day.gone_upper)
            self.assertLessEqual(day.gone, day.ripe + 1e-9)


class Going(TestCase):
    def test_the_best_days_lie_after_half_is_ripe_and_before_half_is_gone(self):
        day, there, first, last = believed(Shedding.HOLDS, [Sighting(200, 0.5)]).best_days(DAYS)
        self.assertTrue(200 < first <= day <= last < 232)
        self.assertGreater(there, 0.8)

    def test_the_next_visit_comes_sooner_where_seed_falls_sooner(self):
        seen = [Sighting(198, 0.4)]
        gaps = [believed(k, seen).next_visit(198, 198) - 198 for k in (Shedding.BURSTS, Shedding.SHATTERS, Shedding.FLESHY, Shedding.HOLDS)]
        self.assertEqual(gaps, sorted(gaps))
        self.assertLessEqual(gaps[0], 2)
        self.assertGreater(gaps[-1], 10)

    def test_what_was_left_on_the_plants_brings_the_visit_forward(self):
        found = believed(Shedding.SHATTERS, [Sighting(203, 0.7)])
        self.assertLessEqual(found.next_visit(203, 203, taken=False), found.next_visit(203, 203))
        self.assertGreater(found.lost(203, np.array([208.0]), taken=False)[0], found.lost(203, np.array([208.0]), taken=True)[0])

    def test_the_loss_by_the_next_visit_stays_under_what_is_allowed(self):
        found = believed(Shedding.SHATTERS, [Sighting(195, 0.2)])
        day = found.next_visit(195, 195, most=0.05)
        self.assertLess(found.lost(195, np.array([day]), taken=True)[0], 0.05)
        self.assertGreaterEqual(found.lost(195, np.array([day + 1]), taken=True)[0], 0.05)

    def test_a_season_that_is_over_has_no_next_visit(self):
        self.assertIsNone(believed(Shedding.SHATTERS, [Sighting(215, 0.9), Sighting(225, 1.0)]).next_visit(225, 225))

    def test_before_any_visit_it_comes_before_anything_falls(self):
        self.assertLess(believed().next_visit(None, 160), 200)


class Seasons(TestCase):
    def test_an_earlier_season_tells_its_day(self):
        found = seen_season(Shedding.SHATTERS, SEASON, [Sighting(180, 0.1), Sighting(187, 0.5), Sighting(192, 0.8)])
        self.assertAlmostEqual(found.mean, 187, delta=2)
        self.assertLess(found.sd, 4)
        self.assertIsNone(seen_season(Shedding.SHATTERS, SEASON, [Sighting(122, 0.0)]))

    def test_more_seasons_make_the_next_one_surer_but_never_sure(self):
        one, five = season_belief([SeasonBelief(200, 3)]), season_belief([SeasonBelief(200 + d, 3) for d in (-2, -1, 0, 1, 2)])
        self.assertLess(five.sd, one.sd)
        self.assertGreaterEqual(five.sd, 6)

    def test_other_stands_of_the_plant_say_less_than_the_stand_itself(self):
        own, other = season_belief([SeasonBelief(200, 3)]), season_belief([], [SeasonBelief(200, 3)])
        self.assertLess(own.sd, other.sd)
        both = season_belief([SeasonBelief(200, 3)], [SeasonBelief(230, 3)])
        self.assertLess(both.mean, 212)
        self.assertIsNone(season_belief([]))


class Clock(TestCase):
    def test_a_warm_year_runs_ahead_and_a_cold_one_behind(self):
        usual = [12.0] * 100
        warm, cold, same = (thermal_days(usual, [t] * 50) for t in (16.0, 8.0, 12.0))
        self.assertAlmostEqual(same[-1], 100, delta=0.01)
        self.assertGreater(warm[49], 65)
        self.assertLess(cold[49], 35)
        self.assertTrue(all(b >= a for a, b in pairwise(warm)))

    def test_more_weather_than_days_is_refused(self):
        with self.assertRaises(CoreError):
            thermal_days([10.0], [10.0, 10.0])
