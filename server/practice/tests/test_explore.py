from unittest import mock

from core.vocabulary import Role
from server.lots.models import Lot
from server.people.models import Person
from server.practice.models import Attempt
from server.tests.builders import ApiCase, make_lot


class ExploringTheDemo(ApiCase):
    def explore(self):
        answer = self.client.post("/api/v1/practice/explore/")
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()["bench"]

    def there(self, bench, path):
        return self.client.get(f"/api/v1/{path}", headers={"X-Practice-Bench": str(bench)})

    def test_the_demo_is_a_nursery_of_its_own_and_opens_again_as_it_was_left(self):
        make_lot("OWN-1")
        bench = self.explore()
        lots = {row["code"] for row in self.there(bench, "lots/?page_size=100").json()["results"]}
        self.assertIn("HR-114", lots)
        self.assertNotIn("OWN-1", lots)
        self.assertTrue(self.there(bench, "today/").json()["rounds"])
        self.assertEqual([lot.code for lot in Lot.objects.all()], ["OWN-1"])
        self.assertEqual(self.client.post(f"/api/v1/practice/{bench}/go-on/", {"days": 3}).status_code, 200)
        self.assertEqual(self.explore(), bench)
        page = self.client.get("/api/v1/practice/").json()
        self.assertEqual((page["demo"], page["attempts"]), (bench, []))
        self.assertEqual(self.client.delete(f"/api/v1/practice/{bench}/").status_code, 204)
        self.assertIsNone(self.client.get("/api/v1/practice/").json()["demo"])


@mock.patch("server.practice.services.explore.build_demo")
class WhereTheDemoIsBuilt(ApiCase):
    role = Role.COUNTER

    def setUp(self):
        self.client = self.as_role(self.role)

    def explore(self):
        return self.client.post("/api/v1/practice/explore/")

    def test_whoever_is_named_like_one_of_the_demo_explores_it_too(self, build):
        build.side_effect = lambda now, pictures: Person.objects.create(username="counter", initials="RK", role=Role.LEAD)
        self.assertEqual(self.explore().status_code, 201)

    def test_one_that_is_gone_is_built_again(self, build):
        first = Attempt.objects.get(pk=self.explore().json()["bench"])
        first.file.unlink()
        again = self.explore().json()["bench"]
        self.assertNotEqual(again, first.pk)
        self.assertEqual((build.call_count, Attempt.objects.count()), (2, 1))

    def test_a_fault_leaves_no_half_demo(self, build):
        build.side_effect = ValueError("no room")
        with self.assertRaises(ValueError):
            self.explore()
        self.assertFalse(Attempt.objects.exists())

    def test_it_is_no_exercise(self, build):
        bench = self.explore().json()["bench"]
        self.assertProblem(self.client.get(f"/api/v1/practice/{bench}/"), 409, "no_such_try")
