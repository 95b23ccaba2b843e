"""How often Python looks for objects that only hold each other: seldom, once everything is loaded."""

import gc

# new objects between two searches; a page makes some ten thousand, nearly all of which go by themselves
BETWEEN = (50_000, 20, 20)


def search_seldom() -> None:
    """Leave what is there now out of every later search, and search less often: a search of everything takes a tenth of a second.

    Called once by a process that has loaded what it needs; processes that are forked from it keep to it.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(*BETWEEN)
