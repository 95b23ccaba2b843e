from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.statistics import (
    NORMAL_975,
    WelchGroup,
    critical_value,
    holm,
    newcombe,
    two_sided_p,
    upper_chi2,
    upper_f,
    welch_oneway,
    welch_pair,
    wilson,
)

shares = st.floats(0, 1)
sizes = st.floats(0.5, 5000)


class Wilson(TestCase):
    def test_six_of_ten_lie_somewhere_between_31_and_83_percent(self):
        interval = wilson(0.6, 10)
        self.assertAlmostEqual(interval.lower, 0.3127, 4)
        self.assertAlmostEqual(interval.upper, 0.8318, 4)

    def test_none_and_all_reach_their_end_exactly(self):
        self.assertEqual(wilson(0, 12).lower, 0)
        self.assertEqual(wilson(1, 12).upper, 1)
        self.assertGreater(wilson(0, 12).upper, 0.2)

    @given(shares, sizes)
    def test_it_holds_the_share_and_stays_between_0_and_1(self, p, n):
        interval = wilson(p, n)
        self.assertLessEqual(0, interval.lower)
        self.assertLessEqual(interval.lower, p + 1e-12)
        self.assertGreaterEqual(interval.upper, p - 1e-12)
        self.assertLessEqual(interval.upper, 1)

    @given(st.floats(0.01, 0.99), st.floats(2, 1000))
    def test_more_seeds_never_widen_it(self, p, n):
        few, many = wilson(p, n), wilson(p, 2 * n)
        self.assertLessEqual(many.upper - many.lower, few.upper - few.lower + 1e-12)

    def test_a_share_outside_0_and_1_is_refused(self):
        for p in (-0.1, 1.1, float("nan")):
            with self.assertRaises(CoreError) as caught:
                wilson(p, 10)
            self.assertEqual(caught.exception.code, "share_out_of_range")

    def test_no_seeds_are_refused(self):
        with self.assertRaises(CoreError):
            wilson(0.5, 0)


class Newcombe(TestCase):
    @given(shares, shares, sizes, sizes)
    def test_it_holds_the_difference_and_turns_with_it(self, p, q, n, m):
        a, b = wilson(p, n), wilson(q, m)
        forth, back = newcombe(p, a, q, b), newcombe(q, b, p, a)
        self.assertLessEqual(forth.lower, p - q + 1e-9)
        self.assertGreaterEqual(forth.upper, p - q - 1e-9)
        self.assertAlmostEqual(forth.lower, -back.upper)

    @given(shares, shares, sizes, sizes)
    def test_it_never_leaves_minus_1_to_1(self, p, q, n, m):
        interval = newcombe(p, wilson(p, n), q, wilson(q, m))
        self.assertGreaterEqual(interval.lower, -1 - 1e-9)
        self.assertLessEqual(interval.upper, 1 + 1e-9)


class Holm(TestCase):
    @given(st.lists(st.floats(0, 1), max_size=12))
    def test_adjusted_p_is_never_smaller_and_never_above_1(self, p):
        for raw, adjusted in zip(p, holm(p), strict=True):
            self.assertGreaterEqual(adjusted, raw - 1e-12)
            self.assertLessEqual(adjusted, 1)

    @given(st.lists(st.floats(0, 1), min_size=2, max_size=12))
    def test_the_order_of_p_is_kept(self, p):
        adjusted = holm(p)
        for i in range(len(p)):
            for j in range(len(p)):
                if p[i] < p[j]:
                    self.assertLessEqual(adjusted[i], adjusted[j])

    def test_one_p_stays_as_it_is(self):
        self.assertEqual(holm([0.03]), [0.03])
        self.assertEqual(holm([]), [])


class Distributions(TestCase):
    def test_known_values(self):
        self.assertAlmostEqual(NORMAL_975, 1.959964, 6)
        self.assertAlmostEqual(critical_value(10), 2.228139, 5)
        self.assertAlmostEqual(two_sided_p(2.228139, 10), 0.05, 6)
        self.assertAlmostEqual(two_sided_p(1.959964, None), 0.05, 6)
        self.assertAlmostEqual(upper_chi2(5.991465, 2), 0.05, 6)
        self.assertAlmostEqual(upper_f(4.964603, 1, 10), 0.05, 6)

    def test_few_degrees_of_freedom_ask_for_more(self):
        self.assertGreater(critical_value(3), critical_value(30))
        self.assertGreater(critical_value(30), critical_value(None))


class WelchOverGroups(TestCase):
    def test_groups_of_two_values_are_enough_and_those_without_spread_are_left_out(self):
        found = welch_oneway([[1, 2], [4, 6], [5, 5], [7]])
        self.assertEqual((found.left_out, found.df1), ((2, 3), 1))
        self.assertAlmostEqual(found.f, welch_pair([1, 2], [4, 6]).t ** 2)
        self.assertIsNone(welch_oneway([[1, 2], [5, 5]]).f)

    def test_a_known_variance_beside_the_values_raises_the_degrees_of_freedom_as_satterthwaite_does(self):
        x, y, extra = [1.0, 2.0, 4.0], [3.0, 7.0, 5.0, 6.0], (0.2, 0.1)
        own = [WelchGroup(v, 0.0).squared_se for v in (x, y)]
        whole = [o + e for o, e in zip(own, extra, strict=True)]
        wanted = sum(whole) ** 2 / sum(o**2 / (len(v) - 1) for o, v in zip(own, (x, y), strict=True))
        self.assertAlmostEqual(welch_pair(x, y, extra).df, wanted)
        self.assertAlmostEqual(WelchGroup(x, 0.2).df, 2 * (whole[0] / own[0]) ** 2)
