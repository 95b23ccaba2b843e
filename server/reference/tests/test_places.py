from django.core.exceptions import PermissionDenied

from core.vocabulary import PlaceKind, Role
from server.reference.services.places import add_place
from server.tests.builders import ApiCase, make_person, make_place


class Places(ApiCase):
    def test_a_place_says_what_holds_it_but_not_the_site(self):
        by = make_person()
        site = add_place(by=by, name="Cinder Bench", kind=PlaceKind.SITE)
        bench = add_place(by=by, name="Cool bench", kind=PlaceKind.ROOM, parent=site, order=1)
        shelf = add_place(by=by, name="shelf B", kind=PlaceKind.SHELF, parent=bench, order=2)
        self.assertEqual((site.full_name, bench.full_name, shelf.full_name), ("Cinder Bench", "Cool bench", "Cool bench, shelf B"))

    def test_they_come_in_the_order_of_a_round_with_one_query(self):
        by = make_person()
        parent = make_place("room", order=5)
        for order in (9, 3, 7):
            add_place(by=by, name=f"shelf {order}", kind=PlaceKind.SHELF, parent=parent, order=order)
        with self.assertNumQueries(4):
            rows = self.client.get("/api/v1/places/").json()["results"]
        self.assertEqual([r["full_name"] for r in rows], ["room, shelf 3", "room", "room, shelf 7", "room, shelf 9"])

    def test_helpers_add_none(self):
        with self.assertRaises(PermissionDenied):
            add_place(by=make_person(Role.COUNTER), name="x", kind=PlaceKind.BOX)

    def test_climate_comes_from_what_holds_a_place_and_is_judged(self):
        by = make_person()
        fridge = add_place(by=by, name="Fridge", kind=PlaceKind.FRIDGE, temperature_c=5, humidity_percent=35)
        add_place(by=by, name="door", kind=PlaceKind.SHELF, parent=fridge, order=1)
        door = next(p for p in self.client.get("/api/v1/places/").json()["results"] if p["name"] == "door")
        self.assertEqual((door["temperature_c"], door["climate_c"], door["harrington"], door["keeps_seed"]), (None, 5, 76, True))
        self.assertAlmostEqual(door["relative_life"], 2**4.5)

    def test_a_climate_that_cannot_be_is_refused_and_a_place_does_not_stand_in_itself(self):
        made = self.client.post("/api/v1/places/", {"name": "box", "kind": "box", "temperature_c": 4, "humidity_percent": 140})
        self.assertProblem(made, 422, "humidity_out_of_range", "/humidity_percent")
        room = make_place("room")
        shelf = make_place("shelf", parent=room)
        changed = self.client.patch(f"/api/v1/places/{room.pk}/", {"version": 1, "parent": shelf.pk})
        self.assertProblem(changed, 422, "place_in_itself", "/parent")
        self.assertEqual(self.client.patch(f"/api/v1/places/{room.pk}/", {"version": 1, "temperature_c": -18}).json()["version"], 2)
