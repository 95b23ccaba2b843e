"""The words of the work, spelled once for Python, database, JSON and TypeScript."""

from enum import StrEnum


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


class StepKind(StrEnum):
    """One step of a recipe."""

    SOAK = "soak"
    RINSE = "rinse"
    NICK = "nick"
    SANDPAPER = "sandpaper"
    HOT_WATER = "hot_water"
    ACID = "acid"
    SMOKE_WATER = "smoke_water"
    COLD_MOIST = "cold_moist"
    WARM_MOIST = "warm_moist"
    AFTER_RIPENING = "after_ripening"


class DurationUnit(StrEnum):
    """Unit of a step's dose in time."""

    MINUTES = "min"
    HOURS = "h"
    DAYS = "d"


class Medium(StrEnum):
    """What the seed lies in."""

    SAND = "sand"
    TOWEL = "towel"
    VERMICULITE = "vermiculite"
    SEED_MIX = "seed_mix"
    WATER = "water"
    AIR = "air"


class Light(StrEnum):
    """Light during a step or a trial."""

    LIGHT = "light"
    DARK = "dark"


class Confidence(StrEnum):
    """How sure a figure is."""

    SURE = "sure"
    LIKELY = "likely"
    GUESS = "guess"


class OriginKind(StrEnum):
    """How a lot came in."""

    WILD = "wild"
    GARDEN = "garden"
    BOUGHT = "bought"
    SWAPPED = "swapped"


class DatePrecision(StrEnum):
    """How exactly a date is known."""

    DAY = "day"
    MONTH = "month"
    YEAR = "year"


class AmountKnown(StrEnum):
    """How a number of seeds is known. All but COUNTED are estimates."""

    COUNTED = "counted"
    WEIGHED = "weighed"
    SCOOPED = "scooped"
    GUESSED = "guessed"


class StockKind(StrEnum):
    """What a stock entry does to a lot's amount."""

    IN = "in"
    DRAWN = "drawn"
    LOST = "lost"
    CORRECTED = "corrected"
    RECOUNT = "recount"


class PlaceKind(StrEnum):
    """What a place is."""

    SITE = "site"
    ROOM = "room"
    FRIDGE = "fridge"
    SHELF = "shelf"
    TRAY = "tray"
    BOX = "box"


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


class StopReason(StrEnum):
    """Why a dish may be closed, or may not yet."""

    ALL_ACCOUNTED = "all_accounted"
    QUIET_AND_LENGTH = "quiet_and_length"
    STILL_COMING = "still_coming"
    LENGTH_NOT_REACHED = "length_not_reached"


class Reason(StrEnum):
    """Why a figure is undefined."""

    NONE_GERMINATED = "none_germinated"
    FEWER_THAN_TWO_GERMINATED = "fewer_than_two_germinated"
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
    NO_REPLICATION = "no_replication"
    ONE_SEED_PER_DISH = "one_seed_per_dish"
    DISHES_AGREE = "dishes_agree"
    UNDEFINED_WITHOUT_A_DISH = "undefined_without_a_dish"
    NO_SPREAD = "no_spread"
    NOT_DETECTABLE = "not_detectable"
    ALL_ACCOUNTED = "all_accounted"
    SET_ASIDE = "set_aside"


class Role(StrEnum):
    """What a person may do."""

    GROWER = "grower"
    HELPER = "helper"
    READER = "reader"
