"""Stands of the invented nursery and its surroundings; days count back from the day the demo is laid out."""

from dataclasses import dataclass, field

from core.vocabulary import RipeSign, VisitOutcome

DISTRICT = "Halfmoon Rim district, letter of permission (invented)"
RANCH = "Coldwell ranch, by word of mouth (invented)"


@dataclass(frozen=True)
class VisitSpec:
    """A visit so many days ago."""

    days_ago: int
    share_ripe: float
    signs: tuple[RipeSign, ...] = ()
    outcome: VisitOutcome = VisitOutcome.WATCHING
    sick: bool = False
    eaten: bool = False
    heads: int | None = None
    opened: tuple[int, ...] = ()
    note: str = ""


@dataclass(frozen=True)
class StandSpec:
    """A stand; `plant` is a common name or empty. `lots` came from it."""

    plant: str
    place_name: str
    latitude: float
    longitude: float
    elevation_m: int
    habitat: str
    plants: int
    watch_from_days_ago: int | None
    visits: list[VisitSpec] = field(default_factory=list)
    lots: tuple[str, ...] = ()
    field_name: str = ""
    leave_by: str = DISTRICT
    own_ground: bool = False
    leave_until_days: int | None = 400
    protected: bool = False
    licence: str = ""
    may_be_mown: bool = False
    weather: bool = True
    note: str = ""


ECOREGION = "high sagebrush steppe (invented)"

STANDS = [
    StandSpec(
        "rubber rabbitbrush",
        "Ember Spring",
        43.4,
        -118.9,
        1380,
        "roadside above the spring, sandy",
        140,
        16,
        [
            VisitSpec(743, 0.1),
            VisitSpec(733, 0.7, (RipeSign.COMES_AWAY,)),
            VisitSpec(374, 0.05),
            VisitSpec(367, 0.4, (RipeSign.NO_GREEN,)),
            VisitSpec(360, 0.8, (RipeSign.COMES_AWAY,)),
            VisitSpec(13, 0.02, note="Still yellow."),
            VisitSpec(6, 0.12, (RipeSign.NO_GREEN,), heads=900, opened=(14, 9, 17, 11, 12)),
            VisitSpec(1, 0.5, (RipeSign.NO_GREEN, RipeSign.COMES_AWAY), note="Fluff loose on the south side."),
        ],
        ("EN-044", "EN-047"),
        may_be_mown=True,
    ),
    StandSpec(
        "whispering bells",
        "Halfmoon Rim",
        43.5,
        -119.1,
        1610,
        "burnt slope, gravel",
        300,
        24,
        [
            VisitSpec(20, 0.1),
            VisitSpec(11, 0.6, (RipeSign.DRY_BROWN, RipeSign.RATTLES)),
        ],
        ("EP-006",),
    ),
    StandSpec(
        "Lewis flax",
        "Display garden",
        43.3,
        -119.0,
        1290,
        "garden bed",
        40,
        30,
        [VisitSpec(9, 0.6, (RipeSign.RATTLES,), heads=600, opened=(9, 10, 8, 10))],
        ("LL-022", "LL-015"),
        leave_by="",
        own_ground=True,
    ),
    StandSpec(
        "Palmer's penstemon",
        "Larkspit Draw",
        43.6,
        -119.2,
        1450,
        "dry wash",
        80,
        2,
        [VisitSpec(361, 0.1), VisitSpec(352, 0.5), VisitSpec(345, 0.8)],
        ("PP-031",),
    ),
    StandSpec(
        "coyote tobacco",
        "Halfmoon Rim",
        43.5,
        -119.1,
        1590,
        "burnt flat, first years after fire",
        120,
        70,
        [
            VisitSpec(58, 0.05),
            VisitSpec(52, 0.2, (RipeSign.DARK_SEED,)),
            VisitSpec(45, 0, outcome=VisitOutcome.MISSED, note="All pods open, nothing left."),
        ],
        ("NA-019",),
    ),
    StandSpec(
        "arrowleaf balsamroot", "Halfmoon Rim", 43.5, -119.1, 1600, "south slope after the fire", 260, None, [], ("HR-114", "HR-097")
    ),
    StandSpec(
        "chokecherry",
        "Tallow Creek",
        43.2,
        -118.8,
        1210,
        "creek bank thicket",
        25,
        None,
        [VisitSpec(100, 0.7, (RipeSign.FULL_COLOUR,), eaten=True)],
        ("PV-017",),
        leave_by=RANCH,
    ),
    StandSpec(
        "",
        "Larkspit Draw",
        43.6,
        -119.2,
        1480,
        "foot of the scree, north side",
        60,
        None,
        [VisitSpec(75, 0.8, (RipeSign.DRY_BROWN,))],
        ("SF-001",),
        field_name="scree foot, unnamed A",
    ),
    StandSpec(
        "meadow deathcamas",
        "Coldwell Flat",
        43.1,
        -119.3,
        1330,
        "wet meadow",
        70,
        -200,
        [],
        ("TV-002",),
        leave_by=RANCH,
        protected=True,
        licence="research licence 00 (invented)",
        note="Gloves, always.",
    ),
    StandSpec(
        "antelope bitterbrush",
        "Coldwell Flat",
        43.1,
        -119.3,
        1340,
        "open shrub steppe",
        400,
        None,
        [],
        ("PT-040",),
        leave_by=RANCH,
        leave_until_days=-30,
        note="The leave has ended: ask again before the summer.",
    ),
    StandSpec(
        "black cottonwood", "Tallow Creek", 43.2, -118.8, 1200, "gravel bar", 12, -185, [], (), note="Lets go within days: look daily."
    ),
]
