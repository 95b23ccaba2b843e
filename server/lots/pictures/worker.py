"""A process of its own that finds seed in one picture: ``python -m server.lots.pictures.worker TYPE …``.

The picture comes in by the standard input. Lines of JSON go out: how far it is, and at last what was found, or why not.
"""

import io
import json
import resource
import sys
from dataclasses import asdict
from typing import IO, Any

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageOps

from core.errors import CoreError
from core.pictures.find import check_size, find_seeds
from server.lots.pictures.limits import MOST_MEMORY, MOST_SECONDS, NOT_A_PHOTO


def _say(line: dict[str, Any]) -> None:
    sys.stdout.write(json.dumps(line) + "\n")
    sys.stdout.flush()


def pixels_of(source: IO[bytes], types: tuple[str, ...] | None = None) -> NDArray[np.uint8]:
    """The pixels of a picture, turned upright; refused by its size before it is decoded."""
    opened = Image.open(source, formats=types)
    check_size(*opened.size)
    return np.asarray(ImageOps.exif_transpose(opened).convert("RGB"))


def _found(content: bytes, types: tuple[str, ...]) -> dict[str, Any]:
    try:
        pixels = pixels_of(io.BytesIO(content), types)
    except (CoreError, MemoryError):
        raise
    except Exception:  # a damaged file makes the decoders raise whatever they meet in it
        return {"code": NOT_A_PHOTO}
    return {"found": asdict(find_seeds(pixels, lambda share: _say({"share": share})))}


def main() -> None:
    """Find, and say what was found."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    try:
        _say(_found(sys.stdin.buffer.read(), tuple(sys.argv[1:])))
    except CoreError as error:
        _say({"code": error.code, "words": error.message})
    except MemoryError:
        _say({"code": "photo_too_large", "words": f"This photo needs more than {MOST_MEMORY >> 20} MB of memory. Send a smaller one."})


if __name__ == "__main__":
    main()
