"""Terms and codes of the standards, as the lists beside this file have them."""

import csv
from dataclasses import dataclass
from functools import cache
from pathlib import Path

LISTS = Path(__file__).parent / "lists"


@dataclass(frozen=True)
class Term:
    """A term with its class (Darwin Core) or format (passport descriptors), and its meaning."""

    name: str
    of: str
    meaning: str


@cache
def darwin_core() -> dict[str, Term]:
    """Darwin Core terms by name."""
    return {r["term"]: Term(r["term"], r["class"], r["meaning"]) for r in _rows("darwin-core.csv")}


@cache
def passport() -> dict[str, Term]:
    """Descriptors of MCPD 2.1 by name, in their order."""
    return {r["field"]: Term(r["field"], r["format"], r["meaning"]) for r in _rows("mcpd.csv")}


def _rows(name: str) -> list[dict[str, str]]:
    with (LISTS / name).open(encoding="utf-8", newline="") as file:
        return list(csv.DictReader(file))
