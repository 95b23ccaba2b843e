"""Beginning a try at a brief, alone or with others at the same hidden seed."""

import secrets

from django.db import transaction
from django.utils import timezone

from core.vocabulary import AmountKnown, OriginKind, PlaceKind, Role, StockKind
from server.errors import DomainError, refused
from server.lots.services import add_lot, enter_stock
from server.people.models import Person, WorkYear
from server.practice.briefs import BY_SLUG, Brief
from server.practice.files import clear_orphans, fill_bench, forget_bench
from server.practice.models import DEMO, Attempt
from server.recipes.services import write_recipe
from server.record_kinds.services import create_thing
from server.reference.services.places import add_place

# no letters that are read as others
LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ"
CODE_LENGTH = 5
# each bench is a database of its own; nobody practises at more at a time
MOST_BENCHES = 8
MOST_ATTEMPTS = 60
SOURCE = "practice bench, invented"


def begin(*, by: Person, brief: str) -> Attempt:
    """Begin a brief with a lot that nobody had before."""
    if brief not in BY_SLUG:
        raise refused("/brief", "no_such_brief", "There is no such exercise. Choose one from the list.")
    code = "".join(secrets.choice(LETTERS) for _ in range(CODE_LENGTH))
    return _begin(by, BY_SLUG[brief], code, secrets.randbits(32))


def join_group(*, by: Person, code: str) -> Attempt:
    """Begin the brief of a group: the same hidden seed, one's own dishes."""
    wanted = code.strip().upper()
    first = Attempt.objects.filter(code=wanted).order_by("pk").first()
    if first is None:
        raise refused(
            "/code",
            "no_such_group",
            f"Nobody has started an exercise with the code {wanted}. It has {CODE_LENGTH} letters; ask for it again.",
        )
    return _begin(by, BY_SLUG[first.brief], wanted, first.seed_of_lot)


def _begin(by: Person, brief: Brief, code: str, seed_of_lot: int) -> Attempt:
    _make_room(by)
    with transaction.atomic():
        attempt = Attempt.objects.create(
            person=by, brief=brief.slug, code=code, seed_of_lot=seed_of_lot, seed_of_dishes=secrets.randbits(32)
        )
        fill_bench(attempt, lambda: _lay_out(by, brief))
    return attempt


def _make_room(by: Person) -> None:
    """Keep the benches of one person to a few: those of finished tries go by themselves, the oldest first, and their results stay."""
    clear_orphans()
    own = list(Attempt.objects.filter(person=by).exclude(brief=DEMO).order_by("pk"))
    if len(own) >= MOST_ATTEMPTS:
        raise DomainError(f"You have {len(own)} attempts. Delete results that you no longer need, then start.", code="too_many_tries_kept")
    benches = [a for a in own if a.file.is_file()]
    for done in [a for a in benches if a.finished_at is not None][: max(0, len(benches) - MOST_BENCHES + 1)]:
        forget_bench(done)
        benches.remove(done)
    if len(benches) >= MOST_BENCHES:
        raise DomainError(f"You have {len(benches)} exercises in progress. Finish or discard one, then start.", code="too_many_benches")


def as_lead(by: Person) -> Person:
    """Whoever practises, as the lead of their own bench."""
    lead = Person(pk=by.pk, username=by.username, display_name=by.display_name, initials=by.initials, role=Role.LEAD)
    lead.units, lead.dates = by.units, by.dates
    lead.set_unusable_password()
    return lead


def _lay_out(by: Person, brief: Brief) -> None:
    """The seed, the recipes and two places; whoever practises is the lead here, whatever they are in the nursery."""
    lead = as_lead(by)
    lead.save(force_insert=True)
    create_thing(WorkYear(working_days=list(range(7))), by=lead)
    fridge = add_place(by=lead, name="Practice fridge", kind=PlaceKind.FRIDGE, order=1, temperature_c=3)
    add_place(by=lead, name="Practice bench", kind=PlaceKind.SHELF, order=2, temperature_c=20)
    lot = add_lot(by=lead, code="PB-001", field_name=brief.lot_name, origin_kind=OriginKind.SWAPPED, place=fridge, note=brief.story[:300])
    enter_stock(
        by=lead, lot=lot, kind=StockKind.IN, amount=brief.seeds, known=AmountKnown.COUNTED, at=timezone.now(), reason="for practice"
    )
    for name, steps in brief.recipes.items():
        write_recipe(by=lead, name=name, steps=[vars(s) for s in steps], source=SOURCE)


def own_attempt(person: Person, pk: int) -> Attempt:
    """A try of one's own."""
    found = Attempt.objects.filter(pk=pk, person=person).exclude(brief=DEMO).select_related("person").first()
    if found is None:
        raise DomainError("This attempt is not yours, or no longer exists. Start one on the practice page.", code="no_such_try")
    return found


def own_bench(person: Person, pk: int) -> Attempt:
    """A bench of one's own: that of a try, or the demo."""
    return Attempt.objects.filter(pk=pk, person=person, brief=DEMO).first() or own_attempt(person, pk)


def let_go(*, by: Person, attempt: Attempt, result_too: bool = False) -> None:
    """Let a try go: its bench is removed, and with it everything that was done there. A result stays, unless it is to go too."""
    forget_bench(attempt)
    if attempt.finished_at is None or result_too:
        attempt.delete()
