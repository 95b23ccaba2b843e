from unittest import TestCase

from scripts.api_answers import differences


class Compared(TestCase):
    def test_equal_answers_do_not_differ_whatever_the_order_of_their_fields(self):
        one = {"lots/": {"results": [{"id": 1, "code": "A"}, {"id": 2, "code": "B"}]}}
        self.assertFalse(differences(one, {"lots/": {"results": [{"code": "A", "id": 1}, {"code": "B", "id": 2}]}}, {}))

    def test_a_changed_value_a_missing_field_and_a_new_address_are_named_once(self):
        before = {"lots/3/": {"code": "A", "left": 4}, "lots/4/": {"code": "B", "left": 5}}
        after = {"lots/3/": {"code": "A"}, "lots/4/": {"code": "C"}, "kinds/": {}}
        found = differences(before, after, {})
        self.assertEqual(found["lots/{id}/ left: gone"], 2)
        self.assertEqual(found["lots/{id}/ code: 'B' became 'C'"], 1)
        self.assertEqual(found["kinds/: new"], 1)
        self.assertEqual(len(found), 3)

    def test_a_field_that_was_renamed_on_purpose_is_no_difference(self):
        before, after = {"lots/3/": {"stock": {"said": "12 g"}}}, {"lots/3/": {"stock": {"finding": "12 g"}}}
        self.assertTrue(differences(before, after, {}))
        self.assertFalse(differences(before, after, {"lots/{id}/": {"stock.said": "stock.finding"}}))

    def test_an_address_and_all_that_a_field_holds_can_be_renamed(self):
        before, after = {"lots/3/story/": {"told": {"at": 1, "by": 2}}}, {"lots/3/timeline/": {"entries": {"at": 1, "by": 2}}}
        renamed = {"lots/{id}/story/": {"": "lots/{id}/timeline/"}, "lots/{id}/timeline/": {"told": "entries"}}
        self.assertFalse(differences(before, after, renamed))

    def test_numbers_are_equal_but_for_the_order_of_a_sum(self):
        self.assertFalse(differences({"lots/": {"share": 0.3}}, {"lots/": {"share": 0.1 + 0.2}}, {}))
        self.assertTrue(differences({"lots/": {"share": 0.3}}, {"lots/": {"share": 0.3001}}, {}))
