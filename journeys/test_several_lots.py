from datetime import timedelta
from uuid import uuid4

from django.utils import timezone
from selenium.webdriver.common.keys import Keys

from core.records import ClosingFates
from journeys.case import Journey
from journeys.pages.counted import CountedPage
from server.labels.models import LabelPrint
from server.lots.models import Lot
from server.lots.services.descent import float_lot
from server.people.models import Person
from server.sowing.models import SowingPlan
from server.tests.builders import look
from server.trials.models import Dish, Look, Sown, Trial
from server.trials.services.closings import close_dish

PACKETS = 40
# of a packet day, from an empty page to printed labels; and of its round
MOST_PER_PACKET, MOST_TAPS = 3, 45
DAYS = timedelta(days=1)


def sown_days_ago(trial, days):
    Sown.objects.filter(dish__treatment__trial=trial).update(at=timezone.now() - days * DAYS)


def close(dish, helper):
    left = dish.seeds - sum(x.new_germinated for x in dish.looks.all())
    close_dish(by=helper, dish=dish, at=timezone.now(), client_id=uuid4(), found=ClosingFates(dead=left))


class SeveralLots(Journey):
    """Lots side by side in one trial, and many packets each tested by itself."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.helper = Person.objects.get(username="tm")

    def test_lots_are_compared_and_packets_tested(self):
        self.chapters(
            self.floaters_and_sinkers_are_compared_to_a_decision,
            self.lots_are_selected_to_be_tested_together,
            self.a_decision_is_read_lot_by_lot,
            self.a_shoebox_of_packets_becomes_a_packet_day_with_labels,
            self.a_round_past_forty_packets_takes_few_taps,
            self.results_become_sowing_plans_and_a_shopping_list,
        )

    def floaters_and_sinkers_are_compared_to_a_decision(self):
        page = self.page
        lot = Lot.objects.get(code="NA-019")
        grower = Person.objects.get(username="rk")
        floaters, sinkers = float_lot(by=grower, lot=lot, floated_seeds=2000, at=timezone.now())
        page.open(f"/trials/new?lot={sinkers.pk}", "New trial")
        page.press("Floaters or sinkers")
        # both fractions of the float test are filled in
        page.text("Do the floaters of")
        page.text(floaters.code)
        page.text(sinkers.code)
        page.text("Compared with another lot at")
        page.fill("Dishes per treatment", "3")
        page.fill("Seeds per dish", "20")
        page.text("120 seeds")
        page.press("Start trial")
        page.heading("1 Draw the sample")
        page.text(f"seeds of {floaters.code}")
        trial = Trial.objects.latest("pk")
        self.assertEqual((trial.asks, [x.form for x in trial.lots]), ("floaters", ["floaters", "sinkers"]))
        self.accessible("Set-up sheet of two lots")
        page.press("Sown now, all 6 dishes")
        page.wait.until(lambda _: Sown.objects.filter(dish__treatment__trial=trial).count() == 6)
        sown_days_ago(trial, 30)
        for dish in Dish.objects.filter(treatment__trial=trial).select_related("treatment__lot"):
            look(dish, 8, 2 if dish.treatment.lot == floaters else 17)
            close(dish, self.helper)
        page.open(f"/trials/{trial.pk}/decide", f"Use {sinkers.code}, sinkers")
        page.text("over 19 in 20")
        page.press("Add conclusion")
        page.heading("Conclusions")
        self.accessible("Decision over lots")
        # each lot's page has its own result
        page.open(f"/lots/{floaters.pk}", "coyote tobacco")
        page.text("10 %")

    def lots_are_selected_to_be_tested_together(self):
        page = self.page
        page.open("/lots?q=flax", "Lots")
        for code in ("LL-015", "LL-022"):
            page.tap(f"//tr[contains(., '{code}')]//input[@type='checkbox']")
        page.press("Test these together")
        page.heading("New trial")
        page.text("Which lot of Lewis flax is better?")
        page.wait.until(lambda _: "each lot with each other" in page.see("//label[contains(., 'Compare')]/select").text)
        # one that is here already is named
        page.press("Add another lot")
        page.choose("Another lot", "LL-015")
        page.text("That lot is in this trial already.")

    def a_decision_is_read_lot_by_lot(self):
        page = self.page
        trial = Trial.objects.get(asks="every_lot")
        page.open(f"/trials/{trial.pk}/decide", "4 weeks cold")
        page.press("PP-036")
        page.wait.until(lambda _: "lot=" in page.driver.current_url)
        page.text("no cold, PP-036")
        page.gone("//*[contains(., 'no cold, PP-031')][not(*)]")
        page.open(f"/trials/{trial.pk}/compare", "4 weeks cold")
        page.text("lot × treatment")

    def a_shoebox_of_packets_becomes_a_packet_day_with_labels(self):
        page = CountedPage(self.browser.driver, self.live_server_url)
        plants = ("Lewis flax", "rubber rabbitbrush", "coyote tobacco", "blue elderberry")
        page.open("/packet-day", "Packet day")
        for n in range(PACKETS):
            page.fill("One packet a line, then Enter", f"{plants[n % 4]}, {2016 + n % 8}, {60 + n % 30} %, 14 days, {80 + n} seeds")
            page.type(Keys.ENTER)
        page.text(f"{PACKETS} packets")
        page.text("800 seeds")
        page.press("Start packet day")
        page.heading("Set up PKT-")
        page.press("Dish labels")
        page.press("Make the PDF")
        self.trial = Trial.objects.latest("pk")
        page.wait.until(lambda _: LabelPrint.objects.filter(trial=self.trial).exists())
        self.browser.close_what_opens()
        self.assertLessEqual(page.actions, MOST_PER_PACKET * PACKETS)
        self.assertEqual((self.trial.kind, self.trial.treatments.count(), self.trial.blind), ("packet_day", PACKETS, False))
        first = self.trial.lots[0]
        self.assertEqual((first.common_name, first.claimed_percent, first.claimed_days), ("Lewis flax", 60, 14))

    def a_round_past_forty_packets_takes_few_taps(self):
        page = CountedPage(self.browser.driver, self.live_server_url)
        page.open(f"/trials/{self.trial.pk}/set-up", "Set up PKT-")
        page.press(f"Sown now, all {PACKETS} dishes")
        page.wait.until(lambda _: Sown.objects.filter(dish__treatment__trial=self.trial).count() == PACKETS)
        sown_days_ago(self.trial, 9)
        self.browser.size(390, 844)
        # counting leads to the page on which all packets lie
        page.actions = 0
        page.open(f"/trials/{self.trial.pk}/count", "PKT-")
        page.text("Tap a packet once for each new sprout.")
        codes = list(Dish.objects.filter(treatment__trial=self.trial).order_by("position").values_list("code", flat=True))
        for n, code in enumerate(codes[:10]):
            for _ in range(1 + n % 3):
                page.tap(f"//button[contains(., 'dish {code}')]")
        page.press("undo")
        page.tap(f"//button[contains(., 'dish {codes[9]}')]")
        self.accessible("Round past packets")
        self.no_sideways_scrolling("Round past packets")
        page.press("Record: 19 new in 10, nothing new in 30")
        page.heading("The round is done")
        self.assertLessEqual(page.actions, MOST_TAPS)
        page.wait.until(lambda _: Look.objects.filter(dish__treatment__trial=self.trial).count() == PACKETS)
        looks = Look.objects.filter(dish__treatment__trial=self.trial)
        self.assertEqual((sum(x.new_germinated for x in looks), looks.filter(new_germinated=0).count()), (19, 30))
        page.press("Results")
        page.heading(f"{PACKETS} packets being tested")
        self.browser.size(1280, 800)

    def results_become_sowing_plans_and_a_shopping_list(self):
        page = self.page
        dishes = list(Dish.objects.filter(treatment__trial=self.trial).order_by("position"))
        for dish in dishes[:2]:
            look(dish, 8.9, 16)
            close(dish, self.helper)
        for dish in dishes[20:23]:
            close(dish, self.helper)
        page.open(f"/trials/{self.trial.pk}/packets", "2 sow as usual, 3 replace")
        page.text("Nothing germinated: replace the packet")
        self.accessible("Results of a packet day")
        page.press("Shopping list")
        self.assertEqual(len(page.texts("[aria-label='Shopping list'] li")), 3)
        before = SowingPlan.objects.count()
        page.press("Plan sowings")
        page.press("Plan 2 sowings")
        # what the packets do not hold is asked about, not refused
        page.text("Plan them anyway?")
        self.refused("422")
        page.press("Plan them")
        page.heading("Sowing")
        self.assertEqual(SowingPlan.objects.count(), before + 2)
        plan = SowingPlan.objects.latest("pk")
        self.assertEqual((plan.treatment.trial, plan.plants_wanted), (self.trial, 24))
        # each packet is a lot with its test
        page.open(f"/lots/{plan.lot.pk}", plan.lot.common_name)
        page.text("germinated")
