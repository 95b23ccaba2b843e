"""What a file in an open format says becomes stands, visits and lots."""

from datetime import date, datetime
from uuid import UUID, uuid4

from core.seedstock import LOT_FIELDS, LotFacts
from core.vocabulary import AmountKnown, DatePrecision, OriginKind, StockKind
from server.exchange.standards.fitting import LONGEST_CODE, NOT_STATED, taxa_of
from server.exchange.standards.records import LotSaid, Said, StandSaid, VisitSaid, unusable
from server.lots.services import add_lot, enter_stock
from server.people.models import Person
from server.record_kinds.stopping import Tell
from server.reference.models import Taxon
from server.stands.models import Stand, Visit
from server.stands.services.stands import add_stand
from server.stands.services.visits import NewVisit, record_visit

Made = dict[str, list[int]]
# the longest texts that a stand's fields hold
LONGEST = {
    "field_name": Stand._meta.get_field("field_name").max_length or 0,
    "place_name": Stand._meta.get_field("place_name").max_length or 0,
    "habitat": Stand._meta.get_field("habitat").max_length or 0,
}


def make_said(by: Person, said: Said, at: datetime, tell: Tell) -> Made:
    """Write it all; the same names of plants become the plants that are here."""
    made: Made = {"stands": [], "visits": [], "lots": [], "stock": []}
    taxa, total = taxa_of(said), len(said.stands) + len(said.visits) + len(said.lots)
    stands: dict[str, Stand] = {}
    for s in said.stands:
        stands[s.key] = _make_stand(by, s, taxa)
        made["stands"].append(stands[s.key].pk)
    tell(len(said.stands), total, f"{len(said.stands)} stands")
    made["visits"] = _make_visits(by, said.visits, stands)
    tell(len(said.stands) + len(said.visits), total, f"{len(said.visits)} visits")
    for n, x in enumerate(said.lots, start=1):
        lot = add_lot(by=by, code=x.key if len(x.key) <= LONGEST_CODE else "", taxon=taxa.get(x.scientific_name), **_facts(x, taxa))
        made["lots"].append(lot.pk)
        if x.seeds is not None:
            known = AmountKnown.GUESSED if x.seeds_estimated else AmountKnown.COUNTED
            made["stock"].append(enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=x.seeds, known=known, at=at, reason="imported").pk)
        if n % 50 == 0 or n == len(said.lots):
            tell(total - len(said.lots) + n, total, f"lot {n} of {len(said.lots)}")
    return made


def _field_name(x: StandSaid | LotSaid, taxa: dict[str, Taxon]) -> str:
    """The field name; of a plant that is not here yet, its scientific name."""
    return x.field_name or ("" if x.scientific_name in taxa else x.scientific_name or x.common_name)


def _make_stand(by: Person, s: StandSaid, taxa: dict[str, Taxon]) -> Stand:
    return add_stand(
        by=by,
        taxon=taxa.get(s.scientific_name),
        field_name=_field_name(s, taxa)[: LONGEST["field_name"]],
        place_name=s.place_name[: LONGEST["place_name"]],
        latitude=s.where.latitude if s.where else None,
        longitude=s.where.longitude if s.where else None,
        elevation_m=s.elevation_m,
        habitat=s.habitat[: LONGEST["habitat"]],
        plants=s.plants,
        note="\n".join(x for x in (s.note, _cut(s.place_name, LONGEST["place_name"]), _cut(s.habitat, LONGEST["habitat"])) if x),
    )


def _cut(text: str, longest: int) -> str:
    """A text that does not fit its field whole, for the note."""
    return text if len(text) > longest else ""


def _make_visits(by: Person, visits: list[VisitSaid], stands: dict[str, Stand]) -> list[int]:
    """Visits with their own identity; those that are here already stay as they are."""
    named = [(_identity(v.key), v) for v in visits if v.stand in stands]
    here = set(Visit.objects.filter(client_id__in=[name for name, _ in named]).values_list("client_id", flat=True))
    made = []
    for name, v in named:
        if name not in here:
            here.add(name)
            new = NewVisit(at=v.at, client_id=name, share_ripe=v.share_ripe, note=v.note[:300])
            made.append(record_visit(by=by, stand=stands[v.stand], new=new)[0].pk)
    return made


def _identity(key: str) -> UUID:
    try:
        return UUID(key)
    except ValueError:
        return uuid4()


def _facts(x: LotSaid, taxa: dict[str, Taxon]) -> LotFacts:
    collected, precision = _collected(x.collected)
    notes = [x.note, f"Code in the file: {x.key}" if len(x.key) > LONGEST_CODE else ""]
    facts: LotFacts = {
        "field_name": _field_name(x, taxa)[: LOT_FIELDS["field_name"].longest],
        "origin_kind": x.origin_kind or OriginKind.SWAPPED,
        "origin_place": x.origin_place[: LOT_FIELDS["origin_place"].longest],
        "collected_on": collected,
        "collected_precision": precision,
        "collector": x.collector[: LOT_FIELDS["collector"].longest],
        "leave": (x.leave or (NOT_STATED if x.origin_kind == OriginKind.WILD else ""))[: LOT_FIELDS["leave"].longest],
        "parents": x.parents,
    }
    for name in ("origin_place", "collector", "leave"):
        notes.append(_cut(str(getattr(x, name)), LOT_FIELDS[name].longest))
    facts["note"] = "\n".join(n for n in notes if n)
    return facts


def _collected(iso: str) -> tuple[date | None, DatePrecision]:
    parts = iso.split("-") if iso else []
    if not parts:
        return None, DatePrecision.DAY
    precision = (DatePrecision.YEAR, DatePrecision.MONTH, DatePrecision.DAY)[min(len(parts), 3) - 1]
    try:
        return date(*(int(p) for p in (*parts, "1", "1")[:3])), precision
    except ValueError:
        raise unusable("", f"“{iso}” is no day of a calendar.") from None
