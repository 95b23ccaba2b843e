from unittest import TestCase

from core.errors import CoreError
from core.harvest import Spot, route


class Route(TestCase):
    def test_a_degree_of_latitude_is_111_km(self):
        self.assertAlmostEqual(Spot(43, -119).km_to(Spot(44, -119)), 111.2, delta=0.2)
        self.assertLess(Spot(60, 10).km_to(Spot(60, 11)), 56)

    def test_it_goes_on_to_the_nearest_that_is_left(self):
        stops = route([Spot(43.0, -119.0), Spot(43.9, -119.0), Spot(43.2, -119.0), Spot(43.3, -119.0)])
        self.assertEqual([s.place for s in stops], [0, 2, 3, 1])
        self.assertIsNone(stops[0].km)
        self.assertAlmostEqual(stops[1].km, 22.2, delta=0.2)

    def test_places_without_a_position_come_last_as_given(self):
        self.assertEqual([s.place for s in route([None, Spot(43, -119), None])], [1, 0, 2])
        self.assertEqual(route([]), [])

    def test_a_position_off_the_earth_is_refused(self):
        with self.assertRaises(CoreError):
            Spot(float("nan"), 0)
