"""Requests drawn from the API's own schema: mostly of the right shape, with values that nobody expects."""

import random
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import yaml

SCHEMA = Path(__file__).parents[2] / "docs" / "api" / "openapi.yaml"
WRITES = {"post", "put", "patch", "delete"}
ODD_TEXTS = (
    "", " ", "x", "ä" * 300, "0", "-1", "1e309", "NaN", "null", "'; --", "\u0000", "\u202e", "😀",
    "\ud800", "a\nb\r\n\tc: d", "²", "9" * 30, "2026-02-30", "25:61", "%00", "=1+1", "[]", "{}",
)  # fmt: skip
ODD_NUMBERS = (0, -1, 1, 2, 0.5, 1e-9, 1e9, -1e9, 2**31, 2**63, 2**70, 1e308)
ODD = (None, True, [], {}, [[]], "x", 7, -1.5, [None], {"a": 1})
# of the header that names a bench, where one is sent
ODD_BENCHES = ("²", "9" * 40, "-1", "x", "1", " ")
DAYS = ("2026-11-28", "2020-02-29", "0001-01-01", "9999-12-31", "1900-01-01")
UUIDS = ("00000000-0000-4000-8000-000000000001", "6f9619ff-8b86-4d01-b42d-00cf4fc964ff")
DEEPEST = 4


@dataclass(frozen=True)
class Call:
    """One request: its method, its address, its body, how it is sent, and the bench that it names."""

    method: str
    path: str
    body: Any
    form: bool
    bench: str = ""


class Fuzz:
    """Calls of every operation, drawn from one seed."""

    def __init__(self, seed: int, *, most_id: int = 60) -> None:
        self.draw = random.Random(seed)  # not for secrets
        self.schema = yaml.safe_load(SCHEMA.read_text(encoding="utf-8"))
        self.most_id = most_id
        self.operations = [
            (method, path, operation)
            for path, methods in sorted(self.schema["paths"].items())
            for method, operation in sorted(methods.items())
            if method in WRITES | {"get"}
        ]

    def calls(self, count: int) -> Iterator[Call]:
        """So many calls, going round the operations."""
        for n in range(count):
            yield self._call(*self.operations[n % len(self.operations)])

    def _call(self, method: str, path: str, operation: dict[str, Any]) -> Call:
        asked = []
        for parameter in operation.get("parameters", []):
            if parameter["in"] == "path":
                path = path.replace(f"{{{parameter['name']}}}", self._path_value(parameter))
            elif parameter.get("required") or self.draw.random() < 0.4:
                asked.append((parameter["name"], str(self.value(parameter["schema"]))))
        if self.draw.random() < 0.05:
            asked.append(("strange", "1"))
        if asked:
            from urllib.parse import urlencode

            path = f"{path}?{urlencode([(k, v.encode('utf-8', 'replace')) for k, v in asked])}"
        content = operation.get("requestBody", {}).get("content", {})
        form = "multipart/form-data" in content and "application/json" not in content
        body = next((self.value(c["schema"]) for c in content.values()), None)
        if body is not None and self.draw.random() < 0.08:
            body = self.draw.choice(ODD)
        return Call(method, path, body, form, self.draw.choice(ODD_BENCHES) if self.draw.random() < 0.02 else "")

    def _path_value(self, parameter: dict[str, Any]) -> str:
        if self.draw.random() < 0.85 and parameter["schema"].get("type") == "integer":
            return str(self.draw.randint(1, self.most_id))
        return self.draw.choice(["1", "0", "999999", "99999999999999999999", "x", "-1", "%20", "a.b", "HR-114"])

    def value(self, schema: dict[str, Any], depth: int = 0) -> Any:
        """A value of a schema, now and then of another shape."""
        if "$ref" in schema:
            return self.value(self.schema["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]], depth)
        for many in ("oneOf", "anyOf", "allOf"):
            if many in schema:
                return self.value(self.draw.choice(schema[many]), depth)
        if self.draw.random() < 0.06:
            return self.draw.choice(ODD)
        return self.draw.choice(schema["enum"]) if "enum" in schema else self._plain(schema, depth)

    def _plain(self, schema: dict[str, Any], depth: int) -> Any:
        kind = schema.get("type")
        if kind == "object" or "properties" in schema:
            return self._object(schema, depth)
        if kind == "array":
            return [] if depth > DEEPEST else [self.value(schema.get("items", {}), depth + 1) for _ in range(self.draw.randint(0, 3))]
        if kind == "boolean":
            return self.draw.random() < 0.5
        if kind in ("integer", "number"):
            return self._number(kind)
        return self._text(schema)

    def _object(self, schema: dict[str, Any], depth: int) -> dict[str, Any]:
        required = set(schema.get("required", []))
        return {
            name: self.value(of, depth + 1)
            for name, of in schema.get("properties", {}).items()
            if not of.get("readOnly") and ((name in required and self.draw.random() < 0.95) or self.draw.random() < 0.5)
        }

    def _number(self, kind: str) -> float:
        if self.draw.random() < 0.7:
            return self.draw.randint(0, 60) if kind == "integer" else round(self.draw.uniform(0, 50), 2)
        odd = self.draw.choice(ODD_NUMBERS)
        return int(odd) if kind == "integer" and abs(odd) < 1e18 else odd

    def _text(self, schema: dict[str, Any]) -> str:
        if self.draw.random() < 0.2:
            return self.draw.choice(ODD_TEXTS)
        form = schema.get("format")
        if form == "date":
            return self.draw.choice(DAYS)
        if form == "date-time":
            return f"{self.draw.choice(DAYS)}T12:00:00Z"
        if form == "uuid":
            return self.draw.choice(UUIDS)
        return self.draw.choice(["HR-114", "4 weeks cold", "x", "words with spaces", "18"])
