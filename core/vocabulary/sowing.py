"""From the result to plants, and what comes in from elsewhere."""

from enum import StrEnum


class SowingWay(StrEnum):
    """How seed is sown: cell by cell, in a seed pan to be pricked out, or straight into the ground."""

    CELLS = "cells"
    PAN = "pan"
    GROUND = "ground"


class SeedSize(StrEnum):
    """How large a seed is, as far as sowing and watering care."""

    DUST = "dust"
    FINE = "fine"
    MIDDLING = "middling"
    LARGE = "large"


class LightNeed(StrEnum):
    """Whether seed wants light to come up."""

    LIGHT = "light"
    DARK = "dark"
    EITHER = "either"


class SowingTask(StrEnum):
    """What a sowing calendar asks for, in the order of the year."""

    BEGIN_TREATMENT = "begin_treatment"
    OUT_OF_TREATMENT = "out_of_treatment"
    SOW = "sow"
    SOAK_FROM_BELOW = "soak_from_below"
    COMING_UP = "coming_up"
    LID_OFF = "lid_off"
    THIN = "thin"
    WATER_FROM_ABOVE = "water_from_above"
    PRICK_OUT = "prick_out"
    HARDEN_OFF = "harden_off"
    PLANT_OUT = "plant_out"


class OutcomeStage(StrEnum):
    """What is counted in a tray after the sowing; each count is of all so far."""

    EMERGED = "emerged"
    THINNED = "thinned"
    POTTED = "potted"
    PLANTED = "planted"
    ALIVE = "alive"


class Openness(StrEnum):
    """How much a question about a plant is still open."""

    NOT_ASKED = "not_asked"
    HINT = "hint"
    ONE_TRIAL = "one_trial"
    TRIALS_DIFFER = "trials_differ"
    FEW_TRIALS = "few_trials"
    ANSWERED = "answered"


class SheetShape(StrEnum):
    """What a table to import holds, and how."""

    LOTS = "lots"
    WIDE_COUNTS = "wide_counts"
    LONG_COUNTS = "long_counts"


class ColumnMeaning(StrEnum):
    """What a column of a table to import means. LOOK is one of many columns, each headed by a date or a day."""

    IGNORE = "ignore"
    LOT_CODE = "lot_code"
    PLANT = "plant"
    FIELD_NAME = "field_name"
    ORIGIN_KIND = "origin_kind"
    ORIGIN_PLACE = "origin_place"
    COLLECTED = "collected"
    COLLECTOR = "collector"
    LEAVE = "leave"
    PARENTS = "parents"
    AMOUNT = "amount"
    NOTE = "note"
    TREATMENT = "treatment"
    DISH = "dish"
    SOWN_SEEDS = "sown_seeds"
    SOWN_ON = "sown_on"
    LOOKED_ON = "looked_on"
    COUNT = "count"
    ABNORMAL = "abnormal"
    ROTTED = "rotted"
    LOST = "lost"
    LOOK = "look"
    PERCENT = "percent"


class DayOrder(StrEnum):
    """In which order a date's parts are written, in an imported file and for the user."""

    DMY = "dmy"
    MDY = "mdy"
    YMD = "ymd"


class CountsAre(StrEnum):
    """Whether typed counts are what was new at a look, or all so far."""

    NEW = "new"
    IN_ALL = "in_all"


class FileKind(StrEnum):
    """What an imported file holds."""

    TABLE = "table"
    TRIAL = "trial"
    EVERYTHING = "everything"
    STANDARD = "standard"
