import tempfile

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from journeys.case import Journey
from journeys.pages.counted import CountedPage
from server.demo.pictures import seed_picture
from server.lots.models import Lot
from server.reference.models import Taxon


class KeepingLots(Journey):
    """An unnamed lot is found, entered, named later; a stale change comes to the person with both versions."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_lots_are_found_named_changed_and_entered(self):
        self.chapters(
            self.lots_are_found_by_typing_and_sorted_by_their_heads,
            self.naming_an_unnamed_lot_changes_every_screen_and_keeps_the_old_name,
            self.a_stale_change_shows_both_and_loses_neither,
            self.photos_of_a_lot_are_added_and_removed,
            self.several_lots_are_moved_together,
            self.a_new_lot_needs_a_name_of_some_kind,
            self.bags_of_a_day_are_written_in_few_actions,
            self.a_recipe_with_acid_is_confirmed_before_it_is_saved,
            self.a_reader_is_shown_everything_and_offered_nothing_to_change,
        )

    def lots_are_found_by_typing_and_sorted_by_their_heads(self):
        page = self.page
        page.open("/lots", "Lots")
        page.see("//td[contains(., 'scree foot, unnamed A')]")
        page.see("//input[@type='search']").send_keys("draw")
        page.wait.until(lambda _: len(page.texts("tbody tr")) == Lot.objects.filter(origin_place="Larkspit Draw").count())
        page.press("Ended")
        page.wait.until(lambda d: "show=ended" in d.current_url and "q=draw" in d.current_url, "the address does not keep the choice")
        page.press("All")
        page.wait.until(lambda _: len(page.texts("tbody tr")) == Lot.objects.filter(origin_place="Larkspit Draw").count())
        # from the field into the list, and into a lot, by the keys
        page.see("//input[@type='search']").send_keys(Keys.ARROW_DOWN)
        page.type(Keys.ARROW_DOWN)
        page.type(Keys.ENTER)
        # beside the list first, its page when it is chosen again
        page.see("//aside[@aria-label='The chosen line']//h2")
        page.type(Keys.ENTER)
        page.see("//*[@aria-label='Work on this lot']")
        page.driver.back()
        page.heading("Lots")
        self.assertEqual(page.see("//input[@type='search']").get_attribute("value"), "draw")
        page.press("Close")
        page.press("seeds left")
        page.see("//th[@aria-sort='ascending'][contains(., 'seeds left')]")
        page.wait.until(lambda _: "not measured" in page.texts("tbody tr")[-1])

    def naming_an_unnamed_lot_changes_every_screen_and_keeps_the_old_name(self):
        page = self.page
        lot = Lot.objects.get(code="SF-001")
        page.open(f"/lots/{lot.pk}", "scree foot, unnamed A")
        page.press("Name the plant")
        page.choose("Plant, if known", "Munro's globemallow")
        page.press("Save")
        page.heading("Munro's globemallow")
        page.text("first called “scree foot, unnamed A”")
        page.open("/trials", "Trials")
        page.see("//tr[contains(., 'Which treatment suits scree foot')][contains(., \"Munro's globemallow\")]")

    def photos_of_a_lot_are_added_and_removed(self):
        page, lot = self.page, Lot.objects.get(code="LL-022")
        page.open(f"/lots/{lot.pk}", "Lewis flax")
        page.press("Photos (1)")
        page.see("//*[contains(@class, 'strip')]//button[normalize-space()='Remove']").click()
        page.text("No photo of this lot yet.")
        with tempfile.NamedTemporaryFile(suffix=".jpg") as picture:
            picture.write(seed_picture("Lewis flax", 3))
            picture.flush()
            page.driver.find_element(By.XPATH, "//label[contains(., 'Take a photo')]/input").send_keys(picture.name)
            page.see("//button[normalize-space()='Photos (1)']")
        page.see("//img[starts-with(@alt, 'Seed of LL-022')]")

    def several_lots_are_moved_together(self):
        page = self.page
        page.open("/lots?q=Lewis", "Lots")
        page.see("//td[contains(., 'Lewis flax')]")
        page.see("//input[@aria-label='Select all']").click()
        page.press("Move")
        page.pick("Move to", "box 1")
        page.press("Move 3 lots")
        # one of them lies in a closed jar, and nobody measured how dry it is
        page.see("//*[@role='alert'][contains(., 'LL-')][contains(., 'Damp seed rots when it is sealed')]")
        page.press("Yes, record it")
        page.wait.until(lambda _: not page.driver.find_elements(By.XPATH, "//*[@aria-label='With the selected']"))
        self.assertEqual({lot.place.name for lot in Lot.objects.filter(taxon__common_name="Lewis flax")}, {"box 1"})

    def a_stale_change_shows_both_and_loses_neither(self):
        page = self.page
        lot = Lot.objects.get(code="HR-114")
        page.open(f"/lots/{lot.pk}", "arrowleaf balsamroot")
        page.press("Change")
        note = page.see("//textarea[@id=//label[normalize-space()='Note']/@for]")
        note.send_keys("mine")
        Lot.objects.filter(pk=lot.pk).update(note="theirs", version=2)
        page.press("Save")
        page.see("//*[@role='alert'][contains(., 'version 2 is there by now')][contains(., 'theirs')][contains(., 'mine')]")
        page.press("Use my version")
        page.press("Save")
        page.see("//dd[normalize-space()='mine']")
        self.refused("409")

    def a_new_lot_needs_a_name_of_some_kind(self):
        page = self.page
        page.open("/lots/new", "Add lot")
        page.fill("Code on the bag", "ZZ-1")
        page.press("Save lot")
        page.text("A lot needs a plant, or a field name while the species is unknown.")
        page.fill("Field name", "ditch edge, unnamed B")
        page.press("Save lot")
        page.text("Who permitted collecting this seed?")
        page.fill("Permission", "own land")
        page.fill("Collected", "12 foo")
        page.press("Save lot")
        page.text("“12 foo” is not a date. Type for example")
        page.fill("Collected", "12 8")
        page.text("12 Aug 20")
        page.press("Save lot")
        page.heading("ditch edge, unnamed B")
        page.press("Enter an amount")
        page.fill("Amount", "120")
        page.tap("//button[@type='submit'][contains(., 'Save amount')]")
        page.see("//p[contains(@class, 'big')][normalize-space()='120']")
        self.assertEqual((lot := Lot.objects.get(code="ZZ-1")).collected_on.strftime("%d %m"), "12 08", lot.collected_on)
        self.refused("422")

    def bags_of_a_day_are_written_in_few_actions(self):
        page = CountedPage(self.browser.driver, self.live_server_url)
        before = set(Lot.objects.values_list("pk", flat=True))
        page.open("/lots/new", "Add lot")
        page.press("garden")
        page.fill("All in one line", "Lewis flax, Display garden, 12 Aug, about 40 plants, 18 g, box 1, 7")
        page.text("“7”: of what?")
        page.see("//ul[@aria-label='What was understood']/li[contains(., '18 g')][contains(., 'amount')]")
        page.text("Here already:")
        self.accessible("the label of a new lot")
        page.press("Save and write the next")
        page.see("//ul[@aria-label='Written just now']/li[contains(., 'Lewis flax')]")
        self.assertLessEqual(page.actions, 12)
        # what the bags of one day have in common stays
        self.assertEqual(page.field("Place").get_attribute("value"), "Display garden")
        for n in range(2, 11):
            page.fill("All in one line", f"Munro's globemallow, {n} g")
            page.see(f"//ul[@aria-label='What was understood']/li[contains(., '{n} g')]")
            page.press("Save and write the next")
            page.see(f"(//ul[@aria-label='Written just now']/li)[{n}]")
        self.assertLessEqual(page.actions, 60)
        made = Lot.objects.exclude(pk__in=before).order_by("pk")
        self.assertEqual([lot.common_name for lot in made], ["Lewis flax", *["Munro's globemallow"] * 9])
        self.assertEqual({(lot.origin_kind, lot.origin_place) for lot in made}, {("garden", "Display garden")})
        self.assertEqual([lot.stock_entries.get().amount for lot in made], [18, *range(2, 11)])
        self.assertEqual((made[0].parents, made[0].note, made[0].place.name), (40, "about 40 plants", "box 1"))

    def a_recipe_with_acid_is_confirmed_before_it_is_saved(self):
        page = self.page
        page.open("/recipes", "Recipes")
        page.press("New recipe")
        page.fill("Name", "acid, then nothing")
        page.pick("What", "acid")
        page.fill("How long", "0.02")
        self.assertFalse(page.button("Save recipe").is_enabled())
        page.tap("//label[contains(., 'I am trained for this')]/input")
        page.press("Save recipe")
        page.heading("acid, then nothing")

    def a_reader_is_shown_everything_and_offered_nothing_to_change(self):
        page = self.page
        page.run(
            "return fetch('/api/v1/session/', {method: 'DELETE', headers: {'X-CSRFToken': /csrftoken=([^;]+)/.exec(document.cookie)[1]}})"
        )
        page.sign_in("vo")
        self.assertTrue(Taxon.objects.exists())
        for path, heading in (("/lots", "Lots"), ("/trials", "Trials"), ("/recipes", "Recipes")):
            page.open(path, heading)
            page.see("//tbody/tr | //main//section//h3")
            self.assertEqual([w for w in page.texts("main .v-btn") if w], [], path)
