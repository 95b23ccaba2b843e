from datetime import timedelta

from django.utils import timezone

from journeys.case import Journey
from server.lots.models import Lot
from server.people.models import Person
from server.tests.builders import trial_of
from server.trials.models import Dish
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import sow_trial
from server.trials.services.new_treatments import NewTreatment


class DrawnRight(Journey):
    """From three hours to fourteen months, from one seed a dish to four hundred, from one treatment to twelve."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.grower = Person.objects.get(initials="RK")

    def laid(self, question, days_ago, treatments, dishes, seeds, **fields):
        sown = timezone.now() - timedelta(days=days_ago)
        trial = lay_out_trial(
            by=self.grower,
            lot=Lot.objects.get(code="LL-022"),
            question=question,
            treatments=[NewTreatment(f"treatment {n}", is_control=n == 0 and treatments > 1) for n in range(treatments)],
            dishes_per_treatment=dishes,
            seeds_per_dish=seeds,
            sow_on=sown.date(),
            at=sown - timedelta(days=1),
            **fields,
        )
        sow_trial(by=self.grower, trial=trial, at=sown)
        return trial

    def axis(self, trial):
        self.page.open(f"/trials/{trial.pk}", trial.question)
        self.no_sideways_scrolling(trial.question)
        return self.page.see("//*[contains(@class, 'axis')]/*[contains(@class, 'name')]").text

    def test_every_size_of_trial_is_drawn_in_its_unit(self):
        self.chapters(
            self.fluff_is_read_in_hours_and_the_slowest_in_months,
            self.one_seed_and_four_hundred_in_a_dish_and_twelve_treatments_are_drawn,
            self.a_tray_is_drawn_as_cells,
        )

    def fluff_is_read_in_hours_and_the_slowest_in_months(self):
        self.assertEqual(self.axis(trial_of("PO-003")), "hours")
        self.assertEqual(self.axis(trial_of("LD-027")), "months")
        quick = self.laid("Three hours?", 2 / 24, 1, 1, 10, first_look_days=1 / 24, every_days=1 / 24, length_days=3 / 24)
        self.assertEqual(self.axis(quick), "hours")

    def one_seed_and_four_hundred_in_a_dish_and_twelve_treatments_are_drawn(self):
        small = self.laid("One seed a dish?", 3, 1, 2, 1)
        large = self.laid("Four hundred?", 3, 12, 1, 400)
        self.axis(small)
        self.assertEqual(len(self.page.texts(".furrows .row:not(.axis)")), 1)
        self.axis(large)
        self.assertEqual(len(self.page.texts(".furrows .row:not(.axis)")), 12)
        dish = Dish.objects.filter(treatment__trial=large).first()
        self.browser.size(390, 844)
        self.addCleanup(self.browser.size, 1280, 800)
        self.browser.driver.get(f"{self.live_server_url}/trials/{large.pk}/count?dish={dish.pk}")
        self.page.see(f"//header//h1[normalize-space()='{dish.code}']")
        pips = "return document.querySelectorAll('svg.counting g').length"
        self.assertEqual(self.page.run(pips), 400)
        # a seed among four hundred can still be hit, and none lies over another
        self.assertTrue(
            self.page.run(
                """
                const at = [...document.querySelectorAll('svg.counting .pip')].map(p => p.getBoundingClientRect())
                const apart = (a, b) => Math.hypot(a.x - b.x, a.y - b.y) >= a.width * 0.98
                return at.every((a, i) => at.slice(i + 1).every(b => apart(a, b)))
                """
            )
        )
        self.no_sideways_scrolling("four hundred seeds on a phone")

    def a_tray_is_drawn_as_cells(self):
        tray = self.laid("One seed a cell?", 3, 1, 1, 24, medium="tray")
        self.browser.driver.get(f"{self.live_server_url}/trials/{tray.pk}/count")
        self.page.see("//*[name()='svg'][contains(@class, 'cells')]")
        self.assertEqual(self.page.run("return document.querySelectorAll('svg.counting rect.cell').length"), 24)
