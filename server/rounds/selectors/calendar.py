"""Today as days in a calendar: the same list, for the calendar somebody keeps anyway."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, datetime

from icalendar import Calendar, Event

from server.rounds.selectors.today import Today

NAME = "Awake Furrow"
DOMAIN = "awake-furrow.invalid"


@dataclass(frozen=True)
class DueEntry:
    """One thing due on a day, or at a moment; `key` stays the same while it is the same thing."""

    key: str
    title: str
    where: str
    path: str
    on: date | datetime


def due_entries(page: Today) -> list[DueEntry]:
    """Everything on Today, each with its day; what is late is due today."""
    return sorted(_entries(page), key=lambda e: (e.on.date() if isinstance(e.on, datetime) else e.on, e.key))


def as_icalendar(entries: list[DueEntry], made_at: datetime, host: str) -> bytes:
    """The entries as an iCalendar file; `host` is the address under which this server was asked."""
    calendar = Calendar()
    calendar.add("prodid", "-//Awake Furrow//due//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", NAME)
    for e in entries:
        event = Event()
        event.add("uid", f"{e.key}@{DOMAIN}")
        event.add("dtstamp", made_at)
        event.add("dtstart", e.on)
        event.add("summary", e.title)
        if e.where:
            event.add("location", e.where)
        event.add("url", f"{host}{e.path}")
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _entries(page: Today) -> Iterator[DueEntry]:
    day = page.day
    for r in page.rounds:
        for t in r.tasks:
            verb = "Count" if t.kind == "count" else "Sow"
            key = f"{t.kind}-{t.trial}-{r.place}".replace(" ", "-").lower()
            yield DueEntry(key, f"{verb} {t.dishes} dishes of {t.trial_code}, {t.lot_name}", r.place, f"/trials/{t.trial}/count", day)
    for c in page.coming:
        verb = "Count" if c.kind == "count" else "Sow"
        yield DueEntry(
            f"{c.kind}-{c.trial}-{c.on:%Y%m%d}", f"{verb} {c.dishes} dishes of {c.trial_code}, {c.lot_name}", "", f"/trials/{c.trial}", c.on
        )
    for p in page.bags:
        for b in p.bags:
            if b.due is not None:
                title = f"{str(b.care).replace('_', ' ').capitalize()}: {b.code}, {b.name}"
                yield DueEntry(f"care-{b.batch}", title, p.place_name, "/rounds", max(day, b.due))
    words = {"begin": "Begin", "next_step": "Next step of", "out": "Finish treating"}
    for d in page.batch_days:
        path = f"/batches/{d.batch}" if d.batch else f"/plan?trial={d.trial}"
        yield DueEntry(f"{d.what}-{d.batch or f't{d.trial}-{d.code}'}", f"{words[d.what]} {d.code}, {d.name}", "", path, max(day, d.on))
    for x in page.timers:
        yield DueEntry(f"timer-{x.begun}", f"{x.step.replace('_', ' ').capitalize()} of {x.code} ends", "", "/timers", x.due_at)
    for v in page.visits:
        yield DueEntry(f"visit-{v.id}", f"Visit {v.common_name}", v.place_name, f"/stands/{v.id}", day)
    for s in page.drying:
        yield DueEntry(f"turn-{s.lot}", f"Turn {s.code}, {s.name}", s.place, f"/lots/{s.lot}", day)
    for w in page.retests:
        yield DueEntry(f"retest-{w.lot}", f"Test {w.code}, {w.name} again", "", f"/lots/{w.lot}", day)
