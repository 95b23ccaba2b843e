from itertools import combinations
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.germination import compact_letters


@st.composite
def _chosen_pairs(draw):
    n = draw(st.integers(1, 8))
    pairs = list(combinations(range(n), 2))
    return n, draw(st.sets(st.sampled_from(pairs))) if pairs else set()


class CompactLetters(TestCase):
    def test_all_apart_get_a_letter_each(self):
        names = ["x", "y", "z"]
        self.assertEqual(compact_letters(names, list(combinations(names, 2))), {"x": "a", "y": "b", "z": "c"})

    def test_none_apart_share_one(self):
        self.assertEqual(compact_letters(["x", "y"], []), {"x": "a", "y": "a"})

    def test_beyond_z_letters_are_counted(self):
        names = [f"t{n}" for n in range(28)]
        found = compact_letters(names, list(combinations(names, 2)))
        self.assertEqual([found[n] for n in ("t0", "t25", "t26", "t27")], ["a", "z", "a2", "b2"])

    def test_one_treatment(self):
        self.assertEqual(compact_letters(["x"], []), {"x": "a"})

    @given(
        st.integers(1, 8).flatmap(lambda n: st.tuples(st.just(n), st.sets(st.sampled_from(list(combinations(range(n), 2)) or [(0, 0)]))))
    )
    def test_exactly_the_pairs_that_may_not_differ_share_a_letter(self, drawn):
        n, chosen = drawn
        names = [f"t{i}" for i in range(n)]
        apart = [(names[i], names[j]) for i, j in chosen]
        letters = compact_letters(names, apart)
        for a, b in combinations(names, 2):
            self.assertEqual(bool(set(letters[a]) & set(letters[b])), (a, b) not in apart)
