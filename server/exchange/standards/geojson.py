"""Stands as GeoJSON (RFC 7946): WGS 84, longitude before latitude."""

import json
from dataclasses import asdict
from typing import Any

from server.exchange.standards.records import PlaceOnEarth, Said, StandSaid, listed_terms, position, unusable, whole

KEPT = ("place_name", "scientific_name", "common_name", "field_name", "elevation_m", "habitat", "plants", "note")
LOST_OUT = ["GeoJSON keeps what a stand is and where.", "Visits, permission, shedding and lots are not in it."]
MOST = 20_000


def write(said: Said) -> bytes:
    """A collection of features, one a stand; one without a position has a geometry of null."""
    told = {"type": "FeatureCollection", "features": [_feature(s) for s in said.stands]}
    return json.dumps(told, ensure_ascii=False, indent=1).encode()


def _feature(s: StandSaid) -> dict[str, Any]:
    more: dict[str, Any] = {}
    if s.where is not None and s.where.uncertainty_m is not None:
        more = {"coordinate_uncertainty_m": s.where.uncertainty_m, "information_withheld": s.withheld}
    return {
        "type": "Feature",
        "id": s.key,
        "geometry": None if s.where is None else {"type": "Point", "coordinates": [s.where.longitude, s.where.latitude]},
        "properties": {name: value for name, value in asdict(s).items() if name in KEPT and value not in ("", None)} | more,
    }


def is_geojson(found: Any) -> bool:
    """Whether JSON is a collection of features."""
    return isinstance(found, dict) and found.get("type") == "FeatureCollection"


def read(found: dict[str, Any]) -> Said:
    """The points of a collection as stands."""
    features = found.get("features")
    if not isinstance(features, list) or len(features) > MOST:
        raise unusable("features", f"there must be a list of at most {MOST:,} features.")
    lost: list[str] = []
    stands = [s for n, f in enumerate(features, start=1) if (s := _stand(n, f, lost)) is not None]
    unread = {k for f in features if isinstance(f, dict) for k in (f.get("properties") or {})} - {*KEPT, "name"}
    unread -= {"coordinate_uncertainty_m", "information_withheld"}
    return Said(stands=stands, lost=[*lost, *([f"These properties are not kept: {listed_terms(unread)}."] if unread else [])])


def _stand(number: int, feature: Any, lost: list[str]) -> StandSaid | None:
    where = f"feature {number}"
    if not isinstance(feature, dict) or feature.get("type") != "Feature":
        raise unusable(where, "it is no Feature.")
    told = feature.get("properties") or {}
    if not isinstance(told, dict):
        raise unusable(where, "its properties are no object.")
    geometry = feature.get("geometry")
    if geometry is not None and (not isinstance(geometry, dict) or geometry.get("type") != "Point"):
        kind = geometry.get("type") if isinstance(geometry, dict) else "?"
        lost.append(f"Feature {number} is a {kind}: only points become stands.")
        return None
    return StandSaid(
        key=str(feature.get("id", where)),
        place_name=_text(told.get("place_name") or told.get("name"), where) or f"Point {number}",
        scientific_name=_text(told.get("scientific_name"), where),
        common_name=_text(told.get("common_name"), where),
        field_name=_text(told.get("field_name"), where),
        where=_place(geometry, told, where),
        elevation_m=whole(told.get("elevation_m"), f"{where}, elevation_m"),
        habitat=_text(told.get("habitat"), where),
        plants=whole(told.get("plants"), f"{where}, plants"),
        note=_text(told.get("note"), where),
    )


def _place(geometry: dict[str, Any] | None, told: dict[str, Any], where: str) -> PlaceOnEarth | None:
    if geometry is None:
        return None
    at = geometry.get("coordinates")
    if not isinstance(at, list) or len(at) < 2:
        raise unusable(where, "a point has a longitude and a latitude, in this order.")
    return position(str(at[1]), str(at[0]), where, str(told.get("coordinate_uncertainty_m") or ""))


def _text(value: Any, where: str) -> str:
    if value is None:
        return ""
    if isinstance(value, (dict, list)):
        raise unusable(where, "a property that should be a text holds a list or an object.")
    return str(value).strip()
