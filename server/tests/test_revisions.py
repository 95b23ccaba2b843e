from unittest import mock
from uuid import uuid4

from django.apps import apps
from django.core.cache import caches
from django.db import OperationalError, transaction
from django.test import TestCase

from server.lots.models import Lot, StockEntry
from server.people.models import Person
from server.recipes.models import Step
from server.record_kinds.by_revision import by_revision
from server.record_kinds.models import Recorded, RecordedManager, Revision, RevisionOf, nursery_revision, raise_all, revisions_of
from server.record_kinds.models.recorded import owners_of
from server.stands.models import Visit
from server.tests.builders import (
    dishes_of,
    look,
    make_batch,
    make_lot,
    make_person,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_visit,
    now,
)
from server.trials.models import Dish, Look, Treatment, Trial

# what no answer about the nursery is made from: who is signed in where, tries on a bench of their own, the revisions themselves, what Find
# knows
NOT_RECORDED = {"SignIn", "ApiToken", "Invitation", "Attempt", "Revision", "Findable", "FindWord"}


def our_models():
    found = [m for app in apps.get_app_configs() if app.name.startswith("server.") for m in app.get_models()]
    return [m for m in found if not m.__name__.startswith("Historical")]


class WhatARecordBelongsTo(TestCase):
    def test_it_is_found_along_the_foreign_keys(self):
        for model, owners in (
            (Trial, [(RevisionOf.TRIAL, "pk")]),
            (Treatment, [(RevisionOf.TRIAL, "trial")]),
            (Look, [(RevisionOf.TRIAL, "dish__treatment__trial")]),
            (StockEntry, [(RevisionOf.LOT, "lot")]),
            (Step, []),
            (Visit, []),
        ):
            with self.subTest(model.__name__):
                self.assertEqual(list(owners_of(model)), owners)

    def test_every_model_is_recorded_and_every_way_to_write_many_raises(self):
        models = our_models()
        self.assertEqual({m.__name__ for m in models if not issubclass(m, Recorded)}, NOT_RECORDED)
        # people are written one by one; their manager is the framework's
        other = {m.__name__ for m in models if issubclass(m, Recorded) and not isinstance(m._default_manager, RecordedManager)}
        self.assertEqual(other, {Person.__name__})


class Raised(TestCase):
    def setUp(self):
        self.lot = make_lot("R-1")
        self.trial, self.other = (make_sown_trial(20, lot=self.lot, dishes=1) for _ in range(2))
        self.bag = make_batch(lot=self.lot)
        self.dish, self.stand = dishes_of(self.trial)[0], make_stand()
        self.by, self.at = make_person(), now()

    def all(self):
        wanted = {
            RevisionOf.NURSERY: [0],
            RevisionOf.SHARED: [0],
            RevisionOf.TRIAL: [self.trial.pk, self.other.pk],
            RevisionOf.LOT: [self.lot.pk],
            RevisionOf.BATCH: [self.bag.pk],
        }
        return {(kind, of): name for kind, names in revisions_of(wanted).items() for of, name in names.items()}

    def raised(self, change):
        """What a change raised, the nursery aside, which every change must raise."""
        before = self.all()
        change()
        after = self.all()
        raised = {key for key in before if after[key] != before[key]}
        self.assertIn((RevisionOf.NURSERY, 0), raised)
        return raised - {(RevisionOf.NURSERY, 0)}

    def test_a_record_raises_what_it_belongs_to_and_nothing_else(self):
        trial, shared = (RevisionOf.TRIAL, self.trial.pk), (RevisionOf.SHARED, 0)
        for change, expected in (
            (lambda: look(self.dish, 4, 1), {trial}),
            (self.trial.save, {trial}),
            (self.bag.save, {(RevisionOf.BATCH, self.bag.pk)}),
            (self.lot.save, {(RevisionOf.LOT, self.lot.pk)}),
            (lambda: make_recipe("new"), {shared}),
            (lambda: make_visit(self.stand), set()),
            (lambda: Look.objects.create(dish=self.dish, at=self.at, by=self.by), {trial}),
            (lambda: Look.objects.bulk_create([Look(dish=self.dish, at=self.at, by=self.by)]), {trial}),
            (lambda: Look.objects.filter(dish=self.dish).update(note="x"), {trial}),
            (lambda: Look.objects.filter(dish=self.dish).delete(), {trial}),
            (lambda: Lot.everything.filter(pk=self.lot.pk).update(note="x"), {(RevisionOf.LOT, self.lot.pk)}),
            (lambda: Dish.objects.filter(pk=self.dish.pk).first().save(), {trial}),
        ):
            with self.subTest(expected=expected):
                self.assertEqual(self.raised(change), expected)

    def test_with_many_at_once_every_trial_is_raised(self):
        dishes = [self.dish, *dishes_of(self.other)]
        made = [Look(dish=d, at=self.at, by=self.by, client_id=uuid4()) for d in dishes]
        self.assertEqual(self.raised(lambda: Look.objects.bulk_create(made)), {(RevisionOf.TRIAL, x.pk) for x in (self.trial, self.other)})

    def test_what_is_rolled_back_raises_nothing(self):
        before = self.all()
        with self.assertRaises(ZeroDivisionError), transaction.atomic():
            look(self.dish, 4, 1)
            raise ZeroDivisionError
        self.assertEqual(self.all(), before)

    def test_signing_in_raises_nothing(self):
        before = self.all()
        self.by.save(update_fields=["last_login"])
        self.assertEqual(self.all(), before)
        self.by.save(update_fields=["initials"])
        self.assertNotEqual(self.all(), before)

    def test_everything_at_once(self):
        before = self.all()
        raise_all()
        self.assertEqual([key for key, name in self.all().items() if name == before[key]], [])

    def test_the_same_number_after_a_restore_is_another_revision(self):
        before = nursery_revision()
        number = Revision.objects.get(kind=RevisionOf.NURSERY).number
        look(self.dish, 4, 1)
        Revision.objects.filter(kind=RevisionOf.NURSERY).update(number=number)
        self.assertNotEqual(nursery_revision(), before)

    def test_where_nothing_can_be_written_it_is_read_all_the_same(self):
        Revision.objects.all().delete()
        with mock.patch.object(Revision.objects, "bulk_create", side_effect=OperationalError("database or disk is full")):
            self.assertNotEqual(nursery_revision(), nursery_revision())
        self.assertEqual(nursery_revision(), nursery_revision())


class ByRevision(TestCase):
    def setUp(self):
        caches["default"].clear()
        self.built = []

    def ask(self, made_from):
        def build(ids):
            self.built.append(ids)
            return {pk: f"{pk} of {made_from[pk]}" for pk in ids if pk != 9}

        return by_revision("of a test", made_from, build)

    def test_only_what_changed_is_worked_out_again_and_what_nobody_asks_for_is_forgotten(self):
        self.assertEqual(self.ask({1: "a", 2: "a"}), {1: "1 of a", 2: "2 of a"})
        self.assertEqual(self.ask({1: "a", 2: "b"}), {1: "1 of a", 2: "2 of b"})
        self.assertEqual(self.ask({2: "b"}), {2: "2 of b"})
        self.assertEqual(self.ask({1: "a", 2: "b"}), {1: "1 of a", 2: "2 of b"})
        self.assertEqual(self.built, [[1, 2], [2], [1]])

    def test_what_has_no_value_is_none_and_is_not_asked_for_again(self):
        self.assertEqual(self.ask({9: "a"}), {9: None})
        self.assertEqual(self.ask({9: "a"}), {9: None})
        self.assertEqual(self.built, [[9]])
