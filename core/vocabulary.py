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
    HEAT_PULSE = "heat_pulse"
    COLD_MOIST = "cold_moist"
    WARM_MOIST = "warm_moist"
    COLD_WATER = "cold_water"
    OUTDOORS = "outdoors"
    AFTER_RIPENING = "after_ripening"
    SOW = "sow"


class DurationUnit(StrEnum):
    """Unit of a step's dose in time."""

    MINUTES = "min"
    HOURS = "h"
    DAYS = "d"


class Medium(StrEnum):
    """What the seed lies in."""

    SAND = "sand"
    PERLITE = "perlite"
    PEAT = "peat"
    TOWEL = "towel"
    VERMICULITE = "vermiculite"
    SEED_MIX = "seed_mix"
    TRAY = "tray"
    PELLET = "pellet"
    WATER = "water"
    AIR = "air"


class Light(StrEnum):
    """Light during a step or a trial."""

    LIGHT = "light"
    DARK = "dark"


class Closure(StrEnum):
    """How a bag or tray is closed."""

    SEALED = "sealed"
    VENTED = "vented"
    OPEN = "open"


class Moisture(StrEnum):
    """How wet the medium is. DAMP holds as a ball when squeezed and does not drip."""

    DRY = "dry"
    DAMP = "damp"
    WET = "wet"


class CareKind(StrEnum):
    """What a bag in a step wants at each check."""

    MIST = "mist"
    CHANGE_WATER = "change_water"
    LOOK = "look"


class EndsBy(StrEnum):
    """What ends a step: the clock, a sign that is seen, or a person before either."""

    CLOCK = "clock"
    SIGN = "sign"
    PERSON = "person"


class Soil(StrEnum):
    """How warm the soil is at sowing."""

    COLD = "cold"
    WARM = "warm"


class School(StrEnum):
    """One of several ways in which growers do the same thing."""

    SAND = "sand"
    TOWEL = "towel"
    SOAK_FIRST = "soak_first"
    NO_SOAK = "no_soak"
    WINTER = "winter"
    EIGHT_WEEKS = "eight_weeks"
    FOUR_WAYS = "four_ways"


class RecipeRule(StrEnum):
    """A rule that speaks while a recipe is built."""

    CHILL_BEFORE_COAT = "chill_before_coat"
    SOAK_TOO_LONG = "soak_too_long"
    CHILL_FREEZES = "chill_freezes"
    CHILL_TOO_WARM = "chill_too_warm"
    ACID_WITHOUT_RINSE = "acid_without_rinse"
    NOTHING_NEEDED = "nothing_needed"
    SEALED_LONG = "sealed_long"
    SOW_NOT_LAST = "sow_not_last"


class EmbryoSize(StrEnum):
    """How far the embryo has grown when the seed is shed."""

    FULL = "full"
    SMALL = "small"


class Dormancy(StrEnum):
    """Why seed does not sprout, as a likely class."""

    NONE = "none"
    PHYSICAL = "physical"
    SHALLOW = "shallow"
    MIDDLING = "middling"
    DEEP = "deep"
    MORPHOLOGICAL = "morphological"
    MORPHOPHYSIOLOGICAL = "morphophysiological"
    COMBINED = "combined"
    UNKNOWN = "unknown"


class SowSeason(StrEnum):
    """When a plant is sown outside."""

    AUTUMN = "autumn"
    SPRING = "spring"


class Hemisphere(StrEnum):
    """Which half of the earth; no month means a season without it."""

    NORTH = "north"
    SOUTH = "south"


class PlanMode(StrEnum):
    """How treatments of unequal length are laid: sown on one day, or started on one day."""

    SOW_TOGETHER = "sow_together"
    START_TOGETHER = "start_together"


class PlanNoteKind(StrEnum):
    """What a plan says about a date that was moved, or could not be."""

    LENGTHENED = "lengthened"
    START_MOVED = "start_moved"
    DAY_OFF = "day_off"
    NIGHT = "night"
    CHECK_GAP = "check_gap"
    NO_CHECK_BEFORE_BREAK = "no_check_before_break"


class LeavingHow(StrEnum):
    """How seed leaves the bag."""

    WITH_MEDIUM = "with_medium"
    PICKED_OUT = "picked_out"
    LEFT_IN_PLACE = "left_in_place"


class SproutsGo(StrEnum):
    """What becomes of sprouts found in the cold: potted, left while the bag goes on, or the chill ends for all."""

    POTTED = "potted"
    GO_ON = "go_on"
    END_CHILL = "end_chill"


class SupplyKind(StrEnum):
    """Something that is made once and used many times."""

    SMOKE_WATER = "smoke_water"
    SOLUTION = "solution"
    TOWEL = "towel"
    SAND = "sand"
    BAG = "bag"


class PlaceTrouble(StrEnum):
    """What befell a place, and with it every bag that lay there."""

    FROZE = "froze"
    POWER_CUT = "power_cut"
    WARMED = "warmed"


class LogFault(StrEnum):
    """Why a line of a temperature log was left out."""

    NO_TIME = "no_time"
    NO_NUMBER = "no_number"
    SAME_TIME = "same_time"
    IMPOSSIBLE = "impossible"
    TOO_FEW_COLUMNS = "too_few_columns"
    IN_FUTURE = "in_future"


class TemperatureUnit(StrEnum):
    """Unit of a temperature in a log."""

    CELSIUS = "C"
    FAHRENHEIT = "F"


class Forgives(StrEnum):
    """How late the end of a step may be: the alarm fits it."""

    DAYS = "days"
    HOURS = "hours"
    NOTHING = "nothing"


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
    """What a forecast of decline rests on."""

    FIT = "fit"
    CLASS = "class"


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


class LabelKind(StrEnum):
    """What a label is for."""

    FIELD_BAG = "field_bag"
    STORED = "stored"
    BAG = "bag"


class LabelSheet(StrEnum):
    """Paper that labels are printed on; named by paper, labels a sheet, and size."""

    A4_24 = "a4_24"
    A4_14 = "a4_14"
    A4_8 = "a4_8"
    LETTER_30 = "letter_30"
    SINGLE_57_32 = "single_57_32"
    SINGLE_62_29 = "single_62_29"
    SINGLE_100_50 = "single_100_50"


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
    GUESSED = "guessed"


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


class PlaceKind(StrEnum):
    """What a place is."""

    SITE = "site"
    ROOM = "room"
    FRIDGE = "fridge"
    SHELF = "shelf"
    TRAY = "tray"
    BOX = "box"
    FREEZER = "freezer"


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
    ONE_REPLICATE = "one_replicate"
    ONE_SCOOP = "one_scoop"
    ONE_HEAD = "one_head"
    GUESSED = "guessed"
    NOT_MEASURED = "not_measured"
    NOT_CONVERTED = "not_converted"
    NOT_CUT = "not_cut"
    NOT_NOTED = "not_noted"
    SOW_NOW = "sow_now"
    NO_DECLINE_SEEN = "no_decline_seen"
    NEVER_TESTED = "never_tested"
    FEWER_THAN_TWO_READINGS = "fewer_than_two_readings"
    NO_PACE = "no_pace"
    REACHED = "reached"
    NO_LOG = "no_log"


class Role(StrEnum):
    """What a person may do."""

    GROWER = "grower"
    HELPER = "helper"
    READER = "reader"
