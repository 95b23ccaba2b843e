"""Plain words from the numbers, each with the rule it rests on.

``sentences``  one share, one time, one pair, and the head of a comparison.
``planning``   what a layout can tell.
``closing``    what is left in a dish, and what it means.
``facts``      what a verdict on a trial is made from; ``trial`` the verdict; ``proposals`` what to test next.
``speed``      speed and pace of a pair; ``layout`` ladders, factors, blocks.
``over_trials`` a treatment over lots and years.
``lot_next``   what a lot asks for next.
``practice``   the truth beside what was concluded on the practice bench.
``knowledge``  a plant over its trials. ``sowing``     ways to sow, and what came of them.
"""

from core.verdict.closing import FATE_MEANINGS, FateMeaning
from core.verdict.facts import RULES_VERSION, Bands, LadderFacts, Proposal, Said, TreatmentFacts, TrialFacts, Verdict
from core.verdict.knowledge import RecipeEvidence, best_sentence, best_so_far, openness
from core.verdict.layout import block_sentence, factor_sentences, ladder_sentences
from core.verdict.lot_next import LotAdvice, LotFacts, lot_next
from core.verdict.over_trials import over_trials_sentence
from core.verdict.planning import telling_sentences
from core.verdict.practice import Estimate, Marked, PracticeResult, TrialStory, Tried, judge_practice
from core.verdict.sentences import (
    TreatmentLine,
    head_sentence,
    p_said,
    pair_sentence,
    percent,
    share_sentence,
    time_sentence,
    warnings_sentences,
)
from core.verdict.sowing import choice_sentence, plain_sentence, plant_share_sentence, tray_sentence
from core.verdict.speed import pace_sentence, speed_sentence
from core.verdict.trial import verdict

__all__ = [
    "FATE_MEANINGS",
    "RULES_VERSION",
    "Bands",
    "Estimate",
    "FateMeaning",
    "LadderFacts",
    "LotAdvice",
    "LotFacts",
    "Marked",
    "PracticeResult",
    "Proposal",
    "RecipeEvidence",
    "Said",
    "TreatmentFacts",
    "TreatmentLine",
    "TrialFacts",
    "TrialStory",
    "Tried",
    "Verdict",
    "best_sentence",
    "best_so_far",
    "block_sentence",
    "choice_sentence",
    "factor_sentences",
    "head_sentence",
    "judge_practice",
    "ladder_sentences",
    "lot_next",
    "openness",
    "over_trials_sentence",
    "p_said",
    "pace_sentence",
    "pair_sentence",
    "percent",
    "plain_sentence",
    "plant_share_sentence",
    "share_sentence",
    "speed_sentence",
    "telling_sentences",
    "time_sentence",
    "tray_sentence",
    "verdict",
    "warnings_sentences",
]
