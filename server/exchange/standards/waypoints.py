"""Stands as GPX 1.1 waypoints, for receivers in the field."""

import io
from xml.etree import ElementTree as Xml

from server.exchange.standards.records import Said, StandSaid, position, unusable, whole
from server.exchange.standards.xml import parsed, tag

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
    root = parsed(content, "this GPX file")
    if tag(root) != "gpx":
        raise unusable("", f"This is no GPX file: it begins with “{tag(root)}”.")
    points = [x for x in root if tag(x) == "wpt"]
    if len(points) > MOST:
        raise unusable("", f"This GPX file has {len(points):,} waypoints; at most {MOST:,} are read at once.")
    lost = _lost(root, points)
    return Said(stands=[_stand(n, x) for n, x in enumerate(points, start=1)], lost=lost)


def _lost(root: Xml.Element, points: list[Xml.Element]) -> list[str]:
    others = [tag(x) for x in root]
    lost = [
        f"{others.count(kind)} {word} not read: only waypoints become stands."
        for kind, word in (("trk", "tracks are"), ("rte", "routes are"))
        if kind in others
    ]
    unread = sorted({tag(y) for x in points for y in x} - READ)
    return [*lost, *([f"Of each waypoint, these are not kept: {', '.join(unread)}."] if unread else [])]


def _stand(number: int, point: Xml.Element) -> StandSaid:
    told = {tag(x): (x.text or "").strip() for x in point}
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
        elevation_m=whole(told.get("ele"), f"{where}, ele"),
        note=note.strip(),
    )
