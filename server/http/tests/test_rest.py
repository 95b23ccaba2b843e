from django.test import override_settings

from server.http.problems import CONTENT_TYPE
from server.tests.builders import ApiCase, make_lot


class Problems(ApiCase):
    def test_an_unknown_address_says_where_to_look(self):
        answer = self.client.get("/api/v1/sheep/")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (404, CONTENT_TYPE))
        self.assertIn("/api/v1/docs/", answer.json()["detail"])

    def test_a_thing_that_is_not_there(self):
        self.assertProblem(self.client.get("/api/v1/lots/999/"), 404, "not_found")
        self.assertProblem(self.client.get("/api/v1/trials/999/comparison/"), 404, "not_found")

    def test_a_body_that_is_no_json(self):
        answer = self.client.post("/api/v1/lots/", "{", content_type="application/json")
        self.assertProblem(answer, 400, "parse_error")

    def test_a_method_that_is_not_there(self):
        self.assertProblem(self.client.put("/api/v1/looks/", {}), 405, "method_not_allowed")

    def test_an_unknown_filter_is_named_with_those_there_are(self):
        body = self.assertProblem(self.client.get("/api/v1/lots/?colour=red"), 400, "malformed", "/colour")
        self.assertIn("search", body["detail"])

    def test_a_page_that_is_not_there(self):
        self.assertProblem(self.client.get("/api/v1/lots/?page=9"), 404, "not_found")


class Pages(ApiCase):
    def test_pages_are_as_long_as_asked_and_in_order(self):
        for n in range(5):
            make_lot(f"A-{n}", seeds=None)
        first = self.client.get("/api/v1/lots/?page_size=2").json()
        second = self.client.get("/api/v1/lots/?page_size=2&page=2").json()
        self.assertEqual(first["count"], 5)
        self.assertEqual([r["code"] for r in first["results"] + second["results"]], ["A-0", "A-1", "A-2", "A-3"])


class Documents(ApiCase):
    def test_the_schema_is_served_and_there_is_a_page_to_read_it(self):
        self.assertIn(b"openapi: 3", self.client.get("/api/v1/schema/").content)
        page = self.client.get("/api/v1/docs/").content.decode()
        self.assertIn("swagger-ui", page)
        self.assertNotIn("http://", page.replace("http://testserver", ""))
        self.assertNotIn("https://", page)


class WebApp(ApiCase):
    def test_any_other_address_is_the_web_app_with_a_policy_that_lets_nothing_in(self):
        answer = self.client.get("/trials/5/compare")
        self.assertEqual(answer.status_code, 200)
        self.assertIn(b'<div id="app">', answer.getvalue())
        policy = answer["Content-Security-Policy"]
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("http", policy)

    def test_before_the_build_it_says_what_to_do(self):
        from pathlib import Path

        with override_settings(WEB_DIST=Path("/nowhere")):
            answer = self.client.get("/")
        self.assertEqual(answer.status_code, 503)
        self.assertIn(b"make demo", answer.content)
