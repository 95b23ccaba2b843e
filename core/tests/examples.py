"""Records that many tests use."""

from hypothesis import strategies as st

from core.records import ClosingFates, CountRecord, Inspection

HARD_CASE_DAYS = (4, 6, 8, 11, 15, 21)
HARD_CASE_NEW = {"A": (1, 5, 7, 3, 1, 0), "B": (0, 4, 6, 4, 2, 0), "C": (2, 6, 5, 3, 0, 0), "D": (1, 3, 8, 2, 1, 0)}


def record(sown: int, *looks: tuple[float, int], closing: ClosingFates | None = None, name: str = "K7UF") -> CountRecord:
    """A dish from (day, newly germinated) pairs."""
    return CountRecord(sown, tuple(Inspection(t, germinated=g) for t, g in looks), closing, name=name)


def hard_case() -> list[CountRecord]:
    """The hand-checked four dishes of 25 seeds (hard-cases.md, check 5)."""
    return [record(25, *zip(HARD_CASE_DAYS, new, strict=True), name=name) for name, new in HARD_CASE_NEW.items()]


@st.composite
def records(draw: st.DrawFn, max_sown: int = 60) -> CountRecord:
    """Any record that can be: looks in time order, counts that fit into the dish."""
    sown = draw(st.integers(1, max_sown))
    times = sorted(draw(st.sets(st.integers(-20, 400), max_size=8)))
    left = sown
    looks = []
    for t in times:
        taken = []
        for _ in range(4):
            count = draw(st.integers(0, left))
            left -= count
            taken.append(count)
        looks.append(Inspection(t / 2, *taken))
    closing = None
    if draw(st.booleans()):
        fresh = draw(st.integers(0, left))
        hard = draw(st.integers(0, left - fresh))
        empty = draw(st.integers(0, left - fresh - hard))
        closing = ClosingFates(fresh, hard, empty, draw(st.integers(0, left - fresh - hard - empty)))
    return CountRecord(sown, tuple(looks), closing)
