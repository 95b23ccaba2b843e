"""Places, labels and people."""

from enum import StrEnum


class LabelKind(StrEnum):
    """What a label is for."""

    FIELD_BAG = "field_bag"
    STORED = "stored"
    BAG = "bag"
    DISH = "dish"
    TRAY = "tray"


class LabelSheet(StrEnum):
    """Paper that labels are printed on; named by paper, labels a sheet, and size."""

    A4_24 = "a4_24"
    A4_14 = "a4_14"
    A4_8 = "a4_8"
    LETTER_30 = "letter_30"
    SINGLE_57_32 = "single_57_32"
    SINGLE_62_29 = "single_62_29"
    SINGLE_100_50 = "single_100_50"


class PlaceKind(StrEnum):
    """What a place is."""

    SITE = "site"
    ROOM = "room"
    FRIDGE = "fridge"
    SHELF = "shelf"
    TRAY = "tray"
    BOX = "box"
    FREEZER = "freezer"


class Role(StrEnum):
    """What a person may do."""

    LEAD = "lead"
    GROWER = "grower"
    COUNTER = "counter"
    READER = "reader"


class Units(StrEnum):
    """In what temperatures and masses are shown; kept are °C and grams, whatever is shown."""

    METRIC = "metric"
    US = "us"


class ThingKind(StrEnum):
    """What a thing is."""

    LOT = "lot"
    STAND = "stand"
    RECIPE = "recipe"
    TRIAL = "trial"
    DISH = "dish"
    BATCH = "batch"
    SUPPLY = "supply"
    TURN = "turn"
    PLACE = "place"
    PLANT = "plant"
    SOWING = "sowing"
    TRAY = "tray"
    WORK_YEAR = "work_year"
