"""What a counter is told: the rounds and the counts, and no treatment of a blind trial."""

from collections.abc import Iterable
from dataclasses import replace
from datetime import datetime

from server.people.models import Person
from server.people.permissions import Right, may
from server.rounds.selectors.bags import PlaceBags
from server.rounds.selectors.today import PlaceRound, Today, today


def today_for(person: Person, now: datetime) -> Today:
    """Today, as far as it is this person's work."""
    page = today(now)
    if may(person, Right.READ):
        return page
    rounds = [_counts_of(r) for r in page.rounds]
    return replace(
        page,
        rounds=[r for r in rounds if r.tasks],
        coming=[c for c in page.coming if c.kind == "count"],
        waking=[],
        band=[],
        visits=[],
        drying=[],
        retests=[],
        retests_more=0,
        bags=bags_for(person, page.bags),
        batch_days=[],
        sowings=[],
    )


def bags_for(person: Person, rounds: Iterable[PlaceBags]) -> list[PlaceBags]:
    """The rounds of bags; a counter sees what a bag wants, not which treatment it is for."""
    if may(person, Right.READ):
        return list(rounds)
    return [replace(r, bags=[replace(b, trial_code="", treatment="") for b in r.bags]) for r in rounds]


def _counts_of(place: PlaceRound) -> PlaceRound:
    tasks = [t for t in place.tasks if t.kind == "count"]
    return replace(place, tasks=tasks, dishes=sum(t.dishes for t in tasks))
