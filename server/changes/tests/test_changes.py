from core.vocabulary import Role, StockKind, ThingKind
from server.changes.kinds import KINDS
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.lots.services import enter_stock
from server.recipes.models import Recipe
from server.tests.builders import (
    ApiCase,
    make_batch,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_trial,
    now,
)
from server.trials.models import Trial


class Changes(ApiCase):
    def setUp(self):
        self.client = self.as_role(Role.LEAD)

    def delete(self, kind, thing):
        return self.client.post("/api/v1/deletions/", {"kind": kind, "id": thing.pk})

    def undo(self, kind, thing):
        return self.client.post("/api/v1/deletions/undo/", {"kind": kind, "id": thing.pk})


class Deleted(Changes):
    def test_it_is_gone_from_every_list_and_back_as_it_was(self):
        lot = make_lot("GONE-1", note="a note")
        before = self.client.get(f"/api/v1/lots/{lot.pk}/").json()
        self.assertEqual(self.delete("lot", lot).status_code, 204)
        self.assertEqual(self.client.get("/api/v1/lots/").json()["count"], 0)
        self.assertEqual(self.client.get(f"/api/v1/lots/{lot.pk}/").status_code, 404)
        self.assertEqual([(d["kind"], d["name"], d["by"]) for d in self.client.get("/api/v1/deletions/").json()], [("lot", "GONE-1", "LE")])
        self.assertEqual(self.undo("lot", lot).status_code, 204)
        after = self.client.get(f"/api/v1/lots/{lot.pk}/").json()
        self.assertEqual({**after, "version": 1}, {**before, "version": 1})
        self.assertEqual(self.client.get("/api/v1/deletions/").json(), [])

    def test_its_code_stays_taken(self):
        self.delete("lot", make_lot("GONE-1"))
        answer = self.client.post("/api/v1/lots/", {"code": "GONE-1", "field_name": "x", "origin_kind": "garden"})
        self.assertProblem(answer, 409, "code_taken", "/code")

    def test_what_something_rests_on_is_refused_with_what_rests_there(self):
        lot, place = make_lot(), make_place()
        make_trial(lot=lot)
        make_batch(lot=lot, recipe=make_recipe(), place=place)
        problem = self.assertProblem(self.delete("lot", lot), 409, "in_use")
        self.assertIn("1 trials, 1 bags depend on it", problem["detail"])
        self.assertProblem(self.delete("recipe", Recipe.objects.get()), 409, "in_use")
        self.assertProblem(self.delete("place", place), 409, "in_use")
        self.assertTrue(Lot.objects.filter(pk=lot.pk).exists())

    def test_a_trial_gives_its_seed_back_and_draws_it_anew(self):
        lot = make_lot(seeds=100)
        trial = make_trial(lot=lot, dishes=2, seeds=10)
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 60)
        self.assertEqual(self.delete("trial", trial).status_code, 204)
        self.assertEqual((stocks([lot.pk])[lot.pk].seeds, Trial.objects.count()), (100, 0))
        self.assertEqual(self.client.get("/api/v1/today/").json()["rounds"], [])
        self.assertEqual(self.undo("trial", trial).status_code, 204)
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 60)
        self.assertEqual(len(self.client.get(f"/api/v1/trials/{trial.pk}/count-sheet/").json()["dishes"]), 4)

    def test_where_the_seed_is_used_up_meanwhile_the_trial_stays_deleted(self):
        lot = make_lot(seeds=100)
        trial = make_trial(lot=lot, dishes=2, seeds=10)
        self.delete("trial", trial)
        enter_stock(by=make_person(), lot=lot, kind=StockKind.DRAWN, amount=90, at=now())
        self.assertEqual(self.undo("trial", trial).status_code, 422)
        self.assertEqual(Trial.objects.count(), 0)

    def test_a_sown_trial_is_no_slip(self):
        self.assertIn("6 sown dishes", self.assertProblem(self.delete("trial", make_sown_trial()), 409, "in_use")["detail"])

    def test_twice_or_never_or_of_another_kind_says_so(self):
        lot = make_lot()
        self.assertProblem(self.undo("lot", lot), 409, "not_deleted")
        self.delete("lot", lot)
        self.assertProblem(self.delete("lot", lot), 409, "deleted_already")
        self.assertProblem(self.client.post("/api/v1/deletions/", {"kind": "lot", "id": 999}), 409, "no_such_thing")
        self.assertProblem(self.client.post("/api/v1/deletions/", {"kind": "look", "id": 1}), 400, "malformed", "/kind")
        self.assertProblem(self.delete("batch", make_batch(lot=make_lot("B-1"))), 409, "not_deletable")

    def test_only_the_lead_deletes(self):
        for role in (Role.GROWER, Role.COUNTER, Role.READER):
            answer = self.as_role(role).post("/api/v1/deletions/", {"kind": "lot", "id": make_lot(f"R-{role[:2]}").pk})
            self.assertProblem(answer, 403, "not_allowed")


class Told(Changes):
    def test_who_changed_what_of_all_things_together(self):
        lot = make_lot("LL-1")
        self.client.patch(f"/api/v1/lots/{lot.pk}/", {"version": 1, "note": "dry now"})
        self.delete("lot", lot)
        rows = [r for r in self.client.get("/api/v1/changes/").json() if r["kind"] == "lot"]
        self.assertEqual([(r["what"], r["by"]) for r in rows], [("deleted", "LE"), ("changed", "LE"), ("made", "GR")])
        self.assertEqual(rows[1]["changes"], [{"field": "note", "before": "", "after": "dry now"}])

    def test_the_history_of_any_thing_is_at_one_address(self):
        recipe = make_recipe()
        found = self.client.get(f"/api/v1/history/?kind=recipe&id={recipe.pk}").json()
        self.assertEqual([(h["version"], h["by"]) for h in found], [(1, "GR")])
        self.assertEqual(self.client.get("/api/v1/history/?kind=recipe&id=999").status_code, 404)
        self.assertProblem(self.client.get("/api/v1/history/?kind=x"), 400, "malformed", "/kind", "/id")

    def test_where_a_stand_lies_is_not_told_by_its_changes(self):
        stand = make_stand(latitude=43.1234, longitude=-118.4321)
        self.client.patch(f"/api/v1/stands/{stand.pk}/", {"version": 1, "latitude": 44.9876})
        for path in ("changes/", f"history/?kind=stand&id={stand.pk}"):
            words = self.client.get(f"/api/v1/{path}").content.decode()
            self.assertNotIn("44.98", words, path)
            self.assertNotIn("43.12", words, path)

    def test_the_page_takes_a_fixed_number_of_queries(self):
        for n in range(3):
            make_lot(f"Q-{n}")
        with self.assertNumQueries(14):
            self.client.get("/api/v1/changes/")

    def test_every_kind_has_a_history_and_a_name(self):
        for kind in ThingKind:
            with self.subTest(kind):
                fields = {f.name for f in KINDS[kind].model._meta.get_fields()}
                self.assertIn(KINDS[kind].named_by, fields)
                self.assertLessEqual(set(KINDS[kind].blocks), fields)
