"""Plants, places and lots of the invented nursery. Notes are starting points from common horticultural knowledge."""

from dataclasses import dataclass

from core.vocabulary import (
    AmountKnown,
    CleaningGrade,
    Container,
    DatePrecision,
    OriginKind,
    PlaceKind,
    Trouble,
)


@dataclass(frozen=True)
class PlaceSpec:
    """A place of the nursery; `parent` is a name, empty at the top."""

    name: str
    kind: PlaceKind
    parent: str
    order: int
    indoors: bool = True
    temperature_c: float | None = None
    humidity_percent: float | None = None
    capacity_bags: int | None = None


PLACES = [
    PlaceSpec("Cinder Bench", PlaceKind.SITE, "", 0),
    PlaceSpec("Cool bench", PlaceKind.ROOM, "Cinder Bench", 10, temperature_c=12, humidity_percent=60),
    PlaceSpec("shelf A", PlaceKind.SHELF, "Cool bench", 11),
    PlaceSpec("shelf B", PlaceKind.SHELF, "Cool bench", 12),
    PlaceSpec("Warm bench", PlaceKind.ROOM, "Cinder Bench", 20, temperature_c=22, humidity_percent=55),
    PlaceSpec("heat mat", PlaceKind.TRAY, "Warm bench", 21),
    PlaceSpec("window shelf", PlaceKind.SHELF, "Warm bench", 22),
    PlaceSpec("Fridge", PlaceKind.FRIDGE, "Cinder Bench", 30, temperature_c=4, humidity_percent=45),
    PlaceSpec("lower shelf", PlaceKind.SHELF, "Fridge", 31, capacity_bags=12),
    PlaceSpec("upper shelf", PlaceKind.SHELF, "Fridge", 32, capacity_bags=16),
    PlaceSpec("cold frame", PlaceKind.BOX, "Cinder Bench", 35, indoors=False),
    PlaceSpec("weather mast", PlaceKind.BOX, "Cinder Bench", 37, indoors=False),
    PlaceSpec("Seed store", PlaceKind.ROOM, "Cinder Bench", 40, temperature_c=14, humidity_percent=38),
    PlaceSpec("box 1", PlaceKind.BOX, "Seed store", 41),
    PlaceSpec("box 2", PlaceKind.BOX, "Seed store", 42),
    PlaceSpec("drying loft", PlaceKind.ROOM, "Cinder Bench", 43, temperature_c=21, humidity_percent=40),
    PlaceSpec("Freezer", PlaceKind.FREEZER, "Cinder Bench", 50, temperature_c=-18, humidity_percent=30),
]


@dataclass(frozen=True)
class LotSpec:
    """A lot; `plant` is a common name or empty. `seeds` None: nobody has measured it."""

    code: str
    plant: str
    origin_place: str
    years_ago: int
    seeds: int | None
    known: AmountKnown = AmountKnown.WEIGHED
    month: int = 8
    origin_kind: OriginKind = OriginKind.WILD
    parents: int | None = 60
    precision: DatePrecision = DatePrecision.DAY
    field_name: str = ""
    hazard: str = ""
    note: str = ""
    place: str = "box 1"
    leave: str = "Halfmoon Rim district, letter of permission (invented)"
    grade: CleaningGrade = CleaningGrade.CLEAN
    container: Container = Container.JAR
    form: str = ""
    trouble: str = ""
    claimed_percent: float | None = None
    claimed_days: int | None = None
    collected_days_ago: int | None = None


W, C, S, G = AmountKnown.WEIGHED, AmountKnown.COUNTED, AmountKnown.SCOOPED, AmountKnown.GUESSED
RIM, DRAW, FLAT, SPRING, CREEK, GARDEN = "Halfmoon Rim", "Larkspit Draw", "Coldwell Flat", "Ember Spring", "Tallow Creek", "Display garden"

LOTS = [
    LotSpec("HR-114", "arrowleaf balsamroot", RIM, 0, 2400, W, 7),
    LotSpec("HR-097", "arrowleaf balsamroot", RIM, 1, 800, W, 7, note="From the south slope, after the fire."),
    LotSpec("PP-031", "Palmer's penstemon", DRAW, 1, 5200, S, 9),
    LotSpec("PP-036", "Palmer's penstemon", GARDEN, 0, 3000, S, 9, OriginKind.GARDEN, 12),
    LotSpec("SM-052", "Munro's globemallow", FLAT, 1, 1900, W, 8),
    LotSpec("AF-008", "basalt milkvetch", RIM, 0, 46, C, 7, parents=7, note="Few pods; weevils in most.", trouble=Trouble.SEED_EATERS),
    LotSpec("RT-021", "skunkbush sumac", CREEK, 1, 1400, W, 9),
    LotSpec("NA-019", "coyote tobacco", RIM, 1, 9000, S, 9, parents=80),
    LotSpec("EP-006", "whispering bells", RIM, 1, 2600, S, 6),
    LotSpec("CV-014", "snowbrush", RIM, 2, 1100, W, 9),
    LotSpec("LD-027", "fernleaf biscuitroot", DRAW, 1, 640, C, 7),
    LotSpec("PT-040", "antelope bitterbrush", FLAT, 1, 1500, W, 7),
    LotSpec("SC-011", "blue elderberry", CREEK, 1, 4800, W, 9),
    LotSpec("PV-017", "chokecherry", CREEK, 0, 900, W, 8, parents=25, grade=CleaningGrade.ROUGH),
    LotSpec("PO-003", "black cottonwood", CREEK, 0, 4000, G, 6, parents=4, place="lower shelf", note="Sown within days of falling."),
    LotSpec("EN-044", "rubber rabbitbrush", SPRING, 1, 3600, S, 10),
    LotSpec(
        "EN-047",
        "rubber rabbitbrush",
        SPRING,
        0,
        None,
        W,
        11,
        note="Still drying in paper.",
        place="drying loft",
        collected_days_ago=8,
        grade=CleaningGrade.UNCLEANED,
        container=Container.PAPER,
    ),
    LotSpec("TV-002", "meadow deathcamas", FLAT, 1, 350, C, 7, place="box 2"),
    LotSpec("LL-015", "Lewis flax", GARDEN, 3, 5000, W, 8, OriginKind.GARDEN, 30, place="box 2"),
    LotSpec("LL-022", "Lewis flax", GARDEN, 0, 12000, W, 8, OriginKind.GARDEN, 40, place="box 2"),
    LotSpec(
        "LL-901",
        "Lewis flax",
        "bought, origin not stated",
        1,
        2000,
        W,
        1,
        OriginKind.BOUGHT,
        None,
        DatePrecision.YEAR,
        place="box 2",
        leave="",
        claimed_percent=85,
        claimed_days=14,
    ),
    LotSpec("SF-001", "", DRAW, 0, 1300, W, 9, field_name="scree foot, unnamed A", parents=40, container=Container.PAPER),
    LotSpec(
        "PV-901",
        "chokecherry",
        "swapped, Coldwell Flat",
        2,
        200,
        G,
        8,
        OriginKind.SWAPPED,
        None,
        DatePrecision.MONTH,
        place="box 2",
        leave="",
        claimed_percent=60,
    ),
    LotSpec("SM-060", "Munro's globemallow", RIM, 0, 14, C, 8, parents=2, note="Too few to test: hold for a better year."),
    LotSpec(
        "RT-025",
        "skunkbush sumac",
        DRAW,
        0,
        None,
        W,
        9,
        note="Arrived uncleaned.",
        grade=CleaningGrade.UNCLEANED,
        container=Container.PAPER,
    ),
]
