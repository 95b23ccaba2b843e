"""What the API answers on one database, to be compared between two states of the code.

``python -m scripts.api_answers keep DATABASE ANSWERS``     every GET of the schema, on a copy that is brought up to date
``python -m scripts.api_answers compare BEFORE AFTER``      what differs, once for each address and field

Fields that were renamed on purpose stand in docs/api/renamed.json, by address: ``{"lots/{id}/": {"old.field": "new.field"}}``;
a field without a name is the address itself.
"""

import json
import math
import os
import re
import shutil
import sys
import tempfile
from collections import Counter
from collections.abc import Iterator
from datetime import UTC, datetime
from functools import cache
from pathlib import Path
from typing import Any
from unittest import mock

import yaml

SCHEMA, RENAMED = Path("docs/api/openapi.yaml"), Path("docs/api/renamed.json")
API = "/api/v1/"
# of each list
MOST_OF_A_LIST = 12
# what no list of its own names
WITHOUT_LIST = (
    ("batches/", "batches.Batch"),
    ("dishes/", "trials.Dish"),
    ("place-temperatures/", "reference.Place"),
    ("trays/", "sowing.TraySown"),
)
# these tell of the moment, or of the files of this machine
NOT_COMPARED = ("schema/", "docs/", "backups/", "balance/", "everything/", "session/")

Answers = dict[str, Any]


def keep(database: Path, out: Path) -> None:
    """Ask everything, at one moment whatever the clock says, and keep the answers."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder, "copy.sqlite3")
        shutil.copy(database, copy)
        os.environ |= {"AWAKE_FURROW_DATABASE": str(copy), "DJANGO_SETTINGS_MODULE": "server.config.settings"}
        import django

        django.setup()
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
        moment = datetime.fromtimestamp(database.stat().st_mtime, UTC)
        with mock.patch("django.utils.timezone.now", return_value=moment):
            answers = dict(_asked())
    out.write_text(json.dumps(answers, indent=1, sort_keys=True), encoding="utf-8")
    asked = {re.sub(r"\d+", "{id}", path) for path in answers}
    left = sorted(p for p in _addresses() if re.sub(r"\{\w+\}", "{id}", p) not in asked)
    print(f"{len(answers)} answers kept; not asked: {', '.join(left)}")


def _asked() -> Iterator[tuple[str, Any]]:
    from django.apps import apps
    from django.conf import settings
    from django.test import Client

    from server.people.models import Person

    settings.ALLOWED_HOSTS = ["*"]
    client = Client()
    client.force_login(Person.objects.filter(role="lead").earliest("pk"), backend=settings.AUTHENTICATION_BACKENDS[-1])
    numbers = {
        front: list(apps.get_model(model)._base_manager.order_by("pk").values_list("pk", flat=True)) for front, model in WITHOUT_LIST
    }
    for path in _addresses():
        if "{" not in path:
            answer = client.get(API + path)
            yield path, _body(answer)
            listed = answer.json() if answer.get("Content-Type", "").startswith("application/json") else None
            rows = listed.get("results", []) if isinstance(listed, dict) else listed
            if isinstance(rows, list):
                numbers[path] = [r["id"] for r in rows if isinstance(r, dict) and "id" in r]
            continue
        front, _, rest = path.partition("{")
        for number in numbers.get(front, [])[:MOST_OF_A_LIST] if "{" not in rest else []:
            yield re.sub(r"\{\w+\}", str(number), path), _body(client.get(API + re.sub(r"\{\w+\}", str(number), path)))


@cache
def _addresses() -> list[str]:
    """Every address that answers a GET and is compared; lists before what is in them."""
    paths = yaml.safe_load(SCHEMA.read_text(encoding="utf-8"))["paths"]
    wanted = sorted(p.removeprefix(API) for p, methods in paths.items() if "get" in methods)
    return sorted((p for p in wanted if not p.startswith(NOT_COMPARED)), key=lambda p: p.count("{"))


def _body(answer: Any) -> Any:
    if answer.get("Content-Type", "").startswith(("application/json", "application/problem+json")):
        return answer.json()
    return {"status": answer.status_code, "type": answer.get("Content-Type")}


def differences(before: Answers, after: Answers, renamed: dict[str, dict[str, str]]) -> Counter[str]:
    """Return each difference once for its address and field, with how often it was met."""
    found: Counter[str] = Counter()
    before = {_moved(path, renamed): answer for path, answer in before.items()}
    for path in sorted(before.keys() | after.keys()):
        address = re.sub(r"\d+", "{id}", path)
        if path not in after or path not in before:
            found[f"{address}: {'gone' if path in before else 'new'}"] += 1
            continue
        names = renamed.get(address, {})
        old = {_renamed(k, names): v for k, v in _flat(before[path])}
        new = dict(_flat(after[path]))
        for key in old.keys() | new.keys():
            if key not in new or key not in old:
                found[f"{address} {key}: {'gone' if key in old else 'new'}"] += 1
            elif not _same(old[key], new[key]):
                found[f"{address} {key}: {old[key][0]!r} became {new[key][0]!r}"[:200]] += 1
    return found


def _same(before: list[Any], after: list[Any]) -> bool:
    """Whether leaves are equal; numbers but for the order in which they were summed."""
    if len(before) != len(after):
        return False
    both = zip(before, after, strict=True)
    return all(math.isclose(a, b, rel_tol=1e-9) if isinstance(a, float) and isinstance(b, float) else a == b for a, b in both)


def _moved(path: str, renamed: dict[str, dict[str, str]]) -> str:
    """Where an address is now: the name of an address is that of its field without a name."""
    to = renamed.get(re.sub(r"\d+", "{id}", path), {}).get("")
    number = re.search(r"\d+", path)
    return path if to is None else to.replace("{id}", number[0] if number else "")


def _renamed(field: str, names: dict[str, str]) -> str:
    """A field by its present name; one that holds others gives its name to all of them."""
    if field in names:
        return names[field]
    front, _, rest = field.partition(".")
    return f"{names[front]}.{rest}" if rest and front in names else field


def _flat(value: Any) -> Iterator[tuple[str, list[Any]]]:
    """Every leaf under its names, the places of lists left out; leaves of one name together."""
    gathered: dict[str, list[Any]] = {}

    def walk(part: Any, name: str) -> None:
        if isinstance(part, dict):
            for key, inner in part.items():
                walk(inner, f"{name}.{key}" if name else key)
        elif isinstance(part, list):
            for inner in part:
                walk(inner, name)
        else:
            gathered.setdefault(name, []).append(part)

    walk(value, "")
    return iter(gathered.items())


def main() -> int:
    """Keep, or compare."""
    what, one, two = sys.argv[1:]
    if what == "keep":
        keep(Path(one), Path(two))
        return 0
    renamed = json.loads(RENAMED.read_text(encoding="utf-8")) if RENAMED.exists() else {}
    before, after = (json.loads(Path(p).read_text(encoding="utf-8")) for p in (one, two))
    found = differences(before, after, renamed)
    for line, times in sorted(found.items()):
        print(f"{line}  ({times} ×)" if times > 1 else line)
    print(f"{len(found)} differences" if found else "nothing differs")
    return int(bool(found))


if __name__ == "__main__":
    sys.exit(main())
