"""Zips: those from elsewhere may be damaged, our own are the same for the same content."""

import struct
import zipfile
import zlib

# what the standard library raises when it meets damage in a zip, depending on where in it
ZIP_ERRORS = (
    zipfile.BadZipFile,
    zlib.error,
    struct.error,
    EOFError,
    KeyError,
    NotImplementedError,
    OSError,
    OverflowError,
    RuntimeError,
    ValueError,
)


def put(box: zipfile.ZipFile, name: str, content: bytes) -> None:
    """Write a member without the time of writing, so that the same content gives the same bytes."""
    box.writestr(zipfile.ZipInfo(name, (2000, 1, 1, 0, 0, 0)), content, zipfile.ZIP_DEFLATED)
