"""Words of the practice bench."""

from enum import StrEnum


class PracticeSays(StrEnum):
    """What somebody concludes of a treatment, against seed sown as it is."""

    BETTER = "better"
    WORSE = "worse"
    SAME = "same"
    CANNOT_SAY = "cannot_say"


class PracticeMark(StrEnum):
    """What a conclusion is worth, once the truth stands beside it."""

    FOUND = "found"
    LEFT_OPEN = "left_open"
    MISSED = "missed"
    WITHOUT_GROUND = "without_ground"
