from collections import Counter
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design import CODE_LETTERS, allocate, draw_codes
from core.errors import CoreError
from core.vocabulary import Layout


class Allocation(TestCase):
    def test_the_same_seed_gives_the_same_layout_and_another_one_another(self):
        first = allocate([4, 4, 4, 4], Layout.RANDOM, 7)
        self.assertEqual(first, allocate([4, 4, 4, 4], Layout.RANDOM, 7))
        self.assertNotEqual([p.treatment for p in first], [p.treatment for p in allocate([4, 4, 4, 4], Layout.RANDOM, 8)])

    def test_the_treatments_are_mixed_over_the_positions(self):
        order = [p.treatment for p in allocate([4, 4, 4, 4], Layout.RANDOM, 3)]
        self.assertNotEqual(order, sorted(order))

    @given(st.lists(st.integers(1, 6), min_size=1, max_size=6), st.integers(0, 2**40))
    def test_every_dish_has_one_position_of_its_own(self, dishes, seed):
        placed = allocate(dishes, Layout.RANDOM, seed)
        self.assertEqual([p.position for p in placed], list(range(1, sum(dishes) + 1)))
        self.assertEqual(Counter(p.treatment for p in placed), Counter(dict(enumerate(dishes))))

    @given(st.integers(1, 6), st.integers(1, 6), st.integers(0, 2**40))
    def test_each_block_holds_each_treatment_once(self, treatments, dishes, seed):
        for block in range(1, dishes + 1):
            inside = [p.treatment for p in allocate([dishes] * treatments, Layout.BLOCKS, seed) if p.block == block]
            self.assertEqual(sorted(inside), list(range(treatments)))

    def test_blocks_need_equal_numbers_and_say_so(self):
        with self.assertRaises(CoreError) as caught:
            allocate([3, 4], Layout.BLOCKS, 1)
        self.assertIn("3, 4", caught.exception.message)

    def test_a_treatment_without_a_dish_is_refused(self):
        for dishes in ([], [3, 0]):
            with self.assertRaises(CoreError):
                allocate(dishes, Layout.RANDOM, 1)

    def test_positions_are_even_over_many_seeds(self):
        first = Counter(allocate([1, 1, 1, 1], Layout.RANDOM, seed)[0].treatment for seed in range(2000))
        for count in first.values():
            self.assertTrue(400 < count < 600, first)


class Codes(TestCase):
    @given(st.integers(0, 300), st.integers(0, 2**40))
    def test_codes_are_unique_and_free_of_look_alikes(self, count, seed):
        codes = draw_codes(count, seed)
        self.assertEqual(len(set(codes)), count)
        for code in codes:
            self.assertEqual(len(code), 4)
            self.assertFalse(set(code) & set("IOQ01"))

    def test_codes_that_were_ever_used_are_left_alone(self):
        used = set(draw_codes(50, 5))
        self.assertFalse(used & set(draw_codes(50, 5, used)))

    def test_the_letters_leave_out_those_that_are_mistaken(self):
        self.assertFalse(set(CODE_LETTERS) & set("IOQ"))

    def test_when_no_code_is_free_it_says_so(self):
        class Everything:
            def __contains__(self, code):
                return True

        with self.assertRaises(CoreError) as caught:
            draw_codes(1, 1, Everything())
        self.assertEqual(caught.exception.code, "codes_used_up")
