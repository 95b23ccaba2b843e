"""Steps of recipes, their plans on days, and what carries them out."""

from enum import StrEnum


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
    FREEZE_THAW = "freeze_thaw"
    OUTDOORS = "outdoors"
    AFTER_RIPENING = "after_ripening"
    SOW = "sow"


class StepTexture(StrEnum):
    """How a step is drawn: its colour and pattern."""

    CHILL = "chill"
    WARM = "warm"
    SOAK = "soak"
    SCARIFY = "scarify"
    SMOKE = "smoke"
    ACID = "acid"


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
    STARTS_ON_DAY_OFF = "starts_on_day_off"
    SOWN_ON_DAY_OFF = "sown_on_day_off"


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
    """Events at a place, which affect every bag that lay there."""

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
