"""Files that something happened to on the way: cut, bytes changed, parts doubled, zeroed or out of order."""

from random import Random


def damaged(content: bytes, draw: Random) -> bytes:
    """The content with one to four things done to it."""
    for _ in range(draw.randint(1, 4)):
        content = draw.choice((_cut, _changed, _zeroed, _doubled, _lost, _swapped))(content, draw)
    return content


def _stretch(content: bytes, draw: Random) -> tuple[int, int]:
    start = draw.randrange(max(1, len(content)))
    return start, min(len(content), start + draw.choice((1, 4, 64, 1024)))


def _cut(content: bytes, draw: Random) -> bytes:
    return content[: draw.randrange(max(1, len(content)))]


def _changed(content: bytes, draw: Random) -> bytes:
    found = bytearray(content)
    for _ in range(draw.choice((1, 3, 30)) if found else 0):
        found[draw.randrange(len(found))] = draw.randrange(256)
    return bytes(found)


def _zeroed(content: bytes, draw: Random) -> bytes:
    start, end = _stretch(content, draw)
    return content[:start] + b"\0" * (end - start) + content[end:]


def _doubled(content: bytes, draw: Random) -> bytes:
    start, end = _stretch(content, draw)
    return content[:end] + content[start:]


def _lost(content: bytes, draw: Random) -> bytes:
    start, end = _stretch(content, draw)
    return content[:start] + content[end:]


def _swapped(content: bytes, draw: Random) -> bytes:
    start, end = _stretch(content, draw)
    return content[end:] + content[start:end] + content[:start]
