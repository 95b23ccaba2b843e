from datetime import timedelta

from django.test import TestCase

from core.vocabulary import Role
from server.errors import DomainError, Refused
from server.record_kinds.selectors import history_of, valid, without_values
from server.record_kinds.services import change_thing, check_day_not_in_future, check_not_in_future, create_thing, take_back
from server.reference.models import Taxon
from server.tests.builders import dishes_of, look, make_person, make_sown_trial, now
from server.trials.models import Dish, Look, Trial


class Things(TestCase):
    def setUp(self):
        self.taxon = create_thing(Taxon(scientific_name="Rhus trilobata", common_name="sumac"), by=make_person())

    def test_every_save_is_kept_with_who_when_and_what_was_before(self):
        changed = change_thing(self.taxon, {"common_name": "skunkbush sumac"}, by=make_person(Role.COUNTER), version=1)
        newest, oldest = history_of(changed)
        self.assertEqual((newest.version, newest.by, oldest.version, oldest.by), (2, "CO", 1, "GR"))
        change = newest.changes[0]
        self.assertEqual((change.field, change.before, change.after), ("common_name", "sumac", "skunkbush sumac"))
        self.assertLessEqual(oldest.at, newest.at)

    def test_a_change_touches_only_what_it_names(self):
        self.taxon.common_name = "never saved"
        changed = change_thing(self.taxon, {"note": "cold"}, by=make_person(), version=1)
        self.assertEqual((changed.common_name, changed.note), ("sumac", "cold"))

    def test_a_history_may_say_that_a_field_changed_without_saying_from_what_to_what(self):
        changed = change_thing(self.taxon, {"note": "at 43.41273", "caution": "gloves"}, by=make_person(), version=1)
        newest = without_values(history_of(changed), ("note",))[0]
        said = {c.field: (c.before, c.after) for c in newest.changes}
        self.assertEqual(said, {"note": (None, "changed, not shown"), "caution": ("", "gloves")})

    def test_dishes_and_trials_are_things_too(self):
        trial = make_sown_trial()
        self.assertEqual([h.by for h in history_of(Trial.objects.get())], ["GR"])
        self.assertEqual(Dish.history.count(), len(dishes_of(trial)))


class Happenings(TestCase):
    def setUp(self):
        self.dish = dishes_of(make_sown_trial(days_ago=20))[0]

    def standing(self):
        return sorted(valid(Look.objects.all()).values_list("new_germinated", flat=True))

    def test_only_what_no_later_one_corrects_stands(self):
        first = look(self.dish, 3, 1)
        look(self.dish, 5, 2)
        second = look(self.dish, 3, 4, corrects=first)
        self.assertEqual(self.standing(), [2, 4])
        look(self.dish, 3, corrects=second, withdrawn=True)
        self.assertEqual(self.standing(), [2])
        self.assertEqual(Look.objects.count(), 4)

    def test_each_keeps_who_when_and_the_clock_of_the_device(self):
        made = look(self.dish, 3, device_at=self.dish.sowings.get().at)
        made.refresh_from_db()
        self.assertEqual((made.by.initials, made.device_at), ("GR", self.dish.sowings.get().at))
        self.assertIsNotNone(made.recorded_at)

    def test_what_is_taken_back_stays_and_is_taken_back_once(self):
        first = look(self.dish, 3, 1)
        taken = take_back(first, by=make_person(Role.COUNTER))
        self.assertEqual((taken.corrects, taken.withdrawn, taken.by.initials), (first, True, "CO"))
        # it says of which dish it was, and repeats no count
        self.assertEqual((taken.dish, taken.new_germinated), (self.dish, 0))
        self.assertEqual(self.standing(), [])
        for happening in (first, taken):
            with self.assertRaises(DomainError):
                take_back(happening, by=make_person())

    def test_a_moment_or_a_day_to_come_is_refused_with_both_times_and_a_clock_may_run_a_little_ahead(self):
        check_not_in_future(now() + timedelta(minutes=3))
        check_day_not_in_future(now().date() + timedelta(days=1), "A harvest", "/on")
        with self.assertRaises(Refused) as caught:
            check_not_in_future(now() + timedelta(hours=2))
        self.assertEqual(caught.exception.errors[0]["pointer"], "/at")
        with self.assertRaises(Refused) as caught:
            check_day_not_in_future(now().date() + timedelta(days=9), "A harvest", "/on")
        self.assertIn("A harvest on", caught.exception.detail)
        self.assertEqual(caught.exception.errors[0]["pointer"], "/on")
