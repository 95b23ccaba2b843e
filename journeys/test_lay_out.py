from journeys.case import Journey


class LayOutATrial(Journey):
    """Sign in, lay out four treatments of four dishes of 25 seeds, see the 400 seeds and 16 codes."""

    def test_a_trial_is_laid_out_within_what_the_lot_holds(self):
        self.chapters(
            self.more_than_the_lot_holds_is_refused_at_its_field_and_nothing_typed_is_lost,
            self.a_new_trial_says_what_it_costs_and_gets_its_codes,
        )

    def a_new_trial_says_what_it_costs_and_gets_its_codes(self):
        page = self.page
        page.sign_in()
        page.today()
        page.press("Trials")
        page.heading("Trials")
        page.press("New trial")
        page.heading("New trial")
        page.fill("Question", "Which cold is enough for balsamroot?")
        page.choose("Lot", "HR-097")
        for index, recipe in enumerate(["4 weeks cold, damp sand", "8 weeks cold, damp sand", "12 weeks cold, damp sand"], 2):
            page.press("Add a treatment")
            page.choose(f"Recipe {index}", recipe)
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", "25")
        page.text("400 seeds")
        page.text("≈ 400 of ≈ 800 stay in the lot")
        self.no_sideways_scrolling("New trial")
        self.accessible("New trial")
        page.press("Lay out the trial")
        page.heading("Which cold is enough for balsamroot?")
        page.see("//ol/li[16]")
        codes = page.texts("ol li .code")
        self.assertEqual((len(codes), len(set(codes))), (16, 16))
        page.press("Sown now, all 16 dishes")
        page.press("Undo: not sown yet")
        page.press("Sown now, all 16 dishes")
        page.button("Count")
        page.press("BAL-0")
        page.text("4 treatments × 4 dishes × 25 seeds = 400 seeds")

    def more_than_the_lot_holds_is_refused_at_its_field_and_nothing_typed_is_lost(self):
        page = self.page
        page.sign_in()
        page.open("/trials/new", "New trial")
        page.fill("Question", "Too greedy?")
        page.choose("Lot", "SM-060")
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", "25")
        page.text("The lot holds only 14")
        page.press("Lay out the trial")
        page.see("//*[@role='alert'][contains(., 'needs 100 seeds')]")
        self.assertEqual(page.field("Question").get_attribute("value"), "Too greedy?")
        # the refusal is an answer, but a browser writes every 422 to its console
        self.refused("422")
