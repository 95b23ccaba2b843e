"""Run worked vectors against the core: ``python -m scripts.vectors FILE …``.

Prints each mismatch, lists the functions that are not built yet, and closes with ``N passed, M failed``; exit status 1
if any failed.
"""

import json
import math
import sys
from collections import Counter
from pathlib import Path
from typing import Any

from scripts.adapters import ADAPTERS, answer

Rule = dict[str, Any]
SETS = {"warnings"}


def mismatches(got: Any, wanted: Any, rules: dict[str, Rule], rule: Rule, path: str = "") -> list[str]:
    """Compare as the vectors' README says; only keys that `wanted` has are checked."""
    if isinstance(wanted, dict):
        if not isinstance(got, dict):
            return [f"{path}: got {got!r}, wanted an object"]
        found = []
        for key, value in wanted.items():
            where = f"{path}.{key}" if path else key
            if key not in got:
                found.append(f"{where}: missing")
            else:
                found += mismatches(got[key], value, rules, rules.get(key, rule), where)
        return found
    if isinstance(wanted, list):
        if not isinstance(got, (list, tuple)) or len(got) != len(wanted):
            return [f"{path}: got {got!r}, wanted {wanted!r}"]
        if path.rsplit(".", 1)[-1] in SETS:
            return [] if set(got) == set(wanted) else [f"{path}: got {got!r}, wanted {wanted!r}"]
        return [m for i, (g, w) in enumerate(zip(got, wanted, strict=True)) for m in mismatches(g, w, rules, rule, f"{path}.{i}")]
    return [] if _equal(got, wanted, rule) else [f"{path}: got {got!r}, wanted {wanted!r}"]


def _equal(got: Any, wanted: Any, rule: Rule) -> bool:
    if isinstance(wanted, bool) or isinstance(got, bool) or wanted is None or got is None or isinstance(wanted, str):
        return type(got) is type(wanted) and got == wanted if isinstance(wanted, bool) else bool(got == wanted)
    if not isinstance(got, (int, float)) or not math.isfinite(got):
        return False
    slack = max(rule.get("rel", 0) * abs(wanted), rule.get("abs", 0))
    if rule.get("at_least"):
        return bool(got >= wanted - slack)
    if rule.get("at_most"):
        return bool(got <= wanted + slack)
    return bool(abs(got - wanted) <= slack)


def run_case(case: dict[str, Any], file: dict[str, Any]) -> list[str]:
    """Mismatches of one case; empty if it passes."""
    rules = {} if "tolerance" in case else file.get("tolerance_by_name") or {}
    try:
        got = answer(case["function"], case["input"])
    except Exception as error:  # a case that blows up has failed; the run goes on to the next
        return [f"{type(error).__name__}: {error}"]
    return mismatches(got, case["expect"], rules, case.get("tolerance") or file["tolerance"])


def run_file(path: Path) -> tuple[int, int, Counter[str]]:
    """Passed and failed cases of one file, and how many belong to functions not built yet."""
    file = json.loads(path.read_text(encoding="utf-8"))
    passed = failed = 0
    missing: Counter[str] = Counter()
    for case in file.get("cases", ()):
        if case["function"] not in ADAPTERS:
            missing[case["function"]] += 1
            continue
        found = run_case(case, file)
        for line in found:
            print(f"FAILED {path.name} {case['id']} ({case['why']}): {line}")
        passed, failed = passed + (not found), failed + bool(found)
    return passed, failed, missing


def main(names: list[str]) -> int:
    """Run the files named; a folder stands for its ``*.json``."""
    paths = [p for n in names for p in (sorted(Path(n).glob("*.json")) if Path(n).is_dir() else [Path(n)])]
    passed = failed = 0
    for path in paths:
        if not path.is_file():
            print(f"{path}: there is no such file.", file=sys.stderr)
            return 2
        ok, bad, missing = run_file(path)
        passed, failed = passed + ok, failed + bad
        for function, count in missing.items():
            print(f"not built yet: {function} ({path.name}, {count} cases)")
    print(f"{passed} passed, {failed} failed")
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
