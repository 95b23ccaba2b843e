"""The demo to explore: a nursery of made-up records on a bench of its own, apart from the user's records."""

import secrets

from django.utils import timezone

from server.demo.build import build_demo
from server.errors import DomainError
from server.people.models import Person
from server.practice.files import fill_bench, forget_bench, on_bench
from server.practice.models import DEMO, Attempt
from server.practice.services.tries import as_lead


def explore_demo(*, by: Person) -> Attempt:
    """The person's demo nursery: the one they have, or a new one where there is none that opens."""
    there = Attempt.objects.filter(person=by, brief=DEMO).order_by("-pk").first()
    if there is not None:
        try:
            with on_bench(there):
                return there
        except DomainError:
            # removed, or made by an earlier version: nothing in it is a record of the nursery
            forget_bench(there)
            there.delete()
    return _begin(by)


def _begin(by: Person) -> Attempt:
    attempt = Attempt.objects.create(person=by, brief=DEMO, code="", seed_of_lot=secrets.randbits(32), seed_of_dishes=secrets.randbits(32))
    try:
        # outside of a transaction: the nursery goes on writing in the seconds that this takes
        fill_bench(attempt, lambda: _lay_out(by))
    except BaseException:
        attempt.delete()
        raise
    return attempt


def _lay_out(by: Person) -> None:
    explorer = as_lead(by)
    # the demo has people of its own, and one of them may have the same name to sign in with
    explorer.username = f"explorer-{by.pk}"
    explorer.save(force_insert=True)
    # the folder of photos is the nursery's own
    build_demo(timezone.now(), pictures=False)
