"""Who may do what, for every endpoint there is: a new one that is not listed here fails."""

from uuid import uuid4

from django.urls import URLPattern, URLResolver, get_resolver

from core.vocabulary import Role
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_place, make_recipe, make_sown_trial, make_taxon, make_trial, now

EVERYBODY, COUNTERS, GROWERS = set(Role), {Role.GROWER, Role.HELPER}, {Role.GROWER}
OPEN_TO_ALL = {"session/"}


class EveryEndpoint(ApiCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(seeds=5000, taxon=make_taxon())
        self.place, self.recipe = make_place(), make_recipe()
        self.sown = make_sown_trial(dishes=4)
        self.dishes = dishes_of(self.sown)
        look(self.dishes[0], 3, 1)
        self.slips = [make_sown_trial(lot=self.lot, dishes=1) for _ in Role]

    def reads(self):
        trial, lot = self.sown.pk, self.lot.pk
        return {
            "today/": "today/",
            "lots/": "lots/",
            "lots/{pk}/": f"lots/{lot}/",
            "lots/{pk}/ledger/": f"lots/{lot}/ledger/",
            "lots/{pk}/history/": f"lots/{lot}/history/",
            "taxa/": "taxa/",
            "taxa/{pk}/": f"taxa/{self.lot.taxon_id}/",
            "places/": "places/",
            "recipes/": "recipes/",
            "recipes/{pk}/": f"recipes/{self.recipe.pk}/",
            "trials/": "trials/",
            "trials/{pk}/": f"trials/{trial}/",
            "trials/{pk}/overview/": f"trials/{trial}/overview/",
            "trials/{pk}/comparison/": f"trials/{trial}/comparison/",
            "trials/{pk}/count-sheet/": f"trials/{trial}/count-sheet/",
            "trials/{pk}/history/": f"trials/{trial}/history/",
            "dishes/{pk}/looks/": f"dishes/{self.dishes[0].pk}/looks/",
            "schema/": "schema/",
            "docs/": "docs/",
        }

    def writes(self, turn):
        """Path, body and who may; `turn` keeps writes of one role apart from those of another."""
        lot, fresh = self.lot.pk, make_trial(lot=self.lot, dishes=1)
        treatments = [{"name": "only", "recipe": None}]
        layout = {"lot": lot, "treatments": treatments, "dishes_per_treatment": 1, "seeds_per_dish": 5, "sow_on": "2026-12-01"}
        cost = {"lot": lot, "treatments": 1, "dishes": 1, "seeds_per_dish": 5}
        stock = {"kind": "in", "amount_seeds": 5, "known": "counted"}
        dish = self.dishes[turn]
        one = {"client_id": str(uuid4()), "dish": dish.pk, "at": now().isoformat()}
        return {
            "lots/": ("post", "lots/", {"code": f"N-{turn}", "field_name": "x", "origin_kind": "wild"}, GROWERS),
            "lots/{pk}/": ("patch", f"lots/{lot}/", {"version": 1, "note": "x"}, GROWERS),
            "lots/{pk}/enter-stock/": ("post", f"lots/{lot}/enter-stock/", stock, GROWERS),
            "recipes/": ("post", "recipes/", {"name": f"r {turn}", "steps": [{"kind": "nick"}]}, GROWERS),
            "trials/": ("post", "trials/", {"question": "?"} | layout, GROWERS),
            "trials/{pk}/": ("patch", f"trials/{fresh.pk}/", {"version": 1, "question": "!"}, GROWERS),
            "trials/{pk}/open/": ("post", f"trials/{make_trial(lot=self.lot, dishes=1).pk}/open/", {"version": 1}, GROWERS),
            "trials/{pk}/sow/": ("post", f"trials/{fresh.pk}/sow/", {}, COUNTERS),
            "trials/{pk}/take-back-sowing/": ("post", f"trials/{self.slips[turn].pk}/take-back-sowing/", {}, COUNTERS),
            "trials/seed-cost/": ("post", "trials/seed-cost/", cost, EVERYBODY),
            "looks/": ("post", "looks/", one, COUNTERS),
            "dishes/close/": ("post", "dishes/close/", one | {"client_id": str(uuid4())}, COUNTERS),
            "dishes/{pk}/reopen/": ("post", f"dishes/{dish.pk}/reopen/", {}, COUNTERS),
            "dishes/{pk}/set-aside/": ("post", f"dishes/{dish.pk}/set-aside/", {"why": "x"}, COUNTERS),
        }

    def known(self):
        return set(self.reads()) | set(self.writes(0)) | OPEN_TO_ALL

    def test_no_endpoint_is_forgotten_here(self):
        found = set()

        def walk(patterns, prefix=""):
            for p in patterns:
                path = prefix + str(p.pattern).replace("^", "").replace("$", "").replace("\\Z", "")
                if isinstance(p, URLResolver):
                    walk(p.url_patterns, path)
                elif isinstance(p, URLPattern) and path.startswith("api/v1/") and "format" not in path:
                    found.add(path.removeprefix("api/v1/").replace("(?P<pk>[/.]+)", "{pk}").replace("<int:pk>", "{pk}"))

        walk(get_resolver().url_patterns)
        self.assertEqual(found, self.known())

    def test_everybody_signed_in_reads_everything(self):
        for role in Role:
            client = self.as_role(role)
            for name, path in self.reads().items():
                with self.subTest(f"{role} {name}"):
                    self.assertEqual(client.get(f"/api/v1/{path}").status_code, 200)

    def test_nobody_else_reads_or_writes_anything(self):
        self.client.logout()
        for name, path in self.reads().items():
            with self.subTest(name):
                self.assertProblem(self.client.get(f"/api/v1/{path}"), 401, "not_authenticated")
        for name, (method, path, body, _) in self.writes(0).items():
            with self.subTest(name):
                self.assertProblem(getattr(self.client, method)(f"/api/v1/{path}", body), 401, "not_authenticated")

    def test_writes_are_for_those_who_may(self):
        for turn, role in enumerate([Role.READER, Role.HELPER, Role.GROWER]):
            client = self.as_role(role)
            for name, (method, path, body, who) in self.writes(turn).items():
                with self.subTest(f"{role} {name}"):
                    answer = getattr(client, method)(f"/api/v1/{path}", body)
                    if role in who:
                        self.assertLess(answer.status_code, 300, answer.content)
                    else:
                        problem = self.assertProblem(answer, 403, "not_allowed")
                        self.assertIn(role.value, problem["detail"])
