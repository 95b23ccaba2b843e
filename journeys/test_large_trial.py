from datetime import timedelta
from itertools import pairwise
from uuid import UUID

from django.utils import timezone

from journeys.case import Journey
from server.lots.models import Lot
from server.people.models import Person
from server.trials.models import Dish
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import NewLook, record_course
from server.trials.services.new_treatments import NewTreatment

NAMES = [f"{weeks} weeks cold in sand, then {hours} h of smoke water" for weeks in (2, 4, 8, 12) for hours in (4, 12, 24)]


class LargeTrial(Journey):
    """Twelve treatments with long names, eight dishes each: every page still fits, at the desk and on the phone."""

    def setUp(self):
        super().setUp()
        by, now = Person.objects.get(username="rk"), timezone.now().replace(microsecond=0)
        self.trial = lay_out_trial(
            by=by,
            lot=Lot.objects.get(code="LL-022"),
            question="Which of twelve treatments suits flax, if it needs any?",
            treatments=[NewTreatment(name, is_control=i == 0) for i, name in enumerate(NAMES)],
            dishes_per_treatment=8,
            seeds_per_dish=25,
            sow_on=now.date(),
            at=now - timedelta(days=31),
        )
        sown = now - timedelta(days=30)
        for n, dish in enumerate(Dish.objects.filter(treatment__trial=self.trial).select_related("treatment")):
            days = range(2, 30, 3)
            looks = [
                NewLook(at=sown + timedelta(days=d), client_id=UUID(int=n * 100 + d + 1), new_germinated=int(d < 4 + dish.treatment.order))
                for d in days
            ]
            record_course(by=by, dish=dish, sown_at=sown, looks=looks)
        self.page.sign_in()

    def check(self, where):
        for path, heading in ((f"/trials/{self.trial.pk}", "Which of twelve treatments"), (f"/trials/{self.trial.pk}/compare", "How many")):
            self.page.open(path, heading)
            self.no_sideways_scrolling(f"{path} {where}")
            self.accessible(f"{path} {where}")

    def test_twelve_long_treatments_fit_every_page(self):
        self.chapters(
            self.the_labels_of_twelve_curves_do_not_cover_each_other,
            self.it_fits_at_the_desk_and_on_the_phone,
        )

    def it_fits_at_the_desk_and_on_the_phone(self):
        self.check("at the desk")
        self.browser.size(390, 844)
        self.addCleanup(self.browser.size, 1280, 800)
        self.check("on the phone")

    def the_labels_of_twelve_curves_do_not_cover_each_other(self):
        self.page.open(f"/trials/{self.trial.pk}/compare", "How many")
        tops = sorted(e.rect["y"] for e in self.page.driver.find_elements("css selector", "svg text.label"))
        self.assertEqual(len(tops), 12)
        self.assertTrue(all(b - a >= 12 for a, b in pairwise(tops)), tops)
