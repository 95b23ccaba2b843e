"""Client ids of the demo's records."""

from uuid import UUID

import numpy as np


def drawn_id(draw: np.random.Generator) -> UUID:
    """A client id from the demo's own seed, so that two builds make the same."""
    return UUID(bytes=draw.bytes(16), version=4)
