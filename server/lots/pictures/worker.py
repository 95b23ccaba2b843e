"""A process of its own that finds seed in one picture: ``python -m server.lots.pictures.worker``.

The picture comes in by the standard input. Lines of JSON go out: how far it is, and at last what was found, or why not.
"""

import io
import json
import resource
import sys
from dataclasses import asdict
from typing import Any

import numpy as np
from PIL import Image, ImageOps

from core.errors import CoreError
from core.pictures.find import check_size, find_seeds

MOST_MEMORY = 2500 * 2**20
MOST_SECONDS = 30
TYPES = ("JPEG", "PNG", "WEBP")


def _say(line: dict[str, Any]) -> None:
    sys.stdout.write(json.dumps(line) + "\n")
    sys.stdout.flush()


def _found(content: bytes) -> dict[str, Any]:
    try:
        opened = Image.open(io.BytesIO(content), formats=TYPES)
        check_size(*opened.size)
        pixels = np.asarray(ImageOps.exif_transpose(opened).convert("RGB"))
    except (CoreError, MemoryError):
        raise
    except Exception:  # a damaged file makes the decoders raise whatever they meet in it
        return {"code": "not_a_photo", "words": f"This file is no photo that can be read. Send one of these: {', '.join(TYPES)}."}
    return {"found": asdict(find_seeds(pixels, lambda share: _say({"share": share})))}


def main() -> None:
    """Find, and say what was found."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    try:
        _say(_found(sys.stdin.buffer.read()))
    except CoreError as error:
        _say({"code": error.code, "words": error.message})
    except MemoryError:
        _say({"code": "photo_too_large", "words": f"This photo needs more than {MOST_MEMORY >> 20} MB of memory. Send a smaller one."})


if __name__ == "__main__":
    main()
