from journeys.case import Journey
from server.lots.models import Lot
from server.people.models import Person


class SharingTheNursery(Journey):
    """The lead invites, somebody joins by a link, counts blind, and is let go; what was deleted comes back."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_what_the_lead_may_do_and_undo(self):
        self.chapters(
            self.what_has_results_is_kept_and_says_what_rests_on_it,
            self.what_was_deleted_is_brought_back,
            self.from_the_invitation_to_the_first_count_and_letting_go,
        )

    def from_the_invitation_to_the_first_count_and_letting_go(self):
        page = self.page
        page.today()
        page.press("Menu of")
        page.press("People")
        page.heading("People")
        page.fill("Initials, if you know them", "KL")
        page.press("Make invitation")
        link = page.see("//code[contains(., '/join#')]").text
        self.accessible("People with a link")
        page.sign_out()
        page.driver.get(link)
        page.heading("Join Awake Furrow")
        page.text("RK invites you as")
        self.accessible("Joining")
        page.fill("Username", "rk")
        page.fill("Password", "four words in a row")
        page.press("Join")
        page.text("The username “rk” is taken.")
        page.fill("Username", "kal")
        page.press("Join")
        page.see("//h1[contains(., 'round') or contains(., 'nothing to count')]")
        self.assertEqual(Person.objects.get(username="kal").role, "counter")
        self.assertEqual(page.texts("nav[aria-label=Main] a"), ["Today", "Wake", "Try"])
        self.assertNotIn("Visit today", page.see("//main").text)
        # the link is good once
        page.sign_out()
        page.driver.get(link)
        page.text("it is good once")
        page.sign_in()
        page.open("/people", "People")
        page.tap("//li[contains(., 'kal')]//button[contains(., 'Remove access')]")
        page.text("KL may not sign in any more; all records stay.")
        self.refused("422", "409")

    def what_was_deleted_is_brought_back(self):
        resting = ("treatments", "batches", "sowing_plans", "trays", "descents_to", "descents_from")
        page, lot = self.page, Lot.objects.filter(**dict.fromkeys(resting)).first()
        page.open(f"/lots/{lot.pk}", lot.common_name)
        page.press(f"Delete {lot.code}")
        page.heading("History")
        page.text(f"{lot.code} is deleted.")
        self.assertFalse(Lot.objects.filter(pk=lot.pk).exists())
        page.press("Restore it")
        page.text(f"{lot.code} is restored.")
        page.open(f"/lots/{lot.pk}", lot.common_name)
        self.assertTrue(Lot.objects.filter(pk=lot.pk).exists())

    def what_has_results_is_kept_and_says_what_rests_on_it(self):
        page, lot = self.page, Lot.objects.get(code="HR-114")
        page.open(f"/lots/{lot.pk}", "arrowleaf balsamroot")
        page.press("Delete HR-114")
        page.text("HR-114 cannot be deleted")
        self.refused("409")
