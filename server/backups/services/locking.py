"""Backups that only a passphrase opens, in the open age format.

A locked backup is a zip of two age files: the backup, for a key made for it alone, and that key, locked with the passphrase.
So it is written and read a piece at a time, and any age program opens it: ``age -d -i key.age backup.zip.age``.
"""

import zipfile
from pathlib import Path
from typing import IO

import pyrage

from server.backups.form import CHUNK
from server.backups.problems import NotRestorable
from server.errors import refused
from server.record_kinds.zips import ZIP_ERRORS

KEY, CONTENT = "key.age", "backup.zip.age"
SHORTEST = 12
TRIES, TOO_MUCH_WORK = 5, "Excessive work"


def check_passphrase(passphrase: str) -> None:
    """Refuse a passphrase that is soon tried out."""
    if len(passphrase) < SHORTEST:
        message = f"This passphrase has {len(passphrase)} characters. Take at least {SHORTEST}, for example four words."
        raise refused("/passphrase", "short_passphrase", message)


def lock(backup: Path, target: IO[bytes], passphrase: str) -> None:
    """Write a backup locked with a passphrase that was checked."""
    key = pyrage.x25519.Identity.generate()
    with zipfile.ZipFile(target, "w", zipfile.ZIP_STORED, allowZip64=True) as box:
        box.writestr(KEY, pyrage.passphrase.encrypt(str(key).encode(), passphrase))
        with backup.open("rb") as plain, box.open(CONTENT, "w", force_zip64=True) as locked:
            pyrage.encrypt_io(plain, locked, [key.to_public()])


def is_locked(file: Path | IO[bytes]) -> bool:
    """Whether a file is a locked backup; False for anything that is none."""
    try:
        with zipfile.ZipFile(file) as box:
            return {KEY, CONTENT} <= set(box.namelist())
    except ZIP_ERRORS:
        return False


def unlock(file: Path | IO[bytes], passphrase: str, target: Path) -> None:
    """Write what a locked backup holds; refused with the reason where the passphrase is another one or the file is damaged."""
    if not passphrase:
        raise refused("/passphrase", "passphrase_needed", "This backup is locked. Type the passphrase that it was made with.")
    with zipfile.ZipFile(file) as box:
        key = _key(box, passphrase)
        try:
            with box.open(CONTENT) as locked, target.open("wb") as plain:
                pyrage.decrypt_io(locked, plain, [key])
        except (pyrage.DecryptError, *ZIP_ERRORS) as error:
            raise NotRestorable(
                "This backup is damaged: it cannot be unlocked whole. Nothing was changed.", code="damaged_backup"
            ) from error


def _key(box: zipfile.ZipFile, passphrase: str) -> "pyrage.x25519.Identity":
    try:
        with box.open(KEY) as page:
            # a key has 74 characters and its lock some hundred bytes; more is no key
            opened = _opened(page.read(CHUNK), passphrase)
        return pyrage.x25519.Identity.from_str(opened.decode("ascii"))
    except (pyrage.DecryptError, pyrage.IdentityError, *ZIP_ERRORS) as error:
        message = "This passphrase does not open the backup. Check it; capitals and spaces count. Nothing was changed."
        raise refused("/passphrase", "wrong_passphrase", message) from error


def _opened(page: bytes, passphrase: str) -> bytes:
    """Open a key. A lock is as much work as a second allowed where it was made, and each try guesses again what this machine can do.

    On a busy machine that guess may be sixteen times too low, so a lock that is said to be too much work is tried again.
    """
    for _ in range(TRIES):
        try:
            return bytes(pyrage.passphrase.decrypt(page, passphrase))
        except pyrage.DecryptError as error:
            if TOO_MUCH_WORK not in str(error):
                raise
    message = (
        "This machine is too busy or too slow to unlock this backup. Nothing was changed. Close other programs and try again, "
        "or use a faster machine."
    )
    raise refused("/passphrase", "too_much_work", message)
