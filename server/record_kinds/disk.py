"""Files that are whole and on the disk before anybody is told that they are kept."""

import os
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import IO

# nobody but the owner reads what the nursery keeps
PRIVATE = 0o600


def write_whole(target: Path, write: Callable[[IO[bytes]], object]) -> None:
    """Write a file so that it is either there whole or not there at all, also after a kill, a full disk or a power cut.

    `write` gets the open file. What could not be written leaves nothing behind.
    """
    target.parent.mkdir(parents=True, exist_ok=True)
    # a temporary file is readable by its owner only
    handle, name = tempfile.mkstemp(dir=target.parent, prefix=".writing-")
    try:
        with os.fdopen(handle, "wb") as out:
            write(out)
        put_in_place(Path(name), target)
    finally:
        Path(name).unlink(missing_ok=True)


def write_bytes(target: Path, content: bytes) -> None:
    """Write a file of which all is there, as `write_whole` does."""
    write_whole(target, lambda out: out.write(content))


def put_in_place(written: Path, target: Path) -> None:
    """Sync a finished file to the disk, give it its name, and sync the name too."""
    written.chmod(PRIVATE)
    _sync(written)
    written.replace(target)
    _sync(target.parent)


def _sync(path: Path) -> None:
    handle = os.open(path, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
