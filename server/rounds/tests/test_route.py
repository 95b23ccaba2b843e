from datetime import timedelta

from django.utils import timezone

from core.vocabulary import Shedding
from server.tests.builders import ApiCase, make_stand, make_visit


def due(place, latitude=None, share=0.5, days_ago=3, **fields):
    position = {"latitude": latitude, "longitude": -119.0} if latitude else {}
    stand = make_stand(
        place_name=place, shedding=Shedding.SHATTERS, watch_from=timezone.localdate() - timedelta(days=20), **position, **fields
    )
    make_visit(stand, share, days_ago=days_ago)
    return stand


class Route(ApiCase):
    def route(self):
        return self.client.get("/api/v1/today/route/").json()

    def test_the_most_pressing_place_comes_first_and_then_the_nearest(self):
        due("calm", 43.2, share=0.05, days_ago=20)
        due("far", 44.4, share=0.1, days_ago=14)
        due("pressing", 43.1)
        due("nowhere")
        found = self.route()
        self.assertEqual([s["place_name"] for s in found["stops"]], ["pressing", "calm", "far", "nowhere"])
        self.assertEqual([s["km"] is None for s in found["stops"]], [True, False, False, True])
        self.assertAlmostEqual(found["km"], 144.6, delta=1)

    def test_positions_are_told_no_more_exactly_than_a_stand_allows(self):
        due("draw", 43.2345)
        found = self.route()
        self.assertTrue(found["coarse"])
        self.assertEqual(found["stops"][0]["position"]["latitude"], 43.2)

    def test_stands_of_one_place_are_one_stop_in_the_order_of_what_waiting_loses(self):
        few, many = due("draw", 43.2, share=0.9, days_ago=30), due("draw", 43.2, share=0.5)
        found = self.route()
        self.assertEqual(len(found["stops"]), 1)
        losses = [s["waiting_loses"] for s in found["stops"][0]["stands"]]
        self.assertEqual(losses, sorted(losses, reverse=True))
        self.assertEqual({s["id"] for s in found["stops"][0]["stands"]}, {few.pk, many.pk})

    def test_a_day_without_visits_has_no_stop(self):
        make_stand()
        self.assertEqual((self.route()["stops"], self.route()["km"]), ([], 0.0))
