from datetime import timedelta

from django.db.models import F
from django.utils import timezone

from journeys.case import Journey
from server.lots.models import Lot
from server.stands.models import Stand
from server.tests.demo_snapshot import snapshot_at


class KeepingStands(Journey):
    """A stand is entered, watched, missed; leave is asked for; who may only visit is offered only that."""

    def sign_in_as(self, username: str) -> None:
        self.page.sign_in(username)

    def test_stands_are_entered_visited_and_harvested_with_leave(self):
        self.chapters(
            self.today_leads_to_the_stands_and_to_drying_seed,
            self.a_stand_is_entered_with_coordinates_that_are_shown_coarse,
            self.a_change_of_a_stand_keeps_the_coordinates_that_are_not_shown,
            self.somebody_elses_change_comes_with_both_versions,
            self.without_leave_the_harvest_waits_until_it_is_named,
            self.opened_pods_give_an_estimate_with_its_doubt,
            self.missed_moves_next_years_first_visit_earlier,
            self.a_grower_visits_and_a_reader_is_offered_nothing,
        )

    def a_stand_is_entered_with_coordinates_that_are_shown_coarse(self):
        page = self.page
        self.sign_in_as("rk")
        page.open("/stands", "Stands")
        page.press("Add stand")
        page.fill("Field name", "ditch edge, unnamed B")
        page.fill("Latitude, °", "97")
        page.fill("Longitude, °", "-118.9051")
        page.press("Save the stand")
        page.text("Where is it? Enter a name by which a helper can find it.")
        page.fill("Place", "Tallow Creek")
        page.press("Save the stand")
        page.text("A latitude of 97° is impossible")
        page.fill("Latitude, °", "43.4127")
        page.tap("//label[contains(., 'It is our own land')]/input")
        page.press("Save the stand")
        page.heading("ditch edge, unnamed B")
        page.text("about 43.4° N, 118.9° W (shown coarse)")
        page.text("No first visit is set for the coming season")
        self.assertEqual(Stand.objects.get(field_name="ditch edge, unnamed B").latitude, 43.4127)
        self.refused("422")

    def a_change_of_a_stand_keeps_the_coordinates_that_are_not_shown(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        self.sign_in_as("rk")
        page.open(f"/stands/{stand.pk}/change", "Change rubber rabbitbrush")
        page.fill("Habitat", "roadside, mown late")
        page.press("Save the stand")
        page.text("roadside, mown late")
        stand.refresh_from_db()
        self.assertEqual((stand.latitude, stand.habitat), (43.4, "roadside, mown late"))

    def somebody_elses_change_comes_with_both_versions(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        self.sign_in_as("rk")
        page.open(f"/stands/{stand.pk}/change", "Change rubber rabbitbrush")
        page.wait.until(lambda _: page.field("Habitat").get_attribute("value") != "")
        page.fill("Habitat", "mine")
        Stand.objects.filter(pk=stand.pk).update(habitat="theirs", version=F("version") + 1)
        page.press("Save the stand")
        page.see("//*[@role='alert'][contains(., 'theirs')][contains(., 'mine')]")
        page.press("Use my version")
        page.press("Save the stand")
        page.see("//dd[normalize-space()='mine']")
        self.refused("409")

    def missed_moves_next_years_first_visit_earlier(self):
        page, stand = self.page, Stand.objects.get(place_name="Display garden")
        planned = stand.watch_from
        self.sign_in_as("ws")
        page.open(f"/stands/{stand.pk}", "Lewis flax")
        page.tap("//summary[contains(., 'Signs, an estimate')]")
        page.press("missed: shed already")
        page.press("Record the visit")
        page.see("//ol//strong[contains(., 'missed: shed already')]")
        page.see(f"//p[@role='status'][contains(., 'Next visit on')][contains(., '{planned.year + 1}')]")
        row = page.run(f"return fetch('/api/v1/stands/{stand.pk}/timeline/').then(r => r.json())")["row"]
        self.assertLess(row["next_on"], str(planned + timedelta(days=365)))
        page.open("/stands", "Stands")
        page.see("//td[contains(., 'missed: shed already')]")

    def opened_pods_give_an_estimate_with_its_doubt(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        self.sign_in_as("ws")
        page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
        page.press("half")
        page.tap("//summary[contains(., 'Signs, an estimate')]")
        page.fill("Seeds in each one opened", "31 25 44 38 29 35")
        page.press("Record the visit")
        page.text("You opened some: how many pods or heads are there in all?")
        page.fill("Pods or heads in all", "140")
        page.press("Record the visit")
        page.see("//p[contains(@class, 'estimate')][contains(., '≈ 4,713 ± 999')]")

    def without_leave_the_harvest_waits_until_it_is_named(self):
        page, stand = self.page, Stand.objects.get(place_name="Coldwell Flat", taxon__common_name="antelope bitterbrush")
        self.sign_in_as("rk")
        page.open(f"/stands/{stand.pk}/harvest", "Harvest at Coldwell Flat")
        page.fill("Amount, if known", "12")
        page.press("Record the harvest")
        page.see("//*[contains(@class, 'v-messages') or @role='alert'][contains(., 'The permission by') and contains(., 'ended on')]")
        self.assertEqual(page.field("Amount, if known").get_attribute("value"), "12")
        page.fill("Permission", "county permit 7 (invented)")
        page.press("Record the harvest")
        page.see("//p[contains(@class, 'big')][normalize-space()='12 g']")
        self.assertEqual(Lot.objects.latest("pk").leave, "county permit 7 (invented)")
        self.refused("422")

    def a_grower_visits_and_a_reader_is_offered_nothing(self):
        stand = Stand.objects.get(place_name="Ember Spring")
        for username, offered in (("ws", True), ("vo", False)):
            self.browser.driver.delete_all_cookies()
            self.sign_in_as(username)
            self.page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
            self.page.see("//h2[contains(., 'Visits')]")
            self.assertEqual("Record the visit" in " ".join(self.page.texts("main .v-btn")), offered)
            self.assertEqual("Harvest" in self.page.texts("main .v-btn"), offered)

    def today_leads_to_the_stands_and_to_drying_seed(self):
        page = self.page
        self.sign_in_as("rk")
        page.today()
        page.see("//h1[contains(., 'visit')]")
        page.see("//h2[contains(., 'Seed drying: turn it')]")
        page.tap("//a[contains(., 'rubber rabbitbrush')][contains(., 'spread on')]")
        page.heading("rubber rabbitbrush")
        # two when the data was laid out, and a night may have passed since
        late = 2 + (timezone.localdate() - timezone.localdate(snapshot_at())).days
        page.text(f"Turn it and look: {late} days late.")
        page.tap("//button[normalize-space()='Dry']")
        page.press("Save")
        page.text("Drying. Turn it and look in")
        self.assertTrue(Lot.objects.get(code="EN-047").drying_looks.filter(at__date=timezone.localdate(), kind="turned").exists())
