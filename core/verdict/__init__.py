"""Plain words from the numbers, each with the rule it rests on.

``sentences``  one share, one time, one pair, and the head of a comparison.
"""

from core.verdict.sentences import TreatmentLine, head_sentence, pair_sentence, share_sentence, time_sentence, warnings_sentences

__all__ = ["TreatmentLine", "head_sentence", "pair_sentence", "share_sentence", "time_sentence", "warnings_sentences"]
