"""Stands as GPX 1.1 waypoints, for receivers in the field."""

import io
from xml.etree import ElementTree as Xml

from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import fromstring

from server.exchange.standards.records import Said, StandSaid, position, unusable

NAMESPACE = "http://www.topografix.com/GPX/1/1"
CREATOR = "Awake Furrow"
# in the order that the schema of GPX has them
ORDER = ("ele", "time", "name", "desc", "sym")
READ = {"ele", "name", "desc"}
LOST_OUT = [
    "GPX keeps a stand’s name, position, elevation and a description.",
    "Stands without a position are left out.",
    "Visits, permission, shedding and lots are not in it.",
]
MOST = 20_000


def write(said: Said) -> bytes:
    """A GPX file of the stands that have a position."""
    Xml.register_namespace("", NAMESPACE)
    root = Xml.Element(f"{{{NAMESPACE}}}gpx", {"version": "1.1", "creator": CREATOR})
    for stand in said.stands:
        if stand.where is None:
            continue
        point = Xml.SubElement(root, f"{{{NAMESPACE}}}wpt", {"lat": repr(stand.where.latitude), "lon": repr(stand.where.longitude)})
        told = {"ele": str(stand.elevation_m) if stand.elevation_m is not None else "", "name": stand.place_name, "desc": _told(stand)}
        for name in ORDER:
            if told.get(name):
                Xml.SubElement(point, f"{{{NAMESPACE}}}{name}").text = told[name]
    out = io.BytesIO()
    Xml.ElementTree(root).write(out, encoding="utf-8", xml_declaration=True)
    return out.getvalue()


def _told(stand: StandSaid) -> str:
    """The plant first, then what else is known; a line each."""
    plant = stand.scientific_name or stand.field_name
    return "\n".join(x for x in (plant, stand.common_name, stand.habitat, stand.note, stand.withheld) if x)


def read(content: bytes) -> Said:
    """The waypoints of a GPX file as stands; the first line of a description is the plant."""
    try:
        root = fromstring(content)
    except DefusedXmlException:
        raise unusable("", "This GPX file declares entities, which no receiver writes. It is not read.") from None
    except Xml.ParseError as error:
        line, column = error.position
        raise unusable(f"line {line}, column {column}", f"this GPX file is broken ({_reason(error)}). Export it again.") from None
    if root.tag.rpartition("}")[2] != "gpx":
        raise unusable("", f"This is no GPX file: it begins with “{root.tag.rpartition('}')[2]}”.")
    points = [x for x in root if x.tag.rpartition("}")[2] == "wpt"]
    if len(points) > MOST:
        raise unusable("", f"This GPX file has {len(points):,} waypoints; at most {MOST:,} are read at once.")
    lost = _lost(root, points)
    return Said(stands=[_stand(n, x) for n, x in enumerate(points, start=1)], lost=lost)


def _reason(error: Xml.ParseError) -> str:
    return str(error).partition(":")[0]


def _lost(root: Xml.Element, points: list[Xml.Element]) -> list[str]:
    others = [x.tag.rpartition("}")[2] for x in root]
    lost = [
        f"{others.count(kind)} {word} not read: only waypoints become stands."
        for kind, word in (("trk", "tracks are"), ("rte", "routes are"))
        if kind in others
    ]
    unread = sorted({y.tag.rpartition("}")[2] for x in points for y in x} - READ)
    return [*lost, *([f"Of each waypoint, these are not kept: {', '.join(unread)}."] if unread else [])]


def _stand(number: int, point: Xml.Element) -> StandSaid:
    told = {x.tag.rpartition("}")[2]: (x.text or "").strip() for x in point}
    where = f"waypoint {number}" + (f", “{told['name'][:40]}”" if told.get("name") else "")
    at = position(point.get("lat", ""), point.get("lon", ""), where)
    if at is None:
        raise unusable(where, "it has no position. Each waypoint needs lat and lon.")
    plant, _, note = told.get("desc", "").partition("\n")
    return StandSaid(
        key=f"waypoint-{number}",
        place_name=told.get("name") or f"Waypoint {number}",
        scientific_name=plant,
        where=at,
        elevation_m=_elevation(told.get("ele", ""), where),
        note=note.strip(),
    )


def _elevation(text: str, where: str) -> int | None:
    if not text:
        return None
    try:
        return round(float(text))
    except (ValueError, OverflowError):
        raise unusable(where, f"“{text}” is no elevation in metres.") from None
