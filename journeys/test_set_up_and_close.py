import time

from django.utils import timezone
from PIL import Image
from selenium.webdriver.common.keys import Keys

from journeys.case import Journey
from journeys.pages.count import CountPage
from journeys.pages.counted import CountedPage
from journeys.pages.marked_photo import MarkedPhoto
from journeys.pages.new_trial import add_treatment, propose, treatments, word_question
from server.labels.models import LabelPrint
from server.lots.models import Lot
from server.tests.builders import trial_of
from server.trials.models import Closing, Dish, Look, SetAside, Sown, Stretch, Trial, TrialPhoto
from server.trials.selectors.courses import course_of


class FromQuestionToLabels(Journey):
    """A question, what can answer it, the sheet that sets it up, and its labels."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_questions_become_trials(self):
        self.chapters(
            self.a_question_proposes_its_treatments_and_says_what_they_can_tell,
            self.four_lengths_of_cold_in_sixteen_dishes_take_few_actions_from_the_lot,
            self.a_one_dish_test_of_a_packet_takes_less_than_a_minute,
            self.two_factors_crossed_make_four_treatments_two_of_them_in_the_dark,
            self.more_than_the_lot_holds_is_refused_at_its_field_and_nothing_typed_is_lost,
            self.a_new_trial_says_what_it_costs_and_gets_its_codes,
            self.a_past_trial_is_laid_out_again_on_another_lot,
            self.what_is_half_done_waits_as_a_draft,
        )

    def a_question_proposes_its_treatments_and_says_what_they_can_tell(self):
        page = self.page
        lot = Lot.objects.get(code="HR-114")
        page.open(f"/trials/new?lot={lot.pk}&asks=best", "New trial")
        rows = len(propose(page))
        page.text("at least 4 times in 5")
        # too small, and it says so with the smallest that can
        page.press("Compare other sizes")
        page.tap("//button[contains(., 'cannot answer it')]")
        page.text("This cannot answer your question.")
        page.text("The smallest that can:")
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", "25")
        page.text(f"{rows * 100} seeds")
        self.accessible("Planning by question")
        self.no_sideways_scrolling("Planning by question")
        page.press("Start trial")
        page.heading("1 Draw the sample")
        trial = Trial.objects.latest("pk")
        self.assertEqual((trial.asks, trial.treatments.count()), ("best", rows))
        page.text("keep one half, chosen by a coin")
        self.assertEqual(len(page.texts(".tray li")), rows * 4)
        self.accessible("Set-up sheet")
        self.no_sideways_scrolling("Set-up sheet")
        # one dish, one treatment, all the others
        first = trial.treatments.first()
        code = Dish.objects.filter(treatment=first).order_by("position").first().code
        page.press(f"Dish {code} sown now")
        page.wait.until(lambda _: Sown.objects.filter(dish__treatment__trial=trial).count() == 1)
        page.press(f"{first.name}: sown now")
        page.wait.until(lambda _: Sown.objects.filter(dish__treatment__trial=trial).count() == 4)
        page.press("Sown now, the other")
        page.wait.until(lambda _: Sown.objects.filter(dish__treatment__trial=trial).count() == rows * 4)
        # once all are filled the map tells nobody which is which
        page.text("a grower tells whoever fills the dishes")
        page.press("Dish labels")
        page.text("they say no treatment")
        page.press("Make the PDF")
        page.wait.until(lambda _: LabelPrint.objects.filter(trial=trial).exists())
        self.browser.close_what_opens()

    def four_lengths_of_cold_in_sixteen_dishes_take_few_actions_from_the_lot(self):
        page = CountedPage(self.browser.driver, self.live_server_url)
        page.open(f"/lots/{Lot.objects.get(code='HR-114').pk}", "arrowleaf balsamroot")
        page.press("New trial of this lot")
        page.heading("New trial")
        page.press("Best dose")
        self.assertEqual(propose(page, 4)[1:], [f"{n} weeks cold, damp sand" for n in (4, 8, 12)])
        page.text("How much cold stratification does")
        # the last one a week longer, by the keys of its handle
        handle = page.see("//*[@role='slider'][contains(@aria-label, '12 weeks cold')]")
        page.run("arguments[0].focus()", handle)
        page.type(Keys.ARROW_LEFT)
        page.wait.until(lambda _: "13 weeks cold, damp sand" in treatments(page), "the treatment is not longer")
        page.text("400 seeds")
        page.press("Start trial")
        page.heading("How much cold stratification does arrowleaf balsamroot need?")
        self.assertLessEqual(page.actions, 8)
        trial = Trial.objects.latest("pk")
        self.assertEqual([t.dishes.count() for t in trial.treatments.all()], [4] * 4)
        self.assertEqual(set(Dish.objects.filter(treatment__trial=trial).values_list("seeds", flat=True)), {25})
        longest = trial.treatments.latest("order").recipe
        self.assertEqual((longest.name, longest.steps.get().duration), ("13 weeks cold, damp sand", 91))
        self.assertEqual((trial.sow_on - timezone.localdate()).days, 91)

    def what_is_half_done_waits_as_a_draft(self):
        page = self.page
        lot = Lot.objects.get(code="SM-052").pk
        page.open(f"/trials/new?lot={lot}&asks=other", "New trial")
        page.fill("Question", "Half a question")
        page.press("A dish more in every treatment")
        page.text("Kept as a draft on this device")
        page.open("/trials/new", "New trial")
        page.text("Draft: Half a question")
        page.press("Continue")
        page.wait.until(lambda _: page.field("Question").get_attribute("value") == "Half a question", "the draft is not there")
        page.text("125 seeds")
        page.press("Start trial")
        page.heading("Half a question")
        page.open("/trials/new", "New trial")
        page.gone("//p[contains(., 'Draft: Half a question')]")

    def a_one_dish_test_of_a_packet_takes_less_than_a_minute(self):
        page = self.page
        lot = Lot.objects.get(code="LL-022")
        page.open(f"/lots/{lot.pk}", "Lewis flax")
        start = time.monotonic()
        page.press("Test viability")
        page.press("Compare other sizes")
        page.tap("//button[starts-with(normalize-space(), '10')]")
        page.text("A yes or no, not a figure to sow by.")
        page.press("Start trial")
        page.heading("Is this seed of Lewis flax alive?")
        page.press("Sown now, all 1 dish")
        trial = Trial.objects.latest("pk")
        page.wait.until(lambda _: Sown.objects.filter(dish__treatment__trial=trial).count() == 1)
        self.assertLess(time.monotonic() - start, 60)
        self.assertEqual((trial.one_lot, Dish.objects.get(treatment__trial=trial).seeds), (lot, 10))

    def two_factors_crossed_make_four_treatments_two_of_them_in_the_dark(self):
        page = self.page
        page.open(f"/trials/new?lot={Lot.objects.get(code='PP-031').pk}&asks=crossed", "New trial")
        page.choose("Crossed with light and dark", "4 weeks cold, damp sand")
        page.press("Add the four treatments")
        page.press("Start trial")
        page.heading("1 Draw the sample")
        trial = Trial.objects.latest("pk")
        self.assertEqual((trial.factor_a, trial.factor_b), ("treatment", "light"))
        self.assertEqual(sorted(trial.treatments.values_list("light", flat=True)), ["dark", "dark", "light", "light"])
        self.assertEqual(trial.treatments.exclude(recipe=None).count(), 2)

    def a_past_trial_is_laid_out_again_on_another_lot(self):
        page = self.page
        past = trial_of("HR-114")
        page.open(f"/trials/{past.pk}", past.question)
        page.press("Repeat with another lot")
        page.text("The design was copied.")
        page.choose("Lot", "HR-097")
        page.press("Start trial")
        page.heading("1 Draw the sample")
        new = Trial.objects.latest("pk")
        self.assertEqual((new.copied_from, new.one_lot.code, new.treatments.count()), (past, "HR-097", past.treatments.count()))

    def a_new_trial_says_what_it_costs_and_gets_its_codes(self):
        page = self.page
        page.today()
        page.press("Try")
        page.heading("Trials")
        page.press("New trial")
        page.heading("New trial")
        word_question(page, "Which cold is enough for balsamroot?")
        page.choose("Lot", "HR-097")
        for recipe in ("4 weeks cold, damp sand", "8 weeks cold, damp sand", "12 weeks cold, damp sand"):
            add_treatment(page, recipe)
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", "25")
        page.text("400 seeds")
        page.text("≈ 400 of ≈ 800 stay in the lot")
        self.no_sideways_scrolling("New trial")
        self.accessible("New trial")
        page.press("Start trial")
        page.heading("Which cold is enough for balsamroot?")
        page.see("//ol/li[16]")
        codes = page.texts("ol li .code")
        self.assertEqual((len(codes), len(set(codes))), (16, 16))
        page.press("Sown now, all 16 dishes")
        page.press("Undo: not sown")
        page.press("Sown now, all 16 dishes")
        page.button("Count")
        page.press("BAL-0")
        page.text("4 treatments × 4 dishes × 25 seeds = 400 seeds")

    def more_than_the_lot_holds_is_refused_at_its_field_and_nothing_typed_is_lost(self):
        page = self.page
        page.open("/trials/new", "New trial")
        word_question(page, "Too greedy?")
        page.choose("Lot", "SM-060")
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", "25")
        page.text("The lot holds only 14")
        page.press("Start trial")
        page.see("//*[@role='alert'][contains(., 'needs 100 seeds')]")
        self.assertEqual(page.field("Question").get_attribute("value"), "Too greedy?")
        # the refusal is an answer, but a browser writes every 422 to its console
        self.refused("422")


class CountedWithCare(Journey):
    """What goes with a count: totals, photos, pots and mould, trouble; and a filled sheet typed in."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.trial = trial_of("SF-001")
        self.count = CountPage(self.browser.driver, self.live_server_url)
        self.browser.driver.get(f"{self.live_server_url}/trials/{self.trial.pk}/count")
        self.count.dish_number(1)

    def dish_in_hand(self) -> Dish:
        return Dish.objects.get(code=self.count.code)

    def a_total_becomes_what_is_new_and_one_that_falls_asks_which_is_true(self):
        count, dish = self.count, self.dish_in_hand()
        up = course_of(dish).record.germinated
        count.press("typed: new")
        count.type(*str(up + 2))
        count.new(2)
        for _ in str(up + 2):
            count.type(Keys.BACKSPACE)
        # one fewer than before: the last look that found some is not always the last one
        count.type(*str(max(0, up - 1)), Keys.ENTER)
        count.text("Which is right?")
        self.accessible("A total that falls")
        count.press(f"{up}: nothing new")
        count.dish_number(3)
        count.nothing_waits()
        self.assertEqual(course_of(dish).record.germinated, up)
        self.assertEqual(dish.looks.latest("pk").new_germinated, 0)

    def test_what_goes_with_a_count(self):
        self.chapters(
            self.seeds_are_marked_on_a_photo_and_the_marks_stay_with_the_look,
            self.a_total_becomes_what_is_new_and_one_that_falls_asks_which_is_true,
            self.a_dish_is_found_by_its_code_and_set_aside_with_a_reason,
            self.a_filled_sheet_is_typed_in_with_the_same_checks,
        )

    def seeds_are_marked_on_a_photo_and_the_marks_stay_with_the_look(self):
        count, dish = self.count, self.dish_in_hand()
        before = dish.looks.count()
        shot = self.browser._profile + "/dish.png"
        Image.new("RGB", (600, 400), "#c8b89a").save(shot)
        count.press("more")
        self.browser.driver.find_element("css selector", "input[type=file]").send_keys(shot)
        photo = MarkedPhoto(count)
        # plain paper: the server finds nothing to guess from, and says so
        count.text("No first guess.")
        for x, y in ((180, 200), (230, 320), (320, 260)):
            photo.tap(x, y)
        count.see("//button[normalize-space()='Count 3']")
        # a tap on a mark takes it back
        photo.tap(230, 320)
        count.press("Count 2")
        count.new(2)
        count.press("done, next dish")
        count.dish_number(2)
        count.nothing_waits()
        # the picture is made small before the look goes into the box
        count.wait.until(lambda _: dish.looks.count() > before)
        look = dish.looks.latest("pk")
        self.assertEqual((look.new_germinated, len(look.marks), look.photo.width), (2, 2, 600))

    def a_dish_is_found_by_its_code_and_set_aside_with_a_reason(self):
        count = self.count
        other = Dish.objects.filter(treatment__trial=self.trial).order_by("-position").first()
        count.press("Find a dish by its code")
        count.fill("Code", other.code.lower())
        count.press("Open")
        count.dish_number(16)
        self.assertEqual(count.code, other.code)
        count.press("more")
        count.press("Report a problem")
        count.pick(f"What is wrong with {other.code}", "Set it aside from now on")
        count.fill("Why", "dried out over the weekend")
        count.press("Set it aside")
        count.wait.until(lambda _: SetAside.objects.filter(dish=other).exists())
        self.page.open(f"/trials/{self.trial.pk}", self.trial.question)
        self.page.text("dried out over the weekend")
        self.page.open(f"/trials/{self.trial.pk}/dishes/{other.pk}", f"Dish {other.code}")
        self.page.press("Count it again")
        self.page.wait.until(lambda _: course_of(other).open)

    def a_filled_sheet_is_typed_in_with_the_same_checks(self):
        page = self.page
        page.open(f"/trials/{self.trial.pk}/sheet", "Bench sheet")
        cells = self.browser.driver.find_elements("css selector", "input[aria-label$=', new']")
        looks = Look.objects.count()
        cells[0].send_keys("1", Keys.ENTER)
        # Enter goes down the column
        self.page.type("99", Keys.ENTER)
        self.page.type("0")
        self.accessible("Bench sheet")
        page.press("Record 3 dishes")
        page.text("only 25 seeds were sown")
        page.text("2 recorded")
        self.assertEqual(Look.objects.count() - looks, 2)
        self.refused("422")


class ClosingATrial(Journey):
    """What is left, dish by dish; what is not looked at is named as lost; a late sprout reopens its dish."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.trial = trial_of("NA-019")
        self.path = f"/trials/{self.trial.pk}"

    def open_dishes(self):
        dishes = Dish.objects.filter(treatment__trial=self.trial)
        return [d for d in dishes if course_of(d).open]

    def test_what_is_left_is_looked_at_closed_or_sent_on(self):
        self.chapters(
            self.a_photo_of_the_set_up_stays_with_the_trial,
            self.what_is_left_goes_on_into_a_second_treatment,
            self.dishes_are_closed_with_their_fates_and_one_is_reopened,
        )

    def dishes_are_closed_with_their_fates_and_one_is_reopened(self):
        page = self.page
        page.open(f"{self.path}/close", "Close the dishes")
        page.text("nobody will know whether they were dormant or dead")
        before = len(self.open_dishes())
        self.assertGreater(before, 4)
        self.accessible("Closing")
        self.no_sideways_scrolling("Closing")
        line = page.see("//div[contains(@class, 'line')][.//label[normalize-space()='firm and fresh']]")
        code = line.find_element("css selector", ".code").text
        dish = Dish.objects.get(code=code)
        left = course_of(dish).record.remaining
        fields = line.find_elements("css selector", "input")
        fields[0].send_keys(str(left + 1))
        page.text(f"More than is left in {code}")
        fields[0].send_keys(Keys.BACKSPACE * 4, str(left))
        page.press("with these")
        page.wait.until(lambda _: len(self.open_dishes()) < before and Closing.objects.filter(dish=dish).exists())
        self.assertEqual(Closing.objects.get(dish=dish).fresh, left)
        page.press("Close without checking")
        page.text("stay unknown")
        page.press("Close them anyway")
        page.text("Every dish is closed")
        page.wait.until(lambda _: not self.open_dishes())
        page.open(f"{self.path}/dishes/{dish.pk}", f"Dish {code}")
        page.press("Reopen it for a late sprout")
        page.wait.until(lambda _: [d.code for d in self.open_dishes()] == [code])
        page.open(self.path, self.trial.question)
        page.text("Reopened: the closing was undone.")

    def what_is_left_goes_on_into_a_second_treatment(self):
        page = self.page
        page.open(self.path, self.trial.question)
        page.press("Treat the ungerminated seeds")
        page.choose("Further treatment", "4 weeks cold, damp sand")
        page.press("Start treatment")
        page.text("Recorded separately")
        self.assertGreater(Stretch.objects.filter(dish__treatment__trial=self.trial).count(), 4)
        page.text("Interim")

    def a_photo_of_the_set_up_stays_with_the_trial(self):
        page = self.page
        shot = self.browser._profile + "/tray.jpg"
        Image.new("RGB", (300, 200), "#8a6d57").save(shot)
        page.open(f"{self.path}/set-up", "1 Draw the sample")
        self.browser.driver.find_element("css selector", "input[type=file]").send_keys(shot)
        page.see("//img[contains(@alt, 'The trial on')]")
        self.assertEqual(TrialPhoto.objects.get().at.date(), timezone.now().date())
