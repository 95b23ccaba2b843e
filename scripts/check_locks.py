"""No lock file names where its packages are fetched from."""

import re
import sys
from pathlib import Path

LOCKS = [*Path("requirements").glob("*"), Path("web/package-lock.json"), Path("web/.npmrc")]
WRONG = re.compile(r'"resolved"|^\s*"https?://|--(extra-)?index|--find-links|--trusted-host|^\s*registry\s*=|^[^"]*https?://')


def main() -> int:
    """Print each line that names a source."""
    found = [f"{p}:{n}: {line.strip()}" for p in LOCKS for n, line in enumerate(p.read_text().splitlines(), 1) if WRONG.search(line)]
    print("\n".join(found) or f"{len(LOCKS)} lock files name no source")
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
