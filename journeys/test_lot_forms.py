from journeys.case import Journey
from server.lots.models import Lot


class LotForms(Journey):
    """Each form of the lot page: filled, refused where it cannot be, and seen on the page at once."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def open(self, code: str) -> None:
        lot = Lot.objects.select_related("taxon").get(code=code)
        self.page.open(f"/lots/{lot.pk}", lot.common_name)
        self.page.see("//h2[contains(., 'Next')]")

    def test_what_is_entered_shows_at_once_to_those_whom_it_concerns(self):
        self.chapters(
            self.a_lot_that_was_tested_twice_draws_its_decline_and_says_that_it_is_a_rule_of_thumb,
            self.seed_that_lives_days_is_sown_now,
            self.a_poisonous_lot_says_so_on_its_page_in_its_forms_and_in_a_new_trial,
            self.what_a_seller_printed_stands_beside_ones_own_results,
            self.cut_seeds_become_fill_with_its_interval,
            self.an_imbibition_test_names_the_missing_mass_and_then_the_coat,
            self.a_wrong_line_is_corrected_openly,
            self.lots_of_different_plants_are_not_merged_and_those_of_one_are,
            self.insects_that_only_visit_are_no_quarantine,
            self.a_reader_is_offered_nothing_and_a_counter_is_told_whom_to_ask,
        )

    def cut_seeds_become_fill_with_its_interval(self):
        page = self.page
        self.open("SM-052")
        page.text("none cut yet")
        page.press("Cut and test")
        page.fill("Full", "18")
        page.fill("Empty", "2")
        page.press("Record the test")
        page.see("//dd[contains(., '70–97 %')][contains(., '18 of 20 cut')]")

    def an_imbibition_test_names_the_missing_mass_and_then_the_coat(self):
        page = self.page
        self.open("AF-008")
        page.press("Cut and test")
        page.press("imbibition test")
        for label, mass in (("Intact, before", "2.0"), ("Intact, after", "2.06"), ("Nicked, before", "2.0")):
            page.fill(label, mass)
        page.press("Record the test")
        page.text("The nicked end is missing.")
        page.fill("Nicked, after", "3.1")
        page.press("Record the test")
        page.see("//dd[contains(., 'the coat keeps water out: scarify')]")
        self.refused("422")

    def insects_that_only_visit_are_no_quarantine(self):
        page = self.page
        self.open("LL-022")
        page.press("Quarantine")
        page.press("insects that only visit")
        page.press("Save")
        page.see("//p[contains(., 'Noted: insects that only visit')][contains(., 'no quarantine')]")
        page.gone("//section[@aria-label='Quarantine']")
        page.press("Quarantine")
        page.press("sick: leaf spots and other diseases")
        page.press("Save")
        page.see("//p[contains(., 'Quarantine: sick')][contains(., 'never on the compost')]")
        page.open("/lots", "Lots")
        page.see("//tr[contains(., 'LL-022')][contains(., 'quarantine: sick')]")

    def a_wrong_line_is_corrected_openly(self):
        page = self.page
        self.open("AF-008")
        page.press("Ledger (")
        page.tap("//tr[contains(., 'harvest')]//button[normalize-space()='Correct']")
        page.text("The old amount stays in the ledger")
        page.fill("Amount", "15")
        page.press("Correct amount")
        page.text("20 seeds cannot be taken: only 15 are left.")
        page.fill("Amount", "48")
        page.press("Correct amount")
        page.see("//p[contains(@class, 'big')][normalize-space()='28']")
        page.see("//tr[contains(@class, 'struck')][contains(., '46')]")
        self.refused("422")

    def lots_of_different_plants_are_not_merged_and_those_of_one_are(self):
        page = self.page
        self.open("LL-022")
        page.press("Split, float, merge")
        page.press("merge with another lot")
        page.choose("The other lot", "SM-052")
        page.press("Merge")
        page.text("Lots of different plants cannot be merged")
        page.choose("The other lot", "LL-901")
        page.press("Merge")
        page.see("//h1[contains(., 'Lewis flax')]")
        page.see("//*[name()='svg']//*[name()='text'][contains(., 'LL-022')]")
        self.refused("422")

    def a_lot_that_was_tested_twice_draws_its_decline_and_says_that_it_is_a_rule_of_thumb(self):
        self.open("LL-015")
        self.page.see("//*[name()='svg'][contains(@aria-label, 'Tests of this lot')]")
        self.page.see("//p[contains(., 'Rule of thumb: half of it')]")

    def seed_that_lives_days_is_sown_now(self):
        self.open("PO-003")
        self.page.text("Sow now: this seed lives only days or weeks.")
        self.page.text("No forecast: seed like this is sown now, not kept.")

    def a_poisonous_lot_says_so_on_its_page_in_its_forms_and_in_a_new_trial(self):
        page = self.page
        self.open("TV-002")
        page.press("Clean")
        page.see("//section[@aria-label='Clean']//aside[contains(., 'oisonous')]")
        page.press("New trial of this lot")
        page.heading("New trial")
        page.see("//aside[contains(., 'oisonous')]")

    def what_a_seller_printed_stands_beside_ones_own_results(self):
        self.open("LL-901")
        self.page.see("//dd[contains(., '85 %')][contains(., 'in 14 days')][contains(., 'seller’s claim')]")

    def a_reader_is_offered_nothing_and_a_counter_is_told_whom_to_ask(self):
        self.browser.driver.delete_all_cookies()
        self.page.sign_in("vo")
        self.open("HR-114")
        self.assertEqual(self.page.texts(".work button"), [])
        self.page.sign_out()
        self.page.sign_in("tm")
        self.page.today()
        self.assertEqual(self.page.texts("nav[aria-label=Main] a"), ["Today", "Wake", "Try"])
        self.page.driver.get(f"{self.live_server_url}/lots/{Lot.objects.get(code='HR-114').pk}")
        self.page.text("TM is signed in as counter and may not read more than the rounds and the counts. Ask a grower.")
        self.refused("403")
