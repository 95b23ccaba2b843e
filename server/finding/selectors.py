"""Finding things by what people type: words that begin so, and near ones where none does."""

from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass

from rapidfuzz import process
from rapidfuzz.distance import OSA

from core.vocabulary import ThingKind
from server.finding.models import Findable, FindWord
from server.finding.sources import SOURCES
from server.finding.words import CODE, words_of
from server.labels.selectors import find_code
from server.record_kinds.pages import page_of

MOST_WORDS = 6
# of one word that was typed: more than anybody reads, few enough to be quick
MOST_ROWS = 3000
# shorter words have too many near ones, and a number one off is another number
NEAR_FROM, TWO_FROM = 4, 8
ORDER = {s.kind: n for n, s in enumerate(SOURCES)}
# what a round or a count asks for, by its whole code
COUNTED = frozenset({"dish", "batch"})
Ref = tuple[str, int]


@dataclass(frozen=True)
class FoundRow:
    """A thing that was found, and the page that shows it; `recent`: it was opened lately."""

    kind: str
    id: int
    title: str
    detail: str
    code: str
    path: str
    recent: bool


@dataclass(frozen=True)
class Found:
    """What was found. `instead`: words that were searched for, where what was typed begins no word."""

    results: list[FoundRow]
    instead: list[str]


def find(typed: str, *, recent: Sequence[Ref] = (), counters_only: bool, most: int = 12) -> Found:
    """Find things by what was typed; what was opened lately comes first. With nothing typed: what was opened lately."""
    if counters_only:
        return Found(_by_code(typed, COUNTED), [])
    words = words_of(typed)[:MOST_WORDS]
    place = {ref: n for n, ref in enumerate(recent)}
    if not words:
        return Found(_rows_of(_entries(recent), place)[:most], [])
    scores, instead = _scores(words)
    best = sorted(scores, key=lambda pk: (-scores[pk], -pk))[: 20 * most]
    entries = sorted(Findable.objects.filter(pk__in=best), key=lambda f: (-scores[f.pk], ORDER[ThingKind(f.kind)], f.title, f.code, f.of))
    # dishes are too many to be among the entries
    return Found([*_by_code(typed, {"dish"}), *_rows_of(entries, place)][:most], instead)


def _rows_of(entries: Sequence[Findable], place: dict[Ref, int]) -> list[FoundRow]:
    rows = [_row(f, recent=(f.kind, f.of) in place) for f in entries]
    return sorted(rows, key=lambda r: place.get((r.kind, r.id), len(place)))


def _row(f: Findable, *, recent: bool) -> FoundRow:
    return FoundRow(f.kind, f.of, f.title, f.detail, f.code, page_of(ThingKind(f.kind), f.of), recent)


def _entries(refs: Collection[Ref]) -> list[Findable]:
    wanted: dict[str, set[int]] = defaultdict(set)
    for kind, pk in refs:
        wanted[kind].add(pk)
    return [f for kind, ids in wanted.items() for f in Findable.objects.filter(kind=kind, of__in=ids)]


def _by_code(typed: str, kinds: Collection[str]) -> list[FoundRow]:
    """What carries exactly this code, of some kinds."""
    code = typed.strip().upper()
    # codes have no spaces: most of what is typed need not be looked for
    target = find_code(code) if code and " " not in code else None
    if target is None or target.kind not in kinds:
        return []
    name = {"dish": "Dish", "batch": "Bag"}[target.kind]
    return [FoundRow(target.kind, target.id, f"{name} {code}", "", code, f"/c/{code}", recent=False)]


def _scores(words: Sequence[str]) -> tuple[dict[int, float], list[str]]:
    """Scores of the entries that have all words, and the words that were taken instead of those that nothing begins with."""
    instead: list[str] = []
    total: dict[int, float] | None = None
    for word in words:
        scores = _beginning_with(word)
        if not scores and word.isalpha() and len(word) >= NEAR_FROM:
            near = _near(word)
            instead += near[:1]
            scores = _being(near)
        total = scores if total is None else {pk: total[pk] + s for pk, s in scores.items() if pk in total}
    return total or {}, instead


def _beginning_with(word: str) -> dict[int, float]:
    rows = FindWord.objects.filter(word__gte=word, word__lt=f"{word}\U0010ffff").values_list("entry", "word", "weight")
    scores: dict[int, float] = {}
    for entry, whole, weight in rows[:MOST_ROWS]:
        # a whole word tells more than the beginning of one, a whole code most
        score = weight + (CODE if whole == word else 0)
        scores[entry] = max(scores.get(entry, 0), score)
    return scores


def _being(words: Collection[str]) -> dict[int, float]:
    scores: dict[int, float] = {}
    for entry, weight in FindWord.objects.filter(word__in=words).values_list("entry", "weight")[:MOST_ROWS]:
        scores[entry] = max(scores.get(entry, 0), weight)
    return scores


def _near(word: str) -> list[str]:
    """Known words that begin nearly so, the nearest first: one slip, or two in a long word."""
    slips = 2 if len(word) >= TWO_FROM else 1
    known = list(FindWord.objects.order_by().values_list("word", flat=True).distinct())
    near: dict[str, int] = {}
    for longer in (0, 1, -1):
        beginnings = [w[: len(word) + longer] for w in known]
        found = process.extract(word, beginnings, scorer=OSA.distance, score_cutoff=slips, limit=None)
        for _, distance, at in found:
            near[known[at]] = min(near.get(known[at], slips), int(distance))
    closest = min(near.values(), default=0)
    return sorted((w for w, d in near.items() if d == closest), key=lambda w: (abs(len(w) - len(word)), w))
