import json
from pathlib import Path
from unittest import TestCase

from scripts.adapters import ADAPTERS
from scripts.vectors import run_case

KEPT = Path(__file__).parent / "vectors"
SHARED = Path(__file__).parents[3] / "shared" / "vectors"
BUILT = {
    *("records", "indices", "final", "compare_final", "counting_plan", "schedule"),
    *("quantities", "storage", "imbibition", "chill", "planning"),
    *("course", "compare_speed", "bags", "blocks", "decide", "over_trials", "sowing", "dose_response"),
}


class WorkedVectors(TestCase):
    def check(self, path: Path) -> int:
        file = json.loads(path.read_text(encoding="utf-8"))
        run = 0
        for case in file.get("cases", ()):
            if case["function"] not in ADAPTERS:
                continue
            run += 1
            with self.subTest(file=path.name, case=case["id"], why=case["why"]):
                self.assertEqual(run_case(case, file), [])
        return run

    def test_every_kept_case_of_the_parts_built_so_far_passes(self):
        for area in sorted(BUILT):
            cases = json.loads((KEPT / f"{area}.json").read_text(encoding="utf-8"))["cases"]
            self.assertEqual(self.check(KEPT / f"{area}.json"), len(cases))

    def test_every_shared_case_of_a_function_that_exists_passes(self):
        if not SHARED.is_dir():
            self.skipTest("no shared vectors beside this checkout; the kept copies were run")
        self.assertGreater(sum(self.check(p) for p in sorted(SHARED.glob("*.json"))), 300)
