from core.vocabulary import ClosingFate, StepKind
from server.tests.builders import ApiCase


class Kinds(ApiCase):
    def test_every_kind_of_step_is_answered_with_its_word_dose_and_cautions_to_whoever_asks(self):
        self.client.logout()
        with self.assertNumQueries(0):
            rows = {r["kind"]: r for r in self.client.get("/api/v1/kinds/").json()["steps"]}
        self.assertEqual(list(rows), list(map(str, StepKind)))
        self.assertEqual(rows["freeze_thaw"]["cycle"], "cycle")
        self.assertEqual(rows["cold_moist"]["usual"]["duration"], 56)
        self.assertIn("goggles", rows["acid"]["caution"]["care"])
        self.assertNotIn("effect", rows["nick"])

    def test_every_fate_is_answered_with_its_words(self):
        rows = self.client.get("/api/v1/kinds/").json()["fates"]
        self.assertEqual([r["kind"] for r in rows], list(map(str, ClosingFate)))
        self.assertEqual(rows[0]["word"], "firm and fresh")

    def test_every_index_is_answered_with_what_it_means(self):
        texts = self.client.get("/api/v1/kinds/").json()["indices"]
        self.assertEqual(texts["t10"]["source"], "Farooq et al. 2005")
        self.assertEqual([name for name, text in texts.items() if not text["name"] or not text["meaning"]], [])
