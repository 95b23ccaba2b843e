"""The OpenAPI file, the front end's types and its tables of kinds must be what the server's code says: else ``make schema``."""

import subprocess
import sys
import tempfile
from pathlib import Path

from scripts.write_kinds import text

SCHEMA = Path("docs/api/openapi.yaml")
TYPES = Path("web/src/shared/api/schema.d.ts")
KINDS = Path("web/src/shared/api/kinds.json")


def main() -> int:
    """Make them again beside the kept ones and compare."""
    with tempfile.TemporaryDirectory() as folder:
        schema, types = Path(folder, "openapi.yaml"), Path(folder, "schema.d.ts")
        subprocess.run([sys.executable, "manage.py", "spectacular", "--fail-on-warn", "--validate", "--file", schema], check=True)
        command = ["npx", "openapi-typescript", str(schema), "--default-non-nullable=false", "-o", str(types)]
        subprocess.run(command, cwd="web", check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        stale = [str(kept) for kept, new in ((SCHEMA, schema), (TYPES, types)) if kept.read_bytes() != new.read_bytes()]
    if KINDS.read_text(encoding="utf-8") != text():
        stale.append(str(KINDS))
    print(f"stale, run `make schema`: {', '.join(stale)}" if stale else "schema and types are current")
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
