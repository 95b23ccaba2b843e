from datetime import date, timedelta

from django.test import TestCase
from django.utils import timezone

from core.vocabulary import PlaceKind, RipeSign, Shedding, VisitOutcome, WatchState
from server.reference.models import Place
from server.stands.models import Harvest
from server.stands.selectors.ripening import anchor_of
from server.stands.selectors.season import seasons
from server.stands.selectors.weather import SeasonClock, Weather, weather_at
from server.temperature.services import import_log
from server.tests.builders import ApiCase, make_person, make_stand, make_taxon, make_visit, now

TODAY = timezone.localdate


def believed(stand):
    return seasons([stand], TODAY())[stand.pk]


def a_year_ago(stand, days_from_today, years=1):
    """A harvest a year ago, so many days from today's date then; nothing more to come."""
    on = TODAY() - timedelta(days=round(365.25 * years)) + timedelta(days=days_from_today)
    Harvest.objects.create(stand=stand, by=make_person(), at=now(), collected_on=on, leave="own land")


class Believing(TestCase):
    def test_without_a_visit_or_an_earlier_season_the_cadence_holds(self):
        stand = make_stand(watch_from=TODAY())
        self.assertEqual((believed(stand).ripening, believed(stand).watch.state), (None, WatchState.DUE))

    def test_an_earlier_season_sets_the_next_visit(self):
        stand = make_stand(shedding=Shedding.SHATTERS)
        a_year_ago(stand, 20)
        found = believed(stand)
        self.assertEqual((found.ripening.seasons, found.ripening.others), (1, 0))
        self.assertAlmostEqual((found.ripening.half_ripe()[0] - TODAY()).days, 15, delta=7)
        self.assertLess(found.watch.next_on, found.ripening.half_ripe()[0])

    def test_another_stand_of_the_plant_says_something_too_and_one_of_another_plant_nothing(self):
        taxon = make_taxon()
        known, new, other = make_stand(taxon=taxon), make_stand(taxon=taxon), make_stand()
        a_year_ago(known, 30)
        self.assertEqual((believed(new).ripening.seasons, believed(new).ripening.others), (0, 1))
        self.assertIsNone(believed(other).ripening)

    def test_a_visit_moves_what_is_believed(self):
        stand = make_stand(shedding=Shedding.SHATTERS)
        a_year_ago(stand, 10)
        before = believed(stand).ripening.half_ripe()[0]
        make_visit(stand, 0.9, days_ago=1)
        self.assertLess(believed(stand).ripening.half_ripe()[0], before)

    def test_a_late_visit_where_seed_falls_soon_may_find_it_gone(self):
        stand = make_stand(shedding=Shedding.BURSTS)
        make_visit(stand, 0.8, days_ago=9)
        found = believed(stand)
        self.assertEqual(found.watch.state, WatchState.MAY_BE_GONE)
        self.assertGreater(found.ripening.chance_gone(TODAY()), 0.5)

    def test_signs_of_letting_go_bring_the_visit_forward(self):
        plain, signs = make_stand(shedding=Shedding.FLESHY), make_stand(shedding=Shedding.FLESHY)
        make_visit(plain, 0.1, days_ago=0)
        make_visit(signs, 0.1, days_ago=0, signs=[RipeSign.COMES_AWAY])
        self.assertLessEqual(believed(signs).watch.next_on, believed(plain).watch.next_on)
        self.assertLessEqual(believed(signs).watch.next_on, TODAY() + timedelta(days=2))

    def test_a_miss_is_learnt_from(self):
        harvested, missed = make_stand(shedding=Shedding.SHATTERS), make_stand(shedding=Shedding.SHATTERS)
        a_year_ago(harvested, 60)
        make_visit(missed, 0.0, days_ago=365 - 60, outcome=VisitOutcome.MISSED)
        self.assertLess(believed(missed).ripening.half_ripe()[0], believed(harvested).ripening.half_ripe()[0])

    def test_a_reminder_that_was_set_is_kept(self):
        stand = make_stand(shedding=Shedding.HOLDS, watch_from=TODAY() + timedelta(days=3))
        a_year_ago(stand, 60)
        self.assertEqual(believed(stand).watch.next_on, TODAY() + timedelta(days=3))

    def test_any_number_of_stands_needs_the_same_queries(self):
        taxon = make_taxon()
        stands = [make_stand(taxon=taxon) for _ in range(6)]
        for s in stands:
            make_visit(s, 0.3, days_ago=2)
        with self.assertNumQueries(3):
            seasons(stands[:1], TODAY())
        with self.assertNumQueries(3):
            seasons(stands, TODAY())


class Clocks(TestCase):
    def test_a_season_lies_well_within_its_year(self):
        self.assertEqual(anchor_of(date(2026, 7, 10)), date(2026, 1, 1))
        self.assertEqual(anchor_of(date(2026, 1, 10)), date(2025, 7, 1))
        self.assertEqual(anchor_of(date(2026, 12, 10)), date(2026, 7, 1))

    def test_days_and_dates_go_both_ways(self):
        calendar = SeasonClock(date(2026, 1, 1))
        self.assertEqual((calendar.day(date(2026, 1, 11)), calendar.date(10.0)), (10.0, date(2026, 1, 11)))
        warm = SeasonClock(date(2026, 1, 1), tuple(float(2 * i) for i in range(1, 11)))
        self.assertEqual((warm.day(date(2026, 1, 6)), warm.date(10.0)), (10.0, date(2026, 1, 6)))
        self.assertEqual(warm.date(warm.day(date(2026, 2, 1))), date(2026, 2, 1))
        self.assertEqual(warm.date(warm.day(date(2025, 12, 20))), date(2025, 12, 20))

    def test_weather_needs_an_earlier_year(self):
        days = {date(2025, 6, 1) + timedelta(days=i): 12.0 for i in range(60)}
        self.assertEqual(Weather(days).clock(date(2026, 1, 1), date(2026, 6, 1)).warmth, ())

    def test_a_warm_spring_brings_the_season_forward(self):
        days = {date(2024, 1, 1) + timedelta(days=i): 12.0 for i in range(731)}
        days |= {date(2026, 1, 1) + timedelta(days=i): 18.0 for i in range(151)}
        clock = Weather(days).clock(date(2026, 1, 1), date(2026, 6, 1))
        self.assertGreater(clock.day(date(2026, 6, 1)), 220)
        self.assertEqual(clock.date(clock.day(date(2026, 4, 1))), date(2026, 4, 1))

    def test_a_log_of_the_place_around_counts_and_is_read_once(self):
        site = Place.objects.create(name="Cinder Bench", kind=PlaceKind.SITE)
        mast = Place.objects.create(name="mast", kind=PlaceKind.BOX, parent=site)
        lines = [f"{date(2025, 1, 1) + timedelta(days=i // 8)}T{3 * (i % 8):02d}:00:00+00:00,{10 + i % 8}.0" for i in range(400)]
        import_log(by=make_person(), place=site, name="mast.csv", text="\n".join(["time,temperature °C", *lines]), at=now(), said={})
        with self.assertNumQueries(3):
            found = weather_at([mast.pk])
        self.assertGreater(len(found[mast.pk].means), 48)
        with self.assertNumQueries(2):
            self.assertEqual(weather_at([mast.pk])[mast.pk].means, found[mast.pk].means)


class SeasonsOverHttp(ApiCase):
    def test_a_season_is_told_with_its_days(self):
        stand = make_stand(shedding=Shedding.SHATTERS)
        a_year_ago(stand, 20)
        make_visit(stand, 0.05, days_ago=3)
        found = self.client.get(f"/api/v1/stands/{stand.pk}/season/").json()
        self.assertEqual(found["next_on"], believed(stand).watch.next_on.isoformat())
        self.assertEqual(len(found["returns"]), 29)
        chances = [r["chance_gone"] for r in found["returns"]]
        self.assertEqual(chances, sorted(chances))
        self.assertIn("9 times in 10", found["sentences"][0])
        self.assertIn("1 visit of this season and 1 earlier season here", found["rests_on"])
        self.assertTrue(all(d["gone"] <= d["ripe"] for d in found["days"]))
        self.assertTrue(found["best_from"] <= found["best_on"] <= found["best_to"])

    def test_a_stand_of_which_nothing_is_known_says_so(self):
        found = self.client.get(f"/api/v1/stands/{make_stand().pk}/season/").json()
        self.assertEqual((found["half_on"], found["days"], found["sentences"]), (None, [], []))

    def test_the_weather_of_a_stand_is_a_place(self):
        place = Place.objects.create(name="mast", kind=PlaceKind.SITE)
        stand = make_stand()
        changed = self.client.patch(f"/api/v1/stands/{stand.pk}/", {"version": 1, "weather_place": place.pk}, format="json")
        self.assertEqual(changed.json()["weather_place"], place.pk)
