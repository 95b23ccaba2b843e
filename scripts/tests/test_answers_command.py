import contextlib
import io
import json
import tempfile
from pathlib import Path
from unittest import TestCase

from scripts.answers import main

SHARED = Path("core/tests/vectors")


class Answers(TestCase):
    def answers(self, content):
        with tempfile.TemporaryDirectory() as folder:
            source, target = Path(folder, "cases.json"), Path(folder, "answers.json")
            source.write_text(content if isinstance(content, str) else json.dumps(content))
            with contextlib.redirect_stdout(io.StringIO()), contextlib.redirect_stderr(io.StringIO()):
                status = main([str(source), str(target)])
            return status, json.loads(target.read_text())["answers"] if target.exists() else None

    def test_answers_come_in_the_order_of_the_cases_and_need_no_expectations(self):
        cases = [{"id": f"c-{n}", "function": "holm", "input": {"p": [0.01 * n, 0.04]}} for n in (3, 1, 2)]
        status, found = self.answers({"cases": cases})
        self.assertEqual((status, [a["id"] for a in found]), (0, ["c-3", "c-1", "c-2"]))
        self.assertEqual(found[1], {"id": "c-1", "function": "holm", "answer": {"adjusted": [0.02, 0.04]}})

    def test_a_refusal_has_its_code_and_no_case_stops_the_run(self):
        seen = {"id": "a", "function": "cells_needed", "input": {"p": 1.5, "n_eff": 20, "plants": 10}}
        unknown = {"id": "b", "function": "read_tea_leaves", "input": {}}
        _, found = self.answers({"cases": [seen, unknown, {"id": "c", "function": "holm", "input": {"p": [0.02]}}]})
        self.assertIs(found[0]["answer"]["refused"], True)
        self.assertTrue(found[0]["answer"]["code"])
        self.assertEqual(found[1]["answer"], {"error": "not_built"})
        self.assertEqual(found[2]["answer"], {"adjusted": [0.02]})

    def test_the_kept_vectors_are_all_answered(self):
        cases = [c for name in ("final", "decide", "sowing", "storage") for c in json.loads((SHARED / f"{name}.json").read_text())["cases"]]
        status, found = self.answers({"cases": cases})
        self.assertEqual((status, len(found)), (0, len(cases)))

    def test_what_is_no_file_of_cases_is_refused(self):
        self.assertEqual(self.answers("no json"), (2, None))
