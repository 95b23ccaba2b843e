"""The files in open formats that the nursery can be written to, each with what it cannot say."""

from collections.abc import Callable
from dataclasses import dataclass

from server.exchange.formats.spreadsheet import XLSX
from server.exchange.formats.text import CSV
from server.exchange.standards import darwin_core, geojson, passport, waypoints
from server.exchange.standards.records import Held, Said

COARSE = "Coordinates are rounded to a tenth of a degree, except of stands that may be shown exactly."


@dataclass(frozen=True)
class OpenFormat:
    """A file: its name, the standard, what it is for, its type, what it holds, what is lost, and what writes it."""

    name: str
    standard: str
    purpose: str
    media_type: str
    held: tuple[Held, ...]
    lost: tuple[str, ...]
    write: Callable[[Said], bytes]


_LOTS, _STANDS = (Held.LOTS,), (Held.STANDS,)
_ALL = (
    OpenFormat(
        "darwin-core.zip",
        "Darwin Core archive",
        "stands, visits and lots, for herbaria and biodiversity portals",
        "application/zip",
        tuple(Held),
        (*darwin_core.LOST_OUT, COARSE),
        darwin_core.write,
    ),
    OpenFormat("mcpd.csv", "MCPD 2.1", "lots, for seed banks", CSV, _LOTS, (*passport.LOST_OUT, COARSE), passport.write_csv),
    OpenFormat(
        "mcpd.xlsx", "MCPD 2.1", "lots, for seed banks, as a spreadsheet", XLSX, _LOTS, (*passport.LOST_OUT, COARSE), passport.write_xlsx
    ),
    OpenFormat(
        "stands.gpx",
        "GPX 1.1",
        "stands, for a receiver in the field",
        "application/gpx+xml",
        _STANDS,
        (*waypoints.LOST_OUT, COARSE),
        waypoints.write,
    ),
    OpenFormat(
        "stands.geojson", "GeoJSON", "stands, for maps", "application/geo+json", _STANDS, (*geojson.LOST_OUT, COARSE), geojson.write
    ),
)
OPEN_FORMATS = {f.name: f for f in _ALL}
