import re
from unittest import TestCase

from core.seedstock import LOT_FIELDS, FieldKind, LotFacts
from core.vocabulary import DatePrecision, OriginKind, Purpose, Ripeness


class TheTable(TestCase):
    def test_every_field_is_typed_and_only_those(self):
        self.assertEqual(set(LOT_FIELDS), LotFacts.__optional_keys__)

    def test_a_field_holds_words_exactly_where_its_kind_says_so_and_begins_with_one_of_them(self):
        for name, f in LOT_FIELDS.items():
            with self.subTest(name):
                self.assertEqual(bool(f.words), f.kind is FieldKind.WORD)
                self.assertIn(f.begins, {"", *f.words} if f.words else {"", "today"})
                self.assertTrue(f.label and f.meaning)
                re.compile(f.headings)

    def test_words_of_the_vocabulary_are_all_there(self):
        words = {"origin_kind": OriginKind, "collected_precision": DatePrecision, "ripeness": Ripeness, "purpose": Purpose}
        for name, vocabulary in words.items():
            self.assertEqual(list(LOT_FIELDS[name].words), [w.value for w in vocabulary])

    def test_a_field_is_asked_with_one_that_is_ticked_before_it(self):
        names = list(LOT_FIELDS)
        for name, f in LOT_FIELDS.items():
            if f.asked_with:
                self.assertIs(LOT_FIELDS[f.asked_with].kind, FieldKind.YES_NO)
                self.assertLess(names.index(f.asked_with), names.index(name))
