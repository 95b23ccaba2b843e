"""Exit 0 if this machine's Node and npm are new enough to build the front end."""

import shutil
import subprocess
import sys

NEEDED = (20, 19)


def main() -> int:
    """Whether ``node`` and ``npm`` are here and new enough."""
    if not shutil.which("node") or not shutil.which("npm"):
        return 1
    said = subprocess.run(["node", "--version"], capture_output=True, text=True, check=False).stdout.strip().lstrip("v")
    try:
        return 0 if tuple(int(part) for part in said.split(".")[:2]) >= NEEDED else 1
    except ValueError:
        return 1


if __name__ == "__main__":
    sys.exit(main())
