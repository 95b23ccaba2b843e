"""What goes wrong with backups, in sentences."""

from pathlib import Path

from server.errors import DomainError, NoRoom, Refused


class NotRestorable(Refused):
    """A file that cannot replace anything."""

    title = "This backup cannot be restored"


class NoRoomForBackup(NoRoom):
    """The folder of backups holds no more."""

    title = "No room for a backup"


def damaged(what: str) -> NotRestorable:
    """A part of a backup differs from its checksum."""
    detail = f"This backup is damaged: {what} differs from what was written. Nothing was changed. Use an older backup."
    return NotRestorable(detail, code="damaged_backup")


def newer(why: str) -> NotRestorable:
    """A backup of an application that knows more than this one."""
    detail = f"This backup comes from a newer application: {why}. Update the application first. Nothing was changed."
    return NotRestorable(detail, code="newer_backup")


def no_room(here: Path, why: str) -> NoRoomForBackup:
    """The disk of the folder is full."""
    return NoRoomForBackup(
        f"There is no room for a backup in {here}: {why}. Make room, or set AWAKE_FURROW_BACKUPS to a folder on another disk. "
        "No partial backup was left.",
        code="disk_full",
    )


def not_written(here: Path, error: OSError) -> DomainError:
    """The folder takes no file."""
    return DomainError(f"No backup can be written in {here}: {error.strerror}. Check the folder’s permissions.", code="folder_closed")
