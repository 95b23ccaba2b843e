"""Who may do what, for every endpoint there is: a new one that is not listed here fails."""

from uuid import uuid4

from django.urls import URLPattern, URLResolver, get_resolver

from core.vocabulary import DryingKind, LotEnd, Role
from server.lots.services.bench import record_drying
from server.lots.services.lots import end_lot
from server.tests.builders import (
    ApiCase,
    dishes_of,
    look,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_taxon,
    make_trial,
    make_visit,
    now,
    picture,
    stock_line,
)

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
        self.stand = make_stand()
        self.visit = make_visit(self.stand, photo=picture())

    def reads(self):
        trial, lot = self.sown.pk, self.lot.pk
        return {
            "today/": "today/",
            "lots/": "lots/",
            "lots/{pk}/": f"lots/{lot}/",
            "lots/{pk}/ledger/": f"lots/{lot}/ledger/",
            "lots/{pk}/history/": f"lots/{lot}/history/",
            "lots/{pk}/page/": f"lots/{lot}/page/",
            "stands/": "stands/",
            "stands/{pk}/": f"stands/{self.stand.pk}/",
            "stands/{pk}/story/": f"stands/{self.stand.pk}/story/",
            "stands/{pk}/history/": f"stands/{self.stand.pk}/history/",
            "harvests/purposes/": "harvests/purposes/",
            "photos/{pk}/": f"photos/{self.visit.photo_id}/",
            "labels/": "labels/",
            "codes/<str:code>/": f"codes/{self.lot.code}/",
            "balance/readings/": "balance/readings/",
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
        stock = {"kind": "in", "amount": 5, "known": "counted"}
        entry, wrong = (stock_line(self.lot) for _ in range(2))
        own, ended, two, done = make_lot(f"O-{turn}"), make_lot(f"E-{turn}", seeds=3), make_lot(f"T-{turn}"), make_lot(f"D-{turn}")
        end_lot(by=make_person(), lot=ended, version=1, ended=LotEnd.USED_UP, on=now().date(), at=now())
        turned = record_drying(by=make_person(), lot=own, kind=DryingKind.SPREAD, at=now())
        stand, visit = make_stand(), make_visit(self.stand)
        seen = {"client_id": str(uuid4()), "stand": stand.pk, "at": now().isoformat()}
        taken = {"stand": stand.pk, "collected_on": "2026-08-01", "lots": [{}]}
        dish = self.dishes[turn]
        one = {"client_id": str(uuid4()), "dish": dish.pk, "at": now().isoformat()}
        return {
            "lots/": ("post", "lots/", {"field_name": "x", "origin_kind": "garden"}, GROWERS),
            "lots/{pk}/": ("patch", f"lots/{lot}/", {"version": 1, "note": "x"}, GROWERS),
            "lots/{pk}/enter-stock/": ("post", f"lots/{lot}/enter-stock/", stock, GROWERS),
            "lots/{pk}/correct-stock/": ("post", f"lots/{lot}/correct-stock/", {"entry": entry, "amount": 4}, GROWERS),
            "lots/{pk}/take-back-stock/": ("post", f"lots/{lot}/take-back-stock/", {"entry": wrong}, GROWERS),
            "lots/{pk}/calibrate/": ("post", f"lots/{lot}/calibrate/", {"kind": "heads", "counts": [3]}, COUNTERS),
            "lots/{pk}/clean/": ("post", f"lots/{lot}/clean/", {"kind": "rub"}, COUNTERS),
            "lots/{pk}/dry/": ("post", f"lots/{lot}/dry/", {"kind": "turned"}, COUNTERS),
            "lots/{pk}/test/": ("post", f"lots/{lot}/test/", {"kind": "cut", "full": 3}, COUNTERS),
            "lots/{pk}/take-back/": ("post", f"lots/{own.pk}/take-back/", {"record": "drying", "id": turned.pk}, COUNTERS),
            "lots/{pk}/move/": ("post", f"lots/{own.pk}/move/", {"version": 1, "place": self.place.pk}, COUNTERS),
            "lots/{pk}/trouble/": ("post", f"lots/{two.pk}/trouble/", {"version": 1, "trouble": "sick"}, COUNTERS),
            "lots/{pk}/end/": ("post", f"lots/{done.pk}/end/", {"version": 1, "ended": "used_up", "on": "2026-08-01"}, GROWERS),
            "lots/{pk}/take-up-again/": ("post", f"lots/{ended.pk}/take-up-again/", {"version": 2}, GROWERS),
            "lots/{pk}/split/": ("post", f"lots/{own.pk}/split/", {"parts": [{}]}, GROWERS),
            "lots/{pk}/float/": ("post", f"lots/{own.pk}/float/", {}, GROWERS),
            "lots/merge/": ("post", "lots/merge/", {"lots": [own.pk, two.pk]}, GROWERS),
            "stands/": ("post", "stands/", {"field_name": "x", "place_name": "y"}, GROWERS),
            "stands/{pk}/": ("patch", f"stands/{stand.pk}/", {"version": 1, "note": "x"}, GROWERS),
            "stands/{pk}/name-plant/": (
                "post",
                f"stands/{make_stand().pk}/name-plant/",
                {"version": 1, "taxon": self.lot.taxon_id},
                GROWERS,
            ),
            "visits/": ("post", "visits/", seen, COUNTERS),
            "visits/{pk}/take-back/": ("post", f"visits/{visit.pk}/take-back/", {}, COUNTERS),
            "harvests/": ("post", "harvests/", taken, GROWERS),
            "places/": ("post", "places/", {"name": f"p {turn}", "kind": "box"}, GROWERS),
            "places/{pk}/": ("patch", f"places/{make_place(f'q {turn}').pk}/", {"version": 1, "name": "x"}, GROWERS),
            "labels/": ("post", "labels/", {"lots": [lot], "sheet": "a4_24"}, COUNTERS),
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
