import os
from datetime import timedelta

from django.utils import timezone
from selenium.webdriver.common.keys import Keys

from journeys.case import Journey
from journeys.faulty_proxy import FaultyProxy
from journeys.pages.count import CountPage
from journeys.pages.page import Page
from server.lots.models import Lot
from server.people.models import Person
from server.trials.models import Dish, Look
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import sow_trial
from server.trials.services.new_treatments import NewTreatment

# outbox.test.ts tries each fault by itself; here all of them meet a browser, a network and a server. `make torture` takes more
LOOKS = int(os.environ.get("AWAKE_FURROW_FAULTY_LOOKS", "40"))


class NothingIsLost(Journey):
    """Many looks while the server comes and goes, answers get lost and requests arrive twice."""

    def test_all_looks_arrive_once_each_and_in_order(self):
        grower = Person.objects.get(initials="RK")
        sown = timezone.now() - timedelta(days=5)
        trial = lay_out_trial(
            by=grower,
            lot=Lot.objects.get(code="LL-022"),
            question="Does every look arrive?",
            treatments=[NewTreatment("as it is")],
            dishes_per_treatment=LOOKS,
            seeds_per_dish=5,
            sow_on=sown.date(),
            at=sown - timedelta(days=1),
        )
        sow_trial(by=grower, trial=trial, at=sown)
        proxy = FaultyProxy(self.live_server_url, seed=11)
        self.addCleanup(proxy.close)
        Page(self.browser.driver, proxy.address).sign_in()
        count = CountPage(self.browser.driver, proxy.address)
        self.browser.driver.get(f"{proxy.address}/trials/{trial.pk}/count")
        count.dish_number(1)
        for number in range(1, LOOKS + 1, 20):
            count.dish_number(number)
            count.type(*(["1", Keys.ENTER] * 20))
        count.heading("The round is done")
        made = Look.objects.filter(dish__treatment__trial=trial)
        # each pause after a fault is short, but there are many
        count.wait._timeout = 120
        count.wait.until(lambda _: made.count() >= LOOKS)
        count.nothing_waits()
        self.assertEqual(made.count(), LOOKS)
        self.assertEqual(set(made.values_list("new_germinated", flat=True)), {1})
        by_place = list(Dish.objects.filter(treatment__trial=trial).order_by("position").values_list("pk", flat=True))
        self.assertEqual(list(made.order_by("pk").values_list("dish", flat=True)), by_place)
        for fault, times in proxy.faults.items():
            self.assertGreater(times, 0, fault)
        # the network failed in every way there is
        self.refused("")
