from datetime import timedelta
from uuid import uuid4

from django.utils import timezone

from core.records import ClosingFates
from journeys.browser import OFFLINE
from journeys.case import Journey
from journeys.pages.count import CountPage
from server.people.models import Person
from server.tests.builders import trial_of
from server.trials.models import Look
from server.trials.selectors.courses import course_of
from server.trials.services.closings import close_dish
from server.trials.services.looks import record_look
from server.trials.services.new_look import NewLook


class WithoutSignal(Journey):
    """A day in the greenhouse without signal: the page can be closed, the person change; each look arrives once, in order."""

    kept_on_device = True

    def setUp(self):
        super().setUp()
        self.addCleanup(self.browser.network, offline=False)
        self.trial = trial_of("SF-001")
        self.path = f"/trials/{self.trial.pk}/count"
        self.count = CountPage(self.browser.driver, self.live_server_url)
        self.page.sign_in()

    def open_count(self):
        self.browser.driver.get(self.live_server_url + self.path)

    def kept_on_the_device(self):
        """The worker has the app and the day's sheets."""
        script = """
            const done = arguments[arguments.length - 1]
            const kept = async () => {
              await navigator.serviceWorker.ready
              const cache = await caches.open('awake-furrow-answers')
              const names = (await cache.keys()).map(r => r.url)
              return navigator.serviceWorker.controller && names.some(n => n.includes(arguments[0]))
            }
            kept().then(v => done(!!v))
        """
        self.browser.driver.get(self.live_server_url + "/")
        asked = f"/trials/{self.trial.pk}/count-sheet/"
        self.page.wait.until(lambda d: d.execute_async_script(script, asked), "the round was never kept")

    def made(self, since):
        return list(Look.objects.filter(pk__gt=since).order_by("pk"))

    def test_counts_made_apart_come_to_a_person(self):
        self.chapters(
            self.two_counts_of_one_dish_come_to_a_person_with_both,
            self.mine_can_stand_instead_of_theirs,
            self.a_dish_that_was_closed_meanwhile_is_reopened_or_left,
        )

    def test_a_day_without_signal(self):
        self.chapters(
            self.the_round_opens_without_signal_and_outlives_a_closed_page,
            self.what_one_person_counted_waits_until_that_person_is_back,
            self.a_device_with_a_wrong_clock_is_told_and_its_looks_have_the_right_time,
        )

    def the_round_opens_without_signal_and_outlives_a_closed_page(self):
        since = Look.objects.latest("pk").pk
        self.kept_on_the_device()
        self.browser.network(offline=True)
        # a cold start: the page was never open with signal
        self.open_count()
        count = self.count
        count.dish_number(1)
        codes = []
        for number, new in enumerate("120", 1):
            count.dish_number(number)
            codes.append(count.code)
            count.next_dish(new)
        count.text("3 waiting to send")
        self.browser.driver.get("about:blank")
        self.open_count()
        count.dish_number(4)
        count.text("3 waiting to send")
        count.press("back")
        count.new(0)
        count.press("back")
        count.new(2)
        self.assertEqual(count.code, codes[1])
        self.page.open("/", "round")
        self.page.text("kept on this device")
        self.page.text("3 waiting to send")
        self.refused(OFFLINE)
        self.browser.network(offline=False)
        self.page.run("window.dispatchEvent(new Event('online'))")
        self.page.wait.until(lambda _: len(self.made(since)) == 3)
        self.assertEqual([(x.dish.code, x.new_germinated) for x in self.made(since)], list(zip(codes, (1, 2, 0), strict=True)))

    def what_one_person_counted_waits_until_that_person_is_back(self):
        since = Look.objects.latest("pk").pk
        self.open_count()
        count = self.count
        self.assertTrue(count.code)
        # signed out elsewhere meanwhile
        self.browser.driver.delete_cookie("sessionid")
        count.next_dish("1")
        count.text("1 waiting to send")
        self.refused("401")
        self.page.sign_in("tm")
        self.page.open("/waiting", "Not sent yet")
        self.page.text("waits until the person who made it signs in here")
        self.assertEqual(self.made(since), [])
        self.browser.driver.delete_cookie("sessionid")
        self.page.sign_in()
        self.page.today()
        self.page.wait.until(lambda _: len(self.made(since)) == 1)
        self.assertEqual(self.made(since)[0].by.initials, "RK")
        # each try without a session is a 401 that the browser writes down
        self.refused("401")

    def theirs(self, dish, **counts):
        helper = Person.objects.get(initials="TM")
        at = timezone.now() - timedelta(seconds=30)
        return record_look(by=helper, dish=dish, new=NewLook(at=at, client_id=uuid4(), **counts))[0]

    def dish_in_hand(self):
        self.open_count()
        code = self.count.code
        return next(d for t in self.trial.treatments.all() for d in t.dishes.all() if d.code == code)

    def two_counts_of_one_dish_come_to_a_person_with_both(self):
        dish = self.dish_in_hand()
        before = course_of(dish).record.germinated
        self.theirs(dish, new_germinated=2)
        self.count.next_dish("1")
        held = self.page.see("//section[contains(@aria-label, 'to decide')]")
        self.assertIn("2 germinated", held.text)
        self.assertIn("1 germinated", held.text)
        self.assertIn("TM", held.text)
        self.accessible("Two counts")
        self.assertEqual(course_of(dish).record.germinated, before + 2)
        # nothing is lost by leaving it: the head of every page says that it waits for a person
        self.page.open("/", "round")
        self.page.press("1 to decide")
        self.page.press("Both: mine came after theirs")
        self.page.text("Everything is saved")
        self.assertEqual(course_of(dish).record.germinated, before + 3)
        self.refused("409")

    def mine_can_stand_instead_of_theirs(self):
        dish = self.dish_in_hand()
        before = course_of(dish).record.germinated
        self.theirs(dish, new_germinated=2)
        self.count.next_dish("1")
        self.page.press("Keep mine")
        self.page.wait.until(lambda _: course_of(dish).record.germinated == before + 1)
        self.refused("409")

    def a_dish_that_was_closed_meanwhile_is_reopened_or_left(self):
        dish = self.dish_in_hand()
        before = course_of(dish).record.germinated
        close_dish(by=Person.objects.get(initials="TM"), dish=dish, at=timezone.now(), client_id=uuid4(), found=ClosingFates(fresh=1))
        self.count.next_dish("1")
        self.page.text("1 fresh, 0 hard, 0 empty, 0 dead")
        self.page.press("Reopen the dish and add mine")
        self.page.wait.until(lambda _: course_of(dish).record.germinated == before + 1)
        self.assertIsNone(course_of(dish).closing)
        self.refused("409")

    def test_sixteen_dishes_with_thirteen_quiet_take_twenty_taps_at_most_without_signal(self):
        since = Look.objects.latest("pk").pk
        self.browser.size(390, 844)
        self.addCleanup(self.browser.size, 1280, 800)
        self.open_count()
        count = self.count
        count.dish_number(1)
        self.browser.network(offline=True)
        taps = 0

        def tap(words):
            nonlocal taps
            count.press(words)
            taps += 1

        for number in (1, 2, 3):
            count.dish_number(number)
            tap("+1 sprouted")
            if number == 2:
                # a wrong one is undone in one
                tap("+1 sprouted")
                count.new(2)
                tap("undo")
                count.new(1)
            tap("done, next dish")
        tap("nothing new in the other 13")
        count.heading("The round is done")
        count.text("16 waiting to send")
        self.assertLessEqual(taps, 20)
        self.refused(OFFLINE)
        self.browser.network(offline=False)
        self.page.run("window.dispatchEvent(new Event('online'))")
        self.page.wait.until(lambda _: len(self.made(since)) == 16)
        self.assertEqual(sum(x.new_germinated for x in self.made(since)), 3)

    def a_device_with_a_wrong_clock_is_told_and_its_looks_have_the_right_time(self):
        since = Look.objects.latest("pk").pk
        shift = """
            const real = Date.now.bind(Date)
            const Real = Date
            window.Date = class extends Real {
              constructor(...a) { if (a.length) super(...a); else super(real() - 3600000 * 2) }
              static now() { return real() - 3600000 * 2 }
            }
        """
        added = self.browser.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": shift})
        self.addCleanup(self.browser.driver.execute_cdp_cmd, "Page.removeScriptToEvaluateOnNewDocument", added)
        self.addCleanup(self.page.run, "localStorage.removeItem('awake-furrow-clock-off')")
        self.open_count()
        self.assertTrue(self.count.code)
        self.count.text("clock is 120 minutes slow")
        self.count.next_dish("1")
        self.page.wait.until(lambda _: len(self.made(since)) == 1)
        look = self.made(since)[0]
        self.assertLess(abs(look.at - timezone.now()), timedelta(minutes=2))
        self.assertGreater(look.at - look.device_at, timedelta(minutes=115))
