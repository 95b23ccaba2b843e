"""Plain words from the numbers, each with the rule it rests on.

``names``       how treatments are called inside a sentence.
``sentences``   one share, one time, one pair, and the head of a comparison.
``planning``    what a layout can tell.
``closing``     what is left in a dish, and what it means.
``facts``       what a decision on a trial is made from; ``trial`` what it says; ``deciding`` its words; ``proposals`` what to test next.
``speed``       speed and pace of a pair; ``layout`` dose series, factors, blocks.
``over_trials`` a treatment over lots and years; ``knowledge`` a plant over its trials.
``questions``   what is still open about a plant.
``doses``       a curve over doses.
``lots``        a trial of several lots; ``packets`` a packet of seed tested by itself.
``ripening``    a stand's season: when to go.
``forecast``    how a lot keeps; ``lot_next`` what it asks for next.
``practice``    the truth beside what was concluded on the practice bench.
``worth``       whether a test is worth its seed.
``sowing``      ways to sow, and what came of them.
"""

from core.verdict.closing import FATE_MEANINGS, FateMeaning, late_sentence
from core.verdict.deciding import AIM_WORDS, in_twenty, of_100
from core.verdict.doses import dose_about, dose_sentences, next_dose_sentence
from core.verdict.facts import RULES_VERSION, Bands, Finding, LadderFacts, OptionWords, Proposal, TreatmentFacts, TrialFacts, Verdict
from core.verdict.forecast import forecast_sentence
from core.verdict.knowledge import NeverTested, RecipeEvidence, best_sentence, best_so_far, never_tested, openness
from core.verdict.layout import block_sentence, factor_sentences, ladder_sentences
from core.verdict.lot_next import LotAdvice, LotFacts, lot_next
from core.verdict.lots import OfLot, are_crossed, control_of, decided_together
from core.verdict.names import AS_NAMED, UNTREATED, Called
from core.verdict.over_trials import over_trials_sentence
from core.verdict.packets import PacketTest, PacketVerdict, judge_packet
from core.verdict.planning import telling_sentences
from core.verdict.practice import Estimate, Marked, PracticeResult, PracticeTrial, Tried, judge_practice
from core.verdict.questions import OpenQuestion, open_questions
from core.verdict.ripening import best_days_sentence, gone_sentence, half_ripe_sentence, in_ten, rests_on_sentence, waiting_sentence
from core.verdict.sentences import (
    TreatmentLine,
    head_sentence,
    listed,
    p_said,
    pair_sentence,
    percent,
    share_sentence,
    time_sentence,
    warnings_sentences,
)
from core.verdict.sowing import choice_sentence, plain_sentence, plant_share_sentence, tray_sentence
from core.verdict.speed import pace_sentence, speed_sentence
from core.verdict.trial import decide_trial, verdict
from core.verdict.worth import own_layout_sentence, worth_sentence

__all__ = [
    "AIM_WORDS",
    "AS_NAMED",
    "FATE_MEANINGS",
    "RULES_VERSION",
    "UNTREATED",
    "Bands",
    "Called",
    "Estimate",
    "FateMeaning",
    "Finding",
    "LadderFacts",
    "LotAdvice",
    "LotFacts",
    "Marked",
    "NeverTested",
    "OfLot",
    "OpenQuestion",
    "OptionWords",
    "PacketTest",
    "PacketVerdict",
    "PracticeResult",
    "PracticeTrial",
    "Proposal",
    "RecipeEvidence",
    "TreatmentFacts",
    "TreatmentLine",
    "TrialFacts",
    "Tried",
    "Verdict",
    "are_crossed",
    "best_days_sentence",
    "best_sentence",
    "best_so_far",
    "block_sentence",
    "choice_sentence",
    "control_of",
    "decide_trial",
    "decided_together",
    "dose_about",
    "dose_sentences",
    "factor_sentences",
    "forecast_sentence",
    "gone_sentence",
    "half_ripe_sentence",
    "head_sentence",
    "in_ten",
    "in_twenty",
    "judge_packet",
    "judge_practice",
    "ladder_sentences",
    "late_sentence",
    "listed",
    "lot_next",
    "never_tested",
    "next_dose_sentence",
    "of_100",
    "open_questions",
    "openness",
    "over_trials_sentence",
    "own_layout_sentence",
    "p_said",
    "pace_sentence",
    "pair_sentence",
    "percent",
    "plain_sentence",
    "plant_share_sentence",
    "rests_on_sentence",
    "share_sentence",
    "speed_sentence",
    "telling_sentences",
    "time_sentence",
    "tray_sentence",
    "verdict",
    "waiting_sentence",
    "warnings_sentences",
    "worth_sentence",
]
