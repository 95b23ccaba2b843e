"""Papers whose last page is no page of three lines: their lines are set a little closer until they fit, or fill more of it."""

import io
from collections.abc import Callable, Sequence
from typing import Any

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Frame, SimpleDocTemplate

from server.exchange.report.words import styles

# how close lines are set, in turn; of the last page at least so much is to be filled
TIGHT = (1.0, 0.97, 0.94, 0.91, 0.88)
LEAST_FILLED = 0.12


class Paper(SimpleDocTemplate):
    """A document that knows how far its last page is filled, 0..1; `written` is its PDF once it was built."""

    filled = 0.0

    def __init__(self, **shape: Any) -> None:
        self.written = io.BytesIO()
        super().__init__(self.written, author="Awake Furrow", **shape)

    def afterFlowable(self, flowable: Flowable) -> None:  # noqa: N802  # reportlab's own
        """Called by reportlab after each part."""
        if isinstance(self.frame, Frame):
            # the room that is left in the frame, of its whole height
            at = vars(self.frame)
            self.filled = 1 - (at["_y"] - at["_y1p"]) / at["_aH"]


def build(paper: Callable[[], Paper], story: Callable[[dict[str, ParagraphStyle]], Sequence[Flowable]], **drawn: Any) -> Paper:
    """Build a paper, again with closer lines while its last of several pages holds next to nothing; the one that was built last."""
    for tight in TIGHT:
        made = paper()
        made.build(list(story(styles(tight))), **drawn)
        if made.page == 1 or made.filled >= LEAST_FILLED:
            break
    return made
