"""Zips from elsewhere."""

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
