"""Where seed comes from, what is done to it, and how much there is."""

from enum import StrEnum


class OriginKind(StrEnum):
    """How a lot came in."""

    WILD = "wild"
    GARDEN = "garden"
    BOUGHT = "bought"
    SWAPPED = "swapped"


class Shedding(StrEnum):
    """How a plant lets its seed go. All but HOLDS and FLESHY let go within days."""

    HOLDS = "holds"
    SHATTERS = "shatters"
    FLIES = "flies"
    BURSTS = "bursts"
    FLESHY = "fleshy"
    SOW_AT_ONCE = "sow_at_once"


class RipeSign(StrEnum):
    """What a visit sees of ripeness."""

    NO_GREEN = "no_green"
    DRY_BROWN = "dry_brown"
    RATTLES = "rattles"
    COMES_AWAY = "comes_away"
    DARK_SEED = "dark_seed"
    FULL_COLOUR = "full_colour"
    OPEN_BELOW = "open_below"
    SPROUTING = "sprouting"


class VisitOutcome(StrEnum):
    """What a visit to a stand ends in; all but WATCHING end its season."""

    WATCHING = "watching"
    MISSED = "missed"
    NOTHING_SET = "nothing_set"
    CROSS_FAILED = "cross_failed"


class WatchState(StrEnum):
    """Where the watch over a stand stands; derived from its visits."""

    NO_PLAN = "no_plan"
    LATER = "later"
    DUE = "due"
    OVERDUE = "overdue"
    MAY_BE_GONE = "may_be_gone"


class Purpose(StrEnum):
    """What seed is collected for."""

    OWN_BED = "own_bed"
    TRIAL = "trial"
    EXCHANGE = "exchange"
    RESTORATION = "restoration"


class Ripeness(StrEnum):
    """How ripe seed was when it was taken."""

    UNRIPE = "unripe"
    RIPENED_INDOORS = "ripened_indoors"
    MIXED = "mixed"
    RIPE = "ripe"
    OVERRIPE = "overripe"


class CleaningGrade(StrEnum):
    """How clean a lot is."""

    UNCLEANED = "uncleaned"
    ROUGH = "rough"
    CLEAN = "clean"
    FINE = "fine"


class CleaningKind(StrEnum):
    """One step of cleaning."""

    RUB = "rub"
    THRESH = "thresh"
    SIEVE = "sieve"
    WINNOW = "winnow"
    MASH_RINSE = "mash_rinse"
    FLOAT = "float"
    PICK = "pick"
    FLUFF = "fluff"


class DryingKind(StrEnum):
    """What was done with drying seed."""

    SPREAD = "spread"
    TURNED = "turned"
    LOOKED = "looked"
    DRY = "dry"


class DryState(StrEnum):
    """How dry seed is, as far as anybody knows."""

    DRY = "dry"
    LIKELY_DRY = "likely_dry"
    NOT_DRY = "not_dry"
    NOT_KNOWN = "not_known"
    KEEP_MOIST = "keep_moist"


class QualityKind(StrEnum):
    """One way to see what seed is worth."""

    SQUEEZE = "squeeze"
    CUT = "cut"
    PURITY = "purity"
    IMBIBITION = "imbibition"


class WaterUptake(StrEnum):
    """What an imbibition test says of the coat."""

    PHYSICAL = "physical"
    NOT_PHYSICAL = "not_physical"
    UNCLEAR = "unclear"


class Container(StrEnum):
    """What a lot is kept in."""

    PAPER = "paper"
    CLOTH = "cloth"
    TUB = "tub"
    JAR = "jar"
    FOIL = "foil"


class StorageBehaviour(StrEnum):
    """Whether seed bears drying and keeping."""

    ORTHODOX = "orthodox"
    SHORT_LIVED = "short_lived"
    RECALCITRANT = "recalcitrant"
    UNKNOWN = "unknown"


class StorageClass(StrEnum):
    """How long dry seed of a plant keeps, roughly."""

    SHORT = "short"
    MEDIUM = "medium"
    LONG = "long"


class DeclineSource(StrEnum):
    """Which tests of a lot a forecast of decline rests on."""

    CLOSING = "closing"
    ONE_TREATMENT = "one_treatment"


class Hazard(StrEnum):
    """Why seed is handled with care."""

    POISONOUS = "poisonous"
    POSSIBLY_POISONOUS = "possibly_poisonous"
    IRRITATING = "irritating"
    BRISTLY = "bristly"
    MOULDY = "mouldy"
    INFESTED = "infested"


class Trouble(StrEnum):
    """What is found in a lot that may call for quarantine."""

    SICK = "sick"
    MOULDY = "mouldy"
    SEED_EATERS = "seed_eaters"
    VISITORS = "visitors"


class LotTask(StrEnum):
    """What a lot asks for next."""

    SOW_NOW = "sow_now"
    QUARANTINE = "quarantine"
    TURN = "turn"
    MEASURE = "measure"
    CONVERT = "convert"
    CUT = "cut"
    CUT_FLOATERS = "cut_floaters"
    CLEAN = "clean"
    DRY = "dry"
    STORE = "store"
    MOVE = "move"
    NAME = "name"
    TEST = "test"
    RETEST = "retest"
    USE_BY = "use_by"
    END = "end"


class LotEnd(StrEnum):
    """How a lot came to its end."""

    USED_UP = "used_up"
    DISCARDED = "discarded"


class DescentKind(StrEnum):
    """How one lot came from another."""

    SPLIT = "split"
    MERGED = "merged"
    FLOATED = "floated"
    SUNK = "sunk"
    FORM = "form"


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
    HEADS = "heads"
    PHOTO = "photo"
    GUESSED = "guessed"


class CutState(StrEnum):
    """What a cut seed is inside."""

    FULL = "full"
    EMPTY = "empty"
    EATEN = "eaten"


class AmountUnit(StrEnum):
    """What an amount is in."""

    SEEDS = "seeds"
    GRAMS = "g"
    MILLILITRES = "ml"
    HEADS = "heads"


class CalibrationKind(StrEnum):
    """What was counted to turn an amount into seeds."""

    WEIGHED = "weighed"
    SCOOPED = "scooped"
    HEADS = "heads"


class StockKind(StrEnum):
    """What a stock entry does to a lot's amount."""

    IN = "in"
    DRAWN = "drawn"
    LOST = "lost"
    CORRECTED = "corrected"
    RECOUNT = "recount"
