import re
import tempfile
from pathlib import Path
from unittest import TestCase, mock

from scripts import check_locks, check_node
from scripts.bench_evidence import compare, large_trial


class LockFiles(TestCase):
    def check(self, text):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder, "run.txt")
            path.write_text(text)
            with mock.patch.object(check_locks, "LOCKS", [path]), mock.patch("builtins.print"):
                return check_locks.main()

    def test_names_versions_and_hashes_pass(self):
        self.assertEqual(self.check("django==5.2.19 \\\n    --hash=sha256:abc\n"), 0)

    def test_any_source_is_found(self):
        for line in ("--index-url x", "--extra-index-url x", "--find-links x", '"resolved": "x"', "registry=x", "a @ https://x/y.whl"):
            self.assertEqual(self.check(line), 1, line)

    def test_the_projects_own_lock_files_name_none(self):
        with mock.patch("builtins.print"):
            self.assertEqual(check_locks.main(), 0)


class Node(TestCase):
    def check(self, version, found="/usr/bin/node"):
        said = mock.Mock(stdout=f"{version}\n")
        with mock.patch("shutil.which", return_value=found), mock.patch("subprocess.run", return_value=said):
            return check_node.main()

    def test_new_enough_or_not(self):
        self.assertEqual([self.check(v) for v in ("v20.19.0", "v24.1.0", "v18.20.1", "v20.18.9", "odd")], [0, 0, 1, 1, 1])

    def test_missing(self):
        self.assertEqual(self.check("v24.1.0", found=None), 1)


class Bench(TestCase):
    def test_the_large_trial_is_the_one_it_claims_to_be(self):
        trial = large_trial(1)
        self.assertEqual((len(trial), {len(t) for t in trial}, {len(d.inspections) for t in trial for d in t}), (12, {8}, {60}))
        compare(trial[:3])


class PagesOfMethods(TestCase):
    def test_every_page_that_the_code_names_is_there(self):
        named = {
            page
            for part in ("core", "server", "scripts")
            for file in Path(part).rglob("*.py")
            for page in re.findall(r"docs/methods/[\w-]+\.md", file.read_text(encoding="utf-8"))
        }
        self.assertGreater(len(named), 10)
        self.assertEqual([page for page in sorted(named) if not Path(page).is_file()], [])
