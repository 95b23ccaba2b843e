from datetime import date, timedelta
from uuid import uuid4

from django.test import TestCase
from django.utils import timezone

from core.vocabulary import RipeSign, Role, Shedding, VisitOutcome, WatchState
from server.errors import DomainError, Questioned, Refused
from server.record_kinds.selectors import valid
from server.stands.models import Harvest, Stand, Visit
from server.stands.selectors.season import seasons
from server.stands.services.harvests import record_harvest
from server.stands.services.stands import change_stand
from server.stands.services.visits import NewVisit, record_visit, take_back_visit
from server.tests.builders import ApiCase, make_person, make_stand, make_taxon, make_visit, now

TODAY = timezone.localdate


def season(stand):
    return seasons([stand], TODAY())[stand.pk]


class AddingStands(TestCase):
    def refused(self, code, pointer, **fields):
        with self.assertRaises(Refused) as caught:
            make_stand(**fields)
        self.assertEqual((caught.exception.code, caught.exception.errors[0]["pointer"]), (code, pointer))
        return caught.exception.detail

    def test_a_stand_needs_a_name_of_some_kind_and_a_place(self):
        self.refused("stand_without_name", "/field_name", field_name="")
        self.refused("stand_without_place", "/place_name", place_name=" ")

    def test_coordinates_off_the_globe_are_refused_with_the_numbers(self):
        self.assertIn("97.2", self.refused("off_the_globe", "/latitude", latitude=97.2, longitude=0))
        self.refused("off_the_globe", "/longitude", latitude=0, longitude=-181)
        self.refused("half_a_position", "/longitude", latitude=43.2)

    def test_an_elevation_in_feet_is_asked_about(self):
        self.assertIn("feet", self.refused("elevation_impossible", "/elevation_m", elevation_m=14_000))

    def test_a_refused_change_changes_nothing(self):
        stand = make_stand()
        with self.assertRaises(Refused):
            change_stand(by=make_person(), stand=stand, version=1, changes={"place_name": ""})
        stand.refresh_from_db()
        self.assertEqual((stand.place_name, stand.version), ("Coldwell Flat", 1))


class Watching(TestCase):
    def test_a_stand_near_ripeness_that_lets_go_is_visited_the_next_day(self):
        stand = make_stand(shedding=Shedding.BURSTS, watch_from=TODAY() - timedelta(days=20))
        make_visit(stand, 0.6, days_ago=1)
        self.assertEqual((season(stand).watch.state, season(stand).watch.every_days), (WatchState.DUE, 1))

    def test_a_day_too_late_there_the_seed_may_be_gone(self):
        stand = make_stand(shedding=Shedding.BURSTS, watch_from=TODAY() - timedelta(days=20))
        make_visit(stand, 0.6, days_ago=2)
        self.assertEqual(season(stand).watch.state, WatchState.MAY_BE_GONE)

    def test_missed_moves_the_next_first_visit_earlier_than_this_one(self):
        planned = TODAY() - timedelta(days=12)
        stand = make_stand(watch_from=planned)
        make_visit(stand, 0.2, days_ago=8)
        make_visit(stand, 0, days_ago=1, outcome=VisitOutcome.MISSED)
        found = season(stand)
        self.assertEqual((found.last_end, found.watch.state), (VisitOutcome.MISSED, WatchState.LATER))
        self.assertLess(found.first_visit_on, planned.replace(year=planned.year + 1))

    def test_a_harvest_with_more_to_come_keeps_the_watch_going_and_the_last_one_ends_it(self):
        stand = make_stand(watch_from=TODAY() - timedelta(days=15))
        make_visit(stand, 0.6, days_ago=8)
        record_harvest(by=make_person(), stand=stand, collected_on=TODAY() - timedelta(days=7), more_to_come=True)
        self.assertLess(season(stand).watch.next_on, TODAY() + timedelta(days=60))
        record_harvest(by=make_person(), stand=stand, collected_on=TODAY())
        self.assertEqual(season(stand).watch.state, WatchState.LATER)
        self.assertGreater(season(stand).first_visit_on, TODAY() + timedelta(days=300))

    def test_a_visit_taken_back_does_not_count_and_stays_in_the_record(self):
        stand = make_stand(watch_from=TODAY() - timedelta(days=15))
        visit = make_visit(stand, 1.0, outcome=VisitOutcome.MISSED)
        take_back_visit(by=make_person(), visit=visit)
        self.assertIsNone(season(stand).last_end)
        self.assertEqual(Visit.objects.count(), 2)
        with self.assertRaises(DomainError):
            take_back_visit(by=make_person(), visit=visit)

    def test_a_season_that_nobody_went_to_is_over_after_a_while(self):
        stand = make_stand(watch_from=TODAY() - timedelta(days=150))
        self.assertEqual(season(stand).watch.state, WatchState.LATER)

    def test_a_failed_cross_and_no_seed_are_ends_that_are_kept(self):
        for outcome in (VisitOutcome.CROSS_FAILED, VisitOutcome.NOTHING_SET):
            stand = make_stand(watch_from=TODAY())
            make_visit(stand, 0, outcome=outcome)
            self.assertEqual(season(stand).last_end, outcome)

    def test_opened_pods_and_their_number_estimate_the_seed_with_its_error(self):
        stand = make_stand(watch_from=TODAY())
        make_visit(stand, 0.3, heads=140, opened=[31, 25, 44, 38, 29, 35])
        found = season(stand).estimate
        self.assertEqual((round(found.seeds), round(found.se)), (4713, 389))

    def test_the_same_visit_twice_is_one(self):
        stand = make_stand()
        new = NewVisit(at=now(), client_id=uuid4(), share_ripe=0.5, signs=[RipeSign.RATTLES])
        first, made = record_visit(by=make_person(), stand=stand, new=new)
        again, made_again = record_visit(by=make_person(), stand=stand, new=new)
        self.assertEqual((first.pk, made, made_again), (again.pk, True, False))
        other = NewVisit(at=new.at, client_id=new.client_id, share_ripe=0.9)
        with self.assertRaises(DomainError) as caught:
            record_visit(by=make_person(), stand=stand, new=other)
        self.assertEqual(caught.exception.code, "client_id_reused")

    def test_a_visit_to_come_or_a_share_over_all_cannot_be(self):
        stand = make_stand()
        for code, new in {
            "time_in_future": NewVisit(at=now() + timedelta(hours=3), client_id=uuid4()),
            "share_out_of_range": NewVisit(at=now(), client_id=uuid4(), share_ripe=1.2),
            "heads_missing": NewVisit(at=now(), client_id=uuid4(), opened=[3]),
        }.items():
            with self.subTest(code), self.assertRaises(Refused) as caught:
                record_visit(by=make_person(), stand=stand, new=new)
            self.assertEqual(caught.exception.code, code)


class Harvesting(TestCase):
    def harvest(self, stand, **fields):
        return record_harvest(by=make_person(), stand=stand, **{"collected_on": date(2026, 8, 1)} | fields)

    def refused(self, stand, code, **fields):
        with self.assertRaises(Refused) as caught:
            self.harvest(stand, **fields)
        self.assertEqual(caught.exception.code, code)
        return caught.exception

    def test_without_leave_nothing_is_taken_until_it_is_named(self):
        stand = make_stand(own_ground=False)
        self.refused(stand, "no_leave")
        self.assertEqual(self.harvest(stand, leave="permit 12").leave, "permit 12")

    def test_leave_that_has_ended_is_none(self):
        stand = make_stand(own_ground=False, leave_by="the ranch", leave_until=date(2026, 7, 1))
        self.assertIn("{{day 2026-07-01}}", self.refused(stand, "leave_ended").detail)
        self.assertEqual(self.harvest(stand, collected_on=date(2026, 6, 30)).leave, "the ranch")

    def test_ones_own_ground_is_leave(self):
        self.assertEqual(self.harvest(make_stand()).leave, "own land")

    def test_a_protected_plant_wants_its_licence_whoever_is_sure(self):
        stand = make_stand(protected=True)
        self.refused(stand, "protected_without_licence", sure=True)
        self.harvest(make_stand(protected=True, licence="L 4"))

    def test_a_large_share_over_all_visits_is_asked_about_with_the_numbers_and_may_be_so(self):
        stand = make_stand()
        self.harvest(stand, ripe_seeds=4000, taken_seeds=250, parents=60, more_to_come=True)
        asked = self.refused(stand, "over_limit", ripe_seeds=4000, taken_seeds=300, parents=60)
        self.assertIsInstance(asked, Questioned)
        self.assertIn("550 of ≈ 4000 ripe seeds (250 of them before) is 14 %", asked.detail)
        self.assertIn("local rule", asked.detail)
        self.harvest(stand, ripe_seeds=4000, taken_seeds=300, parents=60, sure=True)
        self.assertEqual(Harvest.objects.count(), 2)

    def test_last_years_harvest_is_no_part_of_this_seasons_share(self):
        stand = make_stand()
        self.harvest(stand, collected_on=date(2025, 8, 1), ripe_seeds=4000, taken_seeds=390, parents=60)
        self.harvest(stand, ripe_seeds=4000, taken_seeds=390, parents=60)

    def test_few_parents_are_asked_about_unless_the_stand_has_no_more(self):
        self.assertIn("18 parent plants; 50", self.refused(make_stand(), "too_few_parents", parents=18).detail)
        self.harvest(make_stand(plants=12), parents=12)

    def test_an_invasive_plant_is_asked_about(self):
        self.refused(make_stand(invasive=True), "invasive")

    def test_a_harvest_to_come_cannot_be(self):
        self.refused(make_stand(), "day_in_future", collected_on=TODAY() + timedelta(days=2))


class StandApi(ApiCase):
    def test_coordinates_go_in_exactly_and_come_out_coarse_unless_the_stand_says_so(self):
        body = {"field_name": "x", "place_name": "y", "latitude": 43.41273, "longitude": -118.90512}
        made = self.client.post("/api/v1/stands/", body).json()
        self.assertEqual(made["position"], {"latitude": 43.4, "longitude": -118.9, "exact": False})
        self.assertNotIn("latitude", made)
        self.assertEqual(Stand.objects.get().latitude, 43.41273)
        path = f"/api/v1/stands/{made['id']}/"
        self.client.patch(path, {"version": 1, "latitude": 43.5, "longitude": -118.9})
        self.assertNotIn("43.41273", self.client.get(path + "history/").content.decode())
        exact = self.client.patch(path, {"version": 2, "show_exact": True}).json()
        self.assertEqual(exact["position"], {"latitude": 43.5, "longitude": -118.9, "exact": True})
        self.assertIn("43.41273", self.client.get(path + "history/").content.decode())

    def test_the_sheet_and_the_story_need_the_same_queries_whatever_their_length(self):
        stand = make_stand()
        for n in range(2):
            make_visit(stand, days_ago=n)
        self.client.get("/api/v1/stands/")
        with self.assertNumQueries(6):
            self.client.get("/api/v1/stands/")
        with self.assertNumQueries(8):
            self.client.get(f"/api/v1/stands/{stand.pk}/timeline/")
        for n in range(5):
            make_visit(make_stand(), days_ago=n)
            make_visit(stand, days_ago=n + 3)
        with self.assertNumQueries(6):
            self.assertEqual(self.client.get("/api/v1/stands/").json()["count"], 6)
        with self.assertNumQueries(8):
            self.assertEqual(len(self.client.get(f"/api/v1/stands/{stand.pk}/timeline/").json()["visits"]), 7)

    def test_stands_are_found_by_plant_and_place(self):
        make_stand(taxon=make_taxon(), place_name="Ember Spring")
        make_stand()
        found = self.client.get("/api/v1/stands/?search=flax ember").json()["results"]
        self.assertEqual([s["place_name"] for s in found], ["Ember Spring"])

    def test_a_stale_change_is_refused_with_both(self):
        stand = make_stand()
        path = f"/api/v1/stands/{stand.pk}/"
        self.client.patch(path, {"version": 1, "note": "mine"})
        stale = self.assertProblem(self.client.patch(path, {"version": 1, "note": "yours"}), 409, "stale_version")
        self.assertEqual((stale["current"]["note"], stale["yours"]["note"]), ("mine", "yours"))
        self.assertProblem(self.client.patch(path, [1]), 400, "malformed", "")

    def test_the_plant_of_a_stand_is_not_changed_beside_its_lots(self):
        stand = make_stand()
        self.client.patch(f"/api/v1/stands/{stand.pk}/", {"version": 1, "taxon": make_taxon().pk})
        stand.refresh_from_db()
        self.assertIsNone(stand.taxon)

    def test_growers_visit_and_others_do_not(self):
        stand = make_stand()
        body = {"client_id": str(uuid4()), "stand": stand.pk, "at": now().isoformat(), "share_ripe": 0.3, "signs": ["rattles"]}
        for role in (Role.READER, Role.COUNTER):
            self.assertProblem(self.as_role(role).post("/api/v1/visits/", body), 403, "not_allowed")
        self.assertEqual(self.as_role(Role.GROWER).post("/api/v1/visits/", body).status_code, 201)
        self.assertEqual(self.as_role(Role.GROWER).post("/api/v1/visits/", body).status_code, 200)
        self.assertEqual(valid(Visit.objects.all()).count(), 1)
