"""Plain words from the numbers, each with the rule it rests on.

``sentences``  one share, one time, one pair, and the head of a comparison.
``planning``   what a layout can tell.
``closing``    what is left in a dish, and what it means.
``lot_next``   what a lot asks for next.
"""

from core.verdict.closing import FATE_MEANINGS, FateMeaning
from core.verdict.lot_next import LotAdvice, LotFacts, lot_next
from core.verdict.planning import telling_sentences
from core.verdict.sentences import TreatmentLine, head_sentence, pair_sentence, share_sentence, time_sentence, warnings_sentences

__all__ = [
    "FATE_MEANINGS",
    "FateMeaning",
    "LotAdvice",
    "LotFacts",
    "TreatmentLine",
    "head_sentence",
    "lot_next",
    "pair_sentence",
    "share_sentence",
    "telling_sentences",
    "time_sentence",
    "warnings_sentences",
]
