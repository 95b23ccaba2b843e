"""What came from what: a graph, for a harvest is split and visits are merged."""

from dataclasses import dataclass

from django.db.models import Q

from core.vocabulary import DescentKind
from server.lots.models import Descent, Lot


@dataclass(frozen=True)
class DescentNode:
    """A lot in the graph; `generation` counts from the oldest, 0."""

    id: int
    code: str
    label: str
    generation: int


@dataclass(frozen=True)
class DescentEdge:
    """One lot came from another."""

    parent: int
    child: int
    kind: DescentKind
    amount_seeds: int | None


@dataclass(frozen=True)
class DescentGraph:
    """All lots related to one by splitting, mixing or harvest."""

    nodes: list[DescentNode]
    edges: list[DescentEdge]


def related_edges(lot: Lot) -> list[Descent]:
    """Every step between the lots related to one."""
    found: dict[int, Descent] = {}
    known, fresh = {lot.pk}, {lot.pk}
    while fresh:
        edges = Descent.objects.filter(Q(parent__in=fresh) | Q(child__in=fresh)).select_related("parent__taxon", "child__taxon")
        found |= {e.pk: e for e in edges}
        reached = {i for e in edges for i in (e.parent_id, e.child_id)}
        fresh, known = reached - known, known | reached
    return [found[k] for k in sorted(found)]


def descent(lot: Lot) -> DescentGraph:
    """The graph around a lot; empty where it came from none and none came from it."""
    edges = related_edges(lot)
    lots = {x.pk: x for e in edges for x in (e.parent, e.child)}
    generation = dict.fromkeys(lots, 0)
    for _ in lots:
        for e in edges:
            generation[e.child_id] = max(generation[e.child_id], generation[e.parent_id] + 1)
    nodes = [DescentNode(pk, x.code, x.form or x.common_name, generation[pk]) for pk, x in lots.items()]
    return DescentGraph(
        sorted(nodes, key=lambda n: (n.generation, n.code)),
        [DescentEdge(e.parent_id, e.child_id, DescentKind(e.kind), e.amount_seeds) for e in edges],
    )
