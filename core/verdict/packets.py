"""A packet of seed tested by itself: whether the seller's claim is met, and what to do with the packet."""

from dataclasses import dataclass

from core.statistics import Interval, wilson
from core.verdict.facts import Bands
from core.verdict.sentences import percent
from core.vocabulary import ClaimFound, PacketUse

# one side of 95 %: a claim is only doubted from below
ONE_SIDED_95 = 1.6448536269514722
# a packet of few seeds left is kept for its rarity and not thrown away
FEW_LEFT = 20
# thicker by less than this is as usual
LEAST_FACTOR = 1.15


@dataclass(frozen=True, slots=True)
class PacketTest:
    """What a packet's dishes showed.

    Attributes
    ----------
    germinated, sown : int
        Seeds; at least one was sown.
    n_eff : float
        Effective number of seeds, which dishes that differ make smaller.
    interval : Interval
        Two-sided 95 % interval of the share, 0..1.
    finished : bool
        Whether every dish is closed.
    days : float or None
        Time to half of the germinated seed; None where nothing germinated.
    claim : float or None
        The seller's percentage as a share, 0..1.
    claimed_days : int or None
        Days to germinate that the packet names.
    left : int or None
        Seeds left in the packet; None where nobody knows.
    """

    germinated: int
    sown: int
    n_eff: float
    interval: Interval
    finished: bool
    days: float | None = None
    claim: float | None = None
    claimed_days: int | None = None
    left: int | None = None

    @property
    def share(self) -> float:
        """Share germinated of sown, 0..1."""
        return self.germinated / self.sown

    @property
    def most(self) -> float:
        """Upper end of the one-sided 95 % Wilson interval with the effective number of seeds, 0..1."""
        return wilson(self.share, self.n_eff, ONE_SIDED_95).upper


@dataclass(frozen=True, slots=True)
class PacketVerdict:
    """What a packet's test says: the claim, the use, how many times as thick to sow (1 where as usual), and all of it in words."""

    claim: ClaimFound
    use: PacketUse
    factor: float
    claim_words: str
    use_words: str
    days_words: str


def judge_packet(test: PacketTest, bands: Bands) -> PacketVerdict:
    """Judge a packet by its test.

    Parameters
    ----------
    test : PacketTest
    bands : Bands
        The grower's own shares for sowing as usual and for better seed.

    Returns
    -------
    PacketVerdict
        Until every dish is closed the use is undecided: late seed may still come.

    Notes
    -----
    Lower than claimed is said where the upper end of the one-sided 95 % Wilson interval lies below the claim
    (docs/methods/packets.md); met, where at least the claimed share germinated.

    Examples
    --------
    >>> found = judge_packet(PacketTest(8, 20, 20, wilson(0.4, 20, 1.96), True, claim=0.86), Bands())
    >>> found.claim_words
    '86 % claimed, yours 40 % (22–61 %): lower than claimed.'
    >>> found.use_words
    'Sow 2.1 times as thick.'
    """
    claim = claim_of(test)
    use, factor = _use(test, bands)
    return PacketVerdict(claim, use, factor, _claim_words(test, claim), _use_words(test, use, factor), _days_words(test))


def claim_of(test: PacketTest) -> ClaimFound:
    """Return how a packet's germination compares with what the seller claims."""
    if test.claim is None:
        return ClaimFound.NO_CLAIM
    if test.most < test.claim:
        return ClaimFound.LOWER if test.finished else ClaimFound.NOT_SHOWN
    return ClaimFound.MET if test.share >= test.claim else ClaimFound.NOT_SHOWN


def _use(test: PacketTest, bands: Bands) -> tuple[PacketUse, float]:
    if not test.finished:
        return PacketUse.UNDECIDED, 1.0
    if test.share < bands.thin:
        rare = test.left is not None and 0 < test.left <= FEW_LEFT
        return (PacketUse.KEEP if rare and test.germinated else PacketUse.REPLACE), 1.0
    if test.share >= bands.usual:
        return PacketUse.AS_USUAL, 1.0
    factor = (test.claim or bands.usual) / test.share
    return (PacketUse.THICKER, factor) if factor >= LEAST_FACTOR else (PacketUse.AS_USUAL, 1.0)


def _claim_words(test: PacketTest, claim: ClaimFound) -> str:
    yours = f"{percent(test.share)} % ({percent(test.interval.lower)}–{percent(test.interval.upper)} %)"
    if test.claim is None:
        return f"No claim; {yours} germinated."
    head = f"{percent(test.claim)} % claimed, yours {yours}"
    if claim is ClaimFound.LOWER:
        return f"{head}: lower than claimed."
    if claim is ClaimFound.MET:
        return f"{head}: the claim is met."
    return f"{head}: {'not shown to be lower than claimed' if test.finished else 'still being counted'}."


def _use_words(test: PacketTest, use: PacketUse, factor: float) -> str:
    if use is PacketUse.UNDECIDED:
        return "Go on counting."
    if use is PacketUse.AS_USUAL:
        return "Sow as usual."
    if use is PacketUse.THICKER:
        return f"Sow {factor:.1f} times as thick."
    if use is PacketUse.KEEP:
        return f"Only {test.left} seeds are left: if it is rare, sow all of them in a seed pan; else replace the packet."
    return "Replace the packet." if test.germinated else "Nothing germinated: replace the packet, or treat the seed first if it is dormant."


def _days_words(test: PacketTest) -> str:
    if test.days is None:
        return "Nothing germinated, so there is no time."
    took = f"Half of the germinated seed took {test.days:.0f} {'day' if round(test.days) == 1 else 'days'}"
    if test.claimed_days is None:
        return f"{took}."
    return f"{took}; the packet says {test.claimed_days}."
