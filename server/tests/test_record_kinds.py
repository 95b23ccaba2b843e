from django.test import TestCase

from core.vocabulary import Role
from server.record_kinds.selectors import history_of, valid
from server.record_kinds.services import change_thing, create_thing
from server.taxa.models import Taxon
from server.tests.builders import dishes_of, look, make_person, make_sown_trial
from server.trials.models import Dish, Look, Trial


class Things(TestCase):
    def setUp(self):
        self.taxon = create_thing(Taxon(scientific_name="Rhus trilobata", common_name="sumac"), by=make_person())

    def test_every_save_is_kept_with_who_when_and_what_was_before(self):
        changed = change_thing(self.taxon, {"common_name": "skunkbush sumac"}, by=make_person(Role.HELPER), version=1)
        newest, oldest = history_of(changed)
        self.assertEqual((newest.version, newest.by, oldest.version, oldest.by), (2, "HE", 1, "GR"))
        change = newest.changes[0]
        self.assertEqual((change.field, change.before, change.after), ("common_name", "sumac", "skunkbush sumac"))
        self.assertLessEqual(oldest.at, newest.at)

    def test_a_change_touches_only_what_it_names(self):
        self.taxon.common_name = "never saved"
        changed = change_thing(self.taxon, {"note": "cold"}, by=make_person(), version=1)
        self.assertEqual((changed.common_name, changed.note), ("sumac", "cold"))

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
