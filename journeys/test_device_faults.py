from datetime import timedelta
from unittest import mock

from django.utils import timezone

from journeys.case import Journey
from server.batches.models import BagLook
from server.batches.services import looks as bag_looks
from server.stands.models import Stand, Visit

FULL = """
    window.reallyAdd ??= IDBObjectStore.prototype.add
    IDBObjectStore.prototype.add = () => { throw new DOMException('no room', 'QuotaExceededError') }
"""
ROOM = "IDBObjectStore.prototype.add = window.reallyAdd"
TWO_HOURS_SLOW = """
    const real = Date.now.bind(Date), Real = Date
    window.Date = class extends Real {
      constructor(...a) { if (a.length) super(...a); else super(real() - 7200000) }
      static now() { return real() - 7200000 }
    }
"""
AS_BEFORE = """
    const [client_id, batch, at, done] = arguments
    const opening = indexedDB.open('awake-furrow-bag-looks', 2)
    opening.onupgradeneeded = () => opening.result.createObjectStore('records', { keyPath: 'order', autoIncrement: true })
    opening.onsuccess = () => {
      const writing = opening.result.transaction('records', 'readwrite')
      writing.objectStore('records').add({ item: { client_id, batch, at, device_at: at, misted: true }, refusal: null })
      writing.oncomplete = () => { opening.result.close(); done(true) }
    }
"""
ONLINE = "window.dispatchEvent(new Event('online'))"
FULL_CACHE = (
    "caches.open = async () => ({ match: async () => undefined, keys: async () => [], put: async () => { throw new Error('no room') } })"
)


class FaultsOfADevice(Journey):
    """A device that is full, slow of clock, shared, or of an earlier version: what was tapped is kept, or it is said that it is not."""

    kept_on_device = True

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def round(self):
        self.page.open("/rounds", "Bags")
        self.page.see("//article")

    def fine(self):
        """The bags of the round that a tap says are fine."""
        return self.page.driver.find_elements("xpath", "//article[.//button[contains(., 'fine')]]")

    def tap_fine(self):
        self.page.tap("(//article//button[contains(., 'fine')])[1]")

    def since(self):
        last = BagLook.objects.order_by("pk").last()
        return lambda: list(BagLook.objects.filter(pk__gt=last.pk if last else 0).order_by("pk"))

    def test_what_was_tapped_on_a_faulty_device_is_kept_or_refused(self):
        self.chapters(
            self.a_weighing_is_never_one_from_before,
            self.a_full_device_ticks_no_bag_and_says_why,
            self.a_visit_that_a_full_device_cannot_keep_stays_typed,
            self.a_bag_looked_at_by_one_person_is_not_sent_by_the_next,
            self.what_an_earlier_version_kept_is_taken_over_and_sent_once_somebody_says_whose_it_is,
            self.a_record_over_which_the_server_fails_holds_up_no_other,
            self.a_bag_looked_at_on_a_slow_clock_has_the_right_time,
            self.a_device_that_can_keep_no_answers_has_them_all_the_same,
        )

    def a_full_device_ticks_no_bag_and_says_why(self):
        made = self.since()
        self.round()
        ready = len(self.fine())
        self.page.run(FULL)
        self.tap_fine()
        self.page.text("This device could not save it: its storage is full or locked.")
        self.assertEqual(len(self.fine()), ready)
        self.page.run(ROOM)
        self.tap_fine()
        self.page.wait.until(lambda _: len(self.fine()) == ready - 1)
        self.page.wait.until(lambda _: len(made()) == 1)

    def a_visit_that_a_full_device_cannot_keep_stays_typed(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        before = Visit.objects.count()
        page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
        page.see("//h2[contains(., 'How ripe is it?')]")
        page.run(FULL)
        page.press("half")
        page.press("Record the visit")
        page.text("This device could not save it: its storage is full or locked.")
        page.run(ROOM)
        page.press("Record the visit")
        page.wait.until(lambda _: Visit.objects.count() == before + 1)
        self.assertEqual(Visit.objects.latest("pk").share_ripe, 0.5)

    def a_bag_looked_at_by_one_person_is_not_sent_by_the_next(self):
        made = self.since()
        self.round()
        # signed out elsewhere meanwhile
        self.browser.driver.delete_cookie("sessionid")
        self.tap_fine()
        self.page.text("1 waiting to send")
        self.refused("401", "403")
        self.page.sign_in("tm")
        self.page.open("/waiting", "Not sent yet")
        self.page.text("waits until the person who made it signs in here")
        self.assertEqual(made(), [])
        self.browser.driver.delete_cookie("sessionid")
        self.page.sign_in()
        self.page.today()
        self.page.wait.until(lambda _: len(made()) == 1)
        self.assertEqual(made()[0].by.initials, "RK")
        # each try without a session is a 401 that the browser writes down
        self.refused("401")

    def a_bag_looked_at_on_a_slow_clock_has_the_right_time(self):
        made = self.since()
        added = self.browser.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": TWO_HOURS_SLOW})
        self.addCleanup(self.browser.driver.execute_cdp_cmd, "Page.removeScriptToEvaluateOnNewDocument", added)
        self.addCleanup(self.page.run, "localStorage.removeItem('awake-furrow-clock-off')")
        self.round()
        self.tap_fine()
        self.page.wait.until(lambda _: len(made()) == 1)
        self.assertLess(abs(made()[0].at - timezone.now()), timedelta(minutes=2))
        self.assertGreater(made()[0].at - made()[0].device_at, timedelta(minutes=115))

    def a_record_over_which_the_server_fails_holds_up_no_other(self):
        made, record = self.since(), bag_looks.record_bag_look
        self.round()
        failing = []

        def fails_over_the_first(*, by, batch, new):
            failing.append(new.client_id)
            if new.client_id == failing[0]:
                raise ValueError("odd")
            return record(by=by, batch=batch, new=new)

        with mock.patch.object(bag_looks, "record_bag_look", side_effect=fails_over_the_first):
            self.tap_fine()
            self.page.wait.until(lambda _: failing)
            self.tap_fine()
            self.page.wait.until(lambda _: len(made()) == 1)
            self.page.open("/waiting", "Not sent yet")
            self.page.text("the server could not save it, tried")
            tries = len(failing)
            self.page.press("Try now")
            self.page.wait.until(lambda _: len(failing) > tries)
        # the server can again, and by now a try of the device's own may be under way: it leaves by that one or by the next
        self.page.wait.until(lambda _: self.page.run(ONLINE) or self.page.shown("//*[contains(text(), 'Everything is saved')]"))
        self.assertEqual(len(made()), 2)
        self.refused("500")

    def what_an_earlier_version_kept_is_taken_over_and_sent_once_somebody_says_whose_it_is(self):
        made = self.since()
        self.round()
        wanting = self.page.see("//article[.//button[contains(., 'fine')]]//a").get_attribute("href")
        batch = int(wanting.rsplit("/", 1)[-1])
        client_id, at = "00000000-0000-4000-8000-000000000777", timezone.now().isoformat()
        self.page.driver.execute_async_script(AS_BEFORE, client_id, batch, at)
        self.page.open("/waiting", "Not sent yet")
        self.page.text("it is not known who made it")
        self.assertEqual(made(), [])
        self.page.press("Send as mine")
        self.page.text("Everything is saved")
        self.assertEqual([str(x.client_id) for x in made()], [client_id])

    def a_device_that_can_keep_no_answers_has_them_all_the_same(self):
        self.page.today()
        self.page.wait.until(lambda d: d.execute_script("return !!navigator.serviceWorker.controller"))
        self.browser.in_the_worker(FULL_CACHE)
        self.page.open("/lots", "Lots")
        self.page.see("//a[contains(., 'HR-114')]")
        self.assertNotIn("No signal", self.page.driver.page_source)

    def a_weighing_is_never_one_from_before(self):
        self.page.today()
        self.page.wait.until(lambda d: d.execute_script("return !!navigator.serviceWorker.controller"))
        script = """
            const done = arguments[arguments.length - 1]
            const address = '/api/v1/balance/readings/?expected_g=1.5'
            fetch(address).then((r) => r.text()).then(async (text) => {
              const kept = await (await caches.open('awake-furrow-answers')).keys()
              done([text.length, kept.filter((r) => r.url.includes('balance')).length])
            })
        """
        length, kept = self.page.driver.execute_async_script(script)
        self.assertGreater(length, 0)
        self.assertEqual(kept, 0)
