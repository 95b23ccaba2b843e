"""What a backup is: one zip of the database, the photos that it names, and a manifest with the checksum of each part."""

import hashlib
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import IO, Any

from django.conf import settings

FORMAT = "awake-furrow-backup"
# bump it when the parts or their meaning change
VERSION = 1
MANIFEST, DATABASE, PHOTOS = "backup.json", "database.sqlite3", "media/"
SUFFIX = ".furrow.zip"
# locked with a passphrase
LOCKED = ".locked"
LOCKED_SUFFIX = LOCKED + SUFFIX
CHUNK = 1 << 20


@dataclass(frozen=True)
class Manifest:
    """What a backup says of itself. `parts`: name → SHA-256; `migrations`: app → those it has gone through."""

    made_at: str
    app_version: str
    lots: int
    trials: int
    looks: int
    photos: int
    missing_photos: list[str]
    health: list[str]
    migrations: dict[str, list[str]]
    parts: dict[str, str]
    format: str = FORMAT
    version: int = VERSION

    def as_json(self) -> dict[str, Any]:
        """The manifest as it is written."""
        return asdict(self)


def folder() -> Path:
    """Where backups lie; AWAKE_FURROW_BACKUPS may put them on another disk."""
    return Path(settings.BACKUPS)


def digest_of(page: IO[bytes]) -> str:
    """SHA-256 of what a file, or a part of a zip, holds."""
    found = hashlib.sha256()
    while chunk := page.read(CHUNK):
        found.update(chunk)
    return found.hexdigest()


def digest_of_file(path: Path) -> str:
    """SHA-256 of a file."""
    with path.open("rb") as page:
        return digest_of(page)
