"""Counts, trials, and why a figure is undefined."""

from enum import StrEnum
from typing import TypeAlias

# What identifies a treatment within its trial: the id of its record. Examples have no records and use a name that is unique there.
TreatmentId: TypeAlias = int | str


class CountKind(StrEnum):
    """What a look finds new in a dish."""

    GERMINATED = "germinated"
    ABNORMAL = "abnormal"
    ROTTED = "rotted"
    LOST = "lost"


class ClosingFate(StrEnum):
    """What is left in a dish at its closing."""

    FRESH = "fresh"
    HARD = "hard"
    EMPTY = "empty"
    DEAD = "dead"


class Criterion(StrEnum):
    """When a seed counts as germinated."""

    ROOT_VISIBLE = "root_visible"
    ROOT_2_MM = "root_2_mm"
    SHOOT = "shoot"
    SEED_LEAF = "seed_leaf"


class TrialKind(StrEnum):
    """What a trial is: treatments compared with each other, or many packets of seed each tested by itself."""

    TRIAL = "trial"
    PACKET_DAY = "packet_day"


class Layout(StrEnum):
    """How dishes are put on their positions."""

    RANDOM = "random"
    BLOCKS = "blocks"


class TrialState(StrEnum):
    """Where a trial stands; derived from what happened to its dishes."""

    PLANNED = "planned"
    COUNTING = "counting"
    CLOSED = "closed"


class Base(StrEnum):
    """What a percentage is a percentage of."""

    SOWN = "sown"
    FILLED = "filled"
    VIABLE = "viable"


class Family(StrEnum):
    """Which pairs of treatments are compared."""

    CONTROL = "control"
    ALL = "all"


class CurveFamily(StrEnum):
    """Which curve is fitted to a course."""

    LOGLOGISTIC = "loglogistic"
    LOGNORMAL = "lognormal"
    WEIBULL = "weibull"


class Clock(StrEnum):
    """From when times are counted."""

    SOWING = "sowing"
    TREATMENT = "treatment"


class DoseReading(StrEnum):
    """What a dose ladder shows, read as an axis."""

    LARGEST_BEST = "largest_best"
    SMALLEST_BEST = "smallest_best"
    INSIDE = "inside"
    FALLS = "falls"
    NOT_TOLD = "not_told"


class DoseShape(StrEnum):
    """How germination follows the dose."""

    FLAT = "flat"
    RISING = "rising"
    FALLING = "falling"
    HUMPED = "humped"


class VerdictRule(StrEnum):
    """The rule that a sentence of a decision rests on."""

    LEAD_SHOWN = "lead_shown"
    ONE_TREATMENT = "one_treatment"
    HINT_ONLY = "hint_only"
    NOTHING_CAME = "nothing_came"
    STILL_COUNTING = "still_counting"
    SOW_AS_USUAL = "sow_as_usual"
    SOW_THICKER = "sow_thicker"
    BETTER_SEED = "better_seed"
    MANY_FRESH = "many_fresh"
    MANY_HARD = "many_hard"
    MANY_EMPTY = "many_empty"
    MANY_ROTTED = "many_rotted"
    MANY_DEAD = "many_dead"
    FATE_UNKNOWN = "fate_unknown"
    NOT_TOLD_APART = "not_told_apart"
    DISHES_DISAGREE = "dishes_disagree"
    EARLY_SHARE = "early_share"
    DOSE_LARGEST = "dose_largest"
    DOSE_SMALLEST = "dose_smallest"
    DOSE_INSIDE = "dose_inside"
    DOSE_FALLS = "dose_falls"
    CARE_MISSED = "care_missed"
    ONE_BAG = "one_bag"


class DecisionAim(StrEnum):
    """What a decision weighs: plants alone, plants against time and danger, or time most of all."""

    MOST = "most"
    BALANCED = "balanced"
    SOONEST = "soonest"
    OWN = "own"


class NextTest(StrEnum):
    """What is worth testing next."""

    REPEAT = "repeat"
    LONGER_COLD = "longer_cold"
    SMOKE = "smoke"
    SCARIFY_HARDER = "scarify_harder"
    DOSES_ABOVE = "doses_above"
    DOSES_BELOW = "doses_below"
    DOSES_BETWEEN = "doses_between"
    EARLIER_END = "earlier_end"
    CLEANER = "cleaner"
    CUT_REST = "cut_rest"


class StopReason(StrEnum):
    """Why a dish may be closed, or may not yet."""

    ALL_ACCOUNTED = "all_accounted"
    QUIET_AND_LENGTH = "quiet_and_length"
    MORE_EXPECTED = "more_expected"
    STILL_COMING = "still_coming"
    LENGTH_NOT_REACHED = "length_not_reached"


class Reason(StrEnum):
    """Why a figure is undefined."""

    NONE_GERMINATED = "none_germinated"
    FEWER_THAN_TWO_GERMINATED = "fewer_than_two_germinated"
    FEWER_THAN_THREE_GERMINATED = "fewer_than_three_germinated"
    TOO_FEW_INTERVALS = "too_few_intervals"
    FIT_FAILED = "fit_failed"
    NEVER_REACHED = "never_reached"
    TIME_ZERO = "time_zero"
    NO_TIME = "no_time"
    NO_VALUE = "no_value"
    FEWER_THAN_TWO_GROUPS_WITH_SPREAD = "fewer_than_two_groups_with_spread"
    MEAN_TIME_ZERO = "mean_time_zero"
    FATE_UNKNOWN = "fate_unknown"
    BASE_ZERO = "base_zero"
    NO_INSPECTION = "no_inspection"
    NO_INSPECTION_AFTER_ZERO = "no_inspection_after_zero"
    NO_HORIZON = "no_horizon"
    HORIZON_BELOW_ONE_DAY = "horizon_below_one_day"
    ALL_OR_NONE = "all_or_none"
    ONE_DISH = "one_dish"
    ONE_TREATMENT = "one_treatment"
    ONE_TRIAL = "one_trial"
    NO_REPLICATION = "no_replication"
    NO_FINITE_FIT = "no_finite_fit"
    SPROUTED_IN_BAG = "sprouted_in_bag"
    ONE_BAG = "one_bag"
    CURVE_MISFITS = "curve_misfits"
    ONE_SEED_PER_DISH = "one_seed_per_dish"
    DISHES_AGREE = "dishes_agree"
    UNDEFINED_WITHOUT_A_DISH = "undefined_without_a_dish"
    NO_SPREAD = "no_spread"
    NOT_DETECTABLE = "not_detectable"
    ALL_ACCOUNTED = "all_accounted"
    SET_ASIDE = "set_aside"
    ONE_REPLICATE = "one_replicate"
    ONE_SCOOP = "one_scoop"
    ONE_HEAD = "one_head"
    GUESSED = "guessed"
    NOT_MEASURED = "not_measured"
    NOT_CONVERTED = "not_converted"
    NOT_CUT = "not_cut"
    NOT_NOTED = "not_noted"
    SOW_NOW = "sow_now"
    NEVER_TESTED = "never_tested"
    FEWER_THAN_THREE_READINGS = "fewer_than_three_readings"
    NO_PACE = "no_pace"
    REACHED = "reached"
    NO_LOG = "no_log"
    DARK = "dark"
    TOO_FEW_DOSES = "too_few_doses"
    NO_DOSE_EFFECT = "no_dose_effect"
    FALLS_WITH_DOSE = "falls_with_dose"
    BEYOND_TRIED_DOSES = "beyond_the_tried_doses"
    HUMP_WITHOUT_INTERVAL = "hump_without_interval"
    NO_HUMP = "no_hump"
    NONE_LIVE = "none_live"
    NO_THOUSAND_SEED_WEIGHT = "no_thousand_seed_weight"


class Question(StrEnum):
    """What a trial is to answer; it decides which treatments, dishes and seeds are proposed."""

    ALIVE = "alive"
    BEST = "best"
    DOSE = "dose"
    CROSSED = "crossed"
    STILL_AS_GOOD = "still_as_good"
    WHICH_LOT = "which_lot"
    EVERY_LOT = "every_lot"
    FLOATERS = "floaters"
    BOUGHT_OR_OWN = "bought_or_own"
    STORED = "stored"
    OTHER = "other"


class PacketUse(StrEnum):
    """What to do with a packet."""

    AS_USUAL = "as_usual"
    THICKER = "thicker"
    REPLACE = "replace"
    KEEP = "keep"
    UNDECIDED = "undecided"


class ClaimFound(StrEnum):
    """How a packet's germination compares with the seller's claim."""

    NO_CLAIM = "no_claim"
    LOWER = "lower"
    NOT_SHOWN = "not_shown"
    MET = "met"


class Fitness(StrEnum):
    """Whether a layout can answer its question."""

    ANSWERS = "answers"
    HINTS = "hints"
    CANNOT = "cannot"


class SeenHow(StrEnum):
    """How a dish was looked at."""

    OPENED = "opened"
    SEEN_THROUGH = "seen_through"


class DeviationKind(StrEnum):
    """Deviations from the plan of a dish or a trial."""

    PART_MOVED = "part_moved"
    LABEL_UNREADABLE = "label_unreadable"
    DRIED_OUT = "dried_out"
    MOULD = "mould"
    MISSED = "missed"
    OTHER = "other"
