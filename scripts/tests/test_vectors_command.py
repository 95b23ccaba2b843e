import contextlib
import io
import json
import tempfile
from pathlib import Path
from unittest import TestCase

from scripts.vectors import main, mismatches

LOOSE = {"rel": 1e-6, "abs": 0}


class Comparing(TestCase):
    def found(self, got, wanted, **rules):
        return mismatches(got, wanted, rules, {"rel": 1e-9, "abs": 1e-9})

    def test_numbers_within_the_tolerance_are_equal_and_an_int_is_a_float(self):
        self.assertEqual(self.found({"a": 1.0, "b": 2}, {"a": 1, "b": 2.0}), [])
        self.assertEqual(len(self.found({"a": 1.001}, {"a": 1})), 1)

    def test_a_rule_by_name_is_taken_under_that_name_and_below_it(self):
        self.assertEqual(self.found({"aic": {"weibull": 100.00001}}, {"aic": {"weibull": 100}}, aic=LOOSE), [])

    def test_undefined_is_none_never_0_or_nan(self):
        self.assertEqual(self.found({"a": None}, {"a": None}), [])
        self.assertEqual(len(self.found({"a": 0}, {"a": None})), 1)
        self.assertEqual(len(self.found({"a": float("nan")}, {"a": 0.5})), 1)
        self.assertEqual(len(self.found({"a": None}, {"a": 0})), 1)

    def test_true_is_not_1(self):
        self.assertEqual(len(self.found({"a": 1}, {"a": True})), 1)

    def test_a_missing_key_and_a_list_of_another_length_are_found(self):
        self.assertEqual(self.found({}, {"a": 1}), ["a: missing"])
        self.assertEqual(len(self.found({"a": [1, 2]}, {"a": [1]})), 1)

    def test_sets_have_no_order(self):
        self.assertEqual(self.found({"warnings": ("x", "y")}, {"warnings": ["y", "x"]}), [])

    def test_keys_nobody_asked_for_are_not_checked(self):
        self.assertEqual(self.found({"a": 1, "b": 5}, {"a": 1}), [])


class Command(TestCase):
    def run_cases(self, *cases):
        file = {"area": "x", "tolerance": {"rel": 1e-9, "abs": 1e-9}, "cases": list(cases)}
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder, "x.json")
            path.write_text(json.dumps(file))
            out = io.StringIO()
            with contextlib.redirect_stdout(out):
                status = main([str(path)])
        return status, out.getvalue().splitlines()

    def case(self, expect, function="holm"):
        return {"id": "x-1", "why": "tried", "function": function, "input": {"p": [0.01, 0.04]}, "expect": expect}

    def test_a_right_case_passes(self):
        status, lines = self.run_cases(self.case({"adjusted": [0.02, 0.04]}))
        self.assertEqual((status, lines[-1]), (0, "1 passed, 0 failed"))

    def test_a_wrong_case_is_printed_and_fails(self):
        status, lines = self.run_cases(self.case({"adjusted": [0.02, 0.05]}))
        self.assertEqual((status, lines[-1]), (1, "0 passed, 1 failed"))
        self.assertIn("adjusted.1", lines[0])

    def test_a_case_that_blows_up_fails_and_the_run_goes_on(self):
        status, lines = self.run_cases(self.case({}, "wilson"), self.case({"adjusted": [0.02, 0.04]}))
        self.assertEqual((status, lines[-1]), (1, "1 passed, 1 failed"))

    def test_a_function_that_is_not_built_is_listed(self):
        status, lines = self.run_cases(self.case({}, "read_tea_leaves"))
        self.assertEqual(status, 0)
        self.assertIn("not built yet: read_tea_leaves", lines[0])
